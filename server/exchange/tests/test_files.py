"""Files as they come from elsewhere: encodings, delimiters, types, sizes, damage."""

import io
import json
import zipfile
from datetime import date, datetime
from unittest import mock

from django.test import SimpleTestCase
from openpyxl import Workbook

from core.vocabulary import ColumnMeaning, DayOrder, FileKind, SheetShape
from server.errors import Refused
from server.exchange.formats.archive import ARCHIVE_NAME
from server.exchange.formats.record import FORMAT
from server.exchange.reading import files
from server.exchange.reading.files import packed, read_file, unpacked
from server.exchange.reading.settled import Settled, lay, sheet_of

TABLE = "treatment,seeds\nnick,25\nnone,25\n"


def rows(content, name="x.csv"):
    return read_file(name, content).sheets[0].rows


class TablesInText(SimpleTestCase):
    def test_every_usual_encoding_and_delimiter_gives_the_same_cells(self):
        for delimiter in ",;\t|":
            for encoding in ("utf-8", "utf-8-sig", "utf-16", "cp1252"):
                with self.subTest(delimiter=delimiter, encoding=encoding):
                    text = TABLE.replace(",", delimiter)
                    self.assertEqual(rows(text.encode(encoding)), [["treatment", "seeds"], ["nick", "25"], ["none", "25"]])

    def test_letters_beyond_ascii_survive(self):
        self.assertEqual(rows("plant,place\nÄhre,Höhe\n".encode("cp1252"))[1], ["Ähre", "Höhe"])

    def test_quotes_hold_commas_and_lines(self):
        self.assertEqual(rows(b'a,b\n"one, two","x\ny"\n')[1], ["one, two", "x\ny"])

    def test_what_this_application_defused_comes_back_as_it_was(self):
        self.assertEqual(rows(b"a,b\n'=1+1,'plain\n")[1], ["=1+1", "'plain"])

    def test_empty_rows_and_cells_at_the_ends_are_trimmed(self):
        self.assertEqual(rows(b"a,b,,\n1,,,\n,,,\n,,,\n"), [["a", "b"], ["1"]])

    def test_an_empty_table_is_refused(self):
        for content in (b"", b"\n\n,,\n"):
            with self.assertRaises(Refused) as caught:
                rows(content)
            self.assertEqual(caught.exception.code, "empty_file")


class Spreadsheets(SimpleTestCase):
    def book(self, **sheets):
        book = Workbook()
        book.remove(book.active)
        for name, cells in sheets.items():
            page = book.create_sheet(name)
            for row in cells:
                page.append(row)
        out = io.BytesIO()
        book.save(out)
        return out.getvalue()

    def test_dates_numbers_and_truths_keep_their_types(self):
        moment = datetime(2025, 3, 4, 9, 30)  # noqa: DTZ001  # a spreadsheet's
        found = read_file("x.xlsx", self.book(one=[["a", 1, 2.5, True, moment]]))
        self.assertEqual(found.kind, FileKind.TABLE)
        self.assertEqual(found.sheets[0].rows, [["a", 1, 2.5, True, moment]])

    def test_sheets_without_anything_are_left_out_and_the_fullest_is_proposed(self):
        found = read_file("x.xlsx", self.book(cover=[["hello"]], nothing=[[]], counts=[["a", "b"], [1, 2]]))
        self.assertEqual([s.name for s in found.sheets], ["cover", "counts"])
        self.assertEqual(sheet_of(found, Settled()).name, "counts")
        self.assertEqual(sheet_of(found, Settled(sheet="cover")).name, "cover")

    def test_a_damaged_one_and_one_of_nothing_are_refused(self):
        whole = self.book(one=[["a"]])
        for code, content in (("damaged_file", whole[:-40]), ("empty_file", self.book(one=[[]]))):
            with self.subTest(code), self.assertRaises(Refused) as caught:
                read_file("x.xlsx", content)
            self.assertEqual(caught.exception.code, code)


