from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.germination import TrialLine, over_trials
from core.verdict import over_trials_sentence

LINES = st.lists(st.builds(TrialLine, st.floats(0, 1), st.floats(1, 400)), min_size=1, max_size=8)


def pooled(*shares, n_eff=90):
    return over_trials([TrialLine(p, n_eff) for p in shares])


def width(share):
    return share.upper - share.lower


class OverTrials(TestCase):
    def test_one_trial_has_a_next_lot_and_says_what_is_assumed(self):
        found = pooled(0.6, n_eff=80)
        self.assertGreater(width(found.next_lot), width(found.mean))
        self.assertIn("how much lots differ is assumed", over_trials_sentence(found))
        self.assertIsNone(over_trials([]))

    def test_trials_that_differ_widen_the_next_lot_more_than_the_average(self):
        alike, apart = pooled(0.60, 0.62, 0.58), pooled(0.30, 0.60, 0.90)
        self.assertLess(width(alike.next_lot), width(apart.next_lot))
        self.assertLess(alike.tau, apart.tau)
        self.assertIn("Over 3 trials the average lot germinates about", over_trials_sentence(apart))

    def test_more_trials_narrow_the_average_lot(self):
        self.assertLess(width(pooled(*[0.6, 0.7] * 6).mean), width(pooled(0.6, 0.7).mean))

    def test_all_or_none_everywhere_still_has_ranges(self):
        none, every = pooled(0.0, 0.0), pooled(1.0, 1.0)
        for found in (none, every):
            self.assertTrue(0 <= found.next_lot.lower < found.next_lot.upper <= 1)
        self.assertGreater(none.next_expected, 0)
        self.assertLess(every.next_expected, 1)

    @settings(deadline=None)
    @given(LINES)
    def test_whatever_came_the_numbers_are_in_order(self, lines):
        found = over_trials(lines)
        for share in (found.mean, found.next_lot):
            self.assertTrue(0 <= share.lower <= share.median <= share.upper <= 1)
        self.assertTrue(found.lowest <= found.highest)
        self.assertTrue(over_trials_sentence(found).endswith("."))
