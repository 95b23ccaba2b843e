"""Stands, visits and lots as the open formats say them: what is between the nursery's records and a file."""

from collections.abc import Iterable, Mapping
from dataclasses import asdict, dataclass, field
from datetime import datetime
from enum import StrEnum
from typing import Any

from server.errors import Refused, field_error


class Held(StrEnum):
    """What a format has room for."""

    STANDS = "stands"
    VISITS = "visits"
    LOTS = "lots"


@dataclass(frozen=True)
class PlaceOnEarth:
    """A position in degrees (WGS 84), with the radius in metres that holds it; None: not known."""

    latitude: float
    longitude: float
    uncertainty_m: float | None = None


@dataclass(frozen=True)
class StandSaid:
    """A stand. `where` is as exact as whoever asked may see it."""

    key: str
    place_name: str
    scientific_name: str = ""
    common_name: str = ""
    field_name: str = ""
    where: PlaceOnEarth | None = None
    elevation_m: int | None = None
    habitat: str = ""
    plants: int | None = None
    note: str = ""
    withheld: str = ""


@dataclass(frozen=True)
class VisitSaid:
    """A visit to the stand `stand`; `share_ripe` is 0..1."""

    key: str
    stand: str
    at: datetime
    share_ripe: float = 0.0
    by: str = ""
    note: str = ""


@dataclass(frozen=True)
class LotSaid:
    """A lot. `collected` is an ISO date, shortened to what is known (2026-08, 2026); `stand` is the key of its stand, if any."""

    key: str
    scientific_name: str = ""
    common_name: str = ""
    field_name: str = ""
    origin_kind: str = ""
    origin_place: str = ""
    stand: str = ""
    where: PlaceOnEarth | None = None
    elevation_m: int | None = None
    collected: str = ""
    collector: str = ""
    leave: str = ""
    parents: int | None = None
    seeds: int | None = None
    seeds_estimated: bool = True
    note: str = ""
    ended: str = ""
    withheld: str = ""


@dataclass(frozen=True)
class Said:
    """All that a file says, in its order; `lost` are sentences about what of it has no place here."""

    stands: list[StandSaid] = field(default_factory=list)
    visits: list[VisitSaid] = field(default_factory=list)
    lots: list[LotSaid] = field(default_factory=list)
    lost: list[str] = field(default_factory=list)


def as_json(said: Said) -> dict[str, Any]:
    """What a file says, as JSON."""
    return asdict(said) | {"visits": [asdict(v) | {"at": v.at.isoformat()} for v in said.visits]}


def from_json(told: Mapping[str, Any]) -> Said:
    """What a file says, from JSON."""
    return Said(
        stands=[StandSaid(**{**x, "where": _placed(x["where"])}) for x in told["stands"]],
        visits=[VisitSaid(**{**x, "at": datetime.fromisoformat(x["at"])}) for x in told["visits"]],
        lots=[LotSaid(**{**x, "where": _placed(x["where"])}) for x in told["lots"]],
        lost=list(told["lost"]),
    )


def _placed(told: Mapping[str, Any] | None) -> PlaceOnEarth | None:
    return None if told is None else PlaceOnEarth(**told)


def counted(said: Said) -> str:
    """How much there is of each kind, in words: “2 stands, 1 lot”."""
    kinds = ((said.stands, "stand"), (said.visits, "visit"), (said.lots, "lot"))
    return ", ".join(f"{len(found):,} {word}{'' if len(found) == 1 else 's'}" for found, word in kinds if found) or "nothing"


def unusable(where: str, message: str) -> Refused:
    """A refusal of a whole file that names the part at fault."""
    text = f"{where}: {message}" if where else message
    return Refused(text, code="unusable_file", errors=[field_error("/file", "unusable_file", text)])


def position(latitude: str, longitude: str, where: str, uncertainty: str = "") -> PlaceOnEarth | None:
    """A position from two texts; None where both are empty. Refused with the numbers where it cannot be."""
    if not latitude.strip() and not longitude.strip():
        return None
    try:
        found = PlaceOnEarth(float(latitude), float(longitude), float(uncertainty) if uncertainty.strip() else None)
    except ValueError:
        raise unusable(
            where, f"“{latitude}, {longitude}” is no position. Write degrees as decimal numbers, such as 43.4, -119.6."
        ) from None
    for name, value, most in (("latitude", found.latitude, 90), ("longitude", found.longitude, 180)):
        # not a number is between nothing
        if not -most <= value <= most:
            raise unusable(where, f"a {name} of {value:g}° is impossible. It must lie between −{most} and {most}°.")
    return found


def whole(value: Any, where: str) -> int | None:
    """A whole number from what a file has for one; None where it has nothing. Refused where it is none."""
    if value is None or value == "":
        return None
    try:
        return round(float(value))
    except (TypeError, ValueError, OverflowError):
        raise unusable(where, f"“{str(value)[:40]}” is no number.") from None


def listed_terms(unknown: Iterable[str]) -> str:
    """Names of terms in a sentence, the first few of many."""
    names = sorted(set(unknown))
    return ", ".join(names[:12]) + (f" and {len(names) - 12} more" if len(names) > 12 else "")
