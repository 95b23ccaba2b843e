from datetime import timedelta

from core.vocabulary import AmountUnit, CalibrationKind, OriginKind, Role
from server.lots.models import Lot, StockEntry
from server.lots.services.stock import calibrate
from server.tests.builders import ApiCase, make_lot, make_person, make_place, make_taxon, now


class WrittenInOneLine(ApiCase):
    def setUp(self):
        self.client = self.as_role(Role.GROWER)
        self.flax = make_taxon("Linum lewisii", "Lewis flax")

    def read(self, text):
        return self.client.post("/api/v1/lots/read-line/", {"text": text}).json()

    def test_a_line_becomes_fields_with_the_plant_the_place_and_an_earlier_origin(self):
        shelf = make_place()
        make_lot(taxon=self.flax, origin_place="Display garden, north bed")
        day = now().date() - timedelta(days=9)
        found = self.read(f"lewis flax, north bed, {day:%d %b}, 40 plants, 18 g, {shelf.name}, damp")
        self.assertEqual((found["taxon"], found["field_name"]), (self.flax.pk, ""))
        self.assertEqual((found["origin_place"], found["place"]), ("Display garden, north bed", shelf.pk))
        self.assertEqual((found["collected_on"], found["parents"]), (day.isoformat(), 40))
        self.assertEqual((found["amount"], found["unit"], found["known"], found["note"]), (18, "g", "weighed", "damp"))
        self.assertEqual(found["understood"][0], {"piece": "lewis flax", "taken_for": "plant"})
        self.assertEqual(found["questions"], [])

    def test_a_part_of_a_name_is_enough_where_it_is_the_only_one_else_it_is_asked(self):
        self.assertEqual(self.read("flax")["taxon"], self.flax.pk)
        make_taxon("Linum perenne", "blue flax")
        found = self.read("flax, 40")
        self.assertIsNone(found["taxon"])
        self.assertEqual(len(found["questions"]), 2)
        self.assertIn("Lewis flax or blue flax", found["questions"][1])

    def test_a_plant_that_nobody_listed_is_kept_as_the_field_name(self):
        found = self.read("scree foot, 3 g")
        self.assertEqual((found["taxon"], found["field_name"]), (None, "scree foot"))
        self.assertIn("No plant of the list", found["questions"][0])


class WhatFollows(ApiCase):
    def setUp(self):
        self.client = self.as_role(Role.GROWER)
        self.flax = make_taxon("Linum lewisii", "Lewis flax")

    def conclude(self, **body):
        return self.client.post("/api/v1/lots/conclude/", {"taxon": self.flax.pk, **body}).json()

    def weighed(self, code, grams):
        lot = make_lot(code=code, taxon=self.flax)
        samples = {"counts": [100, 100], "amounts": [grams, grams]}
        calibrate(by=make_person(), lot=lot, kind=CalibrationKind.WEIGHED, at=now(), **samples)
        return lot

    def test_grams_become_a_range_of_seeds_by_the_plants_other_lots(self):
        first, second = self.weighed("LL-001", 0.2), self.weighed("LL-002", 0.25)
        found = self.conclude(amount=10, unit="g")
        self.assertEqual(found["sentences"][0], "≈ 4,500 seeds (between 4,000 and 5,000), by the weighed samples of LL-001 and LL-002.")
        self.assertEqual([x["code"] for x in found["lots"]], [second.code, first.code])
        self.assertEqual(found["code"], "LL-003")

    def test_one_other_lot_says_less_and_none_says_nothing(self):
        note = [self.flax.note] if self.flax.note else []
        self.assertEqual(self.conclude(amount=10, unit="g")["sentences"], note)
        self.weighed("LL-001", 0.2)
        self.assertIn("a third lighter or heavier", self.conclude(amount=10, unit="g")["sentences"][0])
        self.assertEqual(self.conclude(amount=10, unit="seeds")["sentences"], note)

    def test_without_a_plant_nothing_follows(self):
        found = self.client.post("/api/v1/lots/conclude/", {}).json()
        self.assertEqual((found["code"], found["sentences"], found["lots"]), ("UN-001", [], []))
        self.assertIn("How much is there?", found["next"][0])

    def test_what_comes_next_follows_the_plant_and_the_amount(self):
        self.assertIn("Weigh a few counted hundreds", self.conclude(amount=10, unit="g")["next"][0])
        self.assertIn("Cut or squeeze", self.conclude(amount=500, unit="seeds")["next"][0])
        willow = make_taxon("Populus trichocarpa", "black cottonwood", storage_behaviour="short_lived")
        self.assertIn("Sow now", self.client.post("/api/v1/lots/conclude/", {"taxon": willow.pk}).json()["next"][0])


class WithItsAmount(ApiCase):
    def setUp(self):
        self.client = self.as_role(Role.GROWER)

    def add(self, **body):
        return self.client.post("/api/v1/lots/", {"field_name": "scree foot", "origin_kind": OriginKind.GARDEN, **body})

    def test_a_lot_and_its_amount_are_kept_together(self):
        answer = self.add(amount=18, unit="g", known="weighed")
        self.assertEqual(answer.status_code, 201)
        entry = StockEntry.objects.get(lot=answer.json()["id"])
        self.assertEqual((entry.amount, entry.unit, entry.known), (18, AmountUnit.GRAMS, "weighed"))
        self.assertEqual(self.add().json()["stock"]["seeds"], None)

    def test_an_amount_that_cannot_be_leaves_no_lot(self):
        self.assertProblem(self.add(amount=1.5, unit="seeds"), 422, "amount_not_whole", "/amount")
        self.assertFalse(Lot.objects.exists())
