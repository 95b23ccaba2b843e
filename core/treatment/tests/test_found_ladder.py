from unittest import TestCase

from core.treatment import RecipeStep, find_ladder
from core.vocabulary import DurationUnit, StepKind


def cold(days, **more):
    return RecipeStep(StepKind.COLD_MOIST, days, **more)


SOAK = RecipeStep(StepKind.SOAK, 24, DurationUnit.HOURS)


class FindingALadder(TestCase):
    def test_weeks_of_cold_and_none_are_doses(self):
        found = find_ladder([[], [cold(28)], [cold(56)], [cold(84)]])
        self.assertEqual((found.places, found.doses, found.unit), ((0, 1, 2, 3), (0, 28, 56, 84), DurationUnit.DAYS))

    def test_none_keeps_what_the_others_have_beside_the_step(self):
        self.assertEqual(find_ladder([[SOAK], [SOAK, cold(28)], [SOAK, cold(56)]]).doses, (0, 28, 56))
        self.assertIsNone(find_ladder([[], [SOAK, cold(28)], [SOAK, cold(56)]]))

    def test_other_treatments_stand_beside_it(self):
        nick = RecipeStep(StepKind.NICK, 0, DurationUnit.MINUTES)
        self.assertEqual(find_ladder([[], [nick], [cold(28)], [cold(56)]]).places, (0, 2, 3))

    def test_a_step_at_another_temperature_is_no_dose(self):
        self.assertIsNone(find_ladder([[], [cold(28, temperature_c=3)], [cold(56, temperature_c=10)]]))

    def test_the_varied_step_is_named_though_another_lasts_as_long(self):
        warm = RecipeStep(StepKind.WARM_MOIST, 28)
        self.assertEqual(find_ladder([[warm], [warm, cold(28)], [warm, cold(56)]]).step, 1)

    def test_two_levels_are_no_ladder(self):
        self.assertIsNone(find_ladder([[], [cold(28)]]))
        self.assertIsNone(find_ladder([[cold(28)], [cold(28)], [cold(56)]]))

    def test_how_it_is_cared_for_does_not_make_it_another_treatment(self):
        self.assertIsNotNone(find_ladder([[], [cold(28, care_every_days=7)], [cold(56, duration_max=70)]]))
