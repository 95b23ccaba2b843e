"""Laws that hold for any seed, tried on what hypothesis draws."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.seedstock import GerminationTest, StockChange, balances, decline, dryness, fill, relative_life, running_stock, stock_error
from core.vocabulary import DryState, StockKind, StorageBehaviour, StorageClass

amounts = st.integers(0, 5000)
errors = st.one_of(st.none(), st.floats(0, 500))
lines = st.lists(st.builds(StockChange, st.sampled_from(list(StockKind)), amounts, errors), max_size=15)
climates = st.tuples(st.floats(0, 50), st.floats(20, 70))


class Ledgers(TestCase):
    @given(lines)
    def test_reading_and_checking_agree_wherever_the_check_lets_it_through(self, entries):
        try:
            checked = balances(entries)
        except CoreError:
            self.assertTrue(any(b < 0 for b in running_stock(entries)))
        else:
            self.assertEqual(checked, running_stock(entries))

    @given(lines, amounts)
    def test_a_counted_recount_forgets_what_was_before_it(self, entries, count):
        after = [*entries, StockChange(StockKind.RECOUNT, count)]
        self.assertEqual((running_stock(after)[-1], stock_error(after)), (count, (0.0, None)))

    @given(lines)
    def test_an_error_is_there_or_its_reason_never_neither(self, entries):
        error, reason = stock_error(entries)
        self.assertEqual(error is None, reason is not None)

    @given(lines, st.floats(0, 500))
    def test_more_doubt_never_makes_a_stock_surer(self, entries, se):
        before, _ = stock_error(entries)
        after, _ = stock_error([*entries, StockChange(StockKind.IN, 10, se)])
        if before is not None:
            self.assertGreaterEqual(after, before)


class Keeping(TestCase):
    @given(climates, climates, climates)
    def test_relative_lives_multiply_along_a_way(self, a, b, c):
        self.assertAlmostEqual(relative_life(*a, *b) * relative_life(*b, *c), relative_life(*a, *c), delta=1e-6 * relative_life(*a, *c))

    @given(st.integers(1, 99), st.sampled_from(list(StorageClass)), climates)
    def test_a_cooler_place_never_shortens_what_is_left(self, germinated, storage, climate):
        warmth, damp = climate
        test = [GerminationTest(0, germinated, 100)]
        here, cooler = (decline(test, storage, t, damp) for t in (warmth, max(0.0, warmth - 5)))
        self.assertGreaterEqual(cooler.sigma_years, here.sigma_years)

    @given(st.integers(1, 99), st.sampled_from(list(StorageClass)), st.floats(0, 30))
    def test_the_share_alive_falls_and_lies_within_its_doubt(self, germinated, storage, years):
        found = decline([GerminationTest(0, germinated, 100)], storage)
        low, share, high = found.share_at(years)
        self.assertTrue(0 <= low <= share <= high <= 1)
        self.assertLessEqual(share, found.share_at(0)[1] + 1e-12)

    @given(st.lists(st.tuples(st.floats(0, 20), st.integers(0, 50)), min_size=2, max_size=6))
    def test_every_decline_falls_and_its_ranges_hold_their_order(self, seen):
        found = decline([GerminationTest(t, g, 50) for t, g in seen], StorageClass.MEDIUM)
        self.assertGreater(found.sigma_years, 0)
        self.assertAlmostEqual(found.half_years, found.k * found.sigma_years)
        self.assertLess(found.half_range.lower, found.half_range.upper)

    @given(st.floats(0, 100), st.one_of(st.none(), st.floats(0, 400)))
    def test_seed_that_dies_when_dried_is_never_called_dry(self, humidity, days):
        self.assertEqual(dryness(StorageBehaviour.RECALCITRANT, humidity, days).state, DryState.KEEP_MOIST)

    @given(st.integers(1, 500), st.data())
    def test_more_seeds_cut_never_widen_the_fill(self, cut, data):
        full = data.draw(st.integers(0, cut))
        few, many = fill(full, cut), fill(4 * full, 4 * cut)
        self.assertLessEqual(many.upper - many.lower, few.upper - few.lower + 1e-12)
        self.assertTrue(few.lower <= few.share <= few.upper)
