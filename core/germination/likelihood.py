"""The likelihood of a course in time, on intervals (docs/methods/course.md).

Germinated in (L, R] contributes ln(d (F0(R) − F0(L))), with L the same dish's look before, 0 for the first. Lost at t > 0:
ln(1 − d F0(t)). All others are known not to have come by the dish's last look: ln(1 − d F0(last)). Early seeds, seeds lost at
t ≤ 0, and dishes without a look after 0 add nothing.
"""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.errors import CoreError
from core.germination.families import STANDARDS, Standard, slope_of
from core.records import CountRecord
from core.vocabulary import CurveFamily

Array = NDArray[np.float64]


@dataclass(frozen=True)
class IntervalData:
    """What the likelihood needs of pooled dishes: times as logs of days.

    Attributes
    ----------
    left, right, came : ndarray, shape (k,)
        Ends of the intervals in which seeds germinated (−inf for 0), and how many.
    until, stayed : ndarray, shape (m,)
        Times up to which seeds are known not to have germinated, and how many.
    """

    left: Array
    right: Array
    came: Array
    until: Array
    stayed: Array

    @property
    def total_came(self) -> int:
        """Germinated after 0."""
        return int(self.came.sum())

    @property
    def total(self) -> int:
        """Seeds in the likelihood."""
        return int(self.came.sum() + self.stayed.sum())


def interval_data(dishes: Sequence[CountRecord]) -> IntervalData:
    """Gather the intervals of several dishes; each dish keeps its own looks."""
    came: Counter[tuple[float, float]] = Counter()
    stayed: Counter[float] = Counter()
    for dish in dishes:
        before = 0.0
        for look in dish.inspections:
            if look.t <= 0:
                continue
            if look.germinated:
                came[before, look.t] += look.germinated
            if look.lost:
                stayed[look.t] += look.lost
            before = look.t
        if before > 0:
            stayed[before] += dish.sown - dish.germinated - dish.lost
    intervals, ends = sorted(came), sorted(t for t, n in stayed.items() if n)
    with np.errstate(divide="ignore"):
        return IntervalData(
            left=np.log(np.array([a for a, _ in intervals], dtype=float)),
            right=np.log(np.array([b for _, b in intervals], dtype=float)),
            came=np.array([came[i] for i in intervals], dtype=float),
            until=np.log(np.array(ends, dtype=float)),
            stayed=np.array([stayed[t] for t in ends], dtype=float),
        )


def course_loglik(dishes: Sequence[CountRecord], family: CurveFamily, ready_share: float, shape: float, scale: float) -> float:
    """Log-likelihood of pooled dishes at given parameters, without constants.

    Parameters
    ----------
    ready_share : float
        Share ready to germinate among those not early, above 0 and at most 1.
    shape, scale : float
        Above 0; `scale` in days. See `core.germination.families`.
    """
    if not 0 < ready_share <= 1:
        raise CoreError(f"A ready share of {ready_share} is not above 0 and at most 1.", code="out_of_range", parameter="ready_share")
    if not (shape > 0 and scale > 0):
        raise CoreError(f"Shape {shape} and scale {scale} must be above 0.", code="out_of_range", parameter="shape")
    data = interval_data(dishes)
    standard, slope, centre = STANDARDS[family], slope_of(family, shape), np.log(scale)
    with np.errstate(divide="ignore"):
        log_ready, log_not = np.log(ready_share), np.log1p(-ready_share)
    inside = _log_inside(standard, slope * (data.left - centre), slope * (data.right - centre))
    outside = np.logaddexp(log_not, log_ready + standard.log_above(slope * (data.until - centre)))
    return float(data.came @ (log_ready + inside) + data.stayed @ outside)


def _log_inside(standard: Standard, low: Array, high: Array) -> Array:
    """ln(F0(high) − F0(low)), from whichever tail is the smaller, as differences of logs."""
    with np.errstate(divide="ignore", invalid="ignore"):
        from_above = standard.log_above(low)
        upper = from_above + np.log(-np.expm1(standard.log_above(high) - from_above))
        from_below = standard.log_below(high)
        lower = from_below + np.log(-np.expm1(standard.log_below(low) - from_below))
    return np.where(low > 0, upper, lower)


