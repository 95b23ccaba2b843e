"""What is believed of the seasons of stands: from their own visits and harvests, earlier seasons, and other stands of the plant."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache

import numpy as np

from core.harvest import Ripeness, SeasonBelief, Sighting, ripeness, season_belief, seen_season
from core.vocabulary import Shedding, VisitOutcome
from server.record_kinds.days import local_day
from server.stands.models import Harvest, Stand, Visit
from server.stands.selectors.weather import YEAR, SeasonClock, Weather

# the season that is looked at around its first reminder, where no earlier one says more
BEFORE_FIRST, AFTER_FIRST = 45.0, 150.0
_MOST_EARLIER = 8
_KEPT = 1024
# what waiting means
WAITING_DAYS = 7.0


@dataclass(frozen=True)
class StandEvents:
    """Everything that was seen and taken at a stand, in order."""

    stand: Stand
    visits: Sequence[Visit]
    harvests: Sequence[Harvest]


@dataclass(frozen=True)
class Ripening:
    """A stand's season as it is believed: on its clock, with the last visit and whether ripe seed was taken then.

    `seasons` and `others` count the earlier seasons that it rests on: the stand's own, and those of other stands of the plant.
    """

    ripeness: Ripeness
    clock: SeasonClock
    since: date | None
    taken: bool
    seasons: int
    others: int
    before: SeasonBelief | None

    def next_on(self) -> date | None:
        """The day of the next visit; None where what is left is not worth one."""
        after = self._since
        if after is None:
            assert self.before is not None  # without a visit there is an earlier season
            after = self.before.mean - 4 * self.before.sd
        day = _next_visit(self.ripeness, self._since, after, taken=self.taken)
        return None if day is None else self.clock.date(day)

    @property
    def _since(self) -> float | None:
        return None if self.since is None else self.clock.day(self.since)

    def half_ripe(self) -> tuple[date, date, date]:
        """The day on which half is ripe: the middle one, and the ends of 90 %."""
        middle, lower, upper = (self.clock.date(d) for d in self.ripeness.half_ripe())
        return middle, lower, upper

    def chance_gone(self, on: date) -> float:
        """Chance that more than half is gone by a day."""
        return self.ripeness.chance_gone(self.clock.day(on))

    def waiting_loses(self, today: date) -> float:
        """Expected share of the season's seed that falls in the next week if nobody goes."""
        days = np.array([self.clock.day(today), self.clock.day(today) + WAITING_DAYS])
        lost = self.ripeness.lost(self._since, days, taken=self.taken)
        return max(0.0, float(lost[1] - lost[0]))


@lru_cache(maxsize=_KEPT)
def _next_visit(found: Ripeness, since: float | None, after: float, *, taken: bool) -> float | None:
    return found.next_visit(since, after, taken=taken)


@lru_cache(maxsize=_KEPT)
def _believed(shedding: Shedding, season: tuple[float, float], seen: tuple[Sighting, ...], before: SeasonBelief | None) -> Ripeness | None:
    return ripeness(shedding, season, seen, before)


@lru_cache(maxsize=_KEPT)
def _seen_season(shedding: Shedding, season: tuple[float, float], seen: tuple[Sighting, ...]) -> SeasonBelief | None:
    return seen_season(shedding, season, seen)


def anchor_of(day: date) -> date:
    """The first day of the year that a season around `day` is counted in: it lies well within it, whichever half of the year it is."""
    if 3 <= day.month <= 10:
        return date(day.year, 1, 1)
    return date(day.year if day.month > 10 else day.year - 1, 7, 1)


def ripening_of(
    own: StandEvents, others: Sequence[StandEvents], first: date | None, began: date, today: date, weather: Weather | None
) -> Ripening | None:
    """What is believed of the season of a stand that began on a day; None where neither a visit nor an earlier season says anything.

    `first` is its first reminder, `others` are other stands of the plant.
    """
    shedding = Shedding(own.stand.shedding)
    now = [v for v in own.visits if local_day(v.at) >= began and v.outcome == VisitOutcome.WATCHING]
    taken = [h for h in own.harvests if h.collected_on >= began]
    middle = first or (local_day(now[-1].at) if now else today)
    anchor = anchor_of(middle)
    clock = weather.clock(anchor, today) if weather else SeasonClock(anchor)
    at = clock.day(middle)
    window = (at - BEFORE_FIRST, at + AFTER_FIRST)
    mine = _earlier(own, shedding, anchor, began, today, weather)
    others_said = [s for o in others for s in _earlier(o, shedding, anchor, None, today, weather)]
    before = season_belief(mine, others_said)
    seen = (
        *(Sighting(clock.day(local_day(v.at)), v.share_ripe) for v in now),
        *(Sighting(clock.day(h.collected_on), harvested=True) for h in taken),
    )
    if before is None and not seen:
        return None
    found = _believed(shedding, window, tuple(sorted(seen, key=lambda s: (s.day, s.harvested))), before)
    if found is None:
        return None
    days = [*(local_day(v.at) for v in now), *(h.collected_on for h in taken)]
    last = max(days, default=None)
    # of a wild stand only a small part is ever taken
    took = own.stand.own_ground and any(h.collected_on == last for h in taken)
    return Ripening(found, clock, last, took, len(mine), len(others_said), before)


def _earlier(
    events: StandEvents, shedding: Shedding, anchor: date, until: date | None, today: date, weather: Weather | None
) -> list[SeasonBelief]:
    """What each season of a stand before `until` says, on the clock of the year that begins at `anchor`; the latest ones."""
    seasons: dict[int, list[Sighting]] = {}
    middle = anchor + timedelta(days=182)

    def add(on: date, ripe: float | None = None, *, harvested: bool = False, gone: bool = False) -> None:
        if until is not None and on >= until:
            return
        years = round((middle - on).days / YEAR)
        first = _years_before(anchor, years)
        clock = weather.clock(first, today) if weather else SeasonClock(first)
        seasons.setdefault(years, []).append(Sighting(clock.day(on), ripe, harvested, gone))

    for v in events.visits:
        if v.outcome == VisitOutcome.WATCHING:
            add(local_day(v.at), v.share_ripe)
        elif v.outcome == VisitOutcome.MISSED:
            add(local_day(v.at), gone=True)
    for h in events.harvests:
        add(h.collected_on, harvested=True)
    told = []
    for years in sorted(seasons)[:_MOST_EARLIER]:
        seen = tuple(sorted(seasons[years], key=lambda s: (s.day, s.harvested)))
        window = (seen[0].day - BEFORE_FIRST, seen[-1].day + BEFORE_FIRST)
        if found := _seen_season(shedding, window, seen):
            told.append(found)
    return told


def _years_before(anchor: date, years: int) -> date:
    return anchor.replace(year=anchor.year - years)
