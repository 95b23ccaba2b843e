"""Solutions and other things that are used many times, and whose turn a round is."""

from datetime import date
from typing import Any, TypedDict, Unpack

from django.db import transaction

from core.vocabulary import SupplyKind
from server.batches.models import Supply, Turn
from server.errors import DomainError, field_error, refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import change_thing, check_day_not_in_future, create_thing
from server.reference.models import Place


class SupplyFields(TypedDict, total=False):
    """What else may be said of a supply."""

    made_by: str
    note: str
    used_up: bool


def make_supply(*, by: Person, name: str, kind: SupplyKind, made_on: date, **fields: Unpack[SupplyFields]) -> Supply:
    """Write down something that is made once."""
    require(by, Right.PLAN)
    check_day_not_in_future(made_on, "This", "/made_on")
    if Supply.everything.filter(name=name).exists():
        message = f"“{name}” exists already: choose another name, for example with a date."
        raise DomainError(message, code="name_taken", errors=[field_error("/name", "name_taken", message)])
    return create_thing(Supply(name=name, kind=kind, made_on=made_on, **fields), by=by)


def change_supply(*, by: Person, supply: Supply, version: int, changes: dict[str, Any]) -> Supply:
    """Change a supply's fields, or mark it as used up."""
    require(by, Right.PLAN)
    return change_thing(supply, changes, by=by, version=version)


@transaction.atomic
def assign_turn(*, by: Person, place: Place, person: Person, first_day: date, last_day: date) -> Turn:
    """Give somebody the rounds of a place for some days.."""
    require(by, Right.PLAN)
    if last_day < first_day:
        raise refused("/last_day", "ends_before_begin", f"The turn ends on {last_day:%-d %b}, before it begins on {first_day:%-d %b}.")
    clash = Turn.objects.filter(place=place, first_day__lte=last_day, last_day__gte=first_day).select_related("person").first()
    if clash is not None:
        message = (
            f"{clash.person.initials} has {place.full_name} from {clash.first_day:%-d %b} to {clash.last_day:%-d %b}. Change that turn."
        )
        raise refused("/first_day", "turn_taken", message)
    return create_thing(Turn(place=place, person=person, first_day=first_day, last_day=last_day), by=by)


def change_turn(*, by: Person, turn: Turn, version: int, changes: dict[str, Any]) -> Turn:
    """Give a turn to somebody else, or move its days."""
    require(by, Right.PLAN)
    first, last = changes.get("first_day", turn.first_day), changes.get("last_day", turn.last_day)
    if last < first:
        raise refused("/last_day", "ends_before_begin", f"The turn ends on {last:%-d %b}, before it begins on {first:%-d %b}.")
    return change_thing(turn, changes, by=by, version=version)
