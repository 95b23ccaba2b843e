"""Adding and changing places."""

from collections.abc import Mapping
from typing import Any, TypedDict, Unpack

from core.errors import CoreError
from core.seedstock import check_climate
from core.vocabulary import PlaceKind
from server.errors import refused, refused_by_core
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import change_thing, create_thing
from server.reference.models import Place

ANY_TEMPERATURE_C, ANY_HUMIDITY = 20.0, 50.0


class PlaceFields(TypedDict, total=False):
    """What a place may have beside its name and kind."""

    order: int
    indoors: bool
    capacity_bags: int | None
    temperature_c: float | None
    humidity_percent: float | None


def add_place(*, by: Person, name: str, kind: PlaceKind, parent: Place | None = None, **fields: Unpack[PlaceFields]) -> Place:
    """Add a place below another one, or at the top."""
    require(by, Right.PLAN)
    _check(fields)
    return create_thing(Place(name=name, kind=kind, parent=parent, **fields), by=by)


def change_place(*, by: Person, place: Place, version: int, changes: dict[str, Any]) -> Place:
    """Change a place; it cannot stand in itself, nor in a place that it holds."""
    require(by, Right.PLAN)
    _check(changes)
    above = changes.get("parent")
    while above is not None:
        if above == place:
            raise refused("/parent", "place_in_itself", f"{place.name} cannot stand in itself: choose another place around it.")
        above = above.parent
    return change_thing(place, changes, by=by, version=version)


def _check(fields: Mapping[str, Any]) -> None:
    warmth, damp = fields.get("temperature_c"), fields.get("humidity_percent")
    try:
        check_climate(ANY_TEMPERATURE_C if warmth is None else warmth, ANY_HUMIDITY if damp is None else damp)
    except CoreError as error:
        raise refused_by_core(error, f"/{error.parameter}") from error
