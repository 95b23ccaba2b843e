"""Dose and response over lots and years: the average lot, and where the next lot will fall (docs/methods/dose-and-response.md)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

import numpy as np
from scipy.optimize import minimize
from scipy.special import expit, log_expit, logit

from core.errors import CoreError, check_finite, check_share, check_size
from core.germination import TAU_SCALE
from core.response.curves import ENOUGH, PARAMETERS, SPREADS, TINY, Array, DoseFit, part_of_zero, shares_and_slopes
from core.response.dose_curve import FEWEST_CURVE_DOSES, DoseCurve, answered, without_curve
from core.response.fit import Series, criterion
from core.response.interval import DoseInterval
from core.response.likely import LikelyCurves, curve_shares, likely_curves, weighted_quantiles
from core.statistics import NORMAL_975
from core.vocabulary import DoseShape, Reason

NODES = 15
_AT, _WEIGHT = np.polynomial.hermite.hermgauss(NODES)
_LOG_WEIGHT = np.log(_WEIGHT) + _AT**2
_AT_NORMAL, _OF_NORMAL = math.sqrt(2) * _AT, _WEIGHT / math.sqrt(math.pi)
# scatter of lots, in logits, that is weighed
_TAUS = np.linspace(0.1, 2.1, 7)
_NEWTON = 8
_KEPT = 1200
_LEAST_SPREAD = 0.02
# how far a polished end may fall short of the likelihood that it must reach
_SHORT = 5e-3
_DRAWN = 61


@dataclass(frozen=True)
class LotSeries:
    """One trial's doses of a step, with shares, effective seeds and their critical value; `dishes` is their number."""

    doses: tuple[float, ...]
    shares: tuple[float, ...]
    n_eff: tuple[float, ...]
    dishes: int
    critical: float = NORMAL_975

    def __post_init__(self) -> None:
        if not len(self.doses) == len(self.shares) == len(self.n_eff) or not self.doses:
            message = f"{len(self.doses)} doses, {len(self.shares)} shares and {len(self.n_eff)} sizes do not match: give one of each."
            raise CoreError(message, code="lengths_differ", parameter="doses", bound=len(self.shares), value=len(self.doses))
        for i, (d, p, n) in enumerate(zip(self.doses, self.shares, self.n_eff, strict=True)):
            check_finite(d, f"doses.{i}", least=0)
            check_share(p, f"shares.{i}")
            check_size(n, f"n_eff.{i}")


@dataclass(frozen=True)
class LotPoint:
    """Share at a dose, 0..1: of the average lot with its 95 % interval, and of the next lot (2.5, 50 and 97.5 %)."""

    dose: float
    average: float
    average_lower: float | None
    average_upper: float | None
    next_lower: float
    next_median: float
    next_upper: float


@dataclass(frozen=True)
class DoseOverLots:
    """The curve of the average lot, how much lots differ (`tau`, logits), and points to draw it by.

    `curve` is that of one trial (`DoseCurve`), for the average lot. With one trial the scatter of lots is only assumed.
    """

    curve: DoseCurve
    lots: int
    tau: float | None = None
    points: tuple[LotPoint, ...] = ()


