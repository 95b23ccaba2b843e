"""How far the shares of a trial are drawn together: the best of several is partly the luckiest (docs/methods/decide.md)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import special

from core.errors import CoreError, check_share, check_size

Array = NDArray[np.float64]
FEWEST_TREATMENTS = 3
MEAN_LEAST, MEAN_MOST = 0.02, 0.98
PRIOR_KAPPA, PRIOR_SPREAD = 4.0, 2.0
MOST_OF_MEDIAN = 4.0
_POINTS = 257
_ROUNDS = 3


@dataclass(frozen=True, slots=True)
class Shrinkage:
    """The prior Beta(kappa·mu, kappa·(1 − mu)) of every treatment's share; mu 0..1, kappa in seeds."""

    mu: float
    kappa: float

    def mean(self, p: float, n: float) -> float:
        """Return the expected share of a treatment with share `p` of `n` seeds, 0..1."""
        return (n * p + self.kappa * self.mu) / (n + self.kappa)


def shrinkage(p: Sequence[float], n: Sequence[float]) -> Shrinkage:
    """Find how alike the treatments of a trial are.

    Parameters
    ----------
    p : sequence of float, shape (k,)
        Shares, 0..1.
    n : sequence of float, shape (k,)
        Effective seeds behind each, > 0.

    Returns
    -------
    Shrinkage
        With fewer than three treatments mu = ½ and kappa = 1.

    References
    ----------
    Empirical Bayes on a beta-binomial with a prior on kappa: Casella (1985), Am. Stat. 39:83.

    Examples
    --------
    >>> found = shrinkage([0.5, 0.45, 0.55, 0.52], [40, 38, 42, 41])
    >>> round(found.mu, 3), round(found.kappa)
    (0.505, 63)
    """
    check_shares(p, n)
    if len(p) < FEWEST_TREATMENTS:
        return Shrinkage(0.5, 1.0)
    mu = min(MEAN_MOST, max(MEAN_LEAST, math.fsum(p) / len(p)))
    up, sizes = np.array(p) * np.array(n), np.array(n, dtype=float)
    low, high = 0.0, math.log(max(1.0, MOST_OF_MEDIAN * float(np.median(sizes))))
    ends = (low, high)
    for _ in range(_ROUNDS):
        x = np.linspace(low, high, _POINTS)
        at = int(np.argmax(_score(x, up, sizes, np.array(mu))))
        step = (high - low) / (_POINTS - 1)
        low, high = max(ends[0], x[at] - step), min(ends[1], x[at] + step)
    return Shrinkage(mu, float(np.exp(x[at])))


def expected_shares(p: Array, n: Array, points: int = 13) -> Array:
    """Return the expected shares of many drawn trials at once, with kappa on a coarse grid.

    Parameters
    ----------
    p, n : arrays, shape (trials, k)
        Shares 0..1 and effective seeds, not checked.
    points : int
        Steps of log kappa that are weighed.

    Returns
    -------
    array, shape (trials, k)
        `Shrinkage.mean` of each treatment; within a point of 100 of what `shrinkage` gives.
    """
    if p.shape[1] < FEWEST_TREATMENTS:
        return (n * p + 0.5) / (n + 1)
    mu = np.clip(p.mean(axis=1), MEAN_LEAST, MEAN_MOST)
    x = np.linspace(0.0, 1.0, points) * np.log(np.maximum(1.0, MOST_OF_MEDIAN * np.median(n, axis=1)))[:, None]
    best = _score(x, n * p, n, mu).argmax(axis=1)
    kappa = np.exp(np.take_along_axis(x, best[:, None], axis=1))
    out: Array = (n * p + kappa * mu[:, None]) / (n + kappa)
    return out


def _score(log_kappa: Array, up: Array, sizes: Array, mu: Array) -> Array:
    """How well each kappa, shape (…, points), fits trials of shape (…, k) with mean `mu`, shape (…)."""
    kappa = np.exp(log_kappa)
    a, b = kappa * mu[..., None], kappa * (1 - mu[..., None])
    n, g = sizes[..., None, :], up[..., None, :]
    each = special.betaln(g + a[..., None], n - g + b[..., None]).sum(axis=-1)
    out: Array = each - sizes.shape[-1] * special.betaln(a, b) - (log_kappa - math.log(PRIOR_KAPPA)) ** 2 / (2 * PRIOR_SPREAD**2)
    return out


def check_shares(p: Sequence[float], n: Sequence[float]) -> None:
    """Refuse shares outside 0..1, sizes that are not above 0, and none at all."""
    if not p:
        raise CoreError("There is no treatment to choose from.", code="no_treatment", parameter="p")
    if len(p) != len(n):
        message = f"{len(p)} shares and {len(n)} sizes do not match: give one of each per treatment."
        raise CoreError(message, code="lengths_differ", parameter="n", bound=len(p), value=len(n))
    for i, (share, size) in enumerate(zip(p, n, strict=True)):
        check_share(share, f"p.{i}")
        check_size(size, f"n.{i}")
