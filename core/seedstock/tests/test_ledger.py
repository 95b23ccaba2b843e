from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.seedstock import StockChange, balances
from core.vocabulary import StockKind

changes = st.builds(StockChange, st.sampled_from(list(StockKind)), st.integers(0, 500))


class Ledger(TestCase):
    def test_what_comes_in_and_goes_out(self):
        lines = [StockChange(StockKind.IN, 100), StockChange(StockKind.DRAWN, 30), StockChange(StockKind.LOST, 5)]
        self.assertEqual(balances(lines), [100, 70, 65])

    def test_a_correction_has_a_sign_and_a_recount_sets(self):
        lines = [StockChange(StockKind.IN, 100), StockChange(StockKind.CORRECTED, -20), StockChange(StockKind.RECOUNT, 7)]
        self.assertEqual(balances(lines), [100, 80, 7])

    def test_below_nothing_is_refused_with_the_numbers(self):
        with self.assertRaises(CoreError) as caught:
            balances([StockChange(StockKind.IN, 10), StockChange(StockKind.DRAWN, 11)])
        self.assertEqual((caught.exception.parameter, caught.exception.bound), ("entries.1", 10))
        self.assertIn("11", caught.exception.message)

    def test_an_empty_ledger(self):
        self.assertEqual(balances([]), [])

    @given(st.lists(changes, max_size=20))
    def test_no_balance_is_ever_below_nothing(self, lines):
        try:
            found = balances(lines)
        except CoreError as refusal:
            self.assertEqual(refusal.code, "below_zero")
        else:
            self.assertTrue(all(b >= 0 for b in found))
