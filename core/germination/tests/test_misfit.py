from unittest import TestCase

import numpy as np

from core.germination import CourseFit, DoubtedFit, NoFit, curve_misfit, fitted, log_time_variance, shown_fit
from core.germination.families import STANDARDS, slope_of
from core.germination.likelihood import interval_data, slope_at
from core.germination.misfit import common_looks
from core.tests.examples import hard_case, record
from core.vocabulary import CurveFamily, Reason

LOG = CurveFamily.LOGLOGISTIC
TWO_FLUSHES = [record(25, (5, 4), (6, 3), (7, 2), (8, 0), (20, 0), (30, 1), (31, 4), (32, 4), (33, 2), (40, 0)) for _ in range(3)]


class Refusals(TestCase):
    def test_a_course_in_two_flushes_has_no_curve(self):
        found = shown_fit(TWO_FLUSHES, LOG)
        assert isinstance(found, NoFit)
        self.assertEqual(found.reason, Reason.CURVE_MISFITS)

    def test_a_course_in_one_flush_has_one(self):
        self.assertIsInstance(shown_fit(hard_case(), LOG), DoubtedFit)

    def test_the_limit_falls_with_what_germinated(self):
        fit = fitted(hard_case(), LOG)
        assert isinstance(fit, CourseFit)
        found = curve_misfit(hard_case(), fit)
        self.assertAlmostEqual(found.limit, 0.9 / 64**0.5)
        self.assertLess(found.distance, found.limit)

    def test_looks_of_one_round_are_one(self):
        a, b = record(25, (4.00, 1), (6.00, 2)), record(25, (4.01, 1), (6.02, 2))
        self.assertEqual(common_looks([a, b]), [4.01, 6.02])
        self.assertEqual(common_looks([a, record(25, (6.0, 2))]), [6.0])


class TimeVariance(TestCase):
    def test_it_is_the_inverse_of_the_numerical_curvature(self):
        fit = fitted(hard_case(), LOG)
        assert isinstance(fit, CourseFit)
        variance = log_time_variance(hard_case(), fit)
        data, slope = interval_data(hard_case()), slope_of(LOG, fit.shape)
        logit = np.log(fit.ready_share / (1 - fit.ready_share))
        point = np.array([logit, np.log(slope), np.log(fit.scale)])

        def value(x):
            return slope_at(data, LOG, x).value

        h = 1e-4
        steps = np.eye(3) * h
        hessian = np.array(
            [
                [(value(point + a + b) - value(point + a - b) - value(point - a + b) + value(point - a - b)) / (4 * h * h) for b in steps]
                for a in steps
            ]
        )
        median = STANDARDS[LOG].quantile(0.5)
        gradient = np.array([0.0, -median / slope, 1.0])
        self.assertAlmostEqual(variance, gradient @ np.linalg.solve(-hessian, gradient), delta=1e-4 * variance)

    def test_more_dishes_make_it_smaller(self):
        one, two = (fitted(hard_case() * k, LOG) for k in (1, 2))
        assert isinstance(one, CourseFit)
        assert isinstance(two, CourseFit)
        self.assertAlmostEqual(log_time_variance(hard_case() * 2, two) / log_time_variance(hard_case(), one), 0.5, places=3)

    def test_a_time_at_sowing_has_none(self):
        dishes = [record(25, (-2, 15), (3, 1), (5, 2), (8, 1), (12, 0)) for _ in range(2)]
        fit = fitted(dishes, LOG)
        assert isinstance(fit, CourseFit)
        self.assertIsNone(log_time_variance(dishes, fit))
