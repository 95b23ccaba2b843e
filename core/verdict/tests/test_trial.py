from dataclasses import replace
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.decision import Costs
from core.design import smallest_differences
from core.germination import CountedDish, CountedTreatment, SharedBags, SpeedPair, compare_final, pair_indices, read_ladder
from core.statistics import wilson
from core.verdict import Called, LadderFacts, TreatmentFacts, TrialFacts, pace_sentence, speed_sentence, verdict
from core.vocabulary import ClosingFate, DecisionAim, Family, NextTest, Reason, VerdictRule


def counted(name, *germinated, n=25, bags=None):
    made = CountedTreatment(name, tuple(CountedDish(g, n) for g in germinated))
    return made if bags is None else replace(made, bags=SharedBags(bags, 0, n * len(germinated)))


def facts(*treatments, finished=True, ladder=None, called=None, aim=DecisionAim.BALANCED, own=None, **costs):
    """A trial as the decision reads it; `costs` are further facts of a treatment by its name."""
    comparison = compare_final(treatments, Family.ALL)
    names = [t.id for t in treatments]
    found = smallest_differences(comparison.shares, pair_indices(names, Family.ALL))
    smallest = {(p.a, p.b): (s[0] if p.diff >= 0 else s[1]) for p, s in zip(comparison.pairs, found, strict=True)}
    rows = []
    for i, s in enumerate(comparison.shares.treatments):
        plain = TreatmentFacts(
            id=s.id,
            is_control=i == 0,
            early_share=0.0,
            sown=s.n,
            rotted=0,
            unknown=0,
            fates=dict.fromkeys(ClosingFate, 0),
            days=0.0,
            weeks=0.0,
            hazardous=False,
            cold=False,
        )
        rows.append(replace(plain, **costs.get(str(s.id), {})))
    read = LadderFacts(names, ladder, "d", read_ladder(ladder, comparison)) if ladder else None
    more = {} if called is None else {"called": called}
    return TrialFacts(rows, comparison, finished, smallest, read, aim=aim, own=own, **more)


def said(found):
    return " ".join([found.headline, *(s.text for s in (*found.use, *found.lot, *found.not_known, *found.left))])


def rules(lines):
    return [s.rule for s in lines]


