"""The end of a dish: closing it, setting it aside, sending what is left on; and opening a blind trial."""

from collections.abc import Sequence
from dataclasses import asdict
from datetime import datetime
from uuid import UUID

from django.db import transaction

from core.errors import CoreError
from core.records import FATES, ClosingFates
from server.errors import DomainError, refused, refused_by_core
from server.people.models import Person
from server.people.permissions import Right, require
from server.recipes.models import Recipe
from server.record_kinds.services import change_thing, check_not_in_future, check_same_thing, take_back
from server.trials.models import Closing, Dish, SetAside, Stretch, Trial
from server.trials.selectors.courses import count_record, course_of, courses_of


@transaction.atomic
def close_dish(*, by: Person, dish: Dish, at: datetime, client_id: UUID, found: ClosingFates | None = None, note: str = "") -> Closing:
    """Close a dish with the fates found in what is left; what nobody checked stays unknown."""
    require(by, Right.COUNT)
    if (known := Closing.objects.filter(client_id=client_id).first()) is not None:
        check_same_thing(known.dish_id, dish.pk, "closing")
        return known
    course = course_of(dish)
    if course.sown_at is None:
        raise DomainError(f"Dish {dish.code} was never sown: it cannot be closed.", code="not_sown")
    if course.closing is not None:
        raise DomainError(f"Dish {dish.code} was closed by {course.closing.by.initials} already.", code="dish_closed")
    closing = Closing(dish=dish, at=at, by=by, client_id=client_id, note=note, **asdict(found or ClosingFates()))
    try:
        count_record(dish, course.sown_at, course.looks, closing)
    except CoreError as error:
        raise refused_by_core(error, f"/{error.parameter.removeprefix('closing').lstrip('.') or next(iter(FATES))}") from error
    closing.save()
    return closing


@transaction.atomic
def reopen_dish(*, by: Person, dish: Dish, at: datetime) -> Closing:
    """Take a closing back, with a trace: a new record that withdraws it."""
    require(by, Right.COUNT)
    closing = course_of(dish).closing
    if closing is None:
        raise DomainError(f"Dish {dish.code} is not closed.", code="not_closed")
    return Closing.objects.create(dish=dish, at=at, by=by, corrects=closing, withdrawn=True)


@transaction.atomic
def set_aside(*, by: Person, dish: Dish, at: datetime, why: str) -> SetAside:
    """Take a dish out of shares and comparisons from now on; its course to here stays."""
    require(by, Right.COUNT)
    if course_of(dish).set_aside is not None:
        raise DomainError(f"Dish {dish.code} was set aside already.", code="set_aside_already")
    return SetAside.objects.create(dish=dish, at=at, by=by, why=why)


@transaction.atomic
def take_back_set_aside(*, by: Person, dish: Dish) -> SetAside:
    """A dish set aside counts again; that it was set aside stays in the record."""
    require(by, Right.COUNT)
    standing = course_of(dish).set_aside
    if standing is None:
        raise DomainError(f"Dish {dish.code} is not set aside.", code="not_set_aside")
    return take_back(standing, by=by)


@transaction.atomic
def retreat_ungerminated(
    *, by: Person, trial: Trial, dishes: Sequence[Dish], at: datetime, name: str, recipe: Recipe | None = None
) -> list[Stretch]:
    """What is left in some dishes goes on into a second treatment: the same seeds, counted from here on as a record of their own."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    strange = [d.code for d in dishes if d.treatment.trial_id != trial.pk]
    if strange:
        raise refused("/dishes", "other_trial", f"Not dishes of {trial.code}: {', '.join(strange[:5])}.")
    courses = courses_of(dishes)
    for course in courses:
        code = course.dish.code
        if course.sown_at is None or course.sown_at > at:
            raise DomainError(f"Dish {code} was not sown by then: there is nothing to send on.", code="not_sown")
        if course.closing is not None:
            raise DomainError(f"Dish {code} is closed. Undo the closing to treat its seeds again.", code="dish_closed")
        if course.whole.remaining < 1:
            raise DomainError(f"No seed is left in dish {code}: every seed is accounted for.", code="nothing_left")
        if course.stretches and course.stretches[-1].at >= at:
            raise DomainError(f"Dish {code} went into “{course.stretches[-1].name}” later than that already.", code="stretch_order")
    return Stretch.objects.bulk_create([Stretch(dish=c.dish, at=at, by=by, name=name, recipe=recipe) for c in courses])


@transaction.atomic
def take_back_stretch(*, by: Person, dish: Dish) -> Stretch:
    """Undo sending a dish on: possible until it was looked at in its new treatment."""
    require(by, Right.PLAN)
    course = course_of(dish)
    if not course.stretches:
        raise DomainError(f"Dish {dish.code} was not sent on into another treatment.", code="no_stretch")
    last = course.stretches[-1]
    if any(x.at > last.at for x in course.looks):
        raise DomainError(f"Dish {dish.code} was looked at in “{last.name}” already. Undo those looks first.", code="looked_at")
    return take_back(last, by=by)


def open_trial(*, by: Person, trial: Trial, at: datetime, version: int) -> Trial:
    """Open a blind trial: from now on results show which dish had which treatment."""
    require(by, Right.PLAN)
    if trial.opened_at is not None:
        raise DomainError(f"{trial.code} was opened already.", code="opened_already")
    return change_thing(trial, {"opened_at": at}, by=by, version=version)
