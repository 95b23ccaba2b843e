"""Planning by question, dark dishes, and the story of a trial."""

from datetime import timedelta
from unittest.mock import patch
from uuid import uuid4

from django.core.cache import caches
from django.test import TestCase

from core.records import ClosingFates
from core.vocabulary import Light
from server.evidence.selectors.typical_scatter import counted_of, typical_scatter
from server.tests.builders import ApiCase, dishes_of, look, looked_before, make_lot, make_person, make_sown_trial, make_taxon, now
from server.trials.models import Trial
from server.trials.services.closings import close_dish, reopen_dish, set_aside


class AskingAQuestion(ApiCase):
    def setUp(self):
        super().setUp()
        self.lot = make_lot(seeds=1000, taxon=make_taxon())

    def ask(self, **fields):
        answer = self.client.post("/api/v1/trials/plan-question/", {"lot": self.lot.pk, "asks": "best", "treatments": 4} | fields)
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def test_a_layout_is_proposed_with_what_it_costs_and_can_tell(self):
        plan = self.ask()
        self.assertEqual((plan["seeds_per_dish"], plan["expected"]), (25, 0.5))
        self.assertEqual(plan["seeds"], plan["dishes"] * plan["seeds_per_dish"] * 4)
        self.assertLessEqual(plan["share_of_lot"], 0.5)
        self.assertEqual([s["seeds"] for s in plan["schools"]], [10, 20, 50, 100])
        self.assertTrue(plan["sentences"])

    def test_what_is_typed_is_judged_not_changed(self):
        plan = self.ask(dishes=1, seeds_per_dish=10)
        self.assertEqual((plan["dishes"], plan["seeds_per_dish"], plan["fitness"], plan["power"]), (1, 10, "cannot", None))
        self.assertIn("This cannot answer your question.", " ".join(plan["sentences"]))

    def test_a_scarce_lot_is_warned_of_greed_and_of_too_little(self):
        greedy = self.ask(treatments=1, dishes=6, seeds_per_dish=100)
        self.assertEqual((greedy["greedy"], greedy["too_many"], greedy["remaining"]), (True, False, 400))
        self.assertTrue(self.ask(dishes=4, seeds_per_dish=100)["too_many"])

    def test_untreated_seed_of_the_plant_tells_what_to_expect_of_the_control(self):
        other = make_lot("OLD", taxon=self.lot.taxon)
        for dish in dishes_of(make_sown_trial(lot=other), "none"):
            look(dish, 4, 2)
        plan = self.ask()
        # of another lot: where this one will fall, nearer to the middle than that one fell
        self.assertTrue(0.2 < plan["expected"] < 0.4)
        self.assertRegex(plan["expected_from"], r"this one will fall between \d+ and \d+ %, 19 times in 20")
        for dish in dishes_of(make_sown_trial(lot=self.lot), "none"):
            look(dish, 4, 5)
        own = self.ask()
        self.assertAlmostEqual(own["expected"], 0.5)
        self.assertIn("15 of 30", own["expected_from"])

    def test_a_retest_expects_what_the_lot_did_last_time(self):
        for dish in dishes_of(make_sown_trial(lot=self.lot), "cold"):
            look(dish, 4, 9)
        plan = self.ask(asks="still_as_good", treatments=1)
        self.assertAlmostEqual(plan["expected"], 0.9)
        self.assertIsNone(plan["above"] and None)
        self.assertLess(plan["below"], 0.9)

    def test_impossible_numbers_are_refused_at_their_fields(self):
        answer = self.client.post("/api/v1/trials/plan-question/", {"lot": self.lot.pk, "asks": "best", "treatments": 0, "difference": 2})
        self.assertProblem(answer, 400, "malformed", "/treatments", "/difference")

    def test_it_needs_the_same_queries_whatever_was_tried_before(self):
        look(dishes_of(make_sown_trial(lot=make_lot("Q", taxon=self.lot.taxon)))[0], 4, 2)
        caches["default"].clear()
        looked_before()
        with self.assertNumQueries(18):
            self.ask()
        for n in range(3):
            for dish in dishes_of(make_sown_trial(lot=make_lot(f"Q-{n}", taxon=self.lot.taxon))):
                look(dish, 4, 2)
        caches["default"].clear()
        looked_before()
        with self.assertNumQueries(18):
            self.ask()


