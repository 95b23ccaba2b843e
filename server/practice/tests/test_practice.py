import os
import sqlite3
from datetime import timedelta
from pathlib import Path
from unittest import mock

from django.conf import settings
from django.utils import timezone
from rest_framework.test import APIClient

from core.vocabulary import Role
from server.lots.models import Lot, StockEntry
from server.people.models import Person
from server.people.services import add_person
from server.practice import files
from server.practice.biology import biology_of
from server.practice.briefs import BRIEFS
from server.practice.files import on_bench, pass_time
from server.practice.models import Attempt
from server.practice.services import tries
from server.recipes.models import Recipe
from server.tests.builders import PASSWORD, ApiCase, bag_look, begin, dishes_of, look, make_batch, make_lot, make_sown_trial, now
from server.trials.models import Look, Sown, Trial


class Practice(ApiCase):
    role = Role.GROWER

    def setUp(self):
        self.client = self.as_role(self.role)

    def begin(self, brief="does-cold-wake-it", client=None, **body):
        answer = (client or self.client).post("/api/v1/practice/", body or {"brief": brief})
        self.assertEqual(answer.status_code, 201, answer.content)
        return Attempt.objects.get(pk=answer.json()["id"])

    def on(self, attempt, method, path, body=None):
        """A call as the web app makes it from a page on the bench."""
        return getattr(self.client, method)(f"/api/v1/{path}", body, headers={"X-Practice-Bench": str(attempt.pk)})

    def do(self, attempt, verb, body):
        return self.client.post(f"/api/v1/practice/{attempt.pk}/{verb}/", body)

    def laid_out(self, attempt, names, dishes=4, seeds=20, control=True):
        """A trial laid out on the bench, with the recipes of these names."""
        recipes = {r["name"]: r["id"] for r in self.on(attempt, "get", "recipes/").json()["results"]}
        treatments = [{"name": "as it is", "recipe": None}] if control else []
        treatments += [{"name": n, "recipe": recipes[n]} for n in names]
        treatments[0]["is_control"] = len(treatments) > 1
        lot = self.on(attempt, "get", "lots/").json()["results"][0]["id"]
        body = {
            "lot": lot, "question": "?", "treatments": treatments, "dishes_per_treatment": dishes, "seeds_per_dish": seeds,
            "sow_on": timezone.localdate().isoformat(),
        }  # fmt: skip
        made = self.on(attempt, "post", "trials/", body)
        self.assertEqual(made.status_code, 201, made.content)
        return made.json()["id"]

    def run_through(self, attempt, trial, rounds=8, cut=True):
        self.assertEqual(self.do(attempt, "treat-and-sow", {"trial": trial}).status_code, 200)
        for _ in range(rounds):
            self.do(attempt, "go-on", {"days": 4})
            self.assertEqual(self.do(attempt, "count-round", {"trial": trial}).status_code, 200)
        if cut:
            self.assertEqual(self.do(attempt, "cut-all", {"trial": trial}).status_code, 200)

    def conclude(self, attempt, trial, **says):
        said = [{"treatment": name.replace("_", " "), "says": what} for name, what in says.items()]
        answer = self.do(attempt, "conclude", {"trial": trial, "says": said})
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()["result"]


