from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.germination import TrialLine, over_trials
from core.verdict import over_trials_sentence
from core.vocabulary import Reason

LINES = st.lists(st.builds(TrialLine, st.floats(0, 1), st.floats(1, 400)), min_size=1, max_size=8)


class OverTrials(TestCase):
    def test_one_trial_tells_nothing_about_the_next(self):
        found = over_trials([TrialLine(0.6, 80)])
        self.assertEqual((found.p, found.lower, found.reason), (0.6, None, Reason.ONE_TREATMENT))
        self.assertIn("not known", over_trials_sentence(found))
        self.assertIsNone(over_trials([]))

    def test_trials_that_differ_are_said_to_and_widen_the_interval(self):
        alike = over_trials([TrialLine(0.60, 90), TrialLine(0.62, 90), TrialLine(0.58, 90)])
        apart = over_trials([TrialLine(0.30, 90), TrialLine(0.60, 90), TrialLine(0.90, 90)])
        self.assertEqual((alike.differ, apart.differ), (False, True))
        self.assertLess(alike.upper - alike.lower, apart.upper - apart.lower)
        self.assertIn("differ by more than their dishes explain", over_trials_sentence(apart))
        self.assertIn("does not show that they agree", over_trials_sentence(alike))

    def test_all_or_none_everywhere_has_an_interval_and_no_test(self):
        found = over_trials([TrialLine(0.0, 50), TrialLine(0.0, 60)])
        self.assertEqual((found.lower, found.q_p, found.reason), (0, None, Reason.ALL_OR_NONE))
        self.assertGreater(found.upper, 0)
        self.assertIn("0 %", over_trials_sentence(found))

    @given(LINES)
    def test_whatever_came_the_numbers_stand_in_order(self, lines):
        found = over_trials(lines)
        self.assertLessEqual(found.lowest - 1e-12, found.p)
        self.assertLessEqual(found.p, found.highest + 1e-12)
        if found.lower is not None:
            self.assertTrue(0 <= found.lower <= found.p + 1e-12 and found.p - 1e-12 <= found.upper <= 1)
        self.assertTrue(over_trials_sentence(found).endswith((".", "agree.")))
