"""The short form of the table that ``make bench`` prints from 2,000 draws."""

from unittest import TestCase

from core.simulate import false_alarms, half_time_coverage, share_coverage


class Coverage(TestCase):
    def test_the_interval_of_the_share_holds_the_truth(self):
        for p in (0.1, 0.5, 0.9):
            for rho in (0.0, 0.1):
                for treatments in (1, 5):
                    with self.subTest(p=p, rho=rho, treatments=treatments):
                        self.assertGreaterEqual(share_coverage(p, rho, treatments, 400, 7).share, 0.92)

    def test_the_interval_of_half_the_time_holds_the_truth(self):
        for p, rho in ((0.5, 0.1), (0.9, 0.0)):
            with self.subTest(p=p, rho=rho):
                found = half_time_coverage(p, rho, 240, 7)
                self.assertGreaterEqual(found.share, 0.90)
                self.assertEqual(found.told, found.drawn)

    def test_where_too_little_comes_up_no_interval_is_made_up(self):
        found = half_time_coverage(0.02, 0.0, 40, 7)
        self.assertLess(found.told, 10)

    def test_treatments_that_are_alike_are_rarely_told_apart(self):
        for rho in (0.0, 0.1):
            with self.subTest(rho=rho):
                self.assertLessEqual(false_alarms(0.5, rho, 5, 400, 7), 0.06)
