import re
from datetime import timedelta

from django.core.cache import caches
from django.test import Client, override_settings
from django.utils import timezone
from rest_framework.test import APIClient

from core.treatment import SCHOOLS, STARTER_SOURCE
from core.vocabulary import Role
from server.people.models import Invitation, Person, SignIn
from server.people.services import add_person
from server.people.services.invitations import invite
from server.tests.builders import PASSWORD, ApiCase, make_person

GOOD = "four words in a row"


class Accounts(ApiCase):
    def setUp(self):
        self.client = self.as_role(Role.LEAD)
        self.lead = make_person(Role.LEAD)

    def post(self, path, body=None, client=None):
        return (client or self.client).post(f"/api/v1/{path}", body or {})

    def signed_in(self, username="counter", password=PASSWORD):
        """A device on which somebody signed in by hand."""
        client = APIClient(HTTP_USER_AGENT="Firefox/1 Linux")
        self.assertEqual(client.post("/api/v1/session/", {"username": username, "password": password}).status_code, 200)
        return client

    def who(self, client):
        return (client.get("/api/v1/session/").json()["user"] or {}).get("initials")


class Invitations(Accounts):
    def link(self, **body):
        made = self.post("invitations/", {"role": "counter"} | body)
        self.assertEqual(made.status_code, 201, made.content)
        return made.json()["token"]

    def accept(self, token, **fields):
        return APIClient().post(
            "/api/v1/invitations/accept/", {"token": token, "username": "newone", "initials": "NO", "password": GOOD} | fields
        )

    def test_a_link_lets_one_join_once_with_the_role_the_lead_chose(self):
        token = self.link(initials="NO")
        seen = self.post("invitations/look/", {"token": token}, APIClient()).json()
        self.assertEqual((seen["role"], seen["initials"], seen["by"], seen["username"]), ("counter", "NO", "LE", ""))
        self.assertEqual(self.accept(token).json()["user"]["role"], "counter")
        self.assertEqual(self.who(self.signed_in("newone", GOOD)), "NO")
        again = self.assertProblem(self.accept(token, username="other", initials="OT"), 409, "invitation_used")
        self.assertIn("good once", again["detail"])

    def test_the_token_is_kept_nowhere_and_no_list_shows_it(self):
        token = self.link()
        self.assertNotIn(token, self.client.get("/api/v1/invitations/").content.decode())
        self.assertFalse(Invitation.objects.filter(token_digest=token).exists())

    def test_expired_withdrawn_or_cut_off_it_says_so(self):
        token = self.link()
        Invitation.objects.update(expires_at=timezone.now() - timedelta(minutes=1))
        self.assertIn("was good until", self.assertProblem(self.accept(token), 409, "invitation_expired")["detail"])
        token = self.link()
        self.post(f"invitations/{Invitation.objects.first().pk}/withdraw/")
        self.assertProblem(self.accept(token), 409, "invitation_withdrawn")
        self.assertProblem(self.accept(token[:-1]), 409, "no_such_invitation")
        self.assertFalse(Person.objects.filter(username="newone").exists())

    def test_what_is_taken_or_weak_is_named_and_the_link_stays_good(self):
        token = self.link()
        make_person(Role.READER)
        self.assertProblem(self.accept(token, username="Reader"), 422, "name_taken", "/username")
        self.assertProblem(self.accept(token, initials="re"), 422, "initials_taken", "/initials")
        self.assertProblem(self.accept(token, username="new/one"), 400, "malformed", "/username")
        for weak in ("short", "1234567890123", "password123", "newone2026"):
            self.assertProblem(self.accept(token, password=weak), 422, "weak_password", "/password")
        self.assertProblem(self.accept(token, username=""), 400, "malformed", "/username")
        self.assertEqual(self.accept(token).status_code, 200)

    def test_a_link_to_a_new_password_signs_the_person_out_elsewhere(self):
        person = make_person(Role.COUNTER)
        device = self.signed_in()
        token = self.post("invitations/", {"person": person.pk}).json()["token"]
        self.assertEqual(self.post("invitations/look/", {"token": token}, APIClient()).json()["username"], "counter")
        self.assertEqual(APIClient().post("/api/v1/invitations/accept/", {"token": token, "password": GOOD}).status_code, 200)
        self.assertIsNone(self.who(device))
        self.assertEqual(self.who(self.signed_in(password=GOOD)), "CO")

    def test_one_link_to_a_new_password_is_good_at_a_time_and_none_once_it_was_chosen(self):
        person = make_person(Role.COUNTER)
        first, second = (self.post("invitations/", {"person": person.pk}).json()["token"] for _ in range(2))
        self.assertProblem(self.accept(first), 409, "invitation_withdrawn")
        self.assertEqual(APIClient().post("/api/v1/invitations/accept/", {"token": second, "password": GOOD}).status_code, 200)
        third = self.post("invitations/", {"person": person.pk}).json()["token"]
        device = self.signed_in(password=GOOD)
        change = {"old": GOOD, "new": "five words in a row"}
        self.assertEqual(self.post("session/password/", change, device).status_code, 200)
        self.assertProblem(self.accept(third), 409, "invitation_withdrawn")

    def test_links_end_with_the_lead_who_made_them(self):
        other = add_person(username="other", initials="OL", role=Role.LEAD, password=PASSWORD)
        _, token = invite(by=other, role=Role.LEAD)
        for change in ({"role": "grower"}, {"role": "lead", "is_active": False}):
            self.client.patch(f"/api/v1/people/{other.pk}/", change)
            problem = self.assertProblem(self.accept(token), 409, "invitation_void")
            self.assertIn("OL, who made this link", problem["detail"])

    def test_a_link_to_a_new_password_ends_when_its_person_is_let_go(self):
        person = make_person(Role.COUNTER)
        token = self.post("invitations/", {"person": person.pk}).json()["token"]
        Person.objects.filter(pk=person.pk).update(is_active=False)
        self.assertProblem(self.accept(token), 409, "invitation_void")

    def test_only_the_lead_invites_and_a_role_must_be_said(self):
        for role in (Role.GROWER, Role.COUNTER, Role.READER):
            self.assertProblem(self.post("invitations/", {"role": "lead"}, self.as_role(role)), 403, "not_allowed")
        self.assertProblem(self.post("invitations/", {}), 400, "malformed", "/role")

    def test_a_used_link_is_not_withdrawn(self):
        invitation, token = invite(by=self.lead, role=Role.READER)
        self.accept(token)
        self.assertProblem(self.post(f"invitations/{invitation.pk}/withdraw/"), 409, "invitation_used")


