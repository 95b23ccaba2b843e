from datetime import date, datetime, timedelta

from core.vocabulary import Hemisphere
from server.batches.models import Batch
from server.batches.selectors.courses import course_of
from server.people.models import WorkYear
from server.people.services import change_work_year
from server.recipes.services import write_recipe
from server.tests.builders import ApiCase, begin, make_batch, make_lot, make_person, make_place, make_recipe, now


class Plans(ApiCase):
    def plan(self, *items, **fields):
        body = {"items": [{"name": n, "recipe": r.pk if r else None, **more} for n, r, more in items], "on": "2027-03-01"} | fields
        answer = self.client.post("/api/v1/plan/", body)
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def test_treatments_of_unequal_length_are_sown_on_one_day_and_says_why(self):
        four, eight = make_recipe("4 weeks", 28), make_recipe("8 weeks", 56)
        found = self.plan(("none", None, {}), ("4", four, {}), ("8", eight, {}))
        self.assertEqual((found["sow_first"], found["sow_last"]), ("2027-03-01", "2027-03-01"))
        self.assertEqual([t["start"][:10] for t in found["treatments"]], ["2027-03-01", "2027-02-01", "2027-01-04"])
        self.assertIn("staggered", found["why"])
        self.assertLess(found["collect_by"], found["clean_by"])
        self.assertLess(found["clean_by"], "2027-01-04")

    def test_started_together_they_are_sown_apart(self):
        found = self.plan(("4", make_recipe("4 weeks", 28), {}), ("8", make_recipe("8 weeks", 56), {}), mode="start_together")
        self.assertEqual({t["start"][:10] for t in found["treatments"]}, {"2027-03-01"})
        self.assertEqual((found["sow_first"], found["sow_last"]), ("2027-03-29", "2027-04-26"))

    def test_a_start_moved_by_hand_replans_that_one_only(self):
        four, eight = make_recipe("4 weeks", 28), make_recipe("8 weeks", 56)
        found = self.plan(("4", four, {"start": "2027-02-08"}), ("8", eight, {}))
        self.assertEqual([t["sow"][:10] for t in found["treatments"]], ["2027-03-08", "2027-03-01"])

    def test_working_days_and_days_off_are_kept_and_said(self):
        WorkYear.objects.create(working_days=[0], days_off=[{"day": "2027-03-29", "name": "spring"}])
        found = self.plan(("6", make_recipe("6 weeks", 42), {}), mode="start_together", on="2027-02-15")
        plan = found["treatments"][0]
        # 42 days on is a Monday off; the next Monday is past what is allowed
        self.assertEqual(plan["sow"][:10], "2027-03-29")
        self.assertTrue(any("day off" in n["sentence"] for n in plan["notes"]), plan["notes"])

    def test_a_start_that_has_passed_is_said_first(self):
        found = self.plan(("8", make_recipe("8 weeks", 56), {}), on=(now().date() + timedelta(days=20)).isoformat())
        plan = found["treatments"][0]
        self.assertLess(plan["latest_start_in"], 0)
        self.assertIn("days ago", plan["notes"][0]["sentence"])

    def test_a_shelf_that_is_too_small_and_a_day_with_too_few_hands_are_named(self):
        shelf = make_place()
        shelf.capacity_bags = 1
        shelf.save()
        WorkYear.objects.create(hands=1)
        begin(make_batch(place=shelf), 5)
        found = self.plan(
            ("a", make_recipe("a", 28), {}),
            ("b", make_recipe("b", 28), {}),
            place=shelf.pk,
            on=(now().date() + timedelta(days=40)).isoformat(),
        )
        self.assertEqual({c["what"] for c in found["clashes"]}, {"space", "hands"})
        self.assertIn("holds 1 bag;", next(c["sentence"] for c in found["clashes"] if c["what"] == "space"))
        self.assertEqual((found["shelf"]["limit"], found["hands"]["limit"]), (1, 1))
        most = max(found["shelf"]["stretches"], key=lambda s: s["count"])
        # two of this plan, and the one that lies there already
        self.assertEqual((most["count"], most["own"]), (3, 2))
        sown = next(s for s in found["hands"]["stretches"] if s["first"] == found["sow_last"])
        self.assertEqual((sown["last"], sown["count"], sown["own"]), (found["sow_last"], 2, 2))

    def test_the_load_of_a_shelf_is_day_by_day_and_rows_are_known_by_their_keys(self):
        shelf = make_place()
        found = self.plan(("a", make_recipe("a", 28), {"key": "7:a"}), ("b", make_recipe("b", 56), {"key": "7:b"}), place=shelf.pk)
        self.assertEqual([t["key"] for t in found["treatments"]], ["7:a", "7:b"])
        self.assertEqual([(s["count"], s["own"]) for s in found["shelf"]["stretches"]], [(1, 1), (2, 2)])
        self.assertIsNone(found["shelf"]["limit"])
        self.assertIsNone(self.plan(("a", None, {}))["shelf"])

    def test_the_season_is_that_of_the_half_of_the_earth(self):
        body = {"season": "autumn", "on": "2027-10-10"}
        north = self.plan(("none", None, {}), **body)
        self.assertTrue(north["in_window"])
        WorkYear.objects.create(hemisphere=Hemisphere.SOUTH)
        south = self.plan(("none", None, {}), **body)
        self.assertFalse(south["in_window"])
        self.assertEqual(south["window_opens"], "2028-03-15")

    def test_seed_outside_is_warned_of_a_warm_spell_before_a_frost(self):
        outside = write_recipe(by=make_person(), name="outside", steps=[{"kind": "outdoors", "duration": 120}])
        autumn = self.plan(("out", outside, {}), mode="start_together", on="2026-10-01")
        self.assertIn("simulated", autumn["warnings"][0])
        self.assertIn("frost", autumn["warnings"][0])
        summer = self.plan(("out", make_recipe("fridge", 120), {}), mode="start_together", on="2026-10-01")
        self.assertEqual(summer["warnings"], [])

    def test_checks_fall_on_working_days(self):
        found = self.plan(("8", make_recipe("8 weeks", 56), {}))
        checks = [date.fromisoformat(c) for c in found["treatments"][0]["steps"][0]["checks"]]
        self.assertGreaterEqual(len(checks), 6)
        self.assertTrue(all(c.weekday() < 5 for c in checks))