class Apart(Practice):
    def test_nothing_of_a_try_is_among_the_records(self):
        make_lot("REAL-1")
        before = {m: m.objects.count() for m in (Lot, StockEntry, Recipe, Trial, Look, Sown)}
        answers = {p: self.client.get(f"/api/v1/{p}").json() for p in ("lots/", "trials/", "knowledge/", "today/", "recipes/")}
        attempt = self.begin()
        trial = self.laid_out(attempt, ["4 weeks cold"])
        self.run_through(attempt, trial, rounds=2)
        self.assertEqual({m: m.objects.count() for m in before}, before)
        self.assertEqual({p: self.client.get(f"/api/v1/{p}").json() for p in answers}, answers)
        self.assertEqual([x["code"] for x in self.on(attempt, "get", "lots/").json()["results"]], ["PB-001"])

    def test_the_seed_is_limited_and_the_ledger_says_what_is_left(self):
        attempt = self.begin("a-dish-that-moulded")
        self.laid_out(attempt, ["smoke water"], dishes=4, seeds=30)
        seen = self.client.get(f"/api/v1/practice/{attempt.pk}/").json()
        self.assertEqual(seen["seeds_left"], 300 - 2 * 4 * 30)
        lot = seen["lot"]
        body = {"lot": lot, "question": "?", "treatments": [{"name": "x", "recipe": None}], "dishes_per_treatment": 4,
                "seeds_per_dish": 30, "sow_on": "2026-12-01"}  # fmt: skip
        self.assertProblem(self.on(attempt, "post", "trials/", body), 422, "more_than_lot", "/seeds_per_dish")

    def test_another_person_does_not_reach_it(self):
        attempt = self.begin()
        other = self.as_role(Role.LEAD)
        self.assertProblem(other.get(f"/api/v1/practice/{attempt.pk}/"), 409, "no_such_try")
        self.assertProblem(other.get("/api/v1/lots/", headers={"X-Practice-Bench": str(attempt.pk)}), 409, "no_bench")
        self.assertProblem(self.client.get("/api/v1/lots/", headers={"X-Practice-Bench": "x; DROP"}), 409, "no_bench")

    def test_files_and_photos_are_not_taken_in_there(self):
        attempt = self.begin()
        for path in ("files/", "everything/", "photos/"):
            self.assertProblem(self.on(attempt, "get", path), 409, "not_on_the_bench")

    def test_signing_in_and_people_stay_the_nurserys(self):
        attempt = self.begin()
        self.assertEqual(self.on(attempt, "get", "session/").json()["user"]["role"], "grower")
        with on_bench(attempt) as there:
            self.assertEqual((there.role, Person.objects.count()), (Role.LEAD, 1))
            self.assertFalse(there.has_usable_password())

    def test_a_bench_that_was_let_go_says_so(self):
        attempt = self.begin()
        attempt.file.unlink()
        self.assertProblem(self.on(attempt, "get", "lots/"), 409, "no_bench")
        self.assertEqual(self.client.delete(f"/api/v1/practice/{attempt.pk}/").status_code, 204)
        self.assertFalse(Attempt.objects.exists())
        self.assertEqual(list(Path(settings.PRACTICE).glob(f"{attempt.pk}-{attempt.seed_of_dishes:08x}*")), [])

    def test_a_link_that_carries_no_header_names_the_bench_in_its_address(self):
        attempt = self.begin()
        found = self.client.get(f"/api/v1/lots/?bench={attempt.pk}").json()["results"]
        self.assertEqual([x["code"] for x in found], ["PB-001"])


class CounterPractises(Practice):
    role = Role.COUNTER

    def test_a_counter_is_the_lead_of_an_own_bench_and_no_more_than_a_counter_elsewhere(self):
        attempt = self.begin()
        trial = self.laid_out(attempt, ["8 weeks cold"])
        self.assertEqual(self.on(attempt, "get", f"trials/{trial}/overview/").status_code, 200)
        self.assertProblem(self.client.get("/api/v1/lots/"), 403, "not_allowed")


