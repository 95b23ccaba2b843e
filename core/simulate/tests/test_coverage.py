"""Short forms of the table that ``make bench`` prints: what intervals, tests, curves and decisions promise, tried on drawn trials."""

from unittest import TestCase

import numpy as np

from core.simulate import (
    ONE_FLUSH,
    TWO_FLUSHES,
    Situation,
    bag_alarms,
    bag_power,
    block_differences,
    calibration,
    crossed_alarms,
    false_alarms,
    half_life_moves,
    half_time_intervals,
    highest,
    pace_alarms,
    refused_share,
    share_coverage,
    sowing_assurance,
    tally,
)


class Coverage(TestCase):
    tags = {"long"}

    def test_the_interval_of_the_share_holds_the_truth(self):
        for p in (0.1, 0.5, 0.9):
            for rho in (0.0, 0.1):
                for treatments in (1, 5):
                    with self.subTest(p=p, rho=rho, treatments=treatments):
                        self.assertGreaterEqual(share_coverage(p, rho, treatments, 400, 7).share, 0.92)

    def test_it_does_so_beside_treatments_of_much_larger_dishes(self):
        found = share_coverage(0.5, 0.05, 2, 500, 7, ((8, 10), (2, 100)))
        self.assertGreaterEqual(found.share, 0.90)

    def test_treatments_that_are_alike_rarely_differ(self):
        for rho in (0.0, 0.1):
            with self.subTest(rho=rho):
                self.assertLessEqual(false_alarms(0.5, rho, 5, 400, 7), 0.06)


class SharedBags(TestCase):
    tags = {"long"}

    def test_bags_that_differ_do_not_look_like_treatments(self):
        for rho_bag in (0.02, 0.05):
            with self.subTest(rho_bag=rho_bag):
                self.assertLessEqual(bag_alarms(0.6, rho_bag, 400, 7), 0.10)
                self.assertLessEqual(bag_alarms(0.6, rho_bag, 200, 7, treatments=6), 0.10)
        # where nothing germinates nothing is claimed
        self.assertEqual((crossed_alarms(0.0, 0.0, 3, 7), pace_alarms(0.0, 0.0, 3, 7)), (0, 0))
        self.assertLessEqual(crossed_alarms(0.6, 0.02, 300, 7), 0.06)
        self.assertLessEqual(pace_alarms(0.6, 0.02, 300, 7), 0.06)

    def test_the_same_dishes_in_two_bags_show_more(self):
        one, two = (bag_power(0.4, 0.7, 0.03, 400, 7, bags=b) for b in (1, 2))
        self.assertGreater(two, one)


class Blocks(TestCase):
    def test_taking_blocks_out_shows_more_and_raises_no_false_alarms(self):
        with_blocks, _ = block_differences((0.4, 0.65), 1.0, 300, 7)
        without, _ = block_differences((0.4, 0.65), 1.0, 300, 7, with_blocks=False)
        self.assertGreater(with_blocks, without + 0.1)
        pair, overall = block_differences((0.5, 0.5), 1.0, 300, 7)
        self.assertLessEqual(max(pair, overall), 0.08)


class Curves(TestCase):
    tags = {"long"}

    def test_two_flushes_are_refused_and_one_is_not(self):
        self.assertLessEqual(refused_share(0.7, ONE_FLUSH, 60, 7), 0.05)
        self.assertGreaterEqual(refused_share(0.7, TWO_FLUSHES, 60, 7), 0.85)
        self.assertEqual([refused_share(0.7, flushes, 5, 7) for flushes in (ONE_FLUSH, TWO_FLUSHES)], [0.0, 1.0])
        # where nothing comes up there is no curve to refuse
        self.assertEqual(refused_share(0.0, ONE_FLUSH, 5, 7), 0.0)

    def test_intervals_of_half_the_time_hold_it(self):
        found = half_time_intervals((8.0, 8.0), 120, 7)
        self.assertGreaterEqual(found.covered, 0.92)
        self.assertLessEqual(found.differ, 0.08)
        self.assertLess(found.width, 0.35)

    def test_two_dishes_suffice_for_an_interval(self):
        self.assertGreaterEqual(half_time_intervals((8.0, 8.0), 80, 7, dishes=2).covered, 0.92)


class Decisions(TestCase):
    tags = {"long"}

    SITUATIONS = (
        Situation("one good one", (0.1, 0.3, 0.7), (0, 14, 28), 4, 25, 0.05),
        Situation("two near the top", (0.2, 0.6, 0.65), (0, 28, 42), 4, 25, 0.05),
        Situation("bags", (0.2, 0.6, 0.65), (0, 28, 42), 4, 25, 0.05, 1, 0.03),
        Situation("all alike", (0.5, 0.5, 0.5), (0, 14, 28), 4, 25, 0.05),
    )

    def test_deciding_loses_no_more_than_the_highest_share_would(self):
        for situation in self.SITUATIONS:
            with self.subTest(situation.name):
                found = tally(situation, 150, 7, {"highest": highest})
                self.assertLessEqual(np.mean(found.losses["decide"]), np.mean(found.losses["highest"]) + 0.3)
                self.assertGreaterEqual(np.mean(found.covered), 0.88)

    def test_trials_whose_highest_shares_are_tied_are_left_out(self):
        found = tally(Situation("all come up", (1.0, 1.0), (0, 14), 2, 10, 0.0), 5, 7, {"highest": highest})
        self.assertEqual((found.losses, found.stated, len(found.covered)), ({"decide": [], "highest": []}, [], 5))

    def test_a_stated_chance_is_about_true(self):
        with_one_best = [s for s in self.SITUATIONS if s.shares.count(max(s.shares)) == 1]
        stated = [x for s in with_one_best for x in tally(s, 150, 7, {}).stated]
        for low, high, trials, said, true in calibration(stated):
            if trials >= 60:
                with self.subTest(band=(low, high)):
                    self.assertAlmostEqual(said, true, delta=0.15)


class Sowings(TestCase):
    tags = {"long"}

    def test_a_promise_of_nine_times_in_ten_is_about_kept(self):
        self.assertGreaterEqual(sowing_assurance((0.1, 0.4, 0.7), 200, 7), 0.87)

    def test_a_retest_of_the_same_seed_hardly_moves_its_half_life(self):
        self.assertLess(np.median(half_life_moves(60, 7)), 1.6)
