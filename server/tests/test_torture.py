"""What a bad day does to a nursery that is being counted: kills, restores, a full disk, a clock that jumps.

``make torture`` goes on for long; here is a short form of it.
"""

import http.client
import os
import sqlite3
import tempfile
import threading
import zipfile
from datetime import UTC, datetime, timedelta
from pathlib import Path
from random import Random
from urllib.error import HTTPError
from uuid import UUID, uuid4

from django.db import connection
from django.test import override_settings

from core.vocabulary import Role
from scripts.demo_server import Api
from server.backups import selectors
from server.backups.form import DATABASE
from server.backups.services import nightly
from server.tests.builders import CommittedApiCase, dishes_of, make_lot, make_sown_trial, now
from server.tests.own_server import OwnServer
from server.trials.models import Look

BLOWS = int(os.environ.get("AWAKE_FURROW_BLOWS", "4"))
LEAST_LOOKS = int(os.environ.get("AWAKE_FURROW_LEAST_LOOKS", "100"))
SEED = int(os.environ.get("AWAKE_FURROW_TORTURE_SEED", "8"))
COUNTERS = 4
# a server that is gone, going, or closed for a restore
AWAY = (OSError, http.client.HTTPException)


class Counter(threading.Thread):
    """Somebody who counts one dish after the other as a phone does: the same look again until it is acknowledged."""

    def __init__(self, address, dishes, counted):
        super().__init__(daemon=True)
        self.address, self.dishes, self.counted = address, dishes, counted
        self.acknowledged = {d: [] for d in dishes}
        self.enough = threading.Event()
        self.strange = []

    def run(self):
        api = None
        for n in range(10**6):
            if self.enough.is_set():
                return
            dish = self.dishes[n % len(self.dishes)]
            look = {"client_id": str(uuid4()), "dish": dish, "at": datetime.now(UTC).isoformat(), "new_germinated": 0, "note": "torture"}
            while not self.enough.is_set():
                try:
                    api = api or Api(self.address)
                    api.post("/api/v1/looks/", look)
                except HTTPError as error:
                    if error.code in (401, 403):
                        # a restore signs everybody out
                        api = None
                    elif error.code not in (429, 503):
                        self.strange.append(f"{error.code} {error.read()[:200]!r}")
                        return
                except AWAY:
                    api = None
                else:
                    with self.counted:
                        self.acknowledged[dish].append(look["client_id"])
                        self.counted.notify_all()
                    break
                self.enough.wait(0.02)

    @property
    def total(self):
        return sum(len(ids) for ids in self.acknowledged.values())


