from datetime import timedelta
from uuid import uuid4

from django.utils import timezone

from core.vocabulary import EndsBy, Role, StepKind
from server.batches.models import SupplyUse, Turn
from server.batches.selectors.courses import course_of
from server.recipes.services import write_recipe
from server.tests.builders import ApiCase, begin, make_batch, make_person, make_place, now


class Supplies(ApiCase):
    def make(self, **fields):
        body = {"name": "smoke, autumn", "kind": "smoke_water", "made_on": "2026-08-01"} | fields
        return self.client.post("/api/v1/supplies/", body)

    def test_a_name_is_taken_once_and_a_day_to_come_is_refused(self):
        self.assertEqual(self.make().status_code, 201)
        self.assertProblem(self.make(), 409, "name_taken", "/name")
        later = (timezone.localdate() + timedelta(days=3)).isoformat()
        self.assertProblem(self.make(name="x", made_on=later), 422, "day_in_future", "/made_on")

    def test_a_use_is_counted_when_a_step_begins_with_it_and_its_page_says_which_use_it_was(self):
        supply = self.make().json()
        recipe = write_recipe(by=make_person(), name="smoke", steps=[{"kind": "smoke_water", "duration": 12, "unit": "h"}])
        first, second = make_batch(recipe=recipe, seeds=5), make_batch(recipe=recipe, seeds=5)
        for batch in (first, second):
            checks = self.client.get(f"/api/v1/batches/{batch.pk}/page/").json()["steps"][0]["checks"]
            body = {
                "client_id": str(uuid4()),
                "step": recipe.steps.get().pk,
                "supply": supply["id"],
                "confirmed": checks,
                "confirmed_by": "RK",
            }
            self.assertEqual(self.client.post(f"/api/v1/batches/{batch.pk}/begin-step/", body).status_code, 204)
        (row,) = self.client.get("/api/v1/supplies/").json()["results"]
        self.assertEqual(row["uses"], 2)
        used = self.client.get(f"/api/v1/batches/{second.pk}/page/").json()["supplies"]
        self.assertEqual([(u["name"], u["use"]) for u in used], [("smoke, autumn", 2)])
        self.assertEqual(SupplyUse.objects.count(), 2)

    def test_it_is_used_up_with_its_version(self):
        supply = self.make().json()
        url = f"/api/v1/supplies/{supply['id']}/"
        self.assertTrue(self.client.patch(url, {"version": 1, "used_up": True}).json()["used_up"])
        self.assertProblem(self.client.patch(url, {"version": 1, "used_up": False}), 409, "stale_version")


class Turns(ApiCase):
    def give(self, first, last, **fields):
        day = timezone.localdate()
        body = {"place": self.place.pk, "person": make_person(Role.COUNTER).pk}
        return self.client.post(
            "/api/v1/turns/",
            body | {"first_day": (day + timedelta(days=first)).isoformat(), "last_day": (day + timedelta(days=last)).isoformat()} | fields,
        )

    def setUp(self):
        super().setUp()
        self.place = make_place("Fridge")

    def test_days_are_given_once_and_in_their_order(self):
        self.assertEqual(self.give(0, 6).status_code, 201)
        clash = self.assertProblem(self.give(6, 9), 422, "turn_taken", "/first_day")
        self.assertIn("CO has Fridge from", clash["detail"])
        self.assertEqual(self.give(7, 9).status_code, 201)
        self.assertProblem(self.give(20, 19), 422, "ends_before_begin", "/last_day")

    def test_a_turn_goes_to_somebody_else(self):
        turn = self.give(0, 6).json()
        changed = self.client.patch(f"/api/v1/turns/{turn['id']}/", {"version": 1, "person": make_person().pk})
        self.assertEqual(changed.json()["initials"], "GR")
        bad = self.client.patch(f"/api/v1/turns/{turn['id']}/", {"version": 2, "last_day": "2020-01-01"})
        self.assertProblem(bad, 422, "ends_before_begin", "/last_day")
        self.assertEqual(Turn.objects.get().history.count(), 2)

    def test_everybody_who_can_sign_in_may_be_given_one(self):
        make_person(Role.COUNTER)
        found = self.client.get("/api/v1/people/").json()
        self.assertEqual([p["initials"] for p in found], ["CO", "GR"])


