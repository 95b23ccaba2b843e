"""What is believed of a treatment before it is tried: by the likely class of dormancy, or from other lots (docs/methods/worth.md)."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import Enum, auto

import numpy as np
from scipy import special

from core.errors import CoreError, check_finite, check_share
from core.germination import PooledShare
from core.treatment import STEP_KINDS, KeyStep
from core.vocabulary import Dormancy, StepKind

# how many seeds a starting point weighs
STARTING_WEIGHT = 4.0
_LEAST, _MOST = 0.5, 2000.0
_DAY = 86_400
# cold of up to so many weeks is short, middling; the boundaries lie between whole weeks
_SHORT_WEEKS, _MIDDLE_WEEKS = 5.5, 10.5
_WARM = frozenset({StepKind.WARM_MOIST})


class StartingGroup(Enum):
    """Treatments that have one starting point."""

    UNTREATED = auto()
    COLD_SHORT = auto()
    COLD_MIDDLE = auto()
    COLD_LONG = auto()
    WARM_THEN_COLD = auto()
    SCARIFIED = auto()
    SCARIFIED_THEN_COLD = auto()
    SMOKE = auto()


def _row(*means: float) -> Mapping[StartingGroup, float]:
    return dict(zip(StartingGroup, means, strict=True))


_NOT_DEEP = _row(0.35, 0.55, 0.6, 0.6, 0.55, 0.35, 0.55, 0.4)
_DEEP = _row(0.1, 0.2, 0.4, 0.55, 0.5, 0.1, 0.5, 0.15)
_SMALL_EMBRYO = _row(0.15, 0.25, 0.3, 0.35, 0.5, 0.15, 0.4, 0.15)
# our own starting points, not measured: mean shares by likely class
STARTING_MEANS: Mapping[Dormancy, Mapping[StartingGroup, float]] = {
    Dormancy.NONE: _row(0.7, 0.65, 0.65, 0.6, 0.6, 0.6, 0.6, 0.65),
    Dormancy.PHYSICAL: _row(0.15, 0.15, 0.15, 0.15, 0.15, 0.7, 0.65, 0.15),
    Dormancy.SHALLOW: _NOT_DEEP,
    Dormancy.MIDDLING: _DEEP,
    Dormancy.DEEP: _DEEP,
    Dormancy.MORPHOLOGICAL: _SMALL_EMBRYO,
    Dormancy.MORPHOPHYSIOLOGICAL: _SMALL_EMBRYO,
    Dormancy.COMBINED: _row(0.05, 0.1, 0.1, 0.1, 0.1, 0.15, 0.6, 0.05),
    Dormancy.UNKNOWN: _row(0.3, 0.4, 0.45, 0.45, 0.4, 0.35, 0.45, 0.35),
}


@dataclass(frozen=True, slots=True)
class Belief:
    """Beta(a, b) of a share, both > 0."""

    a: float
    b: float

    def __post_init__(self) -> None:
        check_finite(self.a, "a", above=0)
        check_finite(self.b, "b", above=0)

    @property
    def mean(self) -> float:
        """Expected share, 0..1."""
        return self.a / (self.a + self.b)

    @property
    def range(self) -> tuple[float, float]:
        """2.5 and 97.5 % quantiles."""
        low, high = special.betaincinv(self.a, self.b, np.array([0.025, 0.975]))
        return float(low), float(high)


NOTHING_KNOWN = Belief(1.0, 1.0)


def starting_group(steps: Sequence[KeyStep]) -> StartingGroup | None:
    """The group of a treatment, by its planned steps; None where no starting point is for what is done."""
    kinds = [s.kind for s in steps]
    cold = [i for i, k in enumerate(kinds) if STEP_KINDS[k].cold]
    opened = any(STEP_KINDS[k].opens_coat for k in kinds)
    if opened:
        return StartingGroup.SCARIFIED_THEN_COLD if cold else StartingGroup.SCARIFIED
    if cold and any(k in _WARM for k in kinds[: cold[-1]]):
        return StartingGroup.WARM_THEN_COLD
    if cold:
        weeks = sum(steps[i].seconds for i in cold) / _DAY / 7
        if weeks <= _SHORT_WEEKS:
            return StartingGroup.COLD_SHORT
        return StartingGroup.COLD_MIDDLE if weeks <= _MIDDLE_WEEKS else StartingGroup.COLD_LONG
    if StepKind.SMOKE_WATER in kinds:
        return StartingGroup.SMOKE
    waited = [k for k in kinds if STEP_KINDS[k].in_bag or k in _WARM]
    return None if waited else StartingGroup.UNTREATED


def starting_belief(likely: Dormancy, steps: Sequence[KeyStep], weight: float = STARTING_WEIGHT) -> Belief:
    """The starting point of a treatment; `weight` is how many seeds it counts as, > 0. Beta(1, 1) where there is none.

    Examples
    --------
    >>> starting_belief(Dormancy.PHYSICAL, ()).mean
    0.15
    """
    check_finite(weight, "weight", above=0)
    group = starting_group(steps)
    if group is None:
        return NOTHING_KNOWN
    mean = STARTING_MEANS[likely][group]
    return Belief(mean * weight, (1 - mean) * weight)


def next_lot_belief(pooled: PooledShare) -> Belief:
    """The Beta with the expected share of the next lot, and 95 % of it as wide as that of the next lot."""
    return fitted_belief(pooled.next_expected, pooled.next_lot.upper - pooled.next_lot.lower)


def fitted_belief(mean: float, width: float) -> Belief:
    """The Beta with a mean (0..1, not at its ends) whose middle 95 % is so wide (0..1)."""
    check_share(mean, "mean")
    if not 0 < mean < 1:
        raise CoreError(f"An expected share of {mean:g} leaves nothing to learn.", code="share_out_of_range", parameter="mean", value=mean)
    low, high = math.log(_LEAST), math.log(_MOST)
    for _ in range(40):
        middle = (low + high) / 2
        size = math.exp(middle)
        lower, upper = Belief(mean * size, (1 - mean) * size).range
        low, high = (middle, high) if upper - lower > width else (low, middle)
    size = math.exp((low + high) / 2)
    return Belief(mean * size, (1 - mean) * size)
