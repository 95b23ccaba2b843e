"""A way through the places where stands want a visit: the most pressing place first, then always the nearest."""

from dataclasses import dataclass
from datetime import date

from core.harvest import Spot, route
from server.rounds.selectors.today import visits_today
from server.stands.models import Stand
from server.stands.selectors.rows import Position, StandRow, position


@dataclass(frozen=True)
class RouteStop:
    """A place with its stands, the most pressing first. `km` is the straight distance from the place before, None at the first."""

    place_name: str
    position: Position | None
    km: float | None
    stands: list[StandRow]


@dataclass(frozen=True)
class DayRoute:
    """The places of a day in order; `km` is the sum of the straight distances, `coarse` says that some positions are coarse."""

    day: date
    km: float
    coarse: bool
    stops: list[RouteStop]


def route_of_day(day: date) -> DayRoute:
    """The route through the stands to visit on a day, by positions as exactly as they may be shown."""
    visits = visits_today(day)
    shown = {s.pk: position(s) for s in Stand.objects.filter(pk__in=[v.id for v in visits])}
    by_place: dict[str, list[StandRow]] = {}
    for v in visits:
        by_place.setdefault(v.place_name, []).append(v)
    names = list(by_place)
    spots = [next((p for v in by_place[name] if (p := shown[v.id])), None) for name in names]
    stops = [
        RouteStop(names[s.place], spots[s.place], s.km, by_place[names[s.place]])
        for s in route([Spot(p.latitude, p.longitude) if p else None for p in spots])
    ]
    return DayRoute(day, sum(s.km or 0.0 for s in stops), any(p is not None and not p.exact for p in spots), stops)
