from unittest import TestCase

import numpy as np

from core.germination import CountedDish, CountedTreatment, final_shares
from core.response import dose_curve
from core.vocabulary import DoseShape, Reason

DOSES = (0.0, 14.0, 28.0, 56.0, 84.0)


def series(shares, doses=DOSES, dishes=4, n=25):
    """Shares of a series whose dishes come up nearly alike."""
    counts = [[min(n, max(0, round(n * s) + j % 3 - 1)) for j in range(dishes)] for s in shares]
    treatments = [CountedTreatment(i, tuple(CountedDish(g, n) for g in c)) for i, c in enumerate(counts)]
    return final_shares(treatments[: len(doses)])


def drawn(draw, shares, dishes=4, n=25, rho=0.05):
    """A trial drawn with dishes that differ as usual."""
    size = 1 / rho - 1
    counts = [draw.binomial(n, draw.beta(size * s, size * (1 - s), dishes)) for s in shares]
    return final_shares([CountedTreatment(i, tuple(CountedDish(int(g), n) for g in c)) for i, c in enumerate(counts)])


class Shapes(TestCase):
    def test_a_rise_says_which_dose_is_enough(self):
        found = dose_curve(DOSES, series((0.05, 0.2, 0.6, 0.8, 0.82)))
        self.assertEqual((found.shape, found.no_effect), (DoseShape.RISING, False))
        self.assertTrue(14 < found.lower < found.dose < found.upper < 84)
        self.assertAlmostEqual(float(found.fit.share_at([found.dose])[0]), 0.9 * found.top, 4)
        self.assertEqual(found.reasons["best_dose"], Reason.NO_HUMP)

    def test_a_share_that_is_asked_for(self):
        shares = series((0.05, 0.2, 0.6, 0.8, 0.82))
        half, most = dose_curve(DOSES, shares, 0.5), dose_curve(DOSES, shares, 0.95)
        self.assertLess(half.dose, dose_curve(DOSES, shares).dose)
        self.assertAlmostEqual(float(half.fit.share_at([half.dose])[0]), 0.5, 4)
        self.assertEqual((most.dose, most.reasons["dose"]), (None, Reason.BEYOND_TRIED_DOSES))

    def test_no_effect_and_a_fall_have_no_dose(self):
        flat = dose_curve(DOSES, series((0.5,) * 5))
        self.assertEqual((flat.shape, flat.no_effect, flat.reasons["dose"]), (DoseShape.FLAT, True, Reason.NO_DOSE_EFFECT))
        fall = dose_curve(DOSES, series((0.8, 0.7, 0.4, 0.15, 0.05)))
        self.assertEqual((fall.shape, fall.reasons["dose"]), (DoseShape.FALLING, Reason.FALLS_WITH_DOSE))

    def test_a_hump_has_a_best_dose_between_the_ends(self):
        doses = (0.0, 5.0, 10.0, 20.0, 40.0, 80.0)
        found = dose_curve(doses, series((0.1, 0.4, 0.75, 0.8, 0.4, 0.08), doses))
        self.assertIs(found.shape, DoseShape.HUMPED)
        self.assertTrue(0 < found.best_lower < found.best_dose < found.best_upper < 80)
        self.assertEqual(found.reasons["lower"], Reason.HUMP_WITHOUT_INTERVAL)

    def test_too_few_doses_none_without_treatment_and_single_dishes_have_no_curve(self):
        for doses, shares, reason in (
            (DOSES[:3], series((0.1, 0.4, 0.8), DOSES[:3]), Reason.TOO_FEW_DOSES),
            (DOSES[1:], series((0.1, 0.4, 0.8, 0.8), DOSES[1:]), Reason.TOO_FEW_DOSES),
            (DOSES, series((0.1, 0.4, 0.8, 0.8, 0.8), dishes=1), Reason.NO_REPLICATION),
        ):
            with self.subTest(reason):
                found = dose_curve(doses, shares)
                self.assertEqual((found.shape, found.dose, found.fit, found.reasons["shape"]), (None, None, None, reason))

    def test_the_order_and_the_unit_of_the_doses_do_not_matter(self):
        shares = series((0.05, 0.2, 0.6, 0.8, 0.82))
        there = dose_curve(DOSES, shares)
        back = dose_curve(DOSES[::-1], shares.select([4, 3, 2, 1, 0]))
        hours = dose_curve([24 * d for d in DOSES], shares)
        self.assertAlmostEqual(back.dose, there.dose, 3)
        self.assertAlmostEqual(hours.dose / 24, there.dose, 2)


class Coverage(TestCase):
    """The interval holds the true dose, and no effect is called none, at the usual dish correlation."""

    def test_the_dose_that_is_enough_lies_in_its_interval(self):
        # the true curve: a rise with its middle at 25 days, 90 % of its share at 84 days
        middle, spread, low, high = np.log(25 + 1.4), 0.45, 0.04, 0.82
        x = np.log(np.array(DOSES) + 1.4)
        shares = low + (high - low) / (1 + np.exp(-(x - middle) / spread))
        wanted = 0.9 * shares[-1]
        true = float(np.exp(middle + spread * np.log((wanted - low) / (high - wanted))) - 1.4)
        draw, held, runs = np.random.default_rng(11), 0, 60
        for _ in range(runs):
            found = dose_curve(DOSES, drawn(draw, shares))
            held += found.lower is not None and found.lower <= true <= found.upper
        self.assertGreaterEqual(held / runs, 0.9)

    def test_what_does_not_depend_on_the_dose_is_called_flat(self):
        draw, runs = np.random.default_rng(12), 60
        flat = sum(bool(dose_curve(DOSES, drawn(draw, (p,) * 5)).no_effect) for p in np.linspace(0.2, 0.8, runs))
        self.assertGreaterEqual(flat / runs, 0.9)
