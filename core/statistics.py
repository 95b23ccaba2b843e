"""Statistics shared by the subjects: score intervals, Holm, and the distributions they need.

Only ``scipy.special`` is used: ``scipy.stats`` costs over a second at import.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import special

from core.errors import CoreError, check_share
from core.vocabulary import Reason

NORMAL_975 = float(special.ndtri(0.975))


@dataclass(frozen=True, slots=True)
class Interval:
    """A 95 % interval; the unit is that of the estimate it belongs to."""

    lower: float
    upper: float


def critical_value(df: float | None, probability: float = 0.975) -> float:
    """Quantile of Student's t with `df` degrees of freedom, of the normal where `df` is None."""
    return float(special.ndtri(probability) if df is None else special.stdtrit(df, probability))


def two_sided_p(statistic: float, df: float | None) -> float:
    """Two-sided p of a statistic against t(df), or the normal where `df` is None."""
    tail = special.ndtr(-abs(statistic)) if df is None else special.stdtr(df, -abs(statistic))
    return float(min(1.0, 2 * tail))


def upper_chi2(x2: float, df: float) -> float:
    """Upper tail of chi-squared."""
    return float(special.chdtrc(df, x2))


def upper_f(statistic: float, df1: float, df2: float) -> float:
    """Upper tail of F."""
    return float(special.fdtrc(df1, df2, statistic))


def self_weighted(sizes: Sequence[int]) -> float:
    """Mean size as the members see it, Σx²/Σx: of dishes, the one that a seed taken at random lies in."""
    return sum(x * x for x in sizes) / sum(sizes)


USUAL_WEIGHT = 3


def shrunk(measured: float | None, nu: float, usual: float) -> tuple[float, float | None]:
    """Shrink a measured scatter factor towards the usual one, which weighs as much as 3 degrees of freedom.

    Parameters
    ----------
    measured : float or None
        Scatter factor seen, on `nu` degrees of freedom; None where `nu` is 0.
    nu : float
        Degrees of freedom of `measured`, >= 0.
    usual : float
        Scatter factor to expect without seeing any.

    Returns
    -------
    (factor, df)
        The factor, at least 1, and its degrees of freedom; without any measurement `df` is None. Above the usual
        factor the measurement is believed as it is, and the usual one adds fewer degrees of freedom.

    References
    ----------
    docs/methods/final-share.md.

    Examples
    --------
    >>> shrunk(1.0, 12, 2.2)
    (1.24, 15.0)
    >>> shrunk(None, 0, 2.2)
    (2.2, None)
    """
    if measured is None or nu == 0:
        return max(1.0, usual), None
    if measured > usual:
        return max(1.0, measured), nu + USUAL_WEIGHT * (usual / measured) ** 2
    return max(1.0, (nu * measured + USUAL_WEIGHT * usual) / (nu + USUAL_WEIGHT)), float(nu + USUAL_WEIGHT)


def wilson(p: float, n: float, critical: float = NORMAL_975) -> Interval:
    """Wilson's score interval of a proportion.

    Parameters
    ----------
    p : float
        Proportion, 0..1.
    n : float
        Effective number of seeds, > 0; need not be whole.
    critical : float
        Critical value of the interval.

    Returns
    -------
    Interval
        Exactly 0 below where p is 0, exactly 1 above where p is 1.

    References
    ----------
    Wilson (1927), J. Am. Stat. Assoc. 22:209.

    Examples
    --------
    >>> i = wilson(0.6, 10)
    >>> round(i.lower, 4), round(i.upper, 4)
    (0.3127, 0.8318)
    """
    check_share(p, "p")
    if not n > 0:
        raise CoreError(f"An interval needs more than {n} seeds.", code="n_not_positive", parameter="n", bound=0, value=n)
    c2 = critical * critical
    centre = (p + c2 / (2 * n)) / (1 + c2 / n)
    half = critical / (1 + c2 / n) * math.sqrt(p * (1 - p) / n + c2 / (4 * n * n))
    return Interval(0.0 if p == 0 else max(0.0, centre - half), 1.0 if p == 1 else min(1.0, centre + half))


def newcombe(p_a: float, a: Interval, p_b: float, b: Interval) -> Interval:
    """Interval of p_a − p_b from the two score intervals (Newcombe 1998, Stat. Med. 17:873, method 10)."""
    difference = p_a - p_b
    return Interval(
        difference - math.hypot(p_a - a.lower, b.upper - p_b),
        difference + math.hypot(a.upper - p_a, p_b - b.lower),
    )


@dataclass(frozen=True, slots=True)
class WelchGroup:
    """Values of one group, and a variance of their mean that the values cannot show (`extra`, taken as known)."""

    values: Sequence[float]
    extra: float = 0.0

    @property
    def own(self) -> float:
        """Squared standard error of the mean, from the values alone."""
        return _variance(self.values) / len(self.values)

    @property
    def squared_se(self) -> float:
        """Squared standard error of the mean."""
        return self.own + self.extra

    @property
    def df(self) -> float:
        """Degrees of freedom of `squared_se`."""
        return (self.squared_se / self.own) ** 2 * (len(self.values) - 1)


