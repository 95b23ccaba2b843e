from datetime import timedelta
from uuid import uuid4

import pypdfium2

from core.vocabulary import Role
from server.evidence.tests.grown import grown_trial
from server.record_kinds.days import local_day
from server.sowing.models import Outcome, SowingPlan, Tray
from server.tests.builders import DAY, ApiCase, dishes_of, look, make_lot, make_place, make_recipe, make_taxon, now
from server.trials.models import Treatment


class SowingCase(ApiCase):
    """A lot with a trial, and a wish that rests on it."""

    def setUp(self):
        super().setUp()
        self.lot = make_lot(taxon=make_taxon(), field_name="", seeds=4000)
        self.trial = grown_trial(none=(4, 5, 3), cold=(12, 14, 13))
        self.cold = Treatment.objects.get(trial=self.trial, name="cold")
        self.day = local_day(now()) + timedelta(days=140)

    def wish(self, **fields):
        return {"lot": self.lot.pk, "treatment": self.cold.pk, "plants_wanted": 90, "wanted_on": self.day.isoformat()} | fields

    def post(self, path, body=None):
        return self.client.post(f"/api/v1/{path}", body or {})

    def kept(self, **fields):
        answer = self.post("sowing-plans/", self.wish(**fields))
        self.assertEqual(answer.status_code, 201, answer.content)
        return answer.json()

    def preview(self, **fields):
        answer = self.post("sowing-plans/preview/", self.wish(**fields))
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()


class Previews(SowingCase):
    def test_they_keep_nothing_and_say_all_that_the_page_shows(self):
        seen = self.preview()
        self.assertFalse(SowingPlan.objects.exists())
        self.assertEqual(seen["tested"]["name"], "cold")
        self.assertEqual(seen["seeds"], seen["cells"] * seen["seeds_per_cell"])
        self.assertIn("this lot: 39 of 60", seen["rests_on"])
        self.assertEqual([c["choice"]["seeds"] for c in seen["choices"]][:3], [1, 2, 3])
        self.assertTrue(all(c["choice"]["assurance"] >= 0.9 for c in seen["choices"]))

    def test_readers_may_see_what_it_would_take(self):
        self.client = self.as_role(Role.READER)
        self.assertGreater(self.preview()["seeds"], 90)

    def test_a_way_that_is_chosen_stays_chosen(self):
        one = self.preview(seeds_per_cell=1)
        self.assertEqual((one["seeds_per_cell"], one["seeds"]), (1, one["cells"]))
        self.assertGreater(one["cells"], self.preview(seeds_per_cell=3)["cells"])

    def test_more_assurance_and_fewer_survivors_ask_for_more_seed(self):
        typical = self.preview(seeds_per_cell=1)["seeds"]
        self.assertGreater(self.preview(seeds_per_cell=1, assurance=0.99)["seeds"], typical)
        self.assertGreater(self.preview(seeds_per_cell=1, plant_share=0.4)["seeds"], typical)

    def test_a_pan_takes_one_seed_a_plant_and_no_cells(self):
        pan = self.preview(way="pan")
        self.assertEqual((pan["cells"], pan["trays"], pan["seeds"]), (0, 1, pan["pan_seeds"]))
        self.assertIn("prick_out", [d["task"] for d in pan["days"]])

    def test_what_is_wanting_or_strange_is_named(self):
        for fields, status, code, pointer in (
            ({"treatment": None}, 422, "no_basis", "/treatment"),
            ({"way": "ground"}, 422, "no_area", "/plants_per_m2"),
            ({"way": "ground", "plants_per_m2": 0, "area_m2": 5}, 422, "not_positive", "/plants_per_m2"),
            ({"plants_wanted": 0}, 400, "malformed", "/plants_wanted"),
            ({"seeds_per_cell": 9}, 400, "malformed", "/seeds_per_cell"),
            ({"weeks_growing": 300}, 422, "weeks_growing_out_of_range", "/weeks_growing"),
            ({"typed_share": 1.5, "treatment": None}, 400, "malformed", "/typed_share"),
        ):
            with self.subTest(code=code, pointer=pointer):
                self.assertProblem(self.post("sowing-plans/preview/", self.wish(**fields)), status, code, pointer)

    def test_a_treatment_that_nobody_counted_carries_nothing(self):
        fresh = Treatment.objects.create(trial=self.trial, lot=self.trial.one_lot, order=9, name="later")
        self.assertProblem(self.post("sowing-plans/preview/", self.wish(treatment=fresh.pk)), 422, "nothing_counted", "/treatment")


