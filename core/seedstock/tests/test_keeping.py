from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy import optimize, stats

from core.errors import CoreError
from core.records import ClosingFates
from core.seedstock import (
    GerminationTest,
    StockChange,
    TreatmentTest,
    cares,
    check_may_be_dried,
    check_step_amounts,
    decline,
    decline_tests,
    dryness,
    next_turn_days,
    purpose_advice,
    relative_life,
    stock_error,
    storage_check,
    storing_question,
    trouble_advice,
    usual_decline,
)
from core.tests.examples import record
from core.vocabulary import (
    Container,
    DeclineSource,
    DryState,
    Hazard,
    PlaceKind,
    Purpose,
    Reason,
    StockKind,
    StorageBehaviour,
    StorageClass,
    Trouble,
)

ORTHODOX, RECALCITRANT = StorageBehaviour.ORTHODOX, StorageBehaviour.RECALCITRANT


class Errors(TestCase):
    def test_a_counted_draw_keeps_the_error_of_what_was_weighed(self):
        lines = [StockChange(StockKind.IN, 2000, 60), StockChange(StockKind.DRAWN, 400)]
        self.assertEqual(stock_error(lines), (60.0, None))

    def test_a_recount_ends_all_earlier_doubt(self):
        lines = [StockChange(StockKind.IN, 2000, None, Reason.GUESSED), StockChange(StockKind.RECOUNT, 900)]
        self.assertEqual(stock_error(lines), (0.0, None))

    def test_amounts_weighed_by_one_weight_are_wrong_together(self):
        apart = [StockChange(StockKind.IN, 1000, 60, rate="a"), StockChange(StockKind.IN, 1000, 60, rate="b")]
        together = [StockChange(StockKind.IN, 1000, 60, rate="a"), StockChange(StockKind.IN, 1000, 60, rate="a")]
        self.assertAlmostEqual(stock_error(apart)[0], 60 * 2**0.5)
        self.assertAlmostEqual(stock_error(together)[0], 120)

    def test_a_weighed_draw_takes_its_part_of_the_error_away(self):
        lines = [StockChange(StockKind.IN, 1000, 60, rate="a"), StockChange(StockKind.DRAWN, 1000, 60, rate="a")]
        self.assertAlmostEqual(stock_error(lines)[0], 0)

    def test_one_amount_of_unknown_error_leaves_the_whole_without_one_and_says_why(self):
        lines = [StockChange(StockKind.IN, 2000, 60), StockChange(StockKind.IN, 300, None, Reason.ONE_SCOOP)]
        self.assertEqual(stock_error(lines), (None, Reason.ONE_SCOOP))


class Drying(TestCase):
    def test_measured_humidity_decides_over_days(self):
        self.assertEqual(dryness(ORTHODOX, 55, 40).state, DryState.NOT_DRY)
        self.assertEqual(dryness(ORTHODOX, 40, 0).state, DryState.DRY)

    def test_without_a_measurement_days_only_make_it_likely(self):
        self.assertEqual(dryness(ORTHODOX, None, 20).state, DryState.LIKELY_DRY)
        self.assertEqual(dryness(ORTHODOX, None, 3).state, DryState.NOT_DRY)
        self.assertEqual(dryness(ORTHODOX, None, None).state, DryState.NOT_KNOWN)

    def test_seed_that_dies_when_dried_is_never_sent_to_drying_nor_frozen(self):
        with self.assertRaises(CoreError) as caught:
            check_may_be_dried(RECALCITRANT)
        self.assertEqual(caught.exception.code, "dies_if_dried")
        check_may_be_dried(StorageBehaviour.SHORT_LIVED)
        moist = dryness(RECALCITRANT, 20, 100)
        self.assertEqual(storing_question(None, PlaceKind.FREEZER, moist).code, "frozen_dies")

    def test_sealing_asks_unless_it_is_dry(self):
        wet, likely, dry = dryness(ORTHODOX, 70, None), dryness(ORTHODOX, None, 30), dryness(ORTHODOX, 30, None)
        self.assertEqual(storing_question(Container.FOIL, PlaceKind.SHELF, wet).code, "sealed_not_dry")
        self.assertIsNone(storing_question(Container.PAPER, PlaceKind.SHELF, wet))
        self.assertIsNone(storing_question(Container.JAR, PlaceKind.SHELF, likely))
        self.assertEqual(storing_question(Container.JAR, PlaceKind.FREEZER, likely).code, "frozen_not_dry")
        self.assertIsNone(storing_question(Container.JAR, PlaceKind.FREEZER, dry))

    def test_turning_is_daily_at_first(self):
        self.assertEqual([next_turn_days(d) for d in (0, 4.9, 5)], [1, 1, 3])


