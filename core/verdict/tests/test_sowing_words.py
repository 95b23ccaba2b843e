from unittest import TestCase

from core.germination import TrialLine, over_trials
from core.seedstock import PlantShare, TrayExperience, TrayOutcome, sowing_choices
from core.verdict import (
    RecipeEvidence,
    best_sentence,
    best_so_far,
    choice_sentence,
    openness,
    plain_sentence,
    plant_share_sentence,
    tray_sentence,
)
from core.verdict.sentences import percent
from core.vocabulary import Openness


def evidence(name, *shares, replicated=None, n_eff=80):
    lines = [TrialLine(p, n_eff) for p in shares]
    return RecipeEvidence(name, over_trials(lines), len(lines) if replicated is None else replicated)


class WordsOfASowing(TestCase):
    def test_a_way_says_cells_chance_empties_and_thinning(self):
        one, two, *_ = sowing_choices(0.7, 80, 100).choices
        self.assertIn("One seed in each of", choice_sentence(one, 100))
        self.assertIn("nothing to thin", choice_sentence(one, 100))
        self.assertRegex(choice_sentence(two, 100), r"2 seeds in each of \d+ cells: at least 100 plants 9 times in 10; .* cells to thin")

    def test_dividing_by_the_percentage_is_said_with_how_often_it_is_enough(self):
        self.assertRegex(plain_sentence(sowing_choices(0.5, 45.5, 100), 100), r"gives 100 plants only [456] times in 10")
        self.assertIn("None germinated", plain_sentence(sowing_choices(0, 45.5, 100), 100))

    def test_what_the_plan_takes_to_become_plants_names_its_trays(self):
        self.assertIn("the usual figure", plant_share_sentence(PlantShare(0.8, None, 0, 0, TrayExperience())))
        self.assertIn("your own 3 trays gave 55 plants", plant_share_sentence(PlantShare(0.6, 0.55, 3, 120, TrayExperience())))
        self.assertIn("never counts on that", plant_share_sentence(PlantShare(1.0, 1.2, 3, 120, TrayExperience())))

    def test_bench_and_tray_percent_stand_side_by_side(self):
        self.assertEqual(
            tray_sentence(TrayOutcome(200, 0.62, 104)),
            "52 % of 200 seeds emerged in the tray, 62 % germinated in the test: 10 points fewer.",
        )
        self.assertTrue(tray_sentence(TrayOutcome(100, 0.5, 50)).endswith("as many."))


class WhatIsKnown(TestCase):
    def test_a_question_closes_from_not_asked_to_answered(self):
        cases = [
            (None, Openness.NOT_ASKED),
            (evidence("nick", 0.7, replicated=0), Openness.HINT),
            (evidence("nick", 0.7), Openness.ONE_TRIAL),
            (evidence("nick", 0.2, 0.9), Openness.FEW_TRIALS),
            (evidence("nick", *[0.3, 0.8] * 8), Openness.TRIALS_DIFFER),
            (evidence("nick", 0.68, 0.72), Openness.FEW_TRIALS),
            (evidence("nick", *[0.68, 0.72, 0.7] * 4), Openness.ANSWERED),
        ]
        for given, wanted in cases:
            with self.subTest(wanted):
                self.assertEqual(openness(given), wanted)

    def test_single_dishes_do_not_beat_replicated_trials(self):
        high, solid = evidence("acid", 0.95, replicated=0), evidence("nick", 0.7, 0.74)
        self.assertIs(best_so_far([high, solid]), solid)
        self.assertIs(best_so_far([high]), high)
        self.assertIn("This is a hint, not a result", best_sentence([high]))

    def test_the_best_names_its_trials_and_their_range(self):
        self.assertIn("(one trial)", best_sentence([evidence("nick", 0.7)]))
        self.assertIn("(2 trials, which gave 68–72 %)", best_sentence([evidence("nick", 0.68, 0.72), evidence("none", 0.1)]))

    def test_the_best_is_the_highest_expected_next_lot(self):
        steady, once = evidence("nick", *[0.7] * 6), evidence("smoke", 0.74, n_eff=20)
        self.assertGreater(steady.pooled.next_expected, once.pooled.next_expected)
        self.assertIs(best_so_far([steady, once]), steady)

    def test_the_range_is_that_of_the_next_lot_and_narrows_with_trials(self):
        few, many = evidence("nick", 0.68, 0.72), evidence("nick", *[0.68, 0.72] * 4)
        for known in (few, many):
            ends = known.pooled.next_lot
            said = f"the next lot is likely to germinate between {percent(ends.lower)} and {percent(ends.upper)} %"
            self.assertIn(said, best_sentence([known]))
        self.assertLess(many.pooled.next_lot.upper - many.pooled.next_lot.lower, few.pooled.next_lot.upper - few.pooled.next_lot.lower)

    def test_nothing_tried_and_nothing_germinated_are_two_things(self):
        self.assertIn("Nothing was tried", best_sentence([]))
        self.assertIn("the right treatment was not tried", best_sentence([evidence("nick", 0.0)]))
