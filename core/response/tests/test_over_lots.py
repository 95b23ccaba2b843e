from unittest import TestCase

import numpy as np

from core.errors import CoreError
from core.germination import CountedDish, CountedTreatment, final_shares
from core.response import DoseFit, LotSeries, dose_average, dose_over_lots, dose_trials_loglik
from core.vocabulary import DoseShape, Reason

DOSES = (0.0, 14.0, 28.0, 56.0, 84.0)
CURVE = DoseFit(DoseShape.RISING, 1.4, 0.05, 0.85, float(np.log(28)), 0.45)


def lot(shift, doses=DOSES, n=25, dishes=4, curve=CURVE):
    """A trial whose shares are those of a curve, moved by `shift` logits."""
    p = curve.share_at(doses)
    p = 1 / (1 + np.exp(-(np.log(p / (1 - p)) + shift)))
    counts = [[round(n * s) + j % 3 - 1 for j in range(dishes)] for s in p]
    shares = final_shares([CountedTreatment(i, tuple(CountedDish(min(n, max(0, int(g))), n) for g in c)) for i, c in enumerate(counts)])
    rows = shares.treatments
    return LotSeries(tuple(doses), tuple(t.share for t in rows), tuple(t.n_eff for t in rows), dishes * len(rows), shares.critical)


class OverLots(TestCase):
    def test_lots_give_one_curve_with_its_dose_and_the_next_lot(self):
        found = dose_over_lots([lot(-0.5), lot(0.5, (0.0, 28.0, 70.0)), lot(0.0)])
        curve = found.curve
        self.assertEqual((curve.shape, found.lots), (DoseShape.RISING, 3))
        self.assertTrue(28 < curve.lower < curve.dose < curve.upper < 84)
        self.assertEqual((found.points[0].dose, found.points[-1].dose), (0.0, 84.0))
        for point in found.points:
            self.assertTrue(point.next_lower < point.average_lower < point.average < point.average_upper < point.next_upper)

    def test_lots_that_differ_more_leave_the_next_lot_less_certain(self):
        alike, unlike = (dose_over_lots([lot(-s), lot(0.0), lot(s)]) for s in (0.05, 1.0))
        self.assertLess(alike.tau, unlike.tau)
        middle = len(alike.points) // 3
        widths = [r.points[middle].next_upper - r.points[middle].next_lower for r in (alike, unlike)]
        self.assertLess(widths[0] * 1.3, widths[1])

    def test_one_lot_assumes_how_much_lots_differ(self):
        found = dose_over_lots([lot(0.0)])
        self.assertAlmostEqual(found.tau, 0.55, delta=0.1)
        last = found.points[-1]
        self.assertGreater(last.next_upper - last.next_lower, 1.3 * (last.average_upper - last.average_lower))

    def test_a_share_asked_for_and_one_out_of_reach(self):
        lots = [lot(-0.3), lot(0.3)]
        half, most = dose_over_lots(lots, 0.5), dose_over_lots(lots, 0.97)
        self.assertTrue(half.curve.lower < half.curve.dose < half.curve.upper < 84)
        self.assertEqual((most.curve.dose, most.curve.reasons["dose"]), (None, Reason.BEYOND_TRIED_DOSES))

    def test_what_does_not_depend_on_the_dose_has_no_dose(self):
        level = DoseFit(DoseShape.FLAT, 1.4, 0.5, 0.5, 0.0, 1.0)
        found = dose_over_lots([lot(s, curve=level) for s in (-0.4, 0.0, 0.4)])
        self.assertTrue(found.curve.no_effect)
        self.assertEqual(found.curve.reasons["dose"], Reason.NO_DOSE_EFFECT)
        self.assertAlmostEqual(found.points[0].average, 0.5, delta=0.03)

    def test_too_few_doses_in_all_have_no_curve(self):
        found = dose_over_lots([lot(0.0, (0.0, 28.0, 56.0))])
        self.assertEqual((found.curve.fit, found.points, found.curve.reasons["dose"]), (None, (), Reason.TOO_FEW_DOSES))

    def test_a_tiny_scatter_gives_the_likelihood_of_lots_that_are_alike(self):
        lots = [lot(0.0), lot(0.2)]
        p = CURVE.share_at(DOSES)
        plain = sum(n * (s * np.log(q) + (1 - s) * np.log(1 - q)) for t in lots for s, n, q in zip(t.shares, t.n_eff, p, strict=True))
        self.assertAlmostEqual(dose_trials_loglik(lots, CURVE, 1e-4), plain, 3)

    def test_the_average_lot_is_nearer_to_half_than_the_middle_one(self):
        first, *_, last = dose_average(DOSES, CURVE, 0.8)
        self.assertGreater(first.average, first.next_median)
        self.assertLess(last.average, last.next_median)

    def test_columns_that_do_not_match_are_refused(self):
        with self.assertRaises(CoreError) as refused:
            LotSeries((0.0, 14.0), (0.1,), (50.0,), 4)
        self.assertEqual(refused.exception.code, "lengths_differ")


class Drawn(TestCase):
    def test_the_dose_of_the_average_lot_lies_in_its_interval(self):
        draw, held, runs = np.random.default_rng(31), 0, 16
        at = np.linspace(0, 84, 841)
        average = np.array([p.average for p in dose_average(list(at), CURVE, 0.5)])
        true = at[int(np.argmax(average >= 0.9 * average[-1]))]
        for _ in range(runs):
            lots = []
            for shift in draw.normal(0, 0.5, 4):
                p = CURVE.share_at(DOSES)
                p = 1 / (1 + np.exp(-(np.log(p / (1 - p)) + shift)))
                counts = [draw.binomial(25, draw.beta(19 * s, 19 * (1 - s), 4)) for s in p]
                shares = final_shares([CountedTreatment(i, tuple(CountedDish(int(g), 25) for g in c)) for i, c in enumerate(counts)])
                rows = shares.treatments
                lots.append(LotSeries(DOSES, tuple(t.share for t in rows), tuple(t.n_eff for t in rows), 20, shares.critical))
            found = dose_over_lots(lots).curve
            held += found.lower is not None and found.lower <= true <= found.upper
        self.assertGreaterEqual(held, runs - 2)
