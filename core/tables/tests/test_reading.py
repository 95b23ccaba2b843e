from dataclasses import replace
from datetime import date, datetime, timedelta
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.tables import Table, guess_table, read_counts, read_lots
from core.vocabulary import AmountUnit, ColumnMeaning, CountsAre, DatePrecision, DayOrder, OriginKind, SheetShape

M = ColumnMeaning
WIDE = [
    ["Globemallow, spring", None, None, None, None, None, None],
    ["", "", "", "", "", "", ""],
    ["Treatment", "Rep", "Seeds", "Date sown", "day 4", "day 8", "12 days"],
    ["control", "1", 25, "2025-03-01", 0, 1, None],
    ["", "2", 25, "2025-03-01", 0, "0", 2],
    ["nick", "1", 25, "2025-03-01", 6, 9, 3],
    ["Total", "", 75, "", 6, 10, 5],
]
LONG = [
    ["lot", "treatment", "dish", "seeds", "sown", "looked on", "germinated", "rotted"],
    ["SM-052", "control", "A", 20, "1/3/2025", "5/3/2025", 1, 0],
    ["SM-052", "control", "A", 20, "1/3/2025", "9/3/2025", 2, 1],
    ["SM-052", "nick", "B", 20, "1/3/2025", "5/3/2025", 9, ""],
]
LOTS = [
    ["Lot", "Species", "Where", "Collected", "Collected by", "Weight (g)", "Notes"],
    ["HR-9", "Linum lewisii", "Display garden", "Aug 2024", "RK", "12,5", "chaff"],
    ["", "scree thing", "Halfmoon Rim", "14/8/2024", "", "", ""],
]


def table(rows, **said):
    guess = guess_table(rows)
    given = {"sheet": "Sheet1", "rows": rows, "header_row": guess.header_row, "shape": guess.shape, "columns": guess.columns}
    return Table(**given | {"day_order": DayOrder.DMY} | said)


class Guessed(TestCase):
    def test_headings_are_found_below_a_title_and_columns_by_their_words(self):
        guess = guess_table(WIDE)
        self.assertEqual((guess.header_row, guess.shape), (2, SheetShape.WIDE_COUNTS))
        self.assertEqual(guess.columns, (M.TREATMENT, M.DISH, M.SOWN_SEEDS, M.SOWN_ON, M.LOOK, M.LOOK, M.LOOK))

    def test_a_line_a_look_is_long(self):
        guess = guess_table(LONG)
        self.assertEqual(guess.shape, SheetShape.LONG_COUNTS)
        self.assertEqual(guess.columns, (M.LOT_CODE, M.TREATMENT, M.DISH, M.SOWN_SEEDS, M.SOWN_ON, M.LOOKED_ON, M.COUNT, M.ROTTED))

    def test_lots_tell_the_unit_of_their_amount(self):
        guess = guess_table(LOTS)
        self.assertEqual((guess.shape, guess.amount_unit), (SheetShape.LOTS, AmountUnit.GRAMS))
        self.assertEqual(guess.columns, (M.LOT_CODE, M.PLANT, M.ORIGIN_PLACE, M.COLLECTED, M.COLLECTOR, M.AMOUNT, M.NOTE))

    def test_a_column_of_percents_is_known_whatever_it_is_called(self):
        rows = [["treatment", "result"], ["a", "64 %"], ["b", "20%"]]
        self.assertEqual(guess_table(rows).columns, (M.TREATMENT, M.PERCENT))


class WideCounts(TestCase):
    def test_a_row_is_a_dish_an_empty_cell_no_look_and_a_total_is_left_out(self):
        found = table(WIDE)
        dishes = read_counts(found)
        self.assertEqual(found.problems, [])
        self.assertEqual([(d.treatment, d.name, d.seeds) for d in dishes], [("control", "1", 25), ("control", "2", 25), ("nick", "1", 25)])
        self.assertEqual([[x.germinated for x in d.looks] for d in dishes], [[0, 1], [0, 0, 2], [6, 9, 3]])
        self.assertEqual(dishes[2].looks[1].at - dishes[2].sown_at, timedelta(days=8))
        self.assertEqual([p.cell for p in found.left_out], ["A7"])

    def test_all_so_far_becomes_what_was_new_and_a_total_that_falls_names_its_cell(self):
        rows = [["treatment", "seeds", "day 3", "day 6", "day 9"], ["nick", 10, 2, 5, 5], ["none", 10, 3, 1, 4]]
        found = table(rows, counts_are=CountsAre.IN_ALL, sown_on=date(2025, 3, 1))
        dishes = read_counts(found)
        self.assertEqual([x.germinated for x in dishes[0].looks], [2, 3, 0])
        self.assertEqual([(p.cell, p.value) for p in found.problems], [("D3", "1")])
        self.assertIn("falls from 3 to 1", found.problems[0].message)

    def test_more_than_sown_is_asked_whether_it_is_all_so_far(self):
        rows = [["treatment", "seeds", "day 3", "day 6"], ["nick", 10, 6, 8]]
        found = table(rows, sown_on=date(2025, 3, 1))
        read_counts(found)
        self.assertEqual([p.cell for p in found.problems], ["D2"])
        self.assertIn("totals so far", found.problems[0].message)

    def test_dates_as_headings_follow_the_settled_order(self):
        rows = [["treatment", "seeds", "3/4/2025", "7/4/2025"], ["nick", 10, 1, 2]]
        at = {
            order: read_counts(table(rows, sown_on=date(2025, 3, 1), day_order=order))[0].looks[0].at
            for order in (DayOrder.DMY, DayOrder.MDY)
        }
        self.assertEqual(at[DayOrder.DMY].date(), date(2025, 4, 3))
        self.assertEqual(at[DayOrder.MDY].date(), date(2025, 3, 4))

    def test_a_dish_whose_cell_of_the_sowing_is_empty_has_the_day_given_for_all(self):
        rows = [["treatment", "seeds", "sown on", "day 3"], ["nick", 10, "", 1], ["none", 10, " ", 1], ["rub", 10, "1/2/2025", 1]]
        found = table(rows, columns=(M.TREATMENT, M.SOWN_SEEDS, M.SOWN_ON, M.LOOK), shape=SheetShape.WIDE_COUNTS, sown_on=date(2025, 3, 1))
        self.assertEqual([d.sown_at.date() for d in read_counts(found)], [date(2025, 3, 1), date(2025, 3, 1), date(2025, 2, 1)])
        self.assertEqual(found.problems, [])

    def test_what_no_column_and_nobody_says_is_asked_for(self):
        rows = [["treatment", "day 3"], ["nick", 1]]
        found = table(rows, columns=(M.TREATMENT, M.LOOK), shape=SheetShape.WIDE_COUNTS)
        self.assertEqual(read_counts(found), [])
        self.assertEqual(len(found.problems), 2)
        self.assertIn("How many seeds", found.problems[0].message)
        self.assertIn("When was this dish sown", found.problems[1].message)

    def test_percents_are_refused_with_the_reason(self):
        rows = [["treatment", "seeds", "day 3", "final %"], ["nick", 10, 4, "40 %"]]
        found = table(rows, sown_on=date(2025, 3, 1), shape=SheetShape.WIDE_COUNTS)
        read_counts(found)
        self.assertEqual([p.cell for p in found.problems], ["D1"])
        self.assertIn("no uncertainty", found.problems[0].message)


