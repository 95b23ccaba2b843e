"""Lots as multi-crop passport descriptors (MCPD 2.1), a table with one line for each lot."""

import csv
import io
import re
from collections.abc import Callable, Sequence

from openpyxl import Workbook
from openpyxl.cell import WriteOnlyCell

from core.vocabulary import OriginKind
from server.exchange.formats.text import defused
from server.exchange.reading.cells import DEFUSED_BY
from server.exchange.standards.names import NameParts, parts_of
from server.exchange.standards.records import LotSaid, Said, listed_terms, position, unusable
from server.exchange.standards.terms import passport

LOST_OUT = [
    "Passport descriptors keep what a lot is and where it came from.",
    "Amounts, tests, treatments, storage places, photos and history are not in them.",
    "The institute’s code is left empty: write it in if you have one.",
]
# a table is one of passport descriptors where it has these, or most others
NEEDED = ("ACCENUMB",)
SURE = 4
SAMPLE_STATUS = {OriginKind.WILD: "100", OriginKind.GARDEN: "999", OriginKind.BOUGHT: "999", OriginKind.SWAPPED: "999"}
SOURCE = {OriginKind.WILD: "10", OriginKind.GARDEN: "23", OriginKind.BOUGHT: "50", OriginKind.SWAPPED: "99"}
SEED_COLLECTION = "10"
# what has no descriptor of its own goes into the remarks, by our name
REMARKS = {"PERMISSION": "leave", "PARENTS": "parents", "FIELDNAME": "field_name", "NOTE": "note"}
_DATE = re.compile(r"^(\d{4})(\d\d|--)?(\d\d|--)?$")