class FirstStart(ApiCase):
    def setUp(self):
        self.client = APIClient()

    def begin(self, **fields):
        return self.client.post("/api/v1/session/first-lead/", {"username": "first", "initials": "FL", "password": GOOD} | fields)

    def test_nobody_there_asks_for_the_first_lead_who_is_then_signed_in(self):
        self.assertEqual(self.client.get("/api/v1/session/").json(), {"user": None, "first_start": True})
        self.assertProblem(self.begin(password="short"), 422, "weak_password", "/password")
        self.assertEqual(self.begin().json()["user"]["role"], "lead")
        self.assertEqual(APIClient().get("/api/v1/session/").json(), {"user": None, "first_start": False})

    def test_a_name_and_a_username_may_have_a_space(self):
        user = self.begin(username=" rosa  keller", display_name="Rosa  Keller ").json()["user"]
        self.assertEqual((user["username"], user["display_name"]), ("rosa keller", "Rosa Keller"))
        again = APIClient().post("/api/v1/session/", {"username": "rosa  keller ", "password": GOOD})
        self.assertEqual(again.json()["user"]["initials"], "FL")
        self.assertProblem(self.begin(username="rosa/keller"), 400, "malformed", "/username")

    def test_a_new_nursery_has_the_starter_recipes_of_which_none_is_tested(self):
        self.begin()
        recipes = self.client.get("/api/v1/recipes/").json()["results"]
        self.assertEqual({r["name"] for r in recipes}, {s.name for s in SCHOOLS})
        self.assertEqual({(r["tested"], r["source"]) for r in recipes}, {(False, STARTER_SOURCE)})

    def test_as_soon_as_there_is_anybody_it_is_refused(self):
        make_person(Role.READER)
        self.assertProblem(self.begin(), 409, "not_the_first")
        self.assertEqual(Person.objects.count(), 1)


class OwnName(ApiCase):
    def test_people_change_their_own_name_and_nothing_else_goes_with_it(self):
        answer = self.client.patch("/api/v1/session/", {"display_name": " Rosa  Keller", "role": "lead"}).json()["user"]
        self.assertEqual((answer["display_name"], answer["role"]), ("Rosa Keller", "grower"))
        self.client.patch("/api/v1/session/", {"units": "us"})
        self.assertEqual(Person.objects.get().display_name, "Rosa Keller")


class People(Accounts):
    def change(self, person, **fields):
        return self.client.patch(f"/api/v1/people/{person.pk}/", fields)

    def test_a_role_changes_at_once_and_who_changed_it_is_kept(self):
        counter = make_person(Role.COUNTER)
        client = self.as_role(Role.COUNTER)
        self.assertEqual(client.get("/api/v1/lots/").status_code, 403)
        self.assertEqual(self.change(counter, role="grower").json()["role"], "grower")
        self.assertEqual(client.get("/api/v1/lots/").status_code, 200)
        newest = counter.history.first()
        self.assertEqual((newest.role, newest.history_user), ("grower", self.lead))
        self.assertFalse(hasattr(newest, "password"))

    def test_there_is_always_a_lead(self):
        for change in ({"role": "grower"}, {"is_active": False}):
            with self.subTest(change):
                problem = self.assertProblem(self.change(self.lead, **change), 422, "last_lead", f"/{next(iter(change))}")
                self.assertIn("LE is the only lead", problem["detail"])
        self.change(make_person(Role.GROWER), role="lead")
        self.assertEqual(self.change(self.lead, role="grower").status_code, 200)

    def test_who_is_let_go_is_out_everywhere_and_all_records_stay(self):
        counter = make_person(Role.COUNTER)
        device = self.signed_in()
        self.change(counter, is_active=False)
        self.assertIsNone(self.who(device))
        self.assertEqual(device.post("/api/v1/session/", {"username": "counter", "password": PASSWORD}).status_code, 403)
        self.assertNotIn("CO", [p["initials"] for p in self.client.get("/api/v1/people/").json()])
        self.assertIn("CO", [p["initials"] for p in self.client.get("/api/v1/people/accounts/").json()])
        self.change(counter, is_active=True)
        self.assertEqual(self.who(self.signed_in()), "CO")

    def test_initials_stay_one_persons(self):
        reader = make_person(Role.READER)
        self.assertProblem(self.change(reader, initials="le"), 422, "initials_taken", "/initials")

    def test_the_lead_signs_somebody_out_everywhere(self):
        counter = make_person(Role.COUNTER)
        devices = [self.signed_in() for _ in range(2)]
        self.assertEqual(self.post(f"people/{counter.pk}/sign-out/").json(), {"devices": 2})
        self.assertEqual([self.who(d) for d in devices], [None, None])


