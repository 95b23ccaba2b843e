from unittest import TestCase

from core.germination import CountedDish, CountedTreatment, CrossedTest, LadderReading, TermTest, Trend, compare_final
from core.verdict import block_sentence, factor_sentences, ladder_sentences
from core.vocabulary import DoseReading, Family, Reason


def term(name, p, f=4.0, df2=12.0, reason=None):
    return TermTest(name, None if p is None else f, 1, df2, p, reason)


class Ladders(TestCase):
    def test_the_best_and_what_shares_the_top_with_it(self):
        said = ladder_sentences(["none", "4", "8"], LadderReading(DoseReading.LARGEST_BEST, 2, (1, 2)), Trend(5.1, 12, 0.0001, None))
        self.assertEqual(said[1], "Best: “8”. The trial does not show that it differs from “4”.")
        self.assertIn("rises with the dose (t = +5.10, p < 0.001)", said[2])

    def test_no_steady_trend_is_not_no_effect(self):
        said = ladder_sentences(["none", "4", "8"], LadderReading(DoseReading.INSIDE, 1, (1,)), Trend(-0.4, 12, 0.7, None))
        self.assertIn("no steady rise or fall with the dose is shown (t = −0.40, p = 0.700)", said[1])

    def test_without_a_test_the_reason_is_said(self):
        reading = LadderReading(DoseReading.NOT_TOLD, 0, (0, 1, 2))
        self.assertIn("all or none", ladder_sentences("abc", reading, Trend(None, 12, 1.0, Reason.ALL_OR_NONE))[1])
        self.assertIn("one dish per dose", ladder_sentences("abc", reading, Trend(None, None, None, Reason.NO_REPLICATION))[1])


class Factors(TestCase):
    def test_an_interplay_sends_the_reader_to_the_cells(self):
        said = factor_sentences("light", "warmth", CrossedTest(term("interaction", 0.001), term("a", 0.2), term("b", 0.01)))
        self.assertIn("read the combinations, not the means", said[0])
        self.assertIn("“light” by itself: no effect is shown", said[1])
        self.assertIn("“warmth” by itself: an effect is shown", said[2])

    def test_no_interplay_shown_is_not_none(self):
        said = factor_sentences("light", "warmth", CrossedTest(term("interaction", 0.4), term("a", 0.2), term("b", 0.01)))
        self.assertIn("does not mean that there is none", said[0])

    def test_cells_of_all_or_none_are_compared_in_pairs(self):
        none = term("interaction", None, reason=Reason.ALL_OR_NONE)
        self.assertEqual(len(factor_sentences("a", "b", CrossedTest(none, none, none))), 1)

    def test_a_layout_that_does_not_separate_the_factors_says_so(self):
        none = term("interaction", None, reason=Reason.NO_VALUE)
        self.assertIn("does not separate the two factors", factor_sentences("a", "b", CrossedTest(none, none, none))[0])

    def test_without_replication_the_test_is_chi_squared(self):
        said = factor_sentences("a", "b", CrossedTest(term("interaction", 0.3, df2=None), term("a", 0.2, df2=None), term("b", None)))
        self.assertIn("χ² = 4.00", said[0])
        self.assertIn("cannot be tested", said[2])


class Blocks(TestCase):
    def said(self, *treatments):
        made = [
            CountedTreatment(name, tuple(CountedDish(g, 25, b) for g, b in zip(dishes, "abc", strict=True))) for name, dishes in treatments
        ]
        return block_sentence(compare_final(made, Family.ALL), 3)

    def test_treatments_with_the_blocks_taken_out(self):
        self.assertIn("with that, treatments differ", self.said(("none", (2, 8, 12)), ("cold", (12, 18, 22))))
        self.assertIn("no difference between treatments is shown", self.said(("none", (2, 8, 12)), ("cold", (3, 7, 12))))

    def test_where_the_model_has_no_finite_fit_the_reason_is_said(self):
        said = self.said(("none", (0, 0, 0)), ("cold", (12, 18, 22)))
        self.assertIn("not taken into account: in a treatment or a block all or none germinated", said)
