from unittest import TestCase

from core.design import stop_rule
from core.records import CountRecord, Inspection
from core.tests.examples import record
from core.vocabulary import StopReason


class StopRule(TestCase):
    def advice(self, dish, planned=21):
        return stop_rule(dish, planned)

    def test_all_accounted_for_stops_at_once(self):
        found = self.advice(CountRecord(10, (Inspection(3, germinated=8, rotted=2),)))
        self.assertEqual((found.stop, found.reason, found.quiet_days), (True, StopReason.ALL_ACCOUNTED, None))

    def test_still_coming_goes_on_whatever_the_length(self):
        found = self.advice(record(10, (5, 2), (30, 1)))
        self.assertEqual((found.stop, found.reason), (False, StopReason.STILL_COMING))

    def test_quiet_before_the_planned_length_goes_on(self):
        found = self.advice(record(10, (2, 5), (12, 0)))
        self.assertEqual((found.stop, found.reason), (False, StopReason.LENGTH_NOT_REACHED))

    def test_quiet_and_long_enough_stops(self):
        found = self.advice(record(10, (2, 5), (12, 0), (21, 0)))
        self.assertEqual((found.stop, found.reason, found.quiet_days), (True, StopReason.QUIET_AND_LENGTH, 19))

    def test_slow_seed_is_given_three_mean_times(self):
        self.assertEqual(self.advice(record(10, (20, 5), (60, 0))).needed_quiet, 60)

    def test_nothing_ever_is_quiet_from_sowing_on(self):
        found = self.advice(record(10, (21, 0)))
        self.assertEqual((found.quiet_days, found.needed_quiet, found.stop), (21, 7, True))

    def test_where_looks_are_in_hours_three_gaps_take_the_place_of_a_week(self):
        dish = record(10, (0.25, 4), (0.5, 2), (1.5, 0), (2, 0))
        found = stop_rule(dish, 2, gap=0.25)
        self.assertEqual((found.stop, found.needed_quiet), (True, 1.0))
        self.assertEqual(stop_rule(record(10, (2, 0)), 2, gap=0.25).needed_quiet, 0.75)
        self.assertEqual(stop_rule(dish, 2, gap=1).needed_quiet, 7)

    def test_a_dish_never_looked_at_is_not_stopped(self):
        self.assertFalse(self.advice(record(10)).stop)
