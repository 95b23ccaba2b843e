from datetime import timedelta
from uuid import uuid4

from django.core.cache import caches
from django.utils import timezone

from core.records import ClosingFates
from core.vocabulary import Base, DeclineSource, DryingKind, LotEnd, Reason
from server.evidence.selectors.lot_page import lot_page
from server.lots.models import Lot
from server.lots.services.bench import record_drying
from server.lots.services.lots import end_lot
from server.reference.services.places import add_place
from server.tests.builders import (
    ApiCase,
    dishes_of,
    look,
    looked_before,
    make_lot,
    make_person,
    make_sown_trial,
    make_stand,
    make_taxon,
    make_trial,
    make_visit,
    now,
)
from server.trials.models import Trial
from server.trials.services.closings import close_dish


def finished(lot, days_ago, germinated):
    """A finished trial of one treatment, two dishes of 25, so many germinated in each."""
    trial = make_sown_trial(days_ago, treatments=("as stored",), dishes=2, seeds=25, lot=lot)
    for dish in dishes_of(trial):
        look(dish, 6, germinated)
        at = now() - timedelta(days=days_ago - 20)
        close_dish(by=make_person(), dish=dish, at=at, client_id=uuid4(), found=ClosingFates(dead=25 - germinated))
    return trial


class Keeping(ApiCase):
    def page(self, lot):
        return lot_page(Lot.objects.get(pk=lot.pk), timezone.localdate())

    def lot(self, **fields):
        return make_lot(collected_on=timezone.localdate() - timedelta(days=900), **fields)

    def test_sprouts_that_were_potted_are_seedlings_of_the_lot(self):
        lot = make_lot("P-1")
        trial = make_sown_trial(lot=lot)
        first, second, *_ = dishes_of(trial)
        look(first, 3, 2, potted=2)
        look(second, 3, 4, potted=1, thrown_out=3)
        self.assertEqual(lot_page(lot, timezone.localdate()).seedlings_potted, 3)

    def test_a_lot_never_tested_has_no_forecast_and_says_why(self):
        found = self.page(self.lot())
        self.assertEqual((found.forecast.reason, found.forecast.points, found.tests), (Reason.NEVER_TESTED, [], []))

    def test_two_tests_draw_a_decline_through_them_with_its_doubt(self):
        lot = self.lot()
        finished(lot, 380, 23)
        finished(lot, 30, 17)
        found = self.page(lot)
        self.assertEqual([(t.count, t.base, t.used) for t in found.tests], [(46, Base.FILLED, True), (34, Base.FILLED, True)])
        self.assertEqual(found.forecast.source, DeclineSource.CLOSING)
        self.assertLess(found.forecast.half_from, found.forecast.half_to)
        self.assertIn("Rule of thumb", found.forecast.sentence)
        for p in found.forecast.points:
            self.assertTrue(0 <= p.lower <= p.share <= p.upper <= 1)
        self.assertEqual(found.last_test_on, (now() - timedelta(days=30)).date())

    def test_one_test_leaves_the_rest_to_the_class_and_the_place(self):
        lot = self.lot()
        finished(lot, 30, 20)
        warm = self.page(lot).forecast
        fridge = add_place(by=make_person(), name="fridge", kind="fridge", temperature_c=5, humidity_percent=30)
        Lot.objects.filter(pk=lot.pk).update(place=fridge)
        cool = self.page(lot).forecast
        self.assertEqual((warm.source, warm.place_known, cool.place_known), (DeclineSource.CLOSING, False, True))
        self.assertGreater(cool.half_to, warm.half_to)

    def test_seed_that_does_not_keep_is_sown_now_not_forecast(self):
        lot = self.lot(taxon=make_taxon(storage_behaviour="short_lived"))
        finished(lot, 30, 20)
        self.assertEqual(self.page(lot).forecast.reason, Reason.SOW_NOW)

    def test_a_retest_is_due_after_a_year(self):
        lot = self.lot()
        finished(lot, 400, 20)
        self.assertIn("retest", [n.task.value for n in self.page(lot).bench.next])
        finished(lot, 40, 20)
        self.assertNotIn("retest", [n.task.value for n in self.page(lot).bench.next])

    def test_the_page_needs_the_same_queries_whatever_the_lot_has_seen(self):
        lot = self.lot()
        finished(lot, 380, 20)
        path = f"/api/v1/lots/{lot.pk}/page/"
        caches["default"].clear()
        looked_before()
        with self.assertNumQueries(QUERIES):
            self.client.get(path)
        for n in range(3):
            finished(lot, 100 + n, 20)
            record_drying(by=make_person(), lot=lot, kind=DryingKind.LOOKED, at=now())
        caches["default"].clear()
        looked_before()
        with self.assertNumQueries(QUERIES):
            self.assertEqual(len(self.client.get(path).json()["tests"]), 4)


# among them, only when anything was counted since: eight for how much dishes usually differ, nine for what the latest trials say to use
# tests are read as sums, not look by look: a trial of thousands of looks costs what a small one does
QUERIES = 52


