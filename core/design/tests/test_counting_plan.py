from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.design import counting_plan, next_look
from core.errors import CoreError

firsts = st.integers(0, 20)
everies = st.integers(1, 20)
lengths = st.integers(0, 120)


class CountingPlan(TestCase):
    def test_sparse_then_daily_then_sparse(self):
        self.assertEqual(counting_plan(3, 4, 20, 3, first_germination=7), [3, 7, 8, 9, 10, 14, 18])

    def test_germination_seen_at_an_unplanned_look_starts_the_daily_ones(self):
        self.assertEqual(counting_plan(3, 4, 12, 2, first_germination=5), [3, 5, 6, 7, 11])

    def test_hours_for_seed_that_moves_in_hours(self):
        self.assertEqual(counting_plan(0.25, 0.25, 1, 0), [0.25, 0.5, 0.75, 1.0])

    def test_a_plan_that_cannot_be_kept_is_refused(self):
        for first, every, daily in ((3, 0, 1), (-1, 2, 1), (1, 2, -1)):
            with self.assertRaises(CoreError):
                counting_plan(first, every, 20, daily)

    @given(firsts, everies, lengths, st.integers(0, 14), st.none() | st.integers(0, 60))
    def test_looks_rise_and_none_is_past_the_end(self, first, every, length, daily, germination):
        looks = counting_plan(first, every, length, daily, germination)
        self.assertEqual(looks, sorted(set(looks)))
        self.assertTrue(all(d <= length for d in looks))


class NextLook(TestCase):
    def ask(self, last, germination=None, length=20):
        return next_look(3, 3, length, 5, germination, last)

    def test_the_first_look_comes_first(self):
        self.assertEqual(self.ask(None), 3)

    def test_a_little_early_counts_as_the_planned_one(self):
        self.assertEqual(self.ask(2.8), 6)
        self.assertEqual(self.ask(2.2), 3)

    def test_once_it_moves_the_next_day(self):
        self.assertEqual(self.ask(6, germination=6), 7)

    def test_a_forgotten_dish_stays_due_at_the_day_that_was_missed(self):
        self.assertEqual(self.ask(3), 6)

    def test_past_the_planned_length_looks_go_on(self):
        self.assertEqual(self.ask(20), 23)

    @given(firsts, everies, lengths, st.none() | st.floats(0, 200))
    def test_it_always_lies_after_the_last_one(self, first, every, length, last):
        self.assertGreaterEqual(next_look(first, every, length, 5, None, last), last if last is not None else 0)
