from uuid import uuid4

from core.vocabulary import Dormancy, LeavingHow, PlanMode, SproutsGo, StepKind
from server.batches.models import Batch
from server.batches.services.batches import take_out
from server.evidence.selectors.comparison import comparison
from server.evidence.selectors.overview import overview
from server.labels.selectors import bag_contents
from server.record_kinds.services import change_thing
from server.tests.builders import (
    DAY,
    ApiCase,
    bag_look,
    begin,
    dishes_of,
    look,
    make_batch,
    make_lot,
    make_person,
    make_place,
    make_recipe,
    make_taxon,
    now,
)
from server.trials.models import Trial
from server.trials.selectors.courses import course_of
from server.trials.services.bags import put_in_bags
from server.trials.services.layout import lay_out_trial
from server.trials.services.looks import sow_trial
from server.trials.services.new_treatments import NewTreatment


class FromBags(ApiCase):
    def setUp(self):
        super().setUp()
        recipe = make_recipe("4 weeks cold", 28)
        self.trial = lay_out_trial(
            by=make_person(),
            lot=make_lot(seeds=1000),
            question="?",
            treatments=[NewTreatment("none", is_control=True), NewTreatment("cold", recipe, dose=28, dose_unit="d")],
            dishes_per_treatment=3,
            seeds_per_dish=20,
            sow_on=now().date(),
            at=now() - 60 * DAY,
        )

    def bags(self, each=False):
        return put_in_bags(
            by=make_person(), trial=self.trial, at=now() - 50 * DAY, mode=PlanMode.SOW_TOGETHER, place=make_place(), bag_for_each_dish=each
        )

    def run_bag(self, bag, sprouted=0, found=None):
        begin(bag, 40)
        for days_ago in (34, 27, 20):
            bag_look(bag, days_ago, misted=True)
        if sprouted:
            bag_look(bag, 13, sprouted=sprouted, sprouts_go=SproutsGo.POTTED)
        take_out(by=make_person(), batch=bag, how=LeavingHow.PICKED_OUT, at=now() - 12 * DAY, found=found)

    def sow_and_look(self):
        sow_trial(by=make_person(), trial=self.trial, at=now() - 12 * DAY)
        for dish in dishes_of(self.trial, "cold"):
            look(dish, 10, 10)
        for dish in dishes_of(self.trial, "none"):
            look(dish, 10, 2)

    def result(self):
        found = comparison(Trial.objects.get(pk=self.trial.pk))
        return found, next(t for t in found.treatments if t.name == "cold")

    def test_one_bag_a_treatment_draws_nothing_more_from_the_lot(self):
        (bag,) = self.bags()
        self.assertEqual(bag.seeds, 60)
        self.assertEqual({d.batch_id for d in dishes_of(self.trial)}, {None, bag.pk})
        answer = self.client.post(f"/api/v1/trials/{self.trial.pk}/put-in-bags/", {})
        self.assertProblem(answer, 409, "nothing_to_treat")

    def test_sprouts_of_a_shared_bag_belong_to_the_treatment(self):
        (bag,) = self.bags()
        self.run_bag(bag, sprouted=6)
        self.sow_and_look()
        found, cold = self.result()
        # 6 of 60 sprouted in the bag, half of the rest came up in the dishes
        self.assertAlmostEqual(cold.share, 0.1 + 0.9 * 0.5)
        self.assertTrue(cold.lower < cold.share < cold.upper)
        self.assertTrue(cold.bag.together)
        self.assertTrue(any("in one bag" in w for w in found.warnings))
        self.assertTrue(any("6 of 60 sprouted in the bag" in w for w in found.warnings))
        furrow = next(f for f in overview(self.trial, now()).furrows if f.name == "cold")
        self.assertAlmostEqual(furrow.share, cold.share)

    def test_sprouts_of_a_dish_s_own_bag_are_its_early_ones(self):
        bags = self.bags(each=True)
        self.assertEqual(len(bags), 3)
        self.run_bag(bags[0], sprouted=4)
        self.run_bag(bags[1])
        self.run_bag(bags[2])
        self.sow_and_look()
        _, cold = self.result()
        self.assertFalse(cold.bag.together)
        self.assertEqual(cold.germinated, 34)
        dish = next(d for d in dishes_of(self.trial, "cold") if d.batch_id == bags[0].pk)
        record = course_of(dish).record
        self.assertEqual((record.germinated, record.early), (14, 4))

    def test_seed_not_found_again_is_doubt_in_the_denominator(self):
        (bag,) = self.bags()
        self.run_bag(bag, found=54)
        self.sow_and_look()
        _, cold = self.result()
        self.assertEqual(cold.bag.not_found, 6)
        self.assertTrue(any("between 45 and 55 %" in s for s in cold.bag.sentences), cold.bag.sentences)

    def test_nobody_counted_is_not_none_lost(self):
        (bag,) = self.bags()
        self.run_bag(bag, found=None)
        self.sow_and_look()
        self.assertIsNone(self.result()[1].bag.not_found)

    def test_missed_care_stands_beside_the_result(self):
        (bag,) = self.bags()
        begin(bag, 40)
        take_out(by=make_person(), batch=bag, how=LeavingHow.WITH_MEDIUM, at=now() - 12 * DAY)
        self.sow_and_look()
        self.assertTrue(any("was not checked for 28 days" in w for w in self.result()[0].warnings))

    def test_a_bag_still_in_says_nothing_of_lost_seed(self):
        (bag,) = self.bags()
        begin(bag, 3)
        note = next(f.bag for f in overview(self.trial, now()).furrows if f.name == "cold")
        self.assertEqual((note.not_found, note.codes), (0, [bag.code]))

    def test_sowing_asks_about_bags_that_are_still_in(self):
        (bag,) = self.bags()
        begin(bag, 3)
        url = f"/api/v1/trials/{self.trial.pk}/sow/"
        body = self.assertProblem(self.client.post(url, {}), 422, "bags_still_in", "")
        self.assertIn(bag.code, body["detail"])
        self.assertTrue(body["question"])
        self.assertEqual(self.client.post(url, {"sure": True}).status_code, 204)
        self.assertEqual(self.client.get(f"/api/v1/batches/{bag.pk}/page/").json()["leaving"]["how"], "with_medium")

    def test_the_page_of_the_bag_names_what_it_is_for(self):
        (bag,) = self.bags()
        page = self.client.get(f"/api/v1/batches/{bag.pk}/page/").json()
        self.assertEqual([(f["trial_code"], f["treatment"], f["dishes"]) for f in page["feeds"]], [(self.trial.code, "cold", 3)])
        with self.assertNumQueries(15):
            # nine for the batch's course, the rest one each for what stands on its page
            self.client.get(f"/api/v1/batches/{bag.pk}/page/")

    def test_its_label_says_what_a_bag_s_label_must(self):
        (bag,) = self.bags()
        begin(bag, 3)
        (label,) = bag_contents(list(Batch.objects.select_related("lot").filter(pk=bag.pk)))
        text = " ".join([label.code, *label.lines, label.warning])
        for part in (
            bag.code,
            "lot LL-015",
            "60 seeds",
            "4 weeks cold",
            "in ",
            "due out",
            "care every 7 days",
            f"{self.trial.code}: cold",
            "do not eat",
        ):
            self.assertIn(part, text)
        self.assertEqual(self.client.get(f"/api/v1/codes/{bag.code.lower()}/").json()["kind"], "batch")
        made = self.client.post("/api/v1/labels/", {"batches": [bag.pk], "kind": "bag", "sheet": "a4_14"})
        self.assertTrue(made.content.startswith(b"%PDF"))
        self.assertProblem(self.client.post("/api/v1/labels/", {"kind": "bag", "sheet": "a4_14"}), 422, "no_batch", "/batches")