@dataclass(frozen=True)
class LotModel:
    """Trials side by side, padded to shape (trials, doses); seeds of 0 are padding."""

    x: Array
    p: Array
    n: Array

    @classmethod
    def of(cls, trials: Sequence[LotSeries], delta: float, *, scaled: bool = True) -> "LotModel":
        """Lay trials side by side; `scaled` takes the degrees of freedom of each into its effective seeds."""
        most = max(len(t.doses) for t in trials)
        x, p, n = (np.zeros((len(trials), most)) for _ in range(3))
        for i, t in enumerate(trials):
            k = len(t.doses)
            x[i, :k], p[i, :k] = np.log(np.array(t.doses) + delta), t.shares
            n[i, :k] = np.array(t.n_eff) * ((NORMAL_975 / t.critical) ** 2 if scaled else 1.0)
        return cls(x, p, n)

    def loglik(self, eta: Array, tau: Array | float) -> tuple[Array, Array, Array]:
        """Log-likelihood over the random effect of each trial, summed: shape (…); its slopes over eta, (…, trials, doses), and over tau.

        `eta` is the curve's logit at `x`, shape (…, trials, doses); `tau` > 0, shape (…).
        """
        tau2 = np.asarray(tau, dtype=float)[..., None] ** 2
        up = (self.n * self.p).sum(axis=-1)
        u = np.zeros(eta.shape[:-1])
        for _ in range(_NEWTON):
            q = expit(eta + u[..., None])
            slope = up - (self.n * q).sum(axis=-1) - u / tau2
            bend = (self.n * q * (1 - q)).sum(axis=-1) + 1 / tau2
            u = u + np.clip(slope / bend, -1.5, 1.5)
        q = expit(eta + u[..., None])
        scale = 1 / np.sqrt((self.n * q * (1 - q)).sum(axis=-1) + 1 / tau2)
        at = u[..., None] + math.sqrt(2) * scale[..., None] * _AT
        shifted = eta[..., None, :] + at[..., None]
        p = self.p[:, None, :]
        each = (self.n[:, None, :] * (p * log_expit(shifted) + (1 - p) * log_expit(-shifted))).sum(axis=-1)
        each = each - at**2 / (2 * tau2[..., None]) + _LOG_WEIGHT
        most = each.max(axis=-1, keepdims=True)
        held = np.exp(each - most)
        total = held.sum(axis=-1)
        values = np.log(total) + most[..., 0] + np.log(scale * math.sqrt(2)) - 0.5 * np.log(2 * math.pi * tau2)
        held = held / total[..., None]
        by_eta = self.n * (self.p - (held[..., None] * expit(shifted)).sum(axis=-2))
        by_tau = (((held * at**2).sum(axis=-1) / tau2 - 1) / np.sqrt(tau2)).sum(axis=-1)
        return values.sum(axis=-1), by_eta, by_tau


def _logit(p: Array) -> Array:
    out: Array = logit(np.clip(p, TINY, 1 - TINY))
    return out


def dose_trials_loglik(trials: Sequence[LotSeries], fit: DoseFit, tau: float) -> float:
    """Log-likelihood of a curve over trials whose logits differ by N(0, tau²).

    Adaptive Gauss–Hermite quadrature with 15 nodes at the mode (Pinheiro & Bates 1995, J. Comput. Graph. Stat. 4:12); no constants.
    """
    check_size(tau, "tau")
    model = LotModel.of(trials, fit.delta, scaled=False)
    p, _ = shares_and_slopes(fit.theta, model.x)
    return float(model.loglik(_logit(p), tau)[0])


def dose_average(doses: Sequence[float], fit: DoseFit, tau: float) -> list[LotPoint]:
    """Share of the average lot at each dose, and where the next lot will fall, without the uncertainty of the curve."""
    p = fit.share_at(doses)
    lower, upper = (expit(_logit(p) + sign * NORMAL_975 * tau) for sign in (-1, 1))
    rows = zip(doses, _average(p, tau), lower, p, upper, strict=True)
    return [LotPoint(float(d), float(a), None, None, float(lo), float(m), float(hi)) for d, a, lo, m, hi in rows]


def _average(p: Array, tau: float) -> Array:
    """Mean over lots of a share whose logit differs by N(0, tau²)."""
    out: Array = expit(_logit(p)[..., None] + tau * _AT_NORMAL) @ _OF_NORMAL
    return out