class TimePasses(Practice):
    def test_everything_moves_into_the_past_and_nothing_else_changes(self):
        dish = dishes_of(make_sown_trial(days_ago=5))[0]
        seen = look(dish, 2, 1)
        batch = make_batch()
        begun = begin(batch, 3)
        before = (dish.sowings.get().at, seen.at, begun.due_at, batch.plans.get().steps[0], dish.treatment.trial.sow_on)
        other = bag_look(batch, 1)
        pass_time(40)
        dish.refresh_from_db(), seen.refresh_from_db(), begun.refresh_from_db(), other.refresh_from_db()
        trial = Trial.objects.get(pk=dish.treatment.trial_id)
        span = timedelta(days=40)
        self.assertEqual((dish.sowings.get().at, seen.at, begun.due_at), tuple(x - span for x in before[:3]))
        self.assertEqual(trial.sow_on, before[4] - span)
        moved = str(batch.plans.get().steps[0])
        self.assertNotEqual(moved, str(before[3]))
        self.assertEqual(trial.history.first().sow_on, trial.sow_on)

    def test_days_that_cannot_be_are_named(self):
        attempt = self.begin()
        for days in (0, -3, 4000):
            self.assertProblem(self.do(attempt, "go-on", {"days": days}), 422, "days_out_of_range", "/days")
        self.assertEqual(self.do(attempt, "go-on", {"days": 7}).json(), {"count": 7})
        self.assertEqual(self.client.get(f"/api/v1/practice/{attempt.pk}/").json()["attempt"]["days"], 7)

    def test_the_bench_says_when_something_is_due_next(self):
        attempt = self.begin()
        trial = self.laid_out(attempt, [])
        self.do(attempt, "treat-and-sow", {"trial": trial})
        seen = self.client.get(f"/api/v1/practice/{attempt.pk}/").json()
        self.assertEqual((seen["due_now"], seen["next_in_days"]), (0, 3))
        self.do(attempt, "go-on", {"days": 3})
        seen = self.client.get(f"/api/v1/practice/{attempt.pk}/").json()
        self.assertEqual((seen["due_now"], seen["trials"][0]["due"]), (4, 4))


class WhatLiesInADish(Practice):
    def dishes(self, attempt, trial):
        return self.client.get(f"/api/v1/practice/{attempt.pk}/dishes/?trial={trial}").json()

    def test_it_is_the_same_each_time_and_less_what_was_counted(self):
        attempt = self.begin("is-it-alive")
        trial = self.laid_out(attempt, [], seeds=25)
        self.do(attempt, "treat-and-sow", {"trial": trial})
        self.do(attempt, "go-on", {"days": 9})
        first = self.dishes(attempt, trial)
        self.assertEqual([d["new_germinated"] for d in self.dishes(attempt, trial)], [d["new_germinated"] for d in first])
        self.assertGreater(sum(d["new_germinated"] for d in first), 20)
        self.do(attempt, "count-round", {"trial": trial})
        self.assertEqual({d["new_germinated"] for d in self.dishes(attempt, trial)}, {0})

    def test_the_seeds_of_a_dish_add_up_when_it_is_cut(self):
        attempt = self.begin("a-dish-that-moulded")
        trial = self.laid_out(attempt, ["smoke water"])
        self.run_through(attempt, trial)
        with on_bench(attempt):
            rotted = []
            for dish in dishes_of(Trial.objects.get(pk=trial)):
                closing = dish.closings.get()
                counted = sum(x.new_germinated + x.new_rotted for x in dish.looks.all())
                rotted.append(sum(x.new_rotted for x in dish.looks.all()))
                self.assertEqual(counted + closing.found.total, dish.seeds)
        self.assertGreater(max(rotted), 2)
        self.assertEqual(sum(r > 0 for r in rotted), 1)

    def test_nothing_is_counted_where_nothing_is_open(self):
        attempt = self.begin()
        trial = self.laid_out(attempt, [])
        self.assertProblem(self.do(attempt, "count-round", {"trial": trial}), 409, "nothing_open")
        self.assertProblem(self.do(attempt, "count-round", {"trial": 999}), 422, "no_such_trial", "/trial")


