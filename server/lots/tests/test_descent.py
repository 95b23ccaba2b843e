from django.test import TestCase

from core.vocabulary import AmountKnown, AmountUnit, DescentKind, QualityKind, Reason, StockKind
from server.errors import Refused
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.lots.selectors.advice import Tested
from server.lots.selectors.bench import bench
from server.lots.selectors.descent import descent
from server.lots.services.bench import record_quality
from server.lots.services.descent import Part, float_lot, merge_lots, split_lot
from server.lots.services.harvest import HarvestedLot, harvest_stand
from server.lots.services.lots import change_lot, name_stand
from server.lots.services.stock import enter_stock
from server.tests.builders import ApiCase, make_lot, make_person, make_stand, make_taxon, make_trial, now


def stock(lot):
    return stocks([lot.pk])[lot.pk]


def split(lot, *parts):
    return split_lot(by=make_person(), lot=lot, parts=[Part(*p) for p in parts], at=now())


class Splitting(TestCase):
    def test_amounts_go_along_and_a_part_of_an_estimate_is_one(self):
        lot = make_lot(seeds=None, collector="RK")
        enter_stock(by=make_person(), lot=lot, kind=StockKind.IN, amount=1000, known=AmountKnown.GUESSED, se_seeds=100, at=now())
        outer, rest = split(lot, (400, "", "outer seed"), (600, "", "inner seed"))
        self.assertEqual((stock(outer).seeds, stock(outer).se_seeds, stock(lot).seeds), (400, 40, 0))
        self.assertFalse(stock(lot).estimated)
        self.assertEqual((outer.form, outer.collector, rest.form), ("outer seed", "RK", "inner seed"))
        self.assertNotEqual(outer.code, rest.code)

    def test_more_than_there_is_cannot_be_split_off(self):
        with self.assertRaises(Refused) as caught:
            split(make_lot(seeds=50), (60,))
        self.assertEqual(caught.exception.code, "below_zero")
        self.assertEqual(Lot.objects.count(), 1)

    def test_a_lot_nobody_measured_splits_into_lots_nobody_measured(self):
        (part,) = split(make_lot(seeds=None), (None, "", "unripe"))
        self.assertEqual(stock(part).doubt, Reason.NOT_MEASURED)

    def test_floating_keeps_both_and_says_what_pouring_off_would_cost_once_they_are_cut(self):
        lot = make_lot(seeds=900)
        floaters, sinkers = float_lot(by=make_person(), lot=lot, floated_seeds=180, at=now())
        self.assertEqual((stock(floaters).seeds, stock(sinkers).seeds, stock(lot).seeds), (180, 720, 0))

        def price(of):
            return bench(of, now().date(), Tested()).floated

        self.assertEqual(price(floaters).reason, Reason.NOT_CUT)
        record_quality(by=make_person(), lot=floaters, kind=QualityKind.CUT, at=now(), full=11, empty=14)
        record_quality(by=make_person(), lot=sinkers, kind=QualityKind.CUT, at=now(), full=23, empty=2)
        for of in (lot, floaters, sinkers):
            self.assertEqual((round(price(of).full_seeds), round(price(of).share, 2)), (79, 0.11))
        self.assertTrue(price(lot).lower < 79.2 < price(lot).upper)

    def test_a_merge_adds_amounts_and_errors_in_squares(self):
        lots = [make_lot(f"A-{n}", seeds=None, parents=p) for n, p in enumerate((30, 60))]
        for lot, se in zip(lots, (30, 40), strict=True):
            enter_stock(by=make_person(), lot=lot, kind=StockKind.IN, amount=500, known=AmountKnown.GUESSED, se_seeds=se, at=now())
        merged = merge_lots(by=make_person(), lots=lots, at=now())
        self.assertEqual((stock(merged).seeds, stock(merged).se_seeds, merged.parents), (1000, 50, 60))
        self.assertEqual([stock(x).seeds for x in lots], [0, 0])
        graph = descent(merged)
        self.assertEqual([(n.code, n.generation) for n in graph.nodes], [("A-0", 0), ("A-1", 0), (merged.code, 1)])
        self.assertEqual({e.kind for e in graph.edges}, {DescentKind.MERGED})

    def test_different_plants_are_not_merged_and_one_lot_is_no_merge(self):
        for lots, code in (
            ([make_lot("A-1"), make_lot("A-2", field_name="other")], "different_plants"),
            ([make_lot("B-1")], "too_few_lots"),
        ):
            with self.assertRaises(Refused) as caught:
                merge_lots(by=make_person(), lots=lots, at=now())
            self.assertEqual(caught.exception.code, code)

    def test_a_split_and_a_merge_make_a_graph_not_a_tree(self):
        lot = make_lot(seeds=100)
        parts = split(lot, (40,), (60,))
        merged = merge_lots(by=make_person(), lots=parts, at=now())
        self.assertEqual([n.generation for n in descent(lot).nodes], [0, 1, 1, 2])
        self.assertEqual(len(descent(merged).edges), 4)


