from datetime import timedelta
from uuid import uuid4

from django.utils import timezone

from core.vocabulary import Purpose, Role
from server.stands.models import Harvest, Stand, Visit
from server.stands.services.harvests import record_harvest
from server.tests.builders import ApiCase, make_lot, make_person, make_stand, make_taxon, make_visit, now, picture


class Visits(ApiCase):
    def setUp(self):
        super().setUp()
        self.stand = make_stand(watch_from=timezone.localdate() - timedelta(days=20), shedding="bursts")

    def body(self, **fields):
        return {"client_id": str(uuid4()), "stand": self.stand.pk, "at": now().isoformat()} | fields

    def timeline(self):
        return self.client.get(f"/api/v1/stands/{self.stand.pk}/timeline/").json()

    def test_a_form_carries_lists_and_flags_as_well_as_json_does(self):
        seen = {"share_ripe": 0.5, "signs": ["rattles", "dark_seed"], "sick": True, "heads": 90, "opened": [4, 5, 6], "note": "south side"}
        by_json = self.client.post("/api/v1/visits/", self.body(**seen)).json()
        by_form = self.client.post("/api/v1/visits/", self.body(**seen, photo=picture()), format="multipart").json()
        same = ("share_ripe", "signs", "sick", "eaten", "note", "estimate", "outcome")
        self.assertEqual({k: by_json[k] for k in same}, {k: by_form[k] for k in same})
        self.assertIsNotNone(by_form["photo"])

    def test_the_story_tells_visits_latest_first_with_estimates_and_photos(self):
        make_visit(self.stand, 0.1, days_ago=9, heads=50, opened=[3, 4])
        make_visit(self.stand, 0.6, days_ago=1, photo=picture())
        found = self.timeline()["visits"]
        self.assertEqual([v["share_ripe"] for v in found], [0.6, 0.1])
        self.assertEqual((found[1]["estimate"]["seeds"], found[1]["estimate"]["doubt"]), (175, None))
        self.assertEqual(self.client.get(f"/api/v1/photos/{found[0]['photo']}/").status_code, 200)

    def test_one_opened_pod_gives_a_number_that_says_why_it_has_no_error(self):
        self.client.post("/api/v1/visits/", self.body(heads=20, opened=[11]))
        estimate = self.timeline()["row"]["estimate"]
        self.assertEqual(estimate, {"seeds": 220, "se_seeds": None, "doubt": "one_head"})

    def test_pods_with_nothing_in_them_are_no_estimate(self):
        self.client.post("/api/v1/visits/", self.body(heads=20, opened=[0, 0]))
        self.assertIsNone(self.timeline()["row"]["estimate"])

    def test_a_visit_taken_back_is_shown_as_such_and_the_one_before_decides_again(self):
        make_visit(self.stand, 0.2, days_ago=3)
        slip = make_visit(self.stand, 1.0)
        self.assertEqual(self.timeline()["row"]["share_ripe"], 1.0)
        self.assertEqual(self.client.post(f"/api/v1/visits/{slip.pk}/take-back/").status_code, 204)
        timeline = self.timeline()
        self.assertEqual((timeline["row"]["share_ripe"], [v["stands"] for v in timeline["visits"]]), (0.2, [False, True]))
        self.assertProblem(self.client.post(f"/api/v1/visits/{slip.pk}/take-back/"), 409, "corrected_already")

    def test_a_visit_without_its_stand_or_with_a_sign_nobody_knows_is_malformed(self):
        self.assertProblem(self.client.post("/api/v1/visits/", self.body(stand=999)), 400, "malformed", "/stand")
        self.assertProblem(self.client.post("/api/v1/visits/", self.body(signs=["shiny"])), 400, "malformed", "/signs/0")
        self.assertEqual(Visit.objects.count(), 0)

    def test_a_visit_made_offline_keeps_its_own_time_and_the_devices_clock(self):
        at = now() - timedelta(hours=5)
        self.client.post("/api/v1/visits/", self.body(at=at.isoformat(), device_at=at.isoformat(), share_ripe=0.3))
        visit = Visit.objects.get()
        self.assertEqual((visit.at, visit.device_at), (at, at))
        self.assertGreater(visit.recorded_at, visit.at)

    def test_a_broken_photo_records_no_visit(self):
        broken = picture()
        broken.seek(0)
        broken.truncate(40)
        self.assertProblem(self.client.post("/api/v1/visits/", self.body(photo=broken), format="multipart"), 422, "not_a_photo", "/photo")
        self.assertEqual(Visit.objects.count(), 0)


