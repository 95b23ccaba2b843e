from django.test import TestCase

from core.records import ClosingFates
from core.vocabulary import Base, Clock, CurveFamily, DoseReading, Layout, Reason
from server.evidence.selectors.comparison import CompareOptions, NothingToCompare, comparison
from server.evidence.tests.grown import DAYS, grow, grown_trial
from server.tests.builders import ApiCase, dishes_of, look, make_lot, make_person, make_recipe, make_sown_trial, now
from server.trials.models import Treatment
from server.trials.services.closings import close_dish, open_trial, set_aside


def close(dish, **fates):
    from uuid import uuid4

    close_dish(by=make_person(), dish=dish, at=now(), client_id=uuid4(), found=ClosingFates(**fates))


def compare(trial, **options):
    return comparison(trial, CompareOptions(**options))


class Curves(TestCase):
    def test_every_treatment_has_its_curve_with_doubt_or_the_reason(self):
        found = compare(grown_trial(none=(0, 1, 0), cold=(14, 16, 15)))
        none, cold = found.treatments
        self.assertEqual((none.curve, none.no_curve), (None, Reason.FEWER_THAN_THREE_GERMINATED))
        self.assertIn("fewer than three", none.half.note)
        self.assertTrue(cold.half.from_curve)
        self.assertTrue(cold.half.lower < cold.half.value < cold.half.upper)
        self.assertEqual(len(cold.curve.days), len(cold.curve.shares))
        self.assertIn("1 of 2 treatments", found.curve_sentence)

    def test_the_person_can_choose_the_family_and_hears_what_it_costs(self):
        trial = grown_trial(none=(6, 7, 5), cold=(14, 16, 15))
        best = compare(trial)
        other = next(f for f in CurveFamily if f is not best.curve)
        found = compare(trial, curve=other)
        self.assertEqual(found.treatments[1].curve.family, other)
        self.assertIn("as you chose", found.curve_sentence)

    def test_the_band_and_every_dish_stand_behind_it(self):
        cold = compare(grown_trial(none=(6, 7, 5), cold=(14, 16, 15))).treatments[1]
        for lower, share, upper in zip(cold.course.lower, cold.course.shares, cold.course.upper, strict=True):
            self.assertTrue(lower <= share <= upper)
        self.assertEqual([d.shares[-1] for d in cold.dishes], [d.germinated / d.sown for d in cold.dishes])

    def test_what_a_dish_found_last_and_nobody_checked_is_still_rising(self):
        trial = grown_trial(none=(2, 2, 2), cold=(14, 16, 15))
        dish = dishes_of(trial, "cold")[0]
        look(dish, DAYS[-1] + 1, 2)
        close(dish)
        self.assertEqual([t.still_rising for t in compare(trial).treatments], [False, True])


class ThreeQuestions(TestCase):
    def test_speed_by_the_curves_where_each_has_its_interval(self):
        trial = make_sown_trial(40, dishes=3, seeds=20)
        grow(trial, "none", (12, 13, 11), days=(14, 16, 18, 20, 23, 27))
        grow(trial, "cold", (14, 16, 15))
        found = compare(trial)
        self.assertEqual((found.speed.by, found.speed.lines[0].a), ("t50", "cold"))
        self.assertLess(found.speed.lines[0].effect, 0.6)
        self.assertTrue(found.speed.lines[0].differs)

    def test_speed_by_mean_times_where_a_curve_is_wanting_and_it_is_said(self):
        found = compare(grown_trial(none=(1, 0, 1), cold=(14, 16, 15)))
        self.assertEqual(found.speed.by, "mgt")
        self.assertIn("“none”", found.speed.note)

    def test_a_control_in_which_nothing_came_leaves_the_others_to_be_compared(self):
        trial = make_sown_trial(40, treatments=("none", "4 weeks", "8 weeks"), dishes=3, seeds=20)
        grow(trial, "none", (0, 0, 0))
        grow(trial, "4 weeks", (12, 13, 11))
        grow(trial, "8 weeks", (14, 16, 15))
        lines = compare(trial).speed.lines
        self.assertEqual([(x.a, x.b) for x in lines], [("4 weeks", "8 weeks")])

    def test_nothing_anywhere_has_no_speed_but_a_pace(self):
        found = compare(grown_trial(none=(0, 0, 0), cold=(0, 0, 0)))
        self.assertEqual(found.speed.by, "none")
        self.assertEqual(found.treatments[0].indices.area, 0)
        self.assertIn("No test over all", found.pace.sentence)

    def test_every_index_brings_its_doubt_or_the_reason(self):
        cold = compare(grown_trial(none=(6, 7, 5), cold=(14, 16, 15))).treatments[1]
        for name, d in cold.doubt.items():
            with self.subTest(name=name):
                self.assertEqual(d.lower is None, d.reason is not None)
        self.assertIsNotNone(cold.gsi_mean.lower)

    def test_a_result_names_the_usual_scatter_it_used(self):
        for n in range(3):
            wild = make_sown_trial(20, lot=make_lot(f"W-{n}"), dishes=4, seeds=20)
            for i, dish in enumerate(dishes_of(wild)):
                look(dish, 4, 2 if i % 2 else 16)
        found = compare(grown_trial(none=(6, 7, 5), cold=(14, 16, 15)))
        self.assertGreater(found.overall.rho0, 0.2)
        self.assertIn("3 of your other trials", found.overall.rho0_from)


