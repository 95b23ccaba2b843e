import math
from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from core.germination import CourseFit, DoubtedFit, SharedBags, choose_family, doubt_band, doubted_fit, final_shares, fitted
from core.germination.tests.test_final_share import treatment
from core.tests.examples import hard_case, record, records
from core.vocabulary import CurveFamily, Reason

LOG = CurveFamily.LOGLOGISTIC


class LeavingOneDishOut(TestCase):
    def test_the_interval_holds_the_estimate_and_lies_above_zero(self):
        found = doubted_fit(hard_case(), LOG)
        half = found.doubt["t50"]
        self.assertLess(0, half.lower)
        self.assertLess(half.lower, half.estimate)
        self.assertLess(half.estimate, half.upper)
        self.assertEqual(half.df, 3)
        self.assertAlmostEqual(half.upper / half.estimate, half.estimate / half.lower, 6)

    def test_one_dish_has_a_curve_and_no_interval_with_the_reason(self):
        found = doubted_fit(hard_case()[:1], LOG)
        self.assertEqual({d.reason for d in found.doubt.values()}, {Reason.ONE_DISH})
        self.assertEqual(found.doubt["t50"].estimate, found.fit.t50)

    def test_a_curve_that_hangs_on_one_dish_has_no_interval(self):
        found = doubted_fit([*hard_case()[:1], record(25, (4, 0), (21, 0))], LOG)
        self.assertEqual(found.doubt["t50"].reason, Reason.UNDEFINED_WITHOUT_A_DISH)

    def test_what_had_half_sprouted_before_sowing_has_no_interval_on_a_log_scale(self):
        dishes = [record(25, (-2, 15), (3, 1), (5, 2), (8, 1), (12, 0)) for _ in range(2)]
        found = doubted_fit([*dishes, record(25, (-2, 12), (3, 2), (6, 1), (8, 1), (12, 0))], LOG)
        self.assertEqual((found.fit.t50, found.doubt["t50"].reason), (0, Reason.TIME_ZERO))

    def test_dishes_that_are_all_alike_say_nothing_about_doubt(self):
        found = doubted_fit(hard_case()[:1] * 3, LOG)
        self.assertIn(found.doubt["t50"].reason, (Reason.NO_SPREAD, None))
        if found.doubt["t50"].se is not None:
            self.assertLess(found.doubt["t50"].se, 1e-4)

    def test_what_is_never_reached_keeps_its_reason(self):
        found = doubted_fit([record(40, (3, 3), (5, 6), (7, 4), (9, 1), (20, 0))] * 2, LOG)
        self.assertEqual(found.doubt["t50_sown"].reason, Reason.NEVER_REACHED)

    @given(st.lists(records(), min_size=1, max_size=4), st.sampled_from(list(CurveFamily)))
    @settings(max_examples=60, deadline=None)
    def test_every_figure_is_a_number_or_says_why_not(self, dishes, family):
        found = doubted_fit(dishes, family)
        if not isinstance(found, DoubtedFit):
            return
        for name, d in found.doubt.items():
            with self.subTest(name=name):
                self.assertEqual(d.lower is None, d.reason is not None)
                for value in (d.estimate, d.se, d.lower, d.upper):
                    self.assertTrue(value is None or not math.isnan(value))


class OneFamilyForATrial(TestCase):
    def test_the_sum_runs_over_the_treatments_that_can_be_fitted(self):
        choice = choose_family([hard_case(), [record(25, (4, 1))], hard_case()[:2]])
        self.assertEqual(choice.fitted, (0, 2))
        fits = [fitted(d, choice.family) for d in (hard_case(), hard_case()[:2])]
        self.assertAlmostEqual(choice.aic[choice.family], sum(f.aic for f in fits if isinstance(f, CourseFit)))
        self.assertEqual(choice.aic[choice.family], min(choice.aic.values()))

    def test_without_any_curve_there_is_no_family(self):
        choice = choose_family([[record(25, (4, 1))]])
        self.assertEqual((choice.family, dict(choice.aic), choice.fitted), (None, {}, ()))


class TheBand(TestCase):
    def band(self, *treatments, place=0):
        shares = final_shares(treatments)
        t = shares.treatments[place]
        return doubt_band(np.array([0.0, 4, 8]), np.array([0, 10, t.g]), t.n, t, shares)

    def test_it_holds_the_course_and_ends_as_the_share_does(self):
        calm = treatment("a", 10, 10, n=20)
        found = self.band(calm)
        for point in found:
            self.assertTrue(point.lower <= point.share <= point.upper)
        self.assertEqual(found[0].lower, 0)
        share = final_shares([calm]).treatments[0]
        self.assertAlmostEqual(found[-1].lower, share.lower)
        self.assertAlmostEqual(found[-1].upper, share.upper)

    def test_more_scatter_and_fewer_bags_make_it_wider(self):
        def width(made):
            point = self.band(made)[1]
            return point.upper - point.lower

        calm, wild = treatment("a", 10, 10, 10, n=20), treatment("a", 2, 10, 18, n=20)
        self.assertLess(width(calm), width(wild))
        self.assertLess(width(calm), width(replace(calm, bags=SharedBags(1, 0, 60))))
