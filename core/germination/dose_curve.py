"""Dose and response: whether germination follows the dose, and the dose that is enough (docs/methods/dose-and-response.md)."""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import brentq, minimize
from scipy.special import expit

from core.germination.final_share import TrialShares
from core.vocabulary import DoseShape, Reason

Array = NDArray[np.float64]

FEWEST_CURVE_DOSES, FEWEST_HUMP_DOSES = 4, 5
ENOUGH = 0.9
# the spread of log doses, and how far past the largest dose a hump may fall
SPREADS, PAST_LARGEST = (0.1, 2.0), 2.0
# parameters of each shape, the scatter counted
PARAMETERS = {DoseShape.FLAT: 2, DoseShape.RISING: 5, DoseShape.HUMPED: 6}
# shapes that fit within so much of the best are not told from it
EQUAL = 2.0
# a range of doses is as good as the best within so much of the share
AS_GOOD = 0.05
_ZERO_PART = 0.1
_TINY = 1e-12
# a wide grid, then so many of its best points closed in on, each time this much closer
_WIDE, _KEPT, _ZOOMS, _CLOSER, _STEPS = (22, 14), 4, 6, 2.5, 9
_NEAR = (-1.5, -1.0, -0.5, 0.0, 0.5, 1.0, 1.5)
# a coarse grid of curves, and how many of its best are begun from, so many places apart
_COARSE, _COARSE_SPREADS, _STARTS, _APART = 14, 6, 4, 5


@dataclass(frozen=True)
class DoseFit:
    """A fitted curve over doses: p₀ and p₁ (shares, 0..1), `a` and `b` on the log dose, `a2` of a hump; `delta` is added to each dose."""

    shape: DoseShape
    delta: float
    p0: float
    p1: float
    a: float
    b: float
    a2: float | None = None

    def share_at(self, doses: Sequence[float] | Array) -> Array:
        """Share at each dose, 0..1."""
        x = np.log(np.asarray(doses, dtype=float) + self.delta)
        p = self.p0 + (self.p1 - self.p0) * expit((x - self.a) / self.b)
        out: Array = p if self.a2 is None else p * expit(-(x - self.a2) / self.b)
        return out


@dataclass(frozen=True)
class DoseCurve:
    """What a dose series says of the dose.

    Attributes
    ----------
    shape : DoseShape or None
        The shape that fits best; None with the reason of ``shape``.
    no_effect : bool or None
        Whether a flat line fits about as well: then no effect of the dose is shown.
    qaicc : mapping of DoseShape to float
        Of each shape that was tried; rising and falling are one.
    top : float or None
        Highest fitted share within the tried doses, 0..1.
    dose, lower, upper : float or None
        The lowest dose that reaches the wanted share, in the unit of the doses, and its 95 % interval.
    lower_open, upper_open : bool
        The interval ends at no dose, or at the largest tried.
    best_dose, best_lower, best_upper : float or None
        Of a hump: where it is highest, and the doses between which it is within 5 points of that.
    fit : DoseFit or None
        The curve itself, to be drawn.
    reasons : mapping of str to Reason
        Why an attribute that is None has no value.
    """

    shape: DoseShape | None = None
    no_effect: bool | None = None
    qaicc: Mapping[DoseShape, float] = field(default_factory=dict)
    top: float | None = None
    dose: float | None = None
    lower: float | None = None
    upper: float | None = None
    lower_open: bool = False
    upper_open: bool = False
    best_dose: float | None = None
    best_lower: float | None = None
    best_upper: float | None = None
    fit: DoseFit | None = None
    reasons: Mapping[str, Reason] = field(default_factory=dict)


_ENOUGH, _BEST = ("dose", "lower", "upper"), ("best_dose", "best_lower", "best_upper")
_ALL = ("shape", "no_effect", "qaicc", "top", *_ENOUGH, *_BEST)
# shapes that have no dose that is enough
WITHOUT_DOSE: Mapping[DoseShape | None, Reason] = {
    DoseShape.FLAT: Reason.NO_DOSE_EFFECT,
    DoseShape.FALLING: Reason.FALLS_WITH_DOSE,
}


