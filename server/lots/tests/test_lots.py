from django.core.exceptions import PermissionDenied
from django.db import IntegrityError, transaction
from django.test import TestCase

from core.vocabulary import AmountKnown, AmountUnit, OriginKind, Role, StockKind
from server.errors import DomainError, Refused, StaleVersion
from server.lots.models import Lot
from server.lots.selectors import ledger, stocks
from server.lots.services import add_lot, change_lot, enter_stock
from server.record_kinds.selectors import history_of
from server.tests.builders import DAY, ApiCase, make_lot, make_person, make_taxon, make_trial, now


class LotServices(TestCase):
    def test_a_field_name_is_enough(self):
        lot = make_lot(field_name="scree foot, unnamed A")
        self.assertEqual((lot.name, lot.common_name), ("scree foot, unnamed A", "scree foot, unnamed A"))

    def test_naming_it_later_relabels_and_keeps_the_old_name_in_its_history(self):
        lot = make_lot(field_name="scree foot, unnamed A")
        changed = change_lot(by=make_person(), lot=lot, version=1, changes={"taxon": make_taxon(), "field_name": ""})
        self.assertEqual(changed.common_name, "Lewis flax")
        newest, oldest = history_of(changed)
        self.assertEqual(newest.by, "GR")
        self.assertIn(("field_name", "scree foot, unnamed A", ""), [(c.field, c.before, c.after) for c in newest.changes])
        self.assertEqual(oldest.changes, [])

    def test_a_lot_without_any_name_is_refused_by_service_and_database(self):
        with self.assertRaises(Refused) as caught:
            add_lot(by=make_person(), code="X-1", field_name=" ", origin_kind=OriginKind.WILD)
        self.assertEqual(caught.exception.errors[0]["pointer"], "/field_name")
        with self.assertRaises(IntegrityError), transaction.atomic():
            Lot.objects.create(code="X-1", origin_kind=OriginKind.WILD)

    def test_a_code_is_never_used_twice(self):
        make_lot("LL-015")
        with self.assertRaises(DomainError) as caught:
            make_lot("LL-015")
        self.assertEqual(caught.exception.code, "code_taken")

    def test_a_stale_change_is_refused_with_both_versions_and_changes_nothing(self):
        lot = make_lot(note="first")
        change_lot(by=make_person(), lot=lot, version=1, changes={"note": "second"})
        with self.assertRaises(StaleVersion) as caught:
            change_lot(by=make_person(), lot=lot, version=1, changes={"note": "third"})
        self.assertEqual(caught.exception.extra["current"], {"version": 2, "note": "second"})
        self.assertEqual(caught.exception.extra["yours"], {"version": 1, "note": "third"})
        lot.refresh_from_db()
        self.assertEqual(lot.note, "second")

    def test_only_growers_change_lots(self):
        lot = make_lot()
        for role in (Role.COUNTER, Role.READER):
            with self.assertRaises(PermissionDenied):
                change_lot(by=make_person(role), lot=lot, version=1, changes={"note": "x"})
            with self.assertRaises(PermissionDenied):
                enter_stock(by=make_person(role), lot=lot, kind=StockKind.IN, amount=1, at=now())


class Stock(TestCase):
    def enter(self, lot, kind, amount, days_ago=0, known=AmountKnown.COUNTED):
        return enter_stock(by=make_person(), lot=lot, kind=kind, amount=amount, at=now() - days_ago * DAY, known=known)

    def stock(self, lot):
        return stocks([lot.pk])[lot.pk]

    def test_nobody_measured_it(self):
        self.assertIsNone(self.stock(make_lot(seeds=None)).seeds)

    def test_an_estimate_stays_one_until_it_is_counted(self):
        lot = make_lot(seeds=1000, known=AmountKnown.WEIGHED)
        self.enter(lot, StockKind.DRAWN, 100)
        self.assertEqual((self.stock(lot).seeds, self.stock(lot).estimated), (900, True))
        self.enter(lot, StockKind.RECOUNT, 850)
        self.assertEqual((self.stock(lot).seeds, self.stock(lot).estimated), (850, False))

    def test_below_nothing_is_refused_and_nothing_is_kept(self):
        lot = make_lot(seeds=50)
        with self.assertRaises(Refused) as caught:
            self.enter(lot, StockKind.LOST, 51)
        self.assertEqual(caught.exception.errors[0]["pointer"], "/amount")
        self.assertIn("only 50 are left", caught.exception.detail)
        self.assertEqual(lot.stock_entries.count(), 1)

    def test_a_back_dated_line_cannot_slip_one_below_nothing(self):
        lot = make_lot(seeds=50)
        self.enter(lot, StockKind.LOST, 30, days_ago=5)
        with self.assertRaises(Refused):
            self.enter(lot, StockKind.LOST, 30, days_ago=10)

    def test_the_ledger_says_who_why_and_what_is_left(self):
        lot = make_lot(seeds=500)
        trial = make_trial(lot=lot, dishes=2, seeds=10)
        first, second = ledger(lot)
        self.assertEqual((first.kind, first.balance_seeds), (StockKind.IN, 500))
        self.assertEqual((second.kind, second.amount_seeds, second.balance_seeds), (StockKind.DRAWN, 40, 460))
        self.assertEqual((second.by, second.reason), ("GR", f"trial {trial.code}"))