class TruthBesideConclusion(Practice):
    def test_what_the_dishes_tell_and_was_said_is_found(self):
        attempt = self.begin("two-steps-in-order")
        trial = self.laid_out(attempt, ["8 weeks cold", "nick, then 8 weeks cold", "8 weeks cold, then nick"], dishes=5, seeds=20)
        self.run_through(attempt, trial)
        answer = self.do(attempt, "conclude", {"trial": trial, "says": [
            {"treatment": "nick, then 8 weeks cold", "says": "better"},
            {"treatment": "8 weeks cold, then nick", "says": "better"},
        ]})  # fmt: skip
        result = answer.json()["result"]
        marks = {m["about"]: m["mark"] for m in result["marks"]}
        self.assertEqual(marks["nick, then 8 weeks cold"], "found")
        self.assertEqual(marks["8 weeks cold, then nick"], "without_ground")
        self.assertEqual(result["truths"][0]["name"], "as it is")
        self.assertEqual(result["seeds_used"], 400)

    def test_without_a_control_whatever_is_believed_has_no_ground(self):
        attempt = self.begin("is-it-worth-the-trouble")
        trial = self.laid_out(attempt, ["hot water", "smoke water"], control=False)
        self.run_through(attempt, trial)
        result = self.conclude(attempt, trial, hot_water="better", smoke_water="same")
        self.assertEqual((result["without_ground"], result["found"]), (2, 0))
        self.assertIn("Keep some seed untreated next time", result["advice"])

    def test_a_share_said_between_two_numbers_is_compared_with_the_truth(self):
        attempt = self.begin("is-it-alive")
        trial = self.laid_out(attempt, [], seeds=25)
        self.run_through(attempt, trial)
        answer = self.do(attempt, "conclude", {"trial": trial, "of": "as it is", "low": 0.99, "high": 0.2})
        self.assertProblem(answer, 422, "no_range", "/high")
        biology = biology_of(attempt)
        truth = (1 - biology.share_empty) * biology.vigour
        body = {"trial": trial, "of": "as it is", "low": truth - 0.1, "high": truth + 0.1}
        result = self.do(attempt, "conclude", body).json()["result"]
        self.assertEqual([m["mark"] for m in result["marks"]], ["found"])
        self.assertAlmostEqual(result["truths"][0]["truth"], truth)

    def test_it_is_concluded_once_and_only_from_what_was_counted(self):
        attempt = self.begin()
        trial = self.laid_out(attempt, ["4 weeks cold"])
        self.assertProblem(self.do(attempt, "conclude", {"trial": trial, "says": []}), 409, "nothing_counted")
        self.run_through(attempt, trial, rounds=3, cut=False)
        said = {"trial": trial, "says": [{"treatment": "nonsense", "says": "better"}]}
        self.assertProblem(self.do(attempt, "conclude", said), 422, "no_such_treatment", "/says")
        result = self.conclude(attempt, trial)
        self.assertIn("Cut the ungerminated seed", result["advice"])
        self.assertProblem(self.do(attempt, "conclude", {"trial": trial, "says": []}), 409, "concluded_already")

    def test_every_brief_can_be_begun_and_its_truth_differs_from_lot_to_lot(self):
        for brief in BRIEFS:
            with self.subTest(brief.slug):
                begun = [self.begin(brief.slug) for _ in range(2)]
                self.assertEqual(len({repr(biology_of(a)) for a in begun}), 2)
                for attempt in begun:
                    self.client.delete(f"/api/v1/practice/{attempt.pk}/")

    def test_a_person_has_a_few_benches_and_those_of_finished_tries_make_room(self):
        with mock.patch.object(tries, "MOST_BENCHES", 2):
            first, second = self.begin(), self.begin()
            self.assertProblem(self.client.post("/api/v1/practice/", {"brief": BRIEFS[0].slug}), 409, "too_many_benches")
            Attempt.objects.filter(pk=first.pk).update(finished_at=now())
            self.begin()
        self.assertEqual((first.file.exists(), second.file.exists()), (False, True))
        self.assertTrue(Attempt.objects.filter(pk=first.pk).exists())

    def test_a_result_can_go_too_and_the_number_of_them_is_limited(self):
        attempt = self.begin()
        Attempt.objects.filter(pk=attempt.pk).update(finished_at=now())
        with mock.patch.object(tries, "MOST_ATTEMPTS", 1):
            self.assertProblem(self.client.post("/api/v1/practice/", {"brief": BRIEFS[0].slug}), 409, "too_many_tries_kept")
        self.assertEqual(self.client.delete(f"/api/v1/practice/{attempt.pk}/?result_too=true").status_code, 204)
        self.assertEqual((Attempt.objects.count(), attempt.file.exists()), (0, False))

    def test_benches_of_tries_that_a_restore_took_away_are_removed(self):
        orphan, kept, young = (self.begin() for _ in range(3))
        Attempt.objects.exclude(pk=kept.pk).delete()
        for attempt in (orphan, kept):
            os.utime(attempt.file, (0, 0))
        self.begin()
        self.assertEqual([a.file.exists() for a in (orphan, kept, young)], [False, True, True])

    def test_a_bench_that_is_listed_but_gone_when_looked_at_stops_no_other_start(self):
        self.begin()
        # a link to nothing is listed, and has no age
        (Path(settings.PRACTICE) / "gone.sqlite3").symlink_to("nothing")
        self.assertTrue(self.begin().file.exists())

    def test_a_full_disk_is_said_and_leaves_no_half_bench(self):
        full = sqlite3.OperationalError("database or disk is full")
        with mock.patch.object(files, "make_bench", side_effect=full):
            self.assertProblem(self.client.post("/api/v1/practice/", {"brief": BRIEFS[0].slug}), 507, "disk_full")
        self.assertFalse(Attempt.objects.exists())