class HowStepsEnd(ApiCase):
    def end(self, batch, begun, **fields):
        body = {"client_id": str(uuid4()), "begun": begun.pk, "at": now().isoformat()} | fields
        return self.client.post(f"/api/v1/batches/{batch.pk}/end-step/", body)

    def test_a_step_ends_by_a_sign_and_not_by_the_clock(self):
        soak = {"kind": "soak", "duration": 24, "unit": "h", "ends_by": "sign", "sign": "swollen and sunk"}
        batch = make_batch(recipe=write_recipe(by=make_person(), name="soak", steps=[soak]), seeds=5)
        begun = begin(batch, 0.5)
        self.assertEqual(self.client.get("/api/v1/timers/").json()["timers"][0]["sign"], "swollen and sunk")
        self.assertEqual(self.end(batch, begun, ended_by="sign").status_code, 204)
        (step,) = self.client.get(f"/api/v1/batches/{batch.pk}/page/").json()["steps"]
        self.assertEqual((step["ended_by"], round(step["actual_days"], 2)), (EndsBy.SIGN, 0.5))

    def test_ended_early_it_was_a_person_and_late_the_clock(self):
        early, late = make_batch(seeds=5), make_batch(seeds=5)
        for batch, days_ago, by in ((early, 10, EndsBy.PERSON), (late, 80, EndsBy.CLOCK)):
            self.end(batch, begin(batch, days_ago))
            self.assertEqual(course_of(batch).taken[0].ended.ended_by, by)

    def test_a_step_of_another_batch_is_not_found_and_a_time_that_cannot_be_is_refused(self):
        one, other = make_batch(seeds=5), make_batch(seeds=5)
        begun = begin(one, 3)
        self.assertEqual(self.end(other, begun).status_code, 404)
        before = (now() - timedelta(days=4)).isoformat()
        self.assertProblem(self.end(one, begun, at=before), 422, "before_start", "/at")
        ahead = (now() + timedelta(days=1)).isoformat()
        self.assertProblem(self.end(one, begun, at=ahead), 422, "time_in_future", "/at")
        self.assertEqual(self.end(one, begun).status_code, 204)
        self.assertProblem(self.end(one, begun), 409, "ended_already")

    def test_hours_are_real_ones_and_days_are_days_of_the_calendar(self):
        recipe = write_recipe(
            by=make_person(), name="both", steps=[{"kind": "soak", "duration": 24, "unit": "h"}, {"kind": "cold_moist", "duration": 56}]
        )
        batch = make_batch(recipe=recipe, seeds=5)
        begun = begin(batch, 2)
        self.assertEqual(begun.due_at - begun.at, timedelta(hours=24))
        cold = begin(batch, 1, step=2)
        self.assertEqual((timezone.localtime(cold.due_at).date() - timezone.localtime(cold.at).date()).days, 56)

    def test_the_plan_s_later_end_counts_only_for_the_day_it_was_planned_for(self):
        from_plan, moved = make_batch(seeds=5), make_batch(seeds=5)
        plan = from_plan.plans.get()
        later = timezone.datetime.fromisoformat(plan.steps[0]["end"]) + timedelta(days=2)
        plan.steps[0]["end"] = later.isoformat()
        plan.save()
        begin(from_plan)
        self.assertEqual(course_of(from_plan).due_at, later)
        begin(moved, 30)
        self.assertLess(course_of(moved).due_at, now() + timedelta(days=27))

    def test_a_poisonous_plant_asks_for_gloves_before_its_seed_is_cut(self):
        recipe = write_recipe(by=make_person(), name="nick", steps=[{"kind": "nick"}])
        # the species is not known, so it may be poisonous
        batch = make_batch(recipe=recipe, seeds=5)
        checks = self.client.get(f"/api/v1/batches/{batch.pk}/page/").json()["steps"][0]["checks"]
        self.assertTrue(any("gloves" in c for c in checks), checks)
        self.assertEqual(course_of(batch).steps[0].kind, StepKind.NICK)
