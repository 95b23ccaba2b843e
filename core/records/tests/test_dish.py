from unittest import TestCase

from hypothesis import given

from core.errors import RecordRefused
from core.records import ClosingFates, CountRecord, Inspection
from core.tests.examples import record, records


class Refusals(TestCase):
    def refused(self, code, *args, **kwargs) -> RecordRefused:
        with self.assertRaises(RecordRefused) as caught:
            CountRecord(*args, **kwargs)
        self.assertEqual(caught.exception.code, code)
        return caught.exception

    def test_more_than_sown_names_dish_time_and_numbers(self):
        looks = (Inspection(5, germinated=6), Inspection(9, germinated=5))
        refusal = self.refused("more_than_sown", 10, looks, name="K7UF")
        for part in ("K7UF", "day 9", "11", "10"):
            self.assertIn(part, refusal.message)
        self.assertEqual((refusal.t_days, refusal.bound, refusal.value), (9, 10, 11))
        self.assertEqual(refusal.parameter, "inspections.1")

    def test_all_kinds_count_towards_what_was_sown(self):
        self.refused("more_than_sown", 10, (Inspection(5, 4, 3, 2, 2),))

    def test_closing_fates_count_too(self):
        refusal = self.refused("more_than_sown", 10, (Inspection(5, germinated=6),), ClosingFates(fresh=3, hard=2))
        self.assertIsNone(refusal.t_days)
        self.assertIn("closing", refusal.message)

    def test_times_must_rise(self):
        for second in (3, 2.9):
            refusal = self.refused("time_not_increasing", 10, (Inspection(3), Inspection(second)))
            self.assertEqual(refusal.t_days, second)

    def test_a_time_that_is_none_is_refused(self):
        self.refused("time_not_a_number", 10, (Inspection(float("nan")),))

    def test_counts_are_whole_and_not_below_nothing(self):
        self.assertEqual(self.refused("count_negative", 10, (Inspection(3, germinated=-1),)).parameter, "inspections.0.germinated")
        self.refused("count_not_integer", 10, (Inspection(3, lost=1.5),))
        self.refused("count_not_integer", 10, (Inspection(3, germinated=True),))
        self.refused("count_not_integer", 10, (Inspection(3, germinated=float("inf")),))
        self.refused("count_negative", 10, (), ClosingFates(empty=-1))

    def test_a_dish_holds_at_least_one_seed(self):
        for sown in (0, -3):
            self.refused("sown_below_one", sown)
        self.refused("count_not_integer", 2.5)


class Estimates(TestCase):
    def test_more_than_an_estimate_asks_for_a_recount(self):
        dish = CountRecord(10, (Inspection(5, germinated=12),), sown_is_estimate=True)
        self.assertTrue(dish.needs_recount)
        self.assertEqual((dish.sown, dish.remaining), (12, 0))

    def test_an_estimate_that_holds_asks_for_nothing(self):
        dish = CountRecord(10, (Inspection(5, germinated=9),), sown_is_estimate=True)
        self.assertFalse(dish.needs_recount)
        self.assertEqual(dish.sown, 10)


class Totals(TestCase):
    def test_early_seeds_are_germinated_seeds(self):
        dish = record(20, (-5, 2), (0, 1), (4, 3))
        self.assertEqual((dish.early, dish.germinated, dish.remaining), (3, 6, 14))

    def test_further_sprouts_of_a_unit_are_no_seeds(self):
        dish = CountRecord(5, (Inspection(3, germinated=5, further_sprouts=7),))
        self.assertEqual((dish.germinated, dish.remaining), (5, 0))

    def test_rotted_seeds_stay_in_the_filled_base_and_leave_the_viable_one(self):
        dish = CountRecord(30, (Inspection(4, germinated=20, rotted=4),), ClosingFates(fresh=2, empty=3, dead=1))
        self.assertEqual(dish.base_filled, 27)
        self.assertEqual(dish.base_viable, 22)

    def test_the_viable_base_is_not_told_while_a_fate_is_unknown(self):
        self.assertIsNone(record(10, (3, 9)).base_viable)
        self.assertEqual(record(10, (3, 10)).base_viable, 10)

    @given(records())
    def test_the_parts_add_up_to_what_was_sown(self, dish):
        fates = dish.fates.total
        self.assertEqual(dish.germinated + dish.abnormal + dish.rotted + dish.lost + fates + dish.unknown, dish.sown)
        self.assertGreaterEqual(dish.unknown, 0)
        self.assertLessEqual(dish.early, dish.germinated)
        self.assertLessEqual(dish.base_filled, dish.sown)

    @given(records())
    def test_one_seed_more_than_is_left_is_always_refused(self, dish):
        last = (dish.last_t or 0) + 1
        looks = (*dish.inspections, Inspection(last, germinated=dish.remaining + 1))
        with self.assertRaises(RecordRefused):
            CountRecord(dish.sown, looks)