class Groups(Practice):
    def test_the_same_hidden_seed_own_dishes_and_results_side_by_side(self):
        mine = self.begin()
        friend = add_person(username="friend", initials="FR", role=Role.READER, password=PASSWORD)
        other = APIClient()
        other.force_login(friend, backend="django.contrib.auth.backends.ModelBackend")
        theirs = self.begin(client=other, code=mine.code.lower())
        self.assertEqual((repr(biology_of(mine)), mine.brief), (repr(biology_of(theirs)), theirs.brief))
        self.assertNotEqual(mine.seed_of_dishes, theirs.seed_of_dishes)
        group = f"/api/v1/practice/{mine.pk}/group/"
        trial = self.laid_out(mine, ["8 weeks cold"])
        self.run_through(mine, trial)
        self.assertEqual(other.get(f"/api/v1/practice/{theirs.pk}/group/").json(), [])
        self.conclude(mine, trial, **{"8_weeks_cold": "better"})
        self.assertEqual([a["person"] for a in self.client.get(group).json()], ["GR"])
        # who is not done yet would read the truth there
        self.assertEqual(other.get(f"/api/v1/practice/{theirs.pk}/group/").json(), [])

    def test_a_code_that_nobody_has_says_so(self):
        self.assertProblem(self.client.post("/api/v1/practice/", {"code": "QQQQQ"}), 422, "no_such_group", "/code")
        self.assertProblem(self.client.post("/api/v1/practice/", {}), 400, "malformed", "/brief")
        self.assertProblem(self.client.post("/api/v1/practice/", {"brief": "none"}), 422, "no_such_brief", "/brief")


class OlderBench(Practice):
    def test_a_bench_of_an_earlier_version_says_so_and_its_result_stays(self):
        attempt = self.begin()
        there = sqlite3.connect(attempt.file)
        there.execute("DELETE FROM django_migrations WHERE app = 'people' AND name LIKE '0006%'")
        there.commit()
        there.close()
        self.assertProblem(self.on(attempt, "get", "lots/"), 409, "old_bench")
        self.assertEqual([a["id"] for a in self.client.get("/api/v1/practice/").json()["attempts"]], [attempt.pk])
