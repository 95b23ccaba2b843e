"""When the seed of a stand is ripe, when it is gone, and when to go (docs/methods/ripeness.md).

Days are counted on one clock for all seasons of a stand: the day of an earlier season is moved by whole years. Where the weather is
known the clock runs in usual days (`thermal_days`), faster in warm weather.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy import special

from core.errors import CoreError, check_finite, check_share
from core.statistics import run_around
from core.vocabulary import Shedding

Array = NDArray[np.float64]

# days that ripe seed stays on the plant, by how it sheds; our starting points
HOLDING_DAYS = {
    Shedding.HOLDS: 30.0,
    Shedding.FLESHY: 14.0,
    Shedding.SHATTERS: 5.0,
    Shedding.FLIES: 3.0,
    Shedding.BURSTS: 2.0,
    Shedding.SOW_AT_ONCE: 5.0,
}
HOLDING_SPREAD = 0.4
SPREADS = np.linspace(4.0, 12.0, 9)
# how exactly a share ripe is seen
SEEN_SD = 0.1
# a season's day is never known better than this beforehand; nor between stands of a plant
LEAST_SD, BETWEEN_STANDS_SD, USUAL_SEASON_SD = 6.0, 10.0, 8.0
# a visit comes before more than this share of the season's seed has fallen since the last one: over a season a tenth is lost
VISIT_LOSS = 0.0115
# less than this is left for the last visit
LEFT_UNRIPE = 0.045
# best days are those with so much of the best expected harvest
AS_GOOD = 0.9
_HALF = 0.5
# degree days that every day counts, so that the clock runs in the cold too
ALWAYS_WARMTH = 3.0
_STEP = 0.5
# one season in twenty is odd, and any day of the year as likely
_ODD, _YEAR = 0.05, 365.0
_WIDE = 6.0
# a stand found bare has lost so much; a harvest is never made where less than this is ripe and still there
_BARE, _NEVER = 0.95, 1e-3
_NODES = 9
# days since half was ripe, over which the share gone is tabled
_LATE = np.arange(-60.0, 130.0 + _STEP, _STEP)
_LIKELY = 1e-5
_AHEAD = np.array([1.0, 2.0, 3.0, 5.0, 8.0, 12.0, 17.0, 23.0, 30.0, 40.0, 55.0])


@dataclass(frozen=True, slots=True)
class Sighting:
    """What was seen on a day: the share ripe, 0..1; or a harvest; or that the seed had gone."""

    day: float
    ripe: float | None = None
    harvested: bool = False
    gone: bool = False

    def __post_init__(self) -> None:
        check_finite(self.day, "day")
        if self.ripe is not None:
            check_share(self.ripe, "ripe")


@dataclass(frozen=True, slots=True)
class SeasonBelief:
    """The day on which half of the seed is ripe, before this season is seen: normal in 19 seasons of 20, in days; `sd` at least 6."""

    mean: float
    sd: float


@dataclass(frozen=True)
class SeasonShares:
    """Shares of the season's seed that are ripe, and that have fallen, 0..1: the middle one, and the ends of 90 %."""

    ripe: float
    ripe_lower: float
    ripe_upper: float
    gone: float
    gone_lower: float
    gone_upper: float


