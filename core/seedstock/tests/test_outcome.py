from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.seedstock import TYPICAL_TRAY_RHO, TrayOutcome, plant_share_of, tray_rho


@st.composite
def trays(draw):
    emerged = draw(st.integers(0, 200))
    thinned = draw(st.integers(0, emerged))
    standing = draw(st.none() | st.integers(0, 200))
    return TrayOutcome(draw(st.integers(max(1, emerged), 300)), draw(st.floats(0, 1)), emerged, thinned, standing)


class LearnedPlantShare(TestCase):
    def test_without_a_tray_it_is_the_usual_four_in_five(self):
        found = plant_share_of([])
        self.assertEqual((found.s, found.own, found.trays), (0.8, None, 0))

    def test_few_seedlings_move_it_little_and_many_move_it_far(self):
        poor = TrayOutcome(seeds=40, tested=0.5, emerged=8, standing=8)
        many = [poor] * 30
        self.assertAlmostEqual(plant_share_of([poor]).s, (8 + 24) / (20 + 30))
        self.assertAlmostEqual(plant_share_of(many).own, 0.4)
        self.assertLess(plant_share_of(many).s, 0.43)

    def test_thinned_seedlings_are_no_loss(self):
        thinned = TrayOutcome(seeds=100, tested=0.8, emerged=80, thinned=40, standing=40)
        self.assertEqual((thinned.kept_share, plant_share_of([thinned]).own), (1.0, 1.0))

    def test_trays_that_beat_the_test_are_reported_and_never_counted_on(self):
        found = plant_share_of([TrayOutcome(seeds=200, tested=0.4, emerged=150, standing=150)])
        self.assertGreater(found.own, 1)
        self.assertAlmostEqual(found.s, (80 + 24) / (80 + 30))

    def test_a_tray_without_seed_or_with_fewer_than_no_seedlings_is_refused(self):
        for impossible in (
            TrayOutcome(seeds=0, tested=0.5, emerged=0, standing=0),
            TrayOutcome(seeds=9, tested=0.5, emerged=-1, standing=0),
        ):
            with self.assertRaises(CoreError) as caught:
                plant_share_of([impossible])
            self.assertEqual(caught.exception.code, "outcome_cannot_be")

    def test_more_thinned_than_emerged_is_refused_with_the_numbers(self):
        with self.assertRaises(CoreError) as caught:
            plant_share_of([TrayOutcome(seeds=10, tested=0.5, emerged=3, thinned=4)])
        self.assertIn("3 seedlings of 10 seeds with 4 thinned out", caught.exception.message)

    @given(st.lists(trays(), max_size=6))
    def test_it_is_a_share_above_none_whatever_the_trays(self, given_trays):
        found = plant_share_of(given_trays)
        self.assertTrue(0 < found.s <= 1)
        self.assertEqual(found.own is None, found.trays == 0)


class TraysThatDiffer(TestCase):
    def trays(self, emerged):
        return [TrayOutcome(seeds=100, tested=0.6, emerged=e, standing=e, tested_n_eff=400) for e in emerged]

    def test_fewer_than_six_trays_say_nothing(self):
        self.assertEqual(tray_rho(self.trays([20, 50, 30, 55, 40])), TYPICAL_TRAY_RHO)

    def test_more_difference_is_a_larger_correlation_and_none_is_zero(self):
        alike, apart = tray_rho(self.trays([48] * 6)), tray_rho(self.trays([20, 58, 30, 60, 45, 52]))
        self.assertEqual(alike, 0.0)
        self.assertGreater(apart, 0.05)

    def test_the_correlation_is_that_of_the_formula(self):
        emerged = [20, 58, 30, 60, 45, 52]
        q = sum(emerged) / 600
        x2 = sum((e - 100 * q) ** 2 / (100 * q * (1 - q)) for e in emerged)
        self.assertAlmostEqual(tray_rho(self.trays(emerged)), (x2 - 5 - 6 * 100 / 400) / (6 * 99))
