"""Making a backup while the nursery works: a snapshot of the database first, then the photos that it names."""

import hashlib
import json
import os
import shutil
import sqlite3
import tempfile
import time
import zipfile
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import IO

from django.conf import settings

from server.backups.form import DATABASE, LOCKED_SUFFIX, MANIFEST, PHOTOS, SUFFIX, Manifest, digest_of_file, folder
from server.backups.problems import no_room, not_written
from server.backups.selectors import check_database, database_file
from server.backups.services.locking import check_passphrase, lock
from server.backups.services.scrubbing import scrub
from server.errors import no_room_left
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.disk import PRIVATE, put_in_place

MAKING, RESTORING = ".making-", ".restoring-"
OLDEST_IN_USE_SECONDS = 6 * 3600
BY_HAND, NIGHTLY, BEFORE_RESTORE = "by-hand", "nightly", "before-restore"
# a zip of the database and the photos is never larger than both; the snapshot lies beside it, and is rewritten once
ROOM = 3.1
COUNTED = ("lots_lot", "trials_trial", "trials_look")


def backup_now(*, by: Person, passphrase: str = "") -> Path:
    """Make a backup because somebody asked for it; with a passphrase, one that only the passphrase opens."""
    require(by, Right.LEAD)
    return make_backup(BY_HAND, passphrase)


def make_backup(why: str, passphrase: str = "") -> Path:
    """Make a backup in the folder and return its path; it is on the disk by then, and its owner alone may read it.

    A half-written one is never left under a backup's name.
    """
    if passphrase:
        check_passphrase(passphrase)
    with work_folder(MAKING) as work:
        _check_room(folder())
        written = work / "backup.zip"
        try:
            with _private(written) as out:
                _write(out, work / DATABASE)
        except sqlite3.OperationalError as error:
            if no_room_left(error):
                raise no_room(folder(), "the disk is full") from error
            raise
        if passphrase:
            written, plain = work / "locked.zip", written
            with _private(written) as out:
                lock(plain, out, passphrase)
        target = _free_name(folder(), why, LOCKED_SUFFIX if passphrase else SUFFIX)
        put_in_place(written, target)
        return target


@contextmanager
def work_folder(prefix: str) -> Iterator[Path]:
    """A folder among the backups for as long as the block lasts, where half-made files lie; a disk that takes none says so in words."""
    here = folder()
    try:
        here.mkdir(parents=True, exist_ok=True)
        clear_leftovers(here)
        with tempfile.TemporaryDirectory(dir=here, prefix=prefix) as work:
            yield Path(work)
    except OSError as error:
        if no_room_left(error):
            raise no_room(here, f"the disk is full ({error.strerror})") from error
        raise not_written(here, error) from error


def _free_name(here: Path, why: str, suffix: str) -> Path:
    """A name by the time, to the second; one made within the same second takes the next, and replaces nothing."""
    at = datetime.now(UTC)
    while (target := here / f"awake-furrow_{at:%Y%m%d-%H%M%S}_{why}{suffix}").exists():
        at += timedelta(seconds=1)
    return target


def clear_leftovers(here: Path) -> None:
    """Remove what a kill left half made; what is younger than a few hours may still be in use."""
    for left in here.glob(".*"):
        if left.name.startswith((MAKING, RESTORING)) and left.is_dir() and time.time() - left.stat().st_mtime > OLDEST_IN_USE_SECONDS:
            shutil.rmtree(left, ignore_errors=True)


def _private(path: Path) -> IO[bytes]:
    return os.fdopen(os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, PRIVATE), "wb")


def snapshot(target: Path) -> None:
    """The database as it is at one moment, in a file of its own; writers go on meanwhile."""
    live = sqlite3.connect(database_file(), timeout=20)
    copy = sqlite3.connect(target)
    try:
        # in one step: the moment is one, and a busy nursery cannot make it start again
        live.backup(copy)
    finally:
        copy.close()
        live.close()


def _write(written: IO[bytes], database: Path) -> None:
    snapshot(database)
    scrub(database)
    findings = check_database(database)
    copy = sqlite3.connect(database)
    try:
        counts = [copy.execute(f"SELECT COUNT(*) FROM {table}").fetchone()[0] for table in COUNTED]  # our own names
        named = [str(r[0]) for r in copy.execute("SELECT image FROM photos_photo ORDER BY id")]
        migrations: dict[str, list[str]] = {}
        for app, name in copy.execute("SELECT app, name FROM django_migrations ORDER BY id"):
            migrations.setdefault(app, []).append(name)
    finally:
        copy.close()
    media = Path(settings.MEDIA_ROOT)
    parts: dict[str, str] = {DATABASE: digest_of_file(database)}
    missing = []
    with zipfile.ZipFile(written, "w", zipfile.ZIP_DEFLATED, compresslevel=3, allowZip64=True) as box:
        box.write(database, DATABASE)
        for name in named:
            file = media / name
            if not file.is_file():
                missing.append(name)
                continue
            # a photo is packed already
            box.write(file, PHOTOS + name, compress_type=zipfile.ZIP_STORED)
            parts[PHOTOS + name] = digest_of_file(file)
        manifest = Manifest(
            made_at=datetime.now(UTC).isoformat(),
            app_version=settings.APP_VERSION,
            lots=counts[0],
            trials=counts[1],
            looks=counts[2],
            photos=len(named) - len(missing),
            missing_photos=missing,
            health=findings,
            migrations=migrations,
            parts=parts,
        )
        raw = json.dumps(manifest.as_json(), indent=1).encode()
        box.writestr(MANIFEST, raw)
        # the manifest's own checksum stands outside it
        box.comment = hashlib.sha256(raw).hexdigest().encode("ascii")


def _check_room(here: Path) -> None:
    media = Path(settings.MEDIA_ROOT)
    needed = database_file().stat().st_size * ROOM + (sum(p.stat().st_size for p in media.rglob("*.jpg")) if media.is_dir() else 0)
    free = shutil.disk_usage(here).free
    if free < needed:
        raise no_room(here, f"it needs about {needed / 2**20:,.0f} MB, and {free / 2**20:,.0f} MB are free")
