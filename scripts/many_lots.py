"""Fill the installation's database with thousands of lots for measuring: ``python -m scripts.many_lots [LOTS [LINES]]``."""

import sys
from datetime import UTC, datetime, timedelta

import django

PLANTS = 400
WORDS = ("rim", "draw", "flat", "spring", "creek", "scree", "bench", "gully")


def main(lots: int = 5000, lines_each: int = 10) -> None:
    """Make lots of many plants, each with a ledger of so many lines, in one go and past the services: only for measuring."""
    django.setup()
    from core.vocabulary import OriginKind, StockKind
    from server.lots.models import Lot, StockEntry
    from server.people.models import Person
    from server.reference.models import Place, Taxon

    by = Person.objects.get(username="rk")
    places = list(Place.objects.all())
    plants = [Taxon(scientific_name=f"Plantago numero{n}", common_name=f"measured plant {n}") for n in range(PLANTS)]
    taxa = Taxon.objects.bulk_create(plants)
    start = datetime(2016, 7, 1, 9, tzinfo=UTC)
    made = Lot.objects.bulk_create(
        [
            Lot(
                code=f"M-{n:05d}",
                taxon=taxa[n % PLANTS],
                origin_kind=OriginKind.WILD,
                leave="own ground",
                origin_place=f"{WORDS[n % 8]} {WORDS[(n // 8) % 8]} {n % 97}",
                collected_on=(start + timedelta(days=n % 3600)).date(),
                place=places[n % len(places)],
            )
            for n in range(lots)
        ]
    )
    entries = []
    for lot in made:
        known = {"lot": lot, "by": by}
        entries.append(StockEntry(kind=StockKind.IN, amount=4000, amount_seeds=4000, known="weighed", se_seeds=120, at=start, **known))
        for n in range(1, lines_each):
            at = start + timedelta(days=30 * n)
            entries.append(StockEntry(kind=StockKind.DRAWN, amount=30, amount_seeds=30, se_seeds=0, at=at, **known))
    StockEntry.objects.bulk_create(entries, batch_size=2000)
    print(f"{len(made)} lots, {len(entries)} lines")


if __name__ == "__main__":
    main(*map(int, sys.argv[1:]))