class LotApi(ApiCase):
    BODY = {"code": "HR-200", "field_name": "scree foot", "origin_kind": "wild", "leave": "permit 7", "collected_on": "2026-08-12"}

    def test_a_lot_is_entered_read_and_found(self):
        made = self.client.post("/api/v1/lots/", self.BODY)
        self.assertEqual(made.status_code, 201)
        one = self.client.get(f"/api/v1/lots/{made.json()['id']}/").json()
        self.assertEqual((one["code"], one["name"], one["version"], one["stock"]["seeds"]), ("HR-200", "scree foot", 1, None))
        self.assertEqual([r["code"] for r in self.client.get("/api/v1/lots/?search=scree").json()["results"]], ["HR-200"])
        self.assertEqual(self.client.get("/api/v1/lots/?search=nothing").json()["results"], [])

    def test_nobody_reads_without_signing_in(self):
        make_lot()
        self.client.logout()
        for path in ("/api/v1/lots/", f"/api/v1/lots/{Lot.objects.get().pk}/", "/api/v1/schema/"):
            self.assertProblem(self.client.get(path), 401, "not_authenticated")

    def test_readers_read_and_may_not_write(self):
        lot = make_lot()
        reader = self.as_role(Role.READER)
        self.assertEqual(reader.get(f"/api/v1/lots/{lot.pk}/").status_code, 200)
        self.assertProblem(reader.post("/api/v1/lots/", self.BODY), 403, "not_allowed")
        self.assertProblem(reader.patch(f"/api/v1/lots/{lot.pk}/", {"version": 1, "note": "x"}), 403, "not_allowed")

    def test_a_malformed_request_names_its_fields(self):
        body = self.BODY | {"collected_on": "12.8.26", "origin_kind": "found"}
        problem = self.assertProblem(self.client.post("/api/v1/lots/", body), 400, "malformed", "/origin_kind", "/collected_on")
        self.assertIn("2 fields", problem["detail"])

    def test_a_change_wants_the_version_that_was_seen(self):
        lot = make_lot()
        self.assertProblem(self.client.patch(f"/api/v1/lots/{lot.pk}/", {"note": "x"}), 400, "malformed", "/version")
        self.assertEqual(self.client.patch(f"/api/v1/lots/{lot.pk}/", {"version": 1, "note": "x"}).json()["version"], 2)
        stale = self.assertProblem(self.client.patch(f"/api/v1/lots/{lot.pk}/", {"version": 1, "note": "y"}), 409, "stale_version")
        self.assertEqual((stale["current"]["note"], stale["yours"]["note"]), ("x", "y"))

    def test_the_code_of_a_lot_never_changes(self):
        lot = make_lot("LL-1")
        self.client.patch(f"/api/v1/lots/{lot.pk}/", {"version": 1, "code": "LL-2"})
        lot.refresh_from_db()
        self.assertEqual(lot.code, "LL-1")

    def test_stock_and_history_over_http(self):
        lot = make_lot(seeds=None)
        wanted = {"seeds": 300, "estimated": True, "se_seeds": None, "doubt": "not_noted", "unconverted": None, "unconverted_unit": None}
        entered = self.client.post(f"/api/v1/lots/{lot.pk}/enter-stock/", {"kind": "in", "amount": 300, "known": "weighed"})
        self.assertEqual((entered.status_code, entered.json()["stock"]), (201, wanted))
        refused = self.client.post(f"/api/v1/lots/{lot.pk}/enter-stock/", {"kind": "lost", "amount": 301, "known": "counted"})
        self.assertProblem(refused, 422, "below_zero", "/amount")
        self.assertEqual(len(self.client.get(f"/api/v1/lots/{lot.pk}/ledger/").json()), 1)
        self.assertEqual(len(self.client.get(f"/api/v1/lots/{lot.pk}/history/").json()), 1)

    def test_the_sheet_needs_the_same_queries_whatever_its_length(self):
        make_lot("A-1")
        self.client.get("/api/v1/lots/")
        with self.assertNumQueries(5):
            self.client.get("/api/v1/lots/")
        for n in range(8):
            make_lot(f"B-{n}")
        with self.assertNumQueries(5):
            self.assertEqual(self.client.get("/api/v1/lots/").json()["count"], 9)


