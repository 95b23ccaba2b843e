"""Whatever is asked, the server answers: never with an error of its own. ``make fuzz`` asks 10,000 times, the tests a part of it."""

import json
import os
import tempfile
import time
from pathlib import Path

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings, tag
from rest_framework.test import APITransactionTestCase

from core.vocabulary import Role
from server.http.problems import CONTENT_TYPE
from server.people.models import Person
from server.tests.builders import ApiChecks, make_person
from server.tests.demo_snapshot import demo_data, make_snapshot
from server.tests.fuzzed import Call, Fuzz

COUNT = int(os.environ.get("AWAKE_FURROW_FUZZ", "1000"))
SEED = int(os.environ.get("AWAKE_FURROW_FUZZ_SEED", "8"))
# `make fuzz` holds each answer to a time; the tests do not, for they share the machine
TIMED = "AWAKE_FURROW_FUZZ" in os.environ
LONGEST_SECONDS = 2.0
# each try of a backup's passphrase takes seconds, so that nobody tries many
SLOW_ON_PURPOSE = "/api/v1/backups/"
# these end what is being asked: the session, or everything that is here
LEFT_OUT = ("/api/v1/session/devices/", "/api/v1/docs/", "/api/v1/schema/")
KNOWN = range(100, 500)
NO_ROOM = 507


@tag("long")
class Fuzzed(ApiChecks, APITransactionTestCase):
    before_all = staticmethod(make_snapshot)

    def setUp(self):
        demo_data()
        self.client = self.as_role(Role.LEAD)
        self.client.raise_request_exception = False
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        apart = override_settings(BACKUPS=Path(folder.name))
        apart.enable()
        self.addCleanup(apart.disable)

    def ask(self, call: Call):
        body = call.body
        if call.form:
            # a form has no way to write halves of characters
            body = (
                {k: str(v).encode(errors="replace") for k, v in body.items() if isinstance(v, (str, int))} if isinstance(body, dict) else {}
            )
            body |= {name: SimpleUploadedFile("x.csv", b"lot,place\nQ-1,here\n") for name in ("file", "photo")}
            return self.client.post(call.path, body, format="multipart")
        headers = {"X-Practice-Bench": call.bench.encode().decode("latin-1")} if call.bench else {}
        if call.method == "get":
            return self.client.get(call.path, headers=headers)
        # escaped by hand: halves of characters reach the server only so
        return self.client.generic(call.method.upper(), call.path, json.dumps(body), "application/json", headers=headers)

    def test_no_request_of_the_schema_ends_in_an_error_of_the_servers(self):
        person, asked, taken, slowest = make_person(Role.LEAD), 0, 0, (0.0, "")
        for call in Fuzz(SEED).calls(COUNT):
            if call.path.startswith(LEFT_OUT) or (call.path.split("?")[0] == "/api/v1/session/" and call.method == "delete"):
                continue
            begun = time.perf_counter()
            answer = self.ask(call)
            asked += 1
            with self.subTest(call):
                if answer.streaming:
                    b"".join(answer.streaming_content)
                if not call.path.startswith(SLOW_ON_PURPOSE):
                    slowest = max(slowest, (time.perf_counter() - begun, call.path))
                why = repr(answer.exc_info[1]) if getattr(answer, "exc_info", None) else ""
                self.assertIn(answer.status_code, KNOWN if answer.status_code != NO_ROOM else [NO_ROOM], why)
                if answer.status_code >= 400:
                    self.assertEqual(answer["Content-Type"], CONTENT_TYPE)
                    self.assertTrue(answer.json()["detail"])
            taken += answer.status_code < 300
            # whatever was changed of people, the next request is the lead's again
            if not Person.objects.filter(pk=person.pk, role=Role.LEAD, is_active=True).exists():
                Person.objects.filter(pk=person.pk).update(role=Role.LEAD, is_active=True)
        self.assertGreater(taken, asked / 6, "too few requests are of a shape that is taken: nothing is tested")
        if TIMED:
            print(f"seed {SEED}: {asked} requests, {taken} taken, the slowest {slowest[0]:.2f} s: {slowest[1]}")
            self.assertLess(slowest[0], LONGEST_SECONDS)
