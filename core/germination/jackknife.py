"""Doubt of an index by leaving one dish out (docs/methods/leave-one-dish-out.md; Efron & Tibshirani 1993, ch. 11)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from core.germination.indices import Indices, indices, shared_horizon
from core.records import CountRecord
from core.statistics import critical_value
from core.vocabulary import Reason

# values that differ by rounding alone, of a sum or of a search for the top, are equal
EQUAL_WITHIN = 1e-12
TIMES = frozenset({"first", "last", "mgt", "spread", "t10", "t25", "t50", "t75", "t90", "uniformity_90_10", "uniformity_75_25"})


@dataclass(frozen=True, slots=True)
class LeaveOneOut:
    """An index of all dishes with the interval that leaving each dish out gives; None with its reason."""

    estimate: float | None
    se: float | None
    df: int | None
    lower: float | None
    upper: float | None
    reason: Reason | None

    @classmethod
    def none(cls, estimate: float | None, reason: Reason) -> "LeaveOneOut":
        """An estimate without an interval."""
        return cls(estimate, None, None, None, None, reason)


def leave_one_dish_out(
    dishes: Sequence[CountRecord], names: Sequence[str], horizon: float | None = None, bag_share: float = 0.0
) -> dict[str, LeaveOneOut]:
    """Interval of pooled indices, on their own scale.

    The horizon is that of all dishes in every set. Lower limits of times are cut at 0. No interval with one dish, where a
    set leaves the index undefined, or where all left-out values are equal.
    """
    h = shared_horizon(dishes) if horizon is None else horizon
    whole = indices(dishes, h, bag_share)
    parts = [indices([*dishes[:j], *dishes[j + 1 :]], h, bag_share) for j in range(len(dishes))] if len(dishes) > 1 else []
    return {name: _interval(name, whole, parts) for name in names}


def _interval(name: str, whole: Indices, parts: Sequence[Indices]) -> LeaveOneOut:
    estimate: float | None = getattr(whole, name)
    if estimate is None:
        return LeaveOneOut.none(None, whole.reasons[name])
    found = interval_of(estimate, [v for p in parts if (v := getattr(p, name)) is not None], len(parts))
    if found.lower is not None and name in TIMES:
        return replace(found, lower=max(0.0, found.lower))
    return found


def interval_of(estimate: float, values: Sequence[float], sets: int) -> LeaveOneOut:
    """The interval of `estimate` from the values of the `sets` that leave one dish out, on the scale that both are given in."""
    if sets == 0:
        return LeaveOneOut.none(estimate, Reason.ONE_DISH)
    if len(values) < sets:
        return LeaveOneOut.none(estimate, Reason.UNDEFINED_WITHOUT_A_DISH)
    if max(values) - min(values) <= EQUAL_WITHIN * max(1.0, abs(estimate)):
        return LeaveOneOut.none(estimate, Reason.NO_SPREAD)
    mean = math.fsum(values) / sets
    se = math.sqrt((sets - 1) / sets * math.fsum((v - mean) ** 2 for v in values))
    half = critical_value(sets - 1) * se
    return LeaveOneOut(estimate, se, sets - 1, estimate - half, estimate + half, None)
