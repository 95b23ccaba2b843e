"""What is looked at before anything is served."""

import io
import sqlite3
import tempfile
from pathlib import Path
from unittest import mock

from django.core.management import call_command
from django.db import connection
from django.test import SimpleTestCase, tag

from server.backups.selectors import database_file
from server.backups.services import starting
from server.backups.tests.case import Backups
from server.lots.models import Lot
from server.tests.builders import make_lot


class Starting(Backups):
    def setUp(self):
        super().setUp()
        self.here = Path(self.enterContext(tempfile.TemporaryDirectory())) / "nursery.sqlite3"
        self.enterContext(mock.patch.object(starting, "database_file", return_value=self.here))

    def reason(self, begin_anew=False):
        return starting.reason_not_to_start(begin_anew=begin_anew)

    def test_a_first_start_begins_and_a_sound_database_goes_on(self):
        self.assertIsNone(self.reason())
        there = sqlite3.connect(self.here)
        there.execute("CREATE TABLE django_migrations (id INTEGER)")
        there.close()
        self.assertIsNone(self.reason())
        self.made()
        self.assertIsNone(self.reason())

    def test_an_empty_or_missing_file_beside_backups_is_no_new_nursery(self):
        name = self.made()
        for make in (lambda: None, self.here.touch, lambda: self.here.write_bytes(b"x"), self.without_tables):
            make()
            self.assertIn(f"make restore FILE={Path(self.folder.name) / name}", self.reason())
            self.assertIsNone(self.reason(begin_anew=True))

    def without_tables(self):
        self.here.unlink()
        there = sqlite3.connect(self.here)
        there.execute("CREATE TABLE other (id INTEGER)")
        there.close()

    def test_a_damaged_one_is_said_in_words_with_the_way_out(self):
        self.here.write_bytes(b"SQLite format 3\x00" + b"\xff" * 8000)
        self.assertIn("is damaged", self.reason())
        self.assertIn("No backup lies in", self.reason(begin_anew=True))
        name = self.made()
        self.assertIn(name, self.reason())

    def test_what_is_no_database_at_all_is_damage_too(self):
        self.here.write_bytes(b"<html>" * 500)
        self.assertIn("file is not a database", self.reason())


@tag("long")
class RestoredOverDamage(Backups):
    def test_the_damaged_file_is_kept_aside_and_the_restore_begins(self):
        make_lot("KEEP-1")
        name = self.made()
        here = database_file()
        connection.close()
        whole = here.read_bytes()
        here.write_bytes(whole[:100] + b"\xff" * 20000 + whole[20100:])
        self.addCleanup(lambda: [p.unlink() for p in here.parent.glob(f"{here.name}.damaged-*")])
        out = io.StringIO()
        call_command("restore", str(Path(self.folder.name) / name), stdout=out)
        self.assertIn("The database here is damaged. It was moved to", out.getvalue())
        # no nursery was here that could be kept, but for the damaged file
        self.assertNotIn("What was here before", out.getvalue())
        self.assertEqual(self.files(), [name])
        self.assertEqual([x.code for x in Lot.objects.all()], ["KEEP-1"])


class FirstKey(SimpleTestCase):
    def test_a_full_disk_leaves_no_empty_key_and_an_empty_one_is_made_anew(self):
        from server.config import settings

        with (
            tempfile.TemporaryDirectory() as folder,
            mock.patch.object(settings, "DATA", Path(folder)),
            mock.patch.object(settings, "TESTING", False),
        ):
            path = Path(folder) / "secret-key"
            with (
                mock.patch("server.record_kinds.disk.os.fsync", side_effect=OSError(28, "No space left on device")),
                self.assertRaises(OSError),
            ):
                settings._secret_key()
            self.assertEqual(list(Path(folder).iterdir()), [])
            path.touch()
            made = settings._secret_key()
            self.assertGreater(len(made), 40)
            self.assertEqual(settings._secret_key(), made)
