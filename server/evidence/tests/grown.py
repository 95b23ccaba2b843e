"""Trials that were counted to their end, for the tests of results."""

from uuid import uuid4

from server.tests.builders import DAY, dishes_of, make_person, make_sown_trial
from server.trials.models import Trial
from server.trials.services.looks import NewLook, record_series

DAYS = (4, 6, 8, 10, 13, 17)
# how what comes up in a dish is spread over the looks
PARTS = (0.1, 0.25, 0.3, 0.2, 0.15)


def grown_trial(**counts: tuple[int, ...]) -> Trial:
    """A trial of 20 seeds a dish; each treatment by its name with what came up in each of its dishes."""
    first = next(iter(counts.values()))
    trial = make_sown_trial(40, treatments=tuple(counts), dishes=len(first), seeds=20)
    for name, per_dish in counts.items():
        grow(trial, name, per_dish)
    return trial


def grow(trial: Trial, treatment: str, per_dish: tuple[int, ...], days: tuple[float, ...] = DAYS) -> None:
    """Look at each dish on each of `days`; nothing is new at the last."""
    for place, (dish, total) in enumerate(zip(dishes_of(trial, treatment), per_dish, strict=True)):
        left = total
        sown, looks = dish.sowings.get().at, []
        for i, day in enumerate(days):
            # dishes are a little apart, so that their times scatter
            part = PARTS[(i + place) % len(PARTS)] if i < len(days) - 2 else 1.0
            new = 0 if i == len(days) - 1 else min(left, round(total * part))
            left -= new
            looks.append(NewLook(at=sown + day * DAY, client_id=uuid4(), new_germinated=new))
        record_series(by=make_person(), dish=dish, sown_at=sown, looks=looks)
