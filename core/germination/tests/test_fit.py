from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import optimize

from core.errors import CoreError
from core.germination import CourseFit, NoFit, course_loglik, course_of, fit_course
from core.germination.families import quantile, shape_of, share_below
from core.germination.likelihood import interval_data, slope_at
from core.records import CountRecord, Inspection
from core.tests.examples import hard_case, record, records
from core.vocabulary import CurveFamily, Reason

FAMILIES = st.sampled_from(list(CurveFamily))


def scaled(dish, by):
    """The same dish with all times `by` times as long."""
    return CountRecord(dish.sown, tuple(Inspection(i.t * by, i.germinated, i.abnormal, i.rotted, i.lost) for i in dish.inspections))


def fit(dishes, family=CurveFamily.LOGLOGISTIC, bag=0.0):
    return fit_course(course_of(dishes, bag), family)


class WhenThereIsACurve(TestCase):
    def test_too_few_is_said_and_no_curve_is_made_up(self):
        self.assertEqual(fit([record(10, (3, 2))]), NoFit(Reason.FEWER_THAN_THREE_GERMINATED))
        self.assertEqual(fit([record(10, (3, 0), (4, 8))]), NoFit(Reason.TOO_FEW_INTERVALS))
        self.assertEqual(fit([record(10, (3, 4), (4, 4), (9, 0))]), NoFit(Reason.TOO_FEW_INTERVALS))

    def test_two_intervals_that_do_not_touch_are_enough(self):
        self.assertIsInstance(fit([record(10, (3, 4), (4, 0), (6, 4), (9, 0))]), CourseFit)

    def test_early_seed_makes_no_curve_by_itself(self):
        self.assertEqual(fit([record(10, (-1, 6), (5, 0))]), NoFit(Reason.FEWER_THAN_THREE_GERMINATED))

    def test_no_dish_is_refused(self):
        with self.assertRaises(CoreError) as refusal:
            course_of([])
        self.assertEqual(refusal.exception.code, "no_dish")

    def test_impossible_parameters_are_refused_with_their_name(self):
        for ready, shape in ((0, 1), (1.2, 1), (0.5, -1)):
            with self.assertRaises(CoreError) as refusal:
                course_loglik(hard_case(), CurveFamily.WEIBULL, ready, shape, 5)
            self.assertEqual(refusal.exception.code, "out_of_range")


class TheCurve(TestCase):
    def test_germination_within_hours_has_a_likelihood_too(self):
        quick = [record(10, (0.25, 3), (0.5, 4), (1, 1))]
        hours, days = (course_loglik(quick, CurveFamily.WEIBULL, 0.8, 2, scale) for scale in (0.4, 4.0))
        self.assertGreater(hours, days)

    def test_it_passes_through_what_was_counted(self):
        found = fit(hard_case())
        self.assertAlmostEqual(found.total, 0.64, 1)
        self.assertAlmostEqual(float(found.share_at(np.array([8.0]))[0]), 0.48, 1)
        self.assertLess(found.t10, found.t50)
        self.assertLess(found.t50, found.t90)

    def test_half_of_sown_is_not_half_of_those_that_came(self):
        found = fit([record(40, (3, 3), (5, 6), (7, 4), (9, 1), (20, 0))])
        self.assertIsNone(found.t50_sown)
        self.assertEqual(found.reasons["t50_sown"], Reason.NEVER_REACHED)
        self.assertIsNotNone(found.t50)

    def test_time_of_a_share_is_the_inverse_of_the_curve(self):
        found = fit(hard_case())
        day = found.time_of(0.3)
        self.assertAlmostEqual(float(found.share_at(np.array([day]))[0]), 0.3)
        self.assertIsNone(found.time_of(0.99))
        self.assertEqual(found.time_of(0), 0)

    def test_a_bags_sprouts_are_early_before_the_dishes(self):
        plain, bag = fit(hard_case()), fit(hard_case(), bag=0.25)
        self.assertAlmostEqual(bag.early_share, 0.25)
        self.assertAlmostEqual(bag.total, 0.25 + 0.75 * plain.total)
        self.assertEqual((bag.shape, bag.scale), (plain.shape, plain.scale))
        self.assertEqual(bag.t10, 0)

    def test_all_that_came_by_the_last_look_leaves_nothing_to_wait_for(self):
        found = fit([record(30, (4, 3), (6, 12), (8, 10), (10, 5))])
        self.assertEqual(found.ready_share, 1)

    @given(FAMILIES, st.floats(0.3, 8), st.floats(0.5, 60), st.floats(0.01, 0.99))
    def test_quantiles_undo_the_families(self, family, shape, scale, share):
        day = quantile(family, share, shape, scale)
        self.assertAlmostEqual(float(share_below(family, np.array([day]), shape, scale)[0]), share, 9)
        self.assertAlmostEqual(shape_of(family, shape_of(family, shape)), shape)

    def test_before_zero_nothing_came(self):
        for family in CurveFamily:
            self.assertEqual(share_below(family, np.array([-3.0, 0.0]), 2, 5).tolist(), [0, 0])


