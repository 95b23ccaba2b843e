from uuid import uuid4

from core.records import ClosingFates
from core.vocabulary import NextTest, Role
from server.evidence.models import Conclusion
from server.evidence.selectors.decision import decision_page
from server.evidence.services import plan_next
from server.evidence.tests.grown import grow, grown_trial
from server.recipes.models import Recipe
from server.tests.builders import ApiCase, make_lot, make_person, make_recipe, make_sown_trial, make_trial, now
from server.trials.models import Treatment
from server.trials.services.closings import close_dish


def close_all(trial, **fates):
    from server.tests.builders import dishes_of

    for dish in dishes_of(trial):
        close_dish(by=make_person(), dish=dish, at=now(), client_id=uuid4(), found=ClosingFates(**fates))


def cold_ladder(*counts, days=(0, 28, 56)):
    names = tuple("none" if not d else f"{d // 7} weeks" for d in days)
    trial = make_sown_trial(40, treatments=names, dishes=3, seeds=20)
    for name, d, per_dish in zip(names, days, counts, strict=True):
        grow(trial, name, per_dish)
        if d:
            Treatment.objects.filter(trial=trial, name=name).update(recipe=make_recipe(name, d))
    return trial


class Deciding(ApiCase):
    def read(self, trial, **query):
        return self.client.get(f"/api/v1/trials/{trial.pk}/decision/", query).json()

    def test_a_finished_trial_has_its_decision_in_sentences_with_their_rules(self):
        trial = grown_trial(none=(2, 3, 2), cold=(17, 18, 16))
        close_all(trial, dead=2)
        body = self.read(trial)
        self.assertFalse(body["interim"])
        decision = body["decision"]
        none, cold = decision["options"]
        self.assertEqual((decision["use"], decision["supports"][0]["rule"]), (cold["treatment"], "lead_shown"))
        self.assertIn("Use “cold”", decision["headline"])
        self.assertIn("dead", " ".join(s["text"] for s in decision["left"]))
        self.assertEqual((cold["germinated"], cold["sown"], len(cold["pips"])), (51, 60, 20))
        self.assertAlmostEqual(none["chance_best"] + cold["chance_best"], 1.0, places=5)
        self.assertTrue(cold["lower"] < cold["share"] < cold["upper"])

    def test_the_aim_may_change_the_decision_and_is_the_nursery_s_by_default(self):
        trial = grown_trial(none=(12, 13, 12), cold=(15, 15, 15))
        Treatment.objects.filter(trial=trial, name="cold").update(recipe=make_recipe("20 weeks", 140))
        uses = {}
        for aim in ("most", "soonest"):
            decision = self.read(trial, aim=aim)["decision"]
            uses[aim] = next(o["name"] for o in decision["options"] if o["treatment"] == decision["use"])
        self.assertEqual(uses, {"most": "cold", "soonest": "none"})
        self.assertEqual(self.read(trial)["decision"]["aim"], "balanced")
        self.assertEqual(self.client.patch("/api/v1/work-year/", {"version": 1, "aim": "soonest"}).status_code, 200)
        body = self.read(trial)
        self.assertEqual((body["nursery_aim"], body["decision"]["aim"]), ("soonest", "soonest"))

    def test_own_costs_are_the_nurserys(self):
        trial = grown_trial(none=(12, 13, 12), cold=(15, 15, 15))
        Treatment.objects.filter(trial=trial, name="cold").update(recipe=make_recipe("20 weeks", 140))
        self.client.patch("/api/v1/work-year/", {"version": 1, "aim": "own", "week_cost": 0.0, "hazard_cost": 0.0})
        decision = self.read(trial)["decision"]
        self.assertEqual((decision["aim"], decision["week_cost"]), ("own", 0.0))
        self.assertEqual(decision["use"], decision["options"][1]["treatment"])
        refused = self.client.patch("/api/v1/work-year/", {"version": 2, "week_cost": -1})
        self.assertIn(refused.status_code, (400, 422))

    def test_an_aim_that_there_is_not_is_refused(self):
        trial = grown_trial(none=(2, 3, 2), cold=(17, 18, 16))
        self.assertEqual(self.client.get(f"/api/v1/trials/{trial.pk}/decision/", {"aim": "cheapest"}).status_code, 400)

    def test_before_a_look_there_is_nothing_to_decide(self):
        self.assertProblem(self.client.get(f"/api/v1/trials/{make_trial().pk}/decision/"), 409, "no_look")

    def test_nothing_germinated_is_a_finding_without_a_treatment_to_use(self):
        decision = self.read(grown_trial(none=(0, 0, 0), cold=(0, 0, 0)))["decision"]
        self.assertEqual((decision["use"], decision["options"]), (None, []))

    def test_the_bands_are_the_growers_own(self):
        trial = grown_trial(none=(2, 3, 2), cold=(13, 14, 12))
        self.assertEqual(self.read(trial)["decision"]["lot"][0]["rule"], "sow_thicker")
        changed = self.client.patch("/api/v1/work-year/", {"version": 1, "band_usual": 0.6, "band_thin": 0.2})
        self.assertEqual(changed.status_code, 200, changed.content)
        self.assertEqual(self.read(trial)["decision"]["lot"][0]["rule"], "sow_as_usual")

    def test_bands_that_cross_are_refused_with_both_numbers(self):
        refused = self.client.patch("/api/v1/work-year/", {"version": 1, "band_usual": 0.3})
        problem = self.assertProblem(refused, 422, "bands_cross", "/band_usual")
        self.assertIn("40 %", problem["errors"][0]["message"])
        self.assertIn("30 %", problem["errors"][0]["message"])

    def test_a_ladder_without_typed_doses_still_points_on(self):
        trial = cold_ladder((1, 0, 1), (8, 9, 8), (17, 18, 16))
        self.assertEqual(decision_page(trial).decision.next[0].test, NextTest.DOSES_ABOVE)

    def test_the_page_needs_the_same_queries_for_any_size(self):
        small, large = grown_trial(none=(2, 3), cold=(12, 13)), grown_trial(none=(2, 3) * 4, cold=(12, 13) * 4)
        for trial in (small, large):
            self.read(trial)
            # no bags, no recipes: session, person, trial, six for the courses, scatter, year, conclusions
            with self.assertNumQueries(13):
                self.read(trial)


