from unittest import TestCase

from core.treatment import KeyStep, dose_families
from core.vocabulary import DurationUnit, Medium, StepKind


def step(kind, days, **more):
    return KeyStep.of(kind, days, DurationUnit.DAYS, **more)


def cold(days, **more):
    return step(StepKind.COLD_MOIST, days, **more)


SOAK = step(StepKind.SOAK, 1)


class DoseFamilies(TestCase):
    def test_treatments_that_differ_in_the_time_of_one_step_are_its_doses(self):
        (found,) = dose_families([(), (cold(28),), (cold(56),), (cold(28),)])
        self.assertEqual((found.kind, found.others), (StepKind.COLD_MOIST, False))
        self.assertEqual(found.doses, {0: 0.0, 1: 28.0, 2: 56.0, 3: 28.0})

    def test_medium_and_temperature_may_differ_between_trials(self):
        (found,) = dose_families([(), (cold(28, temperature_c=3),), (cold(56, temperature_c=5, medium=Medium.SAND),)])
        self.assertEqual(len(found.doses), 3)

    def test_other_steps_have_to_be_alike(self):
        found = dose_families([(), (cold(28),), (SOAK, cold(56)), (SOAK,), (SOAK, cold(28)), (SOAK, cold(84))])
        self.assertEqual((found[0].others, found[0].doses), (True, {2: 56.0, 3: 0.0, 4: 28.0, 5: 84.0}))

    def test_each_kind_of_step_has_its_own(self):
        smoke = [(step(StepKind.SMOKE_WATER, d),) for d in (0.25, 0.5)]
        found = dose_families([(), (cold(28),), (cold(56),), *smoke])
        self.assertEqual({f.kind for f in found}, {StepKind.COLD_MOIST, StepKind.SMOKE_WATER})

    def test_without_none_or_with_two_doses_there_is_no_family(self):
        self.assertEqual(dose_families([(cold(28),), (cold(56),), (cold(84),)]), [])
        self.assertEqual(dose_families([(), (cold(28),)]), [])
