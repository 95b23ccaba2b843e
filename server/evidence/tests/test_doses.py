from datetime import timedelta
from uuid import uuid4

from core.vocabulary import DurationUnit, StepKind
from server.batches.models import Batch
from server.evidence.selectors import doses as selectors
from server.evidence.selectors.doses import dose_responses_of_lots, dose_responses_of_trial
from server.evidence.tests.grown import grow
from server.tests.builders import ApiCase, make_lot, make_recipe, make_sown_trial, make_taxon
from server.trials.models import Dish, Treatment

COUNTS = {0: (0, 1, 0), 28: (4, 5, 6), 56: (12, 13, 11), 84: (17, 16, 18)}


def series(counts=COUNTS, lot=None, kind=StepKind.COLD_MOIST, prefix=""):
    """A sown trial of doses of one step, in days, with what came up in each dish."""
    names = {d: "none" if not d else f"{prefix}{d} days" for d in counts}
    trial = make_sown_trial(40, treatments=tuple(names.values()), dishes=3, seeds=20, lot=lot)
    for d, per_dish in counts.items():
        grow(trial, names[d], per_dish)
        if d:
            recipe = make_recipe(names[d], d, kind)
            Treatment.objects.filter(trial=trial, name=names[d]).update(recipe=recipe)
    return trial


class OfATrial(ApiCase):
    def doses(self, trial, **query):
        return self.client.get(f"/api/v1/trials/{trial.pk}/doses/", query).json()

    def test_a_rise_says_which_dose_is_enough_with_its_curve_and_the_next_series(self):
        trial = series()
        (found,) = self.doses(trial)
        self.assertEqual((found["shape"], found["kind"], found["unit"]), ("rising", "cold_moist", "d"))
        self.assertTrue(28 < found["lower"] < found["dose"] < found["upper"] <= 84)
        self.assertIn("of cold on, ", found["sentences"][0])
        self.assertEqual([r["dose"] for r in found["rings"]], [0, 28, 56, 84])
        self.assertEqual((found["line"][0]["dose"], found["line"][-1]["dose"]), (0, 84))
        for point in found["line"]:
            self.assertTrue(point["lower"] <= point["share"] <= point["upper"])
        self.assertTrue(all(d % 7 == 0 for d in found["next_doses"]))
        self.assertIn("Next, try none, ", found["next_sentence"])

    def test_the_next_series_is_made_ready_with_its_recipes_once(self):
        trial = series()
        found = self.doses(trial)[0]
        made = [self.client.post(f"/api/v1/trials/{trial.pk}/next-doses/", {}).json() for _ in range(2)]
        self.assertEqual([t["dose"] for t in made[0]["treatments"]], [0, *found["next_doses"]])
        self.assertEqual((made[0]["treatments"][0]["recipe"], made[0]["treatments"][0]["is_control"]), (None, True))
        self.assertEqual(made[0], made[1])
        self.assertIn("cold", made[0]["question"])
        flat = series(dict.fromkeys(COUNTS, (10, 11, 9)), prefix="flat ")
        none = self.client.post(f"/api/v1/trials/{flat.pk}/next-doses/", {})
        self.assertEqual((none.status_code, none.json()["code"]), (409, "not_proposed"))

    def test_a_share_that_is_asked_for_moves_the_dose(self):
        trial = series()
        half, most = self.doses(trial, share=0.5)[0], self.doses(trial, share=0.97)[0]
        self.assertLess(half["dose"], self.doses(trial)[0]["dose"])
        self.assertEqual((half["wanted"], most["dose"], most["reason"]), (0.5, None, "beyond_the_tried_doses"))
        self.assertEqual(self.client.get(f"/api/v1/trials/{trial.pk}/doses/", {"share": 1.4}).status_code, 400)

    def test_three_doses_are_joined_without_a_curve(self):
        (found,) = self.doses(series({d: COUNTS[d] for d in (0, 28, 56)}))
        self.assertEqual((found["shape"], found["line"], found["reason"]), (None, [], "too_few_doses"))
        self.assertIn("four doses", found["sentences"][0])

    def test_a_trial_without_a_series_has_none_and_one_without_a_count_says_so(self):
        plain = make_sown_trial(40)
        early = self.client.get(f"/api/v1/trials/{plain.pk}/doses/")
        self.assertEqual((early.status_code, early.json()["code"]), (409, "no_look"))
        grow(plain, "none", (1, 2, 1))
        grow(plain, "cold", (4, 5, 4))
        self.assertEqual(self.doses(plain), [])

    def test_no_effect_has_no_dose_and_no_next_series(self):
        (found,) = self.doses(series(dict.fromkeys(COUNTS, (10, 11, 9))))
        self.assertEqual((found["no_effect"], found["dose"], found["next_doses"]), (True, None, []))
        self.assertIn("No effect of the dose is shown", found["sentences"][0])

    def test_days_of_cold_come_from_the_log_where_every_bag_has_one(self):
        trial = series()
        bag = Batch(pk=77)
        given = {77: 51.5}
        self.addCleanup(setattr, selectors, "cold_days", selectors.cold_days)
        selectors.cold_days = lambda bags: {b: given[b] for b in bags if b in given}
        treatments = Treatment.objects.filter(trial=trial).order_by("order")
        rungs = [type("Rung", (), {"treatment": t, "dishes": [_dish(bag if t.name == "56 days" else None)] * 3}) for t in treatments]
        doses, told = selectors._doses_given(rungs, [0, 28, 56, 84], DurationUnit.DAYS, StepKind.COLD_MOIST)
        self.assertEqual((doses, told), ([0, 28, 51.5, 84], [False, False, True, False]))


