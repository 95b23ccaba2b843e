"""The best curve of each shape for one dose series, by quasi-likelihood (docs/methods/dose-and-response.md)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from scipy.optimize import minimize
from scipy.special import expit

from core.germination import TrialShares
from core.response.curves import PARAMETERS, PAST_LARGEST, SPREADS, TINY, Array, DoseFit, part_of_zero, shares_and_slopes
from core.vocabulary import DoseShape

FEWEST_HUMP_DOSES = 5
# a coarse grid of curves, and how many of its best are begun from, so many places apart
_COARSE, _COARSE_SPREADS, _STARTS, _APART = 14, 6, 3, 5


@dataclass(frozen=True)
class Series:
    """Doses (ascending) with their shares and effective seeds, each of shape (k,); `dishes` is their number."""

    doses: Array
    p: Array
    n: Array
    dishes: int

    @classmethod
    def of(cls, doses: Sequence[float], shares: TrialShares) -> "Series":
        """The series of a trial's treatments, whose doses are given in their order."""
        order = np.argsort(np.asarray(doses, dtype=float), kind="stable")
        found = [shares.treatments[i] for i in order]
        p, n = np.array([t.share for t in found]), np.array([t.n_eff for t in found])
        return cls(np.asarray(doses, dtype=float)[order], p, n, sum(t.dishes for t in found))

    @cached_property
    def delta(self) -> float:
        """Delta, in the unit of the doses."""
        return part_of_zero(self.doses)

    @cached_property
    def x(self) -> Array:
        """Log doses, shape (k,)."""
        return np.log(self.doses + self.delta)

    @property
    def largest(self) -> float:
        """The largest dose."""
        return float(self.doses.max())

    @property
    def middles(self) -> tuple[float, float]:
        """Bounds of `a`."""
        return math.log(self.delta), math.log(self.largest + self.delta)

    def bounds(self, *, hump: bool) -> list[tuple[float, float]]:
        """Bounds of the parameters."""
        low, high = self.middles
        return [(0.0, 1.0), (0.0, 1.0), (low, high), SPREADS] + ([(low, high + PAST_LARGEST)] if hump else [])

    def quasi(self, p: Array) -> Array:
        """Quasi log-likelihood of shares along the last axis."""
        q = np.clip(p, TINY, 1 - TINY)
        # one sum: the seeds that came up weigh the logit
        out: Array = np.log1p(-q) @ self.n + np.log(q / (1 - q)) @ (self.n * self.p)
        return out

    def fits(self) -> dict[DoseShape, tuple[float, DoseFit]]:
        """The best curve of each shape that the data can tell, with its quasi log-likelihood; flat always."""
        mean = float((self.n * self.p).sum() / self.n.sum())
        flat = DoseFit(DoseShape.FLAT, self.delta, mean, mean, 0.0, 1.0)
        found = {DoseShape.FLAT: (float(self.quasi(np.full_like(self.p, mean))), flat)}
        if self.dishes > PARAMETERS[DoseShape.RISING] + 1:
            found[DoseShape.RISING] = self.fitted(DoseShape.RISING)
        if len(set(self.doses)) >= FEWEST_HUMP_DOSES and self.dishes > PARAMETERS[DoseShape.HUMPED] + 1:
            found[DoseShape.HUMPED] = self.fitted(DoseShape.HUMPED)
        return found

    def fitted(self, shape: DoseShape) -> tuple[float, DoseFit]:
        """The best rising or humped curve over several starts, and its quasi log-likelihood."""
        hump = shape is DoseShape.HUMPED
        x, n, p_hat = self.x, self.n, self.p

        def minus(theta: Array) -> tuple[float, Array]:
            p, slopes = shares_and_slopes(theta, x)
            p = np.clip(p, TINY, 1 - TINY)
            steep = n * (p_hat / p - (1 - p_hat) / (1 - p))
            return -float(self.quasi(p)), -(np.array(slopes) @ steep)

        starts = self._starts(hump=hump)
        found = [minimize(minus, start, jac=True, method="L-BFGS-B", bounds=self.bounds(hump=hump)) for start in starts]
        best = min(found, key=lambda r: float(r.fun))
        return -float(best.fun), DoseFit.of(shape, self.delta, best.x)

    def bent(self, sizes: tuple[int, ...]) -> tuple[list[Array], Array, Array]:
        """Even grids of a and log b, and of a₂ where there is a third size: each of shape (m, 1).

        Beside them what a curve's p₀ and p₁ are multiplied by at each dose, shape (m, k).
        """
        low, high = self.middles
        grids = [np.linspace(low, high, sizes[0]), np.exp(np.linspace(math.log(SPREADS[0]), math.log(SPREADS[1]), sizes[1]))]
        if len(sizes) > 2:
            grids.append(np.linspace(low, high + PAST_LARGEST, sizes[2]))
        bent = [g.ravel()[:, None] for g in np.meshgrid(*grids, indexing="ij")]
        s = expit((self.x - bent[0]) / bent[1])
        fall = expit(-(self.x - bent[2]) / bent[1]) if len(sizes) > 2 else np.ones_like(s)
        return bent, (1 - s) * fall, s * fall

    def _starts(self, *, hump: bool) -> list[list[float]]:
        """Curves to begin from: over a grid of what bends them, the shares at both ends by weighted least squares."""
        bent, first, second = self.bent((_COARSE, _COARSE_SPREADS, _COARSE) if hump else (_COARSE, _COARSE_SPREADS))
        p0, p1 = (np.clip(v, 0.01, 0.99)[:, None] for v in weighted_ends(first, second, self.p, self.weights)[0])
        best = np.argsort(-self.quasi(p0 * first + p1 * second), kind="stable")
        return [[float(v[i, 0]) for v in (p0, p1, *bent)] for i in best[: _STARTS * _APART : _APART]]

    @property
    def weights(self) -> Array:
        """Weights of least squares, 1/variance of each share."""
        out: Array = self.n / np.maximum(self.p * (1 - self.p), 0.02)
        return out


def weighted_ends(first: Array, second: Array, p: Array, w: Array) -> tuple[tuple[Array, Array], tuple[Array, Array, Array]]:
    """p₀ and p₁ by weighted least squares for many curves p₀·first + p₁·second, and their variances and covariance."""
    ff, fs, ss = ((w * v).sum(axis=1) for v in (first * first, first * second, second * second))
    fy, sy = (w * p * first).sum(axis=1), (w * p * second).sum(axis=1)
    whole = ff * ss - fs * fs + 1e-9 * ff * ss + TINY
    return ((ss * fy - fs * sy) / whole, (ff * sy - fs * fy) / whole), (ss / whole, ff / whole, -fs / whole)


def criterion(shape: DoseShape, loglik: float, dishes: int, extra: int = 0) -> float:
    """QAICc of a shape with `extra` parameters more."""
    k = PARAMETERS[shape] + extra
    return -2 * loglik + 2 * k + 2 * k * (k + 1) / (dishes - k - 1)
