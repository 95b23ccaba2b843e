"""A gate before every write of the nursery, closed while a restore replaces the database.

Without it, a record acknowledged between the copy of the old database and the arrival of the new one would be in neither.
Two locks of the operating system hold across processes and end with them: ``announced`` is held alone by who wants to work
alone, so that no new write begins; ``writing`` is shared by the writes that are under way.
"""

import fcntl
import os
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from django.db import connection

from server.errors import NotNow
from server.record_kinds.disk import PRIVATE

PATIENCE_WITH_WRITES = 60.0
# announcing is quick, so whoever cannot announce for this long meets another restore
PATIENCE_WITH_RESTORES = 2.0
POLL_SECONDS = 0.02
RETRY_AFTER_SECONDS = 5


class Closed(NotNow):
    """Nothing is recorded just now: the request can be repeated in a moment."""

    title = "A backup is being restored"
    retry_after = RETRY_AFTER_SECONDS

    def __init__(self) -> None:
        super().__init__(
            "A backup is being restored, so nothing can be saved just now. What you typed is still here: try again in a moment.",
            code="restoring",
        )


@contextmanager
def writing() -> Iterator[None]:
    """Write for as long as the block lasts; raises `Closed` while somebody works alone."""
    with _opened("writing") as under_way:
        with _opened("announced") as announced:
            _take(announced, fcntl.LOCK_SH)
            _take(under_way, fcntl.LOCK_SH)
        yield


@contextmanager
def alone() -> Iterator[None]:
    """Keep new writes out for as long as the block lasts, which begins once those under way have ended."""
    with _opened("announced") as announced, _opened("writing") as under_way:
        _take(announced, fcntl.LOCK_EX, PATIENCE_WITH_RESTORES)
        _take(under_way, fcntl.LOCK_EX, PATIENCE_WITH_WRITES)
        yield


@contextmanager
def _opened(name: str) -> Iterator[int]:
    database = Path(connection.settings_dict["NAME"])
    handle = os.open(database.with_name(f"{database.name}.{name}"), os.O_RDWR | os.O_CREAT, PRIVATE)
    try:
        yield handle
    finally:
        # closing ends the lock
        os.close(handle)


def _take(handle: int, how: int, patience: float = 0.0) -> None:
    until = time.monotonic() + patience
    while True:
        try:
            fcntl.flock(handle, how | fcntl.LOCK_NB)
        except BlockingIOError:
            if time.monotonic() >= until:
                raise Closed from None
            time.sleep(POLL_SECONDS)
        else:
            return