class PlansKept(SowingCase):
    def test_a_plan_reads_back_as_it_was_kept(self):
        made = self.kept(note="for the rim")
        read = self.client.get(f"/api/v1/sowing-plans/{made['id']}/").json()
        self.assertEqual(read, made)
        self.assertEqual((read["note"], read["plants_wanted"], read["code"]), ("for the rim", 90, "LL-015-S1"))
        self.assertEqual([r["id"] for r in self.client.get("/api/v1/sowing-plans/").json()], [made["id"]])

    def test_more_than_the_lot_holds_is_asked_about_once(self):
        answer = self.post("sowing-plans/", self.wish(plants_wanted=3500))
        self.assertTrue(self.assertProblem(answer, 422, "more_than_lot", "/plants_wanted")["question"])
        self.assertEqual(self.post("sowing-plans/", self.wish(plants_wanted=3500, sure=True)).status_code, 201)

    def test_trays_by_the_hundred_are_planned_in_parts(self):
        answer = self.post("sowing-plans/", self.wish(plants_wanted=2000, cells_per_tray=1, sure=True))
        self.assertProblem(answer, 422, "too_many_trays", "/plants_wanted")

    def again(self, made, **fields):
        return self.post(f"sowing-plans/{made['id']}/plan-again/", self.wish(**fields) | {"version": made["version"]})

    def test_a_plan_that_is_changed_is_asked_and_refused_as_a_new_one(self):
        made = self.kept(note="for the rim")
        more = self.again(made, plants_wanted=3500, note="for the rim and the wash")
        self.assertTrue(self.assertProblem(more, 422, "more_than_lot", "/plants_wanted")["question"])
        trays = self.again(made, plants_wanted=2000, cells_per_tray=1, sure=True)
        self.assertProblem(trays, 422, "too_many_trays", "/plants_wanted")
        kept = SowingPlan.objects.get(pk=made["id"])
        self.assertEqual((kept.plants_wanted, kept.note, kept.version), (90, "for the rim", 1))
        self.assertEqual(self.again(made, plants_wanted=3500, note="for the rim and the wash", sure=True).status_code, 200)
        kept.refresh_from_db()
        self.assertEqual((kept.plants_wanted, kept.note, kept.version), (3500, "for the rim and the wash", 2))
        self.assertEqual(kept.history.earliest().note, "for the rim")

    def test_what_a_plan_was_typed_to_rest_on_is_kept_and_can_be_changed_for_a_trial(self):
        made = self.kept(treatment=None, typed_share=0.6, typed_seeds=50)
        self.assertEqual((made["typed_seeds"], made["tested_share"], made["treatment"]), (50, 0.6, None))
        self.assertLess(made["tested_n_eff"], 50)
        changed = self.again(made).json()
        self.assertEqual((changed["typed_seeds"], changed["treatment"]), (None, self.cold.pk))

    def test_a_plan_changed_back_is_what_it_was(self):
        made = self.kept(seeds_per_cell=2)
        wider = self.again(made, way="pan").json()
        self.assertEqual((wider["way"], wider["cells"]), ("pan", 0))
        back = self.again(wider, seeds_per_cell=2).json()
        self.assertEqual(back | {"version": 1, "updated_at": None}, made | {"updated_at": None})

    def test_the_lot_of_a_plan_stays(self):
        made, other = self.kept(), make_lot(code="LL-016", taxon=self.lot.taxon, field_name="")
        self.assertEqual(self.again(made, lot=other.pk).json()["lot"], self.lot.pk)

    def test_the_page_says_when_the_trial_has_moved_since(self):
        made = self.kept()
        for dish in dishes_of(self.trial, "cold"):
            look(dish, 30, 3)
        page = self.client.get(f"/api/v1/sowing-plans/{made['id']}/page/").json()
        self.assertIn("(by now 80 %)", page["rests_on"])

    def test_a_stale_change_is_refused_with_both_versions(self):
        made = self.kept()
        again = self.wish(plants_wanted=40) | {"version": 1}
        self.assertEqual(self.post(f"sowing-plans/{made['id']}/plan-again/", again).status_code, 200)
        self.assertProblem(self.post(f"sowing-plans/{made['id']}/plan-again/", again), 409, "stale_version")

    def test_giving_up_is_undone(self):
        made = self.kept()
        self.assertEqual(self.post(f"sowing-plans/{made['id']}/give-up/", {"version": 1}).status_code, 204)
        self.assertTrue(self.client.get("/api/v1/sowing-plans/").json()[0]["given_up"])
        self.assertEqual(self.post(f"sowing-plans/{made['id']}/give-up/", {"version": 2, "given_up": False}).status_code, 204)
        self.assertFalse(self.client.get("/api/v1/sowing-plans/").json()[0]["given_up"])

    def test_what_is_not_there_is_not_found(self):
        self.assertProblem(self.client.get("/api/v1/sowing-plans/999/"), 404, "not_found")
        self.assertProblem(self.post("sowing-plans/999/sow/"), 404, "not_found")


