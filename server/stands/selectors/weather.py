"""Warmth of days at the places whose logs stand for the weather of stands, and the clocks that run by it."""

from collections import defaultdict
from collections.abc import Collection
from dataclasses import dataclass, field
from datetime import date, timedelta
from functools import cached_property

import numpy as np
from django.core.cache import caches
from django.utils import timezone
from numpy.typing import NDArray

from core.harvest import thermal_days
from core.temperature import daily
from server.record_kinds.kept import key_of
from server.record_kinds.selectors import valid
from server.reference.models import Place
from server.temperature.models import TemperatureLog
from server.temperature.selectors import HOUR, moment_of, readings_of

YEAR, YEAR_DAYS = 365.25, 366
# what is usual of a day: so many years back, with so many days beside it
_YEARS_BACK, _BESIDE = range(1, 11), range(-3, 4)
# earlier years say what is usual where they cover so many days of the year
_ENOUGH_DAYS = 300

Means = dict[date, float]
Floats = NDArray[np.float64]


@dataclass(frozen=True)
class SeasonClock:
    """Days of a season from its `first` day on; with `warmth` in usual days, else in calendar days."""

    first: date
    warmth: tuple[float, ...] = ()

    def day(self, on: date) -> float:
        """The clock's time at a date."""
        return self._at(float((on - self.first).days))

    def _at(self, days: float) -> float:
        if not self.warmth:
            return days
        # before and after its year the clock runs as the calendar does
        steps = np.arange(len(self.warmth) + 1)
        if days < 0 or days > len(self.warmth):
            return days if days < 0 else days - len(self.warmth) + self.warmth[-1]
        return float(np.interp(days, steps, (0.0, *self.warmth)))

    def date(self, day: float) -> date:
        """The last date whose time is not after `day`."""
        if not self.warmth or day < 0:
            return self.first + timedelta(days=int(np.floor(day + 1e-6)))
        if day > self.warmth[-1]:
            return self.first + timedelta(days=len(self.warmth) + int(day - self.warmth[-1]))
        days = np.interp(day, (0.0, *self.warmth), np.arange(len(self.warmth) + 1))
        return self.first + timedelta(days=int(np.floor(days + 1e-6)))


@dataclass(frozen=True)
class Weather:
    """Mean °C of the days that a log covers. The clock of a year is worked out once: every visit of every stand asks for it."""

    means: Means
    _clocks: dict[tuple[date, date], SeasonClock] = field(default_factory=dict)

    def clock(self, first: date, today: date) -> SeasonClock:
        """The clock of the year that begins on `first`, with its days until today; by the calendar where too little is known."""
        if (first, today) not in self._clocks:
            self._clocks[first, today] = self._clock(first, today)
        return self._clocks[first, today]

    def _clock(self, first: date, today: date) -> SeasonClock:
        usual = self._usual(first)
        known = np.flatnonzero(~np.isnan(usual))
        past = max(0, min(YEAR_DAYS, (today - first).days))
        seen = self._on(np.arange(past) + first.toordinal())
        gaps = int(np.isnan(seen).sum())
        if len(known) < _ENOUGH_DAYS or gaps == past or gaps > (past - gaps) / 10:
            return SeasonClock(first)
        filled = np.interp(np.arange(YEAR_DAYS), known, usual[known])
        own = np.where(np.isnan(seen), filled[:past], seen)
        return SeasonClock(first, tuple(thermal_days(filled.tolist(), own.tolist())))

    def _usual(self, first: date) -> Floats:
        """The mean of each day of the year in the years before, and of the days beside it; nan where none is known."""
        begin = first.toordinal()
        back = np.array([[round(YEAR * years) + beside for beside in _BESIDE] for years in _YEARS_BACK]).ravel()
        days = begin + np.arange(YEAR_DAYS)[:, None] - back
        found = np.where(days < begin, self._on(days), np.nan)
        count = (~np.isnan(found)).sum(axis=1)
        total = np.nansum(found, axis=1)
        out: Floats = np.divide(total, count, out=np.full(YEAR_DAYS, np.nan), where=count > 0)
        return out

    def _on(self, ordinals: NDArray[np.int_]) -> Floats:
        """The mean of days by their ordinals, of any shape; nan where none is known."""
        first, along = self._along
        at = ordinals - first
        inside = (at >= 0) & (at < len(along))
        out: Floats = np.where(inside, along[np.clip(at, 0, len(along) - 1)], np.nan)
        return out

    @cached_property
    def _along(self) -> tuple[int, Floats]:
        """The means as one row of days, with the ordinal of the first; nan for days without a reading."""
        ordinals = [d.toordinal() for d in self.means] or [0]
        row = np.full(max(ordinals) - min(ordinals) + 1, np.nan)
        for on, mean in self.means.items():
            row[on.toordinal() - min(ordinals)] = mean
        return min(ordinals), row


def weather_at(places: Collection[int]) -> dict[int, Weather]:
    """The weather that the logs of places tell, their own or those of the nearest place around; kept by the logs it was made from."""
    if not places:
        return {}
    around = {p.pk: p.with_around for p in Place.objects.filter(pk__in=places).select_related("parent__parent__parent")}
    logs = valid(TemperatureLog.objects.filter(place__in={pk for ids in around.values() for pk in ids}))
    digests: dict[int, list[tuple[int, str]]] = defaultdict(list)
    for pk, place, digest in logs.order_by("at", "pk").values_list("pk", "place", "digest"):
        digests[place].append((pk, digest))
    nearest = {pk: next((i for i in ids if i in digests), None) for pk, ids in around.items()}
    return {pk: _kept(digests[own]) for pk, own in nearest.items() if own is not None}


def _kept(logs: list[tuple[int, str]]) -> Weather:
    key, kept = key_of("days of a log", logs, timezone.get_current_timezone_name()), caches["answers"]
    means: Means | None = kept.get(key)
    if means is None:
        means = _means([pk for pk, _ in logs])
        kept.set(key, means, timeout=None)
    return Weather(means)


def _means(logs: list[int]) -> Means:
    readings = readings_of(list(TemperatureLog.objects.filter(pk__in=logs).order_by("at", "pk")))
    if not len(readings.seconds):
        return {}
    zero = timezone.localtime(moment_of(readings.seconds[0])).replace(hour=0, minute=0, second=0, microsecond=0)
    days = daily(readings.hours - zero.timestamp() / HOUR, readings.temps)
    return {zero.date() + timedelta(days=d.day): (d.low_c + d.high_c) / 2 for d in days}