class Bases(TestCase):
    def setUp(self):
        self.trial = grown_trial(none=(6, 7, 5), cold=(14, 16, 15))

    def test_before_the_closing_only_what_was_sown_is_known(self):
        found = compare(self.trial)
        self.assertEqual([b.possible for b in found.bases], [True, False, False])
        self.assertIn("6 of 6 dishes not closed yet", found.bases[1].sentence)
        refused = compare(self.trial, basis=Base.FILLED)
        self.assertIsInstance(refused, NothingToCompare)
        self.assertEqual(refused.code, "basis_unknown")

    def test_of_filled_leaves_empty_seed_out_and_says_how_much(self):
        for dish in dishes_of(self.trial):
            close(dish, empty=4)
        found = compare(self.trial, basis=Base.FILLED)
        self.assertEqual([(t.germinated, t.base, t.sown) for t in found.treatments], [(18, 48, 60), (45, 48, 60)])
        self.assertIn("24 empty and 0 lost", found.bases[1].sentence)
        self.assertEqual(found.treatments[0].course.lower, [])
        self.assertFalse(found.bases[2].possible)

    def test_of_viable_wants_every_fate(self):
        for dish in dishes_of(self.trial):
            left = 20 - sum(x.new_germinated for x in dish.looks.all())
            close(dish, fresh=1, dead=left - 1)
        found = compare(self.trial, basis=Base.VIABLE)
        self.assertEqual([t.base for t in found.treatments], [21, 48])
        self.assertIn("A treatment that kills looks better this way", found.bases[2].sentence)


class Clocks(TestCase):
    def test_from_the_start_of_treatment_the_treatment_is_part_of_the_wait(self):
        trial = grown_trial(none=(6, 7, 5), cold=(14, 16, 15))
        Treatment.objects.filter(trial=trial, name="cold").update(recipe=make_recipe(days=28))
        sown, treated = compare(trial).treatments, compare(trial, clock=Clock.TREATMENT).treatments
        self.assertAlmostEqual(treated[1].half.value - sown[1].half.value, 28)
        self.assertAlmostEqual(treated[1].indices.mgt - sown[1].indices.mgt, 28)
        self.assertAlmostEqual(treated[1].curve.days[0], 28)
        self.assertEqual(treated[0].half.value, sown[0].half.value)

    def test_a_treatment_that_nobody_noted_is_counted_as_planned_and_said(self):
        trial = grown_trial(none=(6, 7, 5), cold=(14, 16, 15))
        Treatment.objects.filter(trial=trial, name="cold").update(recipe=make_recipe(days=28))
        found = compare(trial, clock=Clock.TREATMENT)
        self.assertEqual((found.treatments[1].clock_days, found.treatments[1].clock_known), (28, False))
        self.assertIn("not by recorded times: cold", found.clock_sentence)


