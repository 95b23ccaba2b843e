from datetime import timedelta

from django.test import TestCase

from core.vocabulary import AmountKnown, AmountUnit, CalibrationKind, QualityKind, Reason, StockKind
from server.errors import DomainError, Refused
from server.lots.models import StockEntry
from server.lots.selectors import ledger, stocks
from server.lots.services.bench import record_quality, take_back_record
from server.lots.services.stock import calibrate, correct_entry, enter_stock, take_back_entry
from server.tests.builders import ApiCase, make_lot, make_person, make_trial, now


class Amounts(TestCase):
    def setUp(self):
        self.lot = make_lot(seeds=None)

    def enter(self, amount, unit=AmountUnit.SEEDS, kind=StockKind.IN, hours_ago=0, **fields):
        return enter_stock(
            by=make_person(), lot=self.lot, kind=kind, amount=amount, unit=unit, at=now() - timedelta(hours=hours_ago), **fields
        )

    def sample(self, kind, counts, amounts=()):
        return calibrate(by=make_person(), lot=self.lot, kind=kind, counts=counts, amounts=amounts, at=now())

    def stock(self):
        return stocks([self.lot.pk])[self.lot.pk]

    def test_grams_wait_until_somebody_weighs_counted_seeds_and_become_seeds_openly(self):
        self.enter(12.4, AmountUnit.GRAMS)
        self.assertEqual((self.stock().seeds, self.stock().doubt, self.stock().unconverted), (None, Reason.NOT_CONVERTED, 12.4))
        self.sample(CalibrationKind.WEIGHED, [100, 100, 100], [0.82, 0.85, 0.84])
        self.assertAlmostEqual(self.stock().seeds, 12.4 / 0.8366667 * 100, delta=1)
        self.assertGreater(self.stock().se_seeds, 0)
        old, new = ledger(self.lot)
        self.assertEqual((old.stands, new.stands, new.basis), (False, True, "3 weighed samples"))

    def test_65_ml_from_one_counted_scoop_have_a_number_without_an_error_and_say_why(self):
        self.sample(CalibrationKind.SCOOPED, [62], [4.0])
        self.enter(65, AmountUnit.MILLILITRES)
        self.assertEqual((self.stock().seeds, self.stock().estimated), (1008, True))
        self.assertEqual((self.stock().se_seeds, self.stock().doubt), (None, Reason.ONE_SCOOP))

    def test_heads_times_seeds_a_head(self):
        self.sample(CalibrationKind.HEADS, [31, 25, 44, 38, 29, 35])
        entry = self.enter(140, AmountUnit.HEADS)
        self.assertEqual((entry.amount_seeds, round(entry.se_seeds), entry.known), (4713, 510, AmountKnown.HEADS))

    def test_counts_by_weight_use_the_purity(self):
        self.sample(CalibrationKind.WEIGHED, [100, 100], [1.0, 1.0])
        record_quality(by=make_person(), lot=self.lot, kind=QualityKind.PURITY, at=now(), pure_g=4, sample_g=5)
        self.assertEqual(self.enter(10, AmountUnit.GRAMS).amount_seeds, 800)

    def test_a_recount_in_seeds_ends_the_waiting_and_the_doubt(self):
        self.enter(12.4, AmountUnit.GRAMS, hours_ago=2)
        self.enter(930, kind=StockKind.RECOUNT)
        self.assertEqual((self.stock().seeds, self.stock().estimated, self.stock().se_seeds), (930, False, 0))

    def test_draws_by_trials_leave_the_error_as_it_was(self):
        self.enter(2000, known=AmountKnown.GUESSED, se_seeds=150, hours_ago=9000)
        make_trial(lot=self.lot, dishes=4, seeds=25)
        self.assertEqual((self.stock().seeds, self.stock().se_seeds), (1800, 150))

    def test_amounts_that_cannot_be_are_refused_with_the_numbers(self):
        for amount, unit, code in [
            (-3, AmountUnit.GRAMS, "amount_negative"),
            (float("nan"), AmountUnit.SEEDS, "amount_negative"),
            (900_000, AmountUnit.GRAMS, "amount_absurd"),
            (12.5, AmountUnit.SEEDS, "amount_not_whole"),
        ]:
            with self.subTest(code), self.assertRaises(Refused) as caught:
                self.enter(amount, unit)
            self.assertEqual(caught.exception.code, code)

    def test_a_correction_keeps_what_was_there_and_stands_in_its_place_and_time(self):
        wrong = self.enter(9000, hours_ago=5)
        self.enter(400, kind=StockKind.DRAWN, hours_ago=1)
        better = correct_entry(by=make_person(), entry=wrong, amount=900, reason="a nought too many")
        self.assertEqual((better.at, self.stock().seeds), (wrong.at, 500))
        self.assertEqual([(x.amount_seeds, x.stands) for x in ledger(self.lot)], [(9000, False), (900, True), (400, True)])
        with self.assertRaises(DomainError):
            correct_entry(by=make_person(), entry=wrong, amount=1)

    def test_a_correction_or_a_taking_back_that_later_draws_contradict_is_refused(self):
        wrong = self.enter(900, hours_ago=5)
        self.enter(400, kind=StockKind.DRAWN)
        by = make_person()
        for work in (lambda: correct_entry(by=by, entry=wrong, amount=300), lambda: take_back_entry(by=by, entry=wrong)):
            with self.assertRaises(Refused) as caught:
                work()
            self.assertEqual(caught.exception.code, "below_zero")
        self.assertEqual(StockEntry.objects.count(), 2)

    def test_a_line_taken_back_does_not_count_and_is_still_shown(self):
        slip = self.enter(500)
        take_back_entry(by=make_person(), entry=slip)
        self.assertIsNone(self.stock().seeds)
        self.assertEqual([(x.amount_seeds, x.stands) for x in ledger(self.lot)], [(500, False)])

    def test_samples_that_would_turn_grams_into_less_than_was_drawn_are_refused(self):
        self.enter(1, AmountUnit.GRAMS, hours_ago=3)
        self.enter(400, kind=StockKind.DRAWN, hours_ago=2)
        with self.assertRaises(Refused) as caught:
            self.sample(CalibrationKind.WEIGHED, [100, 100], [1.0, 1.1])
        self.assertEqual(caught.exception.code, "below_zero")

    def test_samples_taken_back_turn_nothing_into_seeds_any_more(self):
        samples = self.sample(CalibrationKind.WEIGHED, [100, 100], [1.0, 1.1])
        take_back_record(by=make_person(), lot=self.lot, record="calibration", pk=samples.pk)
        self.assertIsNone(self.enter(10, AmountUnit.GRAMS).amount_seeds)


