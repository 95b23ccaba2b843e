"""Every state of seed in treatment that the screens should show is there, on any day the demo is laid out."""

from datetime import timedelta

from django.utils import timezone

from core.vocabulary import CareKind, Dormancy, PlaceTrouble, StepKind
from server.batches.models import Batch
from server.batches.selectors.courses import batches_in_use, course_of
from server.batches.selectors.supplies import supply_rows
from server.evidence.selectors.batch_page import batch_page
from server.evidence.selectors.comparison import comparison
from server.evidence.selectors.dormancy import lot_dormancy
from server.lots.models import Lot
from server.reference.models import Place
from server.rounds.selectors.today import today
from server.temperature.selectors import place_page
from server.tests.builders import trial_of
from server.tests.demo_snapshot import DemoCase


class TreatedInStates(DemoCase):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        cls.page = today(cls.now)
        cls.bags = {b.code: b for p in cls.page.bags for b in p.bags}

    def of(self, lot):
        return batch_page(Batch.objects.filter(lot__code=lot).order_by("pk")[0], self.now)

    def test_rounds_are_due_today_and_one_is_overdue(self):
        late = [b.days_late for b in self.bags.values() if b.wants_now]
        self.assertIn(0, late)
        self.assertGreater(max(late), 0)
        self.assertTrue(any(not b.wants_now for b in self.bags.values()))
        self.assertTrue(any(p.turn == "TM" for p in self.page.bags))

    def test_the_fridge_froze_and_every_cold_bag_that_lay_there_says_so_once(self):
        fridge = place_page(Place.objects.get(name="Fridge"), self.now)
        self.assertEqual([e.kind for e in fridge.events], [PlaceTrouble.FROZE])
        self.assertAlmostEqual(fridge.frozen_hours, 9, delta=1)
        for course in batches_in_use():
            begun = course.started_at
            if begun is None or course.batch.place.name not in ("upper shelf", "lower shelf"):
                continue
            events = batch_page(course.batch, self.now).events
            lay_there = begun < self.now - timedelta(days=20)
            self.assertEqual(len(events), 1 if lay_there else 0, course.batch.code)

    def test_smoke_soaks_with_an_end_in_hours_and_its_solution_counts_the_use(self):
        (timer,) = self.page.timers
        self.assertEqual(timer.step, StepKind.SMOKE_WATER)
        left = (timer.due_at - self.now) / timedelta(hours=1)
        self.assertTrue(0 < left < 12, left)
        rows = {s.name: s for s in supply_rows(timezone.localdate())}
        self.assertEqual((rows["smoke water, autumn"].uses, rows["washed sand, tub 2"].uses), (1, 0))

    def test_one_begins_in_days_and_some_come_out_soon(self):
        days = {d.what: d.in_days for d in self.page.batch_days}
        self.assertEqual(days["begin"], 9)
        self.assertIn("out", days)

    def test_two_steps_stand_in_order_and_the_first_is_behind(self):
        steps = self.of("CV-014").steps
        self.assertEqual([(s.kind, s.ended_at is not None) for s in steps], [(StepKind.HOT_WATER, True), (StepKind.COLD_MOIST, False)])
        self.assertEqual(steps[0].confirmed_by, "RK")
        warm = self.of("SC-011").steps
        self.assertEqual([s.began_at is not None for s in warm], [True, False])

    def test_one_germinates_in_the_cold_and_one_sprouted_where_it_should_not(self):
        self.assertTrue(self.of("LD-027").germinates_in_cold)
        self.assertEqual(self.of("LD-027").sprouted, 9)
        bitterbrush = self.of("PT-040")
        self.assertEqual((bitterbrush.sprouted, bitterbrush.seeds_now), (4, 146))

    def test_one_lies_outside_and_its_cold_comes_from_the_weather(self):
        outside = self.of("PP-036")
        self.assertEqual(outside.place_name, "cold frame")
        self.assertIsNotNone(outside.cold)
        self.assertLess(outside.cold.days, 20)

    def test_a_trial_was_treated_together_lost_seed_and_missed_a_check(self):
        found = comparison(trial_of("HR-114"))
        said = " ".join(found.warnings)
        for words in ("treated in one bag", "3 of 103 sprouted in the bag", "2 of 100 seeds were not found again", "Care missed"):
            self.assertIn(words, said)

    def test_the_acid_ladder_s_bags_run_and_were_confirmed(self):
        bags = [course_of(b) for b in Batch.objects.filter(lot__code="RT-021")]
        self.assertEqual(len(bags), 4)
        self.assertTrue(all(c.running and c.running.step.kind == StepKind.COLD_MOIST for c in bags))
        acid = [t.begun for c in bags for t in c.taken if t.step.kind == StepKind.ACID]
        self.assertEqual([bool(a.confirmed and a.confirmed_by) for a in acid], [True] * 3)
        self.assertFalse(any(c.deviations(timezone.localdate()) for c in bags))

    def test_dormancies_are_read_of_all_kinds(self):
        likely = {lot.code: lot_dormancy(lot).likely for lot in Lot.objects.select_related("taxon")}
        self.assertIn(likely["SM-052"], (Dormancy.PHYSICAL, Dormancy.COMBINED))
        self.assertEqual(likely["LL-015"], Dormancy.NONE)
        self.assertEqual(likely["TV-002"], Dormancy.MORPHOPHYSIOLOGICAL)
        self.assertGreaterEqual(len(set(likely.values())), 4)

    def test_warm_bags_want_care_sooner_than_cold_ones(self):
        self.assertEqual({b.care for b in self.bags.values() if b.step == StepKind.OUTDOORS}, {CareKind.LOOK})
        self.assertEqual(next(b for b in self.bags.values() if b.step == StepKind.WARM_MOIST).care, CareKind.MIST)