@dataclass(frozen=True, eq=False)
class Ripeness:
    """What is believed of a stand's season: weights over the day of half ripe (`mu`) and the spread of ripening (`sigma`), in days.

    One is equal to itself alone, and so can be a key.
    """

    shedding: Shedding
    mu: Array
    sigma: Array
    weights: Array

    def shares(self, days: Array) -> tuple[Array, Array]:
        """Shares ripe and gone for every belief, shape (beliefs, days)."""
        late = days[None, :] - self.mu[:, None]
        ripe = special.ndtr(late / self.sigma[:, None])
        table = _gone_table(self.shedding)
        gone = np.empty_like(late)
        for i, s in enumerate(SPREADS):
            mine = self.sigma == s
            gone[mine] = np.interp(late[mine], _LATE, table[i])
        return ripe, gone

    def expected(self, days: Sequence[float] | Array) -> tuple[Array, Array]:
        """Expected shares that are ripe, and that have fallen, on each day."""
        ripe, gone = self.shares(np.asarray(days, dtype=float))
        return self.weights @ ripe, self.weights @ gone

    def half_ripe(self) -> tuple[float, float, float]:
        """The day on which half is ripe: median, and the ends of 90 %."""
        order = np.argsort(self.mu, kind="stable")
        mu, below = self.mu[order], np.cumsum(self.weights[order])
        days, first = np.unique(mu, return_index=True)
        last = np.append(first[1:], len(mu)) - 1
        upto = np.concatenate([[0.0], below[last]])
        # within the step of the grid that holds it: days between two steps may be impossible
        found = []
        for at in (0.5, 0.05, 0.95):
            i = min(int(np.searchsorted(upto[1:], at)), len(days) - 1)
            found.append(float(days[i] + _STEP * ((at - upto[i]) / (upto[i + 1] - upto[i]) - 0.5)))
        return found[0], found[1], found[2]

    def chance_gone(self, day: float, share: float = _HALF) -> float:
        """Chance that more than a share is gone by a day."""
        _, gone = self.shares(np.array([day]))
        return float(self.weights @ (gone[:, 0] > share))

    def chance_ripe(self, day: float, share: float = _HALF) -> float:
        """Chance that more than a share is ripe by a day."""
        ripe, _ = self.shares(np.array([day]))
        return float(self.weights @ (ripe[:, 0] > share))

    def best_days(self, days: Array) -> tuple[float, float, float, float]:
        """The day with the largest expected harvest, its share ripe and not gone, and the first and last day that is about as good."""
        ripe, gone = self.expected(days)
        there = ripe - gone
        top = int(there.argmax())
        first, last = run_around(there >= AS_GOOD * there[top], top)
        return float(days[top]), float(there[top]), float(days[first]), float(days[last])

    def next_visit(self, since: float | None, after: float, *, taken: bool = True, most: float = VISIT_LOSS) -> float | None:
        """The latest day after `after` by which the expected loss since the last visit stays under `most`.

        The next day where even that loses more. None where what is left is not worth a visit: less than 4.5 % is still to ripen,
        and less than that is ripe on the plants.

        Parameters
        ----------
        since : float or None
            The day of the last visit; `taken` says whether all ripe seed was taken then.
        after : float
            The day before the first one that can still be chosen.
        most : float
            Share of the season's seed, 0..1.
        """
        if since is not None and self._over(since, after, taken=taken):
            return None
        coarse = after + _AHEAD
        over = self.lost(since, coarse, taken=taken) >= most
        if not over.any():
            return float(coarse[-1])
        first = int(over.argmax())
        if first == 0:
            return float(coarse[0])
        close = np.arange(coarse[first - 1], coarse[first])
        under = self.lost(since, close, taken=taken) < most
        return float(close[under][-1])

    def _over(self, since: float, after: float, *, taken: bool) -> bool:
        ripe, gone = self.expected([max(since, after)])
        left = 1 - float(ripe[0])
        return left < LEFT_UNRIPE and (taken or float(ripe[0] - gone[0]) < LEFT_UNRIPE)

    def lost(self, since: float | None, days: Array, *, taken: bool) -> Array:
        """Expected share of the season's seed that falls after the last visit and by each of `days`."""
        _, gone = self.shares(days)
        if since is None:
            return self.weights @ gone
        if not taken:
            return self.weights @ np.maximum(0.0, gone - self.shares(np.array([since]))[1])
        # what was ripe by then was taken, and cannot fall
        late = days[None, :, None] - _held(self.shedding) - self.mu[:, None, None]
        fallen = special.ndtr(late / self.sigma[:, None, None])
        at = special.ndtr((since - self.mu) / self.sigma)
        out: Array = self.weights @ np.maximum(0.0, fallen - at[:, None, None]).mean(axis=2)
        return out

    def band(self, days: Array) -> list[SeasonShares]:
        """Shares on each day, to be drawn."""
        ripe, gone = self.shares(days)
        columns = [*self._range(ripe), *self._range(gone)]
        return [SeasonShares(*(float(v) for v in row)) for row in zip(*columns, strict=True)]

    def _range(self, shares: Array) -> list[Array]:
        order = np.argsort(shares, axis=0)
        below = np.cumsum(self.weights[order], axis=0)
        ranked = np.take_along_axis(shares, order, axis=0)
        return [ranked[(below >= at).argmax(axis=0), np.arange(shares.shape[1])] for at in (0.5, 0.05, 0.95)]