@dataclass(frozen=True, slots=True)
class Slope:
    """Log-likelihood with its gradient and curvature in (logit of the ready share, ln slope, centre)."""

    value: float
    gradient: Array
    curvature: Array


def slope_at(data: IntervalData, family: CurveFamily, point: Array) -> Slope:
    """Value and exact derivatives at `point`; a first entry of +inf is a ready share of 1."""
    standard = STANDARDS[family]
    eta, slope, centre = point[0], np.exp(point[1]), point[2]
    log_ready, log_not = -np.logaddexp(0.0, -eta), -np.logaddexp(0.0, eta)
    ready, rest = np.exp(log_ready), np.exp(log_not)
    with np.errstate(over="ignore", invalid="ignore", divide="ignore"):
        came = _came(data, standard, slope, centre)
        stayed = _stayed(data, standard, slope, centre, log_ready, log_not)
    n = data.came.sum()
    value = came.value + n * log_ready + stayed.value
    gradient = came.gradient + stayed.gradient
    curvature = came.curvature + stayed.curvature
    gradient[0] += n * rest
    curvature[0, 0] -= n * ready * rest
    return Slope(float(value), gradient, curvature)


def _came(data: IntervalData, standard: Standard, slope: float, centre: float) -> Slope:
    """The part of seeds that germinated, without the ready share."""
    low, high = slope * (data.left - centre), slope * (data.right - centre)
    inside = _log_inside(standard, low, high)
    first = np.isneginf(low)
    safe = np.where(first, 0.0, low)
    at_high = np.exp(standard.log_density(high) - inside)
    at_low = np.where(first, 0.0, np.exp(standard.log_density(safe) - inside))
    # z' by ln slope is z, by the centre −slope; z'' by ln slope twice is z, mixed −slope, by the centre twice 0
    by_slope = at_high * high - at_low * safe
    by_centre = -slope * (at_high - at_low)
    bend_high, bend_low = at_high * standard.density_slope(high), at_low * standard.density_slope(safe)
    twice_slope = bend_high * high**2 + at_high * high - bend_low * safe**2 - at_low * safe - by_slope**2
    mixed = -slope * (bend_high * high + at_high - bend_low * safe - at_low) - by_slope * by_centre
    twice_centre = slope**2 * (bend_high - bend_low) - by_centre**2
    return _summed(data.came, inside, (None, by_slope, by_centre), (None, None, None, twice_slope, mixed, twice_centre))


def _stayed(data: IntervalData, standard: Standard, slope: float, centre: float, log_ready: float, log_not: float) -> Slope:
    """The part of seeds that did not germinate, ready or not."""
    z = slope * (data.until - centre)
    outside = np.logaddexp(log_not, log_ready + standard.log_above(z))
    ready, rest = np.exp(log_ready), np.exp(log_not)
    h = np.exp(log_ready + standard.log_density(z) - outside)
    v = np.exp(log_ready + log_not + standard.log_below(z) - outside)
    by_z, twice_z = -h, -h * standard.density_slope(z) - h**2
    ready_z = -h * rest - v * h
    gradient = (-v, by_z * z, -slope * by_z)
    curvature = (
        -v * (rest - ready) - v**2,
        ready_z * z,
        -slope * ready_z,
        twice_z * z**2 + by_z * z,
        -slope * (twice_z * z + by_z),
        slope**2 * twice_z,
    )
    return _summed(data.stayed, outside, gradient, curvature)


def _summed(
    weights: Array,
    value: Array,
    gradient: tuple[Array | None, Array, Array],
    curvature: tuple[Array | None, Array | None, Array | None, Array, Array, Array],
) -> Slope:
    g = np.array([0.0 if x is None else weights @ x for x in gradient])
    c00, c01, c02, c11, c12, c22 = (0.0 if x is None else float(weights @ x) for x in curvature)
    return Slope(float(weights @ value), g, np.array([[c00, c01, c02], [c01, c11, c12], [c02, c12, c22]]))
