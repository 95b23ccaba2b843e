import os
from datetime import UTC, datetime, timedelta
from pathlib import Path
from unittest import mock

from django.test import SimpleTestCase

from server.backups import selectors
from server.backups.selectors import BackupRow
from server.backups.services import making, nightly
from server.backups.tests.case import Backups
from server.errors import DomainError


def row(day, why="nightly", hour=2):
    made = datetime(2026, 1, 1, hour, tzinfo=UTC) + timedelta(days=day)
    return BackupRow(f"{day}-{why}", made, 1.0, why)


class Rotation(SimpleTestCase):
    def test_seven_days_four_weeks_twelve_months_stay(self):
        rows = [row(d) for d in range(500)]
        gone = set(nightly.to_remove(rows, datetime(2027, 5, 16, 12, tzinfo=UTC)))
        stay = [r for r in rows if r.name not in gone]
        self.assertEqual([r.name for r in stay[-7:]], [f"{d}-nightly" for d in range(493, 500)])
        self.assertEqual(len({nightly._month(r) for r in stay}), 12)
        self.assertLessEqual(len(stay), 7 + 4 + 12)
        self.assertGreaterEqual(len(stay), 12 + 3)

    def test_what_was_made_by_hand_stays_a_month(self):
        rows = [row(0, "by-hand"), row(30, "by-hand"), row(1, "before-restore")]
        later = [row(34 + n, why) for n in range(3) for why in ("by-hand", "before-restore")]
        self.assertEqual(nightly.to_remove(rows + later, datetime(2026, 3, 6, tzinfo=UTC)), ["30-by-hand", "1-before-restore", "0-by-hand"])
        self.assertEqual(nightly.to_remove(rows + later, datetime(2026, 2, 10, tzinfo=UTC)), ["1-before-restore", "0-by-hand"])

    def test_the_newest_few_of_each_kind_stay_whatever_the_clock_says(self):
        rows = [row(d, why) for d in range(6) for why in ("by-hand", "before-restore", "nightly")]
        gone = nightly.to_remove(rows, datetime(2036, 1, 1, tzinfo=UTC))
        for why in ("by-hand", "before-restore"):
            self.assertEqual(sorted(n for n in gone if n.endswith(why)), [f"{d}-{why}" for d in range(3)])

    def test_a_backup_from_the_future_keeps_no_night_from_its_own(self):
        now_ = datetime(2026, 1, 10, 9, tzinfo=UTC)
        wrong_clock = [row(4000), row(4001)]
        self.assertTrue(nightly.due([*wrong_clock, row(8)], now_))
        self.assertFalse(nightly.due([*wrong_clock, row(9)], now_))
        self.assertEqual(nightly.to_remove([*wrong_clock, row(9)], now_), [])

    def test_one_is_due_each_night_and_once(self):
        now_ = datetime(2026, 1, 10, 9, tzinfo=UTC)
        self.assertTrue(nightly.due([], now_))
        self.assertTrue(nightly.due([row(8)], now_))
        self.assertTrue(nightly.due([row(9, "by-hand", hour=4)], now_))
        self.assertFalse(nightly.due([row(9)], now_))
        self.assertFalse(nightly.due([row(8, hour=3)], datetime(2026, 1, 10, 1, tzinfo=UTC)))


class EveryNight(Backups):
    def test_made_once_a_night_and_the_old_ones_go(self):
        for day in range(40):
            made = datetime.now(UTC) - timedelta(days=day + 2)
            (Path(self.folder.name) / f"awake-furrow_{made:%Y%m%d-%H%M%S}_nightly.furrow.zip").write_bytes(b"")
        self.assertIsNotNone(nightly.nightly(datetime.now(UTC)))
        self.assertIsNone(nightly.nightly(datetime.now(UTC)))
        self.assertLess(len(self.files()), 7 + 4 + 3)
        self.assertIn("_nightly", selectors.backups()[0].name)

    def test_without_room_it_is_a_problem_and_no_file(self):
        with mock.patch.object(making.shutil, "disk_usage", return_value=mock.Mock(free=0)), self.assertRaises(DomainError):
            nightly.nightly(datetime.now(UTC))
        self.assertEqual(self.files(), [])


class WhatStopsNoNight(Backups):
    def failure(self):
        return self.client.get("/api/v1/backups/").json()["failure"]

    def test_an_error_that_nobody_foresaw_is_remembered_and_the_next_night_comes(self):
        with mock.patch.object(making, "check_database", side_effect=ValueError("odd")), self.assertLogs("server.backups", "ERROR"):
            nightly.try_nightly(datetime.now(UTC))
        self.assertIn("odd", self.failure()["why"])
        nightly.try_nightly(datetime.now(UTC))
        self.assertIsNone(self.failure())
        self.assertEqual(len(selectors.backups()), 1)

    def test_no_room_is_remembered_in_words(self):
        with mock.patch.object(making.shutil, "disk_usage", return_value=mock.Mock(free=0)), self.assertLogs("server.backups", "ERROR"):
            nightly.try_nightly(datetime.now(UTC))
        self.assertIn("0 MB are free", self.failure()["why"])

    def test_what_a_kill_left_is_cleared_and_what_is_in_use_is_not(self):
        left, in_use, other = (Path(self.folder.name) / name for name in (".making-old", ".restoring-now", ".kept"))
        for path in (left, in_use, other):
            path.mkdir()
            (path / "database.sqlite3").write_bytes(b"half")
        for path in (left, other):
            os.utime(path, (0, 0))
        making.make_backup("by-hand")
        self.assertEqual((left.exists(), in_use.exists(), other.exists()), (False, True, True))
