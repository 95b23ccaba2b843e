"""This application's own files over HTTP: a trial, a data package, a whole nursery; and the list of what was read in."""

import io
import json
import zipfile
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command

from core.vocabulary import Role
from server.evidence.tests.grown import grown_trial
from server.exchange.models import FileRead
from server.exchange.tests.test_round_trip import as_of_one_lot, forget
from server.lots.models import Lot
from server.people.models import Person
from server.reference.models import Photo
from server.tests.builders import CommittedApiCase, make_lot, make_person, make_stand, make_taxon, make_visit, now, picture
from server.trials.models import Look, Trial
from server.trials.services.closings import open_trial


class OwnFiles(CommittedApiCase):
    def look_into(self, content, name="own"):
        return self.client.post("/api/v1/files/look-into/", {"file": SimpleUploadedFile(name, content)}, format="multipart")

    def read_in(self, content, name="own", **fields):
        body = {"file": SimpleUploadedFile(name, content), "client_id": str(uuid4())} | fields
        answer = self.client.post("/api/v1/files/", body, format="multipart")
        self.assertEqual(answer["Content-Type"], "application/x-ndjson")
        return [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]

    def trial(self):
        trial = grown_trial(none=(4, 5), cold=(12, 14))
        open_trial(by=make_person(), trial=trial, at=now(), version=1)
        return trial

    def exported(self, trial, name):
        return self.client.get(f"/api/v1/trials/{trial.pk}/export/{name}/").content


class TrialsBack(OwnFiles):
    def setUp(self):
        super().setUp()
        make_lot(code="LL-015", taxon=make_taxon(), field_name="")

    def test_a_package_is_looked_into_and_read_in_with_its_looks(self):
        trial = self.trial()
        looks = Look.objects.count()
        package = self.exported(trial, "package.zip")
        forget(trial)
        seen = self.look_into(package).json()
        self.assertEqual((seen["kind"], seen["trials"][0]["treatments"], seen["notes"]), ("trial", ["none", "cold"], []))
        lines = self.read_in(package)
        self.assertEqual(lines[-1]["reading"]["sentence"], f"Trial {trial.code}")
        self.assertEqual(Look.objects.count(), looks)
        self.assertIn("looks", lines[-3]["doing"])

    def test_one_that_is_here_is_refused_before_anything_is_read(self):
        whole = self.exported(self.trial(), "trial.json")
        self.assertProblem(self.look_into(whole), 422, "code_taken", "/file")
        self.assertEqual(self.read_in(whole)[-1]["problem"]["code"], "code_taken")

    def test_what_it_names_and_is_not_here_is_said_before(self):
        trial = self.trial()
        whole = json.loads(self.exported(trial, "trial.json"))
        forget(trial)
        as_of_one_lot(whole)
        whole["trial"]["lot"] = "ELSE-9"
        whole["treatments"][1]["recipe"] = "an unknown recipe, edition 3"
        whole["dishes"][0]["batch"] = "ELSE-9-B1"
        notes = " ".join(self.look_into(json.dumps(whole).encode()).json()["notes"])
        for said in ("Lot ELSE-9 is not here", "an unknown recipe, edition 3", "ELSE-9-B1"):
            self.assertIn(said, notes)
        self.read_in(json.dumps(whole).encode())
        self.assertEqual(Trial.objects.get().one_lot.taxon.common_name, "Lewis flax")

    def test_its_spreadsheet_and_long_table_are_read_as_tables(self):
        trial = self.trial()
        seen = self.look_into(self.exported(trial, "looks.csv"), "looks.csv").json()
        self.assertEqual((seen["kind"], seen["shape"]), ("table", "long_counts"))
        self.assertIn("looks", self.look_into(self.exported(trial, "trial.xlsx"), "trial.xlsx").json()["sheets"])

    def test_a_reading_of_a_trial_is_undone_and_its_own_lot_with_it(self):
        trial = self.trial()
        whole = json.loads(self.exported(trial, "trial.json"))
        forget(trial)
        as_of_one_lot(whole)
        whole["trial"]["lot"] = "ELSE-9"
        reading = self.read_in(json.dumps(whole).encode())[-1]["reading"]
        self.assertEqual(self.client.post(f"/api/v1/files/{reading['id']}/undo/").status_code, 200)
        self.assertFalse(Trial.objects.exists() or Lot.objects.filter(code="ELSE-9").exists())
        undone = FileRead.objects.get(withdrawn=True)
        answer = self.client.post(f"/api/v1/files/{undone.pk}/read-again/", {"client_id": str(uuid4())})
        self.assertProblem(answer, 409, "no_file")


