"""What the interval claims, tried on invented trials from a fixed seed: it must hold the truth about as often as it says."""

from unittest import TestCase

import numpy as np

from core.germination import CountedDish, CountedTreatment, compare_final, final_shares
from core.statistics import wilson
from core.vocabulary import Family

TRIALS = 1500


def dishes(draw, p, rho, count=4, seeds=25):
    """Germinated of each dish: Beta-binomial with correlation rho."""
    scale = (1 - rho) / rho if rho else None
    shares = draw.beta(p * scale, (1 - p) * scale, count) if scale else np.full(count, p)
    return tuple(CountedDish(int(g), seeds) for g in draw.binomial(seeds, shares))


def coverage(p, rho, treatments=4):
    """Share of intervals of the first treatment that hold the true share."""
    draw = np.random.default_rng(11)
    held = 0
    for _ in range(TRIALS):
        trial = [CountedTreatment(str(i), dishes(draw, p, rho)) for i in range(treatments)]
        share = final_shares(trial).treatments[0]
        held += share.lower <= p <= share.upper
    return held / TRIALS


class Coverage(TestCase):
    tags = {"long"}

    def test_it_holds_what_it_claims_up_to_the_usual_dish_correlation(self):
        for p in (0.1, 0.3, 0.5):
            for rho in (0.0, 0.05):
                with self.subTest(p=p, rho=rho):
                    self.assertGreaterEqual(coverage(p, rho), 0.945)

    def test_it_does_not_fall_far_where_dishes_differ_more(self):
        self.assertGreaterEqual(coverage(0.5, 0.15), 0.925)

    def test_seeds_taken_as_independent_would_promise_too_much(self):
        draw = np.random.default_rng(5)
        held = 0
        for _ in range(TRIALS):
            dish = dishes(draw, 0.5, 0.05, count=1, seeds=100)[0]
            interval = wilson(dish.g / dish.n, dish.n)
            held += interval.lower <= 0.5 <= interval.upper
        self.assertLess(held / TRIALS, 0.65)

    def test_treatments_that_do_not_differ_are_rarely_shown_to_differ(self):
        draw = np.random.default_rng(3)
        wrong = 0
        for _ in range(TRIALS):
            trial = [CountedTreatment(str(i), dishes(draw, 0.4, 0.05)) for i in range(4)]
            wrong += any(p.differs for p in compare_final(trial, Family.ALL).pairs)
        self.assertLess(wrong / TRIALS, 0.05)

    def test_a_large_difference_is_nearly_always_shown(self):
        draw = np.random.default_rng(4)
        found = 0
        for _ in range(300):
            trial = [CountedTreatment("none", dishes(draw, 0.1, 0.05)), CountedTreatment("cold", dishes(draw, 0.7, 0.05))]
            found += compare_final(trial, Family.CONTROL, "none").pairs[0].differs
        self.assertGreater(found / 300, 0.95)