def _dish(bag):
    return type("Course", (), {"dish": Dish(code=str(uuid4()), batch_id=bag.pk if bag else None)})


class OverLots(ApiCase):
    def test_trials_of_a_plant_make_one_curve(self):
        taxon = make_taxon()
        first, second = (make_lot(code, taxon=taxon) for code in ("HR-1", "HR-2"))
        series(lot=first)
        series({0: (1, 0, 1), 42: (9, 8, 9), 70: (13, 15, 14)}, lot=second, prefix="second ")
        (found,) = self.client.get(f"/api/v1/taxa/{taxon.pk}/doses/").json()
        self.assertEqual((found["trials"], found["shape"], len(found["rings"])), (2, "rising", 7))
        self.assertEqual({r["lot_code"] for r in found["rings"]}, {first.code, second.code})
        self.assertIn("Over 2 trials.", found["sentences"][0])
        for point in found["line"]:
            self.assertTrue(point["next_lower"] <= point["lower"] <= point["upper"] <= point["next_upper"])

    def test_a_lot_without_a_name_has_its_own(self):
        trial = series()
        lot = trial.lots[0]
        (found,) = self.client.get(f"/api/v1/lots/{lot.pk}/doses/").json()
        self.assertEqual(found["trials"], 1)

    def test_a_recipe_shows_the_series_that_it_is_a_dose_of(self):
        trial = series()
        recipe = Treatment.objects.get(trial=trial, name="56 days").recipe
        (plant,) = self.client.get(f"/api/v1/recipes/{recipe.pk}/doses/").json()
        self.assertEqual(plant["series"][0]["kind"], "cold_moist")
        other = make_recipe("smoke", 1, StepKind.SMOKE_WATER)
        self.assertEqual(self.client.get(f"/api/v1/recipes/{other.pk}/doses/").json(), [])

    def test_a_plant_without_trials_has_none(self):
        self.assertEqual(self.client.get(f"/api/v1/taxa/{make_taxon().pk}/doses/").json(), [])
        self.assertEqual(dose_responses_of_lots([]), [])

    def test_any_number_of_trials_needs_the_same_queries(self):
        taxon = make_taxon()
        lots = [make_lot(f"HR-{i}", taxon=taxon) for i in range(3)]
        series(lot=lots[0])
        one = self._queries(lots)
        for i, lot in enumerate(lots[1:]):
            series(lot=lot, prefix=f"{i} ")
        self.assertLessEqual(self._queries(lots), one + 2)

    def _queries(self, lots):
        from django.db import connection
        from django.test.utils import CaptureQueriesContext

        dose_responses_of_lots(lots)
        with CaptureQueriesContext(connection) as captured:
            dose_responses_of_lots(lots)
        return len(captured)


class Unsaid(ApiCase):
    def test_a_trial_read_directly_says_the_same_as_over_http(self):
        trial = series()
        found = dose_responses_of_trial(trial)
        self.assertEqual(found[0].dose, self.client.get(f"/api/v1/trials/{trial.pk}/doses/").json()[0]["dose"])
        self.assertEqual(timedelta(days=found[0].rings[-1].planned).days, 84)
