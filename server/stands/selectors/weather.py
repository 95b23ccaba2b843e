"""Warmth of days at the places whose logs stand for the weather of stands, and the clocks that run by it."""

from collections import defaultdict
from collections.abc import Collection
from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np
from django.core.cache import caches
from django.utils import timezone

from core.harvest import thermal_days
from core.temperature import daily
from server.record_kinds.kept import key_of
from server.record_kinds.selectors import valid
from server.reference.models import Place
from server.temperature.models import TemperatureLog
from server.temperature.selectors import HOUR, moment_of, readings_of

YEAR_DAYS = 366
# earlier years say what is usual where they cover so many days of the year
_ENOUGH_DAYS = 300

Means = dict[date, float]


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
    """Mean °C of the days that a log covers."""

    means: Means

    def clock(self, first: date, today: date) -> SeasonClock:
        """The clock of the year that begins on `first`, with its days until today; by the calendar where too little is known."""
        days = [first + timedelta(days=i) for i in range(YEAR_DAYS)]
        usual = [self._usual(d, first) for d in days]
        known = [u for u in usual if u is not None]
        seen = [m for d in days if d < today and (m := self.means.get(d)) is not None]
        gaps = sum(d < today for d in days) - len(seen)
        if len(known) < _ENOUGH_DAYS or not seen or gaps > len(seen) / 10:
            return SeasonClock(first)
        filled = _filled(usual)
        own = [self.means.get(d, u) for d, u in zip(days, filled, strict=True) if d < today]
        return SeasonClock(first, tuple(thermal_days(filled, own)))

    def _usual(self, day: date, first: date) -> float | None:
        """The mean of a day in the years before, and of the days beside it."""
        found = [
            m
            for years in range(1, 11)
            for beside in (-3, -2, -1, 0, 1, 2, 3)
            if (on := day - timedelta(days=round(365.25 * years) + beside)) < first and (m := self.means.get(on)) is not None
        ]
        return sum(found) / len(found) if found else None


def _filled(usual: list[float | None]) -> list[float]:
    at = [i for i, u in enumerate(usual) if u is not None]
    return [float(v) for v in np.interp(range(len(usual)), at, [u for u in usual if u is not None])]


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
