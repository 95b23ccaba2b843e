"""One treatment over lots and years: its mean, and where the next lot will fall (docs/methods/over-trials.md)."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy import special

from core.errors import check_share, check_size
from core.vocabulary import Reason

Array = NDArray[np.float64]
# how much lots are expected to differ before any was seen: scale of a half-normal, in logits
TAU_SCALE = 0.7
_TAU_MOST, _TAU_POINTS = 3.5, 400
_NODES = 40


@dataclass(frozen=True, slots=True)
class TrialLine:
    """A treatment's final share in one trial, 0..1, with its effective number of seeds."""

    p: float
    n_eff: float

    def __post_init__(self) -> None:
        check_share(self.p, "p")
        check_size(self.n_eff, "n_eff")


@dataclass(frozen=True, slots=True)
class LikelyShare:
    """Median of a share with the 95 % it is likely to lie in, 0..1."""

    median: float
    lower: float
    upper: float


@dataclass(frozen=True, slots=True)
class PooledShare:
    """All lines together. Shares 0..1.

    Attributes
    ----------
    mean : LikelyShare
        Of the average lot.
    next_lot : LikelyShare
        Where the next lot will fall; with one trial much wider than that trial's own interval.
    next_expected : float
        Expected share of the next lot.
    tau : float
        How much lots differ, in logits (posterior mean).
    lowest, highest : float
        The lowest and the highest line.
    reason : Reason or None
        ``one_trial`` where the difference between lots is only assumed.
    """

    trials: int
    mean: LikelyShare
    next_lot: LikelyShare
    next_expected: float
    tau: float
    lowest: float
    highest: float
    reason: Reason | None


def over_trials(lines: Sequence[TrialLine]) -> PooledShare | None:
    """Pool a treatment's lines; None without any. The trial is the unit.

    logit p_j ~ N(mu, tau²), tau ~ half-normal(0.7), mu flat, integrated on a grid of tau.

    References
    ----------
    Gelman et al. (2013), Bayesian Data Analysis, ch. 5.4, for the hierarchical model; docs/methods/over-trials.md.

    Examples
    --------
    >>> found = over_trials([TrialLine(0.5, 40), TrialLine(0.5, 40)])
    >>> round(found.mean.median, 2), round(found.next_lot.lower, 1)
    (0.5, 0.2)
    """
    return _over_trials(tuple(lines)) if lines else None


@lru_cache(maxsize=2048)
def _over_trials(lines: tuple[TrialLine, ...]) -> PooledShare:
    n = np.array([x.n_eff for x in lines])
    q = (np.array([x.p for x in lines]) * n + 0.5) / (n + 1)
    y, v = special.logit(q), 1 / (n * q * (1 - q))
    tau = (np.arange(_TAU_POINTS) + 0.5) * _TAU_MOST / _TAU_POINTS
    w = 1 / (v[None, :] + tau[:, None] ** 2)
    total = w.sum(axis=1)
    mean = (w * y).sum(axis=1) / total
    log_weight = 0.5 * np.log(w).sum(axis=1) - 0.5 * (w * (y - mean[:, None]) ** 2).sum(axis=1) - 0.5 * np.log(total)
    log_weight -= tau**2 / (2 * TAU_SCALE**2)
    weight = np.exp(log_weight - log_weight.max())
    weight /= weight.sum()
    of_mean, of_next = np.sqrt(1 / total), np.sqrt(1 / total + tau**2)
    nodes, gauss = np.polynomial.hermite_e.hermegauss(_NODES)
    expected = weight @ (special.expit(mean[:, None] + of_next[:, None] * nodes) @ (gauss / gauss.sum()))
    return PooledShare(
        trials=len(lines),
        mean=_likely(mean, of_mean, weight),
        next_lot=_likely(mean, of_next, weight),
        next_expected=float(expected),
        tau=float(weight @ tau),
        lowest=min(x.p for x in lines),
        highest=max(x.p for x in lines),
        reason=Reason.ONE_TRIAL if len(lines) == 1 else None,
    )


def _likely(mean: Array, sd: Array, weight: Array) -> LikelyShare:
    """Quantiles of a mixture of normals on the logit, as shares."""
    wanted = np.array([0.5, 0.025, 0.975])
    low, high = (np.full(3, float(np.min(mean - 12 * sd))), np.full(3, float(np.max(mean + 12 * sd))))
    for _ in range(60):
        middle = (low + high) / 2
        below = weight @ special.ndtr((middle[None, :] - mean[:, None]) / sd[:, None])
        low, high = np.where(below < wanted, middle, low), np.where(below < wanted, high, middle)
    median, lower, upper = special.expit((low + high) / 2)
    return LikelyShare(float(median), float(lower), float(upper))
