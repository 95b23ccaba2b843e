from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.records import pool
from core.tests.examples import hard_case, record, records


class Pooling(TestCase):
    def test_looks_of_one_day_are_added(self):
        course = pool(hard_case())
        self.assertEqual(course.times.tolist(), [4, 6, 8, 11, 15, 21])
        self.assertEqual(course.new.tolist(), [4, 18, 26, 12, 4, 0])

    def test_a_dish_not_looked_at_on_a_day_adds_nothing(self):
        course = pool([record(10, (3, 2)), record(10, (4, 5))])
        self.assertEqual(course.knot_counts.tolist(), [0, 2, 7])

    def test_early_seeds_start_the_course(self):
        course = pool([record(10, (-2, 3), (5, 1)), record(10, (0, 2))])
        self.assertEqual((course.early, course.times.tolist(), course.knot_counts.tolist()), (5, [5], [5, 6]))

    def test_what_sprouted_in_the_bag_is_added_as_early_seed(self):
        course = pool([record(20, (5, 10))])
        with_bag = course.with_bag(0.2)
        self.assertEqual((with_bag.sown, with_bag.early, with_bag.germinated), (25, 5, 15))
        self.assertIs(course.with_bag(0.0), course)

    @given(st.lists(records(), min_size=1, max_size=5))
    def test_seeds_and_germinated_are_sums_and_the_course_never_falls(self, dishes):
        course = pool(dishes)
        self.assertEqual(course.sown, sum(d.sown for d in dishes))
        self.assertEqual(course.germinated, sum(d.germinated for d in dishes))
        counts = course.knot_counts.tolist()
        self.assertEqual(counts, sorted(counts))
