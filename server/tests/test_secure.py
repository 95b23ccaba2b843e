import errno
import subprocess
import sys
import tempfile
from pathlib import Path
from unittest import mock
from uuid import uuid4

from django.core.cache import caches
from django.db import OperationalError
from django.test import Client, SimpleTestCase
from rest_framework.test import APIClient

from core.vocabulary import Role
from server.http.rates import PersonRate, StrangerRate
from server.lots.models import Lot
from server.reference.models import Photo
from server.tests.builders import ApiCase, dishes_of, make_lot, make_person, make_sown_trial, now, picture
from server.trials.models import Look


class Headers(ApiCase):
    def test_every_answer_allows_only_what_is_ours(self):
        for path in ("/api/v1/session/", "/api/v1/lots/", "/nowhere"):
            answer = self.client.get(path)
            policy = answer["Content-Security-Policy"]
            with self.subTest(path):
                self.assertIn("default-src 'self'", policy)
                self.assertIn("script-src 'self'", policy)
                self.assertNotIn("unsafe-eval", policy)
                self.assertNotIn("unsafe-inline", policy.split("script-src")[1].split(";")[0])
                self.assertEqual(answer["X-Content-Type-Options"], "nosniff")
                self.assertEqual(answer["X-Frame-Options"], "DENY")
                self.assertEqual(answer["Referrer-Policy"], "same-origin")

    def test_another_host_is_not_answered(self):
        self.assertEqual(self.client.get("/api/v1/session/", headers={"Host": "elsewhere.invalid"}).status_code, 400)

    def test_a_write_from_elsewhere_is_refused(self):
        client = Client(enforce_csrf_checks=True)
        client.force_login(make_person(), backend="django.contrib.auth.backends.ModelBackend")
        answer = client.post(
            "/api/v1/lots/", {"field_name": "x"}, content_type="application/json", headers={"Origin": "https://elsewhere.invalid"}
        )
        self.assertEqual(answer.status_code, 403)


class Rates(ApiCase):
    def setUp(self):
        super().setUp()
        caches["rates"].clear()
        self.addCleanup(caches["rates"].clear)

    def test_who_asks_too_often_waits_and_others_go_on(self):
        with mock.patch.dict(PersonRate.THROTTLE_RATES, {"user": "3/min"}):
            answers = [self.client.get("/api/v1/lots/") for _ in range(4)]
            self.assertEqual([a.status_code for a in answers], [200, 200, 200, 429])
            self.assertProblem(answers[-1], 429, "throttled")
            self.assertGreater(int(answers[-1]["Retry-After"]), 0)
            self.assertEqual(self.as_role(Role.READER).get("/api/v1/lots/").status_code, 200)

    def test_strangers_wait_sooner(self):
        self.client.logout()
        with mock.patch.dict(StrangerRate.THROTTLE_RATES, {"anon": "2/min"}):
            found = [self.client.post("/api/v1/invitations/look/", {"token": "guess"}).status_code for _ in range(3)]
        self.assertEqual(found, [409, 409, 429])

    def test_a_stranger_is_one_stranger_whatever_a_header_says(self):
        self.client.logout()
        with mock.patch.dict(StrangerRate.THROTTLE_RATES, {"anon": "2/min"}):
            found = [
                self.client.post("/api/v1/invitations/look/", {"token": "x"}, headers={"X-Forwarded-For": f"10.0.0.{n}"}).status_code
                for n in range(3)
            ]
        self.assertEqual(found, [409, 409, 429])


class NoErrorOfTheServersIsAPage(ApiCase):
    """Whatever escapes is a problem too, and what was found to escape does so no more."""

    def setUp(self):
        super().setUp()
        self.client.raise_request_exception = False

    def raw(self, path, body, client=None):
        return (client or self.client).generic("POST", f"/api/v1/{path}", body, content_type="application/json")

    def test_an_error_that_nobody_foresaw_is_a_problem(self):
        with mock.patch("server.reference.api.views.PlaceViewSet.list", side_effect=ValueError("odd")):
            problem = self.assertProblem(self.client.get("/api/v1/places/"), 500, "failed")
        self.assertNotIn("odd", problem["detail"])
        with mock.patch("server.config.urls.Path.is_file", side_effect=ValueError("odd")):
            self.assertProblem(self.client.get("/lots"), 500, "failed")

    def test_another_host_and_too_large_a_form_are_problems(self):
        self.assertProblem(self.client.get("/api/v1/session/", headers={"Host": "elsewhere.invalid"}), 400, "malformed")
        with self.settings(DATA_UPLOAD_MAX_NUMBER_FIELDS=2):
            form = {f"field{n}": "x" for n in range(5)} | {"file": picture()}
            self.assertIn(self.client.post("/api/v1/files/look-into/", form, format="multipart").status_code, (400, 413))

    def test_deep_json_needs_no_sign_in_to_be_refused(self):
        stranger = APIClient(raise_request_exception=False)
        for deep in ("[" * 100_000, '{"a":' * 60 + "1" + "}" * 60, "[" * 50 + "]" * 50):
            self.assertProblem(self.raw("session/", deep, stranger), 400, "parse_error")

    def test_half_a_character_is_refused_wherever_it_stands(self):
        for body in (r'{"role": "\ud800"}', r'{"initials": "\udfff", "role": "counter"}', r'{"\ud83d": 1}', r'{"role": ["\ud800"]}'):
            self.assertProblem(self.raw("invitations/", body, self.as_role(Role.LEAD)), 400, "parse_error")
        form = {"file": picture(), "settled": '{"leave": "\\ud800"}'}
        self.assertProblem(self.client.post("/api/v1/files/look-into/", form, format="multipart"), 400, "parse_error")
        form = {"file": picture(), "settled": "[" * 100_000}
        self.assertProblem(self.client.post("/api/v1/files/look-into/", form, format="multipart"), 400, "parse_error")
        whole = self.raw("places/", r'{"name": "\ud83c\udf31 shelf", "kind": "shelf"}')
        self.assertEqual(whole.status_code, 201, whole.content)

    def test_odd_numbers_of_a_bench_lead_to_none(self):
        for number in ("²", "9" * 40, "١", "-1", "1 "):
            answer = self.client.get("/api/v1/lots/", headers={"X-Practice-Bench": number.encode().decode("latin-1")})
            self.assertProblem(answer, 409, "no_bench")
            self.assertProblem(self.client.get("/api/v1/lots/", {"bench": number}), 409, "no_bench")

    def test_a_code_with_a_line_break_is_refused_and_an_old_one_ends_no_header(self):
        lot = {"code": "LL-1\nX: y", "field_name": "x", "origin_kind": "bought"}
        self.assertProblem(self.client.post("/api/v1/lots/", lot), 422, "unprintable", "/code")
        kept = make_lot("LL-1")
        Lot.objects.filter(pk=kept.pk).update(code="LL-1\nX: y")
        card = self.client.get(f"/api/v1/lots/{kept.pk}/card.pdf/")
        self.assertEqual(card.status_code, 200, card.content)
        self.assertNotIn("\n", card["Content-Disposition"])

    def test_a_largest_gap_of_less_than_no_days_is_refused(self):
        step = {"kind": "cold_moist", "duration": 28, "unit": "d", "care_gap_days": -3, "care_every_days": None}
        answer = self.client.post("/api/v1/recipes/", {"name": "x", "steps": [step]})
        self.assertProblem(answer, 422, "dose_impossible", "/steps/0/care_gap_days")


