import math
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.germination import FittedTime, compare_mgt, compare_pace, compare_t50
from core.statistics import welch_oneway, welch_pair
from core.tests.examples import hard_case, record, records
from core.vocabulary import Family, Reason

VALUES = st.lists(st.floats(-50, 50), min_size=2, max_size=6)


class HalfTimes(TestCase):
    def test_a_ratio_is_tested_on_the_log_scale(self):
        pair = compare_t50([FittedTime("cold", 7, 0.04, 4), FittedTime("none", 14, 0.04, 4)], Family.CONTROL, "none")[0]
        self.assertAlmostEqual(pair.effect, 0.5)
        self.assertAlmostEqual(pair.lower * pair.upper, 0.25)
        self.assertTrue(pair.told_apart)

    def test_what_cannot_be_tested_says_why(self):
        times = [FittedTime("a", None, None, 4), FittedTime("b", 0.0, 0.1, 4), FittedTime("c", 5, None, 1), FittedTime("d", 5, 0.1, 4)]
        reasons = {(p.a, p.b): p.reason for p in compare_t50(times, Family.ALL)}
        self.assertEqual(reasons["a", "d"], Reason.NO_TIME)
        self.assertEqual(reasons["b", "d"], Reason.NO_TIME)
        self.assertEqual(reasons["c", "d"], Reason.ONE_DISH)
        self.assertEqual(compare_t50([FittedTime("x", 5, 0.0, 3), FittedTime("y", 6, 0.0, 3)], Family.ALL)[0].reason, Reason.NO_SPREAD)

    def test_only_pairs_with_a_p_are_adjusted_for(self):
        times = [FittedTime("a", None, None, 4), FittedTime("b", 6, 0.1, 4), FittedTime("c", 5, 0.1, 4)]
        pairs = {(p.a, p.b): p for p in compare_t50(times, Family.ALL)}
        self.assertEqual(pairs["b", "c"].p_adjusted, pairs["b", "c"].p)
        self.assertIsNone(pairs["a", "b"].p_adjusted)
        self.assertFalse(pairs["a", "b"].told_apart)


class MeanTimes(TestCase):
    def test_only_dishes_in_which_something_came_up_have_a_time(self):
        found = compare_mgt(["a", "b"], [hard_case(), [record(25, (4, 0)), *hard_case()[:2]]], Family.ALL)
        self.assertEqual([t.dishes_used for t in found.treatments], [4, 2])

    def test_none_at_all_has_no_mean_and_no_pair(self):
        found = compare_mgt(["a", "b"], [hard_case(), [record(25, (4, 0))]], Family.ALL)
        self.assertEqual((found.treatments[1].mean, found.treatments[1].reason), (None, Reason.NONE_GERMINATED))
        self.assertEqual((found.pairs[0].effect, found.pairs[0].reason), (None, Reason.NO_VALUE))


class Pace(TestCase):
    def test_it_is_defined_where_nothing_germinates(self):
        found = compare_pace(["a", "none"], [hard_case(), [record(25, (21, 0)), record(25, (21, 0))]], Family.ALL)
        self.assertEqual(found.means["none"], 0)
        self.assertIsNotNone(found.pairs[0].p)
        self.assertEqual(found.overall.left_out, (1,))
        self.assertEqual(found.overall.reason, Reason.FEWER_THAN_TWO_GROUPS_WITH_SPREAD)

    def test_without_a_look_after_sowing_there_is_none(self):
        found = compare_pace(["a", "b"], [[record(10, (-1, 2))], [record(10)]], Family.ALL)
        self.assertEqual(found.means, {})
        self.assertEqual(found.pairs[0].reason, Reason.NO_VALUE)

    @given(st.lists(st.lists(records(), min_size=1, max_size=3), min_size=2, max_size=4))
    @settings(max_examples=60, deadline=None)
    def test_every_pair_has_numbers_or_a_reason(self, dishes):
        names = [f"t{i}" for i in range(len(dishes))]
        for pairs in (compare_pace(names, dishes, Family.ALL).pairs, compare_mgt(names, dishes, Family.ALL).pairs):
            for p in pairs:
                self.assertEqual(p.p is None, p.reason is not None)
                for value in (p.effect, p.se, p.df, p.t, p.p, p.p_adjusted, p.lower, p.upper):
                    self.assertTrue(value is None or not math.isnan(value))

    @given(st.lists(st.lists(records(), min_size=2, max_size=3), min_size=2, max_size=3))
    @settings(max_examples=30, deadline=None)
    def test_the_order_of_treatments_changes_nothing(self, dishes):
        names = [f"t{i}" for i in range(len(dishes))]
        one = {(p.a, p.b): p for p in compare_pace(names, dishes, Family.ALL).pairs}
        for p in compare_pace(names[::-1], dishes[::-1], Family.ALL).pairs:
            other = one[p.b, p.a]
            if p.p is not None:
                self.assertAlmostEqual(p.p, other.p)
                self.assertAlmostEqual(p.effect, -other.effect)
                self.assertAlmostEqual(p.p_adjusted, other.p_adjusted)


class Welch(TestCase):
    @given(VALUES, VALUES)
    def test_swapping_the_sides_turns_the_sign(self, x, y):
        one, other = welch_pair(x, y), welch_pair(y, x)
        if one.t is None:
            self.assertEqual(one.reason, other.reason)
            return
        self.assertAlmostEqual(one.t, -other.t)
        self.assertAlmostEqual(one.p, other.p)
        self.assertAlmostEqual(one.lower, -other.upper)

    @given(VALUES, VALUES)
    def test_two_groups_are_tested_as_a_pair(self, x, y):
        pair, oneway = welch_pair(x, y), welch_oneway([x, y])
        if oneway.f is not None and pair.t is not None and oneway.f < 1e12:
            self.assertAlmostEqual(oneway.f, pair.t**2, delta=1e-6 * max(1, oneway.f))
            self.assertAlmostEqual(oneway.p, pair.p, 6)
