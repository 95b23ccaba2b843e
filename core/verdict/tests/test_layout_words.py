from unittest import TestCase

from core.germination import CrossedTest, LadderReading, TermTest, Trend
from core.verdict import block_sentence, factor_sentences, ladder_sentences
from core.vocabulary import DoseReading, Reason


def term(name, p, f=4.0, df2=12.0, reason=None):
    return TermTest(name, None if p is None else f, 1, df2, p, reason)


class Ladders(TestCase):
    def test_the_best_and_what_shares_the_top_with_it(self):
        said = ladder_sentences(["none", "4", "8"], LadderReading(DoseReading.LARGEST_BEST, 2, (1, 2)), Trend(5.1, 12, 0.0001, None))
        self.assertEqual(said[1], "Best: 8; not told apart from it: 4.")
        self.assertIn("rises with the dose (t = +5.10, p < 0.001)", said[2])

    def test_no_steady_trend_is_not_no_effect(self):
        said = ladder_sentences(["none", "4", "8"], LadderReading(DoseReading.INSIDE, 1, (1,)), Trend(-0.4, 12, 0.7, None))
        self.assertIn("no steady rise or fall with the dose is shown (t = −0.40, p = 0.700)", said[1])

    def test_without_a_test_the_reason_stands(self):
        reading = LadderReading(DoseReading.NOT_TOLD, 0, (0, 1, 2))
        self.assertIn("all or none", ladder_sentences("abc", reading, Trend(None, 12, 1.0, Reason.ALL_OR_NONE))[1])
        self.assertIn("cannot be held", ladder_sentences("abc", reading, Trend(None, None, None, Reason.NO_REPLICATION))[1])


class Factors(TestCase):
    def test_an_interplay_sends_the_reader_to_the_cells(self):
        said = factor_sentences("light", "warmth", CrossedTest(term("interaction", 0.001), term("a", 0.2), term("b", 0.01)))
        self.assertIn("read the cells, not the means", said[0])
        self.assertIn("light by itself: no effect is shown", said[1])
        self.assertIn("warmth by itself: an effect is shown", said[2])

    def test_no_interplay_shown_is_not_none(self):
        said = factor_sentences("light", "warmth", CrossedTest(term("interaction", 0.4), term("a", 0.2), term("b", 0.01)))
        self.assertIn("does not mean that there is none", said[0])

    def test_cells_of_all_or_none_are_compared_in_pairs(self):
        none = term("interaction", None, reason=Reason.ALL_OR_NONE)
        self.assertEqual(len(factor_sentences("a", "b", CrossedTest(none, none, none))), 1)

    def test_a_layout_that_cannot_take_them_apart_says_so(self):
        none = term("interaction", None, reason=Reason.NO_VALUE)
        self.assertIn("cannot be taken apart", factor_sentences("a", "b", CrossedTest(none, none, none))[0])

    def test_without_replication_the_test_is_chi_squared(self):
        said = factor_sentences("a", "b", CrossedTest(term("interaction", 0.3, df2=None), term("a", 0.2, df2=None), term("b", None)))
        self.assertIn("χ² = 4.00", said[0])
        self.assertIn("cannot be tested", said[2])


class Blocks(TestCase):
    def test_treatments_with_the_blocks_taken_out(self):
        self.assertIn("With the 3 blocks taken out treatments differ", block_sentence(term("treatment", 0.01), 3))
        self.assertIn("no difference between treatments is shown", block_sentence(term("treatment", 0.4), 3))

    def test_where_the_model_has_no_finite_fit_it_is_said(self):
        self.assertIn("leave them in", block_sentence(term("treatment", None, reason=Reason.ALL_OR_NONE), 3))
        self.assertIn("cannot be taken out", block_sentence(term("treatment", None), 3))
