"""Tables as a spreadsheet: types kept, and a sheet that says what each column means."""

import io
from datetime import datetime
from typing import Any

from openpyxl import Workbook
from openpyxl.cell import WriteOnlyCell
from openpyxl.styles import Font
from openpyxl.worksheet._write_only import WriteOnlyWorksheet

from server.exchange.selectors.columns import Cell, Kind, Table
from server.exchange.selectors.tables import TRIAL_COLUMNS, TrialTables

XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
FORMATS = {Kind.DAY: "yyyy-mm-dd", Kind.MOMENT: "yyyy-mm-dd hh:mm:ss"}
DICTIONARY = ("sheet", "column", "type", "unit", "meaning", "words it can hold")


def xlsx_of(data: TrialTables) -> bytes:
    """A workbook: the trial, its tables, and the dictionary. Times are in UTC, because a spreadsheet knows no zones."""
    book = Workbook(write_only=True)
    _sheet(book, Table("trial", "The trial", TRIAL_COLUMNS, [[data.trial[c.name] for c in TRIAL_COLUMNS]]))
    for table in data.tables:
        _sheet(book, table)
    page = _begun(book, "dictionary", DICTIONARY)
    for name, columns in (("trial", TRIAL_COLUMNS), *((t.name, t.columns) for t in data.tables)):
        for c in columns:
            words = ", ".join(w for w in c.words if w)
            page.append([_cell(page, v, Kind.TEXT) for v in (name, c.name, c.kind.value, c.unit, c.meaning, words)])
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _sheet(book: Workbook, table: Table) -> None:
    page = _begun(book, table.name, [c.name for c in table.columns])
    for row in table.rows:
        page.append([_cell(page, v, c.kind) for v, c in zip(row, table.columns, strict=True)])


def _begun(book: Workbook, name: str, headings: "list[str] | tuple[str, ...]") -> WriteOnlyWorksheet:
    page: WriteOnlyWorksheet = book.create_sheet(name)
    page.freeze_panes = "A2"
    heads = []
    for text in headings:
        head = WriteOnlyCell(page, value=text)
        head.font = Font(bold=True)
        heads.append(head)
    page.append(heads)
    return page


def _cell(page: WriteOnlyWorksheet, value: Cell, kind: Kind) -> Any:
    plain = value.replace(tzinfo=None) if isinstance(value, datetime) else value
    cell = WriteOnlyCell(page)
    cell.value = plain
    if isinstance(plain, str):
        # text stays text, also where it begins like a formula
        cell.data_type = "s"
    if kind in FORMATS:
        cell.number_format = FORMATS[kind]
    return cell
