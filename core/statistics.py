"""Statistics shared by the subjects: score intervals, Holm, and the distributions they need.

Only ``scipy.special`` is used: ``scipy.stats`` costs over a second at import.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy import special

from core.errors import CoreError

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
    if not 0 <= p <= 1:
        raise CoreError(f"A share of {p} cannot be: it lies between 0 and 1.", code="share_out_of_range", parameter="p", value=p)
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
