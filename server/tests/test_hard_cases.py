"""What breaks naive tools at the bench, taken by the records without a work-around; one test a case of the handbook's list."""

from datetime import UTC, date, datetime, timedelta
from uuid import uuid4

from django.test import TestCase

from core.records import ClosingFates
from core.vocabulary import (
    AmountKnown,
    AmountUnit,
    CalibrationKind,
    DatePrecision,
    LabelKind,
    LotEnd,
    LotTask,
    OriginKind,
    QualityKind,
    Reason,
    StockKind,
    Trouble,
    VisitOutcome,
    WatchState,
)
from server.errors import DomainError
from server.evidence.selectors.comparison import comparison
from server.evidence.selectors.lot_page import lot_page
from server.evidence.selectors.overview import overview
from server.labels.selectors import content
from server.lots.selectors import row, stocks
from server.lots.selectors.descent import descent
from server.lots.services import change_lot, enter_stock
from server.lots.services.bench import record_quality
from server.lots.services.descent import Part, merge_lots, split_lot
from server.lots.services.lots import end_lot, note_trouble
from server.lots.services.stock import calibrate
from server.stands.selectors.season import seasons
from server.tests.builders import (
    DAY,
    dishes_of,
    look,
    make_lot,
    make_person,
    make_recipe,
    make_sown_trial,
    make_stand,
    make_taxon,
    make_trial,
    make_visit,
    now,
)
from server.trials.models import Dish, Look, Treatment
from server.trials.selectors.courses import course_of
from server.trials.selectors.state import with_courses
from server.trials.services.closings import close_dish, reopen_dish, set_aside
from server.trials.services.looks import record_look, sow_dishes
from server.trials.services.new_look import NewLook


class Identity(TestCase):
    def test_a_species_named_later_relabels_its_trials(self):
        lot = make_lot(field_name="scree foot, unnamed A")
        trial = make_trial(lot=lot)
        change_lot(by=make_person(), lot=lot, version=1, changes={"taxon": make_taxon()})
        trial.refresh_from_db()
        view = overview(trial, now())
        self.assertEqual(view.lot_name, "Lewis flax")
        self.assertEqual(lot.history.earliest().field_name, "scree foot, unnamed A")

    def test_a_date_known_to_the_month_or_year_says_so(self):
        lot = make_lot(collected_on=date(2024, 1, 1), collected_precision=DatePrecision.YEAR)
        self.assertEqual(row(lot, stocks([lot.pk])[lot.pk]).collected_precision, DatePrecision.YEAR)

    def test_a_date_nobody_knows_is_allowed(self):
        self.assertIsNone(make_lot(collected_on=None, origin_kind=OriginKind.BOUGHT).collected_on)

    def test_use_by_is_not_collected_and_a_claim_is_not_a_result(self):
        claims = {"claimed_percent": 85, "claimed_days": 14, "use_by": now().date() + timedelta(days=30)}
        lot = make_lot(collected_on=None, origin_kind=OriginKind.BOUGHT, leave="", **claims)
        found = lot_page(lot, now().date())
        self.assertEqual((lot.collected_on, found.tests, found.forecast.reason), (None, [], Reason.NEVER_TESTED))
        self.assertIn(LotTask.USE_BY, [n.task for n in found.bench.next])

    def test_a_hybrid_may_not_come_true_and_says_so(self):
        self.assertTrue(lot_page(make_lot(crossed_with="the neighbour’s"), now().date()).bench.may_not_come_true)
        self.assertFalse(lot_page(make_lot("B-1"), now().date()).bench.may_not_come_true)

    def test_several_visits_become_one_lot_and_one_lot_several_a_graph_not_a_tree(self):
        first, second = make_lot("A-1", seeds=100), make_lot("A-2", seeds=300)
        merged = merge_lots(by=make_person(), lots=[first, second], at=now())
        outer, inner = split_lot(by=make_person(), lot=merged, parts=[Part(150, form="outer"), Part(250, form="inner")], at=now())
        graph = descent(first)
        self.assertEqual({n.id for n in graph.nodes}, {x.pk for x in (first, second, merged, outer, inner)})
        self.assertEqual([n.generation for n in graph.nodes], [0, 0, 1, 2, 2])
        self.assertEqual(sum(stocks([x.pk])[x.pk].seeds for x in (first, second, merged, outer, inner)), 400)

    def test_two_labels_on_one_thing_share_one_code_and_a_code_is_never_used_again(self):
        lot = make_lot("HR-114")
        end_lot(by=make_person(), lot=lot, version=1, ended=LotEnd.DISCARDED, on=now().date(), at=now())
        with self.assertRaises(DomainError) as caught:
            make_lot("HR-114")
        self.assertEqual(caught.exception.code, "code_taken")

    def test_codes_made_for_empty_ones_go_on_from_the_highest(self):
        taxon = make_taxon()
        codes = [make_lot("", taxon=taxon).code, make_lot("LL-107", taxon=taxon).code, make_lot("", taxon=taxon).code, make_lot("").code]
        self.assertEqual(codes, ["LL-001", "LL-107", "LL-108", "UN-001"])

    def test_a_missed_stand_and_a_failed_cross_are_facts_worth_keeping(self):
        stand = make_stand(watch_from=now().date() - timedelta(days=20))
        make_visit(stand, 0, days_ago=3, outcome=VisitOutcome.MISSED)
        other = make_stand(watch_from=now().date() - timedelta(days=20))
        make_visit(other, 0, days_ago=3, outcome=VisitOutcome.CROSS_FAILED)
        found = seasons([stand, other], now().date())
        self.assertEqual([found[s.pk].last_end for s in (stand, other)], [VisitOutcome.MISSED, VisitOutcome.CROSS_FAILED])

    def test_no_month_means_a_season_a_stand_ripens_in_january_as_well_as_in_july(self):
        for month in (1, 7):
            day = date(2026, month, 10)
            stand = make_stand(shedding="bursts", watch_from=day - timedelta(days=3))
            self.assertEqual(seasons([stand], day)[stand.pk].watch.state, WatchState.OVERDUE)