class WhatToUse(TestCase):
    def test_the_treatment_with_the_highest_expected_share_where_nothing_costs(self):
        found = verdict(facts(counted("none", 2, 3, 1), counted("cold", 21, 22, 20)))
        self.assertEqual((found.chosen, rules(found.use)), ("cold", [VerdictRule.LEAD_SHOWN]))
        self.assertRegex(found.headline, r"^Use “cold”\. About 8\d of 100 seeds germinate \(likely between \d+ and \d+\)")
        self.assertIn("nothing else you tried does better", found.headline)

    def test_a_hazard_is_worth_a_few_plants_and_not_many(self):
        near = facts(counted("none", 2, 3, 1), counted("sand", 18, 19, 17), counted("acid", 19, 19, 18), acid={"hazardous": True})
        far = facts(counted("none", 2, 3, 1), counted("sand", 10, 11, 9), counted("acid", 19, 19, 20), acid={"hazardous": True})
        self.assertEqual((verdict(near).chosen, verdict(far).chosen), ("sand", "acid"))
        self.assertIn("can hurt", verdict(near).headline)
        self.assertIn("safer", verdict(far).options[1].against)

    def test_weeks_are_weighed_against_plants_by_the_aim(self):
        trial = [counted("short", 17, 18, 16), counted("long", 19, 20, 19)]
        weeks = {"short": {"weeks": 4.0}, "long": {"weeks": 12.0}}
        chosen = {a: verdict(facts(*trial, aim=a, **weeks)).chosen for a in (DecisionAim.MOST, DecisionAim.SOONEST)}
        self.assertEqual(chosen, {DecisionAim.MOST: "long", DecisionAim.SOONEST: "short"})
        soonest = verdict(facts(*trial, aim=DecisionAim.SOONEST, **weeks))
        self.assertIn("8 weeks longer", soonest.headline)
        self.assertNotIn("can hurt", soonest.headline)
        both = {n: {**w, "hazardous": True} for n, w in weeks.items()}
        self.assertNotIn("can hurt", verdict(facts(*trial, aim=DecisionAim.SOONEST, **both)).headline)
        self.assertRegex(soonest.headline, r"^Use “short”\. About \d+ of 100")
        self.assertIn("8 weeks later", soonest.options[1].against)

    def test_less_than_a_day_and_half_a_seed_are_not_worth_a_word(self):
        alike = facts(counted("a", 18, 18, 18), counted("b", 18, 18, 18), a={"weeks": 4.0}, b={"weeks": 4.1})
        self.assertEqual(verdict(alike).options[1].against, "about as many")
        later = facts(counted("a", 18, 18, 18), counted("b", 18, 18, 18), a={"weeks": 4.0}, b={"weeks": 4.2})
        self.assertEqual(verdict(later).options[1].against, "1 day later, about as many")

    def test_own_figures_are_the_growers(self):
        trial = [counted("short", 17, 18, 16), counted("long", 19, 20, 19)]
        weeks = {"short": {"weeks": 4.0}, "long": {"weeks": 12.0}}
        for cost, chosen in ((0.0, "long"), (5.0, "short")):
            self.assertEqual(verdict(facts(*trial, aim=DecisionAim.OWN, own=Costs(cost, 0.0), **weeks)).chosen, chosen)

    def test_a_decision_without_a_shown_lead_says_so(self):
        found = verdict(facts(counted("a", 12, 13, 11), counted("b", 12, 12, 13)))
        self.assertEqual(found.chosen, "b")
        self.assertEqual(rules(found.use), [VerdictRule.NOT_TOLD_APART])
        self.assertIn("rests on what to expect, not on a test", said(found))
        for word in ("the same", "equal", "no difference between"):
            self.assertNotIn(word, said(found))

    def test_one_dish_each_is_a_hint(self):
        found = verdict(facts(counted("a", 3), counted("b", 20)))
        self.assertEqual(rules(found.use), [VerdictRule.HINT_ONLY])
        self.assertIn("a hint, not a result", found.headline)
        self.assertEqual([p.test for p in found.next], [NextTest.REPEAT])

    def test_one_treatment_has_nothing_to_be_compared_with(self):
        self.assertEqual(rules(verdict(facts(counted("a", 12, 13))).use), [VerdictRule.ONE_TREATMENT])

    def test_so_far_is_said_while_counting_goes_on(self):
        found = verdict(facts(counted("none", 2, 3), counted("cold", 21, 22), finished=False))
        self.assertTrue(found.headline.startswith("So far: "))
        self.assertEqual(found.use[0].rule, VerdictRule.STILL_COUNTING)
        self.assertEqual(found.left, [])

    def test_a_name_that_reads_as_grammar_is_quoted_and_untreated_seed_is_called_so(self):
        trial = [counted("No cold", 20, 21, 22), counted("None of it", 3, 4, 2)]
        self.assertIn("Use “No cold”", verdict(facts(*trial)).headline)
        called = Called(untreated=frozenset({"No cold"}))
        self.assertIn("Sow untreated seed", verdict(facts(*trial, called=called)).headline)
        self.assertIn("better than “None of it”", said(verdict(facts(*trial, called=called))))

    def test_treatments_of_one_name_stay_two(self):
        called = Called({1: "8 weeks", 2: "8 weeks"})
        found = verdict(facts(counted(1, 2, 3, 2), counted(2, 21, 22, 20), called=called))
        self.assertEqual((found.chosen, found.decision.use), (2, 1))
        self.assertIn("better than “8 weeks”", said(found))


