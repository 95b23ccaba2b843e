import os
import subprocess
import sys
from datetime import timedelta
from pathlib import Path
from unittest import mock

from django.core.cache import caches
from django.test import LiveServerTestCase
from django.utils import timezone
from rest_framework.test import APIClient

from core.vocabulary import Role
from server.http.rates import TokenRate
from server.people.models import ApiToken
from server.people.services.api_tokens import MOST, make_api_token
from server.people.tokens import digest_of
from server.tests.builders import ApiCase, dishes_of, look, make_person, make_sown_trial

EXAMPLE = Path(__file__).parents[3] / "web" / "src" / "features" / "people" / "examples" / "read_trials.py"


def program(secret):
    """A client that has a token and no session."""
    return APIClient(HTTP_AUTHORIZATION=f"Bearer {secret}")


class Tokens(ApiCase):
    def make(self, **fields):
        answer = self.client.post("/api/v1/api-tokens/", {"name": "notebook"} | fields)
        self.assertEqual(answer.status_code, 201, answer.content)
        return answer.json()

    def test_a_token_reads_what_its_person_reads(self):
        made = self.make()
        self.assertEqual(program(made["secret"]).get("/api/v1/lots/").status_code, 200)
        counter, secret = make_api_token(by=make_person(Role.COUNTER), name="scale")
        self.assertProblem(program(secret).get("/api/v1/lots/"), 403, "not_allowed")
        self.assertEqual(counter.start, secret[: len(counter.start)])

    def test_a_read_only_token_changes_nothing_and_says_so(self):
        client = program(self.make()["secret"])
        refused = self.assertProblem(client.post("/api/v1/lots/", {"field_name": "x", "origin_kind": "garden"}), 403, "not_allowed")
        self.assertIn("“notebook” is read-only", refused["detail"])
        writer = program(self.make(may_write=True)["secret"])
        self.assertEqual(writer.post("/api/v1/lots/", {"field_name": "x", "origin_kind": "garden"}).status_code, 201)

    def test_the_secret_is_shown_once_and_kept_as_its_digest(self):
        made = self.make()
        self.assertNotIn("secret", self.client.get("/api/v1/api-tokens/").json()[0])
        kept = ApiToken.objects.get()
        self.assertEqual(kept.token_digest, digest_of(made["secret"]))
        self.assertNotIn(made["secret"], str(vars(kept)))

    def test_a_revoked_expired_or_strange_token_opens_nothing(self):
        made = self.make(days=30)
        client = program(made["secret"])
        self.assertEqual(client.get("/api/v1/lots/").status_code, 200)
        with mock.patch("server.people.selectors.timezone.now", return_value=timezone.now() + timedelta(days=31)):
            self.assertProblem(client.get("/api/v1/lots/"), 401, "authentication_failed")
        self.client.post(f"/api/v1/api-tokens/{made['token']['id']}/revoke/")
        for secret in (made["secret"], "furrow_nothing", "", "ü"):
            answer = self.assertProblem(program(secret).get("/api/v1/lots/"), 401, "authentication_failed")
            self.assertIn("unknown, revoked or expired", answer["detail"])

    def test_who_may_not_sign_in_any_more_has_no_token_either(self):
        person = make_person(Role.READER)
        _, secret = make_api_token(by=person, name="x")
        person.is_active = False
        person.save()
        self.assertEqual(program(secret).get("/api/v1/lots/").status_code, 401)

    def test_a_token_makes_no_tokens_and_looks_after_no_people(self):
        _, secret = make_api_token(by=make_person(Role.LEAD), name="x", may_write=True)
        client = program(secret)
        for path in ("api-tokens/", "invitations/", "people/accounts/", "backups/", "session/devices/"):
            refused = self.assertProblem(client.get(f"/api/v1/{path}"), 403, "not_allowed")
            self.assertIn("Sign in with your password", refused["detail"])
        self.assertIsNone(client.get("/api/v1/session/").json()["user"])

    def test_nobody_sees_or_revokes_the_token_of_another(self):
        token, secret = make_api_token(by=make_person(Role.LEAD), name="x")
        self.assertEqual(self.client.get("/api/v1/api-tokens/").json(), [])
        self.assertProblem(self.client.post(f"/api/v1/api-tokens/{token.pk}/revoke/"), 404, "not_found")
        self.assertEqual(program(secret).get("/api/v1/lots/").status_code, 200)

    def test_too_many_and_too_long_are_refused(self):
        self.assertProblem(self.client.post("/api/v1/api-tokens/", {"name": "x", "days": 0}), 422, "days_out_of_range", "/days")
        for n in range(MOST):
            self.make(name=f"t {n}")
        self.assertProblem(self.client.post("/api/v1/api-tokens/", {"name": "x"}), 422, "too_many_tokens", "/name")

    def test_a_program_gone_wild_slows_itself_alone(self):
        client = program(self.make()["secret"])
        caches["rates"].clear()
        with mock.patch.object(TokenRate, "THROTTLE_RATES", {"token": "2/min"}):
            answers = [client.get("/api/v1/taxa/").status_code for _ in range(3)]
            self.assertEqual(answers, [200, 200, 429])
            self.assertEqual(self.client.get("/api/v1/taxa/").status_code, 200)
        caches["rates"].clear()

    def test_the_schema_names_the_scheme(self):
        self.assertIn("bearer", self.client.get("/api/v1/schema/").content.decode())


class Example(LiveServerTestCase):
    """The example of the page is run as it stands."""

    def test_it_prints_each_treatment(self):
        trial = make_sown_trial(blind=False)
        for dish in dishes_of(trial):
            look(dish, 4, 3)
        make_sown_trial()
        _, secret = make_api_token(by=make_person(Role.READER), name="notebook")
        environment = os.environ | {"FURROW_ADDRESS": self.live_server_url, "FURROW_TOKEN": secret}
        done = subprocess.run([sys.executable, str(EXAMPLE)], env=environment, capture_output=True, text=True, timeout=60, check=False)
        self.assertEqual(done.returncode, 0, done.stderr)
        self.assertIn("none: 30% (", done.stdout)
        self.assertIn("No dish has been looked at yet", done.stdout)
