from uuid import uuid4

from core.vocabulary import DryingKind, PlaceKind, Role
from server.demo.build_pictures import as_photo
from server.demo.pictures import seed_picture
from server.lots.models import CleaningStep, Lot
from server.lots.services.bench import record_drying
from server.reference.services.places import add_place
from server.tests.builders import ApiCase, make_lot, make_person, make_place, make_taxon, now, stock_line


class BenchApi(ApiCase):
    """What is done with a lot, over HTTP: it answers with the lot as it is then, or with a sentence at the field."""

    def setUp(self):
        super().setUp()
        self.lot = make_lot(seeds=500)

    def post(self, verb, body=None, lot=None, client=None):
        return (client or self.client).post(f"/api/v1/lots/{(lot or self.lot).pk}/{verb}/", body or {})

    def page(self, lot=None):
        return self.client.get(f"/api/v1/lots/{(lot or self.lot).pk}/page/").json()

    def test_cleaning_is_asked_about_and_goes_through_when_sure(self):
        body = {"kind": "sieve", "amount_in": 10, "amount_out": 12.4, "grade": "clean"}
        asked = self.assertProblem(self.post("clean", body), 422, "out_more_than_in", "/amount_out")
        self.assertTrue(asked["question"])
        self.assertEqual(self.post("clean", body | {"sure": True}).json()["grade"], "clean")
        self.assertEqual(self.page()["bench"]["log"][0]["said"], "10 g in, 12.4 g out, 124 % kept")

    def test_a_word_that_is_none_of_the_works_is_malformed(self):
        self.assertProblem(self.post("clean", {"kind": "vacuum"}), 400, "malformed", "/kind")
        self.assertProblem(self.post("dry", {"kind": "baked"}), 400, "malformed", "/kind")
        self.assertProblem(self.post("move", {"version": 1, "place": None, "container": "bucket"}), 400, "malformed", "/container")

    def test_drying_and_tests_change_what_the_page_says(self):
        self.post("dry", {"kind": "spread"})
        self.assertIsNotNone(self.page()["bench"]["turn_on"])
        self.post("dry", {"kind": "dry", "humidity_percent": 30})
        self.post("test", {"kind": "cut", "full": 18, "empty": 2})
        bench = self.page()["bench"]
        self.assertEqual((bench["dry_state"], bench["fill"]["full"], bench["fill"]["tested"]), ("dry", 18, 20))
        self.assertEqual([line["word"] for line in bench["log"]], ["cut", "dry", "spread"])

    def test_a_test_that_cannot_be_points_at_its_field(self):
        self.assertProblem(self.post("test", {"kind": "cut", "tested": 9, "full": 8, "empty": 2}), 422, "counts_do_not_add_up", "/tested")
        self.assertProblem(self.post("test", {"kind": "purity", "sample_g": 5}), 422, "missing", "/pure_g")
        self.assertProblem(self.post("test", {"kind": "cut", "full": -1}), 400, "malformed", "/full")

    def test_a_line_is_taken_back_once_and_only_from_its_own_lot(self):
        self.post("clean", {"kind": "rub"})
        body = {"record": "cleaning", "id": CleaningStep.objects.get().pk}
        self.assertProblem(self.post("take-back", body, make_lot("B-1")), 404, "not_found")
        self.assertEqual(self.post("take-back", body).status_code, 204)
        self.assertProblem(self.post("take-back", body), 409, "corrected_already")

    def test_a_move_wants_the_version_and_asks_before_it_seals_what_is_not_dry(self):
        place = make_place()
        body = {"place": place.pk, "container": "jar", "drying_agent": True}
        self.assertProblem(self.post("move", body), 400, "malformed", "/version")
        self.assertProblem(self.post("move", body | {"version": 1}), 422, "sealed_not_dry", "/container")
        moved = self.post("move", body | {"version": 1, "sure": True}).json()
        self.assertEqual((moved["place_name"], moved["container"], moved["drying_agent"]), ("shelf B", "jar", True))
        self.assertProblem(self.post("move", body | {"version": 1, "sure": True}), 409, "stale_version")

    def test_the_benchs_work_and_the_ledgers_are_the_growers(self):
        counter = self.as_role(Role.COUNTER)
        for verb, body in (("dry", {"kind": "turned"}), ("trouble", {"version": 1, "trouble": "mouldy"}), ("enter-stock", {"amount": 5})):
            self.assertProblem(self.post(verb, body, client=counter), 403, "not_allowed")

    def test_trouble_is_noted_and_gone_again(self):
        noted = self.post("trouble", {"version": 1, "trouble": "seed_eaters", "note": "weevils"}).json()
        self.assertEqual(noted["trouble"], "seed_eaters")
        bench = self.page()["bench"]
        self.assertTrue(bench["trouble"]["quarantine"])
        self.assertIn("never on the compost", bench["trouble"]["waste"])
        self.assertIn("infested", [c["hazard"] for c in bench["cares"]])
        self.assertEqual(self.post("trouble", {"version": 2, "trouble": None}).json()["trouble"], "")

    def test_an_end_is_dated_not_in_the_future_and_undone(self):
        self.assertProblem(self.post("end", {"version": 1, "ended": "used_up", "on": "2031-01-01"}), 422, "day_in_future", "/on")
        ended = self.post("end", {"version": 1, "ended": "discarded", "on": "2026-08-01", "why": "mice"}).json()
        self.assertEqual((ended["ended"], ended["stock"]["seeds"]), ("discarded", 0))
        self.assertEqual([r["id"] for r in self.client.get("/api/v1/lots/?ended=true").json()["results"]], [self.lot.pk])
        self.assertEqual(self.client.get("/api/v1/lots/?ended=false").json()["count"], 0)
        again = self.post("take-up-again", {"version": 2}).json()
        self.assertEqual((again["ended"], again["stock"]["seeds"]), ("", 500))
        self.assertProblem(self.post("take-up-again", {"version": 3}), 409, "not_ended")

    def test_splitting_floating_and_merging_answer_with_the_lots_made(self):
        made = self.post("split", {"parts": [{"amount_seeds": 100, "form": "outer"}, {"amount_seeds": 50}]}).json()
        self.assertEqual([x["stock"]["seeds"] for x in made], [100, 50])
        self.assertProblem(self.post("split", {"parts": []}), 422, "no_part", "/parts")
        self.assertProblem(self.post("split", {"parts": [{"amount_seeds": 0}]}), 400, "malformed", "/parts/0/amount_seeds")
        floaters, sinkers = self.post("float", {"floated_seeds": 50}).json()
        self.assertEqual((floaters["form"], sinkers["stock"]["seeds"]), ("floaters", 300))
        merged = self.client.post("/api/v1/lots/merge/", {"lots": [floaters["id"], sinkers["id"]]}).json()
        self.assertEqual(merged["stock"]["seeds"], 350)
        self.assertEqual(len(self.page()["bench"]["descent"]["nodes"]), 6)

    def test_a_correction_over_http_keeps_what_was_there(self):
        wrong = stock_line(self.lot, 90)
        self.assertEqual(self.post("correct-stock", {"entry": wrong, "amount": 9}).json()["stock"]["seeds"], 509)
        self.assertProblem(self.post("correct-stock", {"entry": wrong, "amount": 9}), 409, "corrected_already")
        lines = self.client.get(f"/api/v1/lots/{self.lot.pk}/ledger/").json()
        self.assertEqual(
            [(x["amount_seeds"], x["stands"], x["balance_seeds"]) for x in lines], [(500, True, 500), (90, False, None), (9, True, 509)]
        )

    def test_a_lot_is_entered_with_what_a_seller_printed_and_its_hazards(self):
        body = {"taxon": make_taxon().pk, "origin_kind": "bought", "claimed_percent": 85, "claimed_days": 14, "hazards": ["bristly"]}
        made = self.client.post("/api/v1/lots/", body).json()
        self.assertEqual((made["code"], made["claimed_percent"], made["leave"]), ("LL-016", 85, ""))
        self.assertEqual([c["hazard"] for c in self.page(Lot.objects.get(pk=made["id"]))["bench"]["cares"]], ["bristly"])
        self.assertProblem(self.client.post("/api/v1/lots/", body | {"hazards": ["sharp"]}), 400, "malformed", "/hazards/0")
        self.assertProblem(self.client.post("/api/v1/lots/", body | {"collected_on": "2031-01-01"}), 422, "day_in_future", "/collected_on")

    def test_one_line_of_the_sheet_is_found_by_its_id(self):
        make_lot("B-1")
        self.assertEqual([r["code"] for r in self.client.get(f"/api/v1/lots/?id={self.lot.pk}").json()["results"]], ["LL-015"])
        self.assertProblem(self.client.get("/api/v1/lots/?colour=red"), 400, "malformed", "/colour")