def ripeness(
    shedding: Shedding, season: tuple[float, float], sightings: Sequence[Sighting], before: SeasonBelief | None = None
) -> Ripeness | None:
    """What is believed of a season, from what was seen in it and what is known of earlier ones; None where neither is there.

    Parameters
    ----------
    season : (first, last)
        Days between which half may be ripe; without `before` each is as likely.
    sightings : sequence of Sighting
        Of this season. A share ripe is seen to ± 0.1.
    before : SeasonBelief, optional
        From `season_belief`.

    References
    ----------
    docs/methods/ripeness.md. Ripening is normal over days, the time until seed falls log-normal; both are weighed on a grid.

    Examples
    --------
    >>> found = ripeness(Shedding.SHATTERS, (120, 260), [Sighting(180, 0.1), Sighting(186, 0.5)])
    >>> round(found.half_ripe()[0])
    187
    """
    if not season[0] < season[1]:
        message = f"A season from day {season[0]:g} to day {season[1]:g} has no days."
        raise CoreError(message, code="season_impossible", parameter="season", bound=season[0], value=season[1])
    if before is None and not sightings:
        return None
    first, last = season
    if before is not None:
        first, last = min(first, before.mean - _WIDE * before.sd), max(last, before.mean + _WIDE * before.sd)
    mu, sigma = (g.ravel() for g in np.meshgrid(np.arange(math.floor(first), last + _STEP, _STEP), SPREADS, indexing="ij"))
    log = np.zeros(len(mu))
    if before is not None:
        sd = max(before.sd, LEAST_SD)
        odd = _ODD * sd * math.sqrt(2 * math.pi) / _YEAR
        log += np.log((1 - _ODD) * np.exp(-(((mu - before.mean) / sd) ** 2) / 2) + odd)
    everywhere = Ripeness(shedding, mu, sigma, np.full(len(mu), 1 / len(mu)))
    if sightings:
        ripe, gone = everywhere.shares(np.array([s.day for s in sightings]))
        for j, s in enumerate(sightings):
            if s.gone:
                log -= (_BARE - np.minimum(gone[:, j], _BARE)) ** 2 / (2 * SEEN_SD**2)
                continue
            if s.ripe is not None:
                log += _seen(s.ripe, ripe[:, j])
            if s.harvested:
                log += np.log(np.maximum(ripe[:, j] - gone[:, j], _NEVER))
    w = np.exp(log - log.max())
    kept = w > _LIKELY
    return Ripeness(shedding, mu[kept], sigma[kept], w[kept] / w[kept].sum())


def _seen(seen: float, ripe: Array) -> Array:
    """Log-likelihood of a share as seen; none and all are seen where it is near them."""
    if seen <= 0 or seen >= 1:
        out: Array = special.log_ndtr((ripe - 1 if seen >= 1 else -ripe) / SEEN_SD)
        return out
    return -((seen - ripe) ** 2) / (2 * SEEN_SD**2)


