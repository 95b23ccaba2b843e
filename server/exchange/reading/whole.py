"""An installation that this application wrote: whether it is whole, and whether it can be imported here."""

import hashlib
import io
import zipfile
from collections.abc import Iterator, Mapping
from typing import Any

from django.core.exceptions import ValidationError
from django.db import models

from core.vocabulary import Role
from server.errors import DomainError, Refused
from server.exchange.formats.archive import (
    ARCHIVE_FORMAT,
    ARCHIVE_NAME,
    ARCHIVE_VERSION,
    LOT_OF_TRIALS,
    PHOTOS,
    WITHOUT_CHECKSUMS,
    WITHOUT_PHOTO_COUNTS,
    archived_models,
    columns_of,
    name_of_table,
)
from server.exchange.reading.cells import MOST_JSON_MARKS, Unreadable, json_value
from server.exchange.reading.files import refused_file
from server.people.models import Person
from server.record_kinds.zips import ZIP_ERRORS
from server.trials.models import Treatment, Trial

# what may be there already: who signed in to import it, and their working year
MAY_BE_THERE = {"people.Person", "people.WorkYear", "people.HistoricalWorkYear", "exchange.FileRead"}
# what a role was called before there were four
ROLES_BEFORE = {"helper": Role.COUNTER}
# lines are records: none is longer than a file that was imported and kept
LONGEST_LINE = 100_000_000
LARGEST_LIST = 20_000_000
CHUNK = 1 << 20
Json = dict[str, Any]


def check_archive(content: bytes) -> list[str]:
    """What an archive holds, in sentences; refused where it is not whole, or where there is anything here already."""
    told = told_of(content)
    check_empty()
    rows = {t["name"]: t["rows"] for t in told["tables"]}
    return [
        f"A whole nursery: {rows.get('lots.Lot', 0)} lots, {rows.get('trials.Trial', 0)} trials, {rows.get('trials.Look', 0):,} looks, "
        f"{told['photos']} photos. People come without their passwords."
    ]


def check_empty() -> None:
    """Refuse to mix a whole nursery with one that is here."""
    there = [m._meta.label for m in archive_order() if m._meta.label not in MAY_BE_THERE and m._default_manager.exists()]
    if there:
        raise DomainError(
            "This file holds a whole nursery, and there is one here already. It is read into an empty installation only.",
            code="not_empty",
        )


def archive_order() -> list[type[models.Model]]:
    """People first: everything else says who."""
    return sorted(archived_models(), key=lambda m: m is not Person)


def told_of(content: bytes) -> Json:
    """What an archive says of itself, compared with what is in it; refused where the two differ."""
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as box:
            told = _list_of(box)
            _check_tables(box, told)
            _check_photos(box, told)
    except ZIP_ERRORS:
        raise refused_file("damaged_file", "This file is damaged: it cannot be unpacked whole.") from None
    return told


def _list_of(box: zipfile.ZipFile) -> Json:
    """The archive's own list, of the form that it must have."""
    if box.getinfo(ARCHIVE_NAME).file_size > LARGEST_LIST:
        raise refused_file("too_large", f"The list in this file, {ARCHIVE_NAME}, is larger than any list of tables.")
    try:
        told = json_value(box.read(ARCHIVE_NAME))
    except Unreadable as why:
        raise refused_file("damaged_file", f"{ARCHIVE_NAME} in this file {why.words}") from None
    if not isinstance(told, dict) or told.get("format") != ARCHIVE_FORMAT:
        raise refused_file("unknown_file", "This file is no nursery that an Awake Furrow wrote.")
    if told.get("version") not in (ARCHIVE_VERSION, WITHOUT_PHOTO_COUNTS, LOT_OF_TRIALS, WITHOUT_CHECKSUMS):
        raise refused_file(
            "other_version",
            f"This file has format {told.get('version')}; this application reads format {ARCHIVE_VERSION} and earlier ones.",
        )
    tables, photos = told.get("tables"), told.get("photos")
    well = isinstance(tables, list) and isinstance(photos, int) and isinstance(told.get("photo_sha256", {}), dict)
    if not well or not all(isinstance(t, dict) and isinstance(t.get("name"), str) and isinstance(t.get("rows"), int) for t in tables or []):
        raise refused_file("damaged_file", f"{ARCHIVE_NAME} in this file does not list tables and photos as it should.")
    return told


def _check_tables(box: zipfile.ZipFile, told: Json) -> None:
    listed = {t["name"]: t for t in told["tables"]}
    known = {name_of_table(m) for m in archived_models()}
    there = {n.removesuffix(".jsonl") for n in box.namelist() if n.endswith(".jsonl")}
    # an earlier version had fewer tables
    missing = known - set(listed) if told["version"] == ARCHIVE_VERSION else set()
    for what, names in (
        ("does not have the table", missing),
        ("lists, but does not have, the table", set(listed) - there),
        ("has, but does not list, the table", there - set(listed)),
        ("has a table that this application does not know:", set(listed) - known),
    ):
        if names:
            raise refused_file("damaged_file", f"This file is incomplete: it {what} {', '.join(sorted(names))}. Export it again.")
    for name, table in listed.items():
        rows, digest = _rows_of(box, name)
        if rows != table["rows"]:
            raise refused_file(
                "damaged_file", f"This file is incomplete: {name} has {rows:,} of its {table['rows']:,} records. Export it again."
            )
        if told["version"] != WITHOUT_CHECKSUMS and digest != table.get("sha256"):
            raise refused_file("damaged_file", f"This file was changed: {name} is not what was written. Export it again.")