class FullDisk(ApiCase):
    def test_a_look_that_finds_no_room_says_so_and_nothing_is_half_done(self):
        dish = dishes_of(make_sown_trial(dishes=1))[0]
        look = {"client_id": str(uuid4()), "dish": dish.pk, "at": now().isoformat(), "new_germinated": 1}
        with mock.patch.object(Look, "save", side_effect=OperationalError("database or disk is full")):
            problem = self.assertProblem(self.client.post("/api/v1/looks/", look), 507, "disk_full")
        self.assertIn("Nothing was recorded", problem["detail"])
        self.assertEqual(Look.objects.count(), 0)
        self.assertEqual(self.client.post("/api/v1/looks/", look).status_code, 201)

    def test_a_photo_that_finds_no_room_says_so(self):
        body = {"client_id": str(uuid4()), "photo": picture()}
        with mock.patch("server.reference.services.photos.ContentFile", side_effect=OSError(errno.ENOSPC, "No space left on device")):
            answer = self.client.post("/api/v1/photos/", body, format="multipart")
        self.assertProblem(answer, 507, "disk_full")
        self.assertEqual(Photo.objects.count(), 0)

    def test_a_photo_that_finds_no_room_leaves_no_file(self):
        body = {"client_id": str(uuid4()), "photo": picture()}
        full = OSError(errno.ENOSPC, "No space left on device")
        # a folder of its own: other processes of a run keep their files in the shared one
        with tempfile.TemporaryDirectory() as folder, self.settings(MEDIA_ROOT=folder):
            with mock.patch("server.record_kinds.disk.os.fsync", side_effect=full):
                self.assertProblem(self.client.post("/api/v1/photos/", body, format="multipart"), 507, "disk_full")
            self.assertEqual([p for p in Path(folder).rglob("*") if p.is_file()], [])


class FirstStart(SimpleTestCase):
    def settings_of(self, folder, what):
        """A value of the settings as a process of its own reads them, on an installation of its own."""
        script = f"import os; os.environ.pop('AWAKE_FURROW_TESTING', None); from server.config import settings; print({what})"
        environment = {"AWAKE_FURROW_DATA": folder, "PATH": "/usr/bin", "AWAKE_FURROW_SECURE": "1"}
        return subprocess.run([sys.executable, "-c", script], env=environment, check=True, capture_output=True, text=True).stdout.strip()

    def test_the_secret_is_made_once_for_its_owner_only_and_differs_between_installations(self):
        with tempfile.TemporaryDirectory() as one, tempfile.TemporaryDirectory() as other:
            first = self.settings_of(one, "settings.SECRET_KEY")
            self.assertEqual(self.settings_of(one, "settings.SECRET_KEY"), first)
            self.assertNotEqual(self.settings_of(other, "settings.SECRET_KEY"), first)
            self.assertGreater(len(first), 50)
            self.assertEqual((Path(one) / "secret-key").stat().st_mode & 0o777, 0o600)

    def test_debug_is_off_and_over_a_secure_address_cookies_are(self):
        with tempfile.TemporaryDirectory() as folder:
            told = self.settings_of(
                folder, "settings.DEBUG, settings.SESSION_COOKIE_SECURE, settings.CSRF_COOKIE_SECURE, settings.SECURE_HSTS_SECONDS > 0"
            )
            self.assertEqual(told, "False True True True")
            rates = self.settings_of(folder, "settings.REST_FRAMEWORK['DEFAULT_THROTTLE_RATES']")
            self.assertEqual(rates, "{'user': '3000/min', 'anon': '60/min', 'token': '300/min'}")
