"""Every state of seed coming in that the screens should show is there, on any day the demo is laid out."""

from core.vocabulary import DescentKind, LotTask, Reason, Trouble, VisitOutcome, WatchState
from server.evidence.selectors.lot_page import lot_page
from server.lots.models import Descent, Lot
from server.lots.selectors import stocks
from server.rounds.selectors.today import today
from server.stands.models import Harvest, Stand
from server.stands.selectors.season import seasons
from server.tests.demo_snapshot import DemoCase


class SeedInStates(DemoCase):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        cls.day = cls.now.date()
        cls.lots = {x.code: x for x in Lot.objects.all()}
        stands = list(Stand.objects.select_related("taxon"))
        cls.seasons = {s.common_name: seasons([s], cls.day)[s.pk] for s in stands}

    def page(self, code):
        return lot_page(self.lots[code], self.day)

    def test_a_stand_ripens_this_week_and_is_visited_daily(self):
        found = self.seasons["rubber rabbitbrush"]
        self.assertEqual((found.watch.state, found.watch.every_days), (WatchState.DUE, 1))
        self.assertGreater(found.estimate.seeds, 5000)

    def test_one_is_overdue_one_may_be_gone_and_one_was_missed(self):
        states = {s.watch.state for s in self.seasons.values()}
        self.assertLessEqual({WatchState.OVERDUE, WatchState.MAY_BE_GONE, WatchState.LATER}, states)
        missed = self.seasons["coyote tobacco"]
        self.assertEqual(missed.last_end, VisitOutcome.MISSED)

    def test_a_stand_has_no_name_one_is_protected_and_one_has_lost_its_leave(self):
        self.assertTrue(Stand.objects.filter(taxon=None).exists())
        self.assertTrue(Stand.objects.filter(protected=True).exclude(licence="").exists())
        self.assertTrue(Stand.objects.filter(leave_until__lt=self.day).exists())

    def test_wild_lots_came_from_their_stands_under_a_leave(self):
        self.assertGreaterEqual(Harvest.objects.count(), 10)
        self.assertFalse(Lot.objects.filter(origin_kind="wild", leave="").exists())

    def test_a_lot_lies_drying_and_is_due_to_be_turned_and_waits_for_counted_scoops(self):
        self.assertIn("EN-047", [d.code for d in today(self.now).drying])
        tasks = [n.task for n in self.page("EN-047").bench.next]
        self.assertEqual(tasks[:2], [LotTask.TURN, LotTask.CONVERT])

    def test_a_lot_without_an_amount_one_too_small_and_one_in_quarantine(self):
        left = stocks([x.pk for x in self.lots.values()])
        self.assertEqual(left[self.lots["RT-025"].pk].doubt, Reason.NOT_MEASURED)
        self.assertLess(left[self.lots["SM-060"].pk].seeds, 20)
        self.assertEqual(self.lots["AF-008"].trouble, Trouble.SEED_EATERS)

    def test_floaters_were_kept_and_what_pouring_off_would_cost_is_known(self):
        self.assertEqual({d.kind for d in Descent.objects.all()}, {DescentKind.FLOATED, DescentKind.SUNK})
        self.assertGreater(self.page("PV-017").bench.floated.full_seeds, 40)

    def test_a_coat_keeps_water_out_and_a_lot_is_clean_weighed_and_dry(self):
        self.assertEqual(self.page("SM-052").bench.water.verdict.value, "physical")
        bench = self.page("HR-114").bench
        self.assertEqual((bench.tsw.weigh_more, bench.dry_state.value, bench.fill.tested), (False, "dry", 50))

    def test_a_lot_tested_two_years_running_ages(self):
        found = self.page("LL-015")
        self.assertEqual(len(found.tests), 2)
        self.assertGreater(found.tests[0].share, found.tests[1].share)
        self.assertIn("half of it", found.forecast.sentence)

    def test_seed_that_lives_days_has_no_forecast(self):
        self.assertEqual(self.page("PO-003").forecast.reason, Reason.SOW_NOW)