class Cleaning(TestCase):
    def test_more_out_than_in_is_questioned_only_beyond_the_scatter(self):
        check_step_amounts(10.0, 10.1, "g")
        check_step_amounts(500, 509, "g")
        with self.assertRaises(CoreError) as caught:
            check_step_amounts(10.0, 12.4, "g")
        self.assertEqual((caught.exception.code, caught.exception.bound, caught.exception.value), ("out_more_than_in", 10.0, 12.4))

    def test_a_negative_mass_cannot_be(self):
        with self.assertRaises(CoreError) as caught:
            check_step_amounts(-1, 0, "g")
        self.assertEqual(caught.exception.code, "amount_negative")

    def test_every_purpose_hazard_and_trouble_has_its_advice(self):
        self.assertTrue(all(purpose_advice(p).parents for p in Purpose))
        self.assertEqual(len(cares(list(Hazard))), len(Hazard))
        self.assertTrue(all(trouble_advice(t).what for t in Trouble))

    def test_diseased_waste_is_never_composted_and_visitors_need_no_quarantine(self):
        self.assertIn("never on the compost", trouble_advice(Trouble.SICK).waste)
        self.assertEqual([t for t in Trouble if not trouble_advice(t).quarantine], [Trouble.VISITORS])


class Storing(TestCase):
    def test_a_place_that_cannot_be_is_refused(self):
        for climate, code, bound in (
            ((200, 30), "temperature_out_of_range", 60),
            ((-100, 30), "temperature_out_of_range", -90),
            ((5, 130), "humidity_out_of_range", 100),
            ((5, -1), "humidity_out_of_range", 0),
        ):
            with self.subTest(climate), self.assertRaises(CoreError) as caught:
                storage_check(*climate)
            self.assertEqual((caught.exception.code, caught.exception.bound), (code, bound))

    def test_beyond_the_range_of_the_rule_its_ends_count(self):
        self.assertAlmostEqual(relative_life(60, 40, 20, 40), 2**-6)
        self.assertAlmostEqual(relative_life(20, 90, 20, 50), 2**-2)

    @given(st.floats(-30, 60), st.floats(0, 100), st.floats(-30, 60), st.floats(0, 100))
    def test_the_relative_life_of_two_places_is_the_inverse_the_other_way_round(self, t1, h1, t2, h2):
        self.assertAlmostEqual(relative_life(t1, h1, t2, h2) * relative_life(t2, h2, t1, h1), 1)

    def test_a_forecast_from_one_test_is_narrow_at_the_test_and_opens_after_it(self):
        found = decline([GerminationTest(2, 82, 100)], StorageClass.MEDIUM)
        widths = [high - low for low, _, high in map(found.share_at, (2, 4, 6))]
        self.assertLess(widths[0], widths[1])
        low, at, high = found.share_at(2)
        self.assertTrue(low < at < high)
        self.assertAlmostEqual(at, 0.82, delta=0.03)

    def test_a_forecast_from_tests_brackets_them_and_scatter_widens_it(self):
        tests = [(0, 90), (2, 74), (4, 50)]
        plain, scattered = (decline([GerminationTest(t, g, 100, phi) for t, g in tests], StorageClass.LONG) for phi in (1, 3))
        for at in (0, 2, 4):
            low, _, high = plain.share_at(at)
            wide_low, _, wide_high = scattered.share_at(at)
            self.assertTrue(wide_low < low < high < wide_high)

    def test_the_mode_is_the_top_of_the_posterior(self):
        tests = [GerminationTest(0, 90, 100), GerminationTest(2, 74, 100, 1.5), GerminationTest(4, 30, 100)]
        found = decline(tests, StorageClass.MEDIUM)
        usual = np.log(usual_decline(StorageClass.MEDIUM).sigma_years)

        def less(at):
            k, log_sigma = at
            prior = (k - 1.5) ** 2 / 2 + ((log_sigma - usual) / np.log(3)) ** 2 / 2
            z = [(t, k - t.at_years / np.exp(log_sigma)) for t in tests]
            return prior - sum((t.alive * stats.norm.logcdf(x) + (t.filled - t.alive) * stats.norm.logcdf(-x)) / t.phi for t, x in z)

        best = optimize.minimize(less, (1.5, usual), method="BFGS", tol=1e-10).x
        np.testing.assert_allclose((found.k, np.log(found.sigma_years)), best, atol=1e-6)

    def test_a_second_test_a_few_weeks_later_hardly_moves_the_half_life(self):
        first = GerminationTest(0, 80, 100, 2.2)
        one = decline([first], StorageClass.MEDIUM).half_years
        for alive in (76, 80, 84):
            two = decline([first, GerminationTest(0.15, alive, 100, 2.2)], StorageClass.MEDIUM).half_years
            self.assertLess(max(one / two, two / one), 1.6)

    def test_the_place_moves_the_forecast_even_after_tests(self):
        tests = [GerminationTest(0, 90, 100), GerminationTest(1, 86, 100)]
        self.assertGreater(decline(tests, StorageClass.MEDIUM, 5, 30).half_years, decline(tests, StorageClass.MEDIUM).half_years)

    def test_more_germination_at_the_second_test_still_has_a_forecast(self):
        found = decline([GerminationTest(0, 80, 100), GerminationTest(1, 90, 100)], StorageClass.MEDIUM)
        self.assertGreater(found.sigma_years, 0)

    def test_no_forecast_says_why(self):
        self.assertEqual(decline([], StorageClass.LONG).reason, Reason.NEVER_TESTED)
        tests = [GerminationTest(0, 60, 100)]
        self.assertEqual(decline(tests, StorageClass.LONG, behaviour=StorageBehaviour.SHORT_LIVED).reason, Reason.SOW_NOW)
        self.assertIsNone(decline([], StorageClass.LONG).share_at(1))


class WhichTestsCount(TestCase):
    """Dormant seed is not dead seed: germination of a treatment that left seed dormant is no viability."""

    def closed(self, fresh=0):
        return record(25, (5, 15), (20, 0), closing=ClosingFates(fresh=fresh, dead=10 - fresh))

    def test_closing_counts_give_viability_whatever_was_done(self):
        given = [TreatmentTest(0, "cold", (self.closed(5),)), TreatmentTest(1, "none", (self.closed(2),))]
        found = decline_tests(given)
        self.assertEqual(found.source, DeclineSource.CLOSING)
        self.assertEqual([(t.alive, t.filled) for t in found.tests], [(20, 25), (17, 25)])

    def test_else_only_tests_of_one_treatment_are_compared(self):
        open_ = record(25, (5, 15), (20, 0))
        given = [TreatmentTest(t, name, (open_,)) for t, name in ((0, "none"), (1, "cold"), (2, "none"))]
        found = decline_tests(given)
        self.assertEqual((found.source, found.used), (DeclineSource.ONE_TREATMENT, (0, 2)))
