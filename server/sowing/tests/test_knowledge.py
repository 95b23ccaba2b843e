from datetime import timedelta
from uuid import uuid4

from django.core.cache import caches

from core.vocabulary import OutcomeStage, Role, StepKind
from server.evidence.services import conclude
from server.evidence.tests.grown import grown_trial
from server.record_kinds.days import local_day
from server.sowing.models import Outcome, SowingPlan
from server.tests.builders import DAY, ApiCase, begin, looked_before, make_lot, make_person, make_recipe, make_taxon, now
from server.trials.models import Treatment


class KnownOfAPlant(ApiCase):
    def setUp(self):
        super().setUp()
        self.taxon = make_taxon(woken_by=[StepKind.COLD_MOIST, StepKind.SMOKE_WATER], woody=True, years_to_flower=10)
        self.lot = make_lot(taxon=self.taxon, field_name="", seeds=4000)
        self.trial = grown_trial(none=(2, 3, 2), cold=(15, 14, 16))
        Treatment.objects.filter(trial=self.trial, name="cold").update(recipe=make_recipe())

    def page(self):
        answer = self.client.get(f"/api/v1/taxa/{self.taxon.pk}/knowledge/")
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def test_recipes_trials_lots_and_what_was_never_asked_are_on_one_page(self):
        conclude(by=make_person(), trial=self.trial, at=now(), client_id=uuid4(), words="Four weeks will do.")
        page = self.page()
        self.assertIn("4 weeks cold", page["best"])
        self.assertEqual(next((r["name"], r["best"], r["openness"]) for r in page["recipes"]), ("4 weeks cold", True, "one_trial"))
        self.assertEqual(page["never_tested"]["named"], ["smoke_water"])
        self.assertEqual([t["code"] for t in page["trials"]], [self.trial.code])
        self.assertEqual(page["lots"][0]["code"], self.lot.code)
        self.assertIn("about 10 years", page["growth"])
        self.assertEqual(page["conclusions"][0]["words"], "Four weeks will do.")

    def test_trays_and_what_the_next_plan_takes_from_them_are_there(self):
        body = {
            "lot": self.lot.pk,
            "typed_share": 0.75,
            "typed_seeds": 60,
            "plants_wanted": 20,
            "wanted_on": (local_day(now()) + timedelta(days=80)).isoformat(),
        }
        plan = self.client.post("/api/v1/sowing-plans/", body).json()
        self.assertEqual(self.client.post(f"/api/v1/sowing-plans/{plan['id']}/sow/", {"at": (now() - DAY).isoformat()}).status_code, 204)
        tray = SowingPlan.objects.get().trays.get()
        counted = {"client_id": uuid4(), "tray": tray.pk, "stage": "emerged", "count": 9, "at": now().isoformat()}
        self.assertEqual(self.client.post("/api/v1/outcomes/", counted).status_code, 201)
        self.assertEqual(self.client.post("/api/v1/outcomes/", counted).status_code, 200)
        page = self.page()
        self.assertEqual((page["trays"][0]["code"], page["trays"][0]["emerged"]), (tray.code, 9))
        self.assertIn("your own tray gave", page["plant_share"])
        back = self.client.post(f"/api/v1/outcomes/{Outcome.objects.get(stage=OutcomeStage.EMERGED).pk}/take-back/")
        self.assertEqual(back.status_code, 204)

    def test_open_questions_name_the_lot_to_put_them_to_and_the_recipe_to_try_again(self):
        other = make_taxon("Sambucus cerulea", "blue elderberry", woken_by="")
        make_lot("SC-1", taxon=other, field_name="", ended="used_up")
        rows = self.client.get("/api/v1/open-questions/").json()
        smoke, again = [r for r in rows if r["taxon"] == self.taxon.pk]
        self.assertEqual((smoke["ask"]["step"], smoke["recipe"], smoke["lot"]["code"]), ("smoke_water", None, self.lot.code))
        self.assertIn("One trial only", again["ask"]["why"])
        self.assertEqual(again["recipe"], Treatment.objects.get(trial=self.trial, name="cold").recipe_id)
        # nothing is left of the other plant to ask
        (alive,) = [r for r in rows if r["taxon"] == other.pk]
        self.assertEqual((alive["ask"]["asks"], alive["lot"]), ("alive", None))

    def test_a_plant_of_which_nothing_was_tried_says_so(self):
        other = make_taxon("Sambucus cerulea", "blue elderberry")
        make_lot("SC-1", taxon=other, field_name="")
        rows = {r["common_name"]: r for r in self.client.get("/api/v1/knowledge/").json()}
        self.assertEqual((rows["blue elderberry"]["openness"], rows["blue elderberry"]["best_name"]), ("not_asked", ""))
        self.assertEqual(rows["Lewis flax"]["best_name"], "4 weeks cold")

    def test_an_unnamed_lot_has_its_page_until_it_is_named(self):
        lot = make_lot("UN-1")
        page = self.client.get(f"/api/v1/lots/{lot.pk}/knowledge/").json()
        self.assertEqual((page["taxon"], page["common_name"]), (None, "dune, unnamed"))
        answer = self.client.get(f"/api/v1/lots/{self.lot.pk}/knowledge/")
        self.assertEqual(self.assertProblem(answer, 409, "named_by_now")["taxon"], self.taxon.pk)

    def test_the_list_takes_a_fixed_number_of_queries(self):
        self.client.get("/api/v1/knowledge/")
        with self.assertNumQueries(3):
            self.client.get("/api/v1/knowledge/")
        caches["answers"].clear()
        caches["default"].clear()
        looked_before()
        with self.assertNumQueries(23):
            self.client.get("/api/v1/knowledge/")
        for n in range(4):
            make_lot(f"N-{n}", taxon=make_taxon(f"Plantus {n}", f"plant {n}"), field_name="")
        caches["default"].clear()
        looked_before()
        with self.assertNumQueries(23):
            self.assertEqual(len(self.client.get("/api/v1/knowledge/").json()), 5)


