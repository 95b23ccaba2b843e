"""Reading logs back: merged readings of a place, the cold they gave, and the events of the place."""

import zlib
from collections import defaultdict
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

import numpy as np
from django.db.models import Q
from django.utils import timezone
from numpy.typing import NDArray

from core.temperature import Chill, DayOfLog, EnoughCold, chill, daily, enough_cold
from core.vocabulary import PlaceTrouble
from server.record_kinds.selectors import valid
from server.reference.models import Place
from server.temperature.models import PlaceEvent, TemperatureLog

SECONDS, HUNDREDTHS = np.dtype("<i8"), np.dtype("<i2")
HOUR = 3600.0
SHORT_FREEZE_HOURS = 0.5


@dataclass(frozen=True)
class Readings:
    """Merged readings: seconds since 1970 and °C, in the order of time."""

    seconds: NDArray[np.int64]
    temps: NDArray[np.float64]

    def between(self, start: datetime, end: datetime) -> "Readings":
        """Those from a moment to another one, the one that holds at the start among them."""
        a, b = start.timestamp(), end.timestamp()
        first = max(0, int(np.searchsorted(self.seconds, a, side="right")) - 1)
        last = int(np.searchsorted(self.seconds, b, side="right"))
        seconds = self.seconds[first:last].copy()
        if len(seconds) and seconds[0] < a:
            seconds[0] = int(a)
        return Readings(seconds, self.temps[first:last])

    @property
    def hours(self) -> NDArray[np.float64]:
        """Times in hours since 1970."""
        return self.seconds / HOUR


EMPTY = Readings(np.array([], dtype=np.int64), np.array([], dtype=np.float64))


@dataclass(frozen=True)
class Stay:
    """A stretch for which something lay in a place; `end` None: it lies there still."""

    place: Place
    start: datetime
    end: datetime | None


@dataclass(frozen=True)
class EventView:
    """An event at a place, from a log or a person's word. `extreme_c` is the log's."""

    place: str
    kind: PlaceTrouble
    at: datetime
    until: datetime | None
    extreme_c: float | None
    note: str
    from_log: bool


@dataclass(frozen=True)
class ColdGiven:
    """The cold that was given, and what is not known of it. With too few readings, `days` and the hours are None (`reason`).

    `just_outside_hours` lie outside the band by no more than a sensor may be off.
    """

    days: float | None
    reason: str
    just_outside_hours: float | None
    needed_days: float | None
    enough_on: datetime | None
    enough_reason: str
    known_hours: float | None
    gap_hours: float | None
    frozen_hours: float | None
    warm_hours: float | None
    first_at: datetime
    last_at: datetime
    days_of_log: list[DayOfLog]


@dataclass(frozen=True)
class LogRow:
    """An imported log in a list."""

    id: int
    place: int
    place_name: str
    name: str
    at: datetime
    by: str
    first_at: datetime
    last_at: datetime
    count: int
    left_out: int


@dataclass(frozen=True)
class PlaceLogPage:
    """Everything the temperature page of a place shows. `days` count from `first_day`; fewer than three readings say nothing (`reason`)."""

    place: int
    place_name: str
    logs: list[LogRow]
    first_at: datetime | None
    last_at: datetime | None
    effective_days: float | None
    reason: str
    just_outside_hours: float | None
    frozen_hours: float | None
    frozen_longest: float | None
    warm_hours: float | None
    warm_longest: float | None
    known_hours: float | None
    gap_hours: float
    gaps: list[tuple[datetime, datetime]]
    days: list[DayOfLog]
    first_day: datetime | None
    events: list[EventView]


def packed(seconds: NDArray[np.int64], temps: NDArray[np.float64]) -> tuple[bytes, bytes]:
    """Readings as they are kept."""
    return (
        zlib.compress(seconds.astype(SECONDS).tobytes(), 6),
        zlib.compress(np.round(temps * 100).astype(HUNDREDTHS).tobytes(), 6),
    )


def readings_of(logs: Sequence[TemperatureLog]) -> Readings:
    """Several logs as one; where two have a reading at the same second, the later import counts."""
    if not logs:
        return EMPTY
    parts = [(np.frombuffer(zlib.decompress(x.seconds), SECONDS), np.frombuffer(zlib.decompress(x.temps), HUNDREDTHS) / 100) for x in logs]
    if len(parts) == 1:
        return Readings(parts[0][0].astype(np.int64), parts[0][1].astype(np.float64))
    seconds = np.concatenate([p[0] for p in parts[::-1]])
    temps = np.concatenate([p[1] for p in parts[::-1]])
    seconds, index = np.unique(seconds, return_index=True)
    return Readings(seconds.astype(np.int64), temps[index].astype(np.float64))


def readings_by_place(places: Collection[Place]) -> dict[int, Readings]:
    """Readings for places, their own or those of the nearest place around them that has a log: one query."""
    around = {p.pk: p.with_around for p in places}
    found: dict[int, list[TemperatureLog]] = defaultdict(list)
    for log in valid(TemperatureLog.objects.filter(place__in={pk for ids in around.values() for pk in ids})).order_by("at", "pk"):
        found[log.place_id].append(log)
    merged = {pk: readings_of(logs) for pk, logs in found.items()}
    return {pk: next((merged[i] for i in ids if i in merged), EMPTY) for pk, ids in around.items()}


