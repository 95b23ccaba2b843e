import numpy as np
import statsmodels.api as sm
from django.test import TestCase
from scipy.stats import f

from core.vocabulary import Role, StockKind, Trouble
from server.errors import DomainError, Refused
from server.evidence.selectors.comparison import comparison
from server.evidence.selectors.decision import decision_page
from server.lots.models import StockEntry
from server.lots.selectors import stocks
from server.lots.services.descent import float_lot
from server.tests.builders import DAY, ApiCase, dishes_of, look, make_batch, make_lot, make_person, make_recipe, make_taxon, now
from server.trials.models import Dish, Treatment, Trial
from server.trials.services.layout import lay_out_trial
from server.trials.services.looks import sow_trial
from server.trials.services.new_treatments import NewTreatment


def make_lots_trial(lots, recipes=(None,), dishes=3, seeds=20, sown=True, **fields):
    """A trial of several lots by some recipes; the first recipe is each lot's control where there are several."""
    rows = [
        NewTreatment(r.name if r else "none", r, is_control=len(recipes) > 1 and i == 0, lot=lot)
        for lot in lots
        for i, r in enumerate(recipes)
    ]
    given = {"question": "Which lot is better?", "sow_on": now().date(), "layout_seed": 7} | fields
    trial = lay_out_trial(
        by=make_person(), treatments=rows, dishes_per_treatment=dishes, seeds_per_dish=seeds, at=now() - 300 * DAY, **given
    )
    if sown:
        sow_trial(by=make_person(), trial=trial, at=now() - 40 * DAY)
    return trial


def count(trial, lot, recipe, counts):
    """Count the dishes of a lot's treatment once."""
    mine = Dish.objects.filter(treatment__trial=trial, treatment__lot=lot, treatment__recipe=recipe).order_by("position")
    for dish, n in zip(mine, counts, strict=True):
        look(dish, 10, n)


class LaidOut(TestCase):
    def setUp(self):
        self.a, self.b = make_lot("A-1", seeds=500), make_lot("B-1", seeds=300)
        self.cold = make_recipe("cold")

    def refused(self, rows, **fields):
        with self.assertRaises(DomainError) as caught:
            given = {"question": "?", "sow_on": now().date(), "dishes_per_treatment": 2, "seeds_per_dish": 10, "at": now()} | fields
            lay_out_trial(by=make_person(), treatments=rows, **given)
        return caught.exception

    def test_each_lot_gives_the_seed_of_its_own_treatments(self):
        trial = make_lots_trial([self.a, self.b], [None, self.cold], dishes=2, seeds=10, sown=False)
        left = stocks([self.a.pk, self.b.pk])
        self.assertEqual((left[self.a.pk].seeds, left[self.b.pk].seeds), (460, 260))
        drawn = StockEntry.objects.filter(kind=StockKind.DRAWN, reason=f"trial {trial.code}").order_by("lot__code")
        self.assertEqual([(x.lot.code, x.amount) for x in drawn], [("A-1", 40), ("B-1", 40)])
        self.assertEqual([x.code for x in trial.lots], ["A-1", "B-1"])
        self.assertIsNone(trial.one_lot)
        self.assertEqual(len({d.code for d in dishes_of(trial)}), 8)

    def test_a_lot_that_is_short_of_seed_is_named_with_both_numbers(self):
        short = make_lot("S-1", seeds=15)
        found = self.refused([NewTreatment("none", lot=self.a), NewTreatment("none", lot=short)])
        self.assertEqual((type(found), found.code), (Refused, "more_than_lot"))
        self.assertIn("This trial needs 20 seeds, but lot S-1 holds 15.", found.detail)
        self.assertFalse(Trial.objects.exists())

    def test_the_same_lot_twice_is_named(self):
        found = self.refused([NewTreatment("none", lot=self.a), NewTreatment("none", lot=self.b), NewTreatment("none", lot=self.a)])
        self.assertEqual((found.code, found.errors[0]["pointer"]), ("name_twice", "/treatments/2/name"))
        self.assertIn("Lot A-1 is in this trial twice with the treatment “none”", found.detail)

    def test_a_lot_in_quarantine_is_only_taken_where_somebody_is_sure(self):
        sick = make_lot("Q-1")
        type(sick).objects.filter(pk=sick.pk).update(trouble=Trouble.MOULDY)
        sick.refresh_from_db()
        rows = [NewTreatment("none", lot=self.a), NewTreatment("none", lot=sick)]
        found = self.refused(rows)
        self.assertEqual(found.code, "in_quarantine")
        self.assertIn("Lot Q-1 (mouldy) is in quarantine", found.detail)
        given = {"question": "?", "sow_on": now().date(), "dishes_per_treatment": 2, "seeds_per_dish": 10, "at": now()}
        self.assertEqual(len(lay_out_trial(by=make_person(), treatments=rows, sure=True, **given).lots), 2)

    def test_a_treatment_without_a_lot_is_named(self):
        found = self.refused([NewTreatment("none", lot=self.a), NewTreatment("cold")])
        self.assertEqual((found.code, found.errors[0]["pointer"]), ("no_lot", "/treatments/1/lot"))

    def test_the_control_is_one_for_the_trial_or_one_for_each_lot_or_none_for_lots_alone(self):
        c = make_lot("C-1")
        alone = [NewTreatment("none", lot=x) for x in (self.a, self.b, c)]
        one = [NewTreatment("none", lot=self.a, is_control=True), *alone[1:]]
        each = [NewTreatment(n, r, lot=x, is_control=r is None) for x in (self.a, self.b) for n, r in (("none", None), ("cold", self.cold))]
        for rows in (alone, one, each):
            given = {"question": "?", "sow_on": now().date(), "dishes_per_treatment": 1, "seeds_per_dish": 5, "at": now()}
            self.assertEqual(lay_out_trial(by=make_person(), treatments=rows, **given).treatments.count(), len(rows))
        some = [NewTreatment("none", lot=x, is_control=x is not c) for x in (self.a, self.b, c)] + [NewTreatment("cold", self.cold, lot=c)]
        self.assertEqual(self.refused(some).code, "controls_of_some")
        none = [NewTreatment("none", lot=self.a), NewTreatment("cold", self.cold, lot=self.a), NewTreatment("none", lot=self.b)]
        self.assertEqual(self.refused(none).code, "no_control")
        two = [NewTreatment(n, lot=self.a, is_control=True) for n in ("none", "more")]
        self.assertEqual(self.refused([*two, NewTreatment("none", lot=self.b)]).code, "two_controls")


