"""An installation that this application wrote: whether it can be read in here."""

import io
import json
import zipfile
from typing import Any

from django.db import models

from server.exchange.formats.archive import ARCHIVE_FORMAT, ARCHIVE_NAME, ARCHIVE_VERSION, archived_models
from server.exchange.reading.files import refused_file
from server.people.models import Person
from server.rest.problems import Problem

# what may be there already: who signed in to read it in, and their working year
MAY_BE_THERE = {"people.Person", "people.WorkYear", "people.HistoricalWorkYear", "exchange.FileRead"}


def check_archive(content: bytes) -> list[str]:
    """What an archive holds, in sentences; refused where it is another format, or where there is anything here already."""
    told = told_of(content)
    there = [m._meta.label for m in archive_order() if m._meta.label not in MAY_BE_THERE and m._default_manager.exists()]
    if there:
        raise Problem(
            "This file holds a whole nursery, and there is one here already. It is read into an empty installation only.",
            code="not_empty",
        )
    rows = {t["name"]: t["rows"] for t in told["tables"]}
    return [
        f"A whole nursery: {rows.get('lots.Lot', 0)} lots, {rows.get('trials.Trial', 0)} trials, {rows.get('trials.Look', 0):,} looks, "
        f"{told['photos']} photos. People come without their passwords."
    ]


def archive_order() -> list[type[models.Model]]:
    """People first: everything else says who."""
    return sorted(archived_models(), key=lambda m: m is not Person)


def told_of(content: bytes) -> dict[str, Any]:
    """What an archive says of itself; refused where it is damaged or another format."""
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as box:
            told: dict[str, Any] = json.loads(box.read(ARCHIVE_NAME))
            broken = box.testzip()
    except (zipfile.BadZipFile, KeyError, ValueError):
        raise refused_file("damaged_file", "This file is damaged: it cannot be unpacked whole.") from None
    if broken is not None:
        raise refused_file("damaged_file", f"This file is damaged at {broken}.")
    if told.get("format") != ARCHIVE_FORMAT or told.get("version") != ARCHIVE_VERSION:
        raise refused_file("other_version", f"This file has format {told.get('version')}; this application reads format {ARCHIVE_VERSION}.")
    return told