class WhatItMeansForTheLot(TestCase):
    def test_the_bands_follow_the_expected_share(self):
        for germinated, rule in ((23, VerdictRule.SOW_AS_USUAL), (15, VerdictRule.SOW_THICKER), (4, VerdictRule.BETTER_SEED)):
            self.assertEqual(verdict(facts(counted("x", *[germinated] * 4))).lot[0].rule, rule)

    def test_a_range_that_reaches_into_another_band_says_both(self):
        found = verdict(facts(counted("x", 20, 20, 21)))
        self.assertIn(VerdictRule.SOW_THICKER, rules(found.lot))
        self.assertIn("It may be as low as", said(found))

    def test_many_empty_is_the_lot(self):
        trial = facts(counted("x", 10, 11, 9), x={"fates": {ClosingFate.EMPTY: 30}})
        self.assertIn(VerdictRule.MANY_EMPTY, rules(verdict(trial).lot))
        few = facts(counted("x", 10, 11, 9), x={"fates": {ClosingFate.EMPTY: 3}})
        self.assertNotIn(VerdictRule.MANY_EMPTY, rules(verdict(few).lot))


class WhatIsNotKnown(TestCase):
    def test_one_bag_looks_like_a_treatment_and_two_bags_narrow_the_range(self):
        trial = facts(counted("none", 9, 10, 8, 9, bags=1), counted("cold", 20, 21, 19, 20, bags=1))
        found = verdict(trial)
        line = next(s for s in found.not_known if s.rule is VerdictRule.ONE_BAG)
        wide, narrow = (int(x.split()[0]) for x in line.text.split("± ")[1:])
        self.assertLess(narrow, wide)
        interval = trial.comparison.shares.treatments[1].interval
        self.assertEqual(wide, round(100 * (interval.upper - interval.lower) / 2))
        shares = trial.comparison.shares
        cold = shares.treatments[1]
        two = wilson(cold.share, 1 / (1 / cold.n_eff - shares.rho_b / 2), shares.critical)
        self.assertEqual(narrow, round(100 * (two.upper - two.lower) / 2))
        self.assertNotIn(VerdictRule.ONE_BAG, rules(verdict(facts(counted("x", 9, 10, bags=2))).not_known))

    def test_a_difference_that_is_not_shown_says_what_the_trial_could_detect(self):
        found = verdict(facts(counted("a", 12, 13, 11), counted("b", 14, 12, 15)))
        self.assertRegex(said(found), r"may or may not differ\. This trial could only detect a difference of \d+ points or more")

    def test_more_than_the_largest_dose_was_not_tried(self):
        found = verdict(facts(counted("n", 1, 2, 1), counted("4", 9, 8, 9), counted("8", 21, 20, 22), ladder=(0.0, 28.0, 56.0)))
        self.assertIn("More than “8” was not tried", said(found))


