"""The end of a dish: closing it, setting it aside; and opening a blind trial."""

from datetime import datetime
from uuid import UUID

from django.db import transaction

from core.errors import CoreError
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import change_thing
from server.rest.problems import Problem, refused_by_core
from server.trials.models import Closing, Dish, SetAside, Trial
from server.trials.selectors.courses import count_record, course_of


@transaction.atomic
def close_dish(
    *, by: Person, dish: Dish, at: datetime, client_id: UUID, fresh: int = 0, hard: int = 0, empty: int = 0, dead: int = 0, note: str = ""
) -> Closing:
    """Close a dish with the fates of what is left; what nobody checked stays unknown."""
    require(by, Right.COUNT)
    if (known := Closing.objects.filter(client_id=client_id, dish=dish).first()) is not None:
        return known
    course = course_of(dish)
    if course.sown_at is None:
        raise Problem(f"Dish {dish.code} was never sown: there is nothing to close.", code="not_sown")
    if course.closing is not None:
        raise Problem(f"Dish {dish.code} was closed by {course.closing.by.initials} already.", code="dish_closed")
    closing = Closing(dish=dish, at=at, by=by, client_id=client_id, fresh=fresh, hard=hard, empty=empty, dead=dead, note=note)
    try:
        count_record(dish, course.sown_at, course.looks, closing)
    except CoreError as error:
        raise refused_by_core(error, f"/{error.parameter.removeprefix('closing').lstrip('.') or 'fresh'}") from error
    closing.save()
    return closing


@transaction.atomic
def reopen_dish(*, by: Person, dish: Dish, at: datetime) -> Closing:
    """Take a closing back, with a trace: a new record that withdraws it."""
    require(by, Right.COUNT)
    closing = course_of(dish).closing
    if closing is None:
        raise Problem(f"Dish {dish.code} is not closed.", code="not_closed")
    return Closing.objects.create(dish=dish, at=at, by=by, corrects=closing, withdrawn=True)


@transaction.atomic
def set_aside(*, by: Person, dish: Dish, at: datetime, why: str) -> SetAside:
    """Take a dish out of shares and comparisons from now on; its course to here stays."""
    require(by, Right.COUNT)
    if course_of(dish).set_aside is not None:
        raise Problem(f"Dish {dish.code} was set aside already.", code="set_aside_already")
    return SetAside.objects.create(dish=dish, at=at, by=by, why=why)


def open_trial(*, by: Person, trial: Trial, at: datetime, version: int) -> Trial:
    """Open a blind trial: from now on results show which dish had which treatment."""
    require(by, Right.PLAN)
    if trial.opened_at is not None:
        raise Problem(f"{trial.code} was opened already.", code="opened_already")
    return change_thing(trial, {"opened_at": at}, by=by, version=version)
