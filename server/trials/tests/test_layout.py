from datetime import timedelta
from uuid import uuid4

from django.core.exceptions import PermissionDenied
from django.db import IntegrityError, transaction
from django.test import TestCase

from core.vocabulary import AmountKnown, Layout, Role
from server.errors import DomainError, Refused
from server.lots.selectors import stocks
from server.recipes.models import Recipe
from server.recipes.services import step_body
from server.tests.builders import (
    ApiCase,
    look,
    looked_before,
    make_lot,
    make_person,
    make_place,
    make_recipe,
    make_sown_trial,
    make_taxon,
    make_trial,
    now,
)
from server.trials.models import Dish, Treatment, Trial
from server.trials.services.layout import change_trial, lay_out_trial
from server.trials.services.looks import record_look
from server.trials.services.new_look import NewLook
from server.trials.services.new_treatments import NewTreatment


class LayingOut(TestCase):
    def test_four_by_four_by_25_are_400_seeds_in_16_dishes_with_codes_of_their_own(self):
        lot = make_lot(seeds=1000)
        trial = make_trial(("none", "a", "b", "c"), dishes=4, seeds=25, lot=lot)
        dishes = Dish.objects.filter(treatment__trial=trial)
        self.assertEqual(len({d.code for d in dishes}), 16)
        self.assertEqual(sorted(d.position for d in dishes), list(range(1, 17)))
        self.assertEqual(stocks([lot.pk])[lot.pk].seeds, 600)
        by_position = list(dishes.order_by("position").values_list("treatment__order", flat=True))
        self.assertNotEqual(by_position, sorted(by_position))

    def test_codes_are_never_used_again_in_another_trial(self):
        codes = [set(Dish.objects.filter(treatment__trial=make_trial(dishes=4)).values_list("code", flat=True)) for _ in range(4)]
        self.assertEqual(len(set.union(*codes)), 32)

    def test_the_same_seed_lays_out_the_same_trial(self):
        def order(trial):
            return list(Dish.objects.filter(treatment__trial=trial).order_by("position").values_list("treatment__name", flat=True))

        self.assertEqual(order(make_trial(layout_seed=9)), order(make_trial(layout_seed=9)))

    def test_blocks_hold_each_treatment_once(self):
        trial = make_trial(("none", "a", "b"), dishes=4, layout=Layout.BLOCKS)
        for block in range(1, 5):
            self.assertEqual(Treatment.objects.filter(trial=trial, dishes__block=block).distinct().count(), 3)

    def laid_out(self, *new, lot=None):
        """A trial of one dish of five seeds a treatment."""
        small = {"question": "?", "dishes_per_treatment": 1, "seeds_per_dish": 5, "sow_on": now().date(), "at": now()}
        return lay_out_trial(by=make_person(), lot=lot or make_lot(seeds=50), treatments=new, **small)

    def test_steps_that_vary_a_recipe_become_a_recipe_once_and_steps_of_a_known_one_are_it(self):
        known, lot = make_recipe("8 weeks cold", 56), make_lot(seeds=500)
        steps = [{"kind": "cold_moist", "unit": "d", "temperature_c": 4, "duration": 70}]
        new = (
            NewTreatment("no cold", is_control=True),
            NewTreatment("8 weeks", steps=[step_body(known.steps.get())]),
            NewTreatment("10 weeks", known, steps=steps, recipe_name="10 weeks cold"),
        )
        none, same, varied = (t.recipe for t in self.laid_out(*new, lot=lot).treatments.order_by("order"))
        self.assertEqual((none, same, varied.name, varied.steps.get().duration), (None, known, "10 weeks cold", 70))
        self.assertEqual((varied.note, varied.confidence), (known.note, known.confidence))
        again = self.laid_out(*new, lot=lot).treatments.order_by("order")
        self.assertEqual([t.recipe for t in again], [none, same, varied])

    def test_a_recipe_of_a_name_that_is_taken_gets_a_number(self):
        make_recipe("cold", 56)
        trial = self.laid_out(NewTreatment("only", steps=[{"kind": "cold_moist", "duration": 9}], recipe_name="cold"))
        self.assertEqual(trial.treatments.get().recipe.name, "cold, 2")

    def test_a_trial_that_is_refused_leaves_no_recipe(self):
        with self.assertRaises(Refused):
            self.laid_out(NewTreatment("only", steps=[{"kind": "cold_moist", "duration": 9}]), lot=make_lot(seeds=4))
        self.assertFalse(Recipe.objects.exists())

    def test_trial_codes_come_from_the_plant_and_count_up(self):
        lot = make_lot(taxon=make_taxon("Balsamorhiza sagittata", "arrowleaf balsamroot"))
        self.assertEqual([make_trial(lot=lot, dishes=1).code for _ in range(2)], ["BAL-01", "BAL-02"])

    def test_more_seed_than_the_lot_holds_is_refused_with_the_numbers_and_leaves_nothing(self):
        lot = make_lot(seeds=50)
        with self.assertRaises(Refused) as caught:
            make_trial(dishes=3, seeds=10, lot=lot)
        self.assertIn("60 seeds", caught.exception.detail)
        self.assertIn("50", caught.exception.detail)
        self.assertFalse(Trial.objects.exists())

    def test_a_lot_nobody_measured_can_be_tried_and_draws_nothing(self):
        lot = make_lot(seeds=None)
        make_trial(lot=lot)
        self.assertEqual(lot.stock_entries.count(), 0)

    def test_drawing_from_an_estimate_keeps_it_an_estimate(self):
        lot = make_lot(seeds=500, known=AmountKnown.SCOOPED)
        make_trial(lot=lot)
        self.assertTrue(stocks([lot.pk])[lot.pk].estimated)

    def lay_out(self, *treatments):
        lot = make_lot()
        lay_out_trial(
            by=make_person(),
            lot=lot,
            question="?",
            treatments=treatments,
            dishes_per_treatment=1,
            seeds_per_dish=1,
            sow_on=now().date(),
            at=now(),
        )

    def test_treatments_that_cannot_be_are_refused_at_their_place(self):
        control = NewTreatment("none", is_control=True)
        cases = {
            "no_treatment": ((), "/treatments"),
            "no_control": ((NewTreatment("a"), NewTreatment("b")), "/treatments"),
            "two_controls": ((control, NewTreatment("a", is_control=True)), "/treatments/1/is_control"),
            "name_twice": ((control, NewTreatment("None ")), "/treatments/1/name"),
            "no_name": ((control, NewTreatment(" ")), "/treatments/1/name"),
        }
        for code, (treatments, pointer) in cases.items():
            with self.subTest(code), transaction.atomic(), self.assertRaises(Refused) as caught:
                self.lay_out(*treatments)
            self.assertEqual((caught.exception.code, caught.exception.errors[0]["pointer"]), (code, pointer))
            Trial.objects.all().delete()
            self._forget_lot()

    def _forget_lot(self):
        from server.lots.models import Lot, StockEntry

        StockEntry.objects.all().delete()
        Lot.objects.all().delete()

    def test_the_database_holds_one_control_too(self):
        trial = make_trial()
        with self.assertRaises(IntegrityError), transaction.atomic():
            Treatment.objects.create(trial=trial, order=9, name="second control", is_control=True)

    def test_only_growers_lay_out(self):
        lot = make_lot()
        with self.assertRaises(PermissionDenied):
            lay_out_trial(
                by=make_person(Role.COUNTER),
                lot=lot,
                question="?",
                treatments=[NewTreatment("x")],
                dishes_per_treatment=1,
                seeds_per_dish=1,
                sow_on=now().date(),
                at=now(),
            )

    def test_the_rule_for_germinated_is_kept_once_something_was_counted(self):
        trial = make_sown_trial()
        change_trial(by=make_person(), trial=trial, version=1, changes={"criterion": "shoot"})
        look(Dish.objects.first(), 3)
        trial.refresh_from_db()
        with self.assertRaises(DomainError) as caught:
            change_trial(by=make_person(), trial=trial, version=2, changes={"criterion": "root_2_mm"})
        self.assertEqual(caught.exception.code, "criterion_in_use")