class TheSearch(TestCase):
    @given(st.lists(records(), min_size=1, max_size=3), FAMILIES, st.floats(-2, 3), st.floats(-1, 2), st.floats(-1, 4))
    @settings(max_examples=60)
    def test_its_derivatives_are_those_of_the_likelihood(self, dishes, family, eta, log_slope, centre):
        data = interval_data(dishes)
        if not data.total:
            return
        point = np.array([eta, log_slope, centre])
        here, step = slope_at(data, family, point), 1e-5
        if abs(here.value) > 1e6:
            return
        for axis in range(3):
            moved = [slope_at(data, family, point + sign * step * np.eye(3)[axis]) for sign in (1, -1)]
            slope = (moved[0].value - moved[1].value) / (2 * step)
            bend = (moved[0].gradient - moved[1].gradient) / (2 * step)
            self.assertAlmostEqual(here.gradient[axis], slope, delta=1e-3 + 1e-4 * abs(slope))
            for got, wanted in zip(here.curvature[axis], bend, strict=True):
                self.assertAlmostEqual(got, wanted, delta=2e-3 + 1e-3 * abs(wanted))

    def test_no_general_minimiser_finds_a_higher_top(self):
        dishes = [hard_case(), [record(40, (2, 1), (5, 9), (9, 3), (14, 4), (30, 0)), record(25, (3, 4), (8, 1), (12, 6), (30, 1))]]
        for pooled in dishes:
            for family in CurveFamily:
                with self.subTest(family=family):
                    best = -min(self.general(pooled, family, start) for start in ((0.5, 1.0, 2.0), (2.0, 0.0, 1.5), (-1.0, 1.5, 2.5)))
                    self.assertGreaterEqual(fit(pooled, family).loglik, best - 1e-6)

    @staticmethod
    def general(dishes, family, start):
        def minus(x):
            value = course_loglik(dishes, family, float(1 / (1 + np.exp(-x[0]))), float(np.exp(x[1])), float(np.exp(x[2])))
            return -value if np.isfinite(value) else 1e9

        return optimize.minimize(minus, start, method="Nelder-Mead", options={"maxiter": 3000, "xatol": 1e-8, "fatol": 1e-9}).fun

    @given(st.lists(records(), min_size=1, max_size=4), FAMILIES)
    @settings(max_examples=80, deadline=None)
    def test_whatever_was_counted_there_is_a_finite_curve_or_a_reason(self, dishes, family):
        found = fit(dishes, family)
        if isinstance(found, NoFit):
            self.assertIsInstance(found.reason, Reason)
            return
        numbers = (found.loglik, found.aic, found.shape, found.scale, found.t10, found.t50, found.t90, found.total)
        self.assertTrue(np.isfinite(numbers).all(), numbers)
        self.assertTrue(0 < found.ready_share <= 1)
        self.assertLessEqual(found.loglik, 0)

    @given(st.lists(records(), min_size=2, max_size=4), st.randoms(use_true_random=False))
    @settings(max_examples=50, deadline=None)
    def test_the_order_of_dishes_changes_nothing(self, dishes, chance):
        mixed = dishes[:]
        chance.shuffle(mixed)
        self.assertEqual(fit(dishes), fit(mixed))

    @given(st.floats(0.05, 30))
    @settings(max_examples=25, deadline=None)
    def test_scaling_time_scales_times_and_nothing_else(self, by):
        for family in CurveFamily:
            one, other = fit(hard_case(), family), fit([scaled(d, by) for d in hard_case()], family)
            self.assertAlmostEqual(other.t50 / by, one.t50, 4)
            self.assertAlmostEqual(other.ready_share, one.ready_share, 4)
            self.assertAlmostEqual(other.shape, one.shape, 3)
            self.assertAlmostEqual(other.loglik, one.loglik, 6)

    def test_dishes_whose_looks_overlap_still_end_in_a_curve(self):
        """The best curve is a step inside the overlap of the intervals: a search without end, stopped where nothing is gained."""
        found = fit([record(10, (2.176, 3), (2.676, 5), (3.676, 0)), record(3, (2.19, 2), (98.2, 0))])
        self.assertIsInstance(found, CourseFit)
        self.assertGreater(found.loglik, -12.32)
