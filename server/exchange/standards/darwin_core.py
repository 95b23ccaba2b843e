"""Stands, visits and lots as a Darwin Core archive: occurrences and material samples, with what the columns are."""

import csv
import io
import json
import zipfile
from datetime import UTC, date, datetime
from pathlib import PurePosixPath
from typing import Any
from xml.etree import ElementTree as Xml
from xml.sax.saxutils import escape

from core.vocabulary import OriginKind
from server.exchange.standards.names import UNKNOWN_SPECIES, parts_of
from server.exchange.standards.records import LotSaid, PlaceOnEarth, Said, StandSaid, VisitSaid, listed_terms, position, unusable, whole
from server.exchange.standards.terms import darwin_core
from server.exchange.standards.xml import parsed, tag
from server.record_kinds.zips import ZIP_ERRORS, put

TERMS = "http://rs.tdwg.org/dwc/terms/"
METADATA_TERMS = "http://purl.org/dc/terms/"
TEXT = "http://rs.tdwg.org/dwc/text/"
OCCURRENCE = f"{TERMS}Occurrence"
META, TABLE, ABOUT = "meta.xml", "occurrence.txt", "eml.xml"
OF_METADATA = {"license", "rightsHolder", "modified"}
COLUMNS = (
    *("occurrenceID", "basisOfRecord", "catalogNumber", "materialSampleID", "eventID", "parentEventID", "eventDate", "recordedBy"),
    *("scientificName", "vernacularName", "genus", "specificEpithet", "infraspecificEpithet", "taxonRank"),
    *("locationID", "locality", "habitat", "decimalLatitude", "decimalLongitude", "geodeticDatum", "coordinateUncertaintyInMeters"),
    *("minimumElevationInMeters", "individualCount", "organismQuantity", "organismQuantityType", "reproductiveCondition"),
    *("occurrenceStatus", "preparations", "disposition", "informationWithheld", "dataGeneralizations", "dynamicProperties"),
    "occurrenceRemarks",
)
LOST_OUT = [
    "Stands and visits become occurrences, lots become material samples.",
    "Tests, treatments, storage, stock lines, photos and history are not in it.",
    "Permissions of collecting stay here; add a licence before you publish.",
]
MOST_BYTES, MOST_ROWS = 100_000_000, 100_000
# what says nothing that is not so anyway
IN_COLLECTION = "in collection"
OBSERVED, SAMPLE = "HumanObservation", "MaterialSample"
RANKS = {"subsp.": "subspecies", "ssp.": "subspecies", "var.": "variety", "f.": "form"}


