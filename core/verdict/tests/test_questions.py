from unittest import TestCase

from core.germination import TrialLine, over_trials
from core.treatment import KeyStep, TreatmentKey
from core.verdict import NeverTested, RecipeEvidence, never_tested, open_questions
from core.vocabulary import Light, Openness, Question, StepKind

NOTHING = NeverTested((), (), None)


def evidence(*shares, name="8 weeks cold", replicated=None, n_eff=80):
    return RecipeEvidence(name, over_trials([TrialLine(p, n_eff) for p in shares]), len(shares) if replicated is None else replicated)


def treated(*kinds, light=None):
    steps = [KeyStep(kind, 86_400, None, None, None, None) for kind in kinds]
    return TreatmentKey.of(steps, germination_light=light)


class NeverTestedSteps(TestCase):
    def test_the_notes_come_first_and_ways_that_were_tried_are_left_out(self):
        found = never_tested([treated(StepKind.COLD_MOIST)], [StepKind.COLD_MOIST, StepKind.SMOKE_WATER])
        self.assertEqual(found.named, (StepKind.SMOKE_WATER,))
        # the coat by the gentlest way, warmth; cold was tried and smoke is named already
        self.assertEqual(found.other, (StepKind.NICK, StepKind.WARM_MOIST))

    def test_the_light_that_no_trial_had(self):
        self.assertEqual(never_tested([treated(light=Light.LIGHT)], []).light, Light.DARK)
        self.assertEqual(never_tested([treated(light=Light.DARK)], []).light, Light.LIGHT)
        self.assertIsNone(never_tested([treated(light=Light.LIGHT), treated(light=Light.DARK)], []).light)
        self.assertIsNone(never_tested([treated()], []).light)


class OpenQuestions(TestCase):
    def ask(self, *found, missing=NOTHING):
        return open_questions("Lewis flax", found, missing)

    def test_a_plant_without_a_trial_asks_whether_it_is_alive(self):
        (first,) = self.ask()
        self.assertEqual((first.asks, first.openness), (Question.ALIVE, Openness.NOT_ASKED))

    def test_each_step_that_the_notes_name_and_nobody_tried_is_a_question(self):
        first, second = self.ask(evidence(0.8, 0.82, 0.78, 0.8), missing=NeverTested((StepKind.NICK, StepKind.SMOKE_WATER), (), None))
        self.assertEqual((first.step, second.step), (StepKind.NICK, StepKind.SMOKE_WATER))
        self.assertIn("smoke", second.question)

    def test_the_best_treatment_is_asked_again_until_trials_agree(self):
        for shares, why, replicated in (
            ((0.7,), "One trial only", None),
            ((0.7,), "single dishes", 0),
            ((0.7, 0.72), "2 trials so far", None),
            ((0.5, 0.9, 0.7, 0.95, 0.55, 0.8, 0.85, 0.6, 0.9, 0.7), "Trials differ", None),
        ):
            (one,) = self.ask(evidence(*shares, replicated=replicated, n_eff=400))
            self.assertTrue(one.again)
            self.assertIn(why, one.why)
        self.assertEqual(self.ask(evidence(*[0.9] * 6, n_eff=400)), [])

    def test_seed_that_never_germinated_asks_what_wakes_it(self):
        (one,) = self.ask(evidence(0.0, 0.0))
        self.assertEqual(one.question, "What wakes Lewis flax?")
