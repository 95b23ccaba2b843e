"""A curve through the course of one treatment: F(t) = π0 + (1 − π0) · ready · F0(t) (docs/methods/course.md).

Maximum likelihood on intervals by Newton's method with exact derivatives, from several starting values. Where too few came up
there is no curve, with the reason; where the search fails, that is the reason.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from core.errors import CoreError
from core.germination.families import STANDARDS, quantile, shape_of, share_below, slope_of
from core.germination.likelihood import IntervalData, Slope, interval_data, slope_at
from core.records import CountRecord
from core.vocabulary import CurveFamily, Reason

Array = NDArray[np.float64]
FEWEST_GERMINATED = 3
FEWEST_INTERVALS = 3
MOST_STEPS = 120
LARGEST_STEP = 1.5
GAIN_TO_STOP = 1e-11
GAIN_ENOUGH = 1e-6
FLATTEST = 1e-14
# a logit beyond which a ready share is 1 to nine digits, and the edge is tried by itself
AT_THE_EDGE = 20.0


@dataclass(frozen=True)
class CourseFit:
    """A fitted curve. Times are days, shares 0..1; a time that is None has its reason.

    Attributes
    ----------
    ready_share : float
        Share ready to germinate, among those that were not early.
    total : float
        Share that comes in the end: early_share + (1 − early_share) · ready_share.
    t10, t50, t90 : float
        Days at which the curve reaches that percent of `total`; 0 where the early share does.
    t50_sown : float or None
        Days at which it reaches half of all sown.
    """

    family: CurveFamily
    early_share: float
    ready_share: float
    shape: float
    scale: float
    loglik: float
    aic: float
    total: float
    t10: float
    t50: float
    t90: float
    t50_sown: float | None
    reasons: Mapping[str, Reason] = field(default_factory=dict)

    def share_at(self, t: Array) -> Array:
        """F(t) at days `t`; the early share from 0 on, 0 before."""
        rising = self.early_share + (1 - self.early_share) * self.ready_share * share_below(self.family, t, self.shape, self.scale)
        return np.where(t < 0, 0.0, rising)

    def time_of(self, share: float) -> float | None:
        """Days at which F reaches `share` of all sown; None where it never does."""
        return _reached(self.family, self.early_share, self.total, self.shape, self.scale, share)


@dataclass(frozen=True, slots=True)
class NoFit:
    """Why there is no curve."""

    reason: Reason


@dataclass(frozen=True, slots=True)
class Course:
    """Pooled dishes made ready for a fit; worked out once for the three families."""

    data: IntervalData
    sown: int
    early: float

    @property
    def why_not(self) -> Reason | None:
        """Why nothing can be fitted; None where it can."""
        if self.data.total_came < FEWEST_GERMINATED:
            return Reason.FEWER_THAN_THREE_GERMINATED
        count = self.data.came.size
        touching = count == 2 and self.data.left.max() <= self.data.right.min()
        if count >= FEWEST_INTERVALS or (count == 2 and not touching):
            return None
        return Reason.TOO_FEW_INTERVALS


def course_of(dishes: Sequence[CountRecord], bag_share: float = 0.0) -> Course:
    """Make dishes ready for a fit.

    `bag_share` is the share that had sprouted in a bag the dishes were drawn from (0..1): it is early, before any seed of
    the dishes.
    """
    if not dishes:
        raise CoreError("A course needs at least one dish.", code="no_dish", parameter="dishes")
    sown = sum(d.sown for d in dishes)
    return Course(interval_data(dishes), sown, bag_share + (1 - bag_share) * sum(d.early for d in dishes) / sown)


def fit_course(course: Course, family: CurveFamily, near: CourseFit | None = None) -> CourseFit | NoFit:
    """Fit one family to pooled dishes.

    Parameters
    ----------
    course : Course
        From `course_of`.
    family : CurveFamily
        Log-logistic, log-normal or Weibull.
    near : CourseFit, optional
        A fit of nearly the same dishes, as one more starting value.

    Returns
    -------
    CourseFit or NoFit
        Refused with ``fewer_than_three_germinated`` or ``too_few_intervals``; ``fit_failed`` where no start converged.

    References
    ----------
    Ritz, Pipper & Streibig (2013), Europ. J. Agronomy 45:1, on germination times as intervals.
    """
    if course.why_not is not None:
        return NoFit(course.why_not)
    found = [x for start in _starts(course.data, family, near) if (x := _climb(course.data, family, start)) is not None]
    if not found:
        return NoFit(Reason.FIT_FAILED)
    value, point = max(found, key=lambda x: x[0])
    # where the edge is as good as what runs towards it, it is the edge
    edge = max((x for x in found if np.isinf(x[1][0])), key=lambda x: x[0], default=None)
    if edge is not None and edge[0] >= value - 1e-9:
        value, point = edge
    return _fit_at(course, family, point, value)


def _starts(data: IntervalData, family: CurveFamily, near: CourseFit | None) -> list[Array]:
    with np.errstate(invalid="ignore"):
        middle = np.where(np.isneginf(data.left), data.right - np.log(2), np.log((np.exp(data.left) + np.exp(data.right)) / 2))
    mean = float(np.average(middle, weights=data.came))
    spread = max(0.08, float(np.sqrt(np.average((middle - mean) ** 2, weights=data.came))))
    standard = STANDARDS[family]
    slope = standard.sd / spread
    centre = mean - standard.mean / slope
    seen = min(0.97, data.total_came / data.total)
    own = np.array([np.log(seen / (1 - seen)), np.log(slope), centre])
    if near is not None:
        logit = AT_THE_EDGE if near.ready_share >= 1 else min(AT_THE_EDGE, float(np.log(near.ready_share / (1 - near.ready_share))))
        whole = np.array([min(logit, 4.0), np.log(slope_of(family, near.shape)), np.log(near.scale)])
        return [whole, _edge(whole)] if logit > 3.0 else [whole, own]
    wider = own + np.array([1.0, -0.7, 0.3])
    return [own, wider, _edge(wider)]


def _edge(start: Array) -> Array:
    """The same start with all seed ready."""
    return np.array([np.inf, start[1], start[2]])


def _climb(data: IntervalData, family: CurveFamily, start: Array) -> tuple[float, Array] | None:
    """Newton's way uphill from one start; None where it does not arrive."""
    point = start.copy()
    free = [1, 2] if np.isinf(point[0]) else [0, 1, 2]
    here = slope_at(data, family, point)
    if not np.isfinite(here.value):
        return None
    gain = np.inf
    for _ in range(MOST_STEPS):
        gradient, curvature = here.gradient[free], here.curvature[np.ix_(free, free)]
        if not (np.isfinite(gradient).all() and np.isfinite(curvature).all()):
            return None
        bend, axes = np.linalg.eigh(curvature)
        # uphill along every axis, also where the surface is not yet concave
        step = axes @ ((axes.T @ gradient) / np.maximum(np.abs(bend), FLATTEST * max(1.0, float(np.abs(bend).max()))))
        gain = float(gradient @ step)
        longest = float(np.abs(step).max())
        if longest > LARGEST_STEP:
            step *= LARGEST_STEP / longest
        if gain < GAIN_TO_STOP:
            return here.value, point
        moved = _uphill(data, family, point, here.value, step, free)
        if moved is None:
            return (here.value, point) if gain < GAIN_ENOUGH else None
        point, here = moved
        if free[0] == 0 and point[0] > AT_THE_EDGE:
            return here.value, point
    # where the overlap of two intervals drives the curve to a step, the last gains are tiny and without end
    return (here.value, point) if gain < GAIN_ENOUGH else None


