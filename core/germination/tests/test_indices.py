import math
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.germination import indices, shared_horizon
from core.records import CountRecord, Inspection
from core.tests.examples import hard_case, record, records
from core.vocabulary import Reason


class HandCheckedExample(TestCase):
    """hard-cases.md, check 5."""

    def setUp(self):
        self.dishes = hard_case()
        self.all = indices(self.dishes)

    def test_64_of_100(self):
        self.assertEqual((self.all.g, self.all.n, self.all.germinability_sown), (64, 100, 0.64))

    def test_t50_of_all_and_of_each_dish(self):
        self.assertAlmostEqual(self.all.t50, 6.769, 3)
        for dish, t50 in zip(self.dishes, (6.714, 7.333, 6.000, 6.875), strict=True):
            self.assertAlmostEqual(indices([dish]).t50, t50, 3)

    def test_mean_time_and_rate(self):
        self.assertAlmostEqual(self.all.mgt, 8.1875)
        self.assertAlmostEqual(self.all.mean_rate, 0.1221, 4)

    def test_speed_index_summed_and_a_dish(self):
        self.assertAlmostEqual(self.all.gsi, 8.608, 3)
        self.assertAlmostEqual(sum(indices([d]).gsi for d in self.dishes) / 4, 2.152, 3)


class EdgesOfTheIndices(TestCase):
    def test_nobody_germinated_times_are_undefined_and_sums_are_nothing(self):
        result = indices([record(20, (4, 0), (9, 0))])
        for name in ("first", "last", "mgt", "spread", "cv", "mean_rate", "cvg", "t10", "t50", "t90", "uniformity_90_10", "synchrony"):
            self.assertIsNone(getattr(result, name), name)
            self.assertEqual(result.reasons[name], Reason.NONE_GERMINATED)
        for name in ("gsi", "area", "timson", "peak_value", "germination_value"):
            self.assertEqual(getattr(result, name), 0, name)

    def test_one_germinated_has_a_time_but_no_spread(self):
        result = indices([record(20, (4, 1))])
        self.assertEqual((result.mgt, result.t50), (4, 2))
        self.assertEqual(result.reasons["spread"], Reason.FEWER_THAN_TWO_GERMINATED)
        self.assertEqual(result.reasons["synchrony"], Reason.FEWER_THAN_TWO_GERMINATED)

    def test_all_early_mean_time_is_nothing_and_its_rate_undefined(self):
        result = indices([record(10, (-3, 6), (5, 0))])
        self.assertEqual((result.mgt, result.t50, result.first, result.gsi), (0, 0, 0, 0))
        for name in ("mean_rate", "cvg", "cv"):
            self.assertEqual(result.reasons[name], Reason.MEAN_TIME_ZERO)

    def test_no_look_at_all(self):
        result = indices([record(10)])
        self.assertIsNone(result.horizon)
        self.assertEqual(result.reasons["horizon"], Reason.NO_INSPECTION)
        self.assertEqual(result.reasons["area"], Reason.NO_HORIZON)
        self.assertEqual(result.reasons["peak_value"], Reason.NO_INSPECTION_AFTER_ZERO)

    def test_a_horizon_of_hours_has_an_area_but_no_daily_sum(self):
        result = indices([record(10, (0.25, 4), (0.5, 4))])
        self.assertIsNotNone(result.area)
        self.assertEqual(result.reasons["timson"], Reason.HORIZON_BELOW_ONE_DAY)

    def test_an_exact_hit_is_the_time_of_that_look(self):
        result = indices([record(10, (3, 5), (6, 0), (9, 5))])
        self.assertEqual(result.t50, 3)

    def test_no_dish_is_refused(self):
        with self.assertRaises(CoreError):
            indices([])

    def test_half_of_those_that_came_up_is_not_half_of_those_sown(self):
        self.assertEqual(indices([record(100, (4, 2), (8, 2))]).t50, 4)

    def test_abnormal_ones_never_count_as_germinated(self):
        dish = CountRecord(10, (Inspection(3, germinated=2, abnormal=5),))
        self.assertEqual(indices([dish]).germinability_sown, 0.2)


class Properties(TestCase):
    @given(st.lists(records(), min_size=1, max_size=4))
    def test_no_value_is_ever_nan_or_infinite_and_none_has_a_reason(self, dishes):
        result = indices(dishes)
        for name in result.__dataclass_fields__:
            value = getattr(result, name)
            if value is None:
                self.assertIn(name, result.reasons)
            elif name != "reasons":
                self.assertTrue(math.isfinite(value), name)
                self.assertNotIn(name, result.reasons)

    @given(st.lists(records(), min_size=1, max_size=4))
    def test_times_stand_in_their_order(self, dishes):
        result = indices(dishes)
        if result.t50 is None:
            return
        times = [result.t10, result.t25, result.t50, result.t75, result.t90]
        self.assertEqual(times, sorted(times))
        self.assertLessEqual(result.t90, result.last)
        self.assertLessEqual(result.first - 1e-9, result.mgt)
        self.assertLessEqual(result.mgt, result.last + 1e-9)

    @given(st.lists(records(), min_size=1, max_size=4))
    def test_shares_and_evenness_stay_in_their_bounds(self, dishes):
        result = indices(dishes)
        for name in ("germinability_sown", "germinability_viable", "synchrony"):
            value = getattr(result, name)
            if value is not None:
                self.assertTrue(0 <= value <= 1, name)
        if result.area is not None:
            self.assertTrue(-1e-9 <= result.area <= 100 + 1e-9)
        if result.uncertainty is not None:
            self.assertGreaterEqual(result.uncertainty, 0)

    @given(records(), st.integers(2, 4))
    def test_the_same_dish_several_times_has_the_same_times(self, dish, copies):
        one, many = indices([dish]), indices([dish] * copies)
        for name in ("mgt", "t50", "area", "germinability_sown"):
            a, b = getattr(one, name), getattr(many, name)
            self.assertEqual(a is None, b is None)
            if a is not None:
                self.assertAlmostEqual(a, b)

    @given(records())
    def test_twice_as_slow_doubles_times_and_leaves_shares(self, dish):
        slow = CountRecord(dish.sown, tuple(Inspection(2 * i.t, i.germinated, i.abnormal, i.rotted, i.lost) for i in dish.inspections))
        fast, slow = indices([dish]), indices([slow])
        self.assertEqual(fast.germinability_sown, slow.germinability_sown)
        if fast.mgt is not None:
            self.assertAlmostEqual(2 * fast.mgt, slow.mgt)
            self.assertAlmostEqual(2 * fast.t50, slow.t50)

    @given(st.lists(records(), max_size=4))
    def test_the_shared_horizon_is_the_earliest_last_look(self, dishes):
        found = shared_horizon(dishes)
        lasts = [d.last_t for d in dishes if d.inspections]
        self.assertEqual(found, min(lasts) if lasts else None)