class TheWorkYear(ApiCase):
    def test_it_is_changed_with_its_version_and_refuses_what_cannot_be(self):
        url = "/api/v1/work-year/"
        self.assertEqual(self.client.get(url).json()["working_days"], [0, 1, 2, 3, 4])
        off = [{"day": "2026-12-25", "name": "x"}]
        self.assertEqual(self.client.patch(url, {"version": 1, "days_off": off}).json()["version"], 2)
        self.assertProblem(self.client.patch(url, {"version": 1, "hands": 3}), 409, "stale_version")
        self.assertProblem(self.client.patch(url, {"version": 2, "working_days": []}), 422, "no_working_day", "/working_days")
        self.assertProblem(self.client.patch(url, {"version": 2, "days_off": off * 2}), 422, "day_twice", "/days_off/1/day")


class KeptAsShown(ApiCase):
    """What somebody saw before the seed went into the bag is the plan of the bag."""

    def setUp(self):
        super().setUp()
        self.lot, self.recipe = make_lot(), make_recipe("8 weeks cold", 56)
        body = {"items": [{"name": "cold", "recipe": self.recipe.pk}], "mode": "start_together", "on": "2026-12-04"}
        shown = self.client.post("/api/v1/plan/", body, format="json").json()["treatments"][0]["steps"]
        self.steps = [{"start": s["start"], "end": s["end"]} for s in shown]

    def put_in(self, **fields):
        body = {"lot": self.lot.pk, "recipe": self.recipe.pk, "seeds": 50, "on": "2026-12-04"}
        return self.client.post("/api/v1/batches/", body | fields, format="json")

    def kept(self, answer):
        self.assertEqual(answer.status_code, 201, answer.content)
        return [(s.start, s.end) for s in course_of(Batch.objects.get(pk=answer.json()["id"])).plan]

    def test_also_where_the_calendar_would_lay_it_otherwise_by_now(self):
        shown = [(datetime.fromisoformat(s["start"]), datetime.fromisoformat(s["end"])) for s in self.steps]
        change_work_year(by=make_person(), version=1, changes={"working_days": [2]})
        self.assertEqual(self.kept(self.put_in(steps=self.steps)), shown)
        self.assertNotEqual(self.kept(self.put_in()), shown)

    def test_a_plan_of_another_recipe_or_out_of_order_is_refused(self):
        self.assertProblem(self.put_in(steps=[]), 422, "not_of_recipe", "/steps")
        turned = [{"start": self.steps[0]["end"], "end": self.steps[0]["start"]}]
        self.assertProblem(self.put_in(steps=turned), 422, "out_of_order", "/steps")
        self.assertFalse(Batch.objects.exists())
