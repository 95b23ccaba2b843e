from django.core.exceptions import PermissionDenied
from django.db import IntegrityError, transaction

from core.vocabulary import Role
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