@dataclass(frozen=True, slots=True)
class WelchPair:
    """Difference of two means, x − y, in their unit; all but `diff` are None where there is no test, with its reason."""

    diff: float | None
    se: float | None
    df: float | None
    t: float | None
    p: float | None
    lower: float | None
    upper: float | None
    reason: Reason | None


def welch_pair(x: Sequence[float], y: Sequence[float], extra: tuple[float, float] = (0.0, 0.0)) -> WelchPair:
    """Welch's t (Welch 1947, Biometrika 34:28); one side without spread is tested, two are not.

    `extra` adds a known variance to the squared standard error of each mean.

    >>> round(welch_pair([3, 4, 5], [1, 2, 3]).t, 3)
    2.449
    """
    if not x or not y:
        return WelchPair(None, None, None, None, None, None, None, Reason.NO_VALUE)
    diff = math.fsum(x) / len(x) - math.fsum(y) / len(y)
    if len(x) < 2 or len(y) < 2:
        return WelchPair(diff, None, None, None, None, None, None, Reason.ONE_DISH)
    groups = [WelchGroup(x, extra[0]), WelchGroup(y, extra[1])]
    if groups[0].own + groups[1].own == 0:
        return WelchPair(diff, None, None, None, None, None, None, Reason.NO_SPREAD)
    seen, df = satterthwaite([(g.own, len(g.values) - 1) for g in groups])
    se = math.hypot(seen, math.sqrt(sum(extra)))
    df *= (se / seen) ** 4
    t, half = diff / se, critical_value(df) * se
    return WelchPair(diff, se, df, t, two_sided_p(t, df), diff - half, diff + half, None)


def satterthwaite(parts: Sequence[tuple[float, int]]) -> tuple[float, float]:
    """Standard error and degrees of freedom of a sum, from (squared standard error, degrees of freedom) of each part."""
    largest = max(v for v, _ in parts)
    # scaled, so that the squares of very small variances do not vanish
    total = math.fsum(v / largest for v, _ in parts)
    df = total**2 / math.fsum((v / largest) ** 2 / d for v, d in parts)
    return math.sqrt(total * largest), df


@dataclass(frozen=True, slots=True)
class WelchOneway:
    """Welch's test over several groups; `left_out` are the places of groups with one value or no spread."""

    f: float | None
    df1: int | None
    df2: float | None
    p: float | None
    left_out: tuple[int, ...]
    reason: Reason | None


def welch_oneway(groups: Sequence[Sequence[float]], extra: Sequence[float] | None = None) -> WelchOneway:
    """Welch's one-way test (Welch 1951, Biometrika 38:330) over the groups with spread; F = t² for two.

    `extra` adds a known variance to the squared standard error of each group's mean.
    """
    added = [0.0] * len(groups) if extra is None else extra
    left_out = tuple(i for i, g in enumerate(groups) if len(g) < 2 or _variance(g) == 0)
    used = [WelchGroup(g, added[i]) for i, g in enumerate(groups) if i not in left_out]
    k = len(used)
    if k < 2:
        return WelchOneway(None, None, None, None, left_out, Reason.FEWER_THAN_TWO_GROUPS_WITH_SPREAD)
    weights = [1 / g.squared_se for g in used]
    means = [math.fsum(g.values) / len(g.values) for g in used]
    total = math.fsum(weights)
    mean = math.fsum(w * m for w, m in zip(weights, means, strict=True)) / total
    between = math.fsum(w * (m - mean) ** 2 for w, m in zip(weights, means, strict=True)) / (k - 1)
    lost = math.fsum((1 - w / total) ** 2 / g.df for w, g in zip(weights, used, strict=True))
    f = between / (1 + 2 * (k - 2) / (k * k - 1) * lost)
    df2 = (k * k - 1) / (3 * lost)
    return WelchOneway(f, k - 1, df2, upper_f(f, k - 1, df2), left_out, None)


def _variance(values: Sequence[float]) -> float:
    """Sample variance; exactly 0 where all values are equal."""
    if max(values) == min(values):
        return 0.0
    mean = math.fsum(values) / len(values)
    return math.fsum((v - mean) ** 2 for v in values) / (len(values) - 1)


def holm(p: Sequence[float]) -> list[float]:
    """Holm's step-down adjustment (Holm 1979), same order, at most 1.

    >>> holm([0.01, 0.04, 0.03])
    [0.03, 0.06, 0.06]
    """
    count = len(p)
    order = np.argsort(np.asarray(p, dtype=float), kind="stable")
    adjusted = [0.0] * count
    running = 0.0
    for rank, index in enumerate(order):
        running = max(running, min(1.0, (count - rank) * p[index]))
        adjusted[index] = running
    return adjusted


def run_around(good: NDArray[np.bool_], at: int) -> tuple[int, int]:
    """Return the first and last place of the unbroken run of true values that the place `at` lies in; `at` itself where it is alone.

    >>> run_around(np.array([True, False, True, True, False]), 3)
    (2, 3)
    """
    low, high = at, at
    while low > 0 and good[low - 1]:
        low -= 1
    while high < len(good) - 1 and good[high + 1]:
        high += 1
    return low, high