class TheWholeOverHttp(OwnFiles):
    def test_it_goes_out_with_its_photos_and_comes_back_into_an_empty_installation(self):
        make_visit(make_stand(), photo=picture())
        make_lot(code="HR-9", seeds=500)
        image = Photo.objects.get().image
        pixels = image.read()
        whole = self.everything()
        with zipfile.ZipFile(io.BytesIO(whole)) as box:
            self.assertIn(f"photos/{image.name}", box.namelist())
        self.assertEqual(self.look_into(whole).status_code, 409)
        image.storage.delete(image.name)
        call_command("flush", interactive=False, verbosity=0)
        self.client = self.as_role()
        seen = self.look_into(whole, "everything.zip").json()
        self.assertIn("1 lots", seen["notes"][0])
        lines = self.read_in(whole, "everything.zip")
        self.assertEqual(lines[-1]["reading"]["kind"], "everything")
        self.assertEqual(Lot.objects.get().code, "HR-9")
        self.assertEqual(Photo.objects.get().image.read(), pixels)
        reading = lines[-1]["reading"]["id"]
        self.assertProblem(self.client.post(f"/api/v1/files/{reading}/undo/"), 409, "cannot_undo")

    def everything(self):
        return self.as_role(Role.LEAD).get("/api/v1/everything/").content

    def test_the_lead_alone_takes_everything_out_for_blind_treatments_are_in_it(self):
        for role in (Role.COUNTER, Role.READER, Role.GROWER):
            self.assertProblem(self.as_role(role).get("/api/v1/everything/"), 403, "not_allowed")

    def test_a_file_that_would_write_outside_its_folder_writes_nothing_there(self):
        make_person()
        # a folder of its own: photos that other tests took are not in it
        with self.settings(MEDIA_ROOT=self.folder()):
            whole = self.everything()
        out = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(whole)) as box, zipfile.ZipFile(out, "w") as bad:
            for name in box.namelist():
                bad.writestr(name, box.read(name))
            for name in ("photos/../../evil.jpg", "photos/photos/../evil.jpg", "photos/photos/evil.py"):
                bad.writestr(name, b"x")
        with self.settings(MEDIA_ROOT=self.folder()):
            self.read_in(out.getvalue(), "everything.zip")
            self.assertEqual([p.name for p in self.made.rglob("*") if p.is_file()], [])
        self.assertTrue(Person.objects.exists())

    def folder(self):
        import tempfile
        from pathlib import Path

        self.made = Path(tempfile.mkdtemp(prefix="awake-furrow-media-"))
        return self.made / "media"


class WhatWasReadIn(OwnFiles):
    def test_the_latest_stands_first_and_the_files_themselves_are_not_sent_along(self):
        for n in range(3):
            self.read_in(
                f"lot,place,origin kind\nQ-{n},here,garden\n".encode(),
                f"{n}.csv",
                settled=json.dumps({"columns": ["lot_code", "field_name"], "origin_kind": "garden"}),
            )
        listed = self.client.get("/api/v1/files/").json()
        self.assertEqual([r["name"] for r in listed], ["2.csv", "1.csv", "0.csv"])
        self.assertEqual(listed[0]["by"], "GR")
        self.assertNotIn("content", listed[0])

    def test_settings_that_are_none_are_refused_by_field(self):
        for settled, pointer in (({"shape": "round"}, "/shape"), ({"columns": ["colour"]}, "/columns/0"), ({"seeds": 0}, "/seeds")):
            body = {"file": SimpleUploadedFile("x.csv", b"a,b\n1,2\n"), "settled": json.dumps(settled)}
            answer = self.client.post("/api/v1/files/look-into/", body, format="multipart")
            self.assertProblem(answer, 400, "malformed", pointer)

    def test_a_reading_without_a_file_is_refused(self):
        self.assertProblem(self.client.post("/api/v1/files/", {"client_id": str(uuid4())}, format="multipart"), 400, "malformed", "/file")