class Compared(TestCase):
    def setUp(self):
        plant = make_taxon()
        self.a, self.b = make_lot("A-1", taxon=plant), make_lot("B-1", taxon=plant)
        self.cold = make_recipe("cold", 28)

    def crossed(self):
        trial = make_lots_trial([self.a, self.b], [None, self.cold])
        for lot, recipe, counts in (
            (self.a, None, (4, 5, 6)), (self.a, self.cold, (16, 15, 17)), (self.b, None, (9, 8, 10)), (self.b, self.cold, (7, 9, 8)),
        ):  # fmt: skip
            count(trial, lot, recipe, counts)
        return trial

    def test_each_treatment_is_compared_with_its_own_lots_control(self):
        found = comparison(self.crossed())
        names = {t.id: t.name for t in found.treatments}
        self.assertEqual(list(names.values()), ["none, A-1", "cold, A-1", "none, B-1", "cold, B-1"])
        against = {names[t.id]: t.against_control for t in found.treatments if t.against_control}
        self.assertEqual(list(against), ["cold, A-1", "cold, B-1"])
        self.assertAlmostEqual(against["cold, A-1"].diff, 33 / 60)
        self.assertAlmostEqual(against["cold, B-1"].diff, -3 / 60)
        self.assertEqual([x.b for x in found.speed.lines], ["none, A-1", "none, B-1"])

    def test_lots_and_treatments_are_two_factors(self):
        found = comparison(self.crossed()).factors
        self.assertEqual((found.factor_a, found.factor_b), ("lot", "treatment"))
        self.assertLess(found.test.interaction.p, 0.01)
        self.assertIn("“lot” and “treatment” interact", found.sentences[0])

    def test_there_is_a_decision_for_each_lot_over_its_treatments(self):
        trial = self.crossed()
        page = decision_page(trial)
        self.assertEqual([x.lot.code for x in page.of_lots], ["A-1", "B-1"])
        self.assertEqual([o.name for o in page.decision.options], ["none, A-1", "cold, A-1"])
        self.assertIn("Use “cold”", page.decision.headline)
        other = decision_page(trial, lot=self.b.pk).decision
        self.assertEqual(other.of_lot.code, "B-1")
        self.assertIn("Sow untreated seed", other.headline)
        chosen = Treatment.objects.get(pk=other.use)
        self.assertEqual((chosen.lot, chosen.recipe), (self.b, None))

    def test_over_lots_that_have_one_treatment_there_is_one_decision(self):
        trial = make_lots_trial([self.a, self.b])
        count(trial, self.a, None, (4, 5, 6))
        count(trial, self.b, None, (15, 16, 17))
        page = decision_page(trial)
        self.assertEqual((page.of_lots, page.lot, len(page.lots)), ([], None, 2))
        self.assertIn("Use “B-1”", page.decision.headline)
        self.assertEqual(Treatment.objects.get(pk=page.decision.use).lot, self.b)
        self.assertIsNone(comparison(trial).factors)


