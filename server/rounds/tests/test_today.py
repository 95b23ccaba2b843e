from datetime import timedelta
from unittest import mock
from uuid import uuid4

from django.core.cache import caches
from django.test import TestCase

from core.records import ClosingFates
from server.recipes.services import add_starter_recipes
from server.rounds.selectors.today import today
from server.sowing.selectors.preview import SowingWish
from server.sowing.services.plans import plan_sowing
from server.tests.builders import (
    ApiCase,
    dishes_of,
    look,
    looked_before,
    make_lot,
    make_person,
    make_place,
    make_sown_trial,
    make_trial,
    now,
)
from server.trials.selectors.state import with_courses
from server.trials.services.closings import close_dish, reopen_dish, set_aside


class TodayPage(TestCase):
    def see(self):
        return today(now())

    def test_with_nothing_running_it_is_empty(self):
        found = self.see()
        self.assertEqual((found.rounds, found.coming, found.waking), ([], [], []))

    def test_dishes_wait_by_place_in_the_order_of_a_round(self):
        far, near = make_place("far shelf", order=9), make_place("near shelf", order=1)
        make_sown_trial(4, places=[far])
        make_sown_trial(4, places=[near], lot=make_lot("B-2"))
        self.assertEqual([(r.place, r.dishes) for r in self.see().rounds], [("near shelf", 6), ("far shelf", 6)])

    def test_late_dishes_say_by_how_many_days(self):
        make_sown_trial(5.1, first_look_days=3)
        task = self.see().rounds[0].tasks[0]
        self.assertIn(task.days_late, (2, 3))
        self.assertEqual((task.kind, task.moving), ("count", False))

    def test_what_was_looked_at_today_is_not_due_but_coming(self):
        trial = make_sown_trial(3)
        for dish in dishes_of(trial):
            look(dish, 3)
        found = self.see()
        self.assertEqual(found.rounds, [])
        self.assertEqual([(c.kind, c.dishes) for c in found.coming], [("count", 6)])

    def test_once_it_moves_it_is_due_every_day(self):
        trial = make_sown_trial(4)
        for dish in dishes_of(trial):
            look(dish, 3, 1)
        task = self.see().rounds[0].tasks[0]
        self.assertEqual((task.dishes, task.moving), (6, True))

    def test_a_trial_to_be_sown_today_or_before_is_due_and_a_later_one_comes(self):
        make_trial(sow_on=now().date() - timedelta(days=1))
        make_trial(sow_on=now().date() + timedelta(days=5))
        make_trial(sow_on=now().date() + timedelta(days=60))
        found = self.see()
        self.assertEqual([(t.kind, t.days_late) for r in found.rounds for t in r.tasks], [("sow", 1)])
        self.assertEqual([c.kind for c in found.coming], ["sow"])

    def test_dishes_set_aside_want_no_look(self):
        trial = make_sown_trial(5, dishes=1)
        set_aside(by=make_person(), dish=dishes_of(trial)[0], at=now(), why="spilled")
        self.assertEqual([r.dishes for r in self.see().rounds], [1])

    def test_the_season_holds_the_counting_of_every_open_trial(self):
        trial = make_sown_trial(5, length_days=28)
        band = self.see().band
        self.assertEqual([(b.row, b.kind, (b.end - b.start).days) for b in band], [(f"t{trial.pk}", None, 28)])


class AfterACount(TestCase):
    def setUp(self):
        self.trials = [make_sown_trial(5, lot=make_lot(f"C-{n}")) for n in range(3)]
        today(now())

    def read_again(self, change):
        """The trials that are read again after a change."""
        change()
        with mock.patch("server.rounds.selectors.open_trials.with_courses", wraps=with_courses) as read:
            today(now())
        return [t for call in read.call_args_list for t in call.args[0]]

    def test_only_the_trial_that_was_counted_is_read_again(self):
        counted = self.trials[1]
        self.assertEqual(self.read_again(lambda: look(dishes_of(counted)[0], 4, 1)), [counted])
        self.assertEqual(self.read_again(lambda: None), [])

    def test_what_all_share_reads_all_again(self):
        self.assertEqual(len(self.read_again(make_place)), 3)

    def test_another_trial_of_the_plant_that_is_closed_reads_it_again(self):
        past = make_sown_trial(60, lot=self.trials[0].one_lot, dishes=1)
        for dish in dishes_of(past):
            look(dish, 4, 1)
            close_dish(by=make_person(), dish=dish, at=now() - timedelta(days=50), client_id=uuid4(), found=ClosingFates(dead=9))
        today(now())
        again = self.read_again(lambda: reopen_dish(by=make_person(), dish=dishes_of(past)[0], at=now()))
        self.assertEqual({t.pk for t in again}, {past.pk, self.trials[0].pk})

    def test_a_new_day_reads_all_again(self):
        with mock.patch("server.rounds.selectors.open_trials.with_courses", wraps=with_courses) as read:
            today(now() + timedelta(days=1))
        self.assertEqual(len(read.call_args.args[0]), 3)


class FirstStepsInANursery(ApiCase):
    def undone(self):
        found = self.client.get("/api/v1/today/").json()["first_steps"]
        return found and {step for step, done in found.items() if not done}

    def test_each_is_ticked_when_it_was_done_and_the_path_goes_with_the_last(self):
        starter = add_starter_recipes(by=make_person())[0]
        self.assertEqual(self.undone(), {"place", "lot", "recipe", "trial", "look", "sowing"})
        make_place("shelf")
        lot = make_lot("A-1")
        self.assertEqual(self.undone(), {"recipe", "trial", "look", "sowing"})
        trial = make_sown_trial(5, lot=lot)
        self.assertEqual(self.undone(), {"recipe", "look", "sowing"})
        trial.treatments.filter(name="cold").update(recipe=starter)
        self.assertEqual(self.undone(), {"look", "sowing"})
        look(dishes_of(trial)[0], 3)
        self.assertEqual(self.undone(), {"sowing"})
        wish = SowingWish(lot=lot, typed_share=0.9, typed_seeds=50, plants_wanted=3, wanted_on=now().date() + timedelta(days=90))
        plan_sowing(by=make_person(), wish=wish, today=now().date())
        self.assertIsNone(self.undone())


class TodayApi(ApiCase):
    def test_it_answers_and_needs_the_same_queries_for_any_number_of_trials(self):
        make_sown_trial(5)
        # more than twelve: revisions, which trials are open and their lots, what else is known of their plants, the bags in use, whose
        # turn it is, which first steps were done, and eight for how much dishes usually differ, of which seven are only asked
        # when anything was changed since
        caches["default"].clear()
        looked_before()
        with self.assertNumQueries(33):
            self.assertEqual(self.client.get("/api/v1/today/").status_code, 200)
        for n in range(3):
            make_sown_trial(5, lot=make_lot(f"N-{n}"))
        caches["default"].clear()
        looked_before()
        with self.assertNumQueries(33):
            body = self.client.get("/api/v1/today/").json()
        self.assertEqual(len(body["waking"]), 4)

    def test_nobody_reads_it_without_signing_in(self):
        self.client.logout()
        self.assertProblem(self.client.get("/api/v1/today/"), 401, "not_authenticated")
