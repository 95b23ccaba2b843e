"""An installation that this application wrote, imported unchanged into one that is empty."""

import io
import re
import zipfile
from collections.abc import Iterable, Iterator
from pathlib import Path
from typing import Any

from django.conf import settings
from django.db import IntegrityError, connection, models, transaction

from server.exchange.formats.archive import PHOTOS, columns_of
from server.exchange.reading.files import refused_file
from server.exchange.reading.whole import MAY_BE_THERE, ROLES_BEFORE, Json, archive_order, check_empty, records_of
from server.people.models import Person
from server.record_kinds.disk import write_bytes
from server.record_kinds.stopping import Tell

AT_ONCE = 1000
PHOTO_NAME = re.compile(r"^photos/photos/[0-9a-f-]{36}[\w.-]*\.jpg$")


@transaction.atomic
def make_everything(by: Person, content: bytes, told: Json, tell: Tell) -> dict[str, list[int]]:
    """Write every table of a checked archive with the ids it had; people who are here already stay who they are."""
    check_empty()
    total, done = sum(t["rows"] for t in told["tables"]), 0
    people: dict[int, int] = {}
    with zipfile.ZipFile(io.BytesIO(content)) as box:
        for model in archive_order():
            lines = records_of(box, model)
            if model is Person:
                people = _people(lines)
                continue
            if model._meta.label in MAY_BE_THERE:
                model._default_manager.all().delete()
            for batch in _batches(lines):
                model._default_manager.bulk_create([_row(model, x, people) for x in batch], batch_size=AT_ONCE)
                done += len(batch)
                tell(done, total, f"{done:,} of {total:,} records")
        _check_references()
        _photos(box)
    return {}


def _check_references() -> None:
    """Refuse records that point at others which are not in the file."""
    try:
        connection.check_constraints()
    except IntegrityError as error:
        raise refused_file("damaged_file", f"This file is incomplete: {str(error)[:200]} Nothing was imported.") from None


def _people(lines: Iterable[dict[str, Any]]) -> dict[int, int]:
    """Ids in the file to ids here: by name where somebody is here already, made without a password where not."""
    here = {p.username: p.pk for p in Person.objects.all()}
    taken = set(here.values())
    out: dict[int, int] = {}
    for x in lines:
        old = x["id"]
        if x["username"] in here:
            out[old] = here[x["username"]]
            continue
        person = Person(**{f.attname: f.to_python(x[f.attname]) for f in columns_of(Person) if f.attname in x})
        person.role = ROLES_BEFORE.get(person.role, person.role)
        person.pk = old if old not in taken else None
        person.set_unusable_password()
        person.save(force_insert=True)
        taken.add(person.pk)
        out[old] = person.pk
    return out


def _row(model: type[models.Model], x: dict[str, Any], people: dict[int, int]) -> models.Model:
    values = {}
    for f in columns_of(model):
        if f.attname not in x:
            # a column that came later has its usual value
            continue
        value = x[f.attname]
        if value is not None and isinstance(f, models.ForeignKey) and f.related_model is Person:
            value = people.get(value)
        elif value is not None and isinstance(f, models.BinaryField):
            value = bytes.fromhex(value)
        elif value is not None and not isinstance(f, (models.ForeignKey, models.JSONField)):
            value = f.to_python(value)
        values[f.attname] = value
    return model(**values)


def _batches(lines: Iterable[dict[str, Any]]) -> Iterator[list[dict[str, Any]]]:
    batch: list[dict[str, Any]] = []
    for line in lines:
        batch.append(line)
        if len(batch) == AT_ONCE:
            yield batch
            batch = []
    if batch:
        yield batch


def _photos(box: zipfile.ZipFile) -> None:
    """Write the photos; only what can be one of ours, and never outside their folder."""
    folder = Path(settings.MEDIA_ROOT)
    for name in box.namelist():
        if PHOTO_NAME.match(name):
            target = folder / name.removeprefix(PHOTOS)
            write_bytes(target, box.read(name))