class OtherFiles(SimpleTestCase):
    def zipped(self, **inside):
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as box:
            for name, text in inside.items():
                box.writestr(name.replace("_", "."), text)
        return out.getvalue()

    def test_they_are_told_by_what_is_in_them_not_by_their_name(self):
        trial = json.dumps({"format": FORMAT})
        self.assertEqual(read_file("lots.csv", trial.encode()).kind, FileKind.TRIAL)
        self.assertEqual(read_file("photo.jpg", self.zipped(trial_json=trial)).kind, FileKind.TRIAL)
        self.assertEqual(read_file("x", self.zipped(**{ARCHIVE_NAME.replace(".", "_"): "{}"})).kind, FileKind.EVERYTHING)

    def test_what_is_none_of_them_is_refused_by_name(self):
        for content in (self.zipped(a_txt="x"), b'{"format": "other"}', b"{ not json", b"\x00\x01" * 20):
            with self.assertRaises(Refused) as caught:
                read_file("strange.bin", content)
            self.assertIn("strange.bin", caught.exception.detail)

    def test_what_is_too_large_says_its_size_and_the_most(self):
        with mock.patch.object(files, "LARGEST_BYTES", 10), self.assertRaises(Refused) as caught:
            read_file("x.csv", TABLE.encode())
        self.assertEqual(caught.exception.code, "too_large")
        with mock.patch.object(files, "MOST_CELLS", 3), self.assertRaises(Refused) as caught:
            read_file("x.csv", TABLE.encode())
        self.assertIn("more than 3 cells", caught.exception.detail)

    def test_a_small_zip_that_unpacks_to_much_is_refused_before_it_is(self):
        with mock.patch.object(files, "LARGEST_BYTES", 2000), self.assertRaises(Refused) as caught:
            read_file("x.zip", self.zipped_tight("a" * 100_000))
        self.assertEqual(caught.exception.code, "too_large")

    def zipped_tight(self, text):
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as box:
            box.writestr("trial.json", text)
        return out.getvalue()

    def test_a_kept_file_is_smaller_and_comes_back_to_the_byte(self):
        content = TABLE.encode() * 200
        self.assertLess(len(packed(content)), len(content) / 5)
        self.assertEqual(unpacked(packed(content)), content)


class Settling(SimpleTestCase):
    def laid(self, text, **settled):
        return lay(read_file("x.csv", text.encode()).sheets[0], Settled(**settled))

    def test_what_a_person_said_lies_over_the_guess(self):
        laid = self.laid("a,b\nx,1\n", columns=[ColumnMeaning.TREATMENT], shape=SheetShape.LONG_COUNTS, header_row=0)
        self.assertEqual(laid.table.columns, [ColumnMeaning.TREATMENT, ColumnMeaning.IGNORE])
        self.assertEqual(laid.table.shape, SheetShape.LONG_COUNTS)

    def test_dates_in_figures_are_open_until_one_tells_or_somebody_says(self):
        open_one = self.laid("treatment,3/4/2025,5/6/2025\nnick,1,2\n")
        self.assertTrue(open_one.order_open)
        self.assertEqual(open_one.orders, {DayOrder.DMY, DayOrder.MDY})
        told = self.laid("treatment,13/4/2025,5/6/2025\nnick,1,2\n")
        self.assertFalse(told.order_open)
        self.assertEqual(told.table.day_order, DayOrder.DMY)
        self.assertEqual(self.laid("treatment,3/4/2025,5/6/2025\nnick,1,2\n", day_order=DayOrder.MDY).table.day_order, DayOrder.MDY)

    def test_a_table_without_dates_asks_for_no_order(self):
        laid = self.laid("treatment,day 3,day 6\nnick,1,2\n")
        self.assertFalse(laid.has_dates or laid.order_open)

    def test_named_months_and_spreadsheet_dates_leave_nothing_open(self):
        self.assertFalse(self.laid("treatment,sown\nnick,3 Apr 2025\n").order_open)
        sheet = files.Sheet("s", [["treatment", date(2025, 4, 3)], ["nick", 1]])
        self.assertFalse(lay(sheet, Settled()).order_open)

    def test_a_row_of_headings_beyond_the_table_is_the_last_row(self):
        self.assertEqual(self.laid("a,b\nx,1\n", header_row=99).table.header_row, 1)
