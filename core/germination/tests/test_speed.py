import math
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.germination import TreatmentTime, compare_mgt, compare_pace, compare_t50
from core.statistics import welch_oneway, welch_pair
from core.tests.examples import hard_case, record, records
from core.vocabulary import Family, Reason

VALUES = st.lists(st.floats(-50, 50), min_size=2, max_size=6)


MEAN_N = 25.0


def time(name, days, v=0.001, left_out=0.04, dishes=4, bags=0):
    return TreatmentTime(name, days, v, left_out, dishes, bags)


class HalfTimes(TestCase):
    def test_a_ratio_is_tested_on_the_log_scale(self):
        pair = compare_t50([time("cold", 7), time("none", 14)], MEAN_N, Family.CONTROL, "none").pairs[0]
        self.assertAlmostEqual(pair.effect, 0.5)
        self.assertAlmostEqual(pair.lower * pair.upper, 0.25)
        self.assertTrue(pair.differs)

    def test_one_scatter_is_shared_and_is_shrunk_towards_the_usual_one_from_below_only(self):
        calm = compare_t50([time("a", 7, 0.001, 0.01), time("b", 9, 0.001, 0.01)], MEAN_N, Family.ALL)
        wild = compare_t50([time("a", 7, 0.001, 0.10), time("b", 9, 0.001, 0.10)], MEAN_N, Family.ALL)
        self.assertAlmostEqual(calm.lambda0, 1 + 24 * 0.025)
        self.assertTrue(calm.lambda_hat < calm.scatter < calm.lambda0)
        self.assertEqual(wild.scatter, wild.lambda_hat)
        self.assertEqual(calm.nu, 6)

    def test_a_single_dish_borrows_the_scatter_of_the_others(self):
        found = compare_t50([time("a", 7), time("single", 9, left_out=None, dishes=1)], MEAN_N, Family.ALL)
        self.assertIsNotNone(found.treatments[1].se)
        self.assertIsNotNone(found.pairs[0].p)

    def test_without_replication_nothing_is_tested(self):
        found = compare_t50([time(n, 7, left_out=None, dishes=1) for n in "ab"], MEAN_N, Family.ALL)
        self.assertEqual((found.df, found.pairs[0].reason), (None, Reason.NO_REPLICATION))

    def test_what_cannot_be_tested_says_why(self):
        times = [time("a", None), time("b", 0.0), time("c", 5, None), time("d", 5)]
        reasons = {(p.a, p.b): p.reason for p in compare_t50(times, MEAN_N, Family.ALL).pairs}
        self.assertEqual(reasons["a", "d"], Reason.NO_TIME)
        self.assertEqual(reasons["b", "d"], Reason.NO_TIME)
        self.assertEqual(reasons["c", "d"], Reason.NO_SPREAD)

    def test_only_pairs_with_a_p_are_adjusted_for(self):
        pairs = {(p.a, p.b): p for p in compare_t50([time("a", None), time("b", 6), time("c", 5)], MEAN_N, Family.ALL).pairs}
        self.assertEqual(pairs["b", "c"].p_adjusted, pairs["b", "c"].p)
        self.assertIsNone(pairs["a", "b"].p_adjusted)
        self.assertFalse(pairs["a", "b"].differs)

    def test_a_pair_of_single_bags_is_marked(self):
        pairs = compare_t50([time("a", 6, bags=1), time("b", 5, bags=2), time("c", 5, bags=2)], MEAN_N, Family.ALL).pairs
        self.assertEqual([p.one_bag for p in pairs], [True, True, False])


class MeanTimes(TestCase):
    def test_dishes_are_pooled_so_one_without_germination_changes_no_time(self):
        found = compare_mgt(["a", "b"], [hard_case(), [record(25, (4, 0)), *hard_case()]], Family.ALL)
        self.assertAlmostEqual(found.treatments[0].time, found.treatments[1].time)

    def test_where_nothing_germinates_there_is_no_time_and_no_pair(self):
        found = compare_mgt(["a", "b"], [hard_case(), [record(25, (4, 0))]], Family.ALL)
        self.assertEqual((found.treatments[1].time, found.treatments[1].reason), (None, Reason.NO_TIME))
        self.assertEqual((found.pairs[0].effect, found.pairs[0].reason), (None, Reason.NO_TIME))


class Pace(TestCase):
    def test_it_is_defined_where_nothing_germinates(self):
        found = compare_pace(["a", "none"], [hard_case(), [record(25, (21, 0)), record(25, (21, 0))]], Family.ALL)
        self.assertEqual(found.means["none"], 0)
        self.assertIsNotNone(found.pairs[0].p)
        self.assertEqual(found.overall.left_out, (1,))
        self.assertEqual(found.overall.reason, Reason.FEWER_THAN_TWO_GROUPS_WITH_SPREAD)

    def test_a_pair_of_shared_bags_is_less_sure(self):
        trial = [hard_case(), [record(25, (4, 2), (21, 0)), record(25, (4, 5), (21, 0)), record(25, (6, 4), (21, 0))]]
        plain, bagged = (compare_pace(["a", "b"], trial, Family.ALL, bags=bags).pairs[0] for bags in ((), (1, 1)))
        self.assertAlmostEqual(plain.effect, bagged.effect)
        self.assertLess(plain.p, bagged.p)

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


class BagsInPace(TestCase):
    def test_differences_between_bags_widen_each_mean(self):
        dishes = [[record(20, (2, up), (6, 4)) for up in ups] for ups in ((3, 4, 6), (9, 11, 10))]
        without, with_bags = (compare_pace(["a", "b"], dishes, Family.ALL, bags=b, rho_b=0.02) for b in ((), (1, 2)))
        added = sum(1e4 * 0.02 * a * (1 - a) / bags for a, bags in zip((m / 100 for m in without.means.values()), (1, 2), strict=True))
        self.assertAlmostEqual(with_bags.pairs[0].se ** 2 - without.pairs[0].se ** 2, added)


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