@dataclass(frozen=True)
class _Lots:
    """The trials of one series, on one scale."""

    model: LotModel
    pooled: Series

    @classmethod
    def of(cls, trials: Sequence[LotSeries]) -> "_Lots":
        doses = np.concatenate([t.doses for t in trials])
        model = LotModel.of(trials, part_of_zero(doses))
        order = np.argsort(doses, kind="stable")
        used = np.concatenate([model.n[i, : len(t.doses)] for i, t in enumerate(trials)])
        shares = np.concatenate([t.shares for t in trials])
        return cls(model, Series(doses[order], shares[order], used[order], sum(t.dishes for t in trials)))

    def value(self, theta: Array, tau: float, shape: DoseShape) -> tuple[float, Array, float]:
        """Log-likelihood with the prior of tau, and its slopes."""
        if shape is DoseShape.FLAT:
            p, slopes = np.full_like(self.model.x, theta[0]), [np.ones_like(self.model.x)]
        else:
            p, slopes = shares_and_slopes(theta, self.model.x)
        p = np.clip(p, TINY, 1 - TINY)
        loglik, by_eta, by_tau = self.model.loglik(_logit(p), tau)
        steep = by_eta / (p * (1 - p))
        prior = -(tau**2) / (2 * TAU_SCALE**2)
        return float(loglik) + prior, np.array([float((steep * s).sum()) for s in slopes]), float(by_tau) - tau / TAU_SCALE**2

    def fitted(self, shape: DoseShape, start: Array, bounds: list[tuple[float, float]], tau: float | None) -> tuple[float, Array]:
        """The best parameters from a start, and their value; with `tau` None it is the last of them."""

        def minus(v: Array) -> tuple[float, Array]:
            theta, scatter = (v[:-1], float(v[-1])) if tau is None else (v, tau)
            value, slopes, by_tau = self.value(theta, scatter, shape)
            return -value, -np.append(slopes, by_tau) if tau is None else -slopes

        found = minimize(minus, start, jac=True, method="L-BFGS-B", bounds=bounds)
        return -float(found.fun), found.x

    def level_unknown(self, theta: Array, tau: float, shape: DoseShape) -> float:
        """What the level of the curve, which was fitted too, hides of the scatter of lots: half the log of its variance."""
        p = np.full_like(self.model.x, theta[0]) if shape is DoseShape.FLAT else shares_and_slopes(theta, self.model.x)[0]
        of_trial = 1 / np.maximum((self.model.n * p * (1 - p)).sum(axis=-1), TINY)
        return -0.5 * math.log(float((1 / (of_trial + tau**2)).sum()))

    def best(self) -> tuple[dict[DoseShape, float], DoseFit, float, float]:
        """QAICc of each shape, the best curve with its tau (posterior mean), and its value."""
        delta, between = self.pooled.delta, (float(_TAUS[0]) / 2, float(_TAUS[-1]))
        scores: dict[DoseShape, float] = {}
        fits: dict[DoseShape, tuple[Array, list[tuple[float, float]]]] = {}
        for shape, (_, first) in self.pooled.fits().items():
            flat = shape is DoseShape.FLAT
            if self.pooled.dishes <= PARAMETERS[shape] + 2 and not flat:
                continue
            bounds = [(TINY, 1 - TINY)] if flat else self.pooled.bounds(hump=shape is DoseShape.HUMPED)
            start = np.array([first.p0]) if flat else first.theta
            loglik, theta = self.fitted(shape, np.append(start, 0.5), [*bounds, between], None)
            scores[shape] = criterion(shape, loglik, self.pooled.dishes, 1)
            fits[shape] = (theta[:-1], bounds)
        shape = min(scores, key=scores.__getitem__)
        theta, bounds = fits[shape]
        values = []
        for tau in _TAUS:
            value, at = self.fitted(shape, theta, bounds, float(tau))
            values.append(value + self.level_unknown(at, float(tau), shape))
        w = np.array(values)
        w = np.exp(w - w.max())
        mean = float((w / w.sum()) @ _TAUS)
        loglik, theta = self.fitted(shape, theta, bounds, mean)
        if shape is DoseShape.FLAT:
            return scores, DoseFit(shape, delta, float(theta[0]), float(theta[0]), 0.0, 1.0), mean, loglik
        return scores, DoseFit.of(shape, delta, theta), mean, loglik

    @cached_property
    def grid(self) -> Array:
        """Log doses at which curves are read."""
        low, high = self.pooled.middles
        return np.linspace(low, high, 121)

    def dose_of(self, theta: Array, tau: float, share: float | None) -> Array:
        """Log dose that is enough for curves of shape (m, 4), of the average lot."""
        average = _average(curve_shares(theta, self.grid), tau)
        out = np.empty(len(theta))
        for i, row in enumerate(average):
            wanted = ENOUGH * row[-1] if share is None else share
            out[i] = np.interp(wanted, row, self.grid)
        return out

    def likely(self, shape: DoseShape, tau: float) -> tuple[LikelyCurves, Array]:
        """Curves that the counts allow, weighed by the likelihood over lots, and that likelihood with the prior of tau, shape (m,)."""
        p, n = self.pooled.p, self.pooled.n
        # a lot that differs from the others tells less of the curve than its seeds
        loose = replace(self.pooled, n=1 / (1 / n + tau**2 * np.maximum(p * (1 - p), _LEAST_SPREAD)))
        curves = likely_curves(loose, shape)
        kept = np.argsort(-curves.weights)[:_KEPT]
        few = LikelyCurves(curves.theta[kept], curves.weights[kept])
        shares = few.shares(self.model.x.ravel()).reshape(len(kept), *self.model.x.shape)
        loglik = self.model.loglik(_logit(shares), tau)[0]
        return few.reweighted(loglik - loose.quasi(few.shares(loose.x))), loglik - tau**2 / (2 * TAU_SCALE**2)

    def interval(
        self, fit: DoseFit, likely_ones: tuple[LikelyCurves, Array], tau: float, loglik: float, share: float | None
    ) -> DoseInterval:
        """Doses of the rising curves that are likely enough, tau held; `likely_ones` are begun from."""
        least = loglik - NORMAL_975**2 / 2
        low, high = self.pooled.middles
        small, step = 1e-5 * np.eye(4), 1e-5
        spreads = (math.log(SPREADS[0]), math.log(SPREADS[1]))

        def raw(v: Array) -> Array:
            out = np.array(v, dtype=float)
            out[..., 3] = np.exp(out[..., 3])
            return out

        @lru_cache(maxsize=8)
        def likely_at(v: tuple[float, ...]) -> tuple[float, Array]:
            theta = raw(np.array(v))
            value, slopes, _ = self.value(theta, tau, DoseShape.RISING)
            slopes[3] *= theta[3]
            return value - least, slopes

        def likely(v: Array) -> tuple[float, Array]:
            return likely_at(tuple(v))

        def slope(v: Array) -> Array:
            both = self.dose_of(raw(np.concatenate([v + small, v - small])), tau, share)
            out: Array = (both[:4] - both[4:]) / (2 * step)
            return out

        best = np.array([fit.p0, fit.p1, fit.a, math.log(fit.b)])
        constraints = [
            {"type": "ineq", "fun": lambda v: likely(v)[0], "jac": lambda v: likely(v)[1]},
            {"type": "ineq", "fun": lambda v: v[1] - v[0], "jac": lambda _: np.array([-1.0, 1.0, 0.0, 0.0])},
        ]
        curves, values = likely_ones
        enough = (values >= least) & (curves.theta[:, 1] >= curves.theta[:, 0])
        starts = np.vstack([best, np.column_stack([curves.theta[enough, :3], np.log(curves.theta[enough, 3])])])
        at = self.dose_of(raw(starts), tau, share)
        ends = []
        for sign in (1, -1):
            outermost = int((sign * at).argmin())
            reached = [float(at[outermost])]
            for start in (starts[outermost], best):
                found = minimize(
                    lambda v, s=sign: s * float(self.dose_of(raw(v[None]), tau, share)[0]),
                    start,
                    jac=lambda v, s=sign: s * slope(v),
                    method="SLSQP",
                    bounds=[(0.0, 1.0), (0.0, 1.0), (low, high), spreads],
                    constraints=constraints,
                    options={"maxiter": 40, "ftol": 1e-4},
                )
                if likely(found.x)[0] > -_SHORT:
                    reached.append(sign * float(found.fun))
            ends.append(min(reached) if sign > 0 else max(reached))
        lower_open, upper_open = ends[0] <= low + step, ends[1] >= high - step
        lower = 0.0 if lower_open else max(0.0, math.exp(ends[0]) - self.pooled.delta)
        upper = self.pooled.largest if upper_open else math.exp(ends[1]) - self.pooled.delta
        return DoseInterval(lower, upper, lower_open, upper_open)

    def points(self, fit: DoseFit, likely_ones: LikelyCurves | None, tau: float) -> tuple[LotPoint, ...]:
        """The average lot with its interval, and the next lot, at doses between none and the largest."""
        low, high = self.pooled.middles
        doses = np.linspace(0.0, self.pooled.largest, _DRAWN)
        x = np.clip(np.log(doses + self.pooled.delta), low, high)
        average = _average(fit.share_at(doses), tau)
        if likely_ones is None:
            p = np.linspace(0.005, 0.995, 199)
            loglik = self.model.loglik(_logit(np.broadcast_to(p[:, None, None], (len(p), *self.model.x.shape))), tau)[0]
            weights = np.exp(loglik - loglik.max())
            weights = weights / weights.sum()
            shares = np.broadcast_to(p[:, None], (len(p), len(doses)))
        else:
            weights, shares = likely_ones.weights, likely_ones.shares(x)
        bands = weighted_quantiles(_average(shares, tau), weights, np.array([0.025, 0.975]))
        lots = expit(_logit(shares)[:, None, :] + tau * _AT_NORMAL[:, None])
        both = (weights[:, None] * _OF_NORMAL).ravel()
        nexts = weighted_quantiles(lots.reshape(-1, len(doses)), both, np.array([0.025, 0.5, 0.975]))
        # the next lot is no surer than the average one, whatever the grids
        nexts[0], nexts[2] = np.minimum(nexts[0], bands[0]), np.maximum(nexts[2], bands[1])
        rows = zip(doses, average, *bands, *nexts, strict=True)
        return tuple(LotPoint(*(float(v) for v in row)) for row in rows)