def dose_curve(doses: Sequence[float], shares: TrialShares, share: float | None = None) -> DoseCurve:
    """Fit a curve over the doses of one step, and find the dose that is enough.

    Parameters
    ----------
    doses : sequence of float
        The dose of each treatment of `shares`, in its order and in one unit; one of them 0.
    shares : TrialShares
        The treatments of the series, with the scatter of their trial.
    share : float, optional
        The share wanted, 0..1; without it 90 % of the highest fitted share within the tried doses.

    Returns
    -------
    DoseCurve
        Without a curve where there are fewer than four doses, none without treatment, or no replication.

    References
    ----------
    Ritz, Baty, Streibig & Gerhard (2015), PLoS ONE 10:e0146021, for curves over log doses; Burnham & Anderson (2002) ch. 2 for
    QAICc; the interval is by profile of the quasi-likelihood. Bounds and limits are ours (docs/methods/dose-and-response.md).
    """
    if len({*doses}) < FEWEST_CURVE_DOSES or min(doses) > 0:
        return DoseCurve(reasons=dict.fromkeys(_ALL, Reason.TOO_FEW_DOSES))
    if shares.df is None:
        return DoseCurve(reasons=dict.fromkeys(_ALL, Reason.NO_REPLICATION))
    return _Series.of(doses, shares).curve(share)