class AgainstStatsmodels(TestCase):
    def test_lots_and_recipes_have_the_f_tests_of_its_binomial_model(self):
        lots = [make_lot("A-1"), make_lot("B-1")]
        recipes = [None, make_recipe("cold", 28), make_recipe("warm", 14, kind="warm_moist")]
        trial = make_lots_trial(lots, recipes, dishes=4, seeds=25)
        draw = np.random.default_rng(5)
        data = []
        for a, lot in enumerate(lots):
            for b, recipe in enumerate(recipes):
                counts = draw.binomial(25, 0.3 + 0.15 * a + 0.1 * b + 0.12 * a * b, 4)
                # each dish is one bag, so that bags add nothing
                mine = Dish.objects.filter(treatment__trial=trial, treatment__lot=lot, treatment__recipe=recipe)
                for dish in mine if recipe else ():
                    Dish.objects.filter(pk=dish.pk).update(batch=make_batch(recipe, lot, seeds=25, draw=False))
                count(trial, lot, recipe, [int(n) for n in counts])
                data += [(int(n), a, b) for n in counts]
        found = comparison(trial)
        up = np.array([d[0] for d in data], dtype=float)
        y = np.column_stack([up, 25 - up])
        a = np.array([[d[1] == 1] for d in data], dtype=float)
        b = np.array([[d[2] == 1, d[2] == 2] for d in data], dtype=float)

        def deviance(*columns):
            return sm.GLM(y, sm.add_constant(np.hstack(columns)), family=sm.families.Binomial()).fit().deviance

        both = deviance(a, b)
        phi, test = found.overall.phi, found.factors.test
        for term, drop, df1 in (
            (test.interaction, both - deviance(a, b, a * b), 2),
            (test.main_a, deviance(b) - both, 1),
            (test.main_b, deviance(a) - both, 2),
        ):
            with self.subTest(term.term):
                self.assertEqual((term.df1, term.df2), (df1, found.overall.df))
                self.assertAlmostEqual(term.f, drop / df1 / phi, 6)
                self.assertAlmostEqual(term.p, float(f.sf(drop / df1 / phi, df1, found.overall.df)), 8)


class OverTheApi(ApiCase):
    role = Role.GROWER

    def setUp(self):
        super().setUp()
        plant = make_taxon()
        self.a, self.b = make_lot("A-1", taxon=plant), make_lot("B-1", taxon=plant)

    def test_a_trial_of_several_lots_is_laid_out_and_names_them(self):
        rows = [{"name": "none", "lot": self.a.pk}, {"name": "none", "lot": self.b.pk}]
        body = {"question": "?", "treatments": rows, "dishes_per_treatment": 2, "seeds_per_dish": 10, "sow_on": "2027-01-10"}
        made = self.client.post("/api/v1/trials/", body)
        self.assertEqual(made.status_code, 201, made.content)
        told = made.json()
        self.assertEqual((told["lot"], [x["code"] for x in told["lots"]]), (None, ["A-1", "B-1"]))
        row = self.client.get("/api/v1/trials/", {"lot": self.b.pk}).json()["results"][0]
        self.assertEqual((row["lot"], row["lot_code"]), (None, "A-1, B-1"))
        sheet = self.client.get(f"/api/v1/trials/{told['id']}/set-up/").json()
        self.assertEqual([t["name"] for t in sheet["treatments"]], ["A-1", "B-1"])
        self.assertEqual([d["lot"]["code"] for d in sheet["drawings"]], ["A-1", "B-1"])
        design = self.client.get(f"/api/v1/trials/{told['id']}/design/").json()
        self.assertEqual((design["lot"], [t["lot"] for t in design["treatments"]]), (None, [self.a.pk, self.b.pk]))

    def test_a_counter_learns_neither_treatment_nor_lot_of_a_dish(self):
        trial = make_lots_trial([self.a, self.b], [None, make_recipe("cold")])
        sheet = self.as_role(Role.COUNTER).get(f"/api/v1/trials/{trial.pk}/count-sheet/").json()
        self.assertEqual(sheet["lot"], None)
        told = str(sheet["dishes"])
        for secret in ("A-1", "B-1", "cold", "none"):
            self.assertNotIn(secret, told)
        self.assertTrue(all(d["packet"] is None for d in sheet["dishes"]))

    def test_a_float_test_fills_in_both_fractions(self):
        floaters, sinkers = float_lot(by=make_person(), lot=self.a, floated_seeds=400, at=now())
        for lot in (self.a, floaters, sinkers):
            told = {x["asks"]: x["lots"] for x in self.client.get(f"/api/v1/lots/{lot.pk}/together/").json()}
            self.assertEqual([(x["id"], x["words"]) for x in told["floaters"]], [(floaters.pk, "floaters"), (sinkers.pk, "sinkers")])

    def test_planning_counts_the_seed_of_each_lot_and_says_what_lots_can_show(self):
        ask = {"lot": self.a.pk, "lots": [self.b.pk], "asks": "which_lot", "treatments": 1, "dishes": 4, "seeds_per_dish": 25}
        plan = self.client.post("/api/v1/trials/plan-question/", ask).json()
        self.assertEqual((plan["lots"], plan["seeds"], plan["seeds_of_lot"]), (2, 200, 100))
        self.assertIn("Compared with another lot at", plan["sentences"][1])
        alone = self.client.post("/api/v1/trials/plan-question/", ask | {"lots": []}).json()
        self.assertIn("One lot has nothing to be compared with. Add another lot.", alone["sentences"])
