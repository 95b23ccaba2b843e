from django.db import connection
from django.test import TestCase
from django.test.utils import CaptureQueriesContext

from core.vocabulary import Role, StepKind
from server.changes.services import bring_back, delete
from server.finding.models import Findable, FindWord
from server.finding.selectors import find
from server.finding.services import fill_where_empty
from server.lots.models import Lot
from server.recipes.services import write_recipe
from server.record_kinds.services import change_thing
from server.reference.models import Taxon
from server.tests.builders import ApiCase, dishes_of, make_lot, make_person, make_place, make_recipe, make_sown_trial, make_taxon


def titles(typed, **how):
    return [r.title for r in find(typed, **{"counters_only": False} | how).results]


class Finding(TestCase):
    @classmethod
    def setUpTestData(cls):
        cls.lead = make_person(role=Role.LEAD)
        cls.lot = make_lot(code="GM-114", taxon=make_taxon(), field_name="")
        cls.trial = make_sown_trial(lot=cls.lot)

    def kinds(self, typed):
        return [r.kind for r in find(typed, counters_only=False).results]

    def test_every_kind_is_found_by_the_beginnings_of_its_words(self):
        name = self.lot.common_name.split()[0][:4]
        self.assertEqual({"plant", "lot", "trial"} & set(self.kinds(name)), {"plant", "lot", "trial"})
        shelf = make_place(name="Cool bench")
        make_recipe(name="Smoke, then cold")
        self.assertEqual(self.kinds("cool ben"), ["place"])
        self.assertEqual(self.kinds("smo cold"), ["recipe"])
        self.assertEqual(find("cool", counters_only=False).results[0].id, shelf.pk)

    def test_a_code_is_found_in_one_piece_and_in_parts_before_what_only_mentions_it(self):
        for typed in ("GM-114", "gm114", "gm 114", "gm-11"):
            with self.subTest(typed):
                first = find(typed, counters_only=False).results[0]
                self.assertEqual((first.kind, first.code, first.path), ("lot", "GM-114", f"/lots/{self.lot.pk}"))

    def test_accents_and_capitals_make_no_difference(self):
        make_place(name="Säulenhof")
        self.assertEqual(titles("SAULEN"), ["Säulenhof"])
        self.assertEqual(titles("säul"), ["Säulenhof"])

    def test_a_slip_of_the_fingers_is_forgiven_and_said(self):
        make_place(name="Greenhouse")
        for slip in ("grenhouse", "greemhouse", "rgeenhouse", "greenhuose", "geenhou"):
            with self.subTest(slip):
                found = find(slip, counters_only=False)
                self.assertEqual(([r.title for r in found.results], found.instead), (["Greenhouse"], ["greenhouse"]))
        self.assertEqual(titles("grn"), [])
        make_place(name="Row 2025")
        self.assertEqual(titles("2026"), [])

    def test_what_was_opened_lately_comes_first_and_alone_where_nothing_is_typed(self):
        first, second = (make_place(name=f"Shelf {n}") for n in "AB")
        self.assertEqual(titles("shelf"), ["Shelf A", "Shelf B"])
        recent = [("place", second.pk), ("place", first.pk)]
        self.assertEqual(titles("shelf", recent=recent), ["Shelf B", "Shelf A"])
        self.assertEqual(titles("", recent=recent), ["Shelf B", "Shelf A"])
        self.assertEqual(titles(""), [])

    def test_a_new_name_is_found_everywhere_and_the_old_one_nowhere(self):
        taxon = Taxon.objects.get(pk=self.lot.taxon_id)
        change_thing(taxon, {"common_name": "Moonpetal", "scientific_name": "Genus novum"}, by=self.lead, version=taxon.version)
        self.assertEqual(set(self.kinds("moonpetal")), {"plant", "lot", "trial"})
        self.assertEqual(self.kinds(self.lot.common_name), [])

    def test_what_is_deleted_is_not_found_until_it_is_brought_back(self):
        lot = make_lot(code="ZZ-9")
        delete(by=self.lead, kind="lot", pk=lot.pk)
        self.assertEqual(self.kinds("ZZ-9"), [])
        bring_back(by=self.lead, kind="lot", pk=lot.pk)
        self.assertEqual(self.kinds("ZZ-9"), ["lot"])

    def test_many_at_once_are_found_too(self):
        Lot.objects.bulk_create([Lot(code=f"BULK-{n}", field_name="dune", origin_kind="wild") for n in range(3)])
        self.assertEqual(len(titles("bulk dune")), 3)

    def test_an_older_installation_is_filled_once(self):
        before = set(Findable.objects.values_list("kind", "of", "text"))
        Findable.objects.all().delete()
        fill_where_empty()
        self.assertEqual(set(Findable.objects.values_list("kind", "of", "text")), before)
        words = set(FindWord.objects.values_list("pk", flat=True))
        fill_where_empty()
        self.assertEqual(set(FindWord.objects.values_list("pk", flat=True)), words)

    def test_only_the_latest_version_of_a_recipe_is_found(self):
        old = make_recipe(name="Long cold")
        new = write_recipe(by=self.lead, name="", steps=[{"kind": StepKind.COLD_MOIST, "duration": 90}], replaces=old)
        self.assertEqual([r.id for r in find("long cold", counters_only=False).results], [new.pk])

    def test_nothing_is_written_where_nothing_changes(self):
        before = set(FindWord.objects.values_list("pk", flat=True))
        change_thing(self.lot, {"note": "dry"}, by=self.lead, version=self.lot.version)
        self.assertEqual(set(FindWord.objects.values_list("pk", flat=True)), before)

    def test_a_dish_is_found_by_its_whole_code(self):
        code = dishes_of(self.trial)[0].code
        row = find(code.lower(), counters_only=False).results[0]
        self.assertEqual((row.kind, row.path), ("dish", f"/c/{code}"))

    def test_the_number_of_queries_does_not_grow_with_what_is_found(self):
        def asked():
            with CaptureQueriesContext(connection) as seen:
                find("bulk dune", counters_only=False)
            return len(seen)

        Lot.objects.bulk_create([Lot(code="BULK-A", field_name="dune", origin_kind="wild")])
        few = asked()
        Lot.objects.bulk_create([Lot(code=f"BULK-{n}", field_name="dune", origin_kind="wild") for n in range(30)])
        self.assertEqual(asked(), few)


class FindOverHttp(ApiCase):
    def test_a_grower_finds_lots_and_a_counter_only_codes_of_dishes_and_bags(self):
        lead = make_person(role=Role.LEAD)
        lot = make_lot(code="GM-200")
        dish = dishes_of(make_sown_trial(lot=lot))[0]
        self.client.force_login(lead)
        self.assertEqual(self.client.get("/api/v1/find/?q=GM-200").json()["results"][0]["path"], f"/lots/{lot.pk}")
        self.client.force_login(make_person(role=Role.COUNTER))
        self.assertEqual(self.client.get("/api/v1/find/?q=GM-200").json()["results"], [])
        self.assertEqual(self.client.get(f"/api/v1/find/?q=&recent=lot:{lot.pk}").json()["results"], [])
        self.assertEqual(self.client.get(f"/api/v1/find/?q={dish.code}").json()["results"][0]["id"], dish.pk)

    def test_what_is_no_thing_is_said(self):
        self.client.force_login(make_person())
        self.assertProblem(self.client.get("/api/v1/find/?recent=shelf"), 400, "malformed", "/recent/0")
