"""A backup every night by itself, and which of the earlier ones stay: seven days, four weeks, twelve months."""

import logging
import threading
from collections.abc import Iterable
from datetime import date, datetime, timedelta

from django.db import close_old_connections
from django.utils import timezone

from server.backups.form import folder
from server.backups.selectors import BackupRow, backups
from server.backups.services.making import BEFORE_RESTORE, BY_HAND, NIGHTLY, make_backup
from server.rest.problems import Problem

HOUR = 2
DAYS, WEEKS, MONTHS = 7, 4, 12
# what somebody made by hand is for a month at least
DAYS_BY_HAND = 31
EVERY_SECONDS = 600
log = logging.getLogger(__name__)


def to_remove(rows: Iterable[BackupRow], today: date) -> list[str]:
    """Names of the backups that the rotation lets go: of the nightly ones stay the latest of each day, week and month."""
    nightly = sorted((r for r in rows if r.why == NIGHTLY), key=lambda r: r.made_at, reverse=True)
    stays: set[str] = set()
    for key, most in ((_day, DAYS), (_week, WEEKS), (_month, MONTHS)):
        first_of: dict[object, str] = {}
        for row in nightly:
            first_of.setdefault(key(row), row.name)
        stays.update(list(first_of.values())[:most])
    old = [r.name for r in nightly if r.name not in stays]
    oldest = today - timedelta(days=DAYS_BY_HAND)
    return old + [r.name for r in rows if r.why in (BY_HAND, BEFORE_RESTORE) and _day(r) < oldest]


def _day(row: BackupRow) -> date:
    return timezone.localtime(row.made_at).date()


def _week(row: BackupRow) -> tuple[int, int]:
    return _day(row).isocalendar()[:2]


def _month(row: BackupRow) -> tuple[int, int]:
    return _day(row).year, _day(row).month


def due(rows: Iterable[BackupRow], now: datetime) -> bool:
    """Whether tonight's backup is still to be made; a machine that slept makes it when it wakes."""
    local = timezone.localtime(now)
    last_night = local.replace(hour=HOUR, minute=0, second=0, microsecond=0)
    if local < last_night:
        last_night -= timedelta(days=1)
    return not any(r.why == NIGHTLY and r.made_at >= last_night for r in rows)


def nightly(now: datetime) -> str | None:
    """Make tonight's backup if it is due, and let go of what the rotation does not keep; its name."""
    rows = backups()
    if not due(rows, now):
        return None
    made = make_backup(NIGHTLY)
    for name in to_remove(backups(), timezone.localtime(now).date()):
        (folder() / name).unlink(missing_ok=True)
    return made.name


def watch() -> threading.Thread:
    """Look every ten minutes whether a backup is due, for as long as the process serves."""
    stopped = threading.Event()

    def run() -> None:
        while True:
            try:
                nightly(timezone.now())
            except Problem as problem:
                # it is shown on the page too: the latest backup grows old there
                log.error("No nightly backup: %s", problem.detail)
            finally:
                close_old_connections()
            stopped.wait(EVERY_SECONDS)

    thread = threading.Thread(target=run, name="nightly-backup", daemon=True)
    thread.start()
    return thread