def write(said: Said) -> bytes:
    """The archive: meta.xml, eml.xml and one table."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as box:
        for name, content in ((META, _meta()), (ABOUT, _about()), (TABLE, _table(said))):
            put(box, name, content)
    return out.getvalue()


def _meta() -> bytes:
    """What each column is, by the address of its term."""
    Xml.register_namespace("", TEXT)
    root = Xml.Element(f"{{{TEXT}}}archive", {"metadata": ABOUT})
    written = {"encoding": "UTF-8", "fieldsTerminatedBy": "\\t", "linesTerminatedBy": "\\n", "fieldsEnclosedBy": ""}
    core = Xml.SubElement(root, f"{{{TEXT}}}core", {**written, "ignoreHeaderLines": "1", "rowType": OCCURRENCE})
    files = Xml.SubElement(core, f"{{{TEXT}}}files")
    Xml.SubElement(files, f"{{{TEXT}}}location").text = TABLE
    Xml.SubElement(core, f"{{{TEXT}}}id", {"index": "0"})
    for n, name in enumerate(COLUMNS):
        Xml.SubElement(core, f"{{{TEXT}}}field", {"index": str(n), "term": (METADATA_TERMS if name in OF_METADATA else TERMS) + name})
    return bytes(Xml.tostring(root, encoding="utf-8", xml_declaration=True))


def _about() -> bytes:
    """What the data set is, as far as a program can say it; the rest is for whoever publishes it."""
    title = escape("Stands, visits and seed lots of a native plant nursery")
    return (
        '<?xml version="1.0" encoding="UTF-8"?>\n'
        '<eml:eml xmlns:eml="https://eml.ecoinformatics.org/eml-2.2.0" packageId="awake-furrow" system="awake-furrow">\n'
        f"  <dataset>\n    <title>{title}</title>\n"
        "    <creator><organizationName>The nursery</organizationName></creator>\n"
        "    <abstract><para>Populations that are watched, looks at their seed, and the lots collected from them.</para></abstract>\n"
        "    <contact><organizationName>The nursery</organizationName></contact>\n"
        "  </dataset>\n</eml:eml>\n"
    ).encode()


def _table(said: Said) -> bytes:
    stands = {s.key: s for s in said.stands}
    lines = [*map(_of_stand, said.stands), *(_of_visit(v, stands.get(v.stand)) for v in said.visits), *map(_of_lot, said.lots)]
    rows = [COLUMNS, *([_cell(line.get(c, "")) for c in COLUMNS] for line in lines)]
    return "".join("\t".join(row) + "\n" for row in rows).encode("utf-8")


def _cell(value: Any) -> str:
    """A text on one line: tabs and line breaks part cells and lines."""
    return " ".join(str(value).split()) if value is not None else ""


def _name(scientific: str, common: str, field_name: str) -> dict[str, str]:
    name = parts_of(scientific)
    rank, _, below = name.below.partition(" ")
    known = name.species and name.species != UNKNOWN_SPECIES
    return {
        "scientificName": scientific,
        "vernacularName": common or ("" if scientific else field_name),
        "genus": name.genus,
        "specificEpithet": name.species if known else "",
        "infraspecificEpithet": below,
        "taxonRank": RANKS.get(rank, "") or ("species" if known else "genus" if name.genus else ""),
    }


def _place(where: PlaceOnEarth | None, withheld: str) -> dict[str, str]:
    if where is None:
        return {}
    return {
        "decimalLatitude": repr(where.latitude),
        "decimalLongitude": repr(where.longitude),
        "geodeticDatum": "EPSG:4326",
        "coordinateUncertaintyInMeters": "" if where.uncertainty_m is None else f"{where.uncertainty_m:.0f}",
        "informationWithheld": withheld,
        "dataGeneralizations": "coordinates rounded to a tenth of a degree" if withheld else "",
    }


def _more(**known: Any) -> str:
    told = {name: value for name, value in known.items() if value not in ("", None)}
    return json.dumps(told, ensure_ascii=False) if told else ""


def _of_stand(s: StandSaid) -> dict[str, Any]:
    return {
        "occurrenceID": s.key,
        "basisOfRecord": OBSERVED,
        "locationID": s.key,
        "locality": s.place_name,
        "habitat": s.habitat,
        "minimumElevationInMeters": s.elevation_m,
        "individualCount": s.plants,
        "occurrenceStatus": "present",
        "occurrenceRemarks": s.note,
        "dynamicProperties": _more(field_name=s.field_name),
        **_name(s.scientific_name, s.common_name, s.field_name),
        **_place(s.where, s.withheld),
    }


def _of_visit(v: VisitSaid, stand: StandSaid | None) -> dict[str, Any]:
    named = _name(stand.scientific_name, stand.common_name, stand.field_name) if stand else {}
    return {
        "occurrenceID": f"visit-{v.key}",
        "basisOfRecord": OBSERVED,
        "eventID": v.key,
        "eventDate": v.at.astimezone(UTC).isoformat(),
        "recordedBy": v.by,
        "locationID": v.stand,
        "locality": stand.place_name if stand else "",
        "reproductiveCondition": f"{100 * v.share_ripe:.0f} % of the seed ripe",
        "occurrenceStatus": "present",
        "occurrenceRemarks": v.note,
        "dynamicProperties": _more(share_ripe=v.share_ripe),
        **named,
        **(_place(stand.where, stand.withheld) if stand else {}),
    }


def _of_lot(x: LotSaid) -> dict[str, Any]:
    return {
        "occurrenceID": f"lot-{x.key}",
        "basisOfRecord": SAMPLE,
        "catalogNumber": x.key,
        "materialSampleID": x.key,
        "eventDate": x.collected,
        "recordedBy": x.collector,
        "locationID": x.stand,
        "locality": x.origin_place,
        "minimumElevationInMeters": x.elevation_m,
        "organismQuantity": x.seeds,
        "organismQuantityType": "" if x.seeds is None else "seeds, estimated" if x.seeds_estimated else "seeds",
        "preparations": "seed",
        "disposition": x.ended or IN_COLLECTION,
        "occurrenceStatus": "present",
        "occurrenceRemarks": x.note,
        "dynamicProperties": _more(origin_kind=x.origin_kind, field_name=x.field_name, parents=x.parents),
        **_name(x.scientific_name, x.common_name, x.field_name),
        **_place(x.where, x.withheld),
    }


def read(content: bytes) -> Said:
    """The occurrences of an archive: observations become stands and visits, material samples become lots."""
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as box:
            _check_names(box)
            meta = _described(box)
            rows = _rows(box, meta)
    except ZIP_ERRORS:
        raise unusable("", "This archive is damaged: it cannot be unpacked whole. Download it again.") from None
    except UnicodeDecodeError as error:
        raise unusable("", f"This archive’s table is no UTF-8 text (byte {error.start}). Save it as UTF-8.") from None
    return _said(meta, rows)


def _check_names(box: zipfile.ZipFile) -> None:
    """Refuse an archive whose paths climb out of it, or that unpacks to more than any collection."""
    for info in box.infolist():
        path = PurePosixPath(info.filename.replace("\\", "/"))
        if path.is_absolute() or ".." in path.parts:
            raise unusable(info.filename[:80], "this path leads out of the archive. Nothing of it is read.")
    if sum(i.file_size for i in box.infolist()) > MOST_BYTES:
        raise unusable("", f"This archive unpacks to more than {MOST_BYTES // 10**6} MB.")
    if META not in box.namelist():
        raise unusable(META, "a Darwin Core archive describes its tables there, and it is missing.")


class _Meta:
    """The core table of an archive: its file, how it is written, and the term of each column."""

    def __init__(self, root: Xml.Element) -> None:
        core = next((x for x in root if tag(x) == "core"), None)
        if core is None:
            raise unusable(META, "it describes no core table.")
        if core.get("rowType") != OCCURRENCE:
            raise unusable(META, f"the core is “{core.get('rowType')}”; only tables of occurrences are read.")
        location = next((x.text for x in core.iter() if tag(x) == "location"), None)
        self.file = (location or "").strip()
        self.delimiter = (core.get("fieldsTerminatedBy") or ",").encode().decode("unicode_escape")
        self.quote = core.get("fieldsEnclosedBy", '"')
        self.skipped = int(core.get("ignoreHeaderLines") or 0)
        self.terms: dict[int, str] = {}
        self.defaults: dict[str, str] = {}
        self.extensions = sum(tag(x) == "extension" for x in root)
        for x in core:
            if tag(x) == "field":
                name = (x.get("term") or "").rpartition("/")[2]
                if (index := x.get("index")) is not None:
                    self.terms[int(index)] = name
                elif x.get("default"):
                    self.defaults[name] = x.get("default") or ""


def _described(box: zipfile.ZipFile) -> _Meta:
    root = parsed(box.read(META), META)
    try:
        return _Meta(root)
    except ValueError as error:
        raise unusable(META, f"it is broken ({str(error)[:80]}).") from None


def _rows(box: zipfile.ZipFile, meta: _Meta) -> list[dict[str, str]]:
    if meta.file not in box.namelist():
        raise unusable(META, f"it names the table “{meta.file[:80]}”, which is not in the archive.")
    text = box.read(meta.file).decode("utf-8-sig")
    if len(meta.delimiter) != 1:
        raise unusable(META, f"fields are parted by “{meta.delimiter}”; one character is needed.")
    quoting: dict[str, Any] = {"quoting": csv.QUOTE_NONE} if not meta.quote else {"quotechar": meta.quote[:1]}
    lines = list(csv.reader(io.StringIO(text), delimiter=meta.delimiter, **quoting))[meta.skipped :]
    if len(lines) > MOST_ROWS:
        raise unusable(meta.file, f"it has {len(lines):,} rows; at most {MOST_ROWS:,} are read at once.")
    return [meta.defaults | {name: line[n].strip() for n, name in meta.terms.items() if n < len(line)} for line in lines if any(line)]


# what is read of a row; the rest is named as lost
READ = {
    *("occurrenceID", "basisOfRecord", "catalogNumber", "materialSampleID", "eventID", "eventDate", "recordedBy", "scientificName"),
    *("vernacularName", "genus", "specificEpithet", "infraspecificEpithet", "taxonRank", "locationID", "locality", "habitat"),
    *("decimalLatitude", "decimalLongitude", "geodeticDatum", "coordinateUncertaintyInMeters", "minimumElevationInMeters"),
    *("individualCount", "reproductiveCondition", "occurrenceStatus", "dynamicProperties", "occurrenceRemarks", "preparations"),
    *("informationWithheld", "dataGeneralizations", "organismQuantity", "organismQuantityType"),
}


def _said(meta: _Meta, rows: list[dict[str, str]]) -> Said:
    stands: dict[str, StandSaid] = {}
    visits: list[VisitSaid] = []
    lots: list[LotSaid] = []
    left: dict[str, int] = {}
    for number, row in enumerate(rows, start=1 + meta.skipped):
        where = f"{meta.file}, row {number}"
        basis = row.get("basisOfRecord", "")
        if basis == SAMPLE:
            lots.append(_read_lot(row, where))
        elif basis in (OBSERVED, "Occurrence", "LivingSpecimen", "MachineObservation"):
            # a row with an event is a visit to its place; without one it is the stand itself
            stand = _read_stand(row, where)
            if row.get("eventID") or row.get("eventDate"):
                stands.setdefault(stand.key, stand)
                visits.append(_read_visit(row, stand.key, where))
            else:
                stands[stand.key] = stand
        else:
            left[basis] = left.get(basis, 0) + 1
    return Said(list(stands.values()), visits, lots, _lost(meta, rows, left))


def _lost(meta: _Meta, rows: list[dict[str, str]], left: dict[str, int]) -> list[str]:
    names = [n for n in meta.terms.values() if n and n != "id"]
    unknown = [n for n in names if n not in darwin_core()]
    filled = {n for row in rows for n, value in row.items() if value and value != IN_COLLECTION}
    unread = [n for n in names if n in darwin_core() and n not in READ and n in filled]
    lost = [f"{count} rows of “{basis[:40]}” are not read: only observations and material samples are." for basis, count in left.items()]
    if unknown:
        lost.append(f"These terms are not known here and are not kept: {listed_terms(unknown)}.")
    if unread:
        lost.append(f"These terms have no place here and are not kept: {listed_terms(unread)}.")
    if meta.extensions:
        lost.append(f"{meta.extensions} further tables of the archive are not read.")
    return lost


def _scientific(row: dict[str, str]) -> str:
    return row.get("scientificName") or " ".join(
        x for x in (row.get("genus", ""), row.get("specificEpithet", ""), row.get("infraspecificEpithet", "")) if x
    )


def _more_of(row: dict[str, str]) -> dict[str, Any]:
    """Our own further properties, where the row has them; those of others are no JSON of ours."""
    try:
        found = json.loads(row.get("dynamicProperties") or "{}")
    except (ValueError, RecursionError):
        return {}
    return found if isinstance(found, dict) else {}


def _common_name(row: dict[str, str], field_name: str) -> str:
    """The common name; what has only a field name is called by it."""
    name = row.get("vernacularName", "")
    return "" if name == field_name else name


def _position(row: dict[str, str], where: str) -> PlaceOnEarth | None:
    return position(row.get("decimalLatitude", ""), row.get("decimalLongitude", ""), where, row.get("coordinateUncertaintyInMeters", ""))


def _read_stand(row: dict[str, str], where: str) -> StandSaid:
    scientific, more = _scientific(row), _more_of(row)
    field_name = str(more.get("field_name") or "") or ("" if scientific else row.get("vernacularName", ""))
    if not scientific and not field_name:
        raise unusable(where, "it names no plant: scientificName and vernacularName are both empty.")
    return StandSaid(
        key=row.get("locationID") or row.get("occurrenceID") or where,
        place_name=row.get("locality") or row.get("locationID") or "place not named",
        scientific_name=scientific,
        common_name=_common_name(row, field_name),
        field_name=field_name,
        where=_position(row, where),
        elevation_m=whole(row.get("minimumElevationInMeters"), f"{where}, minimumElevationInMeters"),
        habitat=row.get("habitat", ""),
        plants=whole(row.get("individualCount"), f"{where}, individualCount"),
        note="" if row.get("eventID") or row.get("eventDate") else row.get("occurrenceRemarks", ""),
    )


def _read_visit(row: dict[str, str], stand: str, where: str) -> VisitSaid:
    share = _more_of(row).get("share_ripe", 0.0)
    return VisitSaid(
        key=row.get("eventID") or row.get("occurrenceID") or where,
        stand=stand,
        at=_moment(row.get("eventDate", ""), where),
        share_ripe=float(share) if isinstance(share, (int, float)) and 0 <= share <= 1 else 0.0,
        by=row.get("recordedBy", ""),
        note=row.get("occurrenceRemarks", ""),
    )


def _moment(text: str, where: str) -> datetime:
    """The beginning of an ISO date or time, or of a range of them; noon where only the day is known."""
    begin = text.partition("/")[0].strip()
    try:
        at = datetime.fromisoformat(begin)
    except ValueError:
        raise unusable(f"{where}, eventDate", f"“{text[:40]}” is no date. Write it as 2026-08-12.") from None
    if len(begin) <= len("2026-08-12"):
        at = at.replace(hour=12)
    return at if at.tzinfo else at.replace(tzinfo=UTC)


def _read_lot(row: dict[str, str], where: str) -> LotSaid:
    scientific, more = _scientific(row), _more_of(row)
    field_name = str(more.get("field_name") or "") or ("" if scientific else row.get("vernacularName", ""))
    key = row.get("materialSampleID") or row.get("catalogNumber")
    if not key:
        raise unusable(where, "a material sample needs a materialSampleID or a catalogNumber, which becomes the lot’s code.")
    if not scientific and not field_name:
        raise unusable(where, "it names no plant: scientificName and vernacularName are both empty.")
    kind, parents = str(more.get("origin_kind") or ""), more.get("parents")
    quantity = row.get("organismQuantityType", "")
    return LotSaid(
        key=key,
        scientific_name=scientific,
        common_name=_common_name(row, field_name),
        field_name=field_name,
        origin_kind=kind if kind in set(OriginKind) else OriginKind.SWAPPED,
        origin_place=row.get("locality", ""),
        stand=row.get("locationID", ""),
        where=_position(row, where),
        collected=_collected(row.get("eventDate", ""), where),
        collector=row.get("recordedBy", ""),
        parents=parents if isinstance(parents, int) else None,
        seeds=whole(row.get("organismQuantity"), f"{where}, organismQuantity") if quantity.startswith("seeds") else None,
        seeds_estimated=quantity != "seeds",
        note=row.get("occurrenceRemarks", ""),
    )


def _collected(text: str, where: str) -> str:
    begin = text.partition("/")[0].partition("T")[0].strip()
    if not begin:
        return ""
    try:
        date.fromisoformat((begin + "-01-01")[:10])
    except ValueError:
        raise unusable(f"{where}, eventDate", f"“{text[:40]}” is no date. Write it as 2026-08-12.") from None
    return begin
