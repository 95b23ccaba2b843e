from unittest import TestCase

from hypothesis import given

from core.errors import CoreError
from core.germination import compare_final, pair_indices
from core.germination.tests.test_final_share import treatment, trials
from core.vocabulary import Family, Reason


class ComparingFinalShares(TestCase):
    def test_a_clear_winner_differs_from_the_control(self):
        result = compare_final([treatment("none", 1, 0, 2, 1), treatment("cold", 20, 21, 18, 22)], Family.CONTROL, "none")
        pair = result.pairs[0]
        self.assertEqual((pair.a, pair.b), ("cold", "none"))
        self.assertTrue(pair.differs)
        self.assertGreater(pair.lower, 0.5)

    def test_none_against_all_stays_defined(self):
        pair = compare_final([treatment("x", 0, 0, 1), treatment("y", 25, 25, 25)], Family.ALL).pairs[0]
        self.assertEqual(pair.test, "t")
        self.assertTrue(pair.differs)

    def test_nothing_anywhere_is_a_finding_not_an_error(self):
        result = compare_final([treatment("x", 0, 0), treatment("y", 0, 0)], Family.ALL)
        self.assertEqual((result.overall.p, result.pairs[0].p, result.pairs[0].test), (1, 1, "none"))
        self.assertEqual(result.overall.reasons["stat"], Reason.ALL_OR_NONE)

    def test_without_replication_no_difference_is_shown_whatever_p_is(self):
        pair = compare_final([treatment("x", 0, n=100), treatment("y", 100, n=100)], Family.ALL).pairs[0]
        self.assertLess(pair.p_adjusted, 1e-6)
        self.assertFalse(pair.differs)
        self.assertEqual(pair.reasons["differs"], Reason.NO_REPLICATION)

    def test_one_treatment_has_nothing_to_be_compared_with(self):
        result = compare_final([treatment("x", 3, 4)], Family.ALL)
        self.assertEqual(result.pairs, ())
        self.assertEqual(result.overall.reasons["p"], Reason.ONE_TREATMENT)

    def test_pairs_stand_in_their_fixed_order_wherever_the_control_stands(self):
        names = ["a", "b", "c"]
        self.assertEqual(pair_indices(names, Family.CONTROL, "b"), [(0, 1), (2, 1)])
        self.assertEqual(pair_indices(names, Family.ALL), [(0, 1), (0, 2), (1, 2)])

    def test_an_unknown_control_is_refused_by_name(self):
        for control in ("z", None):
            with self.assertRaises(CoreError) as caught:
                compare_final([treatment("x", 3), treatment("y", 3)], Family.CONTROL, control)
            self.assertEqual(caught.exception.code, "control_unknown")

    @given(trials())
    def test_turning_a_pair_turns_its_difference_only(self, made):
        forth = {(p.a, p.b): p for p in compare_final(made, Family.ALL).pairs}
        back = {(p.a, p.b): p for p in compare_final(made[::-1], Family.ALL).pairs}
        for (a, b), pair in forth.items():
            other = back[b, a]
            self.assertAlmostEqual(pair.diff, -other.diff)
            self.assertAlmostEqual(pair.p, other.p)
            self.assertEqual(pair.differs, other.differs)

    @given(trials())
    def test_p_lies_between_0_and_1_and_adjusting_never_lowers_it(self, made):
        for pair in compare_final(made, Family.ALL).pairs:
            self.assertTrue(0 <= pair.p <= pair.p_adjusted + 1e-12 <= 1 + 1e-9)
