"""What a trial can show: power of one pair, and the smallest difference with 80 % power (docs/methods/planning.md).

The noncentral t is used with the trial's degrees of freedom; everything is computed on arrays, so that all pairs of a
large trial are solved together.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray
from scipy import special

from core.errors import CoreError, check_correlation, check_share
from core.germination import TYPICAL_BAG_RHO, TYPICAL_DISH_RHO, TrialShares
from core.statistics import USUAL_WEIGHT, critical_value, wilson

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


@dataclass(frozen=True, slots=True)
class Design:
    """A layout to plan: `dishes` × `seeds` per treatment in a trial of `treatments`.

    Attributes
    ----------
    rho, rho_b : float
        Dish and bag correlation, 0..1.
    bags : int
        Bags each treatment's seed is treated in; 0 where in none, or one for each dish.
    comparisons : int
        Comparisons in the family.
    """

    dishes: int
    seeds: int
    treatments: int = 1
    rho: float = TYPICAL_DISH_RHO
    comparisons: int = 1
    bags: int = 0
    rho_b: float = TYPICAL_BAG_RHO

    def __post_init__(self) -> None:
        for name in ("dishes", "seeds", "treatments", "comparisons"):
            value = getattr(self, name)
            if not (math.isfinite(value) and value >= 1):
                message = f"{value} {name} do not make a trial. Use at least 1."
                raise CoreError(message, code="below_one", parameter=name, bound=1, value=value)
        if not (math.isfinite(self.bags) and self.bags >= 0):
            raise CoreError(f"{self.bags} bags are impossible.", code="bags_negative", parameter="bags", bound=0, value=self.bags)
        check_correlation(self.rho, "rho", "dish")
        check_correlation(self.rho_b, "rho_b", "bag")

    @property
    def phi(self) -> float:
        """Scatter factor between dishes."""
        return 1 + (self.seeds - 1) * self.rho

    @property
    def nu(self) -> int:
        """Degrees of freedom between the dishes of a treatment, over the trial."""
        return self.treatments * (self.dishes - 1)

    @property
    def n_eff(self) -> float:
        """Effective seeds of one treatment: dishes and bags."""
        return 1 / (self.phi / (self.dishes * self.seeds) + (self.rho_b / self.bags if self.bags else 0.0))


def precision(p: float, design: Design) -> Precision:
    """Return the Wilson interval to expect at a share `p` of one treatment.

    >>> round(precision(0.5, Design(dishes=4, seeds=25)).half_width, 3)
    0.171
    >>> round(precision(0.5, Design(dishes=4, seeds=25, bags=1)).half_width, 3)
    0.244
    """
    check_share(p, "p")
    critical = critical_value(None if design.dishes == 1 else design.nu + USUAL_WEIGHT)
    interval = wilson(p, design.n_eff, critical)
    return Precision(design.phi, design.n_eff, critical, interval.lower, interval.upper, (interval.upper - interval.lower) / 2)


def _power(p1: Array, p2: Array, n_eff: Array, df: float, comparisons: int) -> Array:
    """Power of two-sided t tests of p1 against p2 with `n_eff` effective seeds per treatment at 0.05/comparisons."""
    ncp = _ncp(p1, p2, n_eff)
    critical = special.stdtrit(df, 1 - FAMILY_ALPHA / (2 * comparisons))
    # far out the noncentral t underflows to nan; nothing is missed there
    upper = special.nctdtr(df, np.minimum(ncp, 60.0), critical)
    lower = special.nctdtr(df, np.minimum(ncp, 60.0), -critical)
    found: Array = np.clip(1 - _zero_for_nan(upper) + _zero_for_nan(lower), 0.0, 1.0)
    return found


def _zero_for_nan(values: Array) -> Array:
    """As numpy's `nan_to_num`, which takes longer than the distribution itself."""
    return np.where(np.isnan(values), 0.0, values)


def _ncp(p1: Array, p2: Array, n_eff: Array) -> Array:
    mean = (p1 + p2) / 2
    variance = mean * (1 - mean) * 2 / n_eff
    gap = np.abs(p1 - p2)
    return np.where(gap == 0, 0.0, gap / np.sqrt(np.maximum(variance, 1e-300)))


def power(p1: float, p2: float, design: Design) -> tuple[float, float] | None:
    """Return noncentrality and power of one pair of treatments; None without replication."""
    check_share(p1, "p1")
    check_share(p2, "p2")
    if design.nu == 0:
        return None
    a, b, n = np.array([p1]), np.array([p2]), np.array([design.n_eff])
    return float(_ncp(a, b, n)[0]), float(_power(a, b, n, design.nu, design.comparisons)[0])


def detectable(p1: float, design: Design) -> tuple[float | None, float | None]:
    """Return the shares above and below `p1` that such a trial shows with 80 % power; None where none does."""
    check_share(p1, "p1")
    if design.nu == 0:
        return None, None
    start, n = np.array([p1]), np.array([design.n_eff])
    above = _solve(start, 1.0, n, design.nu, design.comparisons)[0]
    below = _solve(start, 0.0, n, design.nu, design.comparisons)[0]
    return (None if np.isnan(above) else float(above)), (None if np.isnan(below) else float(below))


def dishes_needed(p1: float, p2: float, design: Design) -> tuple[int, float] | None:
    """Return the fewest dishes per treatment with 80 % power for `p1` against `p2`, and the power there.

    The dishes of `design` are not used. None where `MOST_DISHES` dishes do not reach it, as with equal shares.
    """
    for dishes in range(2, MOST_DISHES + 1):
        found = power(p1, p2, replace(design, dishes=dishes))
        if found is not None and found[1] >= WANTED_POWER:
            return dishes, found[1]
    return None


def smallest_differences(shares: TrialShares, pairs: Sequence[tuple[int, int]]) -> list[tuple[float | None, float | None]]:
    """Smallest difference above and below the second of each pair that this trial could have shown.

    Uses the trial's own scatter and degrees of freedom, and the harmonic mean of the pair's effective seeds. Both None
    without replication.
    """
    if shares.df is None or not pairs:
        return [(None, None)] * len(pairs)
    t = shares.treatments
    start = np.array([t[j].share for _, j in pairs])
    total = np.array([2 / (1 / t[i].n_eff + 1 / t[j].n_eff) for i, j in pairs])
    above = _solve(start, 1.0, total, shares.df, len(pairs)) - start
    below = start - _solve(start, 0.0, total, shares.df, len(pairs))
    return [(None if np.isnan(a) else float(a), None if np.isnan(b) else float(b)) for a, b in zip(above, below, strict=True)]


def _solve(p1: Array, end: float, n_eff: Array, df: float, comparisons: int) -> Array:
    """The p2 between p1 and `end` with the wanted power, by bisection; nan where even `end` falls short or p1 is it."""
    near, far = p1.copy(), np.full_like(p1, end)
    reached = (_power(p1, far, n_eff, df, comparisons) >= WANTED_POWER) & (p1 != end)
    for _ in range(46):
        middle = (near + far) / 2
        enough = _power(p1, middle, n_eff, df, comparisons) >= WANTED_POWER
        far, near = np.where(enough, middle, far), np.where(enough, near, middle)
    return np.where(reached, far, np.nan)