def dose_over_lots(trials: Sequence[LotSeries], share: float | None = None) -> DoseOverLots:
    """Fit one curve over the doses of several trials, whose logits differ by a random effect of the trial.

    Parameters
    ----------
    trials : sequence of LotSeries
        At least one; their doses in one unit, none (0) among them.
    share : float, optional
        The share wanted of the average lot, 0..1; without it 90 % of its highest share within the tried doses.

    Returns
    -------
    DoseOverLots
        Without a curve where there are fewer than four doses in all, or none without treatment.

    References
    ----------
    docs/methods/dose-and-response.md; tau has the prior of docs/methods/over-trials.md.
    """
    doses = {d for t in trials for d in t.doses}
    if len(doses) < FEWEST_CURVE_DOSES or min(doses) > 0:
        return DoseOverLots(without_curve(Reason.TOO_FEW_DOSES), len(trials))
    lots = _Lots.of(trials)
    if lots.pooled.dishes <= PARAMETERS[DoseShape.RISING] + 2:
        return DoseOverLots(without_curve(Reason.NO_REPLICATION), len(trials))
    scores, fit, tau, loglik = lots.best()
    likely = None if fit.shape is DoseShape.FLAT else lots.likely(fit.shape, tau)

    def interval(_: float) -> DoseInterval:
        assert likely is not None  # asked for a rise only
        return lots.interval(fit, likely, tau, loglik, share)

    found = answered(
        scores,
        fit,
        lambda at: _average(fit.share_at(at), tau),
        lots.pooled.largest,
        share,
        interval,
    )
    return DoseOverLots(found, len(trials), tau, lots.points(fit, likely[0] if likely else None, tau))