class MovedTogether(ApiCase):
    """Several lots put into one place at once."""

    def move(self, *lots, **said):
        return self.as_role().post("/api/v1/lots/move/", {"lots": [x.pk for x in lots], **said})

    def test_all_of_them_lie_there_each_in_its_own_container(self):
        shelf = make_place("Shelf")
        first, second = make_lot("A-1", container="paper"), make_lot("A-2")
        self.assertEqual(self.move(first, second, place=shelf.pk).status_code, 204)
        self.assertEqual([(x.place, x.container) for x in Lot.objects.order_by("code")], [(shelf, "paper"), (shelf, "")])

    def test_one_that_is_asked_about_is_named_and_none_moves_until_it_is_sure(self):
        freezer = add_place(by=make_person(), name="Freezer", kind=PlaceKind.FREEZER)
        dry, damp = make_lot("A-1"), make_lot("A-2")
        record_drying(by=make_person(), lot=dry, kind=DryingKind.DRY, humidity_percent=25, at=now())
        body = self.assertProblem(self.move(dry, damp, place=freezer.pk), 422, "frozen_not_dry", "/place")
        self.assertTrue(body["errors"][0]["message"].startswith("A-2: "), body)
        self.assertEqual({x.place for x in Lot.objects.all()}, {None})
        self.assertEqual(self.move(dry, damp, place=freezer.pk, sure=True).status_code, 204)

    def test_without_lots_or_a_place_it_is_refused(self):
        self.assertProblem(self.move(place=make_place("Shelf").pk), 400, "malformed", "/lots")
        self.assertProblem(self.move(make_lot(), place=None), 400, "malformed", "/place")


