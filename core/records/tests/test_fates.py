from dataclasses import fields
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.records import FATES, ClosingFates, CountRecord, Inspection
from core.vocabulary import ClosingFate

COUNTS = st.fixed_dictionaries({fate: st.integers(0, 30) for fate in ClosingFate})


class TheTable(TestCase):
    def test_every_fate_has_a_row_and_a_field(self):
        self.assertEqual(list(FATES), list(ClosingFate))
        self.assertEqual([f.name for f in fields(ClosingFates)], list(map(str, ClosingFate)))
        self.assertEqual(len({row.word for row in FATES.values()}), len(ClosingFate))

    def test_the_living_are_filled(self):
        self.assertTrue(all(row.filled for row in FATES.values() if row.viable))


class Counts(TestCase):
    @given(COUNTS)
    def test_are_what_they_were_made_of(self, counts):
        found = ClosingFates.of(counts)
        self.assertEqual(found.counts, counts)
        self.assertEqual(found.total, sum(counts.values()))
        self.assertEqual((found.viable, found.unfilled), (counts["fresh"] + counts["hard"], counts["empty"]))

    def test_bases_follow_the_table(self):
        dish = CountRecord(30, (Inspection(4, germinated=10, abnormal=1, lost=2),), ClosingFates(fresh=3, hard=2, empty=4, dead=8))
        self.assertEqual((dish.base_filled, dish.base_viable, dish.unknown), (24, 16, 0))
