"""Fill the installation's database with ten years of trials for measuring: ``python -m scripts.ten_years [TRIALS]``.

On the lots of ``scripts.many_lots``: 1,000 trials of 4 treatments × 6 dishes, 24,000 dishes, 500,000 looks. All but the
latest dozen are closed and opened. Past the services, in one go: only for measuring.
"""

import sys
from datetime import UTC, datetime, timedelta
from itertools import count

import django
import numpy as np

TREATMENTS, DISHES, SEEDS, LOOKS, OPEN = 4, 6, 25, 21, 12
DAYS_BETWEEN = 2
YEARS = 10
BATCH = 5000


def main(trials: int = 1000) -> None:
    """Lay out, sow, count, close and open them all."""
    django.setup()
    from django.db import transaction

    from server.lots.models import Lot
    from server.people.models import Person
    from server.recipes.models import Recipe
    from server.reference.models import Place
    from server.trials.models import Closing, Dish, Look, Sown, Treatment, Trial

    by = Person.objects.get(username="rk")
    lots = list(Lot.objects.filter(code__startswith="M-").order_by("pk")[:trials])
    recipes = [None, *Recipe.objects.order_by("pk")[: TREATMENTS - 1]]
    places = list(Place.objects.order_by("pk"))
    now = datetime.now(UTC).replace(microsecond=0)
    draw = np.random.default_rng(10)
    codes = (f"Z{n:05d}" for n in count())
    dishes, sown, looks, closings, made = [], [], [], [], []
    for n in range(trials):
        still = n >= trials - OPEN
        days_ago = 20 + n - (trials - OPEN) if still else YEARS * 365 * (trials - n) / trials + 60
        at = now - timedelta(days=days_ago)
        made.append(
            Trial(
                code=f"M{n:04d}-01", question=f"Best treatment, {n}?", sow_on=at.date(), layout_seed=n,
                opened_at=None if still else at + timedelta(days=50), length_days=LOOKS * DAYS_BETWEEN,
            )
        )  # fmt: skip
        trial = made[-1]
        for order, recipe in enumerate(recipes):
            name = recipe.name[:50] if recipe else "none"
            treatment = Treatment(
                trial=trial, lot=lots[n % len(lots)], order=order, name=f"{order} {name}", recipe=recipe, is_control=order == 0
            )
            share = 0.15 + 0.2 * order * draw.random()
            for d in range(DISHES):
                dish = Dish(
                    treatment=treatment, code=next(codes), place=places[n % len(places)], position=order * DISHES + d + 1, seeds=SEEDS
                )
                dishes.append(dish)
                sown.append(Sown(dish=dish, at=at, by=by))
                done = int(days_ago // DAYS_BETWEEN) - 1 if still else LOOKS
                new = draw.multinomial(draw.binomial(SEEDS, share), [1 / LOOKS] * LOOKS)[:done]
                looks += [
                    Look(dish=dish, at=at + timedelta(days=DAYS_BETWEEN * (k + 1)), by=by, new_germinated=int(g)) for k, g in enumerate(new)
                ]
                if not still:
                    left = SEEDS - int(new.sum())
                    closings.append(Closing(dish=dish, at=at + timedelta(days=45), by=by, fresh=left // 2, dead=left - left // 2))
    with transaction.atomic():
        Trial.objects.bulk_create(made, batch_size=BATCH)
        Treatment.objects.bulk_create(list({id(d.treatment): d.treatment for d in dishes}.values()), batch_size=BATCH)
        Dish.objects.bulk_create(dishes, batch_size=BATCH)
        Sown.objects.bulk_create(sown, batch_size=BATCH)
        Look.objects.bulk_create(looks, batch_size=BATCH)
        Closing.objects.bulk_create(closings, batch_size=BATCH)
    print(f"{len(made)} trials, {len(dishes)} dishes, {len(looks)} looks")


if __name__ == "__main__":
    main(*map(int, sys.argv[1:]))
