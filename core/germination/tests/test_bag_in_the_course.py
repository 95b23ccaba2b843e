from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.germination import indices, leave_one_dish_out
from core.records import pool
from core.tests.examples import hard_case, record, records

SHARES = st.floats(0.01, 0.9)


class EarlyFromABag(TestCase):
    """Sprouts of a bag that several dishes were drawn from are early in the course, as if the bag's seed lay in the dishes."""

    def test_it_is_the_same_as_early_seed_of_the_dishes(self):
        bag = indices([record(75, (4, 20), (8, 30), (12, 0))], 12, bag_share=0.25)
        own = indices([record(100, (-1, 25), (4, 20), (8, 30), (12, 0))], 12)
        for name in ("germinability_sown", "mgt", "t10", "t50", "t90", "area", "timson", "mean_rate", "cvg", "peak_value", "uncertainty"):
            with self.subTest(index=name):
                self.assertAlmostEqual(getattr(bag, name), getattr(own, name))

    def test_the_dishes_keep_their_own_numbers(self):
        found = indices(hard_case(), bag_share=0.2)
        self.assertEqual((found.n, found.g, found.early), (100, 64, 0))
        self.assertAlmostEqual(found.germinability_sown, 0.2 + 0.8 * 0.64)

    def test_without_a_bag_counts_stay_whole(self):
        course = pool(hard_case())
        self.assertEqual(course.knot_counts.dtype.kind, "i")

    def test_a_bag_that_sprouted_has_times_also_where_the_dishes_have_none(self):
        found = indices([record(20, (5, 0))], 5, bag_share=0.3)
        self.assertEqual((found.mgt, found.t50, found.last), (0, 0, 0))
        self.assertIsNone(found.mean_rate)

    @given(st.lists(records(), min_size=1, max_size=3), SHARES)
    @settings(max_examples=60)
    def test_more_early_never_makes_it_slower(self, dishes, share):
        plain, bag = indices(dishes), indices(dishes, bag_share=share)
        if plain.mgt is not None:
            self.assertLessEqual(bag.mgt, plain.mgt + 1e-9)
            self.assertLessEqual(bag.t50, plain.t50 + 1e-9)
        if plain.area is not None:
            self.assertGreaterEqual(bag.area, plain.area - 1e-9)

    def test_leaving_a_dish_out_keeps_the_bag(self):
        found = leave_one_dish_out(hard_case(), ["mgt"], bag_share=0.25)["mgt"]
        self.assertAlmostEqual(found.estimate, indices(hard_case(), bag_share=0.25).mgt)
        self.assertLess(found.upper, leave_one_dish_out(hard_case(), ["mgt"])["mgt"].upper)