def readings_in(stays: Sequence[Stay], known: dict[int, Readings], until: datetime) -> Readings:
    """What the logs say of something that moved: each stretch from the log of where it lay."""
    parts = [known.get(s.place.pk, EMPTY).between(s.start, s.end or until) for s in stays]
    parts = [p for p in parts if len(p.seconds)]
    if not parts:
        return EMPTY
    seconds = np.concatenate([p.seconds for p in parts])
    temps = np.concatenate([p.temps for p in parts])
    keep = np.r_[True, np.diff(seconds) > 0]
    return Readings(seconds[keep], temps[keep])


def cold_given(stays: Sequence[Stay], known: dict[int, Readings], until: datetime, needed_days: float | None) -> ColdGiven | None:
    """The cold something got on its stays; None where no log says anything of it."""
    readings = readings_in(stays, known, until)
    if not len(readings.seconds):
        return None
    found = chill(readings.hours, readings.temps)
    enough = enough_cold(readings.hours, readings.temps, needed_days) if needed_days else EnoughCold(None, None, None)
    first = moment_of(readings.seconds[0])
    start = timezone.localtime(stays[0].start)
    zero = start.replace(hour=0, minute=0, second=0, microsecond=0).timestamp() / HOUR
    whole = ((stays[-1].end or until) - stays[0].start).total_seconds() / HOUR
    return ColdGiven(
        days=found.effective_days,
        reason=found.reason or "",
        just_outside_hours=found.just_outside_hours,
        needed_days=needed_days,
        enough_on=moment_of(enough.at_hours * HOUR) if enough.at_hours is not None else None,
        enough_reason=enough.reason or "",
        known_hours=found.known_hours,
        gap_hours=None if found.known_hours is None else max(0.0, whole - found.known_hours),
        frozen_hours=found.frozen_hours,
        warm_hours=found.warm_hours,
        first_at=first,
        last_at=moment_of(readings.seconds[-1]),
        days_of_log=daily(readings.hours - zero, readings.temps),
    )


def events_for(stays: Sequence[Stay], known: dict[int, Readings], told: Sequence[PlaceEvent], until: datetime) -> list[EventView]:
    """Events where something lay: freezes that a log shows, and what people recorded. Once each."""
    found: list[EventView] = []
    for stay in stays:
        end = stay.end or until
        part = known.get(stay.place.pk, EMPTY).between(stay.start, end)
        found.extend(_freezes(chill(part.hours, part.temps), stay.place.full_name))
        around = set(stay.place.with_around)
        found.extend(
            EventView(e.place.full_name, PlaceTrouble(e.kind), e.at, e.until, None, e.note, from_log=False)
            for e in told
            if e.place_id in around and e.at < end and (e.until or e.at) >= stay.start
        )
    return sorted(found, key=lambda e: e.at)


def events_at(places: Collection[Place]) -> list[PlaceEvent]:
    """What people recorded of places and of what holds them."""
    ids = {pk for p in places for pk in p.with_around}
    return list(valid(PlaceEvent.objects.filter(place__in=ids)).select_related("place__parent__parent__parent"))


def _freezes(found: Chill, place: str) -> list[EventView]:
    return [
        EventView(place, PlaceTrouble.FROZE, moment_of(r.start * HOUR), moment_of(r.end * HOUR), round(r.extreme_c, 2), "", from_log=True)
        for r in found.frozen
        if r.hours >= SHORT_FREEZE_HOURS
    ]


def log_rows(place: Place | None = None) -> list[LogRow]:
    """Imported logs, the latest first."""
    mine = Q(place=place) if place else Q()
    logs = valid(TemperatureLog.objects.filter(mine)).defer("seconds", "temps").select_related("by", "place__parent__parent__parent")
    return [row_of(x) for x in logs.order_by("-at", "-pk")]


def row_of(log: TemperatureLog) -> LogRow:
    """A log as a line."""
    return LogRow(
        id=log.pk,
        place=log.place_id,
        place_name=log.place.full_name,
        name=log.name,
        at=log.at,
        by=log.by.initials,
        first_at=log.first_at,
        last_at=log.last_at,
        count=log.count,
        left_out=len(log.left_out),
    )


def place_page(place: Place, now: datetime) -> PlaceLogPage:
    """The temperature page of a place, drawn by day: a year is 365 columns, however many readings it has."""
    known = readings_by_place([place])
    readings = known[place.pk]
    found = chill(readings.hours, readings.temps)
    some = len(readings.seconds) > 0
    start = timezone.localtime(moment_of(readings.seconds[0])).replace(hour=0, minute=0, second=0) if some else None
    whole = [Stay(place, start, None)] if start else []
    return PlaceLogPage(
        place=place.pk,
        place_name=place.full_name,
        logs=log_rows(place),
        first_at=moment_of(readings.seconds[0]) if some else None,
        last_at=moment_of(readings.seconds[-1]) if some else None,
        effective_days=found.effective_days,
        reason=found.reason or "",
        just_outside_hours=found.just_outside_hours,
        frozen_hours=found.frozen_hours,
        frozen_longest=found.frozen_longest,
        warm_hours=found.warm_hours,
        warm_longest=found.warm_longest,
        known_hours=found.known_hours,
        gap_hours=sum(g.hours for g in found.gaps),
        gaps=[(moment_of(g.start * HOUR), moment_of(g.end * HOUR)) for g in found.gaps[-50:]],
        days=daily(readings.hours - start.timestamp() / HOUR, readings.temps) if start else [],
        first_day=start,
        events=events_for(whole or [Stay(place, now - timedelta(days=400), None)], known, events_at([place]), now),
    )


def moment_of(seconds: float) -> datetime:
    """A moment from seconds since 1970."""
    return datetime.fromtimestamp(float(seconds), UTC)
