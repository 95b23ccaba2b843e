"""A backup every night by itself, and which of the earlier ones stay: seven days, four weeks, twelve months."""

import logging
import threading
from collections.abc import Iterable
from datetime import date, datetime, timedelta

from django.db import close_old_connections
from django.utils import timezone

from server.backups.form import folder
from server.backups.nights import forget_failure, note_failure
from server.backups.selectors import BackupRow, backups
from server.backups.services.making import BEFORE_RESTORE, BY_HAND, NIGHTLY, make_backup
from server.errors import DomainError

HOUR = 2
DAYS, WEEKS, MONTHS = 7, 4, 12
# what somebody made by hand is for a month at least
DAYS_BY_HAND = 31
# of each kind these stay in any case: a clock that jumps must not empty the folder
NEWEST = 3
# a backup dated later than this from now was made by a clock that was wrong
CLOCK_SLACK = timedelta(hours=1)
EVERY_SECONDS = 600
log = logging.getLogger(__name__)


def to_remove(rows: Iterable[BackupRow], now: datetime) -> list[str]:
    """Names of the backups that the rotation lets go: of the nightly ones stay the latest of each day, week and month.

    A backup from the future counts for nothing, and is removed only once its day has come and gone.
    """
    past = sorted((r for r in rows if r.made_at <= now + CLOCK_SLACK), key=lambda r: r.made_at, reverse=True)
    stays: set[str] = set()
    for why in (NIGHTLY, BY_HAND, BEFORE_RESTORE):
        stays.update([r.name for r in past if r.why == why][:NEWEST])
    nightly_ones = [r for r in past if r.why == NIGHTLY]
    for key, most in ((_day, DAYS), (_week, WEEKS), (_month, MONTHS)):
        first_of: dict[object, str] = {}
        for row in nightly_ones:
            first_of.setdefault(key(row), row.name)
        stays.update(list(first_of.values())[:most])
    oldest = timezone.localtime(now).date() - timedelta(days=DAYS_BY_HAND)
    old = [*nightly_ones, *(r for r in past if r.why in (BY_HAND, BEFORE_RESTORE) and _day(r) < oldest)]
    return [r.name for r in old if r.name not in stays]


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
    return not any(r.why == NIGHTLY and last_night <= r.made_at <= now + CLOCK_SLACK for r in rows)


def nightly(now: datetime) -> str | None:
    """Make tonight's backup if it is due, and let go of what the rotation does not keep; its name."""
    rows = backups()
    if not due(rows, now):
        return None
    made = make_backup(NIGHTLY)
    for name in to_remove(backups(), now):
        (folder() / name).unlink(missing_ok=True)
    return made.name


def try_nightly(now: datetime) -> None:
    """Make tonight's backup if it is due; whatever goes wrong is remembered for the lead, and the next try comes all the same."""
    try:
        close_old_connections()
        if nightly(now) is not None:
            forget_failure()
    except Exception as error:  # the watch must outlive every error: no later night would have a backup
        why = error.detail if isinstance(error, DomainError) else f"An unexpected error: {error!r}."
        log.exception("No nightly backup: %s", why)
        try:
            note_failure(now, why)
        except OSError:
            log.exception("Nor can this be noted in the folder of backups")


def watch() -> threading.Thread:
    """Look every ten minutes whether a backup is due, for as long as the process serves."""
    stopped = threading.Event()

    def run() -> None:
        while True:
            try_nightly(timezone.now())
            stopped.wait(EVERY_SECONDS)

    thread = threading.Thread(target=run, name="nightly-backup", daemon=True)
    thread.start()
    return thread