class SownAndCounted(SowingCase):
    def sown(self, **fields):
        made = self.kept(treatment=None, typed_share=0.7, typed_seeds=50, **fields)
        body = {"at": (now() - 20 * DAY).isoformat(), "place": make_place().pk}
        self.assertEqual(self.post(f"sowing-plans/{made['id']}/sow/", body).status_code, 204)
        return made

    def count(self, tray, stage, count, **fields):
        body = {"client_id": str(uuid4()), "tray": tray.pk, "stage": stage, "count": count, "at": now().isoformat()} | fields
        return self.post("outcomes/", body)

    def test_it_is_sown_once_and_what_was_really_sown_counts(self):
        made = self.kept(treatment=None, typed_share=0.7, typed_seeds=50)
        self.assertEqual(self.post(f"sowing-plans/{made['id']}/sow/", {"seeds": made["seeds"] - 7}).status_code, 204)
        self.assertProblem(self.post(f"sowing-plans/{made['id']}/sow/"), 409, "sown_already")
        page = self.client.get(f"/api/v1/sowing-plans/{made['id']}/page/").json()
        self.assertEqual(sum(t["seeds"] for t in page["trays"]), made["seeds"] - 7)

    def test_nothing_is_sown_in_the_future_nor_of_nothing(self):
        made = self.kept()
        later = {"at": (now() + 2 * DAY).isoformat()}
        self.assertProblem(self.post(f"sowing-plans/{made['id']}/sow/", later), 422, "time_in_future", "/at")
        self.assertProblem(self.post(f"sowing-plans/{made['id']}/sow/", {"seeds": 0}), 422, "no_seeds", "/seeds")

    def test_without_a_recipe_there_is_nothing_to_treat(self):
        self.assertProblem(self.post(f"sowing-plans/{self.kept()['id']}/treat/"), 409, "nothing_to_treat")
        made = self.kept(recipe=make_recipe().pk)
        self.assertEqual(self.post(f"sowing-plans/{made['id']}/treat/").status_code, 201)
        self.assertProblem(self.post(f"sowing-plans/{made['id']}/treat/"), 409, "in_bag_already")

    def test_counts_are_seen_at_once_and_the_reused_id_of_another_is_refused(self):
        made = self.sown()
        tray = Tray.objects.filter(plan=made["id"]).first()
        body = {"client_id": str(uuid4())}
        self.assertEqual(self.count(tray, "emerged", 12, **body).status_code, 201)
        self.assertEqual(self.count(tray, "emerged", 12, **body).status_code, 200)
        self.assertProblem(self.count(tray, "emerged", 13, **body), 409, "client_id_reused")
        page = self.client.get(f"/api/v1/sowing-plans/{made['id']}/page/").json()
        self.assertEqual((page["emerged"], page["trays"][0]["outcomes"][0]["count"]), (12, 12))

    def test_unlikely_counts_are_questions_that_sure_answers(self):
        tray = Tray.objects.filter(plan=self.sown()["id"]).first()
        self.assertTrue(self.assertProblem(self.count(tray, "emerged", 10_000), 422, "more_than_sown", "/count")["question"])
        self.assertEqual(self.count(tray, "emerged", 10_000, sure=True).status_code, 201)
        self.assertProblem(self.count(tray, "emerged", -1), 400, "malformed", "/count")

    def test_a_tray_that_is_not_sown_is_not_counted(self):
        made = self.sown()
        tray = Tray.objects.filter(plan=made["id"]).first()
        self.assertEqual(self.post(f"sowing-plans/{made['id']}/take-back-sowing/").status_code, 204)
        self.assertProblem(self.count(tray, "emerged", 1), 409, "not_sown")
        self.assertProblem(self.post(f"sowing-plans/{made['id']}/take-back-sowing/"), 409, "not_sown")

    def test_a_tray_is_moved_and_noted_on_with_its_version(self):
        tray = Tray.objects.filter(plan=self.sown()["id"]).first()
        moved = self.client.patch(f"/api/v1/trays/{tray.pk}/", {"version": 1, "place": make_place("shelf C").pk, "note": "by the door"})
        self.assertEqual((moved.status_code, moved.json()["note"]), (200, "by the door"))
        self.assertProblem(self.client.patch(f"/api/v1/trays/{tray.pk}/", {"version": 1, "note": "x"}), 409, "stale_version")

    def test_seedlings_of_dishes_wait_until_they_stand_in_a_tray(self):
        look(dishes_of(self.trial, "none")[0], 30, 3, potted=3)
        waiting = self.client.get("/api/v1/seedlings/").json()
        self.assertEqual([(w["trial_code"], w["seedlings"]) for w in waiting], [(self.trial.code, 3)])
        body = {"trial": self.trial.pk, "seedlings": 2}
        made = self.post("trays/from-dishes/", body)
        self.assertEqual((made.status_code, made.json()["code"]), (201, f"{self.trial.code}-P1"))
        self.assertEqual(self.client.get("/api/v1/seedlings/").json()[0]["seedlings"], 1)
        self.assertProblem(self.post("trays/from-dishes/", body), 422, "more_than_potted", "/seedlings")
        self.assertProblem(self.post("trays/from-dishes/", body | {"seedlings": 0}), 422, "no_seedlings", "/seedlings")
        tray = Tray.objects.get()
        self.assertEqual(self.count(tray, "alive", 2).status_code, 201)
        self.assertEqual(Outcome.objects.filter(tray=tray).count(), 2)