class TheLayout(TestCase):
    def test_weeks_of_cold_are_read_as_an_axis_though_nobody_typed_a_dose(self):
        trial = make_sown_trial(40, treatments=("none", "4 weeks", "8 weeks"), dishes=3, seeds=20)
        for name, days, counts in (("none", 0, (1, 0, 1)), ("4 weeks", 28, (8, 9, 8)), ("8 weeks", 56, (17, 18, 16))):
            grow(trial, name, counts)
            if days:
                Treatment.objects.filter(trial=trial, name=name).update(recipe=make_recipe(name, days))
        found = compare(trial).ladders[0]
        self.assertEqual([(p.dose, p.treatment) for p in found.points], [(0, "none"), (28, "4 weeks"), (56, "8 weeks")])
        self.assertEqual((found.reading, found.unit), (DoseReading.LARGEST_BEST, "d"))
        self.assertGreater(found.trend.t, 3)

    def test_two_factors_are_tested_with_their_interaction(self):
        names = ("dark 10", "dark 20", "light 10", "light 20")
        trial = make_sown_trial(40, treatments=names, dishes=3, seeds=20, factor_a="light", factor_b="°C")
        for name, counts in zip(names, ((3, 2, 3), (16, 17, 15), (15, 17, 16), (3, 3, 2)), strict=True):
            grow(trial, name, counts)
            a, b = name.split()
            Treatment.objects.filter(trial=trial, name=name).update(level_a=a, level_b=b)
        found = compare(trial).factors
        self.assertLess(found.test.interaction.p, 0.001)
        self.assertIn("“light” and “°C” interact", found.sentences[0])

    def test_a_cell_of_none_is_said_to_have_no_model(self):
        names = ("dark 10", "dark 20", "light 10", "light 20")
        trial = make_sown_trial(40, treatments=names, dishes=2, seeds=20)
        for name, counts in zip(names, ((0, 0), (16, 17), (15, 17), (3, 3)), strict=True):
            grow(trial, name, counts)
            a, b = name.split()
            Treatment.objects.filter(trial=trial, name=name).update(level_a=a, level_b=b)
        self.assertIn("Compare the combinations in pairs", compare(trial).factors.sentences[0])

    def test_blocks_are_taken_out(self):
        trial = make_sown_trial(40, dishes=3, seeds=20, layout=Layout.BLOCKS)
        grow(trial, "none", (4, 6, 5))
        grow(trial, "cold", (14, 16, 15))
        found = compare(trial).blocks
        self.assertEqual(found.blocks, 3)
        self.assertIn("Differences between the 3 blocks are taken out of every comparison; with that, treatments differ", found.sentence)
        self.assertIsNone(compare(grown_trial(none=(6, 7, 5), cold=(14, 16, 15))).blocks)


class SingleDishes(TestCase):
    def test_a_dish_set_aside_shows_what_it_would_have_done(self):
        trial = grown_trial(none=(6, 7, 5), cold=(14, 16, 2))
        bad = dishes_of(trial, "cold")[2]
        set_aside(by=make_person(), dish=bad, at=now(), why="mouldy all over")
        (effect,) = compare(trial).effects
        self.assertTrue(effect.set_aside)
        self.assertAlmostEqual(effect.share_with, 32 / 60)
        self.assertAlmostEqual(effect.share_without, 30 / 40)
        self.assertEqual(effect.dish, "")
        open_trial(by=make_person(), trial=trial, at=now(), version=1)
        trial.refresh_from_db()
        self.assertIn(bad.code, compare(trial).effects[0].sentence)

    def test_a_dish_that_stands_out_is_marked_and_stays_in(self):
        trial = grown_trial(none=(6, 7, 5), cold=(18, 17, 2))
        found = compare(trial)
        (effect,) = found.effects
        self.assertFalse(effect.set_aside)
        self.assertEqual(sum(d.stands_out for d in found.treatments[1].dishes), 1)
        self.assertEqual(found.treatments[1].germinated, 37)

    def test_the_only_dish_of_a_treatment_has_nothing_to_stand_out_from(self):
        trial = make_sown_trial(40, dishes=1, seeds=20)
        grow(trial, "none", (4,))
        grow(trial, "cold", (14,))
        self.assertEqual(compare(trial).effects, [])


class OverHttp(ApiCase):
    def test_what_is_asked_for_stands_in_the_address(self):
        trial = grown_trial(none=(6, 7, 5), cold=(14, 16, 15))
        path = f"/api/v1/trials/{trial.pk}/comparison/"
        body = self.client.get(path, {"clock": "treatment", "curve": "weibull"}).json()
        self.assertEqual((body["clock"], body["curve"], body["basis"]), ("treatment", "weibull", "sown"))
        self.assertProblem(self.client.get(path, {"basis": "filled"}), 409, "basis_unknown")
        self.assertProblem(self.client.get(path, {"clock": "lunar"}), 400, "malformed", "/clock")

    def test_a_new_trial_of_the_grower_changes_the_scatter_and_so_the_answer(self):
        trial = grown_trial(none=(6, 7, 5), cold=(14, 16, 15))
        path = f"/api/v1/trials/{trial.pk}/comparison/"
        before = self.client.get(path).json()["overall"]["rho0"]
        wild = make_sown_trial(20, lot=make_lot("W"), dishes=8, seeds=20)
        for i, dish in enumerate(dishes_of(wild)):
            look(dish, 4, 2 if i % 2 else 16)
        self.assertNotEqual(self.client.get(path).json()["overall"]["rho0"], before)
