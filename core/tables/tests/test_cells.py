from datetime import date, datetime, time
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.tables import Unreadable, cell_name, moment_of, possible_orders
from core.tables.cells import count_of, day_number, number_of
from core.vocabulary import DatePrecision, DayOrder

DMY, MDY, YMD = DayOrder.DMY, DayOrder.MDY, DayOrder.YMD


class Dates(TestCase):
    def test_the_order_that_was_settled_decides(self):
        self.assertEqual(moment_of("3/4/2025", DMY).day, date(2025, 4, 3))
        self.assertEqual(moment_of("3/4/2025", MDY).day, date(2025, 3, 4))
        self.assertEqual(moment_of("25-04-03", YMD).day, date(2025, 4, 3))

    def test_a_year_first_and_a_named_month_leave_no_choice(self):
        for text in ("2025-04-03", "3 Apr 2025", "Apr 3, 2025", "3rd April 2025"):
            with self.subTest(text):
                self.assertEqual({moment_of(text, order).day for order in DayOrder}, {date(2025, 4, 3)})

    def test_a_month_or_a_year_alone_is_taken_as_such(self):
        self.assertEqual(moment_of("Aug 2025", DMY).precision, DatePrecision.MONTH)
        self.assertEqual(moment_of(2025, DMY).precision, DatePrecision.YEAR)

    def test_a_time_of_day_is_kept(self):
        self.assertEqual(moment_of("2025-04-03 10:30", DMY).at, time(10, 30))
        self.assertEqual(moment_of(datetime(2025, 4, 3, 10, 30), DMY).at, time(10, 30))  # noqa: DTZ001  # a spreadsheet's
        self.assertIsNone(moment_of(datetime(2025, 4, 3), DMY).at)  # noqa: DTZ001
        self.assertEqual(moment_of("2025-04-03 23:59", DMY).at, time(23, 59))
        for no_clock in ("2025-04-03 24:00", "2025-04-03 10:60"):
            self.assertIsNone(moment_of(no_clock, DMY).at)

    def test_what_is_no_date_says_what_would_be(self):
        for text in ("soon", "30 Feb 2025", "3 Foo 2025", "1/1/0001", "13/13/2025"):
            with self.subTest(text), self.assertRaises(Unreadable):
                moment_of(text, DMY)

    def test_one_date_past_the_twelfth_settles_them_all(self):
        self.assertEqual(possible_orders(["3/4/2025", "14/4/2025", ""]), {DMY})
        self.assertEqual(possible_orders(["3/4/2025", "4/14/2025"]), {MDY})
        self.assertEqual(possible_orders(["3/4/2025", "5/6/2025"]), {DMY, MDY})
        self.assertEqual(possible_orders([date(2025, 4, 3), "Apr 2025"]), set(DayOrder))


class Counts(TestCase):
    def test_percentages_pairs_parts_and_words_are_refused_each_with_its_way_out(self):
        for cell, words in (
            ("64 %", "no uncertainty"),
            ("12/25", "12 here, and 25"),
            ("2.5", "whole number"),
            ("many", "enter a number"),
            (-1, "0 or more"),
        ):
            with self.subTest(cell), self.assertRaises(Unreadable) as caught:
                count_of(cell)
            self.assertIn(words.lower(), str(caught.exception).lower())

    def test_numbers_are_read_as_people_write_them(self):
        for text, number in (("1,5", 1.5), ("2 400", 2400), ("2,400", 2400), ("1,234,567.5", 1234567.5), ("≈ 300", 300), (7, 7)):
            with self.subTest(text):
                self.assertEqual(number_of(text), number)

    def test_days_after_sowing_are_known_by_their_headings(self):
        for text, number in (("day 4", 4), ("d4", 4), ("4", 4), ("Day 4.5", 4.5), (7, 7), ("7 days", 7)):
            self.assertEqual(day_number(text), number, text)
        for text in ("treatment", "2025", "2025-04-03", None, date(2025, 4, 3), "day"):
            self.assertIsNone(day_number(text), text)


class Anything(TestCase):
    @given(st.one_of(st.text(max_size=20), st.floats(), st.integers(), st.none(), st.booleans(), st.dates()))
    def test_is_read_or_refused_in_a_sentence(self, cell):
        for read in (count_of, number_of, lambda c: moment_of(c, DMY)):
            try:
                read(cell)
            except Unreadable as why:
                self.assertGreater(len(str(why)), 20)
        day_number(cell)

    @given(st.integers(0, 20_000), st.integers(0, 20_000))
    def test_cells_have_names_of_their_own(self, row, column):
        self.assertNotEqual(cell_name(row, column), cell_name(row, column + 1))
        self.assertRegex(cell_name(row, column), r"^[A-Z]+[1-9]\d*$")