class Harvests(TestCase):
    def harvest(self, *lots, **fields):
        stand = fields.pop("stand", None) or make_stand()
        return harvest_stand(by=make_person(), stand=stand, lots=lots, collected_on=now().date(), at=now(), **fields)

    def test_one_visit_makes_several_lots_each_with_where_and_leave(self):
        harvest, lots = self.harvest(HarvestedLot(form="outer", amount=300), HarvestedLot(form="inner", amount=200), collector="RK")
        first = lots[0]
        self.assertEqual((first.form, first.leave, first.origin_place, first.collector), ("outer", "own land", "Coldwell Flat", "RK"))
        self.assertEqual((harvest.taken_seeds, [stock(x).seeds for x in lots]), (500, [300, 200]))

    def test_grams_do_not_pretend_to_be_seeds_taken(self):
        harvest, (lot,) = self.harvest(HarvestedLot(amount=20.5, unit=AmountUnit.GRAMS))
        self.assertIsNone(harvest.taken_seeds)
        self.assertEqual(stock(lot).unconverted, 20.5)

    def test_a_refused_harvest_leaves_nothing_behind(self):
        with self.assertRaises(Refused):
            self.harvest(HarvestedLot(amount=10), HarvestedLot(amount=-1))
        self.assertEqual(Lot.objects.count(), 0)
        with self.assertRaises(Refused):
            self.harvest()

    def test_naming_a_stand_names_its_lots_their_parts_and_their_trials(self):
        stand = make_stand(field_name="scree foot, unnamed A")
        _, (lot,) = self.harvest(HarvestedLot(), stand=stand)
        (part,) = split(lot, (None,))
        trial = make_trial(lot=part)
        other = make_lot("Z-1", field_name="another")
        name_stand(by=make_person(), stand=stand, version=1, taxon=make_taxon())
        names = [Lot.objects.get(pk=x.pk).common_name for x in (lot, part, trial.one_lot, other)]
        self.assertEqual(names, ["Lewis flax", "Lewis flax", "Lewis flax", "another"])
        self.assertEqual(Lot.objects.get(pk=part.pk).field_name, "scree foot, unnamed A")

    def test_naming_one_lot_names_its_kin_and_the_stand_it_came_from(self):
        stand = make_stand()
        _, (first, second) = self.harvest(HarvestedLot(), HarvestedLot(), stand=stand)
        change_lot(by=make_person(), lot=first, version=1, changes={"taxon": make_taxon()})
        stand.refresh_from_db()
        self.assertEqual((Lot.objects.get(pk=second.pk).name, stand.name), ("Linum lewisii", "Linum lewisii"))


class DescentApi(ApiCase):
    def test_a_harvest_over_http_asks_and_goes_through_when_sure(self):
        stand = make_stand()
        body = {"stand": stand.pk, "collected_on": "2026-08-01", "parents": 7, "lots": [{"amount": 46, "ripeness": "ripe"}]}
        asked = self.assertProblem(self.client.post("/api/v1/harvests/", body), 422, "too_few_parents", "/parents")
        self.assertTrue(asked["question"])
        made = self.client.post("/api/v1/harvests/", body | {"sure": True})
        self.assertEqual((made.status_code, made.json()[0]["stand"], made.json()[0]["code"]), (201, stand.pk, "UN-001"))
        self.assertEqual(self.client.get(f"/api/v1/lots/?stand={stand.pk}").json()["count"], 1)

    def test_claims_of_a_seller_lie_within_reason(self):
        body = {"field_name": "x", "origin_kind": "bought", "claimed_percent": 130}
        self.assertProblem(self.client.post("/api/v1/lots/", body), 422, "claim_out_of_range", "/claimed_percent")