def season_belief(own: Sequence[SeasonBelief], plant: Sequence[SeasonBelief] = ()) -> SeasonBelief | None:
    """What earlier seasons say of the next one: of the stand itself, and of other stands of its plant; None without any.

    The mean weighs each season by its own uncertainty and by how much seasons differ; the next season differs by as much again.
    """
    rows = [(s.mean, s.sd, 0.0) for s in own] + [(s.mean, s.sd, BETWEEN_STANDS_SD) for s in plant]
    if not rows:
        return None
    means = np.array([r[0] for r in rows])
    between = max(LEAST_SD, float(means[: len(own)].std(ddof=1))) if len(own) > 2 else USUAL_SEASON_SD
    w = 1 / np.array([sd**2 + between**2 + stands**2 for _, sd, stands in rows])
    return SeasonBelief(float(w @ means / w.sum()), math.sqrt(between**2 + 1 / float(w.sum())))


def seen_season(shedding: Shedding, season: tuple[float, float], sightings: Sequence[Sighting]) -> SeasonBelief | None:
    """What an earlier season says by itself: its day of half ripe with its standard deviation; None where it says nothing."""
    found = ripeness(shedding, season, sightings)
    if found is None:
        return None
    mean = float(found.weights @ found.mu)
    sd = math.sqrt(float(found.weights @ (found.mu - mean) ** 2))
    return SeasonBelief(mean, sd) if sd < (season[1] - season[0]) / 6 else None


def thermal_days(usual: Sequence[float], seen: Sequence[float], base_c: float = 5.0) -> list[float]:
    """Days on a clock that runs with warmth: after how many usual days so much warmth has come.

    Parameters
    ----------
    usual : sequence of float
        Mean °C of each day of a usual year, from the clock's day 0.
    seen : sequence of float
        Mean °C of the days of this year, from the same day on; the rest is taken to be usual.
    base_c : float
        Warmth counts above this: growing degree days.

    Returns
    -------
    list of float
        For each day of `usual`, the usual day it corresponds to.

    References
    ----------
    McMaster & Wilhelm (1997), Agric. For. Meteorol. 87:291, for growing degree days.

    Examples
    --------
    >>> [round(d, 1) for d in thermal_days([10.0] * 6, [15.0, 15.0])]
    [1.6, 3.2, 4.2, 5.2, 6.0, 6.0]
    """
    if not usual or len(seen) > len(usual):
        message = f"{len(seen)} days of weather do not fit {len(usual)} usual days."
        raise CoreError(message, code="lengths_differ", parameter="seen", bound=len(usual), value=len(seen))
    degree = np.maximum(0.0, np.asarray(usual, dtype=float) - base_c) + ALWAYS_WARMTH
    own = degree.copy()
    own[: len(seen)] = np.maximum(0.0, np.asarray(seen, dtype=float) - base_c) + ALWAYS_WARMTH
    usual_sum, own_sum = np.cumsum(degree), np.cumsum(own)
    return [float(v) for v in np.interp(own_sum, usual_sum, np.arange(1, len(usual) + 1))]


def _held(shedding: Shedding) -> Array:
    """Days that seed is held, equally likely ones."""
    return holding_days(shedding, special.ndtri((np.arange(_NODES) + 0.5) / _NODES))


def holding_days(shedding: Shedding, at: Array) -> Array:
    """Days that ripe seed is held, log-normal, at so many standard deviations of its log."""
    s = math.sqrt(math.log(1 + HOLDING_SPREAD**2))
    out: Array = np.exp(math.log(HOLDING_DAYS[shedding]) - s * s / 2 + s * at)
    return out


@lru_cache(maxsize=8)
def _gone_table(shedding: Shedding) -> Array:
    """Share gone by days since half was ripe, for each spread: shape (spreads, days)."""
    late = _LATE[None, :, None] - _held(shedding)
    out: Array = special.ndtr(late / SPREADS[:, None, None]).mean(axis=2)
    return out