class Concluding(ApiCase):
    def setUp(self):
        super().setUp()
        self.recipe = make_recipe("12 weeks cold", 84)
        self.trial = grown_trial(none=(2, 3, 2), cold=(17, 18, 16))
        Treatment.objects.filter(trial=self.trial, name="cold").update(recipe=self.recipe)
        self.cold = Treatment.objects.get(trial=self.trial, name="cold")

    def conclude(self, **fields):
        body = {"client_id": str(uuid4()), "at": now().isoformat(), "words": "Cold it is.", "treatment": self.cold.pk}
        return self.client.post(f"/api/v1/trials/{self.trial.pk}/conclusions/", body | fields)

    def test_it_is_kept_with_the_decision_and_goes_to_the_lot_and_the_recipe(self):
        answer = self.conclude()
        self.assertEqual(answer.status_code, 201, answer.content)
        (kept,) = answer.json()
        self.assertEqual((kept["words"], kept["treatment_name"], kept["rules_version"]), ("Cold it is.", "cold", 2))
        self.assertEqual(kept["aim"], "balanced")
        self.assertTrue(any("cold" in s for s in kept["verdict"]))
        lot = self.client.get(f"/api/v1/lots/{self.trial.one_lot.pk}/page/").json()
        self.assertEqual([c["id"] for c in lot["conclusions"]], [kept["id"]])
        recipe = self.client.get(f"/api/v1/recipes/{self.recipe.pk}/conclusions/").json()
        self.assertEqual([c["id"] for c in recipe], [kept["id"]])

    def test_the_same_one_sent_twice_is_one(self):
        same = {"client_id": str(uuid4())}
        self.conclude(**same)
        self.conclude(**same)
        self.assertEqual(Conclusion.objects.count(), 1)

    def test_taken_back_it_is_gone_from_the_page_and_kept(self):
        kept = self.conclude().json()[0]["id"]
        self.assertEqual(self.client.post(f"/api/v1/conclusions/{kept}/take-back/").status_code, 204)
        self.assertEqual(self.client.get(f"/api/v1/trials/{self.trial.pk}/decision/").json()["conclusions"], [])
        self.assertEqual(Conclusion.objects.count(), 2)
        self.assertProblem(self.client.post(f"/api/v1/conclusions/{kept}/take-back/"), 409, "corrected_already")

    def test_a_treatment_of_another_trial_cannot_be_chosen(self):
        other = make_sown_trial(lot=make_lot("X")).treatments.first()
        self.assertProblem(self.conclude(treatment=other.pk), 422, "not_of_trial", "/treatment")

    def test_words_are_wanted(self):
        self.assertProblem(self.conclude(words=""), 400, "malformed", "/words")

    def test_it_keeps_what_the_rules_said_then(self):
        self.conclude()
        before = Conclusion.objects.get().verdict
        close_all(self.trial, dead=2)
        self.assertEqual(Conclusion.objects.get().verdict, before)