class LongCounts(TestCase):
    def test_lines_of_one_dish_are_its_looks(self):
        found = table(LONG)
        dishes = read_counts(found)
        self.assertEqual(found.problems, [])
        self.assertEqual(
            [(d.lot_code, d.treatment, d.name, len(d.looks)) for d in dishes], [("SM-052", "control", "A", 2), ("SM-052", "nick", "B", 1)]
        )
        self.assertEqual((dishes[0].looks[1].germinated, dishes[0].looks[1].rotted), (2, 1))
        self.assertEqual(dishes[0].looks[0].at, datetime(2025, 3, 5, 12))  # noqa: DTZ001  # wall clock of the sheet

    def test_two_lines_of_one_dish_on_one_day_are_asked_about(self):
        found = table([*LONG, ["SM-052", "nick", "B", 20, "1/3/2025", "5/3/2025", 2, ""]])
        read_counts(found)
        self.assertEqual([p.cell for p in found.problems], ["G5"])
        self.assertIn("two dishes", found.problems[0].message)


class LotLines(TestCase):
    def test_dates_keep_their_precision_and_amounts_their_number(self):
        found = table(LOTS)
        first, second = read_lots(found)
        self.assertEqual(found.problems, [])
        self.assertEqual((first.code, first.collected.precision, first.amount), ("HR-9", DatePrecision.MONTH, 12.5))
        self.assertEqual((second.plant, second.collected.day, second.amount), ("scree thing", date(2024, 8, 14), None))

    def test_each_refused_cell_is_named(self):
        rows = [
            ["lot", "species", "origin kind", "collected", "amount", "parents"],
            ["A", "", "moon", "soon", "-3", "x"],
            ["a", "flax", "wild", "", "", ""],
        ]
        found = table(rows, shape=SheetShape.LOTS)
        lots = read_lots(found)
        self.assertEqual([p.cell for p in found.problems], ["C2", "D2", "E2", "F2", "B2", "A3"])
        self.assertEqual(lots[1].origin_kind, OriginKind.WILD)
        self.assertIn("Row 2 has the same code", found.problems[-1].message)


CELLS = st.one_of(
    st.none(),
    st.text(max_size=8),
    st.integers(-5, 400),
    st.floats(allow_nan=True),
    st.dates(),
    st.sampled_from(["day 3", "12/25", "40 %", "3/4/2025", "nick"]),
)
ROWS = st.lists(st.lists(CELLS, min_size=1, max_size=6), min_size=1, max_size=8)


class AnyTable(TestCase):
    @settings(max_examples=150, deadline=None)
    @given(
        rows=ROWS,
        columns=st.lists(st.sampled_from(ColumnMeaning), min_size=6, max_size=6),
        order=st.sampled_from(DayOrder),
        kind=st.sampled_from(CountsAre),
    )
    def test_is_read_without_a_crash_and_what_comes_out_can_be_recorded(self, rows, columns, order, kind):
        guess_table(rows)
        found = Table("s", rows, 0, SheetShape.WIDE_COUNTS, columns, order, kind, 10, date(2025, 3, 1))
        for shape in (SheetShape.WIDE_COUNTS, SheetShape.LONG_COUNTS):
            read = replace(found, shape=shape, problems=[], left_out=[])
            dishes = read_counts(read)
            if not read.problems:
                for dish in dishes:
                    self.assertLessEqual(sum(x.germinated + x.abnormal + x.rotted + x.lost for x in dish.looks), dish.seeds)
        read_lots(replace(found, shape=SheetShape.LOTS, problems=[], left_out=[]))