class WhatToUse(ApiCase):
    def test_the_page_says_what_the_latest_trials_say_to_use(self):
        lot = make_lot("D-1")
        trial = make_sown_trial(30, lot=lot, dishes=3, seeds=20)
        for name, up in (("none", 3), ("cold", 17)):
            for dish in dishes_of(trial, name):
                look(dish, 10, up)
        (decision,) = lot_page(lot, timezone.localdate()).decisions
        self.assertIn("Use “cold”", decision.headline)
        self.assertFalse(decision.finished)


class OnToday(ApiCase):
    def test_a_lot_with_seed_left_is_tested_again_after_a_year_and_an_empty_or_ended_one_never(self):
        old, fresh, empty = make_lot("A-1", seeds=100), make_lot("A-2", seeds=100), make_lot("A-3", seeds=50)
        for lot, days_ago in ((old, 290), (fresh, 200), (empty, 290)):
            finished(lot, days_ago, 20)
        Trial.objects.filter(treatments__lot__in=(old, empty)).update(sow_on=timezone.localdate() - timedelta(days=400))
        Trial.objects.filter(treatments__lot=fresh).update(sow_on=timezone.localdate() - timedelta(days=300))

        def due():
            return [r["code"] for r in self.client.get("/api/v1/today/").json()["retests"]]

        self.assertEqual(due(), ["A-1"])
        old.refresh_from_db()
        end_lot(by=make_person(), lot=old, version=old.version, ended=LotEnd.DISCARDED, on=timezone.localdate(), at=now())
        self.assertEqual(due(), [])

    def test_stands_to_visit_come_by_what_waiting_loses_and_drying_lots_to_be_turned(self):
        for place, share in (("Tallow Creek", 0.1), ("Ember Spring", 0.5)):
            stand = make_stand(place_name=place, watch_from=timezone.localdate() - timedelta(days=30), shedding="bursts")
            make_visit(stand, share, days_ago=20)
        make_stand(place_name="Aspen Flat", watch_from=timezone.localdate() + timedelta(days=30))
        lot = make_lot()
        record_drying(by=make_person(), lot=lot, kind=DryingKind.SPREAD, at=now() - timedelta(days=3))
        today = self.client.get("/api/v1/today/").json()
        self.assertEqual([v["place_name"] for v in today["visits"]], ["Tallow Creek", "Ember Spring"])
        losses = [v["waiting_loses"] for v in today["visits"]]
        self.assertGreater(losses[0], losses[1])
        self.assertEqual([(d["code"], d["days_late"]) for d in today["drying"]], [(lot.code, 2)])


class LinesOfLists(ApiCase):
    """Figures for the lines of lists."""

    def figures(self, what, *ids):
        answer = self.as_role().get(f"/api/v1/figures/{what}/?ids={','.join(map(str, ids))}")
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def test_the_latest_test_and_what_a_lot_asks_for_first(self):
        tested, new = make_lot("A-1", collected_on=timezone.localdate() - timedelta(days=900)), make_lot("A-2", seeds=None)
        finished(tested, 800, 20)
        finished(tested, 60, 15)
        first, second = self.figures("lots", tested.pk, new.pk)
        self.assertEqual((first["lot"], first["test"]["count"], first["test"]["of"], first["test"]["base"]), (tested.pk, 30, 50, "filled"))
        self.assertLess(first["test"]["lower"], 0.6)
        self.assertEqual((second["test"], second["next"]["task"]), (None, "measure"))

    def test_a_lot_whose_trial_is_being_counted_is_not_sent_to_a_test(self):
        lot = make_lot("A-1")
        look(dishes_of(make_sown_trial(20, lot=lot))[0], 6, 5)
        (figures,) = self.figures("lots", lot.pk)
        self.assertEqual((figures["counting"], figures["test"]), (True, None))
        self.assertNotIn("test", [n["task"] for n in self.as_role().get(f"/api/v1/lots/{lot.pk}/page/").json()["bench"]["next"]])

    def test_they_are_those_of_the_lots_page(self):
        lot = make_lot("A-1", collected_on=timezone.localdate() - timedelta(days=900))
        finished(lot, 60, 15)
        page = self.as_role().get(f"/api/v1/lots/{lot.pk}/page/").json()
        (figures,) = self.figures("lots", lot.pk)
        self.assertEqual((figures["test"], figures["next"]), (page["tests"][-1], page["bench"]["next"][0]))

    def test_each_counted_treatment_of_a_trial_has_its_share(self):
        trial = make_sown_trial(20, treatments=("as stored", "8 weeks cold"), dishes=2, seeds=25)
        for dish in dishes_of(trial):
            if dish.treatment.name == "as stored":
                look(dish, 6, 5)
        planned = make_trial()
        figures = {f["trial"]: f["treatments"] for f in self.figures("trials", trial.pk, planned.pk, 999_999)}
        self.assertEqual(figures[planned.pk], [])
        self.assertEqual(sorted(figures), sorted([trial.pk, planned.pk]))
        by_name = {t["name"]: t for t in figures[trial.pk]}
        self.assertEqual(by_name["as stored"]["germinated"], 10)
        self.assertTrue(by_name["as stored"]["lower"] < 0.2 < by_name["as stored"]["upper"])

    def test_ids_that_are_none_are_refused(self):
        for wrong in ("", "x", "1,", ",".join(map(str, range(1, 502)))):
            self.assertProblem(self.as_role().get(f"/api/v1/figures/lots/?ids={wrong}"), 400, "malformed", "/ids")
