"""A restore in a nursery that goes on working: nothing acknowledged is lost, nothing is numbered twice, photos are repaired."""

import fcntl
import os
import sqlite3
import tempfile
import threading
import time
import zipfile
from datetime import UTC, datetime
from pathlib import Path
from unittest import mock
from uuid import UUID, uuid4

from django.conf import settings
from django.db import connection

from core.vocabulary import Role
from server.backups.form import DATABASE
from server.backups.selectors import database_file
from server.backups.services import restoring
from server.backups.tests.case import Backups
from server.lots.models import Lot
from server.record_kinds import gate
from server.reference.models import Photo
from server.reference.services.photos import keep_photo
from server.tests.builders import dishes_of, make_lot, make_person, make_sown_trial, now, picture
from server.trials.models import Look


class AcknowledgedLooks(Backups):
    def test_each_is_in_what_was_kept_or_in_what_is_here_now(self):
        dishes = dishes_of(make_sown_trial(dishes=2, seeds=400))
        make_person(Role.COUNTER)
        name = self.made()
        acknowledged: list[list[UUID]] = [[] for _ in range(4)]
        turned_away, strange = [0] * 4, []
        go_on = threading.Event()

        def count(n):
            client = self.as_role(Role.COUNTER)
            while not go_on.is_set():
                client_id = uuid4()
                look = {"client_id": str(client_id), "dish": dishes[n].pk, "at": datetime.now(UTC).isoformat(), "new_germinated": 0}
                answer = client.post("/api/v1/looks/", look)
                if answer.status_code == 201:
                    acknowledged[n].append(client_id)
                elif answer.status_code == 401:
                    # the restore signed everybody out
                    client = self.as_role(Role.COUNTER)
                elif answer.status_code == 503 and answer["Retry-After"] == str(gate.RETRY_AFTER_SECONDS):
                    turned_away[n] += 1
                else:
                    strange.append(answer.content)
                    return
            connection.close()

        counters = [threading.Thread(target=count, args=(n,)) for n in range(4)]
        for c in counters:
            c.start()
        take_over = restoring._take_over

        def late(fresh):
            # not before somebody stood at the closed gate
            until = time.monotonic() + 60
            while not sum(turned_away) and time.monotonic() < until:
                go_on.wait(0.01)
            take_over(fresh)

        with mock.patch.object(restoring, "_take_over", side_effect=late):
            _, kept = restoring.restore(Path(self.folder.name) / name)
        go_on.set()
        for c in counters:
            c.join()
        found = self.looks_in(kept) | set(Look.objects.values_list("client_id", flat=True))
        self.assertEqual(strange, [])
        asked = {x for each in acknowledged for x in each}
        self.assertGreater(len(asked), 0)
        self.assertGreater(sum(turned_away), 0)
        self.assertEqual(asked - found, set())

    def looks_in(self, name):
        with zipfile.ZipFile(Path(self.folder.name) / name) as box, tempfile.TemporaryDirectory() as work:
            box.extract(DATABASE, work)
            copy = sqlite3.connect(Path(work) / DATABASE)
            rows = copy.execute("SELECT client_id FROM trials_look").fetchall()
            copy.close()
        return {UUID(r[0]) for r in rows}

    def test_a_write_under_way_ends_before_the_restore_begins_and_none_begins_meanwhile(self):
        name = self.made()
        order = []
        with gate.writing():
            restorer = threading.Thread(target=lambda: (restoring.restore(Path(self.folder.name) / name), order.append("restored")))
            restorer.start()
            while self.can_announce():
                threading.Event().wait(0.01)
            answer = self.as_role(Role.LEAD).post("/api/v1/places/", {"name": "late", "kind": "shelf"})
            self.assertProblem(answer, 503, "restoring")
            order.append("written")
        restorer.join()
        self.assertEqual(order, ["written", "restored"])

    def can_announce(self):
        """Whether nobody waits to restore yet."""
        path = database_file()
        handle = os.open(path.with_name(f"{path.name}.announced"), os.O_RDWR | os.O_CREAT)
        try:
            fcntl.flock(handle, fcntl.LOCK_SH | fcntl.LOCK_NB)
        except BlockingIOError:
            return False
        else:
            return True
        finally:
            os.close(handle)

    def test_two_restores_do_not_meet(self):
        name = self.made()
        with gate.alone(), mock.patch.object(gate, "PATIENCE_WITH_RESTORES", 0.0):
            self.assertProblem(self.restore(name), 503, "restoring")
        self.assertEqual(self.files(), [name])

    def test_a_large_file_that_is_read_in_waits_for_no_restore_either(self):
        with gate.alone():
            problem = self.assertProblem(self.client.post("/api/v1/files/stop/", {"client_id": str(uuid4())}), 503, "restoring")
        self.assertIn("What you typed is still here", problem["detail"])


class NumbersAndPhotos(Backups):
    def setUp(self):
        super().setUp()
        self.photo = keep_photo(by=make_person(Role.LEAD), upload=picture(), at=now())

    def test_what_was_numbered_since_the_backup_is_never_numbered_again(self):
        name = self.made()
        later = make_lot("LATER-1").pk
        photo = keep_photo(by=make_person(Role.LEAD), upload=picture(), at=now()).pk
        self.assertEqual(self.restore(name).status_code, 200)
        self.assertFalse(Lot.objects.exists())
        self.assertGreater(make_lot("AFTER-1").pk, later)
        self.assertGreater(keep_photo(by=make_person(Role.LEAD), upload=picture(), at=now()).pk, photo)

    def test_a_photo_that_was_damaged_on_the_disk_is_repaired(self):
        name = self.made()
        file = Path(settings.MEDIA_ROOT) / self.photo.image.name
        whole = file.read_bytes()
        file.write_bytes(whole[: len(whole) // 2])
        self.assertEqual(self.restore(name).status_code, 200)
        self.assertEqual(file.read_bytes(), whole)

    def test_a_kept_picture_is_asked_about_each_time(self):
        client = self.as_role(Role.LEAD)
        address = f"/api/v1/photos/{self.photo.pk}/"
        first = client.get(address)
        b"".join(first.streaming_content)
        self.assertEqual(first["Cache-Control"], "private, no-cache")
        self.assertEqual(client.get(address, headers={"If-None-Match": first["ETag"]}).status_code, 304)
        Photo.objects.update(client_id=uuid4())
        again = client.get(address, headers={"If-None-Match": first["ETag"]})
        self.assertEqual(again.status_code, 200)
        b"".join(again.streaming_content)
