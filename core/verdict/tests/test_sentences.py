from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.germination import compare_final
from core.germination.tests.test_final_share import treatment, trials
from core.verdict import TreatmentLine, head_sentence, pair_sentence, share_sentence, time_sentence, warnings_sentences
from core.verdict.sentences import about, percent
from core.vocabulary import Family


def lines(result):
    return [TreatmentLine(t.id, t.p, t.lower, t.upper, 5.0) for t in result.shares.treatments]


def head(*treatments, finished=True):
    result = compare_final(treatments, Family.ALL)
    return head_sentence(lines(result), result, finished=finished)


def against(a, b, smallest=(0.2, 0.15)):
    result = compare_final([a, b], Family.CONTROL, b.id)
    return pair_sentence(result.pairs[0], smallest, result.shares)


class Shares(TestCase):
    def test_a_share_as_people_say_it(self):
        self.assertEqual(about(0), "none")
        self.assertEqual(about(1), "all")
        self.assertEqual(about(0.77), "about 3 in 4")
        self.assertEqual(about(0.02), "fewer than 1 in 20")
        self.assertEqual(share_sentence(TreatmentLine("x", 0.77, 0.64, 0.87, 7)), "about 3 in 4 germinated (64–87 %)")

    @given(st.floats(0.001, 0.999))
    def test_some_is_never_said_to_be_none_and_most_never_all(self, share):
        self.assertNotIn(about(share), ("none", "all"))
        self.assertNotIn(percent(share), ("0", "100"))

    def test_every_fraction_is_said_where_it_is_true(self):
        for n, of in ((1, 10), (1, 5), (1, 4), (3, 10), (1, 3), (2, 5), (1, 2), (3, 5), (2, 3), (7, 10), (3, 4), (4, 5), (9, 10)):
            self.assertEqual(about(n / of), f"about {n} in {of}")
        self.assertEqual([about(x) for x in (0.049, 0.05, 0.079, 0.08, 0.95, 0.951)], [
            "fewer than 1 in 20", "about 1 in 15", "about 1 in 15", "about 1 in 10", "about 9 in 10", "nearly all",
        ])  # fmt: skip

    def test_times(self):
        self.assertIn("day 6.8", time_sentence(TreatmentLine("x", 0.5, 0, 1, 6.77)))
        self.assertIn("hour 21", time_sentence(TreatmentLine("x", 0.5, 0, 1, 0.86)))
        self.assertIn("by hour 70", time_sentence(TreatmentLine("x", 0.5, 0, 1, 2.9)))
        self.assertIn("by day 3.0", time_sentence(TreatmentLine("x", 0.5, 0, 1, 3.0)))
        self.assertIn("before sowing", time_sentence(TreatmentLine("x", 0.5, 0, 1, 0.0)))
        self.assertIn("so there is no time", time_sentence(TreatmentLine("x", 0, 0, 1, None)))


