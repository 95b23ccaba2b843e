"""Adding and changing stands."""

from datetime import date
from typing import Any, TypedDict, Unpack

from core.vocabulary import Shedding
from server.errors import refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import change_thing, create_thing, with_changes
from server.reference.models import Place, Taxon
from server.stands.models import Stand

HIGHEST_M, LOWEST_M = 9000, -500


class StandFields(TypedDict, total=False):
    """What a stand is, and what goes for it."""

    taxon: Taxon | None
    field_name: str
    place_name: str
    latitude: float | None
    longitude: float | None
    show_exact: bool
    elevation_m: int | None
    ecoregion: str
    habitat: str
    plants: int | None
    own_ground: bool
    leave_by: str
    leave_until: date | None
    protected: bool
    licence: str
    invasive: bool
    may_be_mown: bool
    mown_from: date | None
    shedding: Shedding
    watch_from: date | None
    weather_place: Place | None
    note: str


def add_stand(*, by: Person, **fields: Unpack[StandFields]) -> Stand:
    """Add a stand; it needs a plant or a field name, and a place."""
    require(by, Right.PLAN)
    stand = Stand(**fields)
    _check(stand)
    return create_thing(stand, by=by)


def change_stand(*, by: Person, stand: Stand, version: int, changes: dict[str, Any]) -> Stand:
    """Change a stand. Naming the plant keeps the field name."""
    require(by, Right.PLAN)
    _check(with_changes(stand, changes))
    return change_thing(stand, changes, by=by, version=version)


def _check(stand: Stand) -> None:
    if stand.taxon_id is None and not stand.field_name.strip():
        raise refused("/field_name", "stand_without_name", "A stand needs a plant, or a field name while the species is unknown.")
    if not stand.place_name.strip():
        raise refused("/place_name", "stand_without_place", "Where is it? Enter a name by which a helper can find it.")
    for name, value, end in (("latitude", stand.latitude, 90), ("longitude", stand.longitude, 180)):
        if value is not None and not -end <= value <= end:
            raise refused(f"/{name}", "off_the_globe", f"A {name} of {value:g}° is impossible. It must lie between −{end} and {end}°.")
    if (stand.latitude is None) != (stand.longitude is None):
        missing = "latitude" if stand.latitude is None else "longitude"
        raise refused(f"/{missing}", "half_a_position", f"Enter both coordinates: the {missing} is missing.")
    if stand.elevation_m is not None and not LOWEST_M <= stand.elevation_m <= HIGHEST_M:
        message = f"Plants do not grow at {stand.elevation_m} m: it lies between {LOWEST_M} and {HIGHEST_M} m. Is it in feet?"
        raise refused("/elevation_m", "elevation_impossible", message)
