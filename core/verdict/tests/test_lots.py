from unittest import TestCase

from core.germination import pair_indices
from core.verdict import OfLot, are_crossed, control_of, decided_together
from core.vocabulary import Family


def rows(*given):
    """Treatments from (lot, what was done, control or not)."""
    return [OfLot(i, lot, done, is_control=control) for i, (lot, done, control) in enumerate(given)]


CROSSED = rows(("A", "none", True), ("A", "cold", False), ("B", "none", True), ("B", "cold", False))


class WhatIsComparedWithWhat(TestCase):
    def test_one_control_for_all_lots(self):
        one = rows(("A", "none", True), ("B", "none", False), ("C", "none", False))
        self.assertEqual(control_of(one), 0)
        self.assertEqual(pair_indices([0, 1, 2], Family.CONTROL, control_of(one)), [(1, 0), (2, 0)])

    def test_each_lot_its_own(self):
        self.assertEqual(control_of(CROSSED), {1: 0, 3: 2})
        self.assertEqual(pair_indices([0, 1, 2, 3], Family.CONTROL, control_of(CROSSED)), [(1, 0), (3, 2)])

    def test_none_where_no_treatment_is_one(self):
        self.assertIsNone(control_of(rows(("A", "none", False), ("B", "none", False))))


class WhatIsDecidedTogether(TestCase):
    def test_treatments_of_one_lot_and_lots_of_one_treatment_each(self):
        self.assertEqual(decided_together(CROSSED[:2]), [(0, 1)])
        self.assertEqual(decided_together(rows(("A", "none", False), ("B", "none", False), ("C", "cold", False))), [(0, 1, 2)])

    def test_each_lot_by_itself_where_one_has_several(self):
        self.assertEqual(decided_together(CROSSED), [(0, 1), (2, 3)])
        mixed = rows(("A", "none", True), ("B", "none", False), ("A", "cold", False))
        self.assertEqual(decided_together(mixed), [(0, 2), (1,)])


class WhetherTheyAreCrossed(TestCase):
    def test_two_treatments_of_two_lots_are(self):
        self.assertTrue(are_crossed(CROSSED))

    def test_one_treatment_that_both_lots_had_is_not_enough(self):
        self.assertFalse(are_crossed(CROSSED[:3]))
        self.assertFalse(are_crossed(rows(("A", "none", True), ("A", "cold", False))))
