from django.test import Client, TestCase

from core.vocabulary import Role
from server.people.permissions import Right, may
from server.tests.builders import PASSWORD, ApiCase, make_person


class Session(TestCase):
    def setUp(self):
        make_person(Role.COUNTER)
        self.client = Client(enforce_csrf_checks=True)

    def token(self):
        return self.client.get("/api/v1/session/").cookies["csrftoken"].value

    def sign_in(self, password=PASSWORD, token=None):
        headers = {"X-CSRFToken": self.token() if token is None else token}
        body = {"username": "counter", "password": password}
        return self.client.post("/api/v1/session/", body, content_type="application/json", headers=headers)

    def test_nobody_is_nobody_without_an_error(self):
        answer = self.client.get("/api/v1/session/")
        self.assertEqual((answer.status_code, answer.json()), (200, {"user": None, "first_start": False}))

    def test_signing_in_and_out(self):
        user = self.sign_in().json()["user"]
        self.assertEqual((user["initials"], user["role"], user["may_count"], user["may_plan"]), ("CO", "counter", True, False))
        self.assertEqual(self.client.get("/api/v1/session/").json()["user"]["initials"], "CO")
        answer = self.client.delete("/api/v1/session/", headers={"X-CSRFToken": self.token()})
        self.assertEqual(answer.json(), {"user": None, "first_start": False})

    def test_a_wrong_password_is_a_sentence(self):
        answer = self.sign_in("guess")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (403, "application/problem+json"))
        self.assertIn("do not match", answer.json()["detail"])
        self.assertEqual(self.client.get("/api/v1/session/").json(), {"user": None, "first_start": False})

    def test_without_the_token_nobody_is_signed_in(self):
        answer = self.sign_in(token="")
        self.assertEqual((answer.status_code, answer.json()["code"]), (403, "csrf_failed"))

    def test_a_write_without_the_token_is_refused(self):
        self.sign_in()
        answer = self.client.post("/api/v1/looks/", {}, content_type="application/json")
        self.assertEqual(answer.status_code, 403)
        self.assertEqual(answer.json()["code"], "not_allowed")

    def test_an_empty_form_names_both_fields(self):
        answer = self.client.post("/api/v1/session/", {}, content_type="application/json", headers={"X-CSRFToken": self.token()})
        self.assertEqual([e["pointer"] for e in answer.json()["errors"]], ["/username", "/password"])


class Formats(ApiCase):
    def change(self, **fields):
        return self.client.patch("/api/v1/session/", fields)

    def test_one_of_them_changes_and_the_other_stays_for_this_person_alone(self):
        other = make_person(Role.READER)
        before = self.client.get("/api/v1/session/").json()["user"]
        self.assertEqual((before["units"], before["dates"]), ("metric", "dmy"))
        self.assertEqual(self.change(dates="ymd").json()["user"], before | {"dates": "ymd"})
        self.assertEqual(self.change(units="us").json()["user"], before | {"dates": "ymd", "units": "us"})
        other.refresh_from_db()
        self.assertEqual((other.units, other.dates), ("metric", "dmy"))

    def test_readers_have_them_too(self):
        self.client = self.as_role(Role.READER)
        self.assertEqual(self.change(dates="mdy").json()["user"]["dates"], "mdy")

    def test_what_is_no_order_is_named_and_changes_nothing(self):
        answer = self.change(dates="sometime", units="us")
        self.assertEqual([e["pointer"] for e in answer.json()["errors"]], ["/dates"])
        self.assertEqual(self.client.get("/api/v1/session/").json()["user"]["units"], "metric")

    def test_nobody_has_none(self):
        self.assertIn(Client().patch("/api/v1/session/", {"units": "us"}, content_type="application/json").status_code, (401, 403))


class Roles(TestCase):
    def test_who_may_what(self):
        allowed = {role: {right for right in Right if may(make_person(role), right)} for role in Role}
        expected = {
            Role.LEAD: set(Right),
            Role.GROWER: {Right.READ, Right.COUNT, Right.PLAN},
            Role.COUNTER: {Right.COUNT},
            Role.READER: {Right.READ},
        }
        self.assertEqual(allowed, expected)