class WhatIsLeftAndNext(TestCase):
    def test_no_germination_is_not_death(self):
        found = verdict(facts(counted("none", 0, 0), counted("hot", 0, 0)))
        self.assertEqual((found.decision, found.chosen), (None, None))
        self.assertIn("dead, or the method was wrong", said(found))
        self.assertEqual(found.next[0].test, NextTest.CUT_REST)
        waiting = verdict(facts(counted("none", 0, 0), finished=False))
        self.assertIn("Go on counting", said(waiting))
        self.assertEqual(waiting.next, [])

    def test_seed_known_to_be_alive_is_not_cut_again(self):
        trial = facts(counted("none", 0, 0), none={"fates": {ClosingFate.HARD: 40}})
        self.assertEqual([p.test for p in verdict(trial).next], [NextTest.SCARIFY_HARDER])

    def test_fresh_seed_asks_for_more_cold_or_smoke(self):
        trial = facts(counted("none", 6, 7, 5), none={"fates": {ClosingFate.FRESH: 30}})
        self.assertEqual([p.test for p in verdict(trial).next], [NextTest.LONGER_COLD, NextTest.SMOKE])

    def test_rot_is_compared_with_the_control(self):
        worse = facts(counted("none", 9, 8, 9), counted("acid", 20, 21, 19), none={"rotted": 2}, acid={"rotted": 20})
        self.assertIn("compared with 2 of 75 in the control", verdict(worse).next[0].text)
        alike = facts(counted("none", 9, 8, 9), counted("acid", 20, 21, 19), none={"rotted": 20}, acid={"rotted": 20})
        self.assertIn("mould rather than the treatment", verdict(alike).next[0].text)

    def test_what_nobody_checked_is_not_known(self):
        trial = facts(counted("none", 9, 8, 9), none={"unknown": 12})
        self.assertIn("12 ungerminated seeds were not checked", said(verdict(trial)))

    def test_a_tenth_that_sprouted_early_is_asked_about(self):
        trial = facts(counted("x", 19, 18, 20), x={"early_share": 0.1})
        self.assertEqual([p.test for p in verdict(trial).next], [NextTest.EARLIER_END])

    def test_dose_series_go_on_the_way_they_point(self):
        up = verdict(facts(counted("n", 1, 2, 1), counted("4", 9, 8, 9), counted("8", 21, 20, 22), ladder=(0.0, 28.0, 56.0)))
        self.assertEqual((up.next[0].test, up.next[0].doses), (NextTest.DOSES_ABOVE, (56.0, 70.0, 84.0)))
        self.assertIn("8 weeks, 10 weeks and 12 weeks", up.next[0].text)
        falls = verdict(facts(counted("n", 1, 2, 1), counted("4", 20, 21, 22), counted("8", 4, 5, 3), ladder=(0.0, 28.0, 56.0)))
        self.assertEqual((falls.next[0].rule, falls.next[0].doses), (VerdictRule.DOSE_FALLS, (14.0, 28.0, 42.0)))
        self.assertIn("between none and 8 weeks", falls.next[0].text)
        self.assertIn("it begins to kill", falls.next[0].text)
        none = verdict(facts(counted("n", 21, 22, 20), counted("4", 9, 8, 9), counted("8", 1, 2, 1), ladder=(0.0, 28.0, 56.0)))
        self.assertEqual(none.next[0].doses, (0.0, 7.0, 14.0))

    def test_a_difference_that_was_not_shown_is_repeated_with_more_dishes(self):
        found = verdict(facts(counted("a", 12, 13, 11), counted("b", 14, 12, 15)))
        self.assertIn(NextTest.REPEAT, [p.test for p in found.next])

    @settings(deadline=None)
    @given(
        st.lists(st.lists(st.integers(0, 25), min_size=1, max_size=4), min_size=1, max_size=5), st.booleans(), st.sampled_from(DecisionAim)
    )
    def test_every_trial_gets_sentences_without_nan(self, dishes, finished, aim):
        own = Costs(1.0, 2.0) if aim is DecisionAim.OWN else None
        found = verdict(facts(*[counted(f"t{i}", *g) for i, g in enumerate(dishes)], finished=finished, aim=aim, own=own))
        self.assertTrue(found.headline.endswith("."))
        self.assertEqual(found.decision is None, not any(sum(g) for g in dishes))
        for text in (said(found), *(p.text for p in found.next)):
            self.assertNotIn("nan", text.lower())
            self.assertNotIn("None", text)


def pair(effect=None, lower=None, upper=None, p=None, adjusted=None, reason=None, one_bag=False):
    return SpeedPair("cold", "none", effect, None, None, None, p, adjusted, lower, upper, reason, one_bag)


class SpeedInWords(TestCase):
    def test_a_ratio_and_a_difference(self):
        self.assertIn("0.57 times as long as “none”", speed_sentence(pair(0.57, 0.48, 0.69, 0.001, 0.001), ratio=True))
        self.assertIn("3.1 days sooner than “none”", speed_sentence(pair(-3.1, -4, -2, 0.001, 0.001)))
        self.assertIn("7.2 hours later", speed_sentence(pair(0.3, -0.2, 0.8, 0.4, 0.4)))

    def test_one_of_several_is_said_where_an_interval_leaves_zero_out(self):
        self.assertIn("one of several comparisons", speed_sentence(pair(-3, -5, -1, 0.03, 0.09)))
        self.assertIn("Not enough evidence that they differ", pace_sentence(pair(3, -5, 11, 0.3, 0.3)))

    def test_the_speed_of_one_bag_is_marked(self):
        self.assertIn("the difference may be the bag’s", speed_sentence(pair(-3, -5, -1, 0.001, 0.001, one_bag=True)))

    def test_what_was_not_tested_says_why(self):
        self.assertIn("nothing germinated", speed_sentence(pair(reason=Reason.NO_VALUE)))
        self.assertIn("single dish", pace_sentence(pair(reason=Reason.ONE_DISH)))