class DishesOfTheGrower(TestCase):
    def test_until_enough_trials_tell_dishes_do_what_they_usually_do(self):
        self.assertEqual(typical_scatter().rho0, 0.05)

    def test_own_dishes_that_differ_a_lot_are_planned_for(self):
        for n in range(2):
            trial = make_sown_trial(lot=make_lot(f"S-{n}"), dishes=4, seeds=20)
            for i, dish in enumerate(dishes_of(trial)):
                look(dish, 4, 2 if i % 2 else 16)
        typical = typical_scatter()
        self.assertGreater(typical.rho0, 0.2)
        self.assertIn("2 of your own trials", typical.rests_on)

    def test_a_result_rests_on_the_other_trials_not_on_itself(self):
        wild = make_sown_trial(lot=make_lot("S-W"), dishes=4, seeds=20)
        for i, dish in enumerate(dishes_of(wild)):
            look(dish, 4, 2 if i % 2 else 16)
        calm = make_sown_trial(lot=make_lot("S-C"), dishes=6, seeds=20)
        for dish in dishes_of(calm):
            look(dish, 4, 9)
        self.assertEqual(typical_scatter(wild).rho0, 0)
        self.assertEqual(typical_scatter(calm).rests_on, "the typical value, until your own trials give one")

    def test_after_a_count_only_the_trials_it_touched_are_read_again(self):
        self.test_own_dishes_that_differ_a_lot_are_planned_for()
        calm = make_sown_trial(lot=make_lot("S-7"), dishes=4, seeds=20)
        typical_scatter()
        for dish in dishes_of(calm):
            look(dish, 4, 9)
        with patch("server.evidence.selectors.typical_scatter.counted_of", wraps=counted_of) as read:
            later = typical_scatter().rho0
        self.assertEqual([list(c.args[0]) for c in read.call_args_list], [[calm.pk]])
        caches["default"].clear()
        self.assertEqual(typical_scatter().rho0, later)

    def test_a_dish_set_aside_is_seen_at_once(self):
        self.test_own_dishes_that_differ_a_lot_are_planned_for()
        before = typical_scatter().rho0
        set_aside(by=make_person(), dish=dishes_of(Trial.objects.latest("pk"))[0], at=now(), why="x")
        after = typical_scatter().rho0
        caches["default"].clear()
        self.assertEqual(typical_scatter().rho0, after)
        self.assertNotEqual(after, before)

    def test_a_new_count_is_seen_at_once(self):
        self.test_own_dishes_that_differ_a_lot_are_planned_for()
        before = typical_scatter().rho0
        for dish in dishes_of(make_sown_trial(lot=make_lot("S-9"), dishes=8, seeds=20)):
            look(dish, 4, 9)
        self.assertLess(typical_scatter().rho0, before)


class InTheDark(ApiCase):
    def setUp(self):
        super().setUp()
        self.trial = make_sown_trial(days_ago=40, light=Light.DARK, length_days=28)

    def test_a_dish_in_the_dark_is_due_once_at_the_end(self):
        sheet = self.client.get(f"/api/v1/trials/{self.trial.pk}/count-sheet/").json()
        first = sheet["dishes"][0]
        self.assertTrue(first["dark"])
        sown = dishes_of(self.trial)[0].sowings.get().at
        self.assertEqual(first["next_look_at"][:16], (sown + timedelta(days=28)).isoformat()[:16])

    def test_it_has_a_final_percent_and_no_speed(self):
        for dish in dishes_of(self.trial):
            look(dish, 28, 4)
        treatment = self.client.get(f"/api/v1/trials/{self.trial.pk}/comparison/").json()["treatments"][0]
        self.assertEqual((treatment["share"], treatment["indices"]["t50"], treatment["gsi_mean"]), (0.4, None, None))
        self.assertEqual(treatment["indices"]["reasons"]["mgt"], "dark")
        self.assertIn("no speed", treatment["time_sentence"])

    def test_looked_into_more_often_it_has_its_times(self):
        for dish in dishes_of(self.trial):
            look(dish, 10, 2)
            look(dish, 28, 2)
        treatment = self.client.get(f"/api/v1/trials/{self.trial.pk}/comparison/").json()["treatments"][0]
        self.assertIsNotNone(treatment["indices"]["t50"])


class TheTimelineOfATrial(ApiCase):
    def test_what_went_otherwise_stands_in_time_order_with_who(self):
        trial = make_sown_trial(days_ago=30)
        first, second, third, *_ = dishes_of(trial)
        for day in (3, 6, 20):
            look(first, day, 1)
        sown = first.sowings.get().at
        set_aside(by=make_person(), dish=second, at=sown + timedelta(days=8), why="dried out")
        close_dish(by=make_person(), dish=third, at=sown + timedelta(days=25), client_id=uuid4(), found=ClosingFates(fresh=10))
        reopen_dish(by=make_person(), dish=third, at=sown + timedelta(days=26))
        timeline = self.client.get(f"/api/v1/trials/{trial.pk}/timeline/").json()
        self.assertEqual([x["kind"] for x in timeline["lines"]], ["set_aside", "late_look", "reopened"])
        self.assertEqual(timeline["lines"][0]["words"], "Set aside: dried out")
        self.assertIn("14.0 days passed between looks at 1 dish", timeline["lines"][1]["words"])
        self.assertEqual([(p["initials"], p["looks"], p["dishes"]) for p in timeline["people"]], [("GR", 3, 1)])

    def test_a_trial_kept_as_planned_has_nothing_to_tell(self):
        timeline = self.client.get(f"/api/v1/trials/{make_sown_trial().pk}/timeline/").json()
        self.assertEqual(timeline, {"lines": [], "care": [], "people": []})