class Harvests(ApiCase):
    def test_every_purpose_says_how_parents_are_chosen_and_how_clean_is_clean_enough(self):
        found = {p["purpose"]: p for p in self.client.get("/api/v1/harvests/purposes/").json()}
        self.assertEqual(set(found), {p.value for p in Purpose})
        self.assertEqual((found["own_bed"]["grade"], found["restoration"]["grade"]), ("rough", "clean"))
        self.assertIn("biases", found["trial"]["parents"])

    def test_a_harvest_is_told_in_the_stands_story_and_its_lots_lead_back(self):
        stand = make_stand(taxon=make_taxon())
        body = {"stand": stand.pk, "collected_on": "2026-08-01", "weather": "dry, still", "purpose": "exchange", "more_to_come": True}
        lots = self.client.post("/api/v1/harvests/", body | {"lots": [{"amount": 3.5, "unit": "g", "hazards": ["bristly"]}, {}]}).json()
        self.assertEqual([x["code"] for x in lots], ["LL-001", "LL-002"])
        self.assertEqual((lots[0]["stand"], lots[0]["stock"]["unconverted"], lots[0]["hazards"]), (stand.pk, 3.5, ["bristly"]))
        told = self.client.get(f"/api/v1/stands/{stand.pk}/timeline/").json()["harvests"]
        self.assertEqual([(h["purpose"], h["leave"], h["more_to_come"]) for h in told], [("exchange", "own land", True)])

    def test_refusals_point_at_their_fields_and_record_nothing(self):
        stand = make_stand(own_ground=False)
        body = {"stand": stand.pk, "collected_on": "2026-08-01", "lots": [{}]}
        for more, status, code, pointer in (
            ({}, 422, "no_leave", "/leave"),
            ({"leave": "x", "lots": []}, 422, "no_lot", "/lots"),
            ({"leave": "x", "collected_on": "2031-01-01"}, 422, "day_in_future", "/collected_on"),
            ({"lots": [{"ripeness": "blue"}]}, 400, "malformed", "/lots/0/ripeness"),
        ):
            with self.subTest(code):
                self.assertProblem(self.client.post("/api/v1/harvests/", body | more), status, code, pointer)
        self.assertEqual(Harvest.objects.count(), 0)

    def test_two_limits_passed_are_asked_about_at_once(self):
        stand = make_stand()
        body = {"stand": stand.pk, "collected_on": "2026-08-01", "parents": 8, "ripe_seeds": 1000, "taken_seeds": 400, "lots": [{}]}
        asked = self.assertProblem(self.client.post("/api/v1/harvests/", body), 422, "over_limit", "/taken_seeds", "/parents")
        self.assertTrue(asked["question"])
        self.assertEqual(self.client.post("/api/v1/harvests/", body | {"sure": True}).status_code, 201)


class Naming(ApiCase):
    def test_a_wrong_name_is_put_right_everywhere_it_was_taken_over_and_nowhere_else(self):
        flax, mallow = make_taxon(), make_taxon("Sphaeralcea munroana", "Munro's globemallow")
        stand = make_stand(taxon=flax)
        other = make_lot("Z-1", taxon=flax)
        made = self.client.post("/api/v1/harvests/", {"stand": stand.pk, "collected_on": "2026-08-01", "lots": [{}, {}]}).json()
        path = f"/api/v1/stands/{stand.pk}/name-plant/"
        self.assertEqual(self.client.post(path, {"version": 1, "taxon": mallow.pk}).status_code, 204)
        names = [self.client.get(f"/api/v1/lots/{x['id']}/").json()["name"] for x in made]
        self.assertEqual(names, ["Sphaeralcea munroana"] * 2)
        self.assertEqual(self.client.get(f"/api/v1/lots/{other.pk}/").json()["name"], "Linum lewisii")
        self.assertProblem(self.client.post(path, {"version": 1, "taxon": flax.pk}), 409, "stale_version")
        self.assertProblem(self.client.post("/api/v1/stands/999/name-plant/", {"version": 1, "taxon": flax.pk}), 404, "not_found")

    def test_who_named_it_stands_in_the_history_of_stand_and_lot(self):
        stand = make_stand()
        lot = self.client.post("/api/v1/harvests/", {"stand": stand.pk, "collected_on": "2026-08-01", "lots": [{}]}).json()[0]
        self.client.post(f"/api/v1/stands/{stand.pk}/name-plant/", {"version": 1, "taxon": make_taxon().pk})
        for path in (f"/api/v1/stands/{stand.pk}/history/", f"/api/v1/lots/{lot['id']}/history/"):
            newest = self.client.get(path).json()[0]
            self.assertEqual((newest["by"], newest["changes"][0]["field"]), ("GR", "taxon"))

    def test_helpers_name_nothing(self):
        stand = make_stand()
        answer = self.as_role(Role.COUNTER).post(f"/api/v1/stands/{stand.pk}/name-plant/", {"version": 1, "taxon": make_taxon().pk})
        self.assertProblem(answer, 403, "not_allowed")


class Sheets(ApiCase):
    def test_an_unknown_filter_is_refused_and_a_stand_not_there_is_not_found(self):
        self.assertProblem(self.client.get("/api/v1/stands/?colour=red"), 400, "malformed", "/colour")
        for path in ("stands/999/", "stands/999/timeline/", "stands/999/history/", "visits/999/take-back/"):
            answer = self.client.post(f"/api/v1/{path}") if "take" in path else self.client.get(f"/api/v1/{path}")
            self.assertProblem(answer, 404, "not_found")

    def test_a_line_says_what_stands_in_the_way_of_a_harvest(self):
        make_stand(own_ground=False, protected=True, invasive=True, may_be_mown=True)
        line = self.client.get("/api/v1/stands/").json()["results"][0]
        self.assertEqual([line[k] for k in ("leave_missing", "protected", "invasive", "may_be_mown")], [True] * 4)

    def test_a_harvested_stand_says_when_and_plans_next_year(self):
        stand = make_stand(watch_from=timezone.localdate() - timedelta(days=5))
        record_harvest(by=make_person(), stand=stand, collected_on=timezone.localdate())
        line = self.client.get("/api/v1/stands/").json()["results"][0]
        self.assertEqual((line["state"], line["last_end"], line["last_end_on"]), ("later", None, timezone.localdate().isoformat()))
        self.assertGreater(line["next_on"], (timezone.localdate() + timedelta(days=315)).isoformat())
        self.assertEqual(Stand.objects.get().watch_from, timezone.localdate() - timedelta(days=5))
