import math
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.seedstock import seed_rate, thousand_seed_weight
from core.statistics import NORMAL_975
from core.vocabulary import CalibrationKind, Reason

samples = st.lists(st.tuples(st.integers(1, 500), st.floats(0.5, 50)), min_size=2, max_size=9)


class Conversion(TestCase):
    def refused(self, counts, amounts):
        with self.assertRaises(CoreError) as caught:
            seed_rate(counts, amounts, CalibrationKind.SCOOPED)
        return caught.exception

    def test_one_scoop_gives_a_number_without_an_error_and_says_why(self):
        found = seed_rate([62], [4.0], CalibrationKind.SCOOPED).of(65)
        self.assertEqual((found.seeds, found.se, found.reason), (1007.5, None, Reason.ONE_SCOOP))

    def test_what_is_not_seed_does_not_count(self):
        rate = seed_rate([100, 104], [1.0, 1.0], CalibrationKind.WEIGHED)
        self.assertAlmostEqual(rate.of(10, purity=0.5).seeds, 510)
        self.assertAlmostEqual(rate.of(10, purity=0.5).se, rate.of(5).se)

    def test_samples_that_cannot_be_are_refused_by_number(self):
        self.assertEqual(self.refused([], []).code, "no_sample")
        self.assertEqual(self.refused([1, 2], [1.0]).code, "lengths_differ")
        self.assertEqual(self.refused([5, -1], [1.0, 1.0]).parameter, "counts.1")
        empty = self.refused([5, 5], [1.0, 0.0])
        self.assertEqual((empty.parameter, empty.bound, empty.value), ("amounts.1", 0, 0))
        self.assertEqual(self.refused([5], [math.inf]).code, "amount_not_positive")
        self.assertEqual(self.refused([0, 0], [1.0, 1.0]).code, "no_seed")

    @given(samples, st.floats(0.1, 100))
    def test_twice_the_amount_is_twice_the_seeds_and_twice_the_error(self, drawn, amount):
        counts, amounts = zip(*drawn, strict=True)
        rate = seed_rate(counts, amounts, CalibrationKind.SCOOPED)
        self.assertAlmostEqual(rate.of(2 * amount).seeds, 2 * rate.of(amount).seeds, delta=1e-6 * rate.of(amount).seeds)
        self.assertAlmostEqual(rate.of(2 * amount).se, 2 * rate.of(amount).se, delta=1e-6 + 1e-6 * rate.of(amount).se)

    def test_weighing_replicates_gives_the_same_rate_as_their_thousand_seed_weight(self):
        masses = [0.185, 0.179, 0.178, 0.185]
        rate = seed_rate([100] * 4, masses, CalibrationKind.WEIGHED)
        self.assertAlmostEqual(1000 / rate.per_unit, thousand_seed_weight(masses, 100).tsw_g)
        self.assertAlmostEqual(rate.se / rate.per_unit, thousand_seed_weight(masses, 100).cv / 2, places=3)

    def test_chaffy_seed_may_scatter_more_before_it_is_weighed_again(self):
        masses = [0.1, 0.105, 0.11, 0.1, 0.1, 0.105, 0.112, 0.098]
        self.assertTrue(thousand_seed_weight(masses, 100).weigh_more)
        self.assertFalse(thousand_seed_weight(masses, 100, chaffy=True).weigh_more)


class WhatTheErrorClaims(TestCase):
    """The widened error, tried on invented scoops from a fixed seed: ± 1.96 of it must hold the truth about 19 times in 20."""

    def coverage(self, samples: int, spread: float) -> float:
        draw = np.random.default_rng(5)
        held = 0
        for _ in range(2000):
            counts = [int(c) for c in np.maximum(1, draw.normal(200, spread, samples).round())]
            found = seed_rate(counts, [5.0] * samples, CalibrationKind.SCOOPED).of(100)
            held += abs(found.seeds - 4000) <= NORMAL_975 * found.wide_se
        return held / 2000

    def test_three_scoops_hold_as_often_as_eight(self):
        for samples in (3, 5, 8):
            for spread in (6, 25):
                with self.subTest(samples=samples, spread=spread):
                    self.assertGreaterEqual(self.coverage(samples, spread), 0.94)

    def test_the_plain_error_of_three_scoops_would_not(self):
        narrow = seed_rate([200, 190, 210], [5.0] * 3, CalibrationKind.SCOOPED).of(100)
        self.assertGreater(narrow.wide_se, 2 * narrow.se)

    def test_one_scoop_stays_without_an_error(self):
        self.assertIsNone(seed_rate([200], [5.0], CalibrationKind.SCOOPED).of(100).wide_se)
