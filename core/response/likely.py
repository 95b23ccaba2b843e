"""Curves that the counts of a dose series allow, each with its weight (docs/methods/dose-and-response.md)."""

from dataclasses import dataclass

import numpy as np
from scipy.special import expit

from core.response.curves import Array
from core.response.fit import Series, weighted_ends
from core.vocabulary import DoseShape

# grids of (a, b) or (a, b, a₂), and of p₀ and p₁ around their best, in standard errors
_RISE_GRID, _HUMP_GRID = (25, 9), (12, 6, 12)
_ENDS = {DoseShape.RISING: np.linspace(-2.2, 2.2, 5), DoseShape.HUMPED: np.linspace(-1.7, 1.7, 3)}
# curves less likely than the best by more than this are left out
_UNLIKELY = 9.0


@dataclass(frozen=True)
class LikelyCurves:
    """Parameters of curves, shape (m, 4) or (m, 5), and their weights, shape (m,), which sum to 1."""

    theta: Array
    weights: Array

    def shares(self, x: Array) -> Array:
        """Share of each curve at log doses `x` of shape (k,): shape (m, k)."""
        return curve_shares(self.theta, x)

    def reweighted(self, loglik: Array) -> "LikelyCurves":
        """The same curves with weights of another log-likelihood, shape (m,)."""
        w = self.weights * np.exp(loglik - loglik.max())
        return LikelyCurves(self.theta, w / w.sum())


def curve_shares(theta: Array, x: Array) -> Array:
    """Shares of curves of shape (m, 4 or 5) at log doses of shape (k,): shape (m, k)."""
    p0, p1, a, b = (theta[:, [i]] for i in range(4))
    p = p0 + (p1 - p0) * expit((x - a) / b)
    out: Array = p * expit(-(x - theta[:, [4]]) / b) if theta.shape[1] > 4 else p
    return out


def likely_curves(series: Series, shape: DoseShape) -> LikelyCurves:
    """Rising (or falling) curves, or humps, by their quasi-likelihood over even grids of a, log b, a₂, and of both shares."""
    theta, log_weight = curve_grid(series, shape)
    value = series.quasi(LikelyCurves(theta, log_weight).shares(series.x)) + log_weight
    kept = value > value.max() - _UNLIKELY
    w = np.exp(value[kept] - value.max())
    return LikelyCurves(theta[kept], w / w.sum())


def curve_grid(series: Series, shape: DoseShape) -> tuple[Array, Array]:
    """Parameters of the grid, shape (m, 4 or 5), and the log of what each stands for."""
    bent, first, second = series.bent(_HUMP_GRID if shape is DoseShape.HUMPED else _RISE_GRID)
    (p0, p1), (v0, v1, c) = weighted_ends(first, second, series.p, series.weights)
    # p₀, and p₁ given p₀
    se0, slope = np.sqrt(v0), c / v0
    se1 = np.sqrt(np.maximum(v1 - c * slope, 0))
    # ends that the doses do not reach are any share
    se0, se1 = np.minimum(se0, 0.5), np.minimum(se1, 0.5)
    z0, z1 = (g.ravel() for g in np.meshgrid(_ENDS[shape], _ENDS[shape], indexing="ij"))
    shares = p0[:, None] + se0[:, None] * z0
    ends = p1[:, None] + slope[:, None] * se0[:, None] * z0 + se1[:, None] * z1
    rest = [np.broadcast_to(v, shares.shape) for v in bent]
    theta = np.stack([shares, ends, *rest], axis=-1).reshape(-1, 2 + len(bent))
    log_weight = np.broadcast_to(np.log(np.maximum(se0 * se1, 1e-9))[:, None], shares.shape).ravel()
    fits = ((theta[:, :2] >= 0) & (theta[:, :2] <= 1)).all(axis=1)
    return theta[fits], log_weight[fits]


def weighted_quantiles(values: Array, weights: Array, at: Array) -> Array:
    """Quantiles of values of shape (m, k) along the first axis: shape (len(at), k)."""
    order = np.argsort(values, axis=0)
    ranked = np.take_along_axis(values, order, axis=0)
    below = np.cumsum(weights[order], axis=0) - weights[order] / 2
    columns = [np.interp(at, below[:, j], ranked[:, j]) for j in range(values.shape[1])]
    return np.stack(columns, axis=1)
