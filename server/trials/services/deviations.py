"""Deviations of a trial, and pictures of it."""

from datetime import datetime
from uuid import UUID

from django.db import transaction

from core.vocabulary import DeviationKind
from server.errors import refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import check_not_in_future, take_back
from server.reference.models import Photo, Place
from server.trials.models import Deviation, Dish, Trial, TrialPhoto
from server.trials.selectors.courses import course_of


@transaction.atomic
def note_deviation(
    *,
    by: Person,
    trial: Trial,
    kind: DeviationKind,
    words: str,
    at: datetime,
    client_id: UUID,
    dish: Dish | None = None,
    seeds: int | None = None,
    place: Place | None = None,
) -> Deviation:
    """Note a deviation; the same client_id twice is one.

    A part of a dish that lies elsewhere stays part of it: the dish is still one replicate, counted in both places.
    """
    require(by, Right.COUNT)
    if (known := Deviation.objects.filter(client_id=client_id).first()) is not None:
        return known
    check_not_in_future(at)
    if dish is not None and dish.treatment.trial_id != trial.pk:
        raise refused("/dish", "other_trial", f"Dish {dish.code} is not part of {trial.code}.")
    if kind is DeviationKind.PART_MOVED:
        _check_part(dish, seeds, place)
    return Deviation.objects.create(
        trial=trial, dish=dish, kind=kind, words=words, seeds=seeds, place=place, at=at, by=by, client_id=client_id
    )


def _check_part(dish: Dish | None, seeds: int | None, place: Place | None) -> None:
    if dish is None:
        raise refused("/dish", "no_dish", "Enter the dish the seeds were moved from.")
    if place is None:
        raise refused("/place", "no_place", f"Say where the seeds of dish {dish.code} lie now.")
    left = course_of(dish).whole.remaining
    if seeds is None or not 1 <= seeds <= left:
        raise refused("/seeds", "part_size", f"Of dish {dish.code} {left} seeds are left: enter how many were moved, from 1 to {left}.")


@transaction.atomic
def take_back_deviation(*, by: Person, deviation: Deviation) -> Deviation:
    """Withdraw a deviation that was noted by mistake."""
    require(by, Right.COUNT)
    return take_back(deviation, by=by)


@transaction.atomic
def keep_trial_photo(*, by: Person, trial: Trial, photo: Photo, at: datetime, words: str = "") -> TrialPhoto:
    """Tie a picture to the trial; the same picture twice is one."""
    require(by, Right.COUNT)
    return TrialPhoto.objects.get_or_create(trial=trial, photo=photo, defaults={"by": by, "at": at, "words": words})[0]
