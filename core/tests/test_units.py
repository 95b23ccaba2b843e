from unittest import TestCase

from core.errors import CoreError
from core.units import format_days, to_days


class Units(TestCase):
    def test_minutes_hours_and_days_become_days(self):
        self.assertEqual(to_days(90, "min"), 0.0625)
        self.assertEqual(to_days(12, "h"), 0.5)
        self.assertEqual(to_days(7, "d"), 7)

    def test_an_unknown_unit_is_refused_by_name(self):
        with self.assertRaises(CoreError) as caught:
            to_days(1, "fortnight")
        self.assertEqual(caught.exception.code, "unit_unknown")
        self.assertIn("fortnight", caught.exception.message)

    def test_a_duration_below_nothing_is_refused(self):
        for value in (-1, float("nan")):
            with self.assertRaises(CoreError) as caught:
                to_days(value, "d")
            self.assertEqual(caught.exception.code, "duration_negative")

    def test_short_times_are_said_in_hours(self):
        self.assertEqual(format_days(0.25), "hour 6")
        self.assertEqual(format_days(1), "day 1")
        self.assertEqual(format_days(12), "day 12")
        self.assertEqual(format_days(-7), "day -7")
