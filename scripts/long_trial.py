"""Fill the installation's database with a trial of fourteen months for measuring: ``python -m scripts.long_trial``; prints its id."""

from datetime import UTC, datetime, timedelta
from uuid import uuid4

import django

TREATMENTS, DISHES, SEEDS, LOOKS, DAYS = 8, 4, 100, 90, 426


def main() -> None:
    """Thirty-two dishes of a hundred seeds, looked at ninety times over fourteen months."""
    django.setup()
    from server.lots.models import Lot
    from server.people.models import Person
    from server.trials.models import Dish
    from server.trials.services.layout import NewTreatment, lay_out_trial
    from server.trials.services.looks import record_course
    from server.trials.services.new_look import NewLook

    by = Person.objects.get(username="rk")
    sown = datetime.now(UTC).replace(microsecond=0) - timedelta(days=DAYS)
    trial = lay_out_trial(
        by=by,
        lot=Lot.objects.get(code="LL-022"),
        question="How long does it take?",
        treatments=[NewTreatment(f"cold {n} weeks", is_control=n == 0) for n in range(TREATMENTS)],
        dishes_per_treatment=DISHES,
        seeds_per_dish=SEEDS,
        sow_on=sown.date(),
        # drawn now: the lot was not there fourteen months ago
        at=datetime.now(UTC),
        length_days=DAYS,
    )
    for i, dish in enumerate(Dish.objects.filter(treatment__trial=trial).order_by("position")):
        looks = [NewLook(sown + timedelta(days=(n + 1) * (DAYS - 1) / LOOKS), uuid4(), int((n + i) % 9 == 0)) for n in range(LOOKS)]
        record_course(by=by, dish=dish, sown_at=sown, looks=looks)
    print(trial.pk)


if __name__ == "__main__":
    main()
