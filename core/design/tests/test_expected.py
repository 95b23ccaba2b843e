from unittest import TestCase

from core.design import PastCourse, expected_course, stop_rule
from core.tests.examples import record
from core.vocabulary import StopReason

SOON = record(25, (4, 10), (8, 5), (12, 0), (40, 0))
LATE = record(25, (7, 0), (30, 6), (40, 9), (60, 2))
FLUSHES = record(25, (5, 6), (6, 4), (7, 0), (30, 0), (50, 5), (52, 5), (60, 0))


class Expected(TestCase):
    def test_courses_within_the_plan_expect_nothing_more(self):
        self.assertIsNone(expected_course([PastCourse(1, [SOON] * 3)], planned=28, day=20))
        self.assertIsNone(expected_course([], planned=28, day=20))

    def test_a_median_beyond_the_plan_is_expected_again(self):
        found = expected_course([PastCourse(1, [SOON]), PastCourse(2, [LATE] * 3)], planned=28, day=20)
        self.assertEqual((found.trials, found.share_after), (1, 1.0))
        self.assertGreater(found.days, 40)

    def test_so_is_a_second_flush_after_it(self):
        found = expected_course([PastCourse(2, [FLUSHES] * 3)], planned=28, day=20)
        self.assertAlmostEqual(found.share_after, 0.5)

    def test_a_quiet_dish_is_not_closed_while_more_is_expected(self):
        quiet = record(25, (5, 6), (6, 4), *((float(d), 0) for d in range(8, 30, 2)))
        self.assertTrue(stop_rule(quiet, 28).stop)
        advice = stop_rule(quiet, 28, expected=70.0)
        self.assertEqual((advice.stop, advice.reason), (False, StopReason.MORE_EXPECTED))
