"""Restoring a backup, into an empty or a running installation: all of it, or nothing.

What is there now is kept as a backup first, so that a restore can itself be undone.
"""

import re
import sqlite3
import tempfile
import zipfile
from pathlib import Path
from typing import IO

from django.conf import settings
from django.core.cache import caches
from django.core.management import call_command
from django.db import connection

from server.backups.form import CHUNK, DATABASE, PHOTOS, Manifest, folder
from server.backups.selectors import check_database, database_file, read_manifest
from server.backups.services.making import BEFORE_RESTORE, make_backup
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.other_database import other_database
from server.rest.problems import Problem

PHOTO_NAME = re.compile(r"^media/photos/[0-9a-f-]{36}[\w.-]*\.jpg$")


def restore_as(*, by: Person, file: Path | IO[bytes]) -> tuple[Manifest, str]:
    """Restore because the lead asked for it."""
    require(by, Right.LEAD)
    return restore(file)


def restore(file: Path | IO[bytes]) -> tuple[Manifest, str]:
    """Put a backup in the place of everything that is here.

    Returns
    -------
    (manifest, kept)
        What was restored, and the name of the backup that holds what was here before.
    """
    manifest = read_manifest(file)
    folder().mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory(dir=folder(), prefix=".restoring-") as work:
        fresh = Path(work) / DATABASE
        with zipfile.ZipFile(file) as box:
            _unpack(box, fresh)
            if findings := check_database(fresh):
                raise Problem(f"The database in this backup is not sound: {findings[0]} Nothing was changed.", code="damaged_backup")
            _bring_up_to_date(fresh)
            kept = make_backup(BEFORE_RESTORE).name
            # photos first: a record never names one that is not there; those of before stay and do no harm
            _photos(box)
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


def _photos(box: zipfile.ZipFile) -> None:
    """Only what can be one of ours, and never outside the folder."""
    media = Path(settings.MEDIA_ROOT)
    for name in box.namelist():
        target = media / name.removeprefix(PHOTOS)
        if PHOTO_NAME.match(name) and not target.exists():
            target.parent.mkdir(parents=True, exist_ok=True)
            target.write_bytes(box.read(name))