class StockApi(ApiCase):
    def post(self, lot, verb, body):
        return self.client.post(f"/api/v1/lots/{lot.pk}/{verb}/", body)

    def test_wrong_samples_are_pointed_at(self):
        lot = make_lot()
        answer = self.post(lot, "calibrate", {"kind": "scooped", "counts": [50, 60], "amounts": [4, 0]})
        self.assertProblem(answer, 422, "amount_not_positive", "/amounts/1")
        self.assertProblem(
            self.post(lot, "calibrate", {"kind": "scooped", "counts": [50], "amounts": []}), 422, "lengths_differ", "/amounts"
        )

    def test_a_draw_beyond_the_stock_is_refused_with_both_numbers(self):
        answer = self.post(make_lot(seeds=30), "enter-stock", {"kind": "drawn", "amount": 31})
        problem = self.assertProblem(answer, 422, "below_zero", "/amount")
        self.assertIn("31 seeds cannot be taken: only 30 are left", problem["detail"])

    def test_a_line_of_another_lot_is_not_found(self):
        other = make_lot("B-1").stock_entries.get()
        self.assertProblem(self.post(make_lot("A-1"), "correct-stock", {"entry": other.pk, "amount": 1}), 404, "not_found")

    def test_the_ledger_needs_the_same_queries_whatever_its_length(self):
        lot = make_lot()
        self.client.get(f"/api/v1/lots/{lot.pk}/ledger/")
        for more in (0, 12):
            for _ in range(more):
                enter_stock(by=make_person(), lot=lot, kind=StockKind.IN, amount=1, at=now())
            with self.assertNumQueries(4):
                self.assertEqual(len(self.client.get(f"/api/v1/lots/{lot.pk}/ledger/").json()), 1 + more)
