"""Treatments against each other on speed among those that came up, and on pace, rate and speed in one (part 6)."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from core.germination.comparison import TOLD_APART_BELOW, pair_indices
from core.germination.families import in_days
from core.germination.indices import indices, mean_germination_time, shared_horizon
from core.records import CountRecord
from core.statistics import WelchOneway, critical_value, holm, satterthwaite, two_sided_p, welch_oneway, welch_pair
from core.vocabulary import Family, Reason


@dataclass(frozen=True, slots=True)
class SpeedPair:
    """One treatment against another.

    `effect` is a difference a − b (days, or percent for pace), or for T50 the ratio a / b; `lower`, `upper` are its 95 %
    interval, not adjusted. `se` of a ratio is that of its logarithm. `p_adjusted` by Holm over the pairs that have a p.
    """

    a: str
    b: str
    effect: float | None
    se: float | None
    df: float | None
    t: float | None
    p: float | None
    p_adjusted: float | None
    lower: float | None
    upper: float | None
    reason: Reason | None

    @property
    def told_apart(self) -> bool:
        """Whether the pair differs at 0.05 over the family."""
        return self.p_adjusted is not None and self.p_adjusted < TOLD_APART_BELOW


@dataclass(frozen=True, slots=True)
class FittedTime:
    """A treatment's T50 from its fit: days, the standard error of its logarithm, and how many dishes it rests on."""

    name: str
    t50: float | None
    se: float | None
    dishes: int


def compare_t50(times: Sequence[FittedTime], family: Family, control: str | None = None) -> list[SpeedPair]:
    """Ratios of fitted T50, from the log scale, with Welch–Satterthwaite degrees of freedom.

    Without a test: ``no_time`` where a T50 is undefined or 0, ``one_dish`` where it has no standard error, ``no_spread``
    where neither varies.
    """
    names = [t.name for t in times]
    return _adjusted([_ratio(times[i], times[j]) for i, j in pair_indices(names, family, control)])


def _ratio(a: FittedTime, b: FittedTime) -> SpeedPair:
    if not a.t50 or not b.t50:
        return _untested(a.name, b.name, None, Reason.NO_TIME)
    ratio = a.t50 / b.t50
    if a.se is None or b.se is None or a.dishes < 2 or b.dishes < 2:
        return _untested(a.name, b.name, ratio, Reason.ONE_DISH)
    if a.se == 0 and b.se == 0:
        return _untested(a.name, b.name, ratio, Reason.NO_SPREAD)
    se, df = satterthwaite([(a.se**2, a.dishes - 1), (b.se**2, b.dishes - 1)])
    t, half = math.log(ratio) / se, critical_value(df) * se
    lower, upper = math.log(ratio) - half, math.log(ratio) + half
    return SpeedPair(a.name, b.name, ratio, se, df, t, two_sided_p(t, df), None, in_days(lower), in_days(upper), None)


def _untested(a: str, b: str, effect: float | None, reason: Reason) -> SpeedPair:
    return SpeedPair(a, b, effect, None, None, None, None, None, None, None, reason)


def _adjusted(pairs: Sequence[SpeedPair]) -> list[SpeedPair]:
    known = [i for i, p in enumerate(pairs) if p.p is not None]
    adjusted = dict(zip(known, holm([p.p for p in pairs if p.p is not None]), strict=True))
    return [replace(p, p_adjusted=adjusted.get(i)) for i, p in enumerate(pairs)]


@dataclass(frozen=True, slots=True)
class MeanTime:
    """The plain mean of the dishes' mean germination times, in days, over the dishes in which something germinated."""

    name: str
    dishes_used: int
    mean: float | None
    reason: Reason | None


@dataclass(frozen=True, slots=True)
class MeanTimes:
    """Mean germination times of all treatments, and their pairs."""

    treatments: tuple[MeanTime, ...]
    pairs: tuple[SpeedPair, ...]


def compare_mgt(names: Sequence[str], dishes: Sequence[Sequence[CountRecord]], family: Family, control: str | None = None) -> MeanTimes:
    """Differences of mean germination time in days: Welch's t on the dishes in which something germinated."""
    values = [[m for d in group if (m := mean_germination_time([d])) is not None] for group in dishes]
    treatments = tuple(
        MeanTime(n, len(v), math.fsum(v) / len(v) if v else None, None if v else Reason.NONE_GERMINATED)
        for n, v in zip(names, values, strict=True)
    )
    return MeanTimes(treatments, tuple(_pairs(names, values, family, control)))


def _pairs(names: Sequence[str], values: Sequence[Sequence[float]], family: Family, control: str | None) -> list[SpeedPair]:
    found = []
    for i, j in pair_indices(names, family, control):
        w = welch_pair(values[i], values[j])
        found.append(SpeedPair(names[i], names[j], w.diff, w.se, w.df, w.t, w.p, None, w.lower, w.upper, w.reason))
    return _adjusted(found)


@dataclass(frozen=True)
class PaceResult:
    """Pace (area in percent) of every dish up to a shared horizon in days, its means, the test over all, and the pairs."""

    horizon: float | None
    per_dish: Mapping[str, tuple[float, ...]]
    means: Mapping[str, float]
    overall: WelchOneway
    pairs: tuple[SpeedPair, ...]


def compare_pace(
    names: Sequence[str],
    dishes: Sequence[Sequence[CountRecord]],
    family: Family,
    control: str | None = None,
    horizon: float | None = None,
) -> PaceResult:
    """Rate and speed in one figure: Welch's one-way test over all treatments, Welch's t in pairs.

    Without a horizon above 0 no dish has a pace and nothing is tested.
    """
    h = shared_horizon([d for group in dishes for d in group]) if horizon is None else horizon
    values = [[a for d in group if (a := indices([d], h).area) is not None] if h is not None else [] for group in dishes]
    means = {n: math.fsum(v) / len(v) for n, v in zip(names, values, strict=True) if v}
    per_dish = {n: tuple(v) for n, v in zip(names, values, strict=True)}
    return PaceResult(h, per_dish, means, welch_oneway(values), tuple(_pairs(names, values, family, control)))
