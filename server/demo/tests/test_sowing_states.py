"""The states of sowings that the screens should show are there."""

from core.vocabulary import Openness, OutcomeStage, SowingTask
from server.record_kinds.days import local_day
from server.sowing.models import Outcome
from server.sowing.selectors.knowledge import knowledge_rows
from server.sowing.selectors.plans import sowing_page, sowing_plans, sowing_rows, sowings_due
from server.sowing.selectors.trays import learned_plant_share
from server.tests.demo_snapshot import DemoCase


class SownInStates(DemoCase):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        cls.today = local_day(cls.now)
        cls.rows = {r.lot_code: r for r in sowing_rows(sowing_plans(), cls.today)}

    def test_one_is_planned_one_comes_up_and_one_has_its_outcome(self):
        self.assertEqual(set(self.rows), {"SM-052", "LL-015", "PT-040"})
        self.assertFalse(self.rows["PT-040"].sown)
        self.assertTrue(self.rows["LL-015"].sown)
        self.assertIsNone(self.rows["SM-052"].next_task)
        self.assertGreater(self.rows["SM-052"].plants, 50)

    def test_the_planned_one_begins_with_its_treatment_and_another_wants_thinning(self):
        self.assertEqual(self.rows["PT-040"].next_task, SowingTask.BEGIN_TREATMENT)
        self.assertIn(SowingTask.THIN, {d.task for d in sowings_due(self.today)})

    def test_bench_and_tray_stand_side_by_side_and_trays_differ(self):
        page = sowing_page(sowing_plans().get(lot__code="SM-052"), self.today)
        self.assertEqual(len(page.trays), 2)
        self.assertTrue(all("germinated in the test" in t.sentence for t in page.trays))
        self.assertNotEqual(page.trays[0].tray_share, page.trays[1].tray_share)

    def test_what_the_trays_taught_is_neither_the_usual_nor_beyond_all(self):
        lot = sowing_plans().get(lot__code="SM-052").lot
        learned = learned_plant_share(lot)
        self.assertEqual(learned.trays, 2)
        self.assertTrue(0.5 < learned.s < 1)

    def test_questions_are_open_in_every_degree_that_three_seasons_give(self):
        found = {r.openness for r in knowledge_rows()}
        self.assertLessEqual({Openness.NOT_ASKED, Openness.HINT, Openness.ONE_TRIAL, Openness.FEW_TRIALS}, found)

    def test_nothing_is_counted_before_it_was_sown_or_after_now(self):
        self.assertFalse(Outcome.objects.filter(at__gt=self.now).exists())
        for outcome in Outcome.objects.filter(stage=OutcomeStage.EMERGED).select_related("tray"):
            self.assertGreater(outcome.at, outcome.tray.sowings.get().at)
