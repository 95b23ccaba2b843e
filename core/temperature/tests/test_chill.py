from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.temperature import chill, daily, enough_cold
from core.vocabulary import Reason

logs = st.lists(st.tuples(st.integers(1, 30), st.floats(-10, 20)), min_size=3, max_size=40).map(
    lambda rows: (np.cumsum([r[0] for r in rows]).astype(float), np.array([r[1] for r in rows]))
)


def steady(hours: int, temp: float = 3.0):
    return np.arange(hours + 1, dtype=float), np.full(hours + 1, temp)


class TheCold(TestCase):
    def test_a_day_in_the_band_is_a_day(self):
        self.assertEqual(chill(*steady(48)).effective_days, 2)
        self.assertEqual(chill(*steady(48, 0.4)).effective_days, 0)
        self.assertEqual(chill(*steady(48, 0.5)).effective_days, 2)

    def test_fewer_than_three_readings_say_nothing(self):
        for hours in (0, 1):
            found = chill(*steady(hours))
            self.assertEqual((found.effective_days, found.reason), (None, Reason.FEWER_THAN_THREE_READINGS))
        self.assertIsNotNone(chill(*steady(2)).effective_days)

    def test_a_logger_that_slows_down_leaves_no_gap(self):
        hours = np.concatenate([np.arange(0, 48, 0.25), np.arange(48, 48 + 40 * 4, 4.0)])
        found = chill(hours, np.full(len(hours), 3.0))
        self.assertEqual(found.gaps, ())
        self.assertAlmostEqual(found.band_hours, hours[-1])

    def test_hours_just_outside_the_band_are_said_and_do_not_count(self):
        found = chill(*steady(24, 6.3))
        self.assertEqual((found.effective_days, found.just_outside_hours), (0, 24))
        self.assertEqual(chill(*steady(24, 6.6)).just_outside_hours, 0)
        self.assertEqual(chill(*steady(24, 0.0)).just_outside_hours, 24)

    def test_a_gap_counts_as_nothing_and_is_named(self):
        hours, temps = np.array([0.0, 1, 2, 50, 51]), np.full(5, 3.0)
        found = chill(hours, temps)
        self.assertEqual([(g.start, g.end) for g in found.gaps], [(5, 50)])
        self.assertEqual(found.band_hours, 1 + 1 + 3 + 1)

    def test_a_freeze_is_one_run_with_its_coldest(self):
        hours, temps = steady(10)
        temps[3:6] = [-0.5, -2, -1]
        found = chill(hours, temps)
        self.assertEqual([(r.start, r.end, r.extreme_c) for r in found.frozen], [(3, 6, -2)])
        self.assertEqual((found.frozen_hours, found.frozen_longest), (3, 3))

    def test_times_must_increase(self):
        for hours in ([0.0, 0.0], [1.0, 0.5]):
            with self.assertRaises(CoreError) as caught:
                chill(np.array(hours), np.array([3.0, 3.0]))
            self.assertEqual(caught.exception.code, "time_not_increasing")
        with self.assertRaises(CoreError) as caught:
            chill(np.array([0.0, 1, 2, 3, 3, 5]), np.full(6, 3.0))
        self.assertEqual(caught.exception.message, "Reading 5 (hour 3) is not later than the one before it (hour 3).")

    def test_a_reading_without_a_number_is_named_by_its_place(self):
        for hours, temps, place in (([0, 1, np.nan, 3], [3.0] * 4, 3), ([0.0, 1, 2, 3], [3, 3, 3, np.inf], 4)):
            with self.assertRaises(CoreError) as caught:
                chill(np.array(hours), np.array(temps))
            self.assertEqual(caught.exception.code, "not_finite")
            self.assertTrue(caught.exception.message.startswith(f"Reading {place} has no number"), caught.exception.message)

    def test_spacings_are_measured_against_their_neighbours_to_the_very_ends(self):
        for n in range(12, 30):
            spacing = np.random.default_rng(n).choice([0.1, 1.0, 5.0], n)
            near = [np.median(spacing[max(0, i - 5) : i + 6]) for i in range(n)]
            held = np.minimum(spacing, np.minimum(24, 3 * np.array(near)))
            hours = np.r_[0.0, np.cumsum(spacing)]
            found = chill(hours, np.full(n + 1, 3.0))
            self.assertAlmostEqual(found.effective_days, held.sum() / 24, places=6)

    @given(logs)
    def test_hours_add_up(self, log):
        hours, temps = log
        found = chill(hours, temps)
        self.assertAlmostEqual(found.known_hours + sum(g.hours for g in found.gaps), hours[-1] - hours[0])
        self.assertLessEqual(found.band_hours + found.frozen_hours + found.warm_hours, found.known_hours + 1e-9)
        self.assertAlmostEqual(sum(r.hours for r in found.frozen), found.frozen_hours)
        self.assertAlmostEqual(sum(d.band_hours for d in daily(hours, temps)), found.band_hours)

    @given(logs, st.floats(1.5, 8))
    def test_time_scales_while_no_reading_stands_for_more_than_a_day(self, log, by):
        hours, temps = log[0] / 10, log[1]
        self.assertAlmostEqual(chill(hours * by, temps).effective_days, by * chill(hours, temps).effective_days)

    def test_a_reading_stands_for_a_day_at_most(self):
        self.assertEqual(chill(np.array([0.0, 48, 96]), np.full(3, 3.0)).effective_days, 2)


class WhenItIsEnough(TestCase):
    def test_at_the_pace_of_the_last_week(self):
        hours, temps = steady(20 * 24)
        temps[-7 * 24 - 1 :: 2] = 8  # every other hour of the last week too warm
        found = enough_cold(hours, temps, 30)
        self.assertAlmostEqual(found.pace, 0.5, places=2)
        done = chill(hours, temps).effective_days
        self.assertAlmostEqual(found.at_hours, hours[-1] + 24 * (30 - done) / found.pace)

    def test_the_pace_looks_back_seven_days_and_no_further(self):
        hours, temps = steady(20 * 24)
        temps[: 13 * 24 + 7] = 8  # the last seven of these hours belong to the week
        self.assertAlmostEqual(enough_cold(hours, temps, 30).pace, 161 / 168)

    def test_a_gap_is_no_cold(self):
        hours, temps = steady(10 * 24)
        # two days without a reading, after which the log goes on for eight
        hours[2 * 24 :] += 48
        done = chill(hours, temps).effective_days
        self.assertLess(done, 10.1)
        for days in (20, 45):
            self.assertAlmostEqual(enough_cold(hours, temps, days).at_hours, hours[-1] + 24 * (days - done))

    def test_reached_is_the_moment_it_was_reached(self):
        found = enough_cold(*steady(10 * 24), 4.5)
        self.assertEqual((found.at_hours, found.reason), (4.5 * 24, Reason.REACHED))

    def test_without_cold_there_is_no_date(self):
        found = enough_cold(*steady(10 * 24, 12), 4)
        self.assertEqual((found.at_hours, found.pace, found.reason), (None, 0, Reason.NO_PACE))

    @given(logs, st.floats(0.1, 40))
    def test_it_never_lies_before_what_was_counted(self, log, days):
        hours, temps = log
        found = enough_cold(hours, temps, days)
        if found.reason is None:
            self.assertGreaterEqual(found.at_hours, hours[-1])
        elif found.reason is Reason.REACHED:
            upto = np.append(hours[hours < found.at_hours], found.at_hours)
            self.assertLessEqual(found.at_hours, hours[-1] + 1e-9)
            self.assertGreaterEqual(len(upto), 2)
