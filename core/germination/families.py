"""The three families of curves, each a location-scale family in the logarithm of time (docs/methods/course.md).

With x = ln t, z = slope · (x − centre). `slope` and `centre` carry the likelihood; `shape` and `scale` are what is shown.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import special

from core.vocabulary import CurveFamily

Array = NDArray[np.float64]
# beyond these the curves are 0 or 1 in double precision, and products must not overflow
_LARGEST_Z = 300.0
LARGEST_LOG = 700.0


@dataclass(frozen=True, slots=True)
class Standard:
    """A standard distribution of z: logs of F0, of 1 − F0 and of the density, its log slope, and its quantiles."""

    log_below: Callable[[Array], Array]
    log_above: Callable[[Array], Array]
    log_density: Callable[[Array], Array]
    density_slope: Callable[[Array], Array]
    quantile: Callable[[float], float]
    mean: float
    sd: float


def _softplus(z: Array) -> Array:
    return np.logaddexp(0.0, z)


def _gumbel_log_below(z: Array) -> Array:
    u = np.exp(np.minimum(z, _LARGEST_Z))
    # for a small u the difference of one and its exponential loses digits; ln(1 − e^−u) ≈ ln u − u/2
    return np.where(u < 1e-8, z - u / 2, np.log(-np.expm1(-np.maximum(u, 1e-300))))


STANDARDS = {
    CurveFamily.LOGLOGISTIC: Standard(
        log_below=lambda z: -_softplus(-z),
        log_above=lambda z: -_softplus(z),
        log_density=lambda z: -_softplus(-z) - _softplus(z),
        density_slope=lambda z: 1 - 2 * special.expit(z),
        quantile=lambda q: float(special.logit(q)),
        mean=0.0,
        sd=float(np.pi / np.sqrt(3)),
    ),
    CurveFamily.LOGNORMAL: Standard(
        log_below=special.log_ndtr,
        log_above=lambda z: special.log_ndtr(-z),
        log_density=lambda z: -0.5 * z * z - 0.5 * np.log(2 * np.pi),
        density_slope=lambda z: -z,
        quantile=lambda q: float(special.ndtri(q)),
        mean=0.0,
        sd=1.0,
    ),
    CurveFamily.WEIBULL: Standard(
        log_below=_gumbel_log_below,
        log_above=lambda z: -np.exp(np.minimum(z, _LARGEST_Z)),
        log_density=lambda z: z - np.exp(np.minimum(z, _LARGEST_Z)),
        density_slope=lambda z: 1 - np.exp(np.minimum(z, _LARGEST_Z)),
        quantile=lambda q: float(np.log(-np.log1p(-q))),
        mean=-float(np.euler_gamma),
        sd=float(np.pi / np.sqrt(6)),
    ),
}


def slope_of(family: CurveFamily, shape: float) -> float:
    """The slope in log time from the shape that is shown: the log-normal's shape is its sigma."""
    return 1 / shape if family is CurveFamily.LOGNORMAL else shape


def shape_of(family: CurveFamily, slope: float) -> float:
    """The shape that is shown, from the slope in log time; its own inverse."""
    return slope_of(family, slope)


def share_below(family: CurveFamily, t: Array, shape: float, scale: float) -> Array:
    """F0 at times `t` in days, 0 at and before 0."""
    out = np.zeros_like(t)
    after = t > 0
    out[after] = np.exp(STANDARDS[family].log_below(slope_of(family, shape) * (np.log(t[after]) - np.log(scale))))
    return out


def quantile(family: CurveFamily, share: float, shape: float, scale: float) -> float:
    """Days at which F0 reaches `share`, 0 < share < 1; held within what a number can say."""
    return in_days(float(np.log(scale)) + STANDARDS[family].quantile(share) / slope_of(family, shape))


def in_days(log_days: float) -> float:
    """Days from their logarithm; one that no number can hold ends at the largest that can."""
    return math.exp(max(-LARGEST_LOG, min(LARGEST_LOG, log_days)))
