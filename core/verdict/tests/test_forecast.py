from unittest import TestCase

from core.seedstock import Decline
from core.seedstock.decline import Range
from core.verdict import forecast_sentence


def decline(half, half_range):
    return Decline(k=2.0, sigma_years=2.0, half_years=half, half_range=half_range)


def said(lower, middle, upper, now=0.0, tests=2):
    return forecast_sentence(decline(middle, Range(lower, upper)), now, tests)


class HowALotKeeps(TestCase):
    def test_a_range_of_years_from_today(self):
        self.assertEqual(said(2, 4, 9), "Rule of thumb: half of it is likely to be alive for another 2 to 9 years (2 tests).")
        self.assertEqual(said(5, 7, 12, now=3), "Rule of thumb: half of it is likely to be alive for another 2 to 9 years (2 tests).")
        self.assertIn("another 0.5 to 1 year (2 tests)", said(0.5, 0.7, 1))
        self.assertIn("another 1.5 to 2 years", said(1.5, 1.7, 2))
        self.assertIn("another 0.1 to 3 years", said(0.02, 1, 3))

    def test_ends_that_read_alike_are_said_once(self):
        self.assertIn("another 4 years (one test only)", said(3.9, 4, 4.1, tests=1))

    def test_no_end_in_sight_is_no_number(self):
        self.assertIn("keeps for decades", said(20, 30.1, 60))
        self.assertIn("another 20 years or more", said(20, 30, 31))
        self.assertIn("another 20 to 30 years", said(20, 25, 30))

    def test_what_may_be_over_is_said_to_be_so(self):
        self.assertIn("more than half of it is likely dead by now", said(1, 2, 3, now=3))
        self.assertIn("half of it may be dead already, or in up to 2 years", said(1, 2, 3, now=1))
        self.assertIn("half of it may be dead already, or in up to decades", said(1, 2, 40, now=1))

    def test_without_a_forecast_nothing_is_said(self):
        self.assertEqual(forecast_sentence(decline(None, None), 0.0, 1), "")
        self.assertEqual(forecast_sentence(decline(None, Range(1, 2)), 0.0, 1), "")
        self.assertEqual(forecast_sentence(decline(3.0, None), 0.0, 1), "")