class PapersAndCodes(ApiCase):
    def setUp(self):
        super().setUp()
        self.lot = make_lot(taxon=make_taxon(), field_name="", seeds=4000)
        trial = grown_trial(only=(12, 13))
        treatment = Treatment.objects.get(trial=trial)
        treatment.recipe = make_recipe()
        treatment.save()
        day = (local_day(now()) + timedelta(days=150)).isoformat()
        body = {"lot": self.lot.pk, "treatment": treatment.pk, "plants_wanted": 80, "wanted_on": day, "cells_per_tray": 50}
        self.plan = self.client.post("/api/v1/sowing-plans/", body).json()

    def test_a_tray_plan_and_a_seed_card_are_pdfs(self):
        for path in (f"sowing-plans/{self.plan['id']}/sheet.pdf/", f"lots/{self.lot.pk}/card.pdf/"):
            answer = self.client.get(f"/api/v1/{path}")
            self.assertEqual((answer.status_code, answer.content[:5]), (200, b"%PDF-"), path)

    def test_the_seed_goes_through_its_bag_into_labelled_trays_found_by_their_codes(self):
        treated = self.client.post(f"/api/v1/sowing-plans/{self.plan['id']}/treat/", {})
        self.assertEqual(treated.status_code, 201, treated.content)
        batch = SowingPlan.objects.get().batch
        begin(batch, 1)
        self.assertProblem(self.client.post(f"/api/v1/sowing-plans/{self.plan['id']}/sow/", {}), 422, "bags_still_in", "")
        self.assertEqual(self.client.post(f"/api/v1/sowing-plans/{self.plan['id']}/sow/", {"sure": True}).status_code, 204)
        labels = {"sowing": self.plan["id"], "kind": "tray", "sheet": "a4_24"}
        self.assertEqual(self.client.post("/api/v1/labels/", labels).content[:5], b"%PDF-")
        tray = SowingPlan.objects.get().trays.first().code
        for code in (tray, self.plan["code"].lower()):
            self.assertEqual(self.client.get(f"/api/v1/codes/{code}/").json(), {"kind": "sowing", "id": self.plan["id"], "trial": None})

    def test_no_tray_no_label(self):
        labels = {"sowing": self.plan["id"], "kind": "tray", "sheet": "a4_24"}
        self.assertProblem(self.client.post("/api/v1/labels/", labels), 422, "no_sown_tray", "/sowing")


class FactsOfAPlant(ApiCase):
    def test_growers_add_and_change_them_and_the_history_keeps_what_was(self):
        made = self.client.post("/api/v1/taxa/", {"scientific_name": "Linum lewisii", "common_name": "Lewis flax"}).json()
        body = {"version": 1, "years_to_flower": 2, "light_need": "light"}
        changed = self.client.patch(f"/api/v1/taxa/{made['id']}/", body).json()
        self.assertEqual((changed["version"], changed["years_to_flower"], changed["light_need"]), (2, 2, "light"))
        self.assertProblem(self.client.patch(f"/api/v1/taxa/{made['id']}/", body), 409, "stale_version")
        absurd = self.client.patch(f"/api/v1/taxa/{made['id']}/", {"version": 2, "years_to_flower": 900})
        self.assertProblem(absurd, 422, "years_absurd", "/years_to_flower")
        self.assertProblem(self.as_role(Role.READER).patch(f"/api/v1/taxa/{made['id']}/", body), 403, "not_allowed")

    def test_a_name_that_is_there_is_refused(self):
        make_taxon()
        answer = self.client.post("/api/v1/taxa/", {"scientific_name": "Linum lewisii"})
        self.assertProblem(answer, 400, "malformed", "/scientific_name")
