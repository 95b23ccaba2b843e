"""Doubt of an index by leaving one dish out (part 5; Efron & Tibshirani 1993, ch. 11)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from core.germination.indices import Indices, indices, shared_horizon
from core.records import CountRecord
from core.statistics import critical_value
from core.vocabulary import Reason

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


def leave_one_dish_out(dishes: Sequence[CountRecord], names: Sequence[str], horizon: float | None = None) -> dict[str, LeaveOneOut]:
    """Interval of pooled indices, on their own scale.

    The horizon is that of all dishes in every set. Lower limits of times are cut at 0. No interval with one dish, where a
    set leaves the index undefined, or where all left-out values are equal.
    """
    h = shared_horizon(dishes) if horizon is None else horizon
    whole = indices(dishes, h)
    parts = [indices([*dishes[:j], *dishes[j + 1 :]], h) for j in range(len(dishes))] if len(dishes) > 1 else []
    return {name: _interval(name, whole, parts) for name in names}


def _interval(name: str, whole: Indices, parts: Sequence[Indices]) -> LeaveOneOut:
    estimate: float | None = getattr(whole, name)
    if estimate is None:
        return _none(None, whole.reasons[name])
    if not parts:
        return _none(estimate, Reason.ONE_DISH)
    values: list[float] = [v for p in parts if (v := getattr(p, name)) is not None]
    if len(values) < len(parts):
        return _none(estimate, Reason.UNDEFINED_WITHOUT_A_DISH)
    r = len(values)
    mean = math.fsum(values) / r
    se = math.sqrt((r - 1) / r * math.fsum((v - mean) ** 2 for v in values))
    if max(values) == min(values):
        return _none(estimate, Reason.NO_SPREAD)
    half = critical_value(r - 1) * se
    lower = max(0.0, estimate - half) if name in TIMES else estimate - half
    return LeaveOneOut(estimate, se, r - 1, lower, estimate + half, None)


def _none(estimate: float | None, reason: Reason) -> LeaveOneOut:
    return LeaveOneOut(estimate, None, None, None, None, reason)