class ListedLots(ApiCase):
    """Lots as a list is filtered and sorted."""

    def codes(self, **asked):
        answer = self.as_role().get("/api/v1/lots/", asked)
        self.assertEqual(answer.status_code, 200, answer.content)
        return [row["code"] for row in answer.json()["results"]]

    def test_only_lots_that_are_in_a_trial_or_in_none(self):
        make_trial(lot=make_lot("A-1"))
        make_trial(lot=Lot.objects.get(code="A-1"))
        make_lot("A-2")
        self.assertEqual((self.codes(tested=True), self.codes(tested=False)), (["A-1"], ["A-2"]))

    def test_only_lots_in_quarantine_or_the_others(self):
        make_lot("A-1", trouble="mouldy")
        make_lot("A-2")
        self.assertEqual((self.codes(trouble=True), self.codes(trouble=False)), (["A-1"], ["A-2"]))

    def test_they_are_sorted_either_way_and_those_without_a_value_come_last(self):
        today = now().date()
        for code, place, days in (("A-1", "mid scree", 20), ("A-2", "Creek", 90), ("A-3", "", None)):
            make_lot(code, origin_place=place, collected_on=today - days * DAY if days else None)
        self.assertEqual(self.codes(order="collected"), ["A-2", "A-1", "A-3"])
        self.assertEqual(self.codes(order="-collected"), ["A-1", "A-2", "A-3"])
        self.assertEqual(self.codes(order="-code"), ["A-3", "A-2", "A-1"])
        # capitals make no difference
        self.assertEqual(self.codes(order="origin")[1:], ["A-2", "A-1"])

    def test_an_order_that_does_not_exist_is_refused(self):
        self.assertProblem(self.as_role().get("/api/v1/lots/?order=weight"), 400, "malformed", "/order")

    def test_seeds_left_sort_as_they_are_shown(self):
        at = now()
        for code, amount in (("A-1", 300), ("A-2", 200), ("A-3", 100), ("A-4", None), ("A-5", 50), ("A-6", 60)):
            make_lot(code, seeds=amount)
        lots = {lot.code: lot for lot in Lot.objects.all()}
        by = make_person()
        enter_stock(by=by, lot=lots["A-1"], kind=StockKind.DRAWN, amount=290, at=at)
        enter_stock(by=by, lot=lots["A-2"], kind=StockKind.RECOUNT, amount=40, at=at)
        enter_stock(by=by, lot=lots["A-2"], kind=StockKind.IN, amount=35, at=at)
        enter_stock(by=by, lot=lots["A-3"], kind=StockKind.LOST, amount=80, at=at)
        # a draw and a recount of one moment: what was written last holds
        enter_stock(by=by, lot=lots["A-6"], kind=StockKind.DRAWN, amount=20, at=at)
        enter_stock(by=by, lot=lots["A-6"], kind=StockKind.RECOUNT, amount=0, at=at)
        # grams that nobody turned into seeds are no number of seeds
        enter_stock(by=by, lot=lots["A-5"], kind=StockKind.IN, amount=3, unit=AmountUnit.GRAMS, known=AmountKnown.WEIGHED, at=at)
        rows = self.as_role().get("/api/v1/lots/", {"order": "stock"}).json()["results"]
        shown = [(r["code"], r["stock"]["seeds"]) for r in rows]
        self.assertEqual(shown, [("A-6", 0), ("A-1", 10), ("A-3", 20), ("A-2", 75), ("A-4", None), ("A-5", None)])
        self.assertEqual(self.codes(order="-stock")[:3], ["A-2", "A-3", "A-1"])
