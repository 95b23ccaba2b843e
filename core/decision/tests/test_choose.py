from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.decision import AIM_COSTS, Candidate, Costs, costs_of, decide, shrinkage, weeks_of
from core.errors import CoreError
from core.vocabulary import DecisionAim

CRITICAL = 2.1


def candidate(share, n=45.0, weeks=0.0, *, hazard=False, name="x"):
    return Candidate(name, share, n, weeks, hazard)


CANDIDATES = st.lists(
    st.builds(candidate, st.floats(0, 1), st.floats(2, 400), st.floats(0, 60), hazard=st.booleans()), min_size=1, max_size=6
)


class Chances(TestCase):
    @settings(deadline=None, max_examples=50)
    @given(CANDIDATES, st.sampled_from([a for a in DecisionAim if a is not DecisionAim.OWN]))
    def test_chances_of_being_the_best_add_up_and_ranges_hold_the_expected_share(self, candidates, aim):
        found = decide(candidates, CRITICAL, aim=aim)
        self.assertAlmostEqual(sum(o.chance_best for o in found.options), 1.0, places=6)
        for o in found.options:
            self.assertTrue(0 <= o.lower <= o.expected <= o.upper <= 1)
            self.assertGreaterEqual(o.expected_loss, 0)
            self.assertTrue(0 <= o.sowing_share <= 1)
            self.assertEqual(list(o.pips), sorted(o.pips))
            self.assertEqual(len(o.pips), 20)

    @settings(deadline=None, max_examples=50)
    @given(CANDIDATES)
    def test_the_chosen_one_has_the_highest_utility(self, candidates):
        found = decide(candidates, CRITICAL)
        self.assertEqual(found.chosen.utility, max(o.utility for o in found.options))
        self.assertEqual((found.chosen.weeks_saved, found.chosen.more_of_100), (0, 0))

    def test_twins_share_the_chance(self):
        found = decide([candidate(0.5), candidate(0.5)], CRITICAL)
        for o in found.options:
            self.assertAlmostEqual(o.chance_best, 0.5, places=6)

    def test_more_seeds_make_the_leader_surer(self):
        few, many = (decide([candidate(0.4, n), candidate(0.7, n)], CRITICAL).chosen.chance_best for n in (10, 100))
        self.assertGreater(many, few)

    def test_the_highest_of_three_is_sown_by_what_is_expected_and_all_others_by_what_was_seen(self):
        three = decide([candidate(0.4), candidate(0.7), candidate(0.5)], CRITICAL).options
        self.assertEqual([o.sowing_share for o in three], [0.4, three[1].expected, 0.5])
        self.assertLess(three[1].expected, 0.7)
        two = decide([candidate(0.4), candidate(0.7)], CRITICAL).options
        self.assertEqual([o.sowing_share for o in two], [0.4, 0.7])

    def test_without_replication_it_is_a_hint_and_wider(self):
        pair = [candidate(0.4, 25), candidate(0.7, 25)]
        hint, result = decide(pair, CRITICAL, replicated=False), decide(pair, CRITICAL)
        self.assertTrue(hint.hint)
        self.assertGreater(hint.chosen.upper - hint.chosen.lower, result.chosen.upper - result.chosen.lower)


class Aims(TestCase):
    PAIR = (candidate(0.70, weeks=4), candidate(0.78, weeks=16))

    def test_being_in_a_hurry_changes_what_weeks_cost_and_not_what_hurting_costs(self):
        most, balanced, soonest = (AIM_COSTS[a] for a in (DecisionAim.MOST, DecisionAim.BALANCED, DecisionAim.SOONEST))
        self.assertEqual(most, Costs(0.0, 0.0))
        self.assertEqual((soonest.hazard, balanced.hazard), (5, 5))
        self.assertEqual((soonest.week, balanced.week), (2, 0.5))

    def chosen(self, aim, own=None):
        return decide(self.PAIR, CRITICAL, aim=aim, own=own).use

    def test_weeks_cost_more_the_sooner_plants_are_wanted(self):
        self.assertEqual(self.chosen(DecisionAim.MOST), 1)
        self.assertEqual(self.chosen(DecisionAim.SOONEST), 0)

    def test_own_costs_are_asked_for_and_used(self):
        self.assertEqual(self.chosen(DecisionAim.OWN, Costs(0, 0)), 1)
        self.assertEqual(self.chosen(DecisionAim.OWN, Costs(3, 0)), 0)
        self.assertEqual(costs_of(DecisionAim.MOST), Costs(0, 0))

    def test_a_cost_below_nothing_is_refused(self):
        with self.assertRaises(CoreError) as caught:
            Costs(-1, 0)
        self.assertEqual(caught.exception.parameter, "week_cost")


class HowAlike(TestCase):
    def test_treatments_that_are_alike_pull_harder_at_each_other(self):
        alike = shrinkage([0.5, 0.52, 0.48, 0.5], [45] * 4)
        apart = shrinkage([0.1, 0.9, 0.2, 0.8], [45] * 4)
        self.assertGreater(alike.kappa, apart.kappa)
        self.assertLess(abs(alike.mean(0.6, 45) - alike.mu), abs(0.6 - alike.mu))

    def test_shares_that_cannot_be_are_refused(self):
        with self.assertRaises(CoreError):
            shrinkage([1.2], [45])
        with self.assertRaises(CoreError):
            decide([], CRITICAL)


class Weeks(TestCase):
    def test_a_treatment_without_a_half_time_takes_the_longest_one_or_until_the_last_look(self):
        self.assertEqual(weeks_of([0, 28], [14, None], 21), [2.0, 6.0])
        self.assertEqual(weeks_of([0], [None], 21), [3.0])
