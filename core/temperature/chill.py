"""The cold actually given, from readings: only what lies in the band counts, and a gap counts as nothing (docs/methods/chill.md)."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.errors import CoreError
from core.vocabulary import Reason
from core.wording import degrees_value

BAND_LOW_C, BAND_HIGH_C = 0.5, 6.0
FROZEN_BELOW_C, WARM_ABOVE_C = 0.0, 10.0
GAP_SPACINGS = 3
LONGEST_HOLD_HOURS = 24.0
# how many spacings on either side of a reading say what is usual there
NEIGHBOURS = 5
FEWEST_READINGS = 3
# a sensor may be off by so much
JUST_OUTSIDE_C = 0.5
_ROUNDING = 1e-9
PACE_HOURS = 7 * 24.0

Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Gap:
    """A stretch nobody knows about, in hours on the readings' clock."""

    start: float
    end: float

    @property
    def hours(self) -> float:
        """Its length."""
        return self.end - self.start


@dataclass(frozen=True, slots=True)
class Run:
    """An unbroken run of readings on one side of a limit, in hours on the readings' clock, with its extreme in °C."""

    start: float
    end: float
    extreme_c: float

    @property
    def hours(self) -> float:
        """Its length."""
        return self.end - self.start


@dataclass(frozen=True, slots=True)
class Chill:
    """What the readings say. Hours unless said; all None with fewer than three readings (`reason`).

    `effective_days` is hours in the band / 24; `just_outside_hours` lie outside it by at most 0.5 °C. `frozen` and `warm` hold
    every run below 0 °C and above 10 °C.
    """

    effective_days: float | None
    just_outside_hours: float | None
    band_hours: float | None
    frozen_hours: float | None
    frozen_longest: float | None
    warm_hours: float | None
    warm_longest: float | None
    known_hours: float | None
    median_spacing: float | None
    gaps: tuple[Gap, ...] = ()
    frozen: tuple[Run, ...] = ()
    warm: tuple[Run, ...] = ()
    reason: Reason | None = None


@dataclass(frozen=True, slots=True)
class EnoughCold:
    """When the days of cold that a recipe asks for are reached.

    `at_hours` is on the readings' clock; None with `reason` NO_PACE (no cold in the last 7 known days) or
    FEWER_THAN_THREE_READINGS. REACHED: it lies in the readings already. `pace` is effective days per known day.
    """

    at_hours: float | None
    pace: float | None
    reason: Reason | None


@dataclass(frozen=True, slots=True)
class DayOfLog:
    """One day of a log: coldest and warmest reading in °C, hours in the band, hours known."""

    day: int
    low_c: float
    high_c: float
    band_hours: float
    known_hours: float


NOTHING = Chill(None, None, None, None, None, None, None, None, None, reason=Reason.FEWER_THAN_THREE_READINGS)


def chill(hours: Floats, temps: Floats, *, low: float = BAND_LOW_C, high: float = BAND_HIGH_C) -> Chill:
    """Count the cold in readings.

    Parameters
    ----------
    hours : array, shape (n,)
        Times in hours from any zero, increasing.
    temps : array, shape (n,)
        °C.
    low, high : float
        The band, °C; both edges belong to it.

    Raises
    ------
    CoreError
        ``shapes_differ``, ``time_not_increasing``, ``band_empty``.
    """
    _check(hours, temps, low, high)
    if len(hours) < FEWEST_READINGS:
        return NOTHING
    held, spacing = _held(hours)
    temps = temps[:-1]
    gap = spacing > held
    frozen = _runs(hours, held, temps, temps < FROZEN_BELOW_C, gap, np.minimum)
    warm = _runs(hours, held, temps, temps > WARM_ABOVE_C, gap, np.maximum)
    band = float(held[(temps >= low) & (temps <= high)].sum())
    return Chill(
        effective_days=band / 24,
        just_outside_hours=float(held[_just_outside(temps, low, high)].sum()),
        band_hours=band,
        frozen_hours=float(held[temps < FROZEN_BELOW_C].sum()),
        frozen_longest=max((r.hours for r in frozen), default=0.0),
        warm_hours=float(held[temps > WARM_ABOVE_C].sum()),
        warm_longest=max((r.hours for r in warm), default=0.0),
        known_hours=float(held.sum()),
        median_spacing=float(np.median(spacing)),
        gaps=tuple(Gap(float(hours[i] + held[i]), float(hours[i + 1])) for i in np.flatnonzero(gap)),
        frozen=frozen,
        warm=warm,
    )


