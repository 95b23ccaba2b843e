"""Making a backup while the nursery works: a snapshot of the database first, then the photos that it names."""

import hashlib
import json
import shutil
import sqlite3
import tempfile
import zipfile
from datetime import UTC, datetime
from pathlib import Path

from django.conf import settings

from server.backups.form import DATABASE, MANIFEST, PHOTOS, SUFFIX, Manifest, digest_of_file, folder
from server.backups.selectors import check_database, database_file
from server.people.models import Person
from server.people.permissions import Right, require
from server.rest.problems import Problem, no_room_left

BY_HAND, NIGHTLY, BEFORE_RESTORE = "by-hand", "nightly", "before-restore"
# a zip of the database and the photos is never larger than both, and the snapshot lies beside it for a while
ROOM = 2.1
COUNTED = ("lots_lot", "trials_trial", "trials_look")


def backup_now(*, by: Person) -> Path:
    """Make a backup because somebody asked for it."""
    require(by, Right.LEAD)
    return make_backup(BY_HAND)


def make_backup(why: str) -> Path:
    """Make a backup in the folder and answer its path; a half-written one is never left under a backup's name."""
    here = folder()
    try:
        here.mkdir(parents=True, exist_ok=True)
        _check_room(here)
        with tempfile.TemporaryDirectory(dir=here, prefix=".making-") as work:
            target = here / f"awake-furrow_{datetime.now(UTC):%Y%m%d-%H%M%S}_{why}{SUFFIX}"
            written = Path(work) / "backup.zip"
            _write(written, Path(work) / DATABASE)
            written.replace(target)
            return target
    except OSError as error:
        if no_room_left(error):
            raise _full(here, f"the disk is full ({error.strerror})") from error
        raise _not_written(here, error) from error


def snapshot(target: Path) -> None:
    """The database as it is at one moment, in a file of its own; writers go on meanwhile."""
    live = sqlite3.connect(database_file(), timeout=20)
    copy = sqlite3.connect(target)
    try:
        # in one step: the moment is one, and a busy nursery cannot make it begin anew
        live.backup(copy)
        copy.execute("PRAGMA journal_mode=DELETE")
    finally:
        copy.close()
        live.close()


def _write(written: Path, database: Path) -> None:
    snapshot(database)
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
        raise _full(here, f"it needs about {needed / 2**20:,.0f} MB, and {free / 2**20:,.0f} MB are free")


class NoRoomForBackup(Problem):
    """The folder of backups holds no more (507)."""

    status = 507
    title = "No room for a backup"


def _full(here: Path, why: str) -> NoRoomForBackup:
    return NoRoomForBackup(
        f"There is no room for a backup in {here}: {why}. Make room, or set AWAKE_FURROW_BACKUPS to a folder on another disk. "
        "Nothing half done was left.",
        code="disk_full",
    )


def _not_written(here: Path, error: OSError) -> Problem:
    return Problem(f"No backup can be written in {here}: {error.strerror}. Look at the folder's rights.", code="folder_closed")
