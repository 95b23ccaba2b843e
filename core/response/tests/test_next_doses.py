from unittest import TestCase

from core.errors import CoreError
from core.response import dose_curve, next_doses
from core.response.dose_curve import without_curve
from core.response.tests.test_dose_curve import DOSES, series
from core.vocabulary import Reason


def placed(shares, doses=DOSES, **more):
    found = series(shares, doses)
    return next_doses(doses, found, dose_curve(doses, found), 55.0, 7.0, **more)


class NextDoses(TestCase):
    def test_doses_are_distinct_multiples_and_narrow_the_dose(self):
        found = placed((0.05, 0.2, 0.6, 0.8, 0.82))
        self.assertEqual(len(found.doses), 4)
        self.assertEqual(sorted(set(found.doses)), list(found.doses))
        self.assertTrue(all(d > 0 and d % 7 == 0 for d in found.doses))
        self.assertLess(found.factor_then, found.factor_now)

    def test_a_steady_rise_is_followed_past_the_largest_dose(self):
        found = placed((0.05, 0.08, 0.15, 0.3, 0.5))
        self.assertTrue(found.past_largest)
        self.assertLessEqual(max(found.doses), 2 * max(DOSES))

    def test_a_plateau_is_not_looked_for_past_the_largest_dose(self):
        self.assertFalse(placed((0.02, 0.4, 0.85, 0.86, 0.86)).past_largest)

    def test_a_hump_is_looked_at_within_the_tried_doses(self):
        doses = (0.0, 7.0, 14.0, 28.0, 56.0, 84.0)
        found = placed((0.1, 0.4, 0.75, 0.8, 0.4, 0.08), doses)
        self.assertFalse(found.past_largest)

    def test_more_doses_teach_more(self):
        shares = (0.05, 0.2, 0.6, 0.8, 0.82)
        self.assertLess(placed(shares, most=4).factor_then, placed(shares, most=1).factor_then)

    def test_without_effect_or_with_a_fall_no_dose_is_placed(self):
        self.assertIsNone(placed((0.5,) * 5))
        self.assertIsNone(placed((0.8, 0.7, 0.4, 0.15, 0.05)))

    def test_without_a_curve_it_is_refused(self):
        with self.assertRaises(CoreError) as refused:
            next_doses(DOSES, series((0.1,) * 5), without_curve(Reason.TOO_FEW_DOSES), 55.0, 7.0)
        self.assertEqual(refused.exception.code, "no_curve")
