from datetime import UTC, datetime

from django.db import transaction
from django.test import TestCase, tag

from core.vocabulary import StopReason, TrialState
from server.demo.build import build_demo
from server.evidence.selectors.comparison import NothingToCompare, comparison
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.rounds.selectors.today import today
from server.tests.demo_snapshot import DemoCase
from server.trials.models import Look
from server.trials.selectors.state import trials, with_courses


@tag("long")
class AnyDay(TestCase):
    def test_it_can_be_laid_out_on_any_day_of_the_year_and_at_any_hour(self):
        for when in ((2025, 1, 1, 0), (2024, 2, 29, 12), (2025, 6, 30, 23)):
            at = datetime(*when, 40, tzinfo=UTC)
            with self.subTest(at), transaction.atomic():
                build_demo(at)
                self.assertFalse(Look.objects.filter(at__gt=at).exists())
                for lot in Lot.objects.all():
                    self.assertLess(lot.collected_on, at.date())
                late = [t.days_late for r in today(at).rounds for t in r.tasks]
                self.assertTrue(0 in late and max(late) > 0, late)
                transaction.set_rollback(True)


class DemoScenario(DemoCase):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        cls.trials = with_courses(trials())
        cls.results = {t.trial.code: comparison(t.trial) for t in cls.trials}

    def test_it_is_large_enough_to_fill_every_screen(self):
        self.assertGreaterEqual(Lot.objects.count(), 25)
        self.assertGreaterEqual(len(self.trials), 12)
        self.assertGreaterEqual(sum(d.open for t in self.trials for d in t.dishes), 60)

    def test_a_trial_is_planned_some_are_counted_and_some_are_finished(self):
        self.assertEqual({t.state for t in self.trials}, set(TrialState))

    def test_one_has_a_clear_winner_and_one_shows_no_difference(self):
        heads = [r.head for r in self.results.values() if not isinstance(r, NothingToCompare) and not r.interim]
        self.assertTrue(any("more than" in h and "does not show" not in h for h in heads))
        self.assertTrue(any(", but the trial does not show that it differs from" in h for h in heads))

    def test_one_has_no_replication_and_one_zero_everywhere(self):
        heads = " ".join(r.head for r in self.results.values() if not isinstance(r, NothingToCompare))
        self.assertIn("with one dish per treatment", heads)
        self.assertIn("No seed germinated in any treatment", heads)

    def test_one_may_be_stopped_one_is_late_and_one_is_due(self):
        tasks = [t for r in today(self.now).rounds for t in r.tasks]
        self.assertIn(StopReason.QUIET_AND_LENGTH, {t.advice for t in tasks})
        self.assertTrue(any(t.days_late > 0 for t in tasks))
        self.assertTrue(any(t.days_late == 0 for t in tasks))

    def test_there_is_mould_and_there_are_dishes_that_disagree(self):
        self.assertTrue(Look.objects.filter(new_rotted__gt=1).exists())
        found = [t.dishes_disagree for r in self.results.values() if not isinstance(r, NothingToCompare) for t in r.treatments]
        self.assertIn(True, found)

    def test_some_sprouted_before_they_were_sown(self):
        self.assertTrue(any(d.record.early for t in self.trials for d in t.dishes))

    def test_a_lot_without_an_amount_and_an_unnamed_one_are_there(self):
        left = stocks(Lot.objects.values_list("pk", flat=True))
        self.assertIn(None, {s.seeds for s in left.values()})
        self.assertTrue(Lot.objects.filter(taxon=None).exists())

    def test_nothing_lies_in_the_future(self):
        self.assertFalse(Look.objects.filter(at__gt=self.now).exists())
