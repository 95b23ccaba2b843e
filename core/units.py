"""Conversions at the core's edge. Inside, time is days and shares are 0..1."""

from core.errors import CoreError
from core.vocabulary import DurationUnit

HOURS_PER_DAY = 24
MINUTES_PER_DAY = 24 * 60

_PER_DAY = {DurationUnit.MINUTES: MINUTES_PER_DAY, DurationUnit.HOURS: HOURS_PER_DAY, DurationUnit.DAYS: 1}


def to_days(duration: float, unit: DurationUnit | str) -> float:
    """Turn a duration into days.

    >>> to_days(36, "h")
    1.5
    """
    try:
        per_day = _PER_DAY[DurationUnit(unit)]
    except ValueError:
        raise CoreError(f"“{unit}” is not a unit of time here. Use min, h or d.", code="unit_unknown", parameter="unit") from None
    if not duration >= 0:
        raise CoreError(
            f"A duration of {duration} {unit} cannot be: it must be 0 or more.",
            code="duration_negative",
            parameter="duration",
            bound=0,
            value=duration,
        )
    return duration / per_day


def from_days(days: float, unit: DurationUnit) -> float:
    """Turn days into a unit.

    >>> from_days(1.5, DurationUnit.HOURS)
    36.0
    """
    return days * _PER_DAY[unit]


def format_days(days: float) -> str:
    """Say a time on the incubation clock, in hours below two days: ``day 12``, ``hour 36``, ``day 4.5``."""
    if days != 0 and abs(days) < 2 and days != int(days):
        return f"hour {days * HOURS_PER_DAY:.3g}"
    return f"day {days:.4g}"
