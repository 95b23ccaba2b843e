"""Ends of long steps on working days (docs/methods/schedules.md): later, never earlier, and only within the allowed lengthening."""

from collections.abc import Collection
from dataclasses import dataclass
from datetime import date, timedelta

from core.errors import CoreError

LENGTHEN_SHARE = 0.1
LENGTHEN_DAYS = 3.0


@dataclass(frozen=True, slots=True)
class FriendlyEnd:
    """Where a step ends. `within` is False where no working day lies inside `allowed`; the end then stays as it was."""

    end: date
    lengthened: int
    allowed: float
    within: bool


def friendly_end(start: date, days: int, working: Collection[int]) -> FriendlyEnd:
    """First working day on or after start + days.

    Parameters
    ----------
    start : date
    days : int
        Length of the step, 0 or more.
    working : collection of int
        Weekdays on which somebody works, Monday = 0.
    """
    if not working or not set(working) <= set(range(7)):
        raise CoreError("Name at least one working day, Monday = 0 to Sunday = 6.", code="no_working_day", parameter="working")
    allowed = max(LENGTHEN_SHARE * days, LENGTHEN_DAYS)
    due = start + timedelta(days=days)
    added = next(d for d in range(7) if (due + timedelta(days=d)).weekday() in working)
    if added > allowed:
        return FriendlyEnd(due, 0, allowed, within=False)
    return FriendlyEnd(due + timedelta(days=added), added, allowed, within=True)
