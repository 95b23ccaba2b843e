from unittest import TestCase

from core.treatment import COLD, STEP_KINDS, KeyStep, RecipeStep, TreatmentKey, cautions, checks_before, dangerous, dose_name, doses_said
from core.treatment.step_kinds import COAT_OPENERS, StepEffect
from core.vocabulary import DurationUnit, StepKind

D = DurationUnit.DAYS


class TheTable(TestCase):
    def test_every_kind_has_its_row_under_its_own_name(self):
        self.assertEqual(set(STEP_KINDS), set(StepKind))
        self.assertEqual({k: r.kind for k, r in STEP_KINDS.items()}, {k: k for k in StepKind})
        self.assertEqual(len({r.word for r in STEP_KINDS.values()}), len(StepKind))

    def test_what_waits_has_a_usual_dose_and_what_is_done_at_once_has_none(self):
        for row in STEP_KINDS.values():
            with self.subTest(row.kind):
                self.assertEqual(row.usual.duration > 0, row.waited)
                self.assertGreaterEqual(row.usual.duration_max or row.usual.duration, row.usual.duration)
                self.assertEqual(row.care is None, row.care_every_days is None)

    def test_what_burns_has_its_cautions_confirmed_and_a_gentler_way(self):
        burning = [row for row in STEP_KINDS.values() if row.burns]
        self.assertEqual({row.kind for row in burning}, {StepKind.ACID, StepKind.HOT_WATER, StepKind.HEAT_PULSE})
        for row in burning:
            self.assertTrue(row.caution and row.caution.checks and row.caution.gentler, row.kind)

    def test_what_the_simulator_does_agrees_with_what_the_rules_think(self):
        opening = {StepEffect.OPENS_SHARE, StepEffect.OPENS_BY_MINUTES, StepEffect.OPENS_BY_CYCLES}
        self.assertEqual({k for k, r in STEP_KINDS.items() if r.effect in opening}, COAT_OPENERS)
        self.assertEqual({k for k, r in STEP_KINDS.items() if r.effect is StepEffect.CHILLS}, COLD)


class Cautions(TestCase):
    def test_each_is_said_once_in_the_order_of_the_steps(self):
        found = cautions([StepKind.NICK, StepKind.ACID, StepKind.RINSE, StepKind.NICK])
        self.assertEqual(found, [STEP_KINDS[StepKind.NICK].caution, STEP_KINDS[StepKind.ACID].caution])
        self.assertTrue(dangerous([StepKind.RINSE, StepKind.SMOKE_WATER]))
        self.assertFalse(dangerous([StepKind.WARM_MOIST, StepKind.COLD_MOIST]))

    def test_poisonous_seed_wants_gloves_only_where_hands_touch_it(self):
        self.assertEqual(len(checks_before(StepKind.SANDPAPER, poisonous=True)), 1)
        self.assertEqual(checks_before(StepKind.COLD_MOIST, poisonous=True), ())
        self.assertEqual(checks_before(StepKind.SANDPAPER), ())


class FreezeAndThaw(TestCase):
    """A kind that was added through the table alone."""

    def test_it_is_counted_in_cycles(self):
        self.assertEqual([dose_name(n, D, StepKind.FREEZE_THAW) for n in (1, 14)], ["1 cycle", "14 cycles"])
        self.assertEqual(dose_name(14, D, StepKind.COLD_MOIST), "2 weeks")
        key = TreatmentKey.of([KeyStep.of(StepKind.FREEZE_THAW, 12, D), KeyStep.of(StepKind.COLD_MOIST, 56, D)])
        self.assertEqual(doses_said(key), "12 cycles + 8 weeks")
        self.assertEqual(doses_said(TreatmentKey.of([KeyStep.of(StepKind.FREEZE_THAW, 1, D)])), "1 cycle")

    def test_it_is_looked_after_and_has_no_timer(self):
        step = RecipeStep(StepKind.FREEZE_THAW, 12)
        self.assertEqual((step.check_every, step.by_the_clock, step.bears_lengthening), (3, False, False))
