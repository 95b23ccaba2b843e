"""Logs come in: looked at first, then kept whole, or not at all."""

import hashlib
from dataclasses import asdict
from datetime import UTC, datetime, timedelta
from typing import Any

import numpy as np
from django.db import transaction
from django.utils import timezone

from core.errors import CoreError
from core.temperature import LogLayout, fridge_log, guess_layout, log_csv, outdoor_log, read_log, with_said
from core.temperature import TemperatureLog as ReadLog
from core.vocabulary import PlaceTrouble
from server.errors import DomainError, question, refused, refused_by_core
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.selectors import valid
from server.record_kinds.services import CLOCK_SLACK, check_not_in_future, take_back
from server.reference.models import Place
from server.temperature.models import PlaceEvent, TemperatureLog
from server.temperature.selectors import moment_of, packed

MOST_BYTES = 20_000_000
# a reading every five minutes for ten years
MOST_LINES = 1_200_000
MOST_LEFT_OUT_KEPT = 500
MANY_LEFT_OUT = 0.2


def read_text(raw: bytes) -> str:
    """The text of an uploaded log, in one of the codings that loggers write."""
    if len(raw) > MOST_BYTES:
        raise refused("/file", "file_too_large", f"This file has {len(raw) / 1e6:.0f} MB; a log may have {MOST_BYTES / 1e6:.0f} MB.")
    if (lines := raw.count(b"\n") + raw.count(b"\r")) > MOST_LINES:
        raise refused("/file", "file_too_large", f"This file has {lines:,} lines; a log may have {MOST_LINES:,}. Split it.")
    if b"\0" in raw[:4] or raw[:2] in (b"\xff\xfe", b"\xfe\xff"):
        try:
            return raw.decode("utf-16")
        except UnicodeDecodeError:
            raise refused("/file", "not_text", "This is not a text file. Export the log as CSV.") from None
    for coding in ("utf-8-sig", "cp1252"):
        try:
            return raw.decode(coding)
        except UnicodeDecodeError:
            continue
    raise refused("/file", "not_text", "This is not a text file. Export the log as CSV.")


def look_into(text: str, said: dict[str, Any], now: datetime) -> ReadLog:
    """Read a log without keeping it; `said` replaces what was guessed."""
    try:
        layout: LogLayout = with_said(guess_layout(text), said)
        return read_log(text, timezone.get_current_timezone(), layout, now=now + CLOCK_SLACK)
    except CoreError as error:
        raise refused_by_core(error, "/file") from error


@transaction.atomic
def import_log(*, by: Person, place: Place, name: str, text: str, at: datetime, said: dict[str, Any], sure: bool = False) -> TemperatureLog:
    """Keep a log of a place. The same readings twice are refused; many lines left out are asked about first."""
    require(by, Right.PLAN)
    found = look_into(text, said, at)
    count = len(found.seconds)
    if count < 2:
        worst = f" The first line left out is line {found.left_out[0].line}: “{found.left_out[0].value}”." if found.left_out else ""
        raise refused("/file", "no_readings", f"Only {count} reading{'' if count == 1 else 's'} could be read.{worst}")
    seconds, temps = packed(found.seconds, found.temps)
    digest = hashlib.sha256(seconds + temps).hexdigest()
    known = valid(TemperatureLog.objects.filter(place=place, digest=digest)).defer("seconds", "temps").first()
    if known is not None:
        raise DomainError(f"These readings of {place.full_name} are here already, as “{known.name}”.", code="log_known")
    out = len(found.left_out)
    if not sure and out > MANY_LEFT_OUT * (count + out):
        raise question("/file", "many_left_out", f"{out} of {count + out} lines cannot be read. Is this the right file and layout?")
    first, last = (moment_of(s) for s in (found.seconds[0], found.seconds[-1]))
    return TemperatureLog.objects.create(
        by=by,
        at=at,
        place=place,
        name=name[:120] or "log",
        first_at=first,
        last_at=last,
        count=count,
        seconds=seconds,
        temps=temps,
        left_out=[asdict(x) for x in found.left_out[:MOST_LEFT_OUT_KEPT]],
        digest=digest,
    )


def take_back_log(*, by: Person, log: TemperatureLog) -> None:
    """Take a log back: its readings count no longer; the record stays."""
    require(by, Right.PLAN)
    take_back(log, by=by)


def simulated_log(place: Place, now: datetime) -> str:
    """The file that the simulated logger of a place writes: 30 days by the hour, indoors a fridge, outdoors the weather."""
    start = (now - timedelta(days=30)).replace(minute=0, second=0, microsecond=0)
    draw = np.random.default_rng(place.pk)
    temps = fridge_log(30 * 24, draw, mean_c=place.temperature_c or 3.2) if place.indoors else outdoor_log(start, 30 * 24, draw)
    return log_csv(start.astimezone(UTC), temps)


def record_event(
    *, by: Person, place: Place, kind: PlaceTrouble, at: datetime, until: datetime | None = None, note: str = ""
) -> PlaceEvent:
    """Record an event at a place once; every bag that lay there shows it."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    if until is not None and until < at:
        raise refused("/until", "ends_before_begin", "It ends before it starts. Check both times.")
    return PlaceEvent.objects.create(by=by, place=place, kind=kind, at=at, until=until, note=note)


def take_back_event(*, by: Person, event: PlaceEvent) -> None:
    """Undo an event that was a slip."""
    require(by, Right.PLAN)
    take_back(event, by=by)
