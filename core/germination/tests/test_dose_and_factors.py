from unittest import TestCase

from core.errors import CoreError
from core.germination import (
    Cell,
    CountedDish,
    CountedTreatment,
    compare_final,
    crossed_test,
    dose_trend,
    final_shares,
    read_ladder,
)
from core.vocabulary import DoseReading, Family, Reason


def treatment(name, *germinated, n=25):
    return CountedTreatment(name, tuple(CountedDish(g, n) for g in germinated))


def ladder(*shares, dishes=4):
    """Treatments whose dishes come up as `shares` say, nearly alike."""
    return [treatment(f"d{i}", *[min(25, max(0, round(25 * s) + j % 2)) for j in range(dishes)]) for i, s in enumerate(shares)]


def reading(*shares):
    counted = ladder(*shares)
    return read_ladder(range(len(shares)), compare_final(counted, Family.ALL))


class Ladders(TestCase):
    def test_the_best_at_the_end_asks_to_go_on_that_way(self):
        self.assertEqual(reading(0.0, 0.2, 0.5, 0.9).reading, DoseReading.LARGEST_BEST)
        self.assertEqual(reading(0.9, 0.6, 0.2).reading, DoseReading.SMALLEST_BEST)

    def test_the_best_inside_lies_inside_and_a_fall_at_the_top_is_said(self):
        self.assertEqual(reading(0.0, 0.3, 0.8, 0.7).reading, DoseReading.INSIDE)
        self.assertEqual(reading(0.1, 0.5, 0.8, 0.1).reading, DoseReading.FALLS)

    def test_doses_that_may_not_differ_have_no_best(self):
        found = reading(0.4, 0.44, 0.4)
        self.assertEqual((found.reading, len(found.equals)), (DoseReading.NOT_TOLD, 3))

    def test_doses_may_come_in_any_order(self):
        counted = ladder(0.0, 0.9, 0.2)
        found = read_ladder([0, 30, 10], compare_final(counted, Family.ALL))
        self.assertEqual((found.reading, found.best), (DoseReading.LARGEST_BEST, 1))

    def test_doses_that_do_not_fit_are_refused(self):
        comparison = compare_final(ladder(0.1, 0.5), Family.ALL)
        for ask in (lambda: read_ladder([1, 2, 3], comparison), lambda: dose_trend([1], comparison)):
            with self.assertRaises(CoreError) as refusal:
                ask()
            self.assertEqual((refusal.exception.code, refusal.exception.bound), ("doses_do_not_fit", 2))


class Trends(TestCase):
    def trend(self, counted, doses=None):
        return dose_trend(doses or range(len(counted)), compare_final(counted, Family.ALL))

    def test_it_rises_and_falls_with_the_dose(self):
        self.assertGreater(self.trend(ladder(0.1, 0.4, 0.8)).t, 3)
        self.assertLess(self.trend(ladder(0.8, 0.4, 0.1)).t, -3)

    def test_for_two_doses_of_equal_seeds_it_is_the_pairs_own_test(self):
        counted = ladder(0.2, 0.6)
        trend, pair = self.trend(counted), compare_final(counted, Family.ALL).pairs[0]
        self.assertAlmostEqual(trend.t, -pair.stat)
        self.assertAlmostEqual(trend.p, pair.p)

    def test_the_unit_of_the_dose_does_not_matter(self):
        counted = ladder(0.1, 0.4, 0.8)
        self.assertAlmostEqual(self.trend(counted, [0, 7, 14]).t, self.trend(counted, [0, 1, 2]).t)

    def test_where_there_is_none_the_reason_is_said(self):
        self.assertEqual(self.trend([treatment(n, 0, 0) for n in "abc"]).reason, Reason.NO_REPLICATION)
        self.assertEqual(self.trend([treatment(n, 5) for n in "abc"]).reason, Reason.NO_REPLICATION)
        self.assertEqual(self.trend(ladder(0.2, 0.5), [3, 3]).reason, Reason.ONE_TREATMENT)


def crossed(table):
    """The test of two factors on the dishes of each combination of their levels."""
    shares = final_shares([treatment(a + b, *dishes) for (a, b), dishes in table.items()])
    sizes = shares.test_sizes
    found = [Cell(a, b, t.share, n) for (a, b), t, n in zip(table, shares.treatments, sizes, strict=True)]
    return crossed_test(found, shares.df)


class Factors(TestCase):
    def test_an_interplay_is_seen(self):
        found = crossed(
            {("dark", "10"): (3, 4, 3), ("dark", "20"): (20, 21, 19), ("light", "10"): (20, 19, 21), ("light", "20"): (4, 3, 4)}
        )
        self.assertLess(found.interaction.p, 0.001)
        self.assertEqual((found.interaction.df1, found.main_a.df1), (1, 1))

    def test_main_effects_without_interplay(self):
        found = crossed(
            {("dark", "10"): (3, 5, 4), ("dark", "20"): (9, 10, 8), ("light", "10"): (10, 12, 11), ("light", "20"): (18, 17, 19)}
        )
        self.assertGreater(found.interaction.p, 0.05)
        self.assertLess(max(found.main_a.p, found.main_b.p), 0.01)

    def test_a_cell_of_none_has_no_finite_model_and_it_is_said(self):
        found = crossed({("dark", "10"): (0, 0), ("dark", "20"): (9, 10), ("light", "10"): (10, 12), ("light", "20"): (18, 17)})
        self.assertEqual((found.reason, found.interaction.p, found.main_b.p), (Reason.ALL_OR_NONE, None, None))

    def test_degrees_of_freedom_are_those_of_the_levels(self):
        table = {(a, b): (9, 10) for a in ("dark", "light") for b in ("10", "15", "20")} | {("dark", "10"): (0, 0)}
        found = crossed(table)
        self.assertEqual((found.interaction.df1, found.main_a.df1, found.main_b.df1), (2, 1, 2))

    def test_without_replication_it_is_chi_squared_on_the_usual_scatter(self):
        found = crossed({("dark", "10"): (3,), ("dark", "20"): (20,), ("light", "10"): (20,), ("light", "20"): (4,)})
        self.assertIsNone(found.interaction.df2)
        self.assertLess(found.interaction.p, 0.05)

    def test_a_factor_of_one_level_is_refused(self):
        with self.assertRaises(CoreError) as refusal:
            crossed({("dark", "10"): (3,), ("dark", "20"): (4,)})
        self.assertEqual((refusal.exception.code, refusal.exception.parameter), ("one_level", "a"))

    def test_more_scatter_never_makes_it_surer(self):
        calm = crossed({("d", "1"): (8, 8, 8), ("d", "2"): (14, 14, 14), ("l", "1"): (12, 12, 12), ("l", "2"): (13, 13, 13)})
        wild = crossed({("d", "1"): (1, 8, 15), ("d", "2"): (6, 14, 22), ("l", "1"): (4, 12, 20), ("l", "2"): (5, 13, 21)})
        self.assertGreater(wild.interaction.p, calm.interaction.p)