class PlanningNext(ApiCase):
    def plan(self, trial, test):
        return self.client.post(f"/api/v1/trials/{trial.pk}/next/", {"test": test})

    def test_a_ladder_goes_on_with_recipes_that_are_written_once(self):
        trial = cold_ladder((1, 0, 1), (8, 9, 8), (17, 18, 16))
        body = self.plan(trial, "doses_above").json()
        self.assertEqual([t["dose"] for t in body["treatments"]], [0, 56, 70, 84])
        self.assertEqual((body["asks"], body["lot"], body["treatments"][0]["is_control"]), ("dose", trial.one_lot.pk, True))
        recipes = Recipe.objects.count()
        self.assertEqual(self.plan(trial, "doses_above").json(), body)
        self.assertEqual(Recipe.objects.count(), recipes)
        longest = Recipe.objects.get(pk=body["treatments"][-1]["recipe"])
        self.assertEqual([s.duration for s in longest.steps.all()], [84])

    def test_what_may_not_differ_is_copied_with_more_dishes(self):
        trial = grown_trial(none=(9, 10, 8), cold=(11, 12, 11))
        body = self.plan(trial, "repeat").json()
        self.assertEqual((body["copy_of"], body["treatments"]), (trial.pk, []))
        self.assertGreater(body["dishes"], 3)

    def test_fresh_seed_gets_cold_or_smoke_beside_what_was_tried(self):
        trial = grown_trial(none=(4, 5, 4), warm=(3, 4, 5))
        close_all(trial, fresh=14)
        for test, step in (("longer_cold", "cold_moist"), ("smoke", "smoke_water")):
            body = self.plan(trial, test).json()
            made = Recipe.objects.get(pk=body["treatments"][-1]["recipe"])
            self.assertEqual([s.kind for s in made.steps.all()], [step])
            self.assertTrue(body["treatments"][0]["is_control"])

    def test_hard_seed_is_nicked_before_what_was_tried(self):
        trial = cold_ladder((1, 0, 1), (8, 9, 8), (9, 8, 9))
        close_all(trial, hard=8)
        body = self.plan(trial, "scarify_harder").json()
        made = Recipe.objects.get(pk=body["treatments"][-1]["recipe"])
        self.assertEqual([s.kind for s in made.steps.all()], ["nick", "cold_moist"])

    def test_the_step_that_was_varied_goes_on_though_another_lasts_as_long(self):
        from server.recipes.services import write_recipe

        trial = make_sown_trial(40, treatments=("none", "4 weeks", "8 weeks"), dishes=3, seeds=20)
        warm = {"kind": "warm_moist", "duration": 56}
        for name, days, counts in (("none", 0, (1, 0, 1)), ("4 weeks", 28, (8, 9, 8)), ("8 weeks", 56, (17, 18, 16))):
            grow(trial, name, counts)
            steps = [warm, *([{"kind": "cold_moist", "duration": days}] if days else [])]
            recipe = write_recipe(by=make_person(), name=f"warm, {name}", steps=steps)
            Treatment.objects.filter(trial=trial, name=name).update(recipe=recipe)
        last = Recipe.objects.get(pk=self.plan(trial, "doses_above").json()["treatments"][-1]["recipe"])
        self.assertEqual([(s.kind, s.duration) for s in last.steps.all()], [("warm_moist", 56), ("cold_moist", 84)])

    def test_what_sprouted_early_without_any_cold_has_no_earlier_end(self):
        from server.tests.builders import dishes_of, look

        trial = grown_trial(none=(9, 10, 8))
        for dish in dishes_of(trial):
            look(dish, -2, 4)
        self.assertProblem(self.plan(trial, "earlier_end"), 409, "no_cold")

    def test_more_cold_than_a_recipe_bears_is_refused_with_its_limit(self):
        trial = grown_trial(none=(1, 1, 1), cold=(8, 9, 8))
        recipe = make_recipe(days=28)
        recipe.steps.update(duration_max=28)
        Treatment.objects.filter(trial=trial, name="cold").update(recipe=recipe)
        close_all(trial, fresh=10)
        problem = self.assertProblem(self.plan(trial, "longer_cold"), 409, "at_most")
        self.assertIn("at most 28 d", problem["detail"])

    def test_what_the_decision_does_not_propose_is_refused(self):
        trial = grown_trial(none=(2, 3, 2), cold=(17, 18, 16))
        self.assertProblem(self.plan(trial, "smoke"), 409, "not_proposed")

    def test_a_helper_plans_nothing(self):
        trial = grown_trial(none=(9, 10, 8), cold=(11, 12, 11))
        self.client = self.as_role(Role.COUNTER)
        self.assertProblem(self.plan(trial, "repeat"), 403, "not_allowed")

    def test_a_dead_lot_leads_to_a_cut_not_to_a_trial(self):
        trial = grown_trial(none=(0, 0, 0), cold=(0, 0, 0))
        close_all(trial)
        found = plan_next(by=make_person(), trial=trial, test=NextTest.CUT_REST)
        self.assertEqual((found.copy_of, found.treatments), (None, []))


