"""The demo data, laid out once for all processes of a run, and copied wherever a test begins with it."""

import contextlib
import sqlite3
from datetime import datetime
from pathlib import Path
from typing import ClassVar

from django.conf import settings
from django.core.management import call_command
from django.db import connection
from django.test import TestCase
from django.utils import timezone

from server.demo.build import build_demo


def snapshot() -> Path:
    """Where the demo data lies for all processes of a run."""
    return Path(settings.MEDIA_ROOT) / ".demo-data.sqlite3"


def snapshot_at() -> datetime:
    """The moment relative to which it was laid out."""
    return datetime.fromisoformat(snapshot().with_suffix(".at").read_text(encoding="ascii"))


def make_snapshot() -> None:
    """Lay the demo data out, keep a copy, and leave the database as it was: empty. For `before_all` of a test."""
    if snapshot().exists():
        return
    if str(connection.settings_dict["NAME"]) != str(connection.settings_dict["TEST"]["NAME"]):
        raise RuntimeError("This is not the database of the tests; a test with a snapshot says databases = {'default'}.")
    at = timezone.now()
    build_demo(at)
    copy_database(to=snapshot())
    snapshot().with_suffix(".at").write_text(at.isoformat(), encoding="ascii")
    call_command("flush", interactive=False, verbosity=0)
    # no process that is forked from here inherits an open database
    connection.close()


def copy_database(*, to: Path) -> None:
    """Copy what the tests' database holds into a file."""
    connection.ensure_connection()
    with contextlib.closing(sqlite3.connect(to)) as copy:
        connection.connection.backup(copy)


def demo_data() -> None:
    """Put the demo data into the tests' database, in the place of everything."""
    connection.ensure_connection()
    with contextlib.closing(sqlite3.connect(snapshot())) as copy:
        copy.backup(connection.connection)


class DemoCase(TestCase):
    """Tests on the demo data, each in a transaction; `now` is the moment relative to which the data was laid out."""

    before_all = staticmethod(make_snapshot)
    now: ClassVar[datetime]

    @classmethod
    def setUpTestData(cls) -> None:
        cls.now = snapshot_at()
        with contextlib.closing(sqlite3.connect(snapshot())) as copy, connection.cursor() as cursor:
            tables = [t for (t,) in copy.execute("SELECT name FROM sqlite_master WHERE type = 'table' AND sql IS NOT NULL")]
            for table in tables:
                if table.startswith(("sqlite_", "django_", "auth_")):
                    continue
                rows = copy.execute(f'SELECT * FROM "{table}"').fetchall()
                if rows:
                    cursor.executemany(f'INSERT INTO "{table}" VALUES ({", ".join(["%s"] * len(rows[0]))})', rows)
