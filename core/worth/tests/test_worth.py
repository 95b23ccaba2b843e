from unittest import TestCase

import numpy as np

from core.decision import AIM_COSTS, Candidate, decide, expected_shares
from core.errors import CoreError
from core.germination import CountedDish, CountedTreatment, SharedBags, TrialLine, final_shares, over_trials
from core.statistics import NORMAL_975
from core.treatment import KeyStep
from core.vocabulary import DecisionAim, Dormancy, DurationUnit, StepKind
from core.worth import (
    Belief,
    Design,
    Situation,
    StartingGroup,
    WorthCandidate,
    fitted_belief,
    next_lot_belief,
    proposed_designs,
    starting_belief,
    starting_group,
    worth_of_tests,
)
from core.worth.worth import _read


def step(kind, days=0.0):
    return KeyStep.of(kind, days, DurationUnit.DAYS)


def believed(*means, weight=4):
    return [WorthCandidate(Belief(m * weight, (1 - m) * weight), bagged=i > 0) for i, m in enumerate(means)]


class Beliefs(TestCase):
    def test_each_treatment_has_its_group(self):
        for steps, group in (
            ((), StartingGroup.UNTREATED),
            ((step(StepKind.SOAK, 1),), StartingGroup.UNTREATED),
            ((step(StepKind.COLD_MOIST, 35),), StartingGroup.COLD_SHORT),
            ((step(StepKind.COLD_MOIST, 70),), StartingGroup.COLD_MIDDLE),
            ((step(StepKind.COLD_MOIST, 84),), StartingGroup.COLD_LONG),
            ((step(StepKind.WARM_MOIST, 60), step(StepKind.COLD_MOIST, 60)), StartingGroup.WARM_THEN_COLD),
            ((step(StepKind.NICK),), StartingGroup.SCARIFIED),
            ((step(StepKind.NICK), step(StepKind.COLD_MOIST, 60)), StartingGroup.SCARIFIED_THEN_COLD),
            ((step(StepKind.SMOKE_WATER, 0.5),), StartingGroup.SMOKE),
            ((step(StepKind.WARM_MOIST, 60),), None),
        ):
            with self.subTest([s.kind for s in steps]):
                self.assertIs(starting_group(steps), group)

    def test_a_starting_point_weighs_four_seeds_and_nothing_known_is_even(self):
        hard = starting_belief(Dormancy.PHYSICAL, (step(StepKind.NICK),))
        self.assertAlmostEqual(hard.mean, 0.7)
        self.assertAlmostEqual(hard.a + hard.b, 4)
        even = starting_belief(Dormancy.PHYSICAL, (step(StepKind.WARM_MOIST, 60),))
        self.assertEqual((even.a, even.b), (1.0, 1.0))

    def test_lots_tried_before_give_a_belief_as_wide_as_the_next_lot(self):
        pooled = over_trials([TrialLine(0.5, 50), TrialLine(0.6, 50), TrialLine(0.55, 60)])
        found = next_lot_belief(pooled)
        self.assertAlmostEqual(found.mean, pooled.next_expected, 6)
        low, high = found.range
        self.assertAlmostEqual(high - low, pooled.next_lot.upper - pooled.next_lot.lower, 4)

    def test_a_belief_without_doubt_is_refused(self):
        with self.assertRaises(CoreError):
            fitted_belief(1.0, 0.1)


class AsATrialIsRead(TestCase):
    """What is drawn is read many trials at once; each is read as the trial's own result and decision read it."""

    def test_shares_sizes_and_expected_shares_are_those_of_a_trial(self):
        draw = np.random.default_rng(8)
        for dishes, seeds, bags in ((4, 25, (0, 1, 2)), (2, 10, (0, 1, 1)), (3, 20, (0, 0, 0))):
            came = draw.binomial(seeds, draw.uniform(0.05, 0.9, (12, 3, 1)), (12, 3, dishes)).astype(float)
            came[0, 0], came[1, 1] = 0, seeds
            share, size = _read(came, seeds, dishes, np.array(bags), Situation(1000))
            expected = expected_shares(share, size)
            for i, trial in enumerate(came):
                counted = [
                    CountedTreatment(j, tuple(CountedDish(int(g), seeds) for g in row), bags=SharedBags(bags[j]))
                    for j, row in enumerate(trial)
                ]
                found = final_shares(counted)
                scale = (NORMAL_975 / found.critical) ** 2
                for j, t in enumerate(found.treatments):
                    self.assertAlmostEqual(share[i, j], t.share, 9)
                    self.assertAlmostEqual(size[i, j], t.n_eff * scale, 6)
                decided = decide([Candidate(t.id, t.share, t.n_eff, 0, False) for t in found.treatments], found.critical)
                for j, option in enumerate(decided.options):
                    self.assertAlmostEqual(expected[i, j], option.expected, delta=0.02)

    def test_one_dish_each_counts_as_a_hint(self):
        came = np.array([[[4.0], [7.0]]])
        _, size = _read(came, 10, 1, np.array([0, 0]), Situation(1000))
        self.assertAlmostEqual(size[0, 0], final_shares([CountedTreatment(0, (CountedDish(4, 10),))]).treatments[0].n_eff / 2, 6)