class Pairs(TestCase):
    def test_a_difference_that_is_shown_says_by_how_much(self):
        said = against(treatment("cold", 20, 21, 22, 19), treatment("none", 1, 0, 2, 1))
        self.assertTrue(said.startswith("78 points more than “none” (likely between"))

    def test_the_likely_span_is_that_of_the_pair(self):
        pair = compare_final([treatment("cold", 20, 21, 22, 19), treatment("none", 1, 0, 2, 1)], Family.ALL).pairs[0]
        lower, upper = (f"{100 * x:+.0f}" for x in (pair.lower, pair.upper))
        self.assertIn(
            f"(likely between {lower} and {upper} points).", against(treatment("cold", 20, 21, 22, 19), treatment("none", 1, 0, 2, 1))
        )

    def test_without_enough_evidence_it_says_what_the_trial_could_detect_in_that_direction(self):
        more = against(treatment("a", 12, 13, 12), treatment("b", 11, 12, 12))
        self.assertIn("20 points or more", more)
        fewer = against(treatment("a", 11, 12, 12), treatment("b", 12, 13, 12))
        self.assertIn("15 points or more", fewer)
        none = against(treatment("a", 11, 12, 12), treatment("b", 12, 13, 12), smallest=(0.2, None))
        self.assertIn("could not detect any difference", none)

    def test_a_lead_that_only_the_blocks_show_names_the_plain_difference(self):
        result = compare_final([treatment("cold", 12, 13, 12), treatment("none", 13, 14, 13)], Family.ALL)
        pair = replace(result.pairs[0], differs=True, stat=2.5)
        said = pair_sentence(pair, (None, None), result.shares)
        self.assertEqual(said, "More than “none” once the blocks are taken out; the plain difference is −4 points.")
        other = pair_sentence(replace(pair, a="none", b="cold", diff=-pair.diff, stat=-2.5), (None, None), result.shares)
        self.assertEqual(other, "Fewer than “cold” once the blocks are taken out; the plain difference is +4 points.")

    def test_without_replication_it_is_a_hint(self):
        self.assertIn("hint", against(treatment("a", 9, n=10), treatment("b", 1, n=10)))
        self.assertIn("one dish per treatment", against(treatment("a", 9, n=10), treatment("b", 1, n=10)))
        self.assertTrue(against(treatment("a", 9, n=10), treatment("b", 1, n=10)).startswith("80 points more than “b”"))
        self.assertTrue(against(treatment("a", 1, n=10), treatment("b", 9, n=10)).startswith("80 points fewer than “b”"))

    @given(trials())
    def test_no_sentence_ever_calls_two_treatments_the_same(self, made):
        result = compare_final(made, Family.ALL)
        for pair in result.pairs:
            said = pair_sentence(pair, (None, None), result.shares)
            self.assertNotIn("no difference between", said)
            self.assertNotIn("equal", said)


class Heads(TestCase):
    def test_the_leader_and_what_it_leads(self):
        said = head(treatment("none", 1, 0, 2, 1), treatment("8 weeks", 12, 13, 11, 12), treatment("12 weeks", 20, 21, 22, 23))
        self.assertTrue(said.startswith("“12 weeks”: about"))
        self.assertTrue(head(treatment("nick", 3, 4)).startswith("“Nick”: about"))
        self.assertIn("more than “none” or “8 weeks”", said)

    def test_no_shown_difference_is_never_sameness(self):
        said = head(treatment("a", 12, 13, 11), treatment("b", 13, 12, 12))
        self.assertIn("the trial does not show that it differs from “a”", said)
        self.assertNotIn("same", said)

    def test_zero_everywhere_decides_nothing(self):
        self.assertIn("Cut or stain the rest", head(treatment("a", 0, 0), treatment("b", 0, 0)))
        self.assertIn("Go on counting", head(treatment("a", 0, 0), treatment("b", 0, 0), finished=False))

    def test_interim_results_say_so(self):
        self.assertTrue(head(treatment("a", 3, 4), finished=False).startswith("So far: "))

    def test_one_dish_each_is_a_hint(self):
        self.assertIn("a hint, not a result", head(treatment("a", 3), treatment("b", 9)))

    @given(trials(), st.booleans())
    def test_there_is_always_a_sentence(self, made, finished):
        result = compare_final(made, Family.ALL)
        self.assertTrue(head_sentence(lines(result), result, finished=finished).endswith("."))


class Warnings(TestCase):
    def test_single_dishes_and_all_or_none_have_their_own_words(self):
        single = warnings_sentences(compare_final([treatment("a", 3), treatment("b", 9)], Family.ALL).shares, [])
        zero = warnings_sentences(compare_final([treatment("a", 0, 0), treatment("b", 0, 0)], Family.ALL).shares, [])
        self.assertEqual(single, ["With one dish per treatment there is no way to tell a real difference from chance."])
        self.assertIn("all or none", zero[0])

    def test_an_odd_dish_is_named(self):
        shares = compare_final([treatment("a", 20, 21, 2)], Family.ALL).shares
        self.assertTrue(warnings_sentences(shares, ["Dish K7UF of “a”"])[0].startswith("Dish K7UF of “a” differs"))
