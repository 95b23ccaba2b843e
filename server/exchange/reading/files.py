"""Files into sheets of cells, and into what the application itself wrote."""

import csv
import io
import json
import zipfile
import zlib
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any

from core.tables import Cell
from core.vocabulary import FileKind
from server.exchange.formats.archive import ARCHIVE_NAME
from server.exchange.formats.record import FORMAT
from server.exchange.formats.text import DEFUSED_BY
from server.rest.problems import Refused, field_error

LARGEST_BYTES = 40_000_000
MOST_CELLS = 2_000_000
TRIAL_NAME = "trial.json"


@dataclass(frozen=True)
class Sheet:
    """A sheet by its name, with its rows of cells."""

    name: str
    rows: list[list[Cell]]


@dataclass(frozen=True)
class ReadFile:
    """A file by what it holds: sheets, the JSON of a trial, or the bytes of an archive of everything."""

    kind: FileKind
    sheets: list[Sheet]
    trial: dict[str, Any] | None = None


def read_file(name: str, content: bytes) -> ReadFile:
    """Find out what a file holds, by its content and not by its name; refused with the reason where nothing can be made of it."""
    if not content:
        raise refused_file("empty_file", f"“{name}” is empty.")
    if len(content) > LARGEST_BYTES:
        raise refused_file(
            "too_large", f"“{name}” has {len(content) / 1e6:.0f} MB; at most {LARGEST_BYTES / 1e6:.0f} MB can be read in at once."
        )
    if content.startswith(b"PK\x03\x04"):
        return _zipped(name, content)
    if content.lstrip()[:1] == b"{":
        return _trial(name, content)
    if b"\x00" in content[:4000] and not content.startswith((b"\xff\xfe", b"\xfe\xff")):
        raise refused_file("unknown_file", f"“{name}” is no table that can be read here. Save it as xlsx or as CSV, and choose that.")
    return ReadFile(FileKind.TABLE, [Sheet(name, _csv(content))])


def refused_file(code: str, message: str) -> Refused:
    """A refusal of a whole file."""
    return Refused(message, code=code, errors=[field_error("/file", code, message)])


def packed(content: bytes) -> bytes:
    """A file as it is kept."""
    return zlib.compress(content, 6)


def unpacked(kept: bytes) -> bytes:
    """A kept file as it was."""
    return zlib.decompress(bytes(kept))


def _zipped(name: str, content: bytes) -> ReadFile:
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as box:
            names = set(box.namelist())
            if sum(i.file_size for i in box.infolist()) > 20 * LARGEST_BYTES:
                raise refused_file("too_large", f"“{name}” unpacks to more than can be read in at once.")
            if ARCHIVE_NAME in names:
                return ReadFile(FileKind.EVERYTHING, [])
            if TRIAL_NAME in names:
                return _trial(name, box.read(TRIAL_NAME))
    except zipfile.BadZipFile:
        raise refused_file("damaged_file", f"“{name}” is damaged: it cannot be unpacked. Save or download it again.") from None
    if "xl/workbook.xml" not in names:
        raise refused_file("unknown_file", f"“{name}” holds neither a table, nor a trial, nor everything of an Awake Furrow.")
    return ReadFile(FileKind.TABLE, _xlsx(name, content))


def _trial(name: str, content: bytes) -> ReadFile:
    try:
        found = json.loads(content)
    except ValueError as why:
        raise refused_file("damaged_file", f"“{name}” begins like JSON and is none: {why}.") from None
    if not isinstance(found, dict) or found.get("format") != FORMAT:
        raise refused_file("unknown_file", f"“{name}” is JSON, but no trial of an Awake Furrow.")
    return ReadFile(FileKind.TRIAL, [], found)


def _xlsx(name: str, content: bytes) -> list[Sheet]:
    from openpyxl import load_workbook

    try:
        book = load_workbook(io.BytesIO(content), read_only=True, data_only=True)
        sheets = [
            Sheet(page.title, _trimmed([list(map(_cell, row)) for row in page.iter_rows(values_only=True)])) for page in book.worksheets
        ]
        book.close()
    except (KeyError, ValueError, OSError, zipfile.BadZipFile) as why:
        raise refused_file("damaged_file", f"“{name}” cannot be read as a spreadsheet: {why}.") from None
    _check_size(name, sheets)
    full = [s for s in sheets if s.rows]
    if not full:
        raise refused_file("empty_file", f"“{name}” holds no cell with anything in it.")
    return full


def _cell(value: object) -> Cell:
    return value if value is None or isinstance(value, (str, int, float, bool, date, datetime)) else str(value)


def _csv(content: bytes) -> list[list[Cell]]:
    text = _text(content)
    head = text[:8000]
    try:
        dialect: Any = csv.Sniffer().sniff(head, delimiters=",;\t|")
    except csv.Error:
        dialect = csv.excel
    found = [[_undefused(c) for c in row] for row in csv.reader(io.StringIO(text, newline=""), dialect)]
    rows = _trimmed(found)
    _check_size("The table", [Sheet("", rows)])
    if not rows:
        raise refused_file("empty_file", "The table holds no cell with anything in it.")
    return rows


def _undefused(text: str) -> Cell:
    """A cell of a CSV: what this application put before a text that began like a formula goes again; empty is empty."""
    if len(text) > 1 and text[0] == DEFUSED_BY and text[1] in "=+-@":
        return text[1:]
    return text if text else None


def _text(content: bytes) -> str:
    if content.startswith((b"\xff\xfe", b"\xfe\xff")):
        return content.decode("utf-16")
    try:
        return content.decode("utf-8-sig")
    except UnicodeDecodeError:
        return content.decode("cp1252", errors="replace")


def _trimmed(rows: list[list[Cell]]) -> list[list[Cell]]:
    """Rows without the empty ones at the end and the empty cells behind each."""
    for row in rows:
        while row and (row[-1] is None or (isinstance(row[-1], str) and not row[-1].strip())):
            row.pop()
    while rows and not rows[-1]:
        rows.pop()
    return rows


def _check_size(name: str, sheets: list[Sheet]) -> None:
    cells = sum(len(r) for s in sheets for r in s.rows)
    if cells > MOST_CELLS:
        raise refused_file("too_large", f"“{name}” has {cells:,} cells; at most {MOST_CELLS:,} can be read in at once: part it.")
