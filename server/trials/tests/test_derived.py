"""What is derived in two ways must agree: sums in the database for lists, courses in memory for pages."""

from datetime import timedelta
from uuid import uuid4

from django.test import TestCase
from django.utils import timezone

from core.vocabulary import StopReason, TrialState
from server.tests.builders import DAY, dishes_of, look, make_lot, make_person, make_sown_trial, make_trial, now
from server.trials.selectors.rows import trial_rows
from server.trials.selectors.sheets import count_sheet
from server.trials.selectors.state import open_trials, trials, with_courses
from server.trials.services.closings import close_dish, reopen_dish, set_aside
from server.trials.services.looks import take_back_sowing


def close(dish):
    close_dish(by=make_person(), dish=dish, at=now(), client_id=uuid4())


class ListsAndPagesAgree(TestCase):
    def setUp(self):
        lot = make_lot(seeds=9000)
        self.planned = make_trial(lot=lot)
        self.counting = make_sown_trial(20, lot=lot)
        self.closed = make_sown_trial(20, lot=lot, dishes=1)
        self.reopened = make_sown_trial(20, lot=lot, dishes=1)
        self.aside = make_sown_trial(20, lot=lot, dishes=1)
        self.slipped = make_sown_trial(1, lot=lot, dishes=1)
        first = dishes_of(self.counting)[0]
        wrong = look(first, 3, 4)
        look(first, 3, 2, corrects=wrong)
        taken_back = look(first, 6, 5)
        look(first, 6, corrects=taken_back, withdrawn=True)
        for trial in (self.closed, self.reopened):
            for dish in dishes_of(trial):
                close(dish)
        reopen_dish(by=make_person(), dish=dishes_of(self.reopened)[0], at=now())
        for dish in dishes_of(self.aside):
            set_aside(by=make_person(), dish=dish, at=now(), why="spilled")
        take_back_sowing(by=make_person(), trial=self.slipped, at=now())

    def test_state_seeds_and_germinated_are_the_same_both_ways(self):
        found = list(trials())
        for row, courses in zip(trial_rows(found), with_courses(found), strict=True):
            with self.subTest(row.code):
                self.assertEqual(row.id, courses.trial.pk)
                self.assertEqual(row.state, courses.state)
                self.assertEqual(row.dishes, len(courses.dishes))
                self.assertEqual(row.seeds, sum(d.record.sown for d in courses.dishes))
                self.assertEqual(row.germinated, sum(d.record.germinated for d in courses.dishes))
                self.assertEqual(row.treatments, len({d.dish.treatment_id for d in courses.dishes}))

    def test_the_states_are_the_ones_meant(self):
        states = {r.id: r.state for r in trial_rows(trials())}
        self.assertEqual(states[self.planned.pk], TrialState.PLANNED)
        self.assertEqual(states[self.slipped.pk], TrialState.PLANNED)
        self.assertEqual(states[self.counting.pk], TrialState.COUNTING)
        self.assertEqual(states[self.reopened.pk], TrialState.COUNTING)
        self.assertEqual(states[self.closed.pk], TrialState.CLOSED)
        self.assertEqual(states[self.aside.pk], TrialState.CLOSED)

    def test_open_trials_are_exactly_those_that_are_not_closed(self):
        wanted = {r.id for r in trial_rows(trials()) if r.state != TrialState.CLOSED}
        self.assertEqual({t.pk for t in open_trials()}, wanted)

    def test_no_trial_gives_no_row(self):
        self.assertEqual(trial_rows([]), [])


class WhenToLook(TestCase):
    def sheet(self, trial):
        return count_sheet(trial, now()).dishes

    def test_dishes_are_due_by_the_day_and_not_by_the_hour(self):
        # late in the evening of the third day before, so that three times 24 hours are not over whenever this runs
        sown = timezone.localtime(now()).replace(hour=23, minute=59) - 3 * DAY
        trial = make_sown_trial((now() - sown) / DAY)
        self.assertEqual({d.due for d in self.sheet(trial)}, {True})

    def test_a_dish_looked_at_is_not_due_while_its_neighbours_are(self):
        trial = make_sown_trial(3)
        look(dishes_of(trial)[0], 3)
        due = [d.due for d in self.sheet(trial)]
        self.assertEqual((due[0], set(due[1:])), (False, {True}))

    def test_a_sprout_in_one_dish_makes_all_of_them_daily(self):
        trial = make_sown_trial(4)
        for index, dish in enumerate(dishes_of(trial)):
            look(dish, 3, int(index == 0))
        courses = with_courses([trial])[0]
        first = courses.first_germination_day
        self.assertEqual(first, 3)
        for d in courses.dishes:
            self.assertEqual(courses.next_look_at(d, first), d.sown_at + 4 * DAY)

    def test_a_closed_dish_and_one_set_aside_want_no_look(self):
        trial = make_sown_trial(9)
        closed, aside = dishes_of(trial)[:2]
        close(closed)
        set_aside(by=make_person(), dish=aside, at=now(), why="mould")
        sheet = self.sheet(trial)
        self.assertEqual([(d.open, d.due, d.advice) for d in sheet[:2]], [(False, False, None)] * 2)
        self.assertTrue(sheet[2].open)

    def test_the_dish_that_needs_most_decides_for_the_trial(self):
        trial = make_sown_trial(40, length_days=28)
        quiet, *others = dishes_of(trial)
        look(quiet, 5, 2)
        look(quiet, 30)
        for dish in others:
            look(dish, 29, 1)
        self.assertEqual(with_courses([trial])[0].advice, StopReason.STILL_COMING)
        for dish in others:
            close(dish)
        self.assertEqual(with_courses([trial])[0].advice, StopReason.QUIET_AND_LENGTH)

    def test_looks_in_hours_come_after_hours(self):
        trial = make_sown_trial(0.5, first_look_days=0.25, every_days=0.25, daily_for_days=0, length_days=4)
        dish = dishes_of(trial)[0]
        look(dish, 0.25)
        courses = with_courses([trial])[0]
        course = next(d for d in courses.dishes if d.dish == dish)
        self.assertEqual(courses.next_look_at(course, None), course.sown_at + timedelta(hours=12))
