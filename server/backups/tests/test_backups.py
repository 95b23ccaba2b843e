import errno
import hashlib
import io
import json
import sqlite3
import tempfile
import threading
import zipfile
from pathlib import Path
from unittest import mock
from uuid import uuid4

from django.conf import settings
from django.core.management import call_command
from django.db import connection

from core.vocabulary import Role
from server.backups import selectors
from server.backups.form import DATABASE, MANIFEST
from server.backups.services import making, restoring
from server.backups.tests.case import Backups
from server.lots.models import Lot
from server.people.models import Person
from server.reference.models import Photo
from server.tests.builders import dishes_of, make_lot, make_person, make_sown_trial, make_stand, make_visit, now, picture
from server.tests.demo_snapshot import demo_data, make_snapshot
from server.trials.models import Look

PAGES = (
    "lots/?page_size=200", "stands/", "recipes/", "trials/", "knowledge/", "sowing-plans/", "supplies/", "places/?page_size=200", "taxa/",
    "bag-rounds/", "temperature-logs/", "people/",
)  # fmt: skip


class MadeAndRestored(Backups):
    before_all = staticmethod(make_snapshot)

    def pages(self):
        return {p: self.as_role(Role.LEAD).get(f"/api/v1/{p}").json() for p in PAGES}

    def test_everything_that_was_lost_is_back_and_every_page_answers_the_same(self):
        demo_data()
        self.client = self.as_role(Role.LEAD)
        visit = make_visit(make_stand(), photo=picture())
        photo = Path(settings.MEDIA_ROOT) / visit.photo.image.name
        trial = self.client.get("/api/v1/trials/").json()["results"][0]["id"]
        comparison = self.client.get(f"/api/v1/trials/{trial}/comparison/").json()
        before = self.pages()
        name = self.made()
        make_lot("LATER-1")
        Look.objects.update(new_germinated=0)
        photo.unlink()
        told = self.restore(name).json()
        self.assertEqual((told["lots"], told["photos"], told["looks"]), (Lot.objects.count(), Photo.objects.count(), Look.objects.count()))
        self.assertEqual(self.pages(), before)
        self.assertEqual(self.as_role(Role.LEAD).get(f"/api/v1/trials/{trial}/comparison/").json(), comparison)
        self.assertTrue(photo.is_file())
        # what was there before the restore is a backup itself
        self.client = self.as_role(Role.LEAD)
        self.assertEqual(self.restore(told["kept"]).status_code, 200)
        self.assertTrue(Lot.objects.filter(code="LATER-1").exists())

    def test_into_an_empty_installation_from_the_command_line(self):
        make_lot("KEEP-1")
        name = self.made()
        call_command("flush", interactive=False, verbosity=0)
        self.assertFalse(Person.objects.exists())
        out = io.StringIO()
        call_command("restore", str(Path(self.folder.name) / name), stdout=out)
        self.assertIn("1 lots", out.getvalue())
        self.assertTrue(Lot.objects.filter(code="KEEP-1").exists())
        self.assertEqual(self.as_role(Role.LEAD).get("/api/v1/lots/").status_code, 200)

    def test_two_made_within_a_second_are_two(self):
        self.assertEqual(len({self.made() for _ in range(3)}), 3)
        self.assertEqual(len(self.files()), 3)

    def test_it_can_be_taken_elsewhere_and_brought_back(self):
        make_lot("KEEP-1")
        content = b"".join(self.client.get(f"/api/v1/backups/{self.made()}/").streaming_content)
        Lot.objects.update(note="changed")
        file = io.BytesIO(content)
        file.name = "from-the-stick.zip"
        answer = self.client.post("/api/v1/backups/restore-file/", {"file": file}, format="multipart")
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(Lot.objects.get().note, "")

    def test_made_while_four_write_it_holds_one_moment_of_the_nursery(self):
        dishes = dishes_of(make_sown_trial(dishes=2, seeds=400))
        make_person(Role.COUNTER)
        go_on = threading.Event()
        written = [0] * 4

        def write(n):
            client = self.as_role(Role.COUNTER)
            while not go_on.is_set():
                look = {"client_id": str(uuid4()), "dish": dishes[n].pk, "at": now().isoformat(), "new_germinated": 1}
                written[n] += client.post("/api/v1/looks/", look).status_code == 201
            connection.close()

        writers = [threading.Thread(target=write, args=(n,)) for n in range(4)]
        for w in writers:
            w.start()
        made = making.make_backup("by-hand")
        go_on.set()
        for w in writers:
            w.join()
        with zipfile.ZipFile(made) as box, tempfile.TemporaryDirectory() as work:
            box.extract(DATABASE, work)
            self.assertEqual(selectors.check_database(Path(work) / DATABASE), [])
            copy = sqlite3.connect(Path(work) / DATABASE)
            held = copy.execute("SELECT COUNT(*) FROM trials_look").fetchone()[0]
            copy.close()
        self.assertEqual(json.loads(zipfile.ZipFile(made).read(MANIFEST))["looks"], held)
        self.assertEqual(Look.objects.count(), sum(written))
        restoring.restore(made)
        self.assertEqual(Look.objects.count(), held)


