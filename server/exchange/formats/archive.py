"""Everything of an installation in one file: each table as lines of JSON, the photos, and what each column is.

Passwords and sessions stay behind. What is written here is imported again unchanged, into an installation that is empty.
"""

import hashlib
import io
import json
import zipfile
from collections.abc import Iterator
from datetime import date, datetime
from pathlib import Path
from typing import Any
from uuid import UUID

from django.apps import apps
from django.conf import settings
from django.db import models

ARCHIVE_NAME = "everything.json"
ARCHIVE_FORMAT = "awake-furrow-everything"
# bump it when a table or a column goes or changes its meaning; what is written before stays readable
ARCHIVE_VERSION = 4
# seed was not counted in photos
WITHOUT_PHOTO_COUNTS = 3
# trials had the lot, not their treatments
LOT_OF_TRIALS = 2
WITHOUT_CHECKSUMS = 1
# in the order in which apps stand; within an app as its models are declared
LEFT_BEHIND = {"people.Person": {"password", "last_login", "is_staff", "is_superuser"}}
# what belongs to this installation and not to the nursery: who is signed in where, links not used yet, changes of accounts, revisions,
# and what Find knows
STAYS_HERE = {
    "people.SignIn",
    "people.Invitation",
    "people.ApiToken",
    "people.HistoricalPerson",
    "practice.Attempt",
    "record_kinds.Revision",
    "finding.Findable",
    "finding.FindWord",
}
PHOTOS = "photos/"


def archived_models() -> list[type[models.Model]]:
    """All tables of the nursery, histories among them; not what the framework keeps for itself."""
    found = [m for app in apps.get_app_configs() if app.name.startswith("server.") for m in app.get_models(include_auto_created=False)]
    found = [m for m in found if m._meta.label not in STAYS_HERE]
    return sorted(found, key=lambda m: m._meta.label.split(".")[1].startswith("Historical"))


def name_of_table(model: type[models.Model]) -> str:
    """The name of a model's table in files: its app and its own; it stays when the app is merged into another, as the table's does."""
    table = model._meta.original_attrs.get("db_table")
    return f"{table.split('_')[0]}.{model.__name__}" if table else model._meta.label


def columns_of(model: type[models.Model]) -> "list[models.Field[Any, Any]]":
    """The columns that go out."""
    without = LEFT_BEHIND.get(model._meta.label, set()) | LEFT_BEHIND.get(model._meta.label.replace("Historical", ""), set())
    return [f for f in model._meta.concrete_fields if f.name not in without]


def archive_of() -> bytes:
    """The whole installation as a zip."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as box:
        tables = []
        for model in archived_models():
            name, rows, digest = name_of_table(model), 0, hashlib.sha256()
            path = f"{name}.jsonl"
            with box.open(path, "w", force_zip64=True) as page:
                for line in _lines(model):
                    page.write(line)
                    digest.update(line)
                    rows += 1
            fields = [{"name": f.attname, "type": f.get_internal_type()} for f in columns_of(model)]
            tables.append({"name": name, "path": path, "rows": rows, "sha256": digest.hexdigest(), "fields": fields})
        photos = _photos(box)
        told = {
            "format": ARCHIVE_FORMAT,
            "version": ARCHIVE_VERSION,
            "app": settings.APP_VERSION,
            "tables": tables,
            "photos": len(photos),
            "photo_sha256": photos,
        }
        box.writestr(ARCHIVE_NAME, json.dumps(told, indent=1))
    return out.getvalue()


def _lines(model: type[models.Model]) -> Iterator[bytes]:
    names = [f.attname for f in columns_of(model)]
    for row in model._default_manager.order_by("pk").values_list(*names).iterator(chunk_size=5000):
        yield json.dumps(dict(zip(names, row, strict=True)), ensure_ascii=False, default=_said).encode() + b"\n"


def _said(value: object) -> str:
    if isinstance(value, (date, datetime)):
        return value.isoformat()
    if isinstance(value, UUID):
        return str(value)
    if isinstance(value, (bytes, memoryview)):
        return bytes(value).hex()
    raise TypeError(f"{value!r} has no place in JSON")


def _photos(box: zipfile.ZipFile) -> dict[str, str]:
    """Write the photos; the checksum of each by its name in the archive."""
    folder, written = Path(settings.MEDIA_ROOT), {}
    for path in sorted(folder.rglob("*.jpg")) if folder.is_dir() else []:
        content, name = path.read_bytes(), PHOTOS + path.relative_to(folder).as_posix()
        box.writestr(name, content, zipfile.ZIP_STORED)
        written[name] = hashlib.sha256(content).hexdigest()
    return written