def enough_cold(hours: Floats, temps: Floats, days: float, *, low: float = BAND_LOW_C, high: float = BAND_HIGH_C) -> EnoughCold:
    """When `days` of effective cold are reached, at the pace of the last 7 known days where they are not yet."""
    _check(hours, temps, low, high)
    if len(hours) < FEWEST_READINGS:
        return EnoughCold(None, None, Reason.FEWER_THAN_THREE_READINGS)
    held = _held(hours)[0]
    inside = (temps[:-1] >= low) & (temps[:-1] <= high)
    cumulative = np.cumsum(np.where(inside, held, 0.0))
    needed = 24.0 * days
    # the known time of the last week, gaps left out
    from_end = np.cumsum(held[::-1])
    take = np.minimum(held[::-1], np.maximum(0.0, PACE_HOURS - (from_end - held[::-1])))
    known = float(take.sum())
    pace = float(take[inside[::-1]].sum()) / known if known else 0.0
    if cumulative[-1] >= needed:
        at = int(np.searchsorted(cumulative, needed))
        return EnoughCold(float(hours[at] + held[at] - (cumulative[at] - needed)), pace, Reason.REACHED)
    if pace == 0:
        return EnoughCold(None, 0.0, Reason.NO_PACE)
    return EnoughCold(float(hours[-1] + (needed - cumulative[-1]) / pace), pace, None)


def daily(hours: Floats, temps: Floats, *, low: float = BAND_LOW_C, high: float = BAND_HIGH_C) -> list[DayOfLog]:
    """The log in days of 24 hours from its zero, for drawing; days without a reading are left out."""
    _check(hours, temps, low, high)
    if len(hours) < FEWEST_READINGS:
        return []
    held = _held(hours)[0]
    temps = temps[:-1]
    day = np.floor(hours[:-1] / 24).astype(int)
    starts = np.flatnonzero(np.r_[True, np.diff(day) > 0])
    inside = np.where((temps >= low) & (temps <= high), held, 0.0)
    columns = (
        np.minimum.reduceat(temps, starts),
        np.maximum.reduceat(temps, starts),
        np.add.reduceat(inside, starts),
        np.add.reduceat(held, starts),
    )
    return [DayOfLog(int(d), *(float(c[i]) for c in columns)) for i, d in enumerate(day[starts])]


def _check(hours: Floats, temps: Floats, low: float, high: float) -> None:
    if hours.shape != temps.shape or hours.ndim != 1:
        raise CoreError(f"{hours.size} times and {temps.size} temperatures do not match.", code="shapes_differ", parameter="temps")
    if not (np.all(np.isfinite(hours)) and np.all(np.isfinite(temps))):
        at = int(np.flatnonzero(~(np.isfinite(hours) & np.isfinite(temps)))[0]) + 1
        raise CoreError(f"Reading {at} has no number for its time or its temperature.", code="not_finite", parameter="temps")
    if not low <= high:
        raise CoreError(
            f"The range from {degrees_value(low)} to {degrees_value(high)} is empty. Enter the lower temperature first.",
            code="band_empty",
            parameter="low",
            bound=high,
            value=low,
        )
    if np.any(np.diff(hours) <= 0):
        at = int(np.flatnonzero(np.diff(hours) <= 0)[0]) + 1
        message = f"Reading {at + 1} (hour {hours[at]:g}) is not later than the one before it (hour {hours[at - 1]:g})."
        raise CoreError(message, code="time_not_increasing", parameter="hours")


def _held(hours: Floats) -> tuple[Floats, Floats]:
    """Hours that each reading but the last stands for, and the spacings."""
    spacing = np.diff(hours)
    held = np.minimum(spacing, np.minimum(LONGEST_HOLD_HOURS, GAP_SPACINGS * _local_median(spacing)))
    # times are sums of fractions: a spacing that reaches the limit but for rounding is no gap
    return np.where(spacing - held < _ROUNDING, spacing, held), spacing


def _local_median(spacing: Floats) -> Floats:
    """Median of each spacing and up to five on either side."""
    width = 2 * NEIGHBOURS + 1
    if len(spacing) < width:
        return np.array([np.median(spacing[max(0, i - NEIGHBOURS) : i + NEIGHBOURS + 1]) for i in range(len(spacing))])
    middle = np.median(np.lib.stride_tricks.sliding_window_view(spacing, width), axis=1)
    first = [np.median(spacing[: i + NEIGHBOURS + 1]) for i in range(NEIGHBOURS)]
    last = [np.median(spacing[i - NEIGHBOURS :]) for i in range(len(spacing) - NEIGHBOURS, len(spacing))]
    return np.concatenate([first, middle, last])


def _just_outside(temps: Floats, low: float, high: float) -> NDArray[np.bool_]:
    below, above = low - temps, temps - high
    return ((below > 0) & (below <= JUST_OUTSIDE_C + _ROUNDING)) | ((above > 0) & (above <= JUST_OUTSIDE_C + _ROUNDING))


def _runs(
    hours: Floats, held: Floats, temps: Floats, inside: NDArray[np.bool_], gap: NDArray[np.bool_], worst: np.ufunc
) -> tuple[Run, ...]:
    """Runs of readings in a row; a gap ends one."""
    index = np.flatnonzero(inside)
    if not len(index):
        return ()
    breaks = (np.diff(index) > 1) | gap[index[:-1]]
    starts = np.flatnonzero(np.r_[True, breaks])
    firsts, lasts = index[starts], index[np.r_[starts[1:] - 1, len(index) - 1]]
    extremes = worst.reduceat(temps[index], starts)
    return tuple(Run(float(hours[a]), float(hours[b] + held[b]), float(x)) for a, b, x in zip(firsts, lasts, extremes, strict=True))
