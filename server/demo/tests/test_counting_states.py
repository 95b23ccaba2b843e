"""The states of setting up and counting that the screens should show are there."""

from core.vocabulary import DeviationKind, Light, Question, TrialState
from server.evidence.selectors.overview import overview
from server.evidence.selectors.timeline import trial_timeline
from server.rounds.selectors.today import today
from server.tests.builders import trial_of
from server.tests.demo_snapshot import DemoCase
from server.trials.models import Trial


class CountedInStates(DemoCase):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()

    def test_two_factors_crossed_are_planned_in_the_light_and_in_the_dark(self):
        trial = Trial.objects.get(asks=Question.CROSSED)
        page = overview(trial, self.now)
        self.assertEqual((page.state, page.factor_a, page.factor_b, len(page.furrows)), (TrialState.PLANNED, "cold", "light", 4))
        self.assertEqual({(f.level_a, f.light) for f in page.furrows}, {(c, x) for c in ("no cold", "4 weeks cold") for x in Light})

    def test_a_deviation_and_the_people_stand_in_a_trials_timeline(self):
        timeline = trial_timeline(trial_of("HR-114"))
        self.assertIn(DeviationKind.DRIED_OUT, {x.kind for x in timeline.lines})
        self.assertTrue(timeline.people)

    def test_open_trials_stand_on_today_by_the_age_of_their_last_look(self):
        seen = [t.last_look_at for t in today(self.now).waking if t.last_look_at]
        self.assertGreater(len(seen), 3)
        self.assertEqual(seen, sorted(seen))
