"""Curves of the share over the dose: their shapes, the dose that is enough, the best one (docs/methods/dose-and-response.md)."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import brentq
from scipy.special import expit

from core.statistics import run_around
from core.vocabulary import DoseShape

Array = NDArray[np.float64]
Curve = Callable[[Array], Array]

ENOUGH = 0.9
# a range of doses is as good as the best within so much of the share
AS_GOOD = 0.05
# the spread of log doses, and how far past the largest dose a hump may fall
SPREADS, PAST_LARGEST = (0.1, 2.0), 2.0
# parameters of each shape, the scatter counted
PARAMETERS = {DoseShape.FLAT: 2, DoseShape.RISING: 5, DoseShape.HUMPED: 6}
_ZERO_PART = 0.1
_POINTS = 2001
TINY = 1e-12


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

    @property
    def theta(self) -> Array:
        """The parameters in their order: p₀, p₁, a, b, and a₂ of a hump."""
        return np.array([self.p0, self.p1, self.a, self.b] + ([] if self.a2 is None else [self.a2]))

    @classmethod
    def of(cls, shape: DoseShape, delta: float, theta: Array) -> "DoseFit":
        """The curve of a shape with these parameters."""
        return cls(shape, delta, *(float(v) for v in theta))


def shares_and_slopes(theta: Array, x: Array) -> tuple[Array, list[Array]]:
    """Share at log doses `x` (any shape) and its slope over each parameter of a rising or humped curve."""
    p0, p1, a, b = theta[:4]
    s = expit((x - a) / b)
    rise = p0 + (p1 - p0) * s
    fall = expit(-(x - theta[4]) / b) if len(theta) > 4 else np.ones_like(x)
    ds = (p1 - p0) * s * (1 - s) / b * fall
    slopes = [(1 - s) * fall, s * fall, -ds, -ds * (x - a) / b]
    if len(theta) > 4:
        down = rise * fall * (1 - fall) / b
        slopes[3] = slopes[3] + down * (x - theta[4]) / b
        slopes.append(down)
    return rise * fall, slopes


def part_of_zero(doses: Array) -> float:
    """Delta, which stands in for no dose on the log scale: a tenth of the smallest dose above 0."""
    return _ZERO_PART * float(doses[doses > 0].min())


def tried(delta: float, largest: float) -> Array:
    """Doses between none and the largest, closer where they are small."""
    x = np.linspace(math.log(delta), math.log(largest + delta), _POINTS)
    out: Array = np.clip(np.exp(x) - delta, 0.0, largest)
    return out


def lowest_dose(curve: Curve, at: Array, wanted: float) -> float | None:
    """The lowest of the doses `at` (ascending) at which a curve reaches a share; None where it does not."""
    over = curve(at) >= wanted - TINY
    if not over.any():
        return None
    first = int(np.argmax(over))
    if first == 0:
        return 0.0
    return float(brentq(lambda d: float(curve(np.array([d]))[0]) - wanted, at[first - 1], at[first], xtol=1e-9))


def best_doses(curve: Curve, at: Array) -> tuple[float, float, float]:
    """Where a curve over the doses `at` is highest, and the ends of the doses around it that are as good."""
    p = curve(at)
    top = int(p.argmax())
    low, high = run_around(p >= p[top] - AS_GOOD, top)
    return float(at[top]), float(at[low]), float(at[high])