class OnPaper(SowingCase):
    def words(self, path):
        answer = self.client.get(f"/api/v1/{path}")
        self.assertEqual(answer.status_code, 200)
        document = pypdfium2.PdfDocument(answer.content)
        return " ".join(document[n].get_textpage().get_text_bounded() for n in range(len(document)))

    def test_a_tray_plan_says_what_to_do_when_and_has_a_line_for_each_tray(self):
        made = self.kept(cells_per_tray=40)
        words = self.words(f"sowing-plans/{made['id']}/sheet.pdf/")
        trays = -(-made["cells"] // 40)
        for said in (made["code"], "90 plants", "Lewis flax", "Linum lewisii", f"{made['code']}-T{trays}", "emerged", "harden off"):
            self.assertIn(said, words)
        self.assertNotIn(f"{made['code']}-T{trays + 1}", words)

    def test_a_pan_and_a_bed_are_called_so(self):
        self.assertIn("one seed pan", self.words(f"sowing-plans/{self.kept(way='pan')['id']}/sheet.pdf/"))
        ground = self.kept(way="ground", plants_per_m2=10, area_m2=4)
        self.assertIn("4 m² of ground", self.words(f"sowing-plans/{ground['id']}/sheet.pdf/"))

    def test_a_card_gives_name_origin_date_and_the_percent_with_its_numbers(self):
        words = self.words(f"lots/{self.lot.pk}/card.pdf/")
        for said in ("Lewis flax", "LL-015", "1 Aug 2026", "65 % (39 of 60 in 3 dishes", "sown as it is"):
            self.assertIn(said, words)

    def test_a_card_of_an_untested_poisonous_unnamed_lot_says_what_is_not_known(self):
        lot = make_lot("UN-007", seeds=None, hazards=["poisonous"], collected_on=None)
        words = self.words(f"lots/{lot.pk}/card.pdf/")
        for said in ("not tested", "species not known", "date not known", "POISONOUS", "amount not measured"):
            self.assertIn(said, words)
