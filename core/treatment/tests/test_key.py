from unittest import TestCase

from core.treatment import KeyStep, TreatmentKey, conditions_said, doses_said, off_plan
from core.vocabulary import DurationUnit, Light, Medium, StepKind
from core.wording import written

D, H = DurationUnit.DAYS, DurationUnit.HOURS


def cold(days, unit=D, **more):
    return KeyStep.of(StepKind.COLD_MOIST, days, unit, **more)


class Keys(TestCase):
    def test_the_same_time_in_other_units_is_the_same_treatment(self):
        self.assertEqual(TreatmentKey.of([cold(2)]), TreatmentKey.of([cold(48, H)]))

    def test_dose_temperature_medium_light_and_order_make_another_one(self):
        base = TreatmentKey.of([cold(56, temperature_c=4)])
        soak = KeyStep.of(StepKind.SOAK, 24, H)
        others = [
            TreatmentKey.of([cold(84, temperature_c=4)]),
            TreatmentKey.of([cold(56, temperature_c=5)]),
            TreatmentKey.of([cold(56, temperature_c=4, medium=Medium.SAND)]),
            TreatmentKey.of([cold(56, temperature_c=4)], germination_c=20),
            TreatmentKey.of([cold(56, temperature_c=4)], germination_light=Light.DARK),
        ]
        self.assertEqual(len({base, *others}), 6)
        self.assertNotEqual(TreatmentKey.of([soak, cold(56)]), TreatmentKey.of([cold(56), soak]))

    def test_sowing_is_no_treatment(self):
        self.assertTrue(TreatmentKey.of([KeyStep.of(StepKind.SOW, 0, D)]).untreated)
        self.assertFalse(TreatmentKey.of([KeyStep.of(StepKind.NICK, 0, D)]).untreated)

    def test_names_are_set_apart_by_dose_and_conditions(self):
        self.assertEqual(doses_said(TreatmentKey.of([KeyStep.of(StepKind.SOAK, 24, H), cold(56)])), "24 h + 8 weeks")
        self.assertEqual(written(conditions_said(TreatmentKey.of([], germination_c=25, germination_night_c=15))), "25 °C/15 °C")


class OffPlan(TestCase):
    def test_it_takes_more_than_a_tenth_and_more_than_three_days(self):
        self.assertFalse(off_plan(28, 31))
        self.assertTrue(off_plan(28, 32))
        self.assertFalse(off_plan(84, 92))
        self.assertTrue(off_plan(84, 70))
