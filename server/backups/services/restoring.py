"""Restoring a backup, into an empty or a running installation: all of it, or nothing.

What is there now is kept as a backup first, so that a restore can itself be undone. From that moment until the new database has
taken over, the gate before writes is closed: every record that was acknowledged is in the one or the other.
"""

import re
import sqlite3
import zipfile
from pathlib import Path
from typing import IO

from django.conf import settings
from django.core.cache import caches
from django.core.management import call_command
from django.db import connection

from server.backups.form import CHUNK, DATABASE, PHOTOS, Manifest, digest_of_file
from server.backups.problems import damaged
from server.backups.selectors import check_database, database_file, read_manifest
from server.backups.services.locking import is_locked, unlock
from server.backups.services.making import BEFORE_RESTORE, RESTORING, make_backup, work_folder
from server.backups.services.scrubbing import scrub
from server.backups.services.starting import holds_a_nursery
from server.errors import DomainError
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.disk import write_bytes
from server.record_kinds.gate import alone
from server.record_kinds.other_database import opened_to_read, other_database

PHOTO_NAME = re.compile(r"^media/photos/[0-9a-f-]{36}[\w.-]*\.jpg$")


def restore_as(*, by: Person, file: Path | IO[bytes], passphrase: str = "") -> tuple[Manifest, str]:
    """Restore because the lead asked for it."""
    require(by, Right.LEAD)
    return restore(file, passphrase)


def restore(file: Path | IO[bytes], passphrase: str = "") -> tuple[Manifest, str]:
    """Put a backup in the place of everything that is here.

    Returns
    -------
    (manifest, kept)
        What was restored, and the name of the backup that holds what was here before; empty where no nursery was here.
    """
    before = holds_a_nursery(database_file())
    with work_folder(RESTORING) as work:
        if is_locked(file):
            opened = work / "unlocked.zip"
            unlock(file, passphrase, opened)
            file = opened
        manifest = read_manifest(file)
        fresh = work / DATABASE
        with zipfile.ZipFile(file) as box:
            _unpack(box, fresh)
            if findings := check_database(fresh):
                raise DomainError(f"The database in this backup is not sound: {findings[0]} Nothing was changed.", code="damaged_backup")
            _bring_up_to_date(fresh)
            scrub(fresh)
            with alone():
                kept = make_backup(BEFORE_RESTORE).name if before else ""
                if before:
                    _never_number_twice(fresh)
                # photos first: a record never names one that is not there; those of before stay and do no harm
                _photos(box, manifest)
                _take_over(fresh)
    for cache in caches.all(initialized_only=True):
        cache.clear()
    return manifest, kept


def _unpack(box: zipfile.ZipFile, target: Path) -> None:
    with box.open(DATABASE) as page, target.open("wb") as out:
        while chunk := page.read(CHUNK):
            out.write(chunk)


def _bring_up_to_date(path: Path) -> None:
    """A backup of an earlier version learns what came since, before anybody sees it."""
    with other_database(path):
        call_command("migrate", verbosity=0)


def _never_number_twice(fresh: Path) -> None:
    """Let the restored database go on numbering where this one is.

    Phones still hold records of dishes, and browsers photos, by the numbers that were given out since the backup.
    """
    live = opened_to_read(database_file())
    restored = sqlite3.connect(fresh)
    try:
        given = live.execute("SELECT name, seq FROM sqlite_sequence").fetchall()
        known = {name for (name,) in restored.execute("SELECT name FROM sqlite_sequence")}
        for name, last in given:
            if name in known:
                restored.execute("UPDATE sqlite_sequence SET seq = max(seq, ?) WHERE name = ?", (last, name))
            else:
                restored.execute("INSERT INTO sqlite_sequence (name, seq) VALUES (?, ?)", (name, last))
        restored.commit()
    finally:
        restored.close()
        live.close()


def _take_over(fresh: Path) -> None:
    """Write it over the live file in one transaction; who reads meanwhile reads the one or the other, whole."""
    connection.close()
    source = sqlite3.connect(fresh)
    live = sqlite3.connect(database_file(), timeout=20)
    try:
        source.backup(live)
    finally:
        live.close()
        source.close()


def _photos(box: zipfile.ZipFile, manifest: Manifest) -> None:
    """Write the photos that are missing here or differ from their checksum; only what can be one of ours, never outside the folder."""
    media = Path(settings.MEDIA_ROOT)
    for name, digest in manifest.parts.items():
        if not PHOTO_NAME.match(name):
            continue
        target = media / name.removeprefix(PHOTOS)
        if target.is_file() and digest_of_file(target) == digest:
            continue
        try:
            content = box.read(name)
        except (KeyError, zipfile.BadZipFile) as error:
            raise damaged(f"“{name}”") from error
        write_bytes(target, content)