@dataclass(frozen=True)
class _Series:
    """The doses (ascending) with their shares and effective seeds; `critical` is c of the intervals, `dishes` their number."""

    doses: Array
    p: Array
    n: Array
    critical: float
    dishes: int

    @classmethod
    def of(cls, doses: Sequence[float], shares: TrialShares) -> "_Series":
        order = np.argsort(np.asarray(doses, dtype=float), kind="stable")
        found = [shares.treatments[i] for i in order]
        return cls(
            np.asarray(doses, dtype=float)[order],
            np.array([t.share for t in found]),
            np.array([t.n_eff for t in found]),
            shares.critical,
            sum(t.dishes for t in found),
        )

    @property
    def delta(self) -> float:
        return _ZERO_PART * float(self.doses[self.doses > 0].min())

    @property
    def x(self) -> Array:
        return np.log(self.doses + self.delta)

    @property
    def largest(self) -> float:
        return float(self.doses.max())

    @property
    def middles(self) -> tuple[float, float]:
        """Bounds of `a`."""
        return math.log(self.delta), math.log(self.largest + self.delta)

    def quasi(self, p: Array) -> Array:
        """Quasi log-likelihood of shares along the last axis."""
        q = np.clip(p, _TINY, 1 - _TINY)
        out: Array = (self.n * (self.p * np.log(q) + (1 - self.p) * np.log(1 - q))).sum(axis=-1)
        return out

    def criterion(self, shape: DoseShape, loglik: float) -> float:
        """QAICc of a shape."""
        k = PARAMETERS[shape]
        return -2 * loglik + 2 * k + 2 * k * (k + 1) / (self.dishes - k - 1)

    def curve(self, share: float | None) -> DoseCurve:
        mean = float((self.n * self.p).sum() / self.n.sum())
        fits: dict[DoseShape, tuple[float, DoseFit]] = {
            DoseShape.FLAT: (float(self.quasi(np.full_like(self.p, mean))), DoseFit(DoseShape.FLAT, self.delta, mean, mean, 0.0, 1.0))
        }
        if self.dishes > PARAMETERS[DoseShape.RISING] + 1:
            fits[DoseShape.RISING] = self._fitted(hump=False)
        if len(set(self.doses)) >= FEWEST_HUMP_DOSES and self.dishes > PARAMETERS[DoseShape.HUMPED] + 1:
            fits[DoseShape.HUMPED] = self._fitted(hump=True)
        scores = {s: self.criterion(s, loglik) for s, (loglik, _) in fits.items()}
        best = min(scores, key=scores.__getitem__)
        fit = fits[best][1]
        falling = best is DoseShape.RISING and fit.p1 < fit.p0
        shape = DoseShape.FALLING if falling else best
        top = self._top(fit)
        found = DoseCurve(shape, scores[DoseShape.FLAT] - scores[best] <= EQUAL, scores, top, fit=fit)
        return self._answer(found, fit, top, fits[best][0], share)

    def _answer(self, found: DoseCurve, fit: DoseFit, top: float, loglik: float, share: float | None) -> DoseCurve:
        """The curve with the dose that is enough, and of a hump the best, or the reasons why there is none."""
        told: dict[str, Any] = {}
        reasons: dict[str, Reason] = {}
        if found.shape in WITHOUT_DOSE:
            reasons |= dict.fromkeys(_ENOUGH, WITHOUT_DOSE[found.shape])
        else:
            dose = self._lowest(fit, ENOUGH * top if share is None else share)
            told["dose"] = dose
            if dose is None:
                reasons |= dict.fromkeys(_ENOUGH, Reason.BEYOND_TRIED_DOSES)
            elif found.shape is DoseShape.HUMPED:
                reasons |= dict.fromkeys(("lower", "upper"), Reason.HUMP_WITHOUT_INTERVAL)
            else:
                told |= self._interval(dose, loglik, share)
        if found.shape is DoseShape.HUMPED:
            told |= self._best(fit)
        else:
            reasons |= dict.fromkeys(_BEST, Reason.NO_HUMP)
        return replace(found, **told, reasons=reasons)

    def _fitted(self, *, hump: bool) -> tuple[float, DoseFit]:
        """The best curve over several starts, and its quasi log-likelihood."""
        low, high = self.middles
        x = self.x
        bounds = [(0.0, 1.0), (0.0, 1.0), (low, high), SPREADS] + ([(low, high + PAST_LARGEST)] if hump else [])

        def minus(theta: Array) -> tuple[float, Array]:
            p0, p1, a, b = theta[:4]
            s = expit((x - a) / b)
            rise = p0 + (p1 - p0) * s
            ds = s * (1 - s)
            fall = expit(-(x - theta[4]) / b) if hump else np.ones_like(x)
            p = np.clip(rise * fall, _TINY, 1 - _TINY)
            slope = self.n * (self.p / p - (1 - self.p) / (1 - p))
            parts = [(1 - s) * fall, s * fall, -(p1 - p0) * ds / b * fall, -(p1 - p0) * ds * (x - a) / b**2 * fall]
            if hump:
                df = fall * (1 - fall)
                parts[3] = parts[3] + rise * df * (x - theta[4]) / b**2
                parts.append(rise * df / b)
            return -float(self.quasi(p)), -np.array([float((slope * d).sum()) for d in parts])

        found = [minimize(minus, start, jac=True, method="L-BFGS-B", bounds=bounds) for start in self._starts(hump=hump)]
        best = min(found, key=lambda r: float(r.fun))
        shape = DoseShape.HUMPED if hump else DoseShape.RISING
        p0, p1, a, b, *fall = (float(v) for v in best.x)
        return -float(best.fun), DoseFit(shape, self.delta, p0, p1, a, b, fall[0] if fall else None)

    def _starts(self, *, hump: bool) -> list[list[float]]:
        """Curves to begin from: over a grid of what bends them, the shares at both ends by weighted least squares."""
        low, high = self.middles
        grids = [np.linspace(low, high, _COARSE), np.exp(np.linspace(math.log(SPREADS[0]), math.log(SPREADS[1]), _COARSE_SPREADS))]
        if hump:
            grids.append(np.linspace(low, high + PAST_LARGEST, _COARSE))
        bent = [g.ravel()[:, None] for g in np.meshgrid(*grids, indexing="ij")]
        a, b = bent[:2]
        s = expit((self.x - a) / b)
        fall = expit(-(self.x - bent[2]) / b) if hump else np.ones_like(s)
        first, second, w = (1 - s) * fall, s * fall, self.n / np.maximum(self.p * (1 - self.p), 0.02)
        ff, fs, ss = ((w * x).sum(axis=1) for x in (first * first, first * second, second * second))
        fy, sy = (w * self.p * first).sum(axis=1), (w * self.p * second).sum(axis=1)
        whole = ff * ss - fs * fs + 1e-9 * ff * ss + _TINY
        p0 = np.clip((ss * fy - fs * sy) / whole, 0.01, 0.99)[:, None]
        p1 = np.clip((ff * sy - fs * fy) / whole, 0.01, 0.99)[:, None]
        best = np.argsort(-self.quasi(p0 * first + p1 * second), kind="stable")
        return [[float(v[i, 0]) for v in (p0, p1, *bent)] for i in best[: _STARTS * _APART : _APART]]

    def _tried(self) -> Array:
        """Doses between none and the largest, closer where they are small."""
        x = np.linspace(math.log(self.delta), math.log(self.largest + self.delta), 2001)
        out: Array = np.clip(np.exp(x) - self.delta, 0.0, self.largest)
        return out

    def _top(self, fit: DoseFit) -> float:
        return float(fit.share_at(self._tried()).max())

    def _lowest(self, fit: DoseFit, wanted: float) -> float | None:
        """The lowest tried dose at which the curve reaches a share."""
        at = self._tried()
        over = fit.share_at(at) >= wanted - _TINY
        if not over.any():
            return None
        first = int(np.argmax(over))
        if first == 0:
            return 0.0
        return float(brentq(lambda d: float(fit.share_at([d])[0]) - wanted, at[first - 1], at[first], xtol=1e-9))

    def _best(self, fit: DoseFit) -> dict[str, float]:
        """Where a hump is highest, and the ends of the doses around it that are as good."""
        at = self._tried()
        p = fit.share_at(at)
        top = int(p.argmax())
        good = p >= p[top] - AS_GOOD
        low, high = top, top
        while low > 0 and good[low - 1]:
            low -= 1
        while high < len(at) - 1 and good[high + 1]:
            high += 1
        return {"best_dose": float(at[top]), "best_lower": float(at[low]), "best_upper": float(at[high])}

    def _interval(self, dose: float, loglik: float, share: float | None) -> dict[str, float | bool]:
        """Doses whose best rising curve falls short of the best of all by at most c² in twice the quasi log-likelihood."""
        least = loglik - self.critical**2 / 2

        def short(x: float) -> float:
            return self._profile(math.exp(x) - self.delta, share) - least

        low, high = self.middles
        middle = math.log(dose + self.delta)
        lower = _crossing(short, low, middle)
        upper = _crossing(short, high, middle)
        return {
            "lower": 0.0 if lower is None else math.exp(lower) - self.delta,
            "upper": self.largest if upper is None else math.exp(upper) - self.delta,
            "lower_open": lower is None,
            "upper_open": upper is None,
        }

    def _profile(self, dose: float, share: float | None) -> float:
        """The best quasi log-likelihood of a rising curve that reaches the wanted share first at a dose; over a grid that closes in."""
        at = math.log(dose + self.delta)
        low, high = np.array([[self.middles[0], math.log(SPREADS[0])], [self.middles[1], math.log(SPREADS[1])]])
        a, log_b = (g.ravel() for g in np.meshgrid(np.linspace(low[0], high[0], _WIDE[0]), np.linspace(low[1], high[1], _WIDE[1])))
        values = self._constrained(a, np.exp(log_b), at, share)
        best = float(values.max())
        kept = np.argsort(-values, kind="stable")[: _KEPT * _APART : _APART]
        middles = np.column_stack([a, log_b])[kept]
        step = (high - low) / (np.array(_WIDE) - 1)
        around = np.array([(i, j) for i in _NEAR for j in _NEAR])
        for _ in range(_ZOOMS):
            points = np.clip(middles[:, None, :] + around * step, low, high)
            values = self._constrained(points[..., 0].ravel(), np.exp(points[..., 1].ravel()), at, share).reshape(len(middles), -1)
            found = values.argmax(axis=1)
            middles = points[np.arange(len(middles)), found]
            best = max(best, float(values.max()))
            step = step / _CLOSER
        return best

    def _constrained(self, a: Array, b: Array, at: float, share: float | None) -> Array:
        """The best quasi log-likelihood for each (a, b): one number is left, in which it is concave.

        The curve is `fixed` + rise × `along` at each dose, with the wanted share at the dose `at`.
        """
        s = expit((self.x - a[:, None]) / b[:, None])
        here = expit((at - a) / b)[:, None]
        last = s[:, [-1]]
        if share is None:
            start = (ENOUGH * last - here) / (1 - ENOUGH)
            fixed, along = np.zeros_like(s), start + s
            most = 1 / (np.maximum(start, 0.0) + 1)
            possible = start[:, 0] >= 0
        else:
            fixed, along = np.full_like(s, share), s - here
            most = np.minimum(share / np.maximum(here, _TINY), (1 - share) / np.maximum(1 - here, _TINY))
            possible = np.ones(len(a), dtype=bool)
        low, high = np.zeros_like(most), np.where(np.isfinite(most), np.maximum(most, 0.0), 0.0)
        rise = (low + high) / 2
        for _ in range(_STEPS):
            p = np.clip(fixed + rise * along, _TINY, 1 - _TINY)
            up, down = self.p / p, (1 - self.p) / (1 - p)
            slope = (self.n * along * (up - down)).sum(axis=1, keepdims=True)
            bend = (self.n * along**2 * (up / p + down / (1 - p))).sum(axis=1, keepdims=True)
            low, high = np.where(slope > 0, rise, low), np.where(slope > 0, high, rise)
            step = rise + slope / np.maximum(bend, _TINY)
            # Newton's step where it stays between, else the middle
            rise = np.where((step > low) & (step < high), step, (low + high) / 2)
        values = self.quasi(fixed + rise * along)
        out: Array = np.where(possible, values, -np.inf)
        return out


def _crossing(short: Callable[[float], float], outer: float, inner: float) -> float | None:
    """Where a fall short crosses 0 between its outer end and the best dose; None where it does not before the end."""
    if outer == inner or short(outer) >= 0:
        return None
    return float(brentq(short, outer, inner, xtol=2e-3)) if short(inner) > 0 else inner