def _uphill(
    data: IntervalData, family: CurveFamily, point: Array, value: float, step: Array, free: list[int]
) -> tuple[Array, Slope] | None:
    for halving in range(40):
        trial = point.copy()
        trial[free] += step * 0.5**halving
        there = slope_at(data, family, trial)
        if np.isfinite(there.value) and there.value > value:
            return trial, there
    return None


def _fit_at(course: Course, family: CurveFamily, point: Array, loglik: float) -> CourseFit:
    ready = 1.0 if np.isinf(point[0]) else float(1 / (1 + np.exp(-point[0])))
    shape, scale = shape_of(family, float(np.exp(point[1]))), float(np.exp(point[2]))
    early = course.early
    total = early + (1 - early) * ready

    def reached(share: float) -> float | None:
        return _reached(family, early, total, shape, scale, share)

    half = reached(0.5)
    return CourseFit(
        family=family,
        early_share=early,
        ready_share=ready,
        shape=shape,
        scale=scale,
        loglik=loglik,
        aic=6 - 2 * loglik,
        total=total,
        t10=reached(0.1 * total) or 0.0,
        t50=reached(0.5 * total) or 0.0,
        t90=reached(0.9 * total) or 0.0,
        t50_sown=half,
        reasons={} if half is not None else {"t50_sown": Reason.NEVER_REACHED},
    )


def _reached(family: CurveFamily, early: float, total: float, shape: float, scale: float, share: float) -> float | None:
    """Days at which F reaches `share` of all sown: 0 where the early share does, None where it never does."""
    if share <= early:
        return 0.0
    return quantile(family, (share - early) / (total - early), shape, scale) if share < total else None
