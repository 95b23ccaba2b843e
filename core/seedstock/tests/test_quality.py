from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.seedstock import Estimate, fill, imbibition, pouring_off, purity
from core.vocabulary import Reason


class Quality(TestCase):
    def code(self, work):
        with self.assertRaises(CoreError) as caught:
            work()
        return caught.exception.code

    def test_more_pure_seed_than_sample_cannot_be(self):
        self.assertEqual(self.code(lambda: purity(3.1, 3.0)), "more_than_sample")
        self.assertEqual(self.code(lambda: purity(0, 0)), "mass_not_positive")

    def test_more_full_seeds_than_were_cut_cannot_be(self):
        self.assertEqual(self.code(lambda: fill(11, 10)), "more_than_cut")
        self.assertEqual(self.code(lambda: fill(0, 0)), "none_cut")

    def test_ten_of_ten_full_is_not_all_full(self):
        found = fill(10, 10)
        self.assertEqual((found.share, found.upper), (1.0, 1.0))
        self.assertLess(found.lower, 0.75)

    def test_uncut_floaters_have_no_price_yet(self):
        found = pouring_off(Estimate(200, 10), None, Estimate(800, 0), fill(27, 30))
        self.assertEqual((found.full_seeds, found.reason), (None, Reason.NOT_CUT))

    def test_with_the_sinkers_uncut_the_number_is_known_but_not_its_share(self):
        found = pouring_off(Estimate(200, 0), fill(15, 30), Estimate(800, 0), None)
        self.assertEqual((found.full_seeds, found.share, found.reason), (100, None, Reason.NOT_CUT))

    @given(st.integers(1, 60), st.data())
    def test_doubt_about_the_number_of_floaters_only_widens(self, cut, data):
        full = fill(data.draw(st.integers(0, cut)), cut)
        sure, unsure = (pouring_off(Estimate(300, se), full, Estimate(900, 0), full) for se in (0, 60))
        self.assertLessEqual(unsure.lower, sure.lower + 1e-9)
        self.assertGreaterEqual(unsure.upper, sure.upper - 1e-9)
        self.assertTrue(sure.lower <= sure.full_seeds <= sure.upper)

    def test_empty_floaters_cost_nothing_at_best_and_a_few_at_worst(self):
        found = pouring_off(Estimate(100, 0), fill(0, 20), Estimate(400, 0), fill(20, 20))
        self.assertEqual((found.full_seeds, found.lower, found.share), (0, 0, 0))
        self.assertGreater(found.upper, 10)

    def test_a_mass_of_nothing_is_named(self):
        with self.assertRaises(CoreError) as caught:
            imbibition(2, 2.1, 0, 1)
        self.assertEqual(caught.exception.parameter, "nicked_start_g")
