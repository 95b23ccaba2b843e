"""What a trial can show: power of one pair, and the smallest difference with 80 % power (part 8).

The noncentral t is used with the trial's degrees of freedom; everything is computed on arrays, so that all pairs of a
large trial are solved together.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import special

from core.errors import CoreError
from core.germination import USUAL_WEIGHT, TrialShares
from core.statistics import critical_value, wilson

Array = NDArray[np.float64]

WANTED_POWER = 0.8
FAMILY_ALPHA = 0.05
MOST_DISHES = 200


@dataclass(frozen=True, slots=True)
class Precision:
    """What the interval of one treatment's share will be like; all but `phi`, `n_eff` and `critical` are shares 0..1."""

    phi: float
    n_eff: float
    critical: float
    lower: float
    upper: float
    half_width: float


def precision(p: float, *, dishes: int, seeds: int, rho: float, treatments: int = 1) -> Precision:
    """Wilson interval to expect at a share `p` of `dishes` × `seeds` in a trial of `treatments` (part 8).

    >>> round(precision(0.5, dishes=4, seeds=25, rho=0.05).half_width, 3)
    0.171
    """
    phi = 1 + (seeds - 1) * rho
    n_eff = dishes * seeds / phi
    critical = critical_value(None if dishes == 1 else treatments * (dishes - 1) + USUAL_WEIGHT)
    interval = wilson(p, n_eff, critical)
    return Precision(phi, n_eff, critical, interval.lower, interval.upper, (interval.upper - interval.lower) / 2)


def _power(p1: Array, p2: Array, phi: float, seeds: Array, df: float, comparisons: int) -> Array:
    """Power of two-sided t tests of p1 against p2 with `seeds` per treatment at 0.05/comparisons."""
    ncp = _ncp(p1, p2, phi, seeds)
    critical = special.stdtrit(df, 1 - FAMILY_ALPHA / (2 * comparisons))
    # far out the noncentral t underflows to nan; nothing is missed there
    upper = special.nctdtr(df, np.minimum(ncp, 60.0), critical)
    lower = special.nctdtr(df, np.minimum(ncp, 60.0), -critical)
    found: Array = np.clip(1 - np.nan_to_num(upper) + np.nan_to_num(lower), 0.0, 1.0)
    return found


def _ncp(p1: Array, p2: Array, phi: float, seeds: Array) -> Array:
    mean = (p1 + p2) / 2
    variance = phi * mean * (1 - mean) * 2 / seeds
    gap = np.abs(p1 - p2)
    return np.where(gap == 0, 0.0, gap / np.sqrt(np.maximum(variance, 1e-300)))


def power(p1: float, p2: float, *, dishes: int, seeds: int, treatments: int, rho: float, comparisons: int) -> tuple[float, float] | None:
    """Noncentrality and power of one pair in a trial of `treatments` × `dishes` × `seeds`; None without replication."""
    df = treatments * (dishes - 1)
    if df == 0:
        return None
    phi, total = 1 + (seeds - 1) * rho, np.array([float(dishes * seeds)])
    a, b = np.array([p1]), np.array([p2])
    return float(_ncp(a, b, phi, total)[0]), float(_power(a, b, phi, total, df, comparisons)[0])


def detectable(p1: float, *, dishes: int, seeds: int, treatments: int, rho: float, comparisons: int) -> tuple[float | None, float | None]:
    """Shares above and below `p1` that such a trial shows with 80 % power; None where none does."""
    df = treatments * (dishes - 1)
    if df == 0:
        return None, None
    phi, total = 1 + (seeds - 1) * rho, np.array([float(dishes * seeds)])
    start = np.array([p1])
    above = _solve(start, 1.0, phi, total, df, comparisons)[0]
    below = _solve(start, 0.0, phi, total, df, comparisons)[0]
    return (None if np.isnan(above) else float(above)), (None if np.isnan(below) else float(below))


def dishes_needed(p1: float, p2: float, *, seeds: int, treatments: int, rho: float, comparisons: int) -> tuple[int, float] | None:
    """Fewest dishes per treatment with 80 % power for `p1` against `p2`, and the power there.

    None where `MOST_DISHES` dishes do not reach it, as with equal shares.
    """
    if seeds < 1:
        raise CoreError(f"{seeds} seeds a dish make no trial: 1 is the least.", code="below_one", parameter="seeds", bound=1, value=seeds)
    for dishes in range(2, MOST_DISHES + 1):
        found = power(p1, p2, dishes=dishes, seeds=seeds, treatments=treatments, rho=rho, comparisons=comparisons)
        if found is not None and found[1] >= WANTED_POWER:
            return dishes, found[1]
    return None


def smallest_differences(shares: TrialShares, pairs: Sequence[tuple[int, int]]) -> list[tuple[float | None, float | None]]:
    """Smallest difference above and below the second of each pair that this trial could have shown.

    Uses the trial's own scatter and degrees of freedom, and the harmonic mean of the pair's seeds (part 4). Both None
    without replication.
    """
    if shares.df is None or not pairs:
        return [(None, None)] * len(pairs)
    t = shares.treatments
    start = np.array([t[j].p for _, j in pairs])
    total = np.array([2 / (1 / t[i].n + 1 / t[j].n) for i, j in pairs])
    above = _solve(start, 1.0, shares.phi, total, shares.df, len(pairs)) - start
    below = start - _solve(start, 0.0, shares.phi, total, shares.df, len(pairs))
    return [(None if np.isnan(a) else float(a), None if np.isnan(b) else float(b)) for a, b in zip(above, below, strict=True)]


def _solve(p1: Array, end: float, phi: float, seeds: Array, df: float, comparisons: int) -> Array:
    """The p2 between p1 and `end` with the wanted power, by bisection; nan where even `end` falls short or p1 is it."""
    near, far = p1.copy(), np.full_like(p1, end)
    reached = (_power(p1, far, phi, seeds, df, comparisons) >= WANTED_POWER) & (p1 != end)
    for _ in range(46):
        middle = (near + far) / 2
        enough = _power(p1, middle, phi, seeds, df, comparisons) >= WANTED_POWER
        far, near = np.where(enough, middle, far), np.where(enough, near, middle)
    return np.where(reached, far, np.nan)