class Refused(Backups):
    def setUp(self):
        super().setUp()
        make_lot("KEEP-1")

    def check_refused(self, name, code, words):
        problem = self.assertProblem(self.restore(name), 422, code)
        self.assertIn(words, problem["detail"])
        self.assertTrue(Lot.objects.filter(code="KEEP-1").exists())
        self.assertEqual(self.files(), [name])

    def test_a_changed_database_is_named(self):
        def change(parts):
            middle = len(parts[DATABASE]) // 2
            parts[DATABASE] = parts[DATABASE][:middle] + b"\x00\x01" + parts[DATABASE][middle + 2 :]

        self.check_refused(self.rewritten(self.made(), change), "damaged_backup", "its database differs from what was written")

    def test_a_file_cut_short_or_of_another_kind_says_so(self):
        name = self.made()
        path = Path(self.folder.name) / name
        whole = path.read_bytes()
        for content in (whole[: len(whole) // 2], b"not a zip at all", b""):
            path.write_bytes(content)
            self.check_refused(name, "damaged_backup", "cannot be unpacked")

    def test_a_manifest_changed_by_hand_is_damage(self):
        def change(parts):
            parts[MANIFEST] = parts[MANIFEST].replace(b'"lots": 1', b'"lots": 9')

        self.check_refused(self.rewritten(self.made(), change), "damaged_backup", f"“{MANIFEST}” differs from what was written")

    def test_a_manifest_that_somebody_made_is_damage_too(self):
        name = self.made()
        path = Path(self.folder.name) / name
        with zipfile.ZipFile(path) as box:
            database, told = box.read(DATABASE), json.loads(box.read(MANIFEST))
        for change in (
            {"parts": []},
            {"parts": {}},
            {"lots": "many"}, {"made_at": "soon"}, {"migrations": [1]}, {"migrations": {"lots": 1}}, {"health": None},
        ):  # fmt: skip
            raw = json.dumps(told | change).encode()
            with zipfile.ZipFile(path, "w") as box:
                box.writestr(DATABASE, database)
                box.writestr(MANIFEST, raw)
                box.comment = hashlib.sha256(raw).hexdigest().encode()
            with self.subTest(change):
                self.assertProblem(self.restore(name), 422, "damaged_backup")
        for raw in (b"[]", b"7", b"[" * 100_000):
            with zipfile.ZipFile(path, "w") as box:
                box.writestr(MANIFEST, raw)
            self.assertEqual(self.restore(name).status_code, 422)
        self.assertTrue(Lot.objects.filter(code="KEEP-1").exists())

    def test_what_a_newer_application_made_is_refused_with_what_is_unknown(self):
        with mock.patch.object(making, "Manifest", side_effect=newer_manifest):
            name = self.made()
        self.check_refused(name, "newer_backup", "does not know its lots 9999_from_the_future")

    def test_a_name_outside_the_folder_leads_nowhere(self):
        for name in ("../secret-key", "x.furrow.zip", ""):
            self.assertIn(self.client.post("/api/v1/backups/restore/", {"name": name}).status_code, (400, 409))

    def test_no_room_is_said_with_the_numbers_and_nothing_is_left(self):
        with mock.patch.object(making.shutil, "disk_usage", return_value=mock.Mock(free=1024)):
            problem = self.assertProblem(self.client.post("/api/v1/backups/"), 507, "disk_full")
        self.assertIn("0 MB are free", problem["detail"])
        full = OSError(errno.ENOSPC, "No space left on device")
        with mock.patch.object(making, "digest_of_file", side_effect=full):
            self.assertProblem(self.client.post("/api/v1/backups/"), 507, "disk_full")
        self.assertEqual(self.files(), [])

    def test_no_room_in_the_middle_of_a_restore_changes_nothing(self):
        name = self.made()
        make_lot("LATER-1")
        with mock.patch.object(making, "digest_of_file", side_effect=OSError(errno.ENOSPC, "No space left on device")):
            self.assertProblem(self.restore(name), 507, "disk_full")
        self.assertTrue(Lot.objects.filter(code="LATER-1").exists())
        self.assertEqual(self.files(), [name])


def newer_manifest(**fields):
    """A manifest of an application that knows more than this one."""
    from server.backups.form import Manifest

    fields["migrations"]["lots"].append("9999_from_the_future")
    return Manifest(**fields)


class HealthShown(Backups):
    def test_a_sound_database_says_so_and_a_loose_record_is_named(self):
        make_lot()
        told = self.client.get("/api/v1/backups/health/").json()
        self.assertEqual((told["sound"], told["findings"]), (True, []))
        self.assertEqual(self.client.get("/api/v1/backups/").json()["backups"], [])
        there = sqlite3.connect(selectors.database_file())
        there.execute("UPDATE lots_stockentry SET lot_id = 999999")
        there.commit()
        there.close()
        told = self.client.get("/api/v1/backups/health/").json()
        self.assertFalse(told["sound"])
        self.assertIn("lots_stockentry", told["findings"][0])

    def test_a_photo_that_is_missing_is_named_in_the_manifest(self):
        make_visit(make_stand(), photo=picture())
        name = Photo.objects.get().image.name
        (Path(settings.MEDIA_ROOT) / name).unlink()
        told = selectors.read_manifest(Path(self.folder.name) / self.made())
        self.assertEqual((told.photos, told.missing_photos), (0, [name]))