class ReadingTheDormancy(ApiCase):
    def test_it_reads_the_lot_s_own_test_and_the_plant_s_notes(self):
        lot = make_lot(taxon=make_taxon(woken_by=["cold_moist"]))
        url = f"/api/v1/lots/{lot.pk}/dormancy/"
        self.assertEqual(self.client.get(url).json()["likely"], Dormancy.MIDDLING)
        masses = {"kind": "imbibition", "intact_start_g": 1, "intact_end_g": 1.02, "nicked_start_g": 1, "nicked_end_g": 1.6}
        self.assertEqual(self.client.post(f"/api/v1/lots/{lot.pk}/test/", masses).status_code // 100, 2)
        found = self.client.get(url).json()
        self.assertEqual(found["likely"], Dormancy.COMBINED)
        self.assertEqual(found["treatments"][0]["steps"], [])

    def test_an_unknown_species_is_split_four_ways(self):
        found = self.client.get(f"/api/v1/lots/{make_lot().pk}/dormancy/").json()
        self.assertEqual((found["likely"], found["confidence"]), ("unknown", "guess"))
        kinds = [[s["kind"] for s in t["steps"]] for t in found["treatments"]]
        self.assertEqual(kinds, [[], [StepKind.SANDPAPER], [StepKind.COLD_MOIST], [StepKind.SMOKE_WATER]])


class Ladders(ApiCase):
    def test_a_ladder_makes_its_recipes_once(self):
        recipe = make_recipe("cold", 56)
        url = f"/api/v1/recipes/{recipe.pk}/ladder/"
        first = self.client.post(url, {"step": 0, "doses": [28, 84]}).json()
        self.assertEqual([(r["dose"], r["name"]) for r in first], [(0, "none"), (28, "4 weeks"), (84, "12 weeks")])
        self.assertIsNone(first[0]["recipe"])
        again = self.client.post(url, {"step": 0, "doses": [28, 84]}).json()
        self.assertEqual([r["recipe"]["id"] for r in first[1:]], [r["recipe"]["id"] for r in again[1:]])

    def test_doses_that_cannot_be_are_refused(self):
        recipe = make_recipe("cold", 56)
        for doses in ([], [-3]):
            answer = self.client.post(f"/api/v1/recipes/{recipe.pk}/ladder/", {"step": 0, "doses": doses})
            self.assertEqual(answer.status_code, 422)
        self.assertProblem(
            self.client.post(f"/api/v1/recipes/{recipe.pk}/ladder/", {"step": 4, "doses": [3]}), 422, "no_such_step", "/step"
        )

    def test_the_rules_speak_while_it_is_written(self):
        steps = [{"kind": "cold_moist", "duration": 56}, {"kind": "nick"}]
        said = self.client.post("/api/v1/recipes/check/", {"steps": steps}).json()
        self.assertEqual([(s["rule"], s["step"]) for s in said], [("chill_before_coat", 0)])
        half = self.client.post("/api/v1/recipes/check/", {"steps": [{"kind": "soak", "duration": -3, "unit": "h"}]})
        self.assertEqual(half.json(), [])

    def test_a_sign_a_gap_and_a_depth_are_checked_at_their_step(self):
        for field, value, code in (("ends_by", "sign", "sign"), ("care_gap_days", 2, "care_gap_days"), ("depth_mm", -1, "depth_mm")):
            body = {"name": f"x{uuid4().hex[:5]}", "steps": [{"kind": "cold_moist", "duration": 56, field: value}]}
            self.assertProblem(self.client.post("/api/v1/recipes/", body), 422, "dose_impossible", f"/steps/0/{code}")

    def test_the_starters_can_all_be_written_as_they_are(self):
        for n, starter in enumerate(self.client.get("/api/v1/recipes/starters/").json()):
            steps = [{k: v for k, v in s.items() if v is not None} for s in starter["steps"]]
            body = {"name": f"{n} {starter['name']}"[:80], "steps": steps, "note": starter["why"], "school": starter["school"] or ""}
            self.assertEqual(self.client.post("/api/v1/recipes/", body).status_code, 201, starter)


class ABatchIsChanged(ApiCase):
    def test_with_its_version_and_its_history(self):
        batch = make_batch()
        url = f"/api/v1/batches/{batch.pk}/"
        self.assertEqual(self.client.patch(url, {"version": 1, "container": "jar"}).json()["container"], "jar")
        self.assertProblem(self.client.patch(url, {"version": 1, "container": "tray"}), 409, "stale_version")
        changed = change_thing(Batch.objects.get(pk=batch.pk), {"note": "x"}, by=make_person(), version=2)
        self.assertEqual(changed.history.count(), 3)
