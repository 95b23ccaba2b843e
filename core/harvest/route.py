"""A way through the places of a day: always on to the nearest that is left."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import check_finite

_EARTH_KM = 6371.0


@dataclass(frozen=True, slots=True)
class Spot:
    """Where something lies, in degrees."""

    latitude: float
    longitude: float

    def __post_init__(self) -> None:
        check_finite(self.latitude, "latitude", least=-90)
        check_finite(self.longitude, "longitude", least=-360)

    def km_to(self, other: "Spot") -> float:
        """Straight distance over the ground, in km (haversine)."""
        a, b = math.radians(self.latitude), math.radians(other.latitude)
        across = math.radians(other.longitude - self.longitude)
        h = math.sin((b - a) / 2) ** 2 + math.cos(a) * math.cos(b) * math.sin(across / 2) ** 2
        return 2 * _EARTH_KM * math.asin(min(1.0, math.sqrt(h)))


@dataclass(frozen=True, slots=True)
class Stop:
    """A place of the route, by its number in what was given; `km` from the stop before, None at the first or where nobody knows."""

    place: int
    km: float | None


def route(places: Sequence[Spot | None]) -> list[Stop]:
    """Order places: the first given one first, then always the nearest; places without a position last, as given.

    Examples
    --------
    >>> [s.place for s in route([Spot(43.0, -119.0), Spot(43.9, -119.0), None, Spot(43.2, -119.0)])]
    [0, 3, 1, 2]
    """
    left = [(i, spot) for i, spot in enumerate(places) if spot is not None]
    out: list[Stop] = []
    here: Spot | None = None
    while left:
        if here is None:
            i, spot, km = *left[0], None
        else:
            near = here
            i, spot = min(left, key=lambda x: near.km_to(x[1]))
            km = near.km_to(spot)
        left.remove((i, spot))
        out.append(Stop(i, km))
        here = spot
    return out + [Stop(i, None) for i, spot in enumerate(places) if spot is None]
