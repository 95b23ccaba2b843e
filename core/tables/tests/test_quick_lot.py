from datetime import date
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.tables import read_lot
from core.vocabulary import AmountKnown, AmountUnit, DatePrecision, DayOrder

TODAY = date(2026, 11, 29)
PLACES = ["Fridge, upper shelf", "Fridge, lower shelf", "Seed store, box 1"]
ORIGINS = ["Display garden, north bed", "Halfmoon Rim"]


def read(text, order=DayOrder.DMY):
    return read_lot(text, today=TODAY, order=order, places=PLACES, origins=ORIGINS)


class OneLine(TestCase):
    def test_each_piece_is_taken_for_what_it_is_and_said(self):
        found = read("Lewis flax, north bed, 12 Aug, about 40 plants, 18 g, box 1, LL-023, a bit damp")
        self.assertEqual((found.plant, found.origin, found.place), ("Lewis flax", "Display garden, north bed", "Seed store, box 1"))
        self.assertEqual((found.amount, found.unit, found.known), (18, AmountUnit.GRAMS, AmountKnown.WEIGHED))
        self.assertEqual((found.collected_on, found.parents, found.code), (date(2026, 8, 12), 40, "LL-023"))
        self.assertEqual(found.notes, ["about 40 plants", "a bit damp"])
        self.assertEqual(
            [taken for _, taken in found.understood], ["plant", "origin", "collected", "parent plants", "amount", "kept at", "code", "note"]
        )
        self.assertEqual(found.questions, [])

    def test_amounts_in_other_units_become_grams_and_counts_keep_how_they_are_known(self):
        amounts = {
            "1.5 kg": 1500,
            "250 mg": 0.25,
            "1 oz": 28.349523125,
            "1,200 seeds": 1200,
            "≈ 300 seeds": 300,
            "60 ml": 60,
            "12 heads": 12,
        }
        self.assertEqual({text: read(f"flax, {text}").amount for text in amounts}, amounts)
        self.assertEqual(read("flax, 1,200 seeds").known, AmountKnown.COUNTED)
        self.assertEqual(read("flax, about 300 seeds").known, AmountKnown.GUESSED)
        self.assertEqual(read("flax, 12 pods").unit, AmountUnit.HEADS)

    def test_a_day_without_a_year_is_the_latest_past_one_in_the_writers_order(self):
        self.assertEqual(read("flax, 12 8").collected_on, date(2026, 8, 12))
        self.assertEqual(read("flax, 8/12", DayOrder.MDY).collected_on, date(2026, 8, 12))
        self.assertEqual(read("flax, 24 Dec").collected_on, date(2025, 12, 24))
        self.assertEqual(read("flax, yesterday").collected_on, date(2026, 11, 28))
        self.assertEqual((read("flax, Aug 2025").collected_on, read("flax, Aug 2025").precision), (date(2025, 8, 1), DatePrecision.MONTH))
        self.assertEqual(read("flax, 2024").precision, DatePrecision.YEAR)

    def test_what_could_be_several_things_is_asked_and_taken_for_none(self):
        for text, word in {
            "flax, 40": "of what",
            "Fridge, flax": "could be",
            "flax, 18 g, 20 g": "second amount",
            "flax, 2.5 plants": "how many",
        }.items():
            found = read(text)
            self.assertEqual(len(found.questions), 1, text)
            self.assertIn(word, found.questions[0])
        self.assertEqual((read("flax, 40").amount, read("flax, 40").parents), (None, None))

    def test_the_first_piece_that_is_nothing_else_is_the_plant_wherever_it_stands(self):
        self.assertEqual(read("18 g, may apple, Halfmoon Rim").plant, "may apple")
        self.assertEqual(read("12 Aug").plant, "")

    @given(st.text(max_size=60))
    def test_nothing_that_is_typed_is_lost(self, text):
        found = read(text)
        pieces = " ".join([*(p for p, _ in found.understood), *found.questions])
        for letters in (c for c in text if c.isalnum()):
            self.assertIn(letters, pieces)
