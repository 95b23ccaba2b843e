"""Files into sheets of cells, and into what the application itself wrote."""

import io
import zipfile
import zlib
from dataclasses import dataclass
from typing import Any

from core.tables import Cell
from core.vocabulary import FileKind
from server.errors import Refused, field_error
from server.exchange.formats.archive import ARCHIVE_NAME
from server.exchange.formats.record import FORMAT
from server.exchange.reading.apart import json_apart, said_apart, sheets_apart
from server.exchange.reading.cells import Limits, Unreadable
from server.exchange.standards import darwin_core, geojson, passport
from server.exchange.standards.records import Said
from server.record_kinds.zips import ZIP_ERRORS

LARGEST_BYTES = 40_000_000
MOST_CELLS = 2_000_000
# a spreadsheet is XML: it unpacks to many times its size, and only so far
MOST_UNPACKED = 150_000_000
# what may come before the first sign of a text
BEGINS = b"\xef\xbb\xbf \t\r\n"
TRIAL_NAME = "trial.json"


@dataclass(frozen=True)
class Sheet:
    """A sheet by its name, with its rows of cells."""

    name: str
    rows: list[list[Cell]]


@dataclass(frozen=True)
class ReadFile:
    """A file by what it holds: sheets, the JSON of a trial, the bytes of an archive of everything, or what an open format says."""

    kind: FileKind
    sheets: list[Sheet]
    trial: dict[str, Any] | None = None
    said: Said | None = None


def read_file(name: str, content: bytes) -> ReadFile:
    """Find out what a file holds, by its content and not by its name; refused with the reason where nothing can be made of it."""
    if not content:
        raise refused_file("empty_file", f"“{name}” is empty.")
    if len(content) > LARGEST_BYTES:
        raise refused_file(
            "too_large", f"“{name}” has {len(content) / 1e6:.0f} MB; at most {LARGEST_BYTES / 1e6:.0f} MB can be imported at once."
        )
    if content.startswith(b"PK\x03\x04"):
        return _zipped(name, content)
    if content.lstrip()[:1] == b"{":
        return _json(name, content)
    if content.lstrip(BEGINS)[:1] == b"<":
        return _standard(name, "gpx", content)
    if b"\x00" in content[:4000] and not content.startswith((b"\xff\xfe", b"\xfe\xff")):
        raise refused_file("unknown_file", f"“{name}” is no table that can be read here. Save it as xlsx or as CSV, and choose that.")
    return _table(_sheets(name, "csv", content))


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
                raise refused_file("too_large", f"“{name}” unpacks to more than can be imported at once.")
            if ARCHIVE_NAME in names:
                return ReadFile(FileKind.EVERYTHING, [])
            if TRIAL_NAME in names:
                return _json(name, box.read(TRIAL_NAME))
            if darwin_core.META in names:
                return _standard(name, "darwin_core", content)
    except ZIP_ERRORS:
        raise refused_file("damaged_file", f"“{name}” is damaged: it cannot be unpacked. Save or download it again.") from None
    if "xl/workbook.xml" not in names:
        raise refused_file("unknown_file", f"“{name}” holds neither a table, nor a trial, nor everything of an Awake Furrow.")
    return _table(_sheets(name, "xlsx", content))


def _table(sheets: list[Sheet]) -> ReadFile:
    """A table, which may be one of passport descriptors."""
    rows = sheets[0].rows
    if rows and passport.is_passport(rows[0]):
        return ReadFile(FileKind.STANDARD, [], said=passport.read(rows))
    return ReadFile(FileKind.TABLE, sheets)


def _standard(name: str, kind: str, content: bytes) -> ReadFile:
    try:
        return ReadFile(FileKind.STANDARD, [], said=said_apart(kind, content))
    except Unreadable as why:
        raise refused_file(why.code, f"“{name}”{'' if why.words.startswith(':') else ' '}{why.words}") from None


def _json(name: str, content: bytes) -> ReadFile:
    try:
        found = json_apart(content)
    except Unreadable as why:
        raise refused_file(why.code, f"“{name}” {why.words}") from None
    if geojson.is_geojson(found):
        return ReadFile(FileKind.STANDARD, [], said=geojson.read(found))
    if not isinstance(found, dict) or found.get("format") != FORMAT:
        raise refused_file("unknown_file", f"“{name}” is JSON, but neither a trial of an Awake Furrow nor GeoJSON.")
    return ReadFile(FileKind.TRIAL, [], found)


def _sheets(name: str, kind: str, content: bytes) -> list[Sheet]:
    try:
        # a text of cells has no name of its own
        found = [Sheet(own or name, rows) for own, rows in sheets_apart(kind, content, Limits(MOST_CELLS, MOST_UNPACKED)) if rows]
    except Unreadable as why:
        raise refused_file(why.code, f"“{name}” {why.words}") from None
    if not found:
        raise refused_file("empty_file", f"“{name}” holds no cell with anything in it.")
    return found
