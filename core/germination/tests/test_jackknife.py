from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.germination import leave_one_dish_out
from core.tests.examples import hard_case, record, records
from core.vocabulary import Reason


class LeavingOneDishOut(TestCase):
    def test_the_interval_holds_the_estimate(self):
        t50 = leave_one_dish_out(hard_case(), ["t50"])["t50"]
        self.assertAlmostEqual(t50.estimate, 6.769, 3)
        self.assertEqual(t50.df, 3)
        self.assertLess(t50.lower, t50.estimate)
        self.assertLess(t50.estimate, t50.upper)

    def test_one_dish_has_no_interval_and_says_why(self):
        found = leave_one_dish_out([record(10, (3, 5), (6, 2))], ["mgt"])["mgt"]
        self.assertIsNotNone(found.estimate)
        self.assertIsNone(found.lower)
        self.assertEqual(found.reason, Reason.ONE_DISH)

    def test_a_time_that_hangs_on_one_dish_has_no_interval(self):
        found = leave_one_dish_out([record(10, (3, 2)), record(10, (3, 0))], ["mgt"])["mgt"]
        self.assertEqual(found.reason, Reason.UNDEFINED_WITHOUT_A_DISH)

    def test_dishes_all_alike_give_no_false_certainty(self):
        found = leave_one_dish_out([record(10, (3, 2), (5, 1))] * 3, ["mgt"])["mgt"]
        self.assertEqual(found.reason, Reason.NO_SPREAD)
        self.assertIsNone(found.upper)

    def test_nothing_germinated_passes_its_own_reason_on(self):
        found = leave_one_dish_out([record(10, (3, 0))] * 2, ["t50"])["t50"]
        self.assertIsNone(found.estimate)
        self.assertEqual(found.reason, Reason.NONE_GERMINATED)

    @given(st.lists(records(), min_size=2, max_size=5))
    def test_lower_limits_of_times_never_fall_below_0(self, dishes):
        for found in leave_one_dish_out(dishes, ["mgt", "t50"]).values():
            if found.lower is not None:
                self.assertGreaterEqual(found.lower, 0)
                self.assertLessEqual(found.lower, found.upper)
