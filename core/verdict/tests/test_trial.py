from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.design import smallest_differences
from core.germination import CountedDish, CountedTreatment, SpeedPair, compare_final, pair_indices, read_ladder
from core.verdict import LadderFacts, TreatmentFacts, TrialFacts, pace_sentence, speed_sentence, verdict
from core.vocabulary import ClosingFate, Family, NextTest, Reason, VerdictRule


def counted(name, *germinated, n=25):
    return CountedTreatment(name, tuple(CountedDish(g, n) for g in germinated))


def facts(*treatments, finished=True, ladder=None, **costs):
    """A trial as the verdict reads it; `costs` are further facts of a treatment by its name."""
    comparison = compare_final(treatments, Family.ALL)
    names = [t.name for t in treatments]
    found = smallest_differences(comparison.shares, pair_indices(names, Family.ALL))
    smallest = {(p.a, p.b): (s[0] if p.diff >= 0 else s[1]) for p, s in zip(comparison.pairs, found, strict=True)}
    rows = []
    for i, s in enumerate(comparison.shares.treatments):
        plain = TreatmentFacts(
            name=s.name,
            is_control=i == 0,
            share=s.p,
            lower=s.lower,
            upper=s.upper,
            early_share=0.0,
            sown=s.n,
            rotted=0,
            unknown=0,
            fates=dict.fromkeys(ClosingFate, 0),
            days=0.0,
            hazardous=False,
            cold=False,
        )
        rows.append(replace(plain, **costs.get(s.name, {})))
    read = None
    if ladder:
        read = LadderFacts(names, ladder, "d", read_ladder(ladder, comparison))
    return TrialFacts(rows, comparison, finished, smallest, read)


def said(found):
    return " ".join(s.text for s in (*found.use, *found.lot, *found.not_known, *found.left))


def rules(lines):
    return [s.rule for s in lines]


class WhatToUse(TestCase):
    def test_the_best_whose_lead_is_shown(self):
        found = verdict(facts(counted("none", 2, 3, 1), counted("cold", 21, 22, 20)))
        self.assertEqual((found.chosen, rules(found.use)), ("cold", [VerdictRule.LEAD_SHOWN]))
        self.assertTrue(said(found).startswith("Use cold: it woke"))

    def test_the_gentlest_of_those_not_told_apart_from_the_best(self):
        trial = facts(counted("none", 2, 3, 1), counted("sand", 17, 18, 16), counted("acid", 19, 18, 20), acid={"hazardous": True})
        found = verdict(trial)
        self.assertEqual((found.chosen, rules(found.use)), ("sand", [VerdictRule.GENTLEST_OF_EQUALS]))
        self.assertIn("nothing that can hurt", said(found))
        self.assertIn("acid came out higher", said(found))

    def test_the_shorter_of_two_that_are_not_told_apart(self):
        trial = facts(counted("short", 17, 18, 16), counted("long", 19, 18, 20), short={"days": 28.0}, long={"days": 84.0})
        self.assertIn("it takes 56 days less", said(verdict(trial)))
        hours = facts(counted("short", 17, 18, 16), counted("long", 19, 18, 20), short={"days": 0.5}, long={"days": 1.0})
        self.assertIn("it takes 12 hours less", said(verdict(hours)))

    def test_not_told_apart_is_never_the_same(self):
        found = said(verdict(facts(counted("a", 12, 13, 11), counted("b", 12, 12, 13))))
        self.assertIn("is not decided", found)
        self.assertNotIn("the same", found)
        self.assertNotIn("equal", found)

    def test_one_dish_each_is_a_hint(self):
        found = verdict(facts(counted("a", 3), counted("b", 20)))
        self.assertEqual(rules(found.use), [VerdictRule.HINT_ONLY])
        self.assertEqual([p.test for p in found.next], [NextTest.REPEAT])

    def test_one_treatment_has_nothing_to_be_held_against(self):
        self.assertEqual(rules(verdict(facts(counted("a", 12, 13))).use), [VerdictRule.ONE_TREATMENT])

    def test_so_far_is_said_first_while_counting_goes_on(self):
        found = verdict(facts(counted("none", 2, 3), counted("cold", 21, 22), finished=False))
        self.assertEqual(found.use[0].rule, VerdictRule.STILL_COUNTING)
        self.assertEqual(found.left, [])


class WhatItMeansForTheLot(TestCase):
    def test_the_bands_hold_their_edges(self):
        for germinated, rule in (((15, 15, 15, 15), VerdictRule.SOW_AS_USUAL), ((8, 8, 8, 8), VerdictRule.SOW_THICKER)):
            self.assertEqual(verdict(facts(counted("x", *germinated, n=20))).lot[0].rule, rule)
        self.assertEqual(verdict(facts(counted("x", 7, 8, 8, 8, n=20))).lot[0].rule, VerdictRule.BETTER_SEED)

    def test_an_interval_that_reaches_into_another_band_says_both(self):
        found = verdict(facts(counted("x", 19, 18, 20)))
        self.assertEqual(rules(found.lot), [VerdictRule.SOW_AS_USUAL, VerdictRule.SOW_THICKER])
        self.assertIn("as low as", said(found))

    def test_a_gentle_choice_still_says_what_the_best_would_mean(self):
        trial = facts(counted("none", 9, 10, 8), counted("acid", 11, 12, 10), acid={"hazardous": True})
        found = verdict(trial)
        self.assertEqual(found.chosen, "none")
        self.assertIn("With acid, which came out highest", said(found))

    def test_many_empty_is_the_lot(self):
        trial = facts(counted("x", 10, 11, 9), x={"fates": {ClosingFate.EMPTY: 30}})
        self.assertIn(VerdictRule.MANY_EMPTY, rules(verdict(trial).lot))