def write_csv(said: Said) -> bytes:
    """The table as CSV, one column for each descriptor in the standard's order."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    for row in _rows(said, defused):
        writer.writerow(row)
    return out.getvalue().encode("utf-8")


def write_xlsx(said: Said) -> bytes:
    """The table as a spreadsheet, all cells as text: codes keep their zeros."""
    book = Workbook(write_only=True)
    page = book.create_sheet("MCPD")
    for row in _rows(said, str):
        cells = []
        for text in row:
            cell = WriteOnlyCell(page, value=text)
            cell.data_type = "s"
            cells.append(cell)
        page.append(cells)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _rows(said: Said, safe: Callable[[str], str]) -> list[list[str]]:
    names = list(passport())
    return [names, *([safe(line.get(n, "")) for n in names] for line in map(_line, said.lots))]


def _line(x: LotSaid) -> dict[str, str]:
    name = parts_of(x.scientific_name)
    kind = OriginKind(x.origin_kind) if x.origin_kind else None
    own = kind in (OriginKind.WILD, OriginKind.GARDEN)
    line = {
        "ACCENUMB": x.key,
        "COLLNAME": x.collector,
        "GENUS": name.genus,
        "SPECIES": name.species,
        "SUBTAXA": name.below,
        "CROPNAME": x.common_name if x.common_name != x.field_name else "",
        "ACCENAME": "" if x.scientific_name else x.field_name,
        "COLLSITE": x.origin_place if own else "",
        "DONORNAME": "" if own else x.origin_place,
        "COLLDATE": _date(x.collected),
        "SAMPSTAT": SAMPLE_STATUS[kind] if kind else "",
        "COLLSRC": SOURCE[kind] if kind else "",
        "STORAGE": SEED_COLLECTION,
        "ELEVATION": "" if x.elevation_m is None else str(x.elevation_m),
        "REMARKS": _remarks(x),
    }
    if x.where is not None:
        line |= {"DECLATITUDE": repr(x.where.latitude), "DECLONGITUDE": repr(x.where.longitude), "COORDDATUM": "WGS84"}
        line["COORDUNCERT"] = "" if x.where.uncertainty_m is None else f"{x.where.uncertainty_m:.0f}"
    return line


def _date(iso: str) -> str:
    """YYYYMMDD, what is not known as dashes."""
    if not iso:
        return ""
    year, month, day = (*iso.split("-"), "--", "--")[:3]
    return year + month + day


def _remarks(x: LotSaid) -> str:
    told = {word: getattr(x, name) for word, name in REMARKS.items()} | {"ORIGIN": x.origin_kind, "DECLATITUDE": x.withheld}
    return "; ".join(f"{word}: {_plain(str(value))}" for word, value in told.items() if value not in ("", None))


def _plain(text: str) -> str:
    """A text without what parts remarks."""
    return re.sub(r"\s*[;\n]\s*", ", ", text).strip()


def is_passport(heading: Sequence[object]) -> bool:
    """Whether a heading is one of passport descriptors."""
    found = {str(c).strip().upper() for c in heading if c is not None} & set(passport())
    return len(found) >= SURE and all(n in found for n in NEEDED)


def read(rows: Sequence[Sequence[object]]) -> Said:
    """The lots of a table whose first line names descriptors."""
    heading = [str(c).strip().upper() if c is not None else "" for c in rows[0]]
    known, lots = passport(), []
    kept: set[str] = set()
    for number, row in enumerate(rows[1:], start=2):
        told = {n: _text(c) for n, c in zip(heading, row, strict=False) if n in known}
        if not any(told.values()):
            continue
        lots.append(_lot(told, f"row {number}"))
        kept |= {n for n, value in told.items() if value}
    lost = []
    unknown = [n for n in heading if n and n not in known]
    if unknown:
        lost.append(f"These columns are no descriptors of MCPD 2.1 and are not read: {listed_terms(unknown)}.")
    if unread := kept - READ:
        lost.append(f"These descriptors have no place here and are not kept: {listed_terms(unread)}.")
    return Said(lots=lots, lost=lost)


READ = {
    *("ACCENUMB", "COLLNAME", "GENUS", "SPECIES", "SUBTAXA", "CROPNAME", "ACCENAME", "COLLSITE", "DONORNAME", "COLLDATE"),
    *("SAMPSTAT", "COLLSRC", "STORAGE", "REMARKS"),
}


def _text(cell: object) -> str:
    text = "" if cell is None else str(cell).strip()
    if isinstance(cell, float) and cell.is_integer():
        # a spreadsheet made a number of a code
        text = str(int(cell))
    return text.removeprefix(DEFUSED_BY)


def _lot(told: dict[str, str], where: str) -> LotSaid:
    where = f"{where}, lot {told['ACCENUMB']}" if told.get("ACCENUMB") else where
    if not told.get("ACCENUMB"):
        raise unusable(where, "it has no ACCENUMB, the accession number that becomes the lot’s code.")
    remarks = _read_remarks(told.get("REMARKS", ""))
    name = NameParts(told.get("GENUS", ""), told.get("SPECIES", ""), told.get("SUBTAXA", ""))
    field_name = remarks.get("FIELDNAME") or ("" if name.genus else told.get("ACCENAME") or told.get("CROPNAME", ""))
    if not name.genus and not field_name:
        raise unusable(where, "it names neither a GENUS nor an ACCENAME.")
    # checked, so that a wrong one is named before it is left out
    position(told.get("DECLATITUDE", ""), told.get("DECLONGITUDE", ""), where)
    return LotSaid(
        key=told["ACCENUMB"],
        scientific_name=name.whole,
        common_name=told.get("CROPNAME", ""),
        field_name=field_name,
        origin_kind=_origin(told, remarks),
        origin_place=told.get("COLLSITE") or told.get("DONORNAME", ""),
        collected=_read_date(told.get("COLLDATE", ""), where),
        collector=told.get("COLLNAME", ""),
        leave=remarks.get("PERMISSION", ""),
        parents=int(remarks["PARENTS"]) if remarks.get("PARENTS", "").isdigit() else None,
        note=remarks.get("NOTE", ""),
    )


def _read_remarks(text: str) -> dict[str, str]:
    """Remarks by their word; what has none is a note."""
    out: dict[str, str] = {}
    for piece in filter(None, (p.strip() for p in text.split(";"))):
        word, colon, value = piece.partition(":")
        if colon and word.strip().isupper():
            out[word.strip()] = value.strip()
        else:
            out["NOTE"] = f"{out['NOTE']}, {piece}" if "NOTE" in out else piece
    return out


def _origin(told: dict[str, str], remarks: dict[str, str]) -> str:
    """Where it came from: by our own word; without it, it was received from whoever wrote the table."""
    own = remarks.get("ORIGIN", "")
    if own in set(OriginKind):
        return own
    return OriginKind.BOUGHT if told.get("COLLSRC") == SOURCE[OriginKind.BOUGHT] else OriginKind.SWAPPED


def _read_date(text: str, where: str) -> str:
    if not text:
        return ""
    found = _DATE.match(text)
    if found is None:
        raise unusable(where, f"COLLDATE “{text}” is no date. Write YYYYMMDD, with -- or 00 for what is not known.")
    year, month, day = found.groups()
    known = [year]
    for part in (month, day):
        if part in (None, "--", "00"):
            break
        known.append(part)
    return "-".join(known)
