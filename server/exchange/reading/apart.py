"""Reading a file in a process of its own, with so much memory and time and no more."""

from datetime import date, datetime
from typing import Any

from server.exchange.reading.cells import Cell, Limits, Unreadable
from server.exchange.reading.worker import DAY, MOMENT, MOST_SECONDS
from server.exchange.standards.records import Said, from_json
from server.record_kinds.own_process import GaveUp, answer_apart


def sheets_apart(kind: str, content: bytes, limits: Limits) -> list[tuple[str, list[list[Cell]]]]:
    """The sheets of an `xlsx` or a `csv`; raises Unreadable."""
    found = _apart(kind, content, limits)
    return [(name, [[_cell(c) for c in row] for row in rows]) for name, rows in found]


def json_apart(content: bytes) -> Any:
    """A JSON text; raises Unreadable."""
    return _apart("json", content, Limits(0, 0))


def said_apart(kind: str, content: bytes) -> Said:
    """What a file in an open format (`gpx`, `darwin_core`) says; raises Unreadable."""
    return from_json(_apart(kind, content, Limits(0, 0)))


def _apart(kind: str, content: bytes, limits: Limits) -> Any:
    try:
        told = answer_apart(
            "server.exchange.reading.worker", [kind, str(limits.cells), str(limits.unpacked)], content, seconds=MOST_SECONDS
        )
    except GaveUp:
        words = "could not be read with the memory and the time there is for one file. Save it again, or split it."
        raise Unreadable("too_large", words) from None
    if "code" in told:
        raise Unreadable(told["code"], told["words"])
    return told["found"]


def _cell(told: Any) -> Cell:
    if isinstance(told, dict):
        return datetime.fromisoformat(told[MOMENT]) if MOMENT in told else date.fromisoformat(told[DAY])
    cell: Cell = told
    return cell
