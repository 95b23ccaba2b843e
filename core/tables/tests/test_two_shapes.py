"""One trial written in two shapes is one trial, whatever is left out, repeated or spelt otherwise."""

from datetime import date, datetime, timedelta
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.tables import Table, guess_table, read_counts, read_lots
from core.vocabulary import ColumnMeaning, CountsAre, DatePrecision, DayOrder, SheetShape

M = ColumnMeaning
SOWN = date(2025, 3, 1)
DAYS = (3, 6, 9, 14)
# a dish: what was new at each of the days, None where nobody looked
dishes_of_new = st.lists(st.lists(st.one_of(st.none(), st.integers(0, 5)), min_size=4, max_size=4), min_size=1, max_size=6)


def as_wide(dishes, *, in_all=False):
    rows = [["treatment", "dish", "seeds", "sown", *(f"day {d}" for d in DAYS)]]
    for n, new in enumerate(dishes):
        cells, total = [], 0
        for x in new:
            total += x or 0
            cells.append("" if x is None else total if in_all else x)
        rows.append([f"t{n % 2}", str(n), 20, SOWN.isoformat(), *cells])
    return rows


def as_long(dishes, *, by_date=False):
    rows = [["treatment", "dish", "seeds", "sown", "looked on", "germinated"]]
    for n, new in enumerate(dishes):
        for day, x in zip(DAYS, new, strict=True):
            if x is not None:
                on = (SOWN + timedelta(days=day)).isoformat() if by_date else f"day {day}"
                rows.append([f"t{n % 2}", str(n), 20, SOWN.isoformat(), on, x])
    return rows


def read(rows, shape, **said):
    columns = said.pop("columns", guess_table(rows).columns)
    found = Table(sheet="Sheet1", rows=rows, header_row=0, shape=shape, columns=columns, day_order=DayOrder.DMY, **said)
    return found, read_counts(found)


def told(dishes):
    """What was read, apart from the cells it came from; a dish that nobody looked at has no line in a long sheet."""
    return sorted((d.treatment, d.name, d.seeds, d.sown_at, tuple((x.at, x.germinated) for x in d.looks)) for d in dishes if d.looks)