class PhotosOfALot(ApiCase):
    """Pictures tied to a lot."""

    def setUp(self):
        super().setUp()
        self.lot = make_lot()
        self.photo = as_photo(seed_picture("Lewis flax", 1), "one", by=make_person(), at=now())

    def tie(self, client=None, **words):
        return (client or self.client).post(f"/api/v1/lots/{self.lot.pk}/photos/", {"photo": str(self.photo.client_id), **words})

    def photos(self):
        return self.client.get(f"/api/v1/lots/{self.lot.pk}/page/").json()["bench"]["photos"]

    def test_one_is_on_the_lots_page_once_with_its_words(self):
        self.assertEqual(self.tie(words="as cleaned").status_code, 204)
        self.assertEqual(self.tie().status_code, 204)
        self.assertEqual([(p["photo"], p["words"], p["by"]) for p in self.photos()], [(self.photo.pk, "as cleaned", "GR")])

    def test_one_that_shows_something_else_is_taken_back_and_can_come_again(self):
        self.tie()
        (shown,) = self.photos()
        body = {"record": "photo", "id": shown["id"]}
        self.assertEqual(self.client.post(f"/api/v1/lots/{self.lot.pk}/take-back/", body).status_code, 204)
        self.assertEqual(self.photos(), [])
        self.tie()
        self.assertEqual(len(self.photos()), 1)

    def test_a_reader_ties_none_and_a_photo_that_is_not_there_is_named(self):
        self.assertProblem(self.tie(self.as_role(Role.READER)), 403, "not_allowed")
        self.photo.client_id = uuid4()
        self.assertProblem(self.tie(self.as_role()), 400, "malformed", "/photo")