class KilledAndRestoredWhileCounting(OwnServer):
    def test_every_acknowledged_look_is_there_once_and_in_order(self):
        draw = Random(SEED)
        self.start()
        api = Api(self.address)
        dishes = [d["id"] for d in api.get(f"/api/v1/trials/{api.trial('HR-114')}/count-sheet/")["dishes"]][: 2 * COUNTERS]
        self.counted = threading.Condition()
        counters = [Counter(self.address, dishes[n::COUNTERS], self.counted) for n in range(COUNTERS)]
        for counter in counters:
            counter.start()
        names = []
        for blow in range(BLOWS):
            # at no special moment between two looks
            self.wait_for_looks(counters, LEAST_LOOKS * (blow + 1) // BLOWS + draw.randrange(5))
            # each comes at least once, then as it is drawn
            what = ("kill", "back up", "restore")[blow] if blow < 3 else draw.choice(("kill", "kill", "back up", "restore"))
            if what == "kill":
                self.kill()
                self.start()
            elif what == "back up":
                names.append(Api(self.address).post("/api/v1/backups/", {})["name"])
            else:
                Api(self.address).post("/api/v1/backups/restore/", {"name": draw.choice(names)})
        self.wait_for_looks(counters, LEAST_LOOKS)
        for counter in counters:
            counter.enough.set()
        for counter in counters:
            counter.join(30)
            self.assertEqual(counter.strange, [])
        self.check(counters)

    def wait_for_looks(self, counters, most):
        with self.counted:
            enough = self.counted.wait_for(lambda: sum(c.total for c in counters) >= most, timeout=300)
        self.assertTrue(enough, "nobody can count any more")

    def check(self, counters):
        """Each acknowledged look is once and in order in the nursery, or in what a restore put aside."""
        kept = sorted((self.data / "backups").glob("*before-restore*"))
        places = [*(self.looks_in(path) for path in kept), self.looks_in(None)]
        acknowledged = found = 0
        for counter in counters:
            for dish, ids in counter.acknowledged.items():
                wanted = set(ids)
                acknowledged += len(ids)
                here = [[x for x in rows.get(dish, []) if x in wanted] for rows in places]
                found += len({x for rows in here for x in rows})
                for rows in here:
                    self.assertEqual(len(rows), len(set(rows)), "doubled")
                    self.assertEqual(rows, [x for x in ids if x in set(rows)], "out of order")
        print(f"{acknowledged} looks acknowledged, {found} found")
        self.assertEqual(found, acknowledged)
        self.assertGreaterEqual(acknowledged, LEAST_LOOKS)

    def looks_in(self, backup):
        """Ids of the looks of each dish in the order in which they came, in a backup or in the nursery itself."""
        with tempfile.TemporaryDirectory() as work:
            database = next(self.data.glob("*.sqlite3"))
            if backup is not None:
                with zipfile.ZipFile(backup) as box:
                    database = Path(box.extract(DATABASE, work))
            there = sqlite3.connect(database)
            self.assertEqual(there.execute("PRAGMA quick_check(1)").fetchone()[0], "ok")
            found = {}
            for dish, client_id in there.execute("SELECT dish_id, client_id FROM trials_look ORDER BY id"):
                found.setdefault(dish, []).append(str(UUID(client_id)))
            there.close()
        return found


class FullDisk(CommittedApiCase):
    def test_what_is_acknowledged_before_during_and_after_is_there_and_nothing_else(self):
        dish = dishes_of(make_sown_trial(dishes=1))[0]
        client = self.as_role(Role.COUNTER)
        with connection.cursor() as cursor:
            # no empty page inside takes what the disk would not
            cursor.execute("VACUUM")
            cursor.execute("PRAGMA page_count")
            # a disk of which a few pages are left
            cursor.execute(f"PRAGMA max_page_count = {cursor.fetchone()[0] + 4}")
        acknowledged, refused, tries = [], 0, 0
        while refused < 5 and tries < 3000:
            tries += 1
            at = now() - timedelta(days=5) + timedelta(minutes=tries)
            look = {"client_id": str(uuid4()), "dish": dish.pk, "at": at.isoformat(), "new_germinated": 0, "note": "x" * 300}
            answer = client.post("/api/v1/looks/", look)
            if answer.status_code == 201:
                acknowledged.append(look["client_id"])
            else:
                self.assertProblem(answer, 507, "disk_full")
                refused += 1
        self.assertEqual(refused, 5)
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA max_page_count = 1073741823")
        self.assertEqual(client.post("/api/v1/looks/", look).status_code, 201)
        acknowledged.append(look["client_id"])
        self.assertEqual([str(x) for x in Look.objects.order_by("pk").values_list("client_id", flat=True)], acknowledged)


class ClockThatJumps(CommittedApiCase):
    def test_every_night_has_its_backup_and_the_newest_stay(self):
        draw = Random(SEED)
        make_lot("KEEP-1")
        with tempfile.TemporaryDirectory() as folder, override_settings(BACKUPS=Path(folder)):
            clock = datetime(2026, 3, 1, 9, tzinfo=UTC)
            for _ in range(3 * BLOWS):
                clock += timedelta(days=draw.choice((0.5, 1, 1, 1, 3, 3650, -3650)))
                self.at(clock)
                rows = selectors.backups()
                self.assertFalse(nightly.due(rows, clock), clock)
                self.assertTrue(any(abs(r.made_at - clock) < timedelta(days=1) for r in rows), clock)

    def at(self, clock):
        """A night at which the clock said this, and a backup that bears its time."""
        before = {r.name for r in selectors.backups()}
        if not nightly.due(selectors.backups(), clock):
            return
        nightly.try_nightly(clock)
        self.assertIsNone(selectors.backup_folder().failure)
        for row in selectors.backups():
            if row.name not in before:
                made = Path(selectors.backup_folder().folder) / row.name
                made.rename(made.with_name(f"awake-furrow_{clock:%Y%m%d-%H%M%S}_nightly.furrow.zip"))