class Amount(TestCase):
    def test_a_pinch_is_a_guess_without_an_error_and_a_trial_may_still_draw_from_it(self):
        lot = make_lot(seeds=300, known=AmountKnown.GUESSED)
        make_trial(lot=lot, dishes=2, seeds=10)
        stock = stocks([lot.pk])[lot.pk]
        self.assertEqual((stock.seeds, stock.estimated, stock.se_seeds, stock.doubt), (260, True, None, Reason.GUESSED))

    def test_a_lot_whose_amount_nobody_knows_can_be_tried(self):
        lot = make_lot(seeds=None)
        make_trial(lot=lot)
        self.assertIsNone(stocks([lot.pk])[lot.pk].seeds)

    def test_an_uncleaned_lot_sown_with_its_chaff_counts_by_purity_only_where_it_is_weighed(self):
        lot = make_lot(seeds=None)
        by = make_person()
        record_quality(by=by, lot=lot, kind=QualityKind.PURITY, at=now(), pure_g=1, sample_g=4)
        calibrate(by=by, lot=lot, kind=CalibrationKind.SCOOPED, counts=[50, 50], amounts=[5, 5], at=now())
        calibrate(by=by, lot=lot, kind=CalibrationKind.WEIGHED, counts=[100, 100], amounts=[1, 1], at=now())
        scooped = enter_stock(by=by, lot=lot, kind=StockKind.IN, amount=10, unit=AmountUnit.MILLILITRES, at=now())
        weighed = enter_stock(by=by, lot=lot, kind=StockKind.IN, amount=10, unit=AmountUnit.GRAMS, at=now())
        self.assertEqual((scooped.amount_seeds, weighed.amount_seeds), (100, 250))

    def test_a_lot_in_quarantine_says_so_on_its_page_its_line_and_its_label(self):
        lot = note_trouble(by=make_person(), lot=make_lot(), version=1, trouble=Trouble.SICK)
        self.assertEqual(row(lot, stocks([lot.pk])[lot.pk]).trouble, Trouble.SICK)
        self.assertEqual(lot_page(lot, now().date()).bench.next[0].task, LotTask.QUARANTINE)
        self.assertTrue(content(lot, stocks([lot.pk])[lot.pk], LabelKind.STORED).warning.startswith("QUARANTINE"))

    def test_a_recount_that_contradicts_the_ledger_stands_from_then_on(self):
        lot = make_lot(seeds=1000, known=AmountKnown.SCOOPED)
        enter_stock(by=make_person(), lot=lot, kind=StockKind.RECOUNT, amount=640, at=now() - DAY)
        enter_stock(by=make_person(), lot=lot, kind=StockKind.DRAWN, amount=40, at=now())
        self.assertEqual((stocks([lot.pk])[lot.pk].seeds, stocks([lot.pk])[lot.pk].estimated), (600, False))

    def test_a_dish_of_about_so_many_seeds_may_hold_more_and_asks_for_a_recount(self):
        trial = make_sown_trial(treatments=("dust",), dishes=2)
        Dish.objects.update(seeds_known=AmountKnown.SCOOPED, seeds_cv=0.2)
        for dish in dishes_of(trial):
            dish.refresh_from_db()
            look(dish, 5, 12)
        found = comparison(trial)
        self.assertEqual((found.treatments[0].germinated, found.treatments[0].sown), (24, 24))
        self.assertTrue(any("Recount" in w for w in found.warnings))
        self.assertTrue(overview(trial, now()).seeds_estimated)

    def test_an_estimated_denominator_widens_the_interval(self):
        counted = make_sown_trial(treatments=("x",), dishes=3, seeds=20)
        rough = make_sown_trial(treatments=("x",), dishes=3, seeds=20)
        Dish.objects.filter(treatment__trial=rough).update(seeds_known=AmountKnown.WEIGHED, seeds_cv=0.25)
        for trial in (counted, rough):
            for dish in dishes_of(trial):
                look(dish, 5, 10)
        a, b = (comparison(t).treatments[0] for t in (counted, rough))
        self.assertEqual(a.share, b.share)
        self.assertGreater(b.upper - b.lower, a.upper - a.lower)


