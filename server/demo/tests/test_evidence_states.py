"""The states of results that the screens should show are there."""

from core.vocabulary import Base, DecisionAim, DoseReading, NextTest, VerdictRule
from server.evidence.models import Conclusion
from server.evidence.selectors.comparison import CompareOptions, TrialComparison, comparison
from server.evidence.selectors.decision import decision_page
from server.evidence.selectors.earlier import earlier_results
from server.tests.builders import trial_of
from server.tests.demo_snapshot import DemoCase
from server.trials.models import Trial
from server.trials.selectors.state import trials


class JudgedInStates(DemoCase):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        found = {t.code: comparison(t) for t in trials()}
        cls.compared = {code: c for code, c in found.items() if isinstance(c, TrialComparison)}

    def trial(self, lot):
        return trial_of(lot)

    def test_two_trials_were_concluded_upon_with_what_the_rules_said(self):
        self.assertEqual(Conclusion.objects.count(), 2)
        self.assertTrue(all(c.verdict and c.treatment for c in Conclusion.objects.all()))

    def test_doses_point_on_lie_inside_and_may_not_differ(self):
        readings = {x.reading for c in self.compared.values() for x in c.ladders}
        self.assertLessEqual({DoseReading.LARGEST_BEST, DoseReading.INSIDE, DoseReading.NOT_TOLD}, readings)

    def test_early_shares_single_dishes_and_missing_curves_are_to_be_seen(self):
        rows = [t for c in self.compared.values() for t in c.treatments]
        self.assertGreater(max(t.early_share for t in rows), 0.3)
        self.assertTrue(any(c.effects for c in self.compared.values()))
        self.assertTrue(any(t.no_curve for t in rows))
        self.assertTrue(any(c.speed and c.speed.by == "t50" for c in self.compared.values()))
        self.assertTrue(any(c.speed and c.speed.by == "mgt" for c in self.compared.values()))

    def test_a_finished_trial_can_be_read_of_filled_and_of_viable(self):
        for basis in Base:
            self.assertIsInstance(comparison(self.trial("SM-052"), CompareOptions(basis=basis)), TrialComparison)

    def test_decisions_lead_hint_find_nothing_and_weigh_time_against_plants(self):
        decided = {code: decision_page(Trial.objects.get(code=code)).decision for code in self.compared}
        rules = {s.rule for d in decided.values() for s in d.supports}
        self.assertLessEqual({VerdictRule.LEAD_SHOWN, VerdictRule.HINT_ONLY, VerdictRule.NOT_TOLD_APART}, rules)
        self.assertTrue(any(d.use is None for d in decided.values()))
        found = [Trial.objects.get(code=code) for code in decided]
        aims = DecisionAim.MOST, DecisionAim.SOONEST
        uses = [{decision_page(t, aim).decision.use for aim in aims} for t in found]
        self.assertTrue(any(len(u) == 2 for u in uses))
        tests = {n.test for d in decided.values() for n in d.next}
        self.assertLessEqual({NextTest.DOSES_ABOVE, NextTest.REPEAT, NextTest.SCARIFY_HARDER, NextTest.EARLIER_END}, tests)

    def test_a_plant_that_was_tried_twice_shows_both(self):
        found = earlier_results(self.trial("LL-015"))
        self.assertEqual([len(t.lines) for t in found.treatments], [2])

    def test_every_result_names_what_it_rests_on(self):
        for code, c in self.compared.items():
            with self.subTest(trial=code):
                self.assertIn("trials", c.overall.rho0_from)
                self.assertTrue(c.head)