class TrialApi(ApiCase):
    def body(self, **changes):
        lot = make_lot(seeds=1000)
        return {
            "lot": lot.pk,
            "question": "Does cold wake it?",
            "treatments": [
                {"name": "none", "recipe": None, "is_control": True},
                {"name": "cold", "recipe": make_recipe().pk},
            ],
            "dishes_per_treatment": 3,
            "seeds_per_dish": 20,
            "sow_on": "2026-12-01",
            "place": make_place().pk,
        } | changes

    def test_a_trial_is_laid_out_listed_and_read(self):
        made = self.client.post("/api/v1/trials/", self.body())
        self.assertEqual(made.status_code, 201, made.content)
        row = self.client.get("/api/v1/trials/").json()["results"][0]
        self.assertEqual((row["state"], row["dishes"], row["seeds"], row["treatments"]), ("planned", 6, 120, 2))
        one = self.client.get(f"/api/v1/trials/{made.json()['id']}/").json()
        self.assertNotIn("layout_seed", one)
        self.assertTrue(one["codes_hidden"])

    def test_refusals_point_at_their_fields(self):
        body = self.body(seeds_per_dish=2000)
        self.assertProblem(self.client.post("/api/v1/trials/", body), 422, "more_than_lot", "/seeds_per_dish")
        body = body | {"seeds_per_dish": 0}
        self.assertProblem(self.client.post("/api/v1/trials/", body), 422, "below_one", "/seeds_per_dish")
        body = body | {"seeds_per_dish": "many", "lot": 999}
        self.assertProblem(self.client.post("/api/v1/trials/", body), 400, "malformed", "/lot", "/seeds_per_dish")

    def test_counters_neither_lay_out_nor_sow_and_a_trial_is_sown_once(self):
        counter = self.as_role(Role.COUNTER)
        self.assertProblem(counter.post("/api/v1/trials/", self.body()), 403, "not_allowed")
        trial = make_trial()
        self.assertProblem(counter.post(f"/api/v1/trials/{trial.pk}/sow/"), 403, "not_allowed")
        self.assertEqual(self.client.post(f"/api/v1/trials/{trial.pk}/sow/").status_code, 204)
        self.assertProblem(self.client.post(f"/api/v1/trials/{trial.pk}/sow/"), 409, "sown_already")

    def test_a_sowing_that_was_a_slip_is_taken_back_until_a_dish_was_looked_at(self):
        trial = make_trial()
        take_back = f"/api/v1/trials/{trial.pk}/take-back-sowing/"
        self.assertProblem(self.client.post(take_back), 409, "not_sown")
        self.client.post(f"/api/v1/trials/{trial.pk}/sow/")
        self.assertEqual(self.client.post(take_back).status_code, 204)
        self.assertEqual(self.client.get("/api/v1/trials/").json()["results"][0]["state"], "planned")
        self.assertEqual(self.client.post(f"/api/v1/trials/{trial.pk}/sow/").status_code, 204)
        self.assertEqual(Dish.objects.first().sowings.count(), 3)
        dish = Dish.objects.first()
        record_look(by=make_person(), dish=dish, new=NewLook(at=now() + timedelta(seconds=2), client_id=uuid4()))
        self.assertProblem(self.client.post(take_back), 409, "looked_at")

    def test_changes_are_versioned_and_kept_in_the_history(self):
        trial = make_trial()
        path = f"/api/v1/trials/{trial.pk}/"
        self.assertEqual(self.client.patch(path, {"version": 1, "question": "Does more cold wake it?"}).json()["version"], 2)
        self.assertProblem(self.client.patch(path, {"version": 1, "question": "?"}), 409, "stale_version")
        newest = self.client.get(path + "history/").json()[0]
        self.assertEqual([(c["field"], c["before"]) for c in newest["changes"]], [("question", "Does cold wake it?")])

    def test_a_trial_is_found_by_plant_and_question(self):
        make_trial(question="Does smoke wake it?")
        for words, count in (("smoke", 1), ("dune", 1), ("smoke dune", 1), ("smoke sheep", 0)):
            self.assertEqual(self.client.get(f"/api/v1/trials/?search={words}").json()["count"], count, words)

    def test_the_list_needs_the_same_queries_whatever_its_length(self):
        make_trial()
        looked_before()
        with self.assertNumQueries(12):
            self.client.get("/api/v1/trials/")
        for _ in range(4):
            make_sown_trial()
        looked_before()
        with self.assertNumQueries(12):
            self.assertEqual(self.client.get("/api/v1/trials/").json()["count"], 5)