class Time(TestCase):
    def test_each_dish_has_a_time_zero_of_its_own(self):
        trial = make_trial(treatments=("x",), dishes=2)
        early, late = dishes_of(trial)
        moment = now()
        sow_dishes(by=make_person(), dishes=[early], at=moment - 10 * DAY)
        sow_dishes(by=make_person(), dishes=[late], at=moment - 8 * DAY)
        at = moment - 5 * DAY
        for dish in (early, late):
            record_look(by=make_person(), dish=dish, new=NewLook(at=at, client_id=uuid4(), new_germinated=5))
        self.assertEqual([i.t for d in (early, late) for i in course_of(d).record.inspections], [5, 3])
        self.assertEqual(comparison(trial).treatments[0].indices.mgt, 4)

    def test_looks_hours_apart(self):
        trial = make_sown_trial(2, treatments=("fluff",), dishes=1)
        dish = dishes_of(trial)[0]
        for hours in (6, 12, 18):
            look(dish, hours / 24, 2)
        self.assertAlmostEqual(comparison(trial).treatments[0].indices.mgt, 0.5)

    def test_a_trial_of_fourteen_months_is_still_counted(self):
        trial = make_sown_trial(425, length_days=430, every_days=14)
        look(dishes_of(trial)[0], 300, 1)
        view = overview(trial, now())
        self.assertEqual(view.next_steps[0].kind, "count")
        self.assertAlmostEqual(view.today_day, 425, 1)

    def test_a_leap_day_and_a_night_that_loses_an_hour_are_days_like_others(self):
        trial = make_trial(treatments=("x",), dishes=1)
        dish = dishes_of(trial)[0]
        sown = datetime(2024, 2, 28, 12, tzinfo=UTC)
        sow_dishes(by=make_person(), dishes=[dish], at=sown)
        for at in (datetime(2024, 3, 1, 12, tzinfo=UTC), datetime(2024, 3, 31, 12, tzinfo=UTC)):
            record_look(by=make_person(), dish=dish, new=NewLook(at=at, client_id=uuid4()))
        self.assertEqual([i.t for i in course_of(dish).record.inspections], [2, 32])

    def test_a_finished_dish_is_reopened_for_a_late_sprout_with_a_trace(self):
        trial = make_sown_trial(30, treatments=("x",), dishes=1)
        dish = dishes_of(trial)[0]
        look(dish, 5, 4)
        close_dish(by=make_person(), dish=dish, at=now() - DAY, client_id=uuid4(), found=ClosingFates(fresh=6))
        reopen_dish(by=make_person(), dish=dish, at=now())
        look(dish, 29.5, 1)
        close_dish(by=make_person(), dish=dish, at=now(), client_id=uuid4(), found=ClosingFates(fresh=5))
        self.assertEqual(dish.closings.count(), 3)
        self.assertEqual(course_of(dish).record.germinated, 5)