class Worths(TestCase):
    def test_little_seed_is_not_worth_testing_and_much_is(self):
        candidates = believed(0.1, 0.2, 0.4, 0.55)
        beliefs = [c.belief for c in candidates]
        scarce, plenty = (worth_of_tests(candidates, Situation(n), proposed_designs(beliefs, n)) for n in (60, 2000))
        self.assertIsNone(scarce.best)
        self.assertTrue(all(d.worth < 0 for d in scarce.designs))
        self.assertGreater(plenty.best.worth, 40)
        self.assertEqual((scarce.without, plenty.without), (3, 3))
        self.assertAlmostEqual(plenty.plants_without, 1100, delta=3)

    def test_worth_is_what_is_gained_less_what_is_spent(self):
        candidates = believed(0.3, 0.4, 0.45)
        found = worth_of_tests(candidates, Situation(500), proposed_designs([c.belief for c in candidates], 500))
        worths = [d.worth for d in found.designs]
        self.assertEqual(worths, sorted(worths, reverse=True))
        for d in found.designs:
            self.assertAlmostEqual(d.worth, d.gained - d.spent, 6)
            self.assertAlmostEqual(d.spent, 0.45 * d.design.seeds, delta=0.05 * d.design.seeds)

    def test_where_few_plants_are_wanted_a_test_gains_little(self):
        candidates = believed(0.3, 0.4, 0.45)
        design = [Design((0, 1, 2), 2, 25)]
        all_of_it, few = (worth_of_tests(candidates, Situation(2000, w), design).designs[0] for w in (None, 50))
        self.assertGreater(all_of_it.worth, 100)
        self.assertLess(few.worth, 5)
        self.assertLess(few.spent, 1)

    def test_what_is_known_well_is_not_worth_testing(self):
        candidates = believed(0.2, 0.8, weight=400)
        found = worth_of_tests(candidates, Situation(1000), [Design((0, 1), 2, 25)])
        self.assertIsNone(found.best)
        self.assertLess(found.designs[0].changes, 0.01)

    def test_a_plain_case_agrees_with_many_more_draws(self):
        candidates = believed(0.35, 0.55, 0.6, 0.6)
        designs = proposed_designs([c.belief for c in candidates], 800)
        few = {d.design: d.worth for d in worth_of_tests(candidates, Situation(800), designs).designs}
        many = {d.design: d.worth for d in worth_of_tests(candidates, Situation(800), designs, draws=20_000, seed=5).designs}
        for design in designs:
            self.assertAlmostEqual(few[design], many[design], delta=8)

    def test_the_aim_weighs_time_against_plants(self):
        slow = [WorthCandidate(Belief(4, 6), bagged=False), WorthCandidate(Belief(4.2, 5.8), weeks=12)]
        for aim, use in ((DecisionAim.MOST, 1), (DecisionAim.SOONEST, 0)):
            found = worth_of_tests(slow, Situation(300, costs=AIM_COSTS[aim]), [Design((0, 1), 2, 10)])
            self.assertEqual(found.without, use)

    def test_a_second_bag_changes_what_is_learnt(self):
        candidates = believed(0.5, 0.5, 0.5)
        one, two = (
            worth_of_tests(candidates, Situation(2000, rho_b=0.2), [Design((0, 1, 2), 4, 25, bags)]).designs[0].gained for bags in (1, 4)
        )
        self.assertGreater(two, one)

    def test_what_cannot_be_is_refused(self):
        candidates = believed(0.3, 0.6)
        for code, ask in (
            ("more_than_the_lot", lambda: worth_of_tests(candidates, Situation(50), [Design((0, 1), 4, 25)])),
            ("no_treatment", lambda: worth_of_tests(candidates, Situation(500), [Design((0, 2), 2, 10)])),
            ("no_treatment", lambda: worth_of_tests([], Situation(50), [])),
            ("no_seed", lambda: Situation(0)),
            ("too_small", lambda: Situation(10, 0)),
            ("design_impossible", lambda: Design((0, 0), 2, 10)),
        ):
            with self.subTest(code), self.assertRaises(CoreError) as refused:
                ask()
            self.assertEqual(refused.exception.code, code)
