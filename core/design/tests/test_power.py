from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.design import Design, detectable, power, seed_cost, smallest_differences
from core.errors import CoreError
from core.germination import final_shares, pair_indices
from core.germination.tests.test_final_share import treatment
from core.vocabulary import Family


def laid(dishes=4, seeds=25, **more):
    return Design(dishes=dishes, seeds=seeds, treatments=4, rho=0.05, comparisons=3, **more)


class Power(TestCase):
    def test_without_replication_there_is_none(self):
        self.assertIsNone(power(0.2, 0.5, laid(1)))
        self.assertEqual(detectable(0.2, laid(1)), (None, None))

    def test_equal_shares_differ_as_rarely_as_the_test_allows(self):
        _, size = power(0.4, 0.4, laid())
        self.assertAlmostEqual(size, 0.05 / 3, 6)

    @settings(deadline=None)
    @given(st.floats(0.05, 0.9), st.integers(2, 8), st.integers(10, 60))
    def test_more_dishes_never_weaken_it(self, p1, dishes, seeds):
        few = power(p1, p1 + 0.1, laid(dishes, seeds))
        many = power(p1, p1 + 0.1, laid(dishes + 1, seeds))
        self.assertGreaterEqual(many[1], few[1] - 1e-9)

    @settings(deadline=None)
    @given(st.floats(0.05, 0.95))
    def test_what_is_detectable_has_80_percent_power(self, p1):
        for p2 in detectable(p1, laid()):
            if p2 is not None:
                self.assertAlmostEqual(power(p1, p2, laid())[1], 0.8, 5)

    def test_from_nothing_no_fall_and_from_all_no_rise_can_be_shown(self):
        self.assertIsNone(detectable(0, laid())[1])
        self.assertIsNone(detectable(1, laid())[0])

    def test_a_second_bag_shows_more_with_the_same_dishes(self):
        one, two = (power(0.4, 0.7, laid(bags=bags))[1] for bags in (1, 2))
        self.assertLess(one, two)
        self.assertLess(two, power(0.4, 0.7, laid())[1])

    def test_one_bag_sets_a_limit_that_no_number_of_dishes_passes(self):
        many = Design(dishes=1000, seeds=100, bags=1, rho_b=0.03)
        self.assertLess(many.n_eff, 1 / 0.03)
        self.assertGreater(many.n_eff, 0.9 / 0.03)


class SmallestDifferences(TestCase):
    def test_a_small_trial_shows_only_large_ones(self):
        small = [treatment("a", 4, 5, n=10), treatment("b", 5, 6, n=10)]
        large = [treatment("a", 20, 21, 22, 19, n=50), treatment("b", 25, 24, 26, 23, n=50)]
        pairs = pair_indices(["a", "b"], Family.ALL)
        narrow = smallest_differences(final_shares(large), pairs)[0][0]
        wide = smallest_differences(final_shares(small), pairs)[0][0]
        self.assertTrue(wide is None or wide > narrow)
        self.assertTrue(0 < narrow < 0.5)

    def test_without_replication_none_is_told(self):
        shares = final_shares([treatment("a", 4), treatment("b", 5)])
        self.assertEqual(smallest_differences(shares, [(0, 1)]), [(None, None)])


class SeedCost(TestCase):
    def test_four_by_four_by_25_is_400(self):
        cost = seed_cost(4, 4, 25, 1000)
        self.assertEqual((cost.dishes, cost.seeds, cost.remaining, cost.share), (16, 400, 600, 0.4))
        self.assertFalse(cost.greedy or cost.too_many)

    def test_more_than_half_is_greedy_and_more_than_all_too_many(self):
        self.assertTrue(seed_cost(4, 4, 25, 700).greedy)
        self.assertTrue(seed_cost(4, 4, 25, 399).too_many)
        self.assertTrue(seed_cost(1, 1, 1, 0).too_many)

    def test_an_unknown_amount_stays_unknown(self):
        cost = seed_cost(2, 2, 10, None)
        self.assertEqual((cost.remaining, cost.share, cost.greedy), (None, None, False))

    def test_nothing_makes_no_trial(self):
        with self.assertRaises(CoreError) as caught:
            seed_cost(4, 0, 25, 100)
        self.assertEqual(caught.exception.parameter, "dishes")