class Treatments(TestCase):
    def test_order_matters_and_is_kept(self):
        from server.recipes.services import write_recipe

        nick, cold = {"kind": "nick"}, {"kind": "cold_moist", "duration": 56}
        by = make_person()
        first = write_recipe(by=by, name="nick, then cold", steps=[nick, cold])
        second = write_recipe(by=by, name="cold, then nick", steps=[cold, nick])
        self.assertEqual([s.kind for s in first.steps.all()], [s.kind for s in reversed(second.steps.all())])

    def test_treatments_of_unequal_length_are_sown_together(self):
        trial = make_sown_trial(treatments=("none", "4 weeks", "12 weeks"))
        for name, days in (("4 weeks", 28), ("12 weeks", 84)):
            Treatment.objects.filter(trial=trial, name=name).update(recipe=make_recipe(name, days))
        starts = [f.steps[0].start_day if f.steps else 0 for f in overview(trial, now()).furrows]
        self.assertEqual(starts, [0, -28, -84])


class Counting(TestCase):
    def test_sprouts_during_the_chill_come_before_the_trials_clock_and_count(self):
        trial = make_sown_trial(treatments=("x",), dishes=2)
        for dish in dishes_of(trial):
            look(dish, -7, 2)
            look(dish, 4, 3)
        result = comparison(trial).treatments[0]
        self.assertEqual((result.indices.early, result.germinated, result.indices.first), (4, 10, 0))
        self.assertEqual(result.course.shares[0], 0.2)

    def test_a_dark_dish_counted_only_at_the_end_has_a_share_and_hardly_a_speed(self):
        trial = make_sown_trial(30, treatments=("dark",), dishes=3)
        for dish, up in zip(dishes_of(trial), (5, 6, 7), strict=True):
            look(dish, 28, up)
        result = comparison(trial).treatments[0]
        self.assertEqual(result.share, 0.6)
        self.assertEqual(result.doubt["mgt"].reason, Reason.NO_SPREAD)

    def test_a_whole_dish_lost_on_day_12_keeps_its_days_before(self):
        trial = make_sown_trial(20, treatments=("x",), dishes=2)
        lost, kept = dishes_of(trial)
        look(lost, 6, 4)
        look(kept, 6, 3)
        set_aside(by=make_person(), dish=lost, at=now() - 8 * DAY, why="knocked off the bench")
        look(kept, 15, 2)
        courses = with_courses([trial])[0]
        self.assertEqual(sorted(d.record.germinated for d in courses.dishes), [4, 5])
        self.assertEqual(comparison(trial).treatments[0].sown, 10)

    def test_a_late_correction_keeps_what_was_there_who_and_when(self):
        trial = make_sown_trial(20)
        dish = dishes_of(trial)[0]
        wrong = look(dish, 5, 7)
        look(dish, 5, 1, corrects=wrong)
        kept = Look.objects.get(pk=wrong.pk)
        self.assertEqual((kept.new_germinated, kept.by.initials, kept.corrected_by.new_germinated), (7, "GR", 1))
        self.assertLessEqual(kept.recorded_at, kept.corrected_by.recorded_at)


class Results(TestCase):
    def result(self, *per_dish, seeds=10, treatments=("x",)):
        trial = make_sown_trial(treatments=treatments, dishes=len(per_dish), seeds=seeds)
        for name in treatments:
            for dish, up in zip(dishes_of(trial, name), per_dish, strict=True):
                look(dish, 5, up)
        return comparison(trial)

    def test_everybody_germinated(self):
        result = self.result(10, 10).treatments[0]
        self.assertEqual((result.share, result.upper), (1, 1))
        self.assertLess(result.lower, 0.9)

    def test_one_dish_has_an_interval_and_no_spread_between_dishes_and_says_why(self):
        found = self.result(6)
        result = found.treatments[0]
        self.assertLess(result.lower, 0.4)
        self.assertGreater(result.upper, 0.75)
        self.assertIsNone(result.agree_p)
        self.assertIn("one dish per treatment", found.warnings[0])

    def test_half_of_those_that_came_up_is_not_half_of_those_sown(self):
        result = self.result(1, 2, 1).treatments[0]
        self.assertIsNotNone(result.indices.t50)
        self.assertLess(result.share, 0.5)
        self.assertIn("of those that germinated", result.time_sentence)

    def test_an_interim_result_says_that_it_is_one(self):
        found = self.result(3, 4)
        self.assertTrue(found.interim)
        self.assertTrue(found.head.startswith("So far"))

    def test_stopping_at_the_day_of_the_last_look_is_not_the_future(self):
        trial = make_sown_trial(5)
        self.assertEqual(look(dishes_of(trial)[0], 5).at, dishes_of(trial)[0].sowings.get().at + timedelta(days=5))
