from django.core.exceptions import PermissionDenied
from django.test import TestCase

from core.treatment import SCHOOLS
from core.vocabulary import Role, School, StepKind
from server.errors import DomainError, Refused
from server.recipes.models import Recipe
from server.recipes.services import write_recipe
from server.tests.builders import ApiCase, make_person, make_recipe, make_trial, now
from server.trials.services.looks import sow_trial


class WritingRecipes(TestCase):
    def write(self, *steps, **fields):
        return write_recipe(by=make_person(), **({"name": "tried", "steps": list(steps)} | fields))

    def test_steps_keep_their_order(self):
        recipe = self.write({"kind": "hot_water", "duration": 10, "unit": "min"}, {"kind": "cold_moist", "duration": 84})
        self.assertEqual([s.kind for s in recipe.steps.all()], ["hot_water", "cold_moist"])

    def test_a_new_edition_leaves_the_old_one_as_it_was(self):
        old = make_recipe("cold", 28)
        new = self.write({"kind": "cold_moist", "duration": 56}, name="another name", replaces=old)
        self.assertEqual((new.name, new.edition), ("cold", 2))
        self.assertEqual([s.duration for s in Recipe.objects.get(pk=old.pk).steps.all()], [28])

    def test_an_edition_is_replaced_once(self):
        old = make_recipe("cold", 28)
        self.write({"kind": "cold_moist", "duration": 56}, replaces=old)
        with self.assertRaises(DomainError) as caught:
            self.write({"kind": "cold_moist", "duration": 70}, replaces=old)
        self.assertEqual(caught.exception.code, "replaced")

    def test_a_name_is_taken_once(self):
        make_recipe("cold")
        with self.assertRaises(DomainError) as caught:
            self.write({"kind": "nick"}, name="cold")
        self.assertEqual(caught.exception.code, "name_taken")

    def test_a_step_needs_a_time_unless_it_is_done_by_hand(self):
        self.write({"kind": "nick"})
        with self.assertRaises(Refused) as caught:
            self.write({"kind": "nick"}, {"kind": "soak", "duration": 0, "unit": "h"}, name="other")
        self.assertEqual(caught.exception.errors[0]["pointer"], "/steps/1/duration")

    def test_cycles_are_whole_days(self):
        self.write({"kind": "freeze_thaw", "duration": 12})
        for duration, unit in ((12.5, "d"), (12, "h")):
            with self.assertRaises(Refused) as caught:
                self.write({"kind": "freeze_thaw", "duration": duration, "unit": unit}, name="other")
            self.assertIn("whole cycles", str(caught.exception))

    def test_least_and_most_hold_the_dose_between_them(self):
        for field, value in (("duration_min", 20), ("duration_max", 5)):
            with self.assertRaises(Refused) as caught:
                self.write({"kind": "soak", "duration": 12, "unit": "h", field: value})
            self.assertEqual(caught.exception.errors[0]["pointer"], f"/steps/0/{field}")

    def test_a_refused_recipe_leaves_nothing_behind(self):
        with self.assertRaises(Refused):
            self.write({"kind": "soak", "duration": -1})
        self.assertFalse(Recipe.objects.exists())

    def test_helpers_write_none(self):
        with self.assertRaises(PermissionDenied):
            write_recipe(by=make_person(Role.COUNTER), name="x", steps=[])


class RecipeApi(ApiCase):
    def test_a_recipe_is_written_and_only_the_latest_edition_is_listed(self):
        body = {
            "name": "acid",
            "steps": [{"kind": "acid", "duration": 30, "unit": "min"}, {"kind": "rinse", "duration": 10, "unit": "min"}],
        }
        first = self.client.post("/api/v1/recipes/", body)
        self.assertEqual(first.status_code, 201)
        self.assertIn("Trained people only", first.json()["cautions"][0]["care"])
        second = self.client.post("/api/v1/recipes/", body | {"replaces": first.json()["id"]})
        self.assertEqual(second.json()["edition"], 2)
        self.assertEqual([r["id"] for r in self.client.get("/api/v1/recipes/").json()["results"]], [second.json()["id"]])
        self.assertEqual(self.client.get(f"/api/v1/recipes/{first.json()['id']}/").json()["edition"], 1)

    def test_refusals_point_at_their_step(self):
        body = {"name": "x", "steps": [{"kind": "soak", "duration": -2, "unit": "h"}]}
        self.assertProblem(self.client.post("/api/v1/recipes/", body), 422, "duration_negative", "/steps/0/duration")
        body = {"name": "x", "steps": [{"kind": "boil"}]}
        self.assertProblem(self.client.post("/api/v1/recipes/", body), 400, "malformed", "/steps/0/kind")

    def test_every_kind_of_step_can_be_written(self):
        for kind in StepKind:
            body = {"name": f"only {kind}", "steps": [{"kind": kind.value, "duration": 1}]}
            self.assertEqual(self.client.post("/api/v1/recipes/", body).status_code, 201, kind)

    def test_the_list_needs_a_fixed_number_of_queries(self):
        for n in range(6):
            make_recipe(f"recipe {n}")
        with self.assertNumQueries(5):
            self.client.get("/api/v1/recipes/")


class StarterRecipes(ApiCase):
    def test_those_that_are_missing_are_added_with_their_steps(self):
        taken = SCHOOLS[0]
        make_recipe(taken.name, 7)
        added = self.client.post("/api/v1/recipes/starters/").json()
        self.assertEqual({r["name"] for r in added}, {s.name for s in SCHOOLS[1:]})
        soak = next(r for r in added if r["school"] == School.SOAK_FIRST)["steps"]
        self.assertEqual([(s["kind"], s["duration"], s["unit"]) for s in soak], [("soak", 24, "h"), ("cold_moist", 56, "d")])
        self.assertEqual(self.client.post("/api/v1/recipes/starters/").json(), [])

    def test_a_recipe_is_tested_once_a_dish_of_it_was_sown(self):
        used = make_recipe("nick of ours", 1)
        trial = make_trial()
        trial.treatments.filter(name="cold").update(recipe=used)
        tested = lambda: {r["name"]: r["tested"] for r in self.client.get("/api/v1/recipes/").json()["results"]}  # noqa: E731
        self.assertEqual(tested(), {"nick of ours": False})
        sow_trial(by=make_person(), trial=trial, at=now(), sure=True)
        self.assertEqual(tested(), {"nick of ours": True})

    def test_a_recipe_that_a_ladder_uses_again_says_whether_it_was_tested(self):
        cold = make_recipe("cold", 28)
        rungs = lambda: self.client.post(f"/api/v1/recipes/{cold.pk}/ladder/", {"step": 0, "doses": [14]}).json()  # noqa: E731
        made = next(r["recipe"] for r in rungs() if r["recipe"])
        self.assertFalse(made["tested"])
        trial = make_trial()
        trial.treatments.filter(name="cold").update(recipe=made["id"])
        sow_trial(by=make_person(), trial=trial, at=now(), sure=True)
        self.assertEqual([(r["recipe"]["id"], r["recipe"]["tested"]) for r in rungs() if r["recipe"]], [(made["id"], True)])
