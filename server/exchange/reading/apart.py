"""Reading a file in a process of its own, with so much memory and time and no more."""

import json
import os
import subprocess
import sys
import threading
from datetime import date, datetime
from typing import Any

from django.conf import settings

from server.exchange.reading.cells import Cell, Limits, Unreadable
from server.exchange.reading.worker import DAY, MOMENT, MOST_SECONDS

# files that are read at a time; more wait
AT_ONCE = threading.Semaphore(2)
# waiting for a processor is no fault of the file
PATIENCE_SECONDS = 3 * MOST_SECONDS
# the reader needs to find its modules, and nothing else of what this process knows
PASSED_ON = ("PATH", "PYTHONPYCACHEPREFIX", "LANG", "LC_ALL")


def sheets_apart(kind: str, content: bytes, limits: Limits) -> list[tuple[str, list[list[Cell]]]]:
    """The sheets of an `xlsx` or a `csv`; raises Unreadable."""
    found = _apart(kind, content, limits)
    return [(name, [[_cell(c) for c in row] for row in rows]) for name, rows in found]


def json_apart(content: bytes) -> Any:
    """A JSON text; raises Unreadable."""
    return _apart("json", content, Limits(0, 0))


def _apart(kind: str, content: bytes, limits: Limits) -> Any:
    command = [sys.executable, "-m", "server.exchange.reading.worker", kind, str(limits.cells), str(limits.unpacked)]
    environment = {name: os.environ[name] for name in PASSED_ON if name in os.environ}
    with AT_ONCE:
        try:
            done = subprocess.run(
                command,
                input=content,
                stdout=subprocess.PIPE,
                stderr=subprocess.DEVNULL,
                env=environment,
                cwd=settings.ROOT,
                timeout=PATIENCE_SECONDS,
                check=False,
            )
        except subprocess.TimeoutExpired:
            raise _gave_up() from None
    if done.returncode != 0:
        raise _gave_up()
    told = json.loads(done.stdout)
    if "code" in told:
        raise Unreadable(told["code"], told["words"])
    return told["found"]


def _gave_up() -> Unreadable:
    return Unreadable("too_large", "could not be read with the memory and the time there is for one file. Save it again, or split it.")


def _cell(told: Any) -> Cell:
    if isinstance(told, dict):
        return datetime.fromisoformat(told[MOMENT]) if MOMENT in told else date.fromisoformat(told[DAY])
    cell: Cell = told
    return cell
