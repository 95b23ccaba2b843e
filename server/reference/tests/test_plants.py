from django.core.exceptions import PermissionDenied
from django.db import IntegrityError, transaction

from core.vocabulary import Role
from server.reference.models import Taxon
from server.reference.services.plants import add_taxon
from server.tests.builders import ApiCase, make_person, make_taxon


class Taxa(ApiCase):
    def test_notes_come_with_their_source_and_how_sure_they_are(self):
        make_taxon(note="Needs a long moist cold.", note_source="a starting point", caution="Poisonous")
        row = self.client.get("/api/v1/taxa/").json()["results"][0]
        self.assertEqual(
            (row["note"], row["note_source"], row["note_confidence"]), ("Needs a long moist cold.", "a starting point", "guess")
        )
        self.assertEqual(row["caution"], "Poisonous")

    def test_a_plant_is_there_once(self):
        make_taxon()
        with self.assertRaises(IntegrityError), transaction.atomic():
            make_taxon()

    def test_helpers_add_none(self):
        with self.assertRaises(PermissionDenied):
            add_taxon(by=make_person(Role.COUNTER), scientific_name="x", common_name="y")

    def test_they_are_sorted_by_name(self):
        for name in ("Rhus trilobata", "Astragalus filipes", "Linum lewisii"):
            make_taxon(name, name)
        names = [r["scientific_name"] for r in self.client.get("/api/v1/taxa/").json()["results"]]
        self.assertEqual(names, sorted(names))


class StarterPlants(ApiCase):
    def offered(self):
        return {p["scientific_name"] for p in self.client.get("/api/v1/taxa/starters/").json()}

    def add(self, name):
        return self.client.post("/api/v1/taxa/starters/", {"scientific_name": name})

    def test_one_is_added_with_its_notes_and_then_not_offered_again(self):
        before = self.offered()
        made = self.add("Nicotiana attenuata").json()
        self.assertEqual((made["common_name"], made["hazards"], made["woken_by"]), ("coyote tobacco", ["poisonous"], ["smoke_water"]))
        self.assertEqual((made["note_source"], made["note_confidence"]), ("common practice", "guess"))
        self.assertIn("Poisonous", made["caution"])
        self.assertEqual(before - self.offered(), {"Nicotiana attenuata"})

    def test_a_name_without_notes_or_a_plant_that_is_here_is_refused(self):
        make_taxon("Linum lewisii", "flax")
        self.assertProblem(self.add("Linum lewisii"), 422, "name_taken", "/scientific_name")
        self.assertProblem(self.add("Linum perenne"), 422, "no_such_starter", "/scientific_name")
        self.assertEqual(Taxon.objects.get().common_name, "flax")
