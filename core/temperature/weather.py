"""Simulated stand-ins for a logger in a fridge and for the weather outside, and what weather does to seed out there."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

import numpy as np

from core.temperature.chill import DayOfLog, Floats
from core.vocabulary import Hemisphere

WARM_DAY_C, WARM_DAYS = 10.0, 4
FROST_C, FROST_WITHIN_DAYS = -2.0, 28


@dataclass(frozen=True, slots=True)
class WarmThenFrost:
    """A warm spell that may wake seed, and the first hard frost after it. Days as in the log."""

    warm_from: int
    warm_to: int
    frost_on: int
    frost_c: float


def fridge_log(
    hours: int, draw: np.random.Generator, *, mean_c: float = 3.2, froze_at: float | None = None, frozen_hours: float = 9
) -> Floats:
    """Hourly °C of a fridge: a slow drift, the compressor's swing, the door; from hour `froze_at` on it freezes for a while."""
    t = np.arange(hours)
    temps = mean_c + 0.4 * np.sin(2 * np.pi * t / 24) + draw.normal(0, 0.35, hours) + 0.8 * (draw.random(hours) < 0.02)
    if froze_at is not None:
        inside = (t >= froze_at) & (t < froze_at + frozen_hours)
        temps[inside] = -1.6 + draw.normal(0, 0.3, int(inside.sum()))
    return np.asarray(np.round(temps, 1), dtype=np.float64)


def outdoor_log(start: datetime, hours: int, draw: np.random.Generator, hemisphere: Hemisphere = Hemisphere.NORTH) -> Floats:
    """Hourly °C outside on a high steppe: the year, the day, and spells of several days."""
    t = np.arange(hours)
    day_of_year = start.timetuple().tm_yday + (start.hour + t) / 24
    turn = 0 if hemisphere is Hemisphere.NORTH else 182.6
    year = 9.5 - 12 * np.cos(2 * np.pi * (day_of_year - 17 - turn) / 365.25)
    day = -6 * np.cos(2 * np.pi * ((start.hour + t) % 24 - 3) / 24)
    spells = np.zeros(hours)
    noise = draw.normal(0, 1, hours)
    for i in range(1, hours):
        spells[i] = 0.985 * spells[i - 1] + 0.55 * noise[i]
    return np.asarray(np.round(year + day + spells, 1), dtype=np.float64)


def warm_then_frost(days: Sequence[DayOfLog]) -> list[WarmThenFrost]:
    """Warm spells that a hard frost follows: four days and more whose middle is 10 °C, then −2 °C within four weeks."""
    found: list[WarmThenFrost] = []
    run: list[DayOfLog] = []
    for index, day in enumerate(days):
        if (day.low_c + day.high_c) / 2 >= WARM_DAY_C:
            run.append(day)
            continue
        if len(run) >= WARM_DAYS:
            later = days[index : index + FROST_WITHIN_DAYS]
            frost = next((d for d in later if d.low_c <= FROST_C and d.day - run[-1].day <= FROST_WITHIN_DAYS), None)
            if frost is not None:
                found.append(WarmThenFrost(run[0].day, run[-1].day, frost.day, frost.low_c))
        run = []
    return found


def usual_outdoors(start: date, days: int, hemisphere: Hemisphere = Hemisphere.NORTH, seed: int = 11) -> list[DayOfLog]:
    """A simulated usual year outside in days, for warnings ahead of time; day 0 is `start`."""
    begin = datetime(start.year, start.month, start.day)  # noqa: DTZ001  # a day of no zone
    hourly = outdoor_log(begin, 24 * days, np.random.default_rng(seed), hemisphere)
    by_day = hourly.reshape(days, 24)
    band = ((by_day >= 0.5) & (by_day <= 6)).sum(axis=1)
    return [DayOfLog(i, float(d.min()), float(d.max()), float(b), 24.0) for i, (d, b) in enumerate(zip(by_day, band, strict=True))]


def log_csv(start: datetime, temps: Floats, spacing: timedelta = timedelta(hours=1)) -> str:
    """Readings as the simulated logger writes them: a CSV with offsets in its times."""
    lines = [f"{(start + i * spacing).isoformat(timespec='seconds')},{t:.1f}" for i, t in enumerate(temps)]
    return "\n".join(["time,temperature °C", *lines]) + "\n"