class EarlierTrials(ApiCase):
    def read(self, trial):
        return self.client.get(f"/api/v1/trials/{trial.pk}/earlier/").json()

    def two(self, **fields):
        lot = make_lot("E-1", taxon=None)
        first = make_sown_trial(40, lot=lot, dishes=3, seeds=20)
        second = make_sown_trial(20, lot=lot, dishes=3, seeds=20, **fields)
        for trial, counts in ((first, (4, 5, 4)), (second, (14, 15, 14))):
            grow(trial, "none", counts)
            grow(trial, "cold", counts)
        return first, second

    def test_each_trial_is_one_line_and_their_difference_is_said(self):
        first, second = self.two()
        body = self.read(second)
        untreated = body["treatments"][0]
        self.assertEqual([x["trial"] for x in untreated["lines"]], [first.pk, second.pk])
        self.assertEqual([x["here"] for x in untreated["lines"]].count(True), 1)
        self.assertIn("Over 2 trials the average lot germinates about", untreated["sentence"])
        mean, following = untreated["pooled"]["mean"], untreated["pooled"]["next_lot"]
        self.assertLess(mean["upper"] - mean["lower"], following["upper"] - following["lower"])

    def test_another_rule_for_germinated_is_shown_and_not_mixed_in(self):
        first, second = self.two(criterion="seed_leaf")
        body = self.read(second)
        self.assertIn("another rule", body["notes"][0])
        self.assertEqual(body["treatments"][0]["pooled"]["trials"], 1)
        self.assertEqual({x["trial"] for x in body["treatments"][0]["lines"] if x["other_rule"]}, {first.pk})

    def test_a_first_trial_has_no_earlier_ones(self):
        self.assertEqual(self.read(grown_trial(none=(1, 2, 1), cold=(9, 9, 8))), {"treatments": [], "notes": []})