class WhatIsLeftAndNext(TestCase):
    def test_nobody_came_up_is_not_death(self):
        found = verdict(facts(counted("none", 0, 0), counted("hot", 0, 0)))
        self.assertIsNone(found.chosen)
        self.assertIn("dead, or the wrong method", said(found))
        self.assertEqual(found.next[0].test, NextTest.CUT_REST)
        waiting = verdict(facts(counted("none", 0, 0), finished=False))
        self.assertIn("go on counting", said(waiting))
        self.assertEqual(waiting.next, [])

    def test_seed_known_to_be_alive_is_not_cut_again(self):
        trial = facts(counted("none", 0, 0), none={"fates": {ClosingFate.HARD: 40}})
        self.assertEqual([p.test for p in verdict(trial).next], [NextTest.SCARIFY_HARDER])

    def test_fresh_seed_asks_for_more_cold_or_smoke(self):
        trial = facts(counted("none", 6, 7, 5), none={"fates": {ClosingFate.FRESH: 30}})
        self.assertEqual([p.test for p in verdict(trial).next], [NextTest.LONGER_COLD, NextTest.SMOKE])

    def test_rot_is_held_against_the_control(self):
        worse = facts(counted("none", 9, 8, 9), counted("acid", 20, 21, 19), none={"rotted": 2}, acid={"rotted": 20})
        self.assertIn("against 2 of 75 in the control", verdict(worse).next[0].text)
        alike = facts(counted("none", 9, 8, 9), counted("acid", 20, 21, 19), none={"rotted": 20}, acid={"rotted": 20})
        self.assertIn("mould rather than the treatment", verdict(alike).next[0].text)

    def test_what_nobody_checked_is_not_decided(self):
        trial = facts(counted("none", 9, 8, 9), none={"unknown": 12})
        self.assertIn("12 seeds left over were not checked", said(verdict(trial)))

    def test_a_tenth_that_sprouted_early_is_asked_about(self):
        trial = facts(counted("x", 19, 18, 20), x={"early_share": 0.1})
        self.assertEqual([p.test for p in verdict(trial).next], [NextTest.EARLIER_END])

    def test_ladders_go_on_the_way_they_point(self):
        up = verdict(facts(counted("n", 1, 2, 1), counted("4", 9, 8, 9), counted("8", 21, 20, 22), ladder=(0.0, 28.0, 56.0)))
        self.assertEqual((up.next[0].test, up.next[0].doses), (NextTest.DOSES_ABOVE, (56.0, 70.0, 84.0)))
        self.assertIn("8 weeks, 10 weeks and 12 weeks", up.next[0].text)
        falls = verdict(facts(counted("n", 1, 2, 1), counted("4", 20, 21, 22), counted("8", 4, 5, 3), ladder=(0.0, 28.0, 56.0)))
        self.assertEqual((falls.next[0].rule, falls.next[0].doses), (VerdictRule.DOSE_FALLS, (14.0, 28.0, 42.0)))
        self.assertIn("between none and 8 weeks", falls.next[0].text)
        none = verdict(facts(counted("n", 21, 22, 20), counted("4", 9, 8, 9), counted("8", 1, 2, 1), ladder=(0.0, 28.0, 56.0)))
        self.assertEqual(none.next[0].doses, (0.0, 7.0, 14.0))

    def test_what_was_not_told_apart_is_repeated_with_more_dishes(self):
        found = verdict(facts(counted("a", 12, 13, 11), counted("b", 14, 12, 15)))
        self.assertIn(NextTest.REPEAT, [p.test for p in found.next])

    @given(st.lists(st.lists(st.integers(0, 25), min_size=1, max_size=4), min_size=1, max_size=5), st.booleans())
    def test_every_trial_gets_sentences_without_nan(self, dishes, finished):
        found = verdict(facts(*[counted(f"t{i}", *g) for i, g in enumerate(dishes)], finished=finished))
        self.assertTrue(found.use)
        for text in (said(found), *(p.text for p in found.next)):
            self.assertNotIn("nan", text.lower().replace("not decided", ""))
            self.assertNotIn("None", text)


def pair(effect=None, lower=None, upper=None, p=None, adjusted=None, reason=None):
    return SpeedPair("cold", "none", effect, None, None, None, p, adjusted, lower, upper, reason)


class SpeedInWords(TestCase):
    def test_a_ratio_and_a_difference(self):
        self.assertIn("0.57 times as long as none", speed_sentence(pair(0.57, 0.48, 0.69, 0.001, 0.001), ratio=True))
        self.assertIn("3.1 days sooner than none", speed_sentence(pair(-3.1, -4, -2, 0.001, 0.001)))
        self.assertIn("7.2 hours later", speed_sentence(pair(0.3, -0.2, 0.8, 0.4, 0.4)))

    def test_one_of_several_is_said_where_an_interval_leaves_zero_out(self):
        self.assertIn("one of several comparisons", speed_sentence(pair(-3, -5, -1, 0.03, 0.09)))
        self.assertIn("does not make them the same", pace_sentence(pair(3, -5, 11, 0.3, 0.3)))

    def test_what_was_not_tested_says_why(self):
        self.assertIn("nothing came up", speed_sentence(pair(reason=Reason.NO_VALUE)))
        self.assertIn("single dish", pace_sentence(pair(reason=Reason.ONE_DISH)))
