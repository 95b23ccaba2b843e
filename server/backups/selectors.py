"""Which backups there are, what one holds, and whether the database is sound."""

import hashlib
import json
import shutil
import sqlite3
import zipfile
from dataclasses import dataclass, fields
from datetime import UTC, datetime
from pathlib import Path
from typing import IO, Any

from django.conf import settings
from django.db import connection

from server.backups.form import DATABASE, FORMAT, LOCKED, MANIFEST, SUFFIX, VERSION, Manifest, digest_of, folder
from server.backups.nights import Failure, last_failure
from server.backups.problems import NotRestorable, damaged, newer
from server.errors import DomainError
from server.record_kinds.migration_names import migration_names
from server.record_kinds.other_database import opened_to_read
from server.record_kinds.zips import ZIP_ERRORS

LARGEST_MANIFEST = 50_000_000


@dataclass(frozen=True)
class BackupRow:
    """A backup in the folder. `why` is nightly, by hand or before a restore; `locked` ones open with a passphrase."""

    name: str
    made_at: datetime
    megabytes: float
    why: str
    locked: bool = False


@dataclass(frozen=True)
class Health:
    """How the database is: `findings` is empty while it is sound."""

    sound: bool
    findings: list[str]
    checked_at: datetime
    database_megabytes: float
    photos: int


@dataclass(frozen=True)
class BackupFolder:
    """The backups there are, the latest first, and the room for more.

    `nightly`: this process makes one every night; `failure`: why the last night's was not made, None once one was.
    """

    folder: str
    free_gigabytes: float
    nightly: bool
    failure: Failure | None
    backups: list[BackupRow]


def database_file() -> Path:
    """The file of the database that is in use."""
    return Path(connection.settings_dict["NAME"])


def backups() -> list[BackupRow]:
    """Backups in the folder, the latest first."""
    here = folder()
    found = [backup_row(p) for p in here.glob(f"*{SUFFIX}")] if here.is_dir() else []
    return sorted((r for r in found if r), key=lambda r: r.made_at, reverse=True)


def backup_row(path: Path) -> BackupRow | None:
    """A file of the folder; None where it is none of ours. Name and time are in the file's name, so that a list opens no file."""
    stem = path.name.removesuffix(SUFFIX)
    parts = stem.removesuffix(LOCKED).split("_")
    if len(parts) != 3 or parts[0] != "awake-furrow":
        return None
    try:
        made = datetime.strptime(parts[1], "%Y%m%d-%H%M%S").replace(tzinfo=UTC)
    except ValueError:
        return None
    try:
        size = path.stat().st_size
    except FileNotFoundError:
        # the rotation let it go meanwhile
        return None
    return BackupRow(path.name, made, round(size / 2**20, 2), parts[2], locked=stem.endswith(LOCKED))


def find_backup(name: str) -> Path:
    """A backup in the folder by its name, and nothing outside it."""
    path = folder() / name
    if "/" in name or not name.endswith(SUFFIX) or not path.is_file():
        raise DomainError(f"There is no backup “{name}” any more. Check the list again.", code="no_such_backup")
    return path


def check_database(path: Path) -> list[str]:
    """What is wrong with a database file, in sentences; nothing if it is sound."""
    there = opened_to_read(path)
    try:
        broken = damaged_pages(there)
        loose = there.execute("PRAGMA foreign_key_check").fetchmany(5)
    except sqlite3.DatabaseError as error:
        return [f"It cannot be read: {error}."]
    finally:
        there.close()
    found = [f"A page of it is damaged: {b}" for b in broken]
    return found + [
        f"A record of {table} (number {row}) points at a record of {other} that is not there." for table, row, other, _ in loose
    ]


def damaged_pages(there: sqlite3.Connection) -> list[str]:
    """The first pages of a database that are damaged, in SQLite's words; nothing where all are sound."""
    return [str(row[0]) for row in there.execute("PRAGMA quick_check(5)") if row[0] != "ok"]


def health() -> Health:
    """The database checked now, page by page and record by record."""
    findings = check_database(database_file())
    photos = Path(settings.MEDIA_ROOT)
    return Health(
        sound=not findings,
        findings=findings,
        checked_at=datetime.now(UTC),
        database_megabytes=round(database_file().stat().st_size / 2**20, 1),
        photos=sum(1 for p in photos.rglob("*.jpg")) if photos.is_dir() else 0,
    )


def backup_folder() -> BackupFolder:
    """The folder of backups as it is now."""
    here = folder()
    room = next(p for p in (here, *here.absolute().parents) if p.is_dir())
    return BackupFolder(str(here), round(shutil.disk_usage(room).free / 2**30, 1), settings.NIGHTLY, last_failure(), backups())


def read_manifest(file: Path | IO[bytes]) -> Manifest:
    """The manifest of a backup, every part compared with its checksum; refused with the reason where it cannot be restored."""
    try:
        with zipfile.ZipFile(file) as box:
            if box.getinfo(MANIFEST).file_size > LARGEST_MANIFEST:
                raise damaged(f"“{MANIFEST}”")
            raw = box.read(MANIFEST)
            told = json.loads(raw)
            if not isinstance(told, dict) or told.get("format") != FORMAT:
                raise NotRestorable("This file is not an Awake Furrow backup.", code="not_a_backup")
            if told.get("version") != VERSION:
                raise newer(f"it has form {told.get('version')}, this application reads form {VERSION}")
            if box.comment.decode("ascii", "replace") != hashlib.sha256(raw).hexdigest():
                raise damaged(f"“{MANIFEST}”")
            manifest = _manifest(told)
            for part, digest in manifest.parts.items():
                with box.open(part) as page:
                    if digest_of(page) != digest:
                        raise damaged("its database" if part == DATABASE else f"“{part}”")
    except (*ZIP_ERRORS, RecursionError) as error:
        detail = "This file is damaged or not a backup: it cannot be unpacked. Nothing was changed."
        raise NotRestorable(detail, code="damaged_backup") from error
    known = migration_names()
    unknown = [f"{app} {m}" for app, names in manifest.migrations.items() for m in names if (app, m) not in known]
    if unknown:
        raise newer(f"version {manifest.app_version} made it, this is {settings.APP_VERSION}, which does not know its {unknown[0]}")
    return manifest


def _manifest(told: dict[str, Any]) -> Manifest:
    """What was read, of the form that it must have."""
    numbers = all(isinstance(told.get(name), int) for name in ("lots", "trials", "looks", "photos"))
    texts = all(isinstance(told.get(name), str) for name in ("made_at", "app_version"))
    lists = all(_all_text(told.get(name)) for name in ("missing_photos", "health"))
    parts, migrations = told.get("parts"), told.get("migrations")
    dicts = isinstance(parts, dict) and _all_text(list(parts.values())) and DATABASE in parts
    dicts = dicts and isinstance(migrations, dict) and all(_all_text(names) for names in migrations.values())
    if not (numbers and texts and lists and dicts):
        raise damaged(f"“{MANIFEST}”")
    # raises ValueError where it is no time
    datetime.fromisoformat(told["made_at"])
    return Manifest(**{f.name: told[f.name] for f in fields(Manifest) if f.name in told})


def _all_text(found: object) -> bool:
    return isinstance(found, list) and all(isinstance(x, str) for x in found)