class OneTrialInTwoShapes(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(dishes_of_new)
    def test_wide_and_long_say_the_same(self, dishes):
        wide, of_wide = read(as_wide(dishes), SheetShape.WIDE_COUNTS)
        self.assertEqual(wide.problems, [])
        for by_date in (False, True):
            long, of_long = read(as_long(dishes, by_date=by_date), SheetShape.LONG_COUNTS) if any(map(any, dishes)) else (wide, of_wide)
            self.assertEqual(long.problems, [])
            self.assertEqual(told(of_long), told(of_wide))

    @settings(max_examples=60, deadline=None)
    @given(dishes_of_new)
    def test_new_ones_and_all_so_far_say_the_same(self, dishes):
        _, new = read(as_wide(dishes), SheetShape.WIDE_COUNTS)
        found, in_all = read(as_wide(dishes, in_all=True), SheetShape.WIDE_COUNTS, counts_are=CountsAre.IN_ALL)
        self.assertEqual(found.problems, [])
        self.assertEqual(told(in_all), told(new))

    @given(dishes_of_new, st.randoms(use_true_random=False))
    def test_lines_of_a_long_sheet_may_stand_in_any_order(self, dishes, chance):
        rows = as_long(dishes)
        mixed = rows[:1] + chance.sample(rows[1:], len(rows) - 1)
        self.assertEqual(told(read(mixed, SheetShape.LONG_COUNTS)[1]), told(read(rows, SheetShape.LONG_COUNTS)[1]))

    @given(dishes_of_new, st.integers(0, 6))
    def test_sums_and_empty_rows_change_nothing(self, dishes, at):
        rows = as_wide(dishes)
        at = 1 + min(at, len(dishes))
        sums = ["Total", "", 20 * len(dishes), "", *(sum(d[i] or 0 for d in dishes) for i in range(4))]
        more = [*rows[:at], [""] * 8, sums, [None] * 8, *rows[at:]]
        found, dishes_read = read(more, SheetShape.WIDE_COUNTS)
        self.assertEqual(told(dishes_read), told(read(rows, SheetShape.WIDE_COUNTS)[1]))
        self.assertEqual([p.cell for p in found.left_out], [f"A{at + 2}"])

    @given(st.lists(st.integers(0, 9), min_size=4, max_size=4))
    def test_more_than_was_sown_is_refused_in_both_shapes(self, new):
        dish = [[*new[:3], new[3] + 21]]
        for shape, rows in ((SheetShape.WIDE_COUNTS, as_wide(dish)), (SheetShape.LONG_COUNTS, as_long(dish))):
            found, _ = read(rows, shape)
            self.assertEqual(len(found.problems), 1, shape)
            self.assertIn("20", found.problems[0].message)
            self.assertIn("totals so far", found.problems[0].message)


class RefusedByCell(TestCase):
    def refused(self, rows, shape=SheetShape.WIDE_COUNTS, **said):
        found, dishes = read(rows, shape, **said)
        return [p.cell for p in found.problems], " ".join(p.message for p in found.problems), dishes

    def test_a_row_without_its_treatment_takes_the_one_above_and_the_first_has_none(self):
        cells, words, dishes = self.refused([["treatment", "seeds", "sown", "day 3"], ["", 20, "1/3/2025", 1], ["nick", 20, "1/3/2025", 2]])
        self.assertEqual(cells, ["A2"])
        self.assertIn("Enter the treatment’s name", words)
        self.assertEqual([d.treatment for d in dishes], ["nick"])

    def test_without_a_column_for_treatments_all_were_sown_as_they_are(self):
        _, _, dishes = self.refused([["dish", "seeds", "sown", "day 3"], ["1", 20, "1/3/2025", 1]])
        self.assertEqual([d.treatment for d in dishes], ["as sown"])

    def test_seeds_want_a_whole_number_of_at_least_one(self):
        for seeds in (0, "some", "12.5"):
            with self.subTest(seeds):
                cells, _, dishes = self.refused([["treatment", "seeds", "sown", "day 3"], ["nick", seeds, "1/3/2025", 0]])
                self.assertEqual((cells, dishes), (["B2"], []))
        _, _, dishes = self.refused([["treatment", "seeds", "sown", "day 3"], ["nick", 1, "1/3/2025", 0], ["nick", 0, "1/3/2025", 0]])
        self.assertEqual([d.seeds for d in dishes], [1])

    def test_a_sowing_wants_its_day(self):
        cells, words, dishes = self.refused([["treatment", "seeds", "sown", "day 3"], ["nick", 20, "March 2025", 0]])
        self.assertEqual((cells, dishes), (["C2"], []))
        self.assertIn("a month or a year alone", words)

    def test_a_look_wants_its_day_and_its_heading_is_refused_once_for_all_dishes(self):
        rows = [["treatment", "seeds", "sown", "March 2025", "day 9"], ["nick", 20, "1/3/2025", 1, 2], ["none", 20, "1/3/2025", 0, 1]]
        cells, words, dishes = self.refused(rows, columns=(M.TREATMENT, M.SOWN_SEEDS, M.SOWN_ON, M.LOOK, M.LOOK))
        self.assertEqual(cells, ["D1"])
        self.assertIn("day 4", words)
        self.assertEqual([len(d.looks) for d in dishes], [1, 1])

    def test_a_wide_sheet_without_a_look_is_told_which_headings_would_be(self):
        cells, words, dishes = self.refused([["treatment", "seeds", "sown"], ["nick", 20, "1/3/2025"]])
        self.assertEqual((cells, dishes), (["A1"], []))
        self.assertIn("days after sowing", words)

    def test_a_long_line_refuses_its_own_cells(self):
        head = ["treatment", "dish", "seeds", "sown", "looked on", "germinated", "rotted"]
        for column, cell in ((4, "E2"), (5, "F2"), (6, "G2")):
            with self.subTest(cell):
                line = ["nick", "1", 20, "1/3/2025", "5/3/2025", 3, 1]
                line[column] = "many"
                cells, _, dishes = self.refused([head, line], SheetShape.LONG_COUNTS)
                self.assertEqual(cells, [cell])
                self.assertEqual([d.looks for d in dishes], [[]])

    def test_a_long_line_that_begins_no_dish_is_refused_and_the_others_stand(self):
        head = ["treatment", "dish", "seeds", "sown", "looked on", "germinated"]
        rows = [
            head,
            ["nick", "1", "", "1/3/2025", "5/3/2025", 3],
            ["nick", "2", 20, "1/3/2025", "5/3/2025", 4],
            ["Sum", "", "", "", "", 7],
        ]
        found, dishes = read(rows, SheetShape.LONG_COUNTS)
        self.assertEqual([p.cell for p in found.problems], ["C2"])
        self.assertEqual([(d.name, d.looks[0].germinated) for d in dishes], [("2", 4)])
        self.assertEqual([p.cell for p in found.left_out], ["A4"])

    def test_what_else_was_found_in_a_wide_row_is_taken_at_its_last_look(self):
        rows = [["treatment", "seeds", "sown", "day 3", "day 6", "rotted", "lost"], ["nick", 20, "1/3/2025", 4, 5, 2, 1]]
        _, _, dishes = self.refused(rows)
        self.assertEqual([(x.germinated, x.rotted, x.lost) for x in dishes[0].looks], [(4, 0, 0), (5, 2, 1)])
        self.assertEqual(dishes[0].looks[-1].at, datetime(2025, 3, 7, 12))  # noqa: DTZ001  # wall clock of the sheet

    def test_without_a_look_nothing_else_was_found_either(self):
        rows = [["treatment", "seeds", "sown", "day 3", "rotted"], ["nick", 20, "1/3/2025", "", 2], ["none", 20, "1/3/2025", 1, ""]]
        cells, _, dishes = self.refused(rows)
        self.assertEqual(cells, [])
        self.assertEqual([len(d.looks) for d in dishes], [0, 1])


class LotsOfASheet(TestCase):
    def lots(self, *rows):
        head = ["Lot", "Species", "Where", "Collected", "Weight (g)"]
        found = Table(
            sheet="Lots",
            rows=[head, *rows],
            header_row=0,
            shape=SheetShape.LOTS,
            columns=(M.LOT_CODE, M.PLANT, M.ORIGIN_PLACE, M.COLLECTED, M.AMOUNT),
            day_order=DayOrder.DMY,
        )
        return found, read_lots(found)

    def test_sums_below_the_lots_are_no_lot(self):
        found, lots = self.lots(["A", "Linum lewisii", "Garden", "2024", 3], ["Total", "", "", "", 3])
        self.assertEqual([x.code for x in lots], ["A"])
        self.assertEqual(([p.cell for p in found.left_out], found.problems), (["A3"], []))

    @given(st.floats(0.01, 9000).map(lambda x: round(x, 2)), st.sampled_from([".", ","]))
    def test_weights_are_read_as_people_write_them(self, grams, sign):
        _, lots = self.lots(["A", "Linum lewisii", "Garden", "2024", f"{grams:.2f}".replace(".", sign)])
        self.assertAlmostEqual(lots[0].amount, grams)

    @given(st.dates(date(1990, 1, 1), date(2026, 1, 1)))
    def test_a_date_is_as_sharp_as_it_was_written(self, day):
        cases = {
            day.isoformat(): DatePrecision.DAY,
            day.strftime("%d/%m/%Y"): DatePrecision.DAY,
            day.strftime("%b %Y"): DatePrecision.MONTH,
            day.strftime("%Y"): DatePrecision.YEAR,
        }
        for text, precision in cases.items():
            found, lots = self.lots(["A", "Linum lewisii", "Garden", text, 3])
            self.assertEqual(found.problems, [])
            self.assertEqual((lots[0].collected.precision, lots[0].collected.day.year), (precision, day.year), text)