def _rows_of(box: zipfile.ZipFile, name: str) -> tuple[int, str]:
    digest, rows = hashlib.sha256(), 0
    with box.open(f"{name}.jsonl") as page:
        while chunk := page.read(CHUNK):
            digest.update(chunk)
            rows += chunk.count(b"\n")
    return rows, digest.hexdigest()


def _check_photos(box: zipfile.ZipFile, told: Json) -> None:
    there = {n for n in box.namelist() if n.startswith(PHOTOS) and not n.endswith("/")}
    if len(there) < told["photos"]:
        raise refused_file("damaged_file", f"This file is incomplete: it has {len(there)} of its {told['photos']} photos. Export it again.")
    for name, digest in told.get("photo_sha256", {}).items():
        if name not in there:
            raise refused_file("damaged_file", f"This file is incomplete: the photo {name} is missing. Export it again.")
        with box.open(name) as page:
            if hashlib.file_digest(page, "sha256").hexdigest() != digest:  # type: ignore[arg-type]
                raise refused_file("damaged_file", f"This file was changed: the photo {name} is not what was written. Export it again.")


def records_of(box: zipfile.ZipFile, model: type[models.Model]) -> Iterator[Json]:
    """The records of a table, each column checked: a word that is one, a number that is finite, a time that is one."""
    name = f"{name_of_table(model)}.jsonl"
    if name not in box.namelist():
        return
    columns = {f.attname: f for f in columns_of(model)}
    before = _lots_of_trials(box) if model is Treatment else {}
    with box.open(name) as page:
        for number, line in enumerate(iter(lambda: page.readline(LONGEST_LINE + 1), b""), 1):
            yield _record(model, columns, number, line, before)


def _lots_of_trials(box: zipfile.ZipFile) -> dict[Any, Any]:
    """The lot of each trial, where a file was written when trials had it and not their treatments."""
    name = f"{name_of_table(Trial)}.jsonl"
    if name not in box.namelist():
        return {}
    with box.open(name) as page:
        found = [json_value(line) for line in iter(lambda: page.readline(LONGEST_LINE + 1), b"")]
    return {x.get("id"): x["lot_id"] for x in found if isinstance(x, dict) and "lot_id" in x}


def _record(
    model: type[models.Model], columns: "dict[str, models.Field[Any, Any]]", number: int, line: bytes, lots: Mapping[Any, Any]
) -> Json:
    where = f"{name_of_table(model)}, record {number}"
    try:
        if len(line) > LONGEST_LINE or line.count(b",") > MOST_JSON_MARKS:
            raise _wrong(where, "is longer than any record")
        found = json_value(line)
    except Unreadable as why:
        raise _wrong(where, why.words.rstrip(".")) from None
    if not isinstance(found, dict):
        raise _wrong(where, "is no record")
    if (trial := found.get("trial_id")) in lots:
        found.setdefault("lot_id", lots[trial])
    missing = [c for c, f in columns.items() if c not in found and not f.null and not f.has_default() and not f.blank]
    if missing:
        raise _wrong(where, f"has no {missing[0]}")
    for column, value in found.items():
        if column in columns:
            _check_value(f"{where}, {column}", columns[column], value)
    return found


def _check_value(where: str, field: "models.Field[Any, Any]", value: Any) -> None:
    if value is None:
        if not field.null:
            raise _wrong(where, "is empty")
        return
    if isinstance(field, models.JSONField):
        return
    if not isinstance(value, (str, int, float, bool)):
        raise _wrong(where, "is no single value")
    if isinstance(field, models.BinaryField):
        if not isinstance(value, str) or not _is_hex(value):
            raise _wrong(where, "is no file")
        return
    words = {w for w, _ in field.flatchoices}
    if words and value not in words and not (value == "" and field.blank) and value not in ROLES_BEFORE:
        raise _wrong(where, f"is “{str(value)[:40]}”, and can be {', '.join(str(w) for w in sorted(words, key=str))}")
    if isinstance(field, models.CharField) and field.max_length and len(str(value)) > field.max_length:
        raise _wrong(where, f"has {len(str(value))} letters, and can have {field.max_length}")
    if not isinstance(field, models.ForeignKey):
        try:
            field.to_python(value)
        except (ValidationError, ValueError, OverflowError):
            raise _wrong(where, f"is “{str(value)[:40]}”, which it cannot be") from None


def _is_hex(text: str) -> bool:
    try:
        bytes.fromhex(text)
    except ValueError:
        return False
    return True


def _wrong(where: str, what: str) -> Refused:
    return refused_file("damaged_file", f"This file needs fixing: {where}, {what}. Nothing was imported.")
