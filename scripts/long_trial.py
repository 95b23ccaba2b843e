"""Fill the installation's database with a large counted trial for measuring; prints its id.

``python -m scripts.long_trial`` makes one of fourteen months, ``python -m scripts.long_trial wide`` one of 12 × 8 × 60 to compare,
``python -m scripts.long_trial usual`` one of six treatments for a report.
"""

import sys
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from uuid import uuid4

import django


@dataclass(frozen=True)
class Size:
    """How large a trial is; `new` says how many come up in a dish at a look."""

    treatments: int
    dishes: int
    seeds: int
    looks: int
    days: int
    lot: str = "LL-022"

    def new(self, treatment: int, dish: int, look: int) -> int:
        """A slow drip over fourteen months, else a wave whose height tells the treatments apart."""
        if self.days > 100:
            return int((look + dish) % 9 == 0)
        wave = max(0, 8 - abs(look - self.looks // 4 - treatment))
        return min(4, wave * (treatment + 1) // self.treatments // 2) if (look + dish) % 3 else 0


SIZES = {"": Size(8, 4, 100, 90, 426), "wide": Size(12, 8, 100, 60, 61), "usual": Size(6, 4, 25, 20, 28)}


def main(size: Size) -> None:
    """Lay it out, sow it, and count it to its end."""
    django.setup()
    from core.vocabulary import StockKind
    from server.lots.models import Lot
    from server.lots.services import enter_stock
    from server.people.models import Person
    from server.trials.models import Dish
    from server.trials.services.layout import lay_out_trial
    from server.trials.services.looks import record_course
    from server.trials.services.new_look import NewLook
    from server.trials.services.new_treatments import NewTreatment

    by = Person.objects.get(username="rk")
    sown = datetime.now(UTC).replace(microsecond=0) - timedelta(days=size.days)
    lot, seeds = Lot.objects.get(code=size.lot), size.treatments * size.dishes * size.seeds
    # the lot holds enough for any of them, however many are made one after the other
    enter_stock(by=by, lot=lot, kind=StockKind.IN, amount=seeds, at=datetime.now(UTC), reason="for measuring")
    trial = lay_out_trial(
        by=by,
        lot=lot,
        question="How long does it take?",
        treatments=[NewTreatment(f"cold {n} weeks", is_control=n == 0) for n in range(size.treatments)],
        dishes_per_treatment=size.dishes,
        seeds_per_dish=size.seeds,
        sow_on=sown.date(),
        # drawn now: the lot was not there fourteen months ago
        at=datetime.now(UTC),
        length_days=size.days,
    )
    gap = (size.days - 1) / size.looks
    for i, dish in enumerate(Dish.objects.filter(treatment__trial=trial).select_related("treatment").order_by("position")):
        new = [size.new(dish.treatment.order - 1, i, n) for n in range(size.looks)]
        looks = [NewLook(sown + timedelta(days=(n + 1) * gap), uuid4(), count) for n, count in enumerate(new)]
        record_course(by=by, dish=dish, sown_at=sown, looks=looks)
    print(trial.pk)


if __name__ == "__main__":
    main(SIZES[sys.argv[1] if len(sys.argv) > 1 else ""])
