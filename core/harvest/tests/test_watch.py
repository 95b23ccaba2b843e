from datetime import date, timedelta
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.harvest import SeasonEnd, collecting_limit, lets_go, next_first_visit, watch
from core.vocabulary import RipeSign, Shedding, WatchState

TODAY = date(2026, 7, 20)


def days(n):
    return TODAY - timedelta(days=n)


class Watching(TestCase):
    def test_a_stand_without_a_first_visit_has_no_plan(self):
        self.assertEqual(watch(Shedding.HOLDS, TODAY, None).state, WatchState.NO_PLAN)

    def test_before_the_season_nothing_is_due(self):
        found = watch(Shedding.BURSTS, TODAY, TODAY + timedelta(days=9))
        self.assertEqual((found.state, found.next_on), (WatchState.LATER, TODAY + timedelta(days=9)))

    def test_what_lets_go_is_visited_daily_near_ripeness_and_what_holds_weekly(self):
        for shedding in Shedding:
            with self.subTest(shedding):
                every = watch(shedding, TODAY, days(30), days(0), 0.6).every_days
                self.assertEqual(every, 1 if lets_go(shedding) else {Shedding.HOLDS: 7, Shedding.FLESHY: 2}[shedding])

    def test_signs_of_letting_go_bring_the_next_visit_nearer(self):
        calm = watch(Shedding.SHATTERS, TODAY, days(30), days(0), 0.1)
        loose = watch(Shedding.SHATTERS, TODAY, days(30), days(0), 0.1, frozenset({RipeSign.COMES_AWAY}))
        self.assertEqual((calm.every_days, loose.every_days), (2, 1))

    def test_lateness_escalates_only_where_seed_lets_go(self):
        self.assertEqual(watch(Shedding.BURSTS, TODAY, days(30), days(1), 0.6).state, WatchState.DUE)
        self.assertEqual(watch(Shedding.BURSTS, TODAY, days(30), days(2), 0.6).state, WatchState.MAY_BE_GONE)
        self.assertEqual(watch(Shedding.HOLDS, TODAY, days(60), days(30), 0.6).state, WatchState.OVERDUE)

    @given(st.sampled_from(list(Shedding)), st.floats(0, 1), st.floats(0, 1))
    def test_riper_never_means_a_later_visit(self, shedding, a, b):
        less, more = sorted((a, b))
        early, late = (watch(shedding, TODAY, days(30), days(0), share).next_on for share in (less, more))
        self.assertLessEqual(late, early)


class NextYear(TestCase):
    def test_a_miss_moves_the_first_reminder_earlier(self):
        planned = date(2026, 7, 1)
        missed = next_first_visit(planned, SeasonEnd(date(2026, 7, 10), missed=True, last_seen_on=date(2026, 7, 4)))
        taken = next_first_visit(planned, SeasonEnd(date(2026, 7, 20), missed=False))
        self.assertLess(missed, date(2027, 7, 1))
        self.assertEqual(taken, date(2027, 7, 1))

    @given(st.dates(date(2020, 1, 1), date(2030, 12, 31)), st.integers(0, 60), st.integers(0, 60))
    def test_after_a_miss_it_is_always_earlier_than_the_day_it_was_gone(self, on, seen, planned):
        end = SeasonEnd(on, missed=True, last_seen_on=on - timedelta(days=seen))
        found = next_first_visit(on - timedelta(days=planned), end)
        self.assertLessEqual(found, on.replace(day=min(on.day, 28), year=on.year + 1) - timedelta(days=10))

    def test_29_february_has_a_year_after_it(self):
        found = next_first_visit(None, SeasonEnd(date(2028, 3, 14), missed=False))
        self.assertEqual(found, date(2029, 2, 28))


class Collecting(TestCase):
    def test_a_stand_without_ripe_seed_has_no_share(self):
        with self.assertRaises(CoreError) as caught:
            collecting_limit(0, [1], 60)
        self.assertEqual(caught.exception.code, "no_ripe_seed")

    def test_the_share_runs_over_all_visits(self):
        once, twice = collecting_limit(10_000, [800], 60), collecting_limit(10_000, [800, 800], 60)
        self.assertEqual((once.over_limit, once.left), (False, 200))
        self.assertEqual((twice.over_limit, twice.left), (True, 0))