class Devices(Accounts):
    def setUp(self):
        super().setUp()
        make_person(Role.COUNTER)
        self.here, self.there = self.signed_in(), self.signed_in()

    def test_each_device_is_listed_and_this_one_is_marked(self):
        found = self.here.get("/api/v1/session/devices/").json()
        self.assertEqual(sorted(d["this"] for d in found), [False, True])
        self.assertEqual({d["device"] for d in found}, {"Firefox/1 Linux"})

    def test_all_others_are_signed_out_at_once(self):
        self.assertEqual(self.here.delete("/api/v1/session/devices/").json(), {"devices": 1})
        self.assertEqual((self.who(self.here), self.who(self.there)), ("CO", None))

    def test_a_new_password_keeps_this_device_and_ends_the_others(self):
        change = {"old": PASSWORD, "new": GOOD}
        self.assertProblem(self.post("session/password/", change | {"old": "x"}, self.here), 422, "wrong_password", "/old")
        self.assertProblem(self.post("session/password/", change | {"new": "counter123"}, self.here), 422, "weak_password", "/new")
        self.assertEqual(self.post("session/password/", change, self.here).status_code, 200)
        self.assertEqual((self.who(self.here), self.who(self.there)), ("CO", None))
        self.assertEqual([d["this"] for d in self.here.get("/api/v1/session/devices/").json()], [True])

    def test_who_signs_in_over_somebody_else_has_a_device_of_their_own(self):
        make_person(Role.READER)
        self.here.post("/api/v1/session/", {"username": "reader", "password": PASSWORD})
        self.assertEqual([d["this"] for d in self.here.get("/api/v1/session/devices/").json()], [True])
        self.assertNotIn("", SignIn.objects.values_list("session_key", flat=True))

    def test_signing_out_ends_it_in_the_list(self):
        self.there.delete("/api/v1/session/")
        self.assertEqual(len(self.here.get("/api/v1/session/devices/").json()), 1)
        self.assertEqual(SignIn.objects.filter(ended_at__isnull=False).count(), 1)


@override_settings(AXES_ENABLED=True)
class WrongTries(Accounts):
    def setUp(self):
        super().setUp()
        caches["default"].clear()
        make_person(Role.COUNTER)
        make_person(Role.READER)

    def test_after_six_wrong_tries_the_name_waits_and_others_do_not(self):
        client = Client()
        tries = [client.post("/api/v1/session/", {"username": "counter", "password": "guess"}, "application/json") for _ in range(7)]
        self.assertEqual([t.status_code for t in tries], [403] * 5 + [429] * 2)
        problem = self.assertProblem(tries[-1], 429, "too_many_tries")
        self.assertTrue(re.search(r"Wait 5 minutes", problem["detail"]))
        self.assertEqual(tries[-1]["Retry-After"], "300")
        right = client.post("/api/v1/session/", {"username": "counter", "password": PASSWORD}, "application/json")
        self.assertEqual(right.status_code, 429)
        other = client.post("/api/v1/session/", {"username": "reader", "password": PASSWORD}, "application/json")
        self.assertEqual(other.status_code, 200)

    def test_the_old_password_is_guessed_no_more_often_than_at_the_door(self):
        device = self.signed_in()
        tries = [device.post("/api/v1/session/password/", {"old": "guess", "new": GOOD}) for _ in range(7)]
        self.assertEqual([t.status_code for t in tries], [422] * 5 + [429] * 2)
        right = device.post("/api/v1/session/password/", {"old": PASSWORD, "new": GOOD})
        self.assertProblem(right, 429, "too_many_tries")

    def test_a_header_about_where_one_comes_from_changes_nothing(self):
        client = Client()
        guess = {"username": "counter", "password": "guess"}
        tries = [client.post("/api/v1/session/", guess, "application/json", headers={"X-Forwarded-For": f"10.0.0.{n}"}) for n in range(7)]
        self.assertEqual([t.status_code for t in tries], [403] * 5 + [429] * 2)
