"""Bytes of a file into cells or JSON, with limits; it stands alone, so that a process of its own can do it.

Nothing that a file says of its own size is believed: what is read is counted as it is read.
"""

import csv
import io
import json
import math
import zipfile
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any

from server.http.sane_json import JsonFault, json_fault

DEFUSED_BY = "'"
# every container and every value of a JSON text follows one of these
JSON_MARKS = (b",", b"[", b"{")
MOST_JSON_MARKS = 1_500_000
# a spreadsheet program takes a third of it
LONGEST_CELL = 100_000
# empty rows are cells too: a sheet of a million of them says nothing
CELLS_OF_AN_EMPTY_ROW = 1

Cell = str | int | float | bool | date | datetime | None
Rows = list[list[Cell]]


class Unreadable(Exception):
    """A file that nothing can be made of: a code, and a sentence that goes on behind the file's name."""

    def __init__(self, code: str, words: str) -> None:
        super().__init__(words)
        self.code = code
        self.words = words


@dataclass(frozen=True)
class Limits:
    """The most that is read: cells of all sheets together, and bytes that a spreadsheet unpacks to."""

    cells: int
    unpacked: int


class Counted:
    """Cells counted as they come."""

    def __init__(self, most: int) -> None:
        self.most, self.seen = most, 0

    def add(self, cells: int) -> None:
        """Some more; refused once there are too many."""
        self.seen += cells
        if self.seen > self.most:
            raise Unreadable("too_large", f"has more than {self.most:,} cells, the most that can be imported at once: split it.")


def xlsx_sheets(content: bytes, limits: Limits) -> list[tuple[str, Rows]]:
    """The sheets of a spreadsheet that hold anything, each with its name."""
    import defusedxml

    # before openpyxl takes its readers: no file defines entities of its own
    defusedxml.defuse_stdlib()
    from openpyxl import load_workbook

    try:
        _check_unpacked(content, limits.unpacked)
        book = load_workbook(io.BytesIO(content), read_only=True, data_only=True)
        counted = Counted(limits.cells)
        found = []
        for page in book.worksheets:
            # the size that a sheet declares would be filled up with empty cells
            page.reset_dimensions()
            found.append((str(page.title), _rows(page.iter_rows(values_only=True), counted)))
        book.close()
    except (Unreadable, MemoryError):
        raise
    except Exception as why:  # a damaged file makes the reader raise whatever it meets in it
        raise Unreadable("damaged_file", f"cannot be read as a spreadsheet: {_said(why)}.") from None
    return [(name, rows) for name, rows in found if rows]


def _said(why: Exception) -> str:
    return str(why).split("\n")[0][:160] or type(why).__name__


def _check_unpacked(content: bytes, most: int) -> None:
    with zipfile.ZipFile(io.BytesIO(content)) as box:
        # zipfile reads no further than the size that a part declares
        if sum(part.file_size for part in box.infolist()) > most:
            raise Unreadable("too_large", f"unpacks to more than {most / 1e6:.0f} MB, the most that can be imported at once.")


def _rows(rows: Iterable[Iterable[object]], counted: Counted) -> Rows:
    found: Rows = []
    for row in rows:
        cells = [_cell(value) for value in row]
        counted.add(max(len(cells), CELLS_OF_AN_EMPTY_ROW))
        found.append(_without_tail(cells))
    while found and not found[-1]:
        found.pop()
    return found


def _cell(value: object) -> Cell:
    if isinstance(value, str) and len(value) > LONGEST_CELL:
        raise Unreadable("too_large", f"has a cell of {len(value):,} letters; the most is {LONGEST_CELL:,}.")
    return value if value is None or isinstance(value, (str, int, float, bool, date, datetime)) else str(value)


def _without_tail(row: list[Cell]) -> list[Cell]:
    """A row without the empty cells at its end."""
    while row and (row[-1] is None or (isinstance(row[-1], str) and not row[-1].strip())):
        row.pop()
    return row


def csv_rows(content: bytes, limits: Limits) -> Rows:
    """The rows of a text of cells, whatever its coding and delimiter."""
    text = _text(content)
    try:
        dialect: Any = csv.Sniffer().sniff(text[:8000], delimiters=",;\t|")
    except csv.Error:
        dialect = csv.excel
    try:
        return _rows(_undefused(csv.reader(io.StringIO(text, newline=""), dialect)), Counted(limits.cells))
    except csv.Error as why:
        raise Unreadable("damaged_file", f"cannot be read as a table: {_said(why)}.") from None


def _undefused(rows: Iterable[list[str]]) -> Iterator[list[Cell]]:
    """What this application put before a text that began like a formula goes again; an empty text is an empty cell."""
    for row in rows:
        yield [(c[1:] if len(c) > 1 and c[0] == DEFUSED_BY and c[1] in "=+-@" else c) or None for c in row]


def _text(content: bytes) -> str:
    try:
        if content.startswith((b"\xff\xfe", b"\xfe\xff")):
            return content.decode("utf-16")
        return content.decode("utf-8-sig")
    except UnicodeDecodeError:
        return content.decode("cp1252", errors="replace")


def json_value(content: bytes) -> Any:
    """JSON of finite numbers and whole characters, of a sane size and depth."""
    if sum(content.count(mark) for mark in JSON_MARKS) > MOST_JSON_MARKS:
        raise Unreadable("too_large", "has more values than any trial.")
    try:
        found = json.loads(content, parse_constant=_no_number, parse_float=_finite)
        fault = json_fault(found)
    except RecursionError:
        fault = JsonFault.TOO_DEEP
    except (ValueError, UnicodeDecodeError) as why:
        raise Unreadable("damaged_file", f"starts like JSON but is not valid JSON: {_said(why)}.") from None
    if fault is JsonFault.TOO_DEEP:
        raise Unreadable("damaged_file", "is nested more deeply than any file of this application.")
    if fault is JsonFault.HALF_A_CHARACTER:
        raise Unreadable("damaged_file", "contains half a character, which cannot be saved.")
    return found


def _finite(digits: str) -> float:
    number = float(digits)
    if math.isinf(number):
        raise ValueError(f"{digits[:40]} is too large for a number")
    return number


def _no_number(word: str) -> Any:
    raise ValueError(f"{word} is no number")
