"""The 95 % interval of the dose that is enough, by profile likelihood (docs/methods/dose-and-response.md)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import minimize
from scipy.special import expit

from core.response.curves import ENOUGH, SPREADS, TINY, Array, DoseFit
from core.response.fit import Series

# log doses that are profiled, curves (a, b) that each is profiled over, those close to the best curve among them
_DOSES, _WIDE, _NEAR = 41, (14, 9), (-0.6, -0.2, 0.2, 0.6)
# and doses close to the best one, on the log scale
_CLOSE = (0.005, 0.015, 0.03, 0.06)
# curves closed in on, in steps of the wide grid, and doses between two of the grid
_CLOSER, _BETWEEN = ((-0.8, -0.4, 0.4, 0.8), (-0.2, -0.1, 0.1, 0.2)), 9
_STEPS = 7
_STEP = 1e-6
# how far a polished end may fall short of the likelihood that it must reach
_SHORT = 2e-3


@dataclass(frozen=True)
class DoseInterval:
    """Ends in the unit of the doses; open where the end is no dose, or the largest one."""

    lower: float
    upper: float
    lower_open: bool
    upper_open: bool


@dataclass(frozen=True)
class _Reaching:
    """Rising curves by the log dose `at` which they reach the wanted share at: fixed + rise × along at each dose.

    With `share` None the wanted share is 90 % of that at the largest dose.
    """

    series: Series
    share: float | None

    def parts(self, a: Array, b: Array, at: Array) -> tuple[Array, Array, Array, Array]:
        """Fixed and along, shape (…, k); the largest rise, and what must not be below 0, shape (…, 1)."""
        a, b, at = a[..., None], b[..., None], at[..., None]
        s, here = expit((self.series.x - a) / b), expit((at - a) / b)
        if self.share is None:
            start = (ENOUGH * s[..., [-1]] - here) / (1 - ENOUGH)
            return np.zeros_like(s), start + s, 1 / (np.maximum(start, 0.0) + 1), start
        most = np.minimum(self.share / np.maximum(here, TINY), (1 - self.share) / np.maximum(1 - here, TINY))
        return np.full_like(s, self.share), s - here, most, np.ones_like(most)

    def best(self, a: Array, b: Array, at: Array) -> tuple[Array, Array]:
        """The best quasi log-likelihood for each (a, b, at), and its rise: one number, in which the likelihood is concave."""
        fixed, along, most, possible = self.parts(a, b, at)
        p_hat, n = self.series.p, self.series.n
        low, high = np.zeros_like(most), most
        rise = most / 2
        for _ in range(_STEPS):
            p = np.clip(fixed + rise * along, TINY, 1 - TINY)
            up, down = p_hat / p, (1 - p_hat) / (1 - p)
            slope = ((along * (up - down)) @ n)[..., None]
            bend = ((along**2 * (up / p + down / (1 - p))) @ n)[..., None]
            low, high = np.where(slope > 0, rise, low), np.where(slope > 0, high, rise)
            step = rise + slope / np.maximum(bend, TINY)
            # Newton's step where it stays between, else the middle
            rise = np.where((step > low) & (step < high), step, (low + high) / 2)
        value = np.where(possible[..., 0] >= 0, self.series.quasi(fixed + rise * along), -np.inf)
        return value, rise[..., 0]

    def outermost(self, x: Array, curves: Array, sign: int, least: float) -> Array | None:
        """The outermost of the log doses `x` (ascending) at which one of the curves is likely enough, as (at, a, log b, rise)."""
        values, rises = self.best(curves[:, 0], np.exp(curves[:, 1]), x[:, None])
        likely = np.flatnonzero(values.max(axis=1) >= least)
        if not len(likely):
            return None
        i = likely[0] if sign > 0 else likely[-1]
        j = int(values[i].argmax())
        return np.array([x[i], *curves[j], rises[i, j]])

    def limits(self, v: Array, least: float) -> Array:
        """What must not be below 0, shape (…, 3), for (at, a, log b, rise), shape (…, 4)."""
        rise = v[..., 3:]
        fixed, along, most, possible = self.parts(v[..., 1], np.exp(v[..., 2]), v[..., 0])
        likely = self.series.quasi(fixed + rise * along) - least
        return np.concatenate([likely[..., None], most - rise, possible], axis=-1)

    def polished(self, start: Array, sign: int, least: float) -> float | None:
        """The outermost log dose from `start` (at, a, log b, rise) at which a curve is likely enough; None where none is found."""
        middles, spreads = _bent(self.series)
        outwards = np.array([float(sign), 0.0, 0.0, 0.0])
        small = _STEP * np.eye(4)

        def slopes(v: Array) -> Array:
            both = self.limits(np.stack([v + small, v - small]), least)
            out: Array = (both[0] - both[1]).T / (2 * _STEP)
            return out

        found = minimize(
            lambda v: sign * float(v[0]),
            start,
            jac=lambda _: outwards,
            method="SLSQP",
            bounds=[middles, middles, spreads, (0.0, 1.0)],
            constraints={"type": "ineq", "fun": lambda v: self.limits(v, least), "jac": slopes},
            options={"maxiter": 50, "ftol": 1e-4},
        )
        return float(found.x[0]) if float(self.limits(found.x, least).min()) > -_SHORT else None


def dose_interval(series: Series, fit: DoseFit, loglik: float, dose: float, critical: float, share: float | None) -> DoseInterval:
    """Doses whose best rising curve falls short of the best of all by at most c² in twice the quasi log-likelihood.

    Every dose of a grid is profiled over a grid of (a, b); the outermost that is likely enough is then moved outwards.

    Parameters
    ----------
    fit, loglik, dose : DoseFit, float, float
        The best rising curve, its quasi log-likelihood, and the dose at which it reaches the wanted share.
    critical : float
        c of the trial's intervals.
    share : float or None
        The wanted share; None for 90 % of the share at the largest dose.
    """
    least = loglik - critical**2 / 2
    reaching = _Reaching(series, share)
    low, high = series.middles
    here = math.log(dose + series.delta)
    start = np.array([here, fit.a, math.log(fit.b), fit.p1 - fit.p0])
    x = np.unique(np.clip([*np.linspace(low, high, _DOSES), *(here + s * d for d in _CLOSE for s in (-1, 1))], low, high))
    wide = _grid(series, *(np.linspace(m, n, k) for (m, n), k in zip(_bent(series), _WIDE, strict=True)))
    curves = np.concatenate([wide, _around(series, start[1:3], _NEAR)])

    def end(sign: int) -> tuple[float, bool]:
        found = reaching.outermost(x, curves, sign, least)
        first = begin = found if found is not None and sign * (found[0] - here) < 0 else start
        for closer in _CLOSER:
            next_out = x[x < begin[0]][-1:] if sign > 0 else x[x > begin[0]][:1]
            between = np.linspace(begin[0], next_out[0], _BETWEEN) if len(next_out) else np.array([begin[0]])
            found = reaching.outermost(np.unique(between), _around(series, begin[1:3], closer), sign, least)
            begin = found if found is not None and sign * (found[0] - begin[0]) < 0 else begin
        tried = (begin[0], *(reaching.polished(v, sign, least) for v in (first, begin)))
        out = sign * min(sign * at for at in tried if at is not None)
        return float(out), abs(out - (low if sign > 0 else high)) < _STEP

    (lower, lower_open), (upper, upper_open) = end(1), end(-1)
    return DoseInterval(
        0.0 if lower_open else max(0.0, math.exp(lower) - series.delta),
        series.largest if upper_open else math.exp(upper) - series.delta,
        lower_open,
        upper_open,
    )


def _bent(series: Series) -> tuple[tuple[float, float], tuple[float, float]]:
    """Bounds of a and of log b."""
    return series.middles, (math.log(SPREADS[0]), math.log(SPREADS[1]))


def _grid(series: Series, a: Array, log_b: Array) -> Array:
    """Every (a, log b) within the bounds, shape (curves, 2)."""
    both = np.array([(i, j) for i in a for j in log_b])
    low, high = np.array(_bent(series)).T
    out: Array = np.clip(both, low, high)
    return out


def _around(series: Series, curve: Array, steps: Sequence[float]) -> Array:
    """Curves around one, itself among them, by so many steps of the wide grid."""
    sizes = [(high - low) / (k - 1) for (low, high), k in zip(_bent(series), _WIDE, strict=True)]
    ways = np.array([0.0, *steps])
    return _grid(series, curve[0] + ways * sizes[0], curve[1] + ways * sizes[1])
