"""What a season loses by when its stand is visited: by what is believed of it, or by the fixed cadence (docs/methods/ripeness.md)."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np

from core.harvest import Ripeness, SeasonBelief, Sighting, holding_days, ripeness, season_belief, watch
from core.vocabulary import Shedding

_SEEDS = 1000
_SEASON = (110.0, 290.0)
_BEGIN = date(2026, 1, 1)
_EARLIER, _EARLIER_SD, _YEARS_DIFFER = 3, 3.0, 8.0
# the fixed cadence begins two weeks before the day of earlier years, and ends when nearly all is seen ripe
_LEAD, _ALL_RIPE, _LAST = 14.0, 0.95, 320.0


@dataclass(frozen=True)
class SimulatedSeason:
    """A stand's season: true day of half ripe, and the days on which each seed is ripe and falls; what earlier years said."""

    shedding: Shedding
    half: float
    ripe: np.ndarray
    falls: np.ndarray
    before: SeasonBelief

    @classmethod
    def draw(cls, shedding: Shedding, rng: np.random.Generator) -> "SimulatedSeason":
        """Draw a season of a stand that was followed for three years."""
        usual = rng.uniform(170, 230)
        earlier = [SeasonBelief(usual + rng.normal(0, _YEARS_DIFFER) + rng.normal(0, _EARLIER_SD), _EARLIER_SD) for _ in range(_EARLIER)]
        before = season_belief(earlier)
        assert before is not None  # there are earlier years
        half, spread = usual + rng.normal(0, _YEARS_DIFFER), rng.uniform(4, 12)
        ripe = rng.normal(half, spread, _SEEDS)
        held = holding_days(shedding, rng.normal(size=_SEEDS))
        return cls(shedding, float(np.median(ripe)), ripe, ripe + held, before)


@dataclass(frozen=True, slots=True)
class SeasonTaken:
    """Share of the seed lost, 0..1, visits made, and whether the day of half ripe lay in its 90 % range after each visit."""

    lost: float
    visits: int
    held: tuple[bool, ...] = ()


def visited(season: SimulatedSeason, rng: np.random.Generator, *, follow: bool) -> SeasonTaken:
    """Visit a stand, take all ripe seed each time, and see the share ripe to ± 0.1."""
    taken = np.zeros(_SEEDS, dtype=bool)
    seen: list[Sighting] = []
    held = []
    days = _followed(season, seen) if follow else _cadence(season, seen)
    for day in days:
        taken |= (season.ripe <= day) & (season.falls > day)
        seen.append(Sighting(day, float(np.clip((season.ripe <= day).mean() + rng.normal(0, 0.1), 0, 1))))
        if follow:
            _, lower, upper = _believed(season, seen).half_ripe()
            held.append(lower <= season.half <= upper)
    return SeasonTaken(float((~taken).mean()), len(seen), tuple(held))


def _believed(season: SimulatedSeason, seen: list[Sighting]) -> Ripeness:
    found = ripeness(season.shedding, _SEASON, seen, season.before)
    assert found is not None  # earlier years are known
    return found


def _followed(season: SimulatedSeason, seen: list[Sighting]) -> Iterator[float]:
    last: float | None = None
    after = season.before.mean - 4 * season.before.sd
    while (day := _believed(season, seen).next_visit(last, after)) is not None and day < _LAST:
        yield day
        last = after = day


def _cadence(season: SimulatedSeason, seen: list[Sighting]) -> Iterator[float]:
    first = _BEGIN + timedelta(days=round(season.before.mean - _LEAD))
    while not seen or (seen[-1].ripe or 0) < _ALL_RIPE:
        last = _BEGIN + timedelta(days=round(seen[-1].day)) if seen else None
        found = watch(season.shedding, _BEGIN, first, last, (seen[-1].ripe or 0.0) if seen else 0.0)
        assert found.next_on is not None  # a first visit is planned
        day = float((found.next_on - _BEGIN).days)
        if day > _LAST:
            return
        yield day
