"""What stands in a cell of a table that somebody else made: dates, counts, numbers; and why it cannot be taken where it cannot."""

import math
import re
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, datetime, time

from core.vocabulary import DatePrecision, DayOrder

Cell = str | int | float | bool | date | datetime | None

MONTHS = ("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec")
_NUMERIC = re.compile(r"^(\d{1,4})[-/.\s]+(\d{1,2})[-/.\s]+(\d{1,4})(?:[T\s]+(\d{1,2}):(\d{2})(?::\d{2})?)?$")
_DAY_NAMED = re.compile(r"^(\d{1,2})(?:st|nd|rd|th)?[-/.\s]+([A-Za-z]{3,9})[-/.,\s]+(\d{2,4})$")
_NAMED_DAY = re.compile(r"^([A-Za-z]{3,9})[-/.\s]+(\d{1,2})(?:st|nd|rd|th)?[-/.,\s]+(\d{2,4})$")
_NAMED_MONTH = re.compile(r"^([A-Za-z]{3,9})[-/.,\s]+(\d{4})$")
_DAY_NUMBER = re.compile(r"^(?:day|d)?\s*[.:#-]?\s*(\d+(?:[.,]\d+)?)\s*(?:d|days?)?$", re.IGNORECASE)
_PERCENT = re.compile(r"^-?\d+(?:[.,]\d+)?\s*%$")
_OF = re.compile(r"^(\d+)\s*(?:/|of|out of)\s*(\d+)$", re.IGNORECASE)
EARLIEST, LATEST = 1900, 2200
NO_NUMBER = "Enter a number such as 12 or 1.5, or leave the cell empty if it is unknown."
PERCENT_ALONE = (
    "A percent without the number of seeds has no uncertainty and cannot be compared. "
    "Give the count, and the seeds sown in their own column."
)


class Unreadable(ValueError):
    """A cell that cannot be taken: the sentence says why, and what would be."""


@dataclass(frozen=True, slots=True)
class Moment:
    """A day, with the time of day where the cell has one, and accuracy of the collection date."""

    day: date
    at: time | None = None
    precision: DatePrecision = DatePrecision.DAY


def said(cell: Cell) -> str:
    """A cell as text, without white space around; empty for an empty one."""
    if cell is None:
        return ""
    if isinstance(cell, float) and cell.is_integer():
        return str(int(cell))
    return str(cell).strip()


def cell_name(row: int, column: int) -> str:
    """The name of a cell as spreadsheets write it, from 0.

    >>> cell_name(13, 3), cell_name(0, 26)
    ('D14', 'AA1')
    """
    letters = ""
    column += 1
    while column:
        column, rest = divmod(column - 1, 26)
        letters = chr(65 + rest) + letters
    return f"{letters}{row + 1}"


def is_percent(cell: Cell) -> bool:
    """Whether a text is a percent."""
    return isinstance(cell, str) and bool(_PERCENT.match(cell.strip()))


def count_of(cell: Cell) -> int:
    """A whole number of seeds, 0 or more.

    >>> count_of("12"), count_of(7.0)
    (12, 7)
    """
    if is_percent(cell):
        raise Unreadable(PERCENT_ALONE)
    if isinstance(cell, str) and (of := _OF.match(cell.strip())):
        raise Unreadable(f"Two numbers in one cell. Put {of[1]} here, and {of[2]} in a column for the seeds sown.")
    number = number_of(cell)
    if number < 0:
        raise Unreadable("A count must be 0 or more.")
    if number != int(number):
        raise Unreadable("A count must be a whole number.")
    return int(number)


def number_of(cell: Cell) -> float:
    """A number; a comma may stand for the point.

    >>> number_of("1,5"), number_of("2 400")
    (1.5, 2400.0)
    """
    if cell is None or isinstance(cell, (bool, date, datetime)):
        raise Unreadable(NO_NUMBER)
    if isinstance(cell, (int, float)):
        found = float(cell)
    else:
        text = re.sub(r"(?<=\d)[\s'](?=\d{3})", "", cell.strip().lstrip("≈~").strip())
        if re.fullmatch(r"\d{1,3}(,\d{3})+(\.\d+)?", text):
            text = text.replace(",", "")
        try:
            found = float(text.replace(",", "."))
        except ValueError:
            raise Unreadable(NO_NUMBER) from None
    if not math.isfinite(found):
        raise Unreadable(NO_NUMBER)
    return found


def amount_of(cell: Cell) -> float:
    """An amount, 0 or more."""
    amount = number_of(cell)
    if amount < 0:
        raise Unreadable("An amount must be 0 or more.")
    return amount


def moment_of(cell: Cell, order: DayOrder) -> Moment:
    """A date in the order that was settled; months may be named, and a month or a year alone is taken as such.

    >>> moment_of("3/4/2025", DayOrder.DMY).day.isoformat(), moment_of("Aug 2025", DayOrder.DMY).precision.value
    ('2025-04-03', 'month')
    """
    if isinstance(cell, datetime):
        return Moment(cell.date(), cell.time() if cell.time() != time(0) else None)
    if isinstance(cell, date):
        return Moment(cell)
    return _moment_in(said(cell), order)


def _moment_in(text: str, order: DayOrder) -> Moment:
    if found := _NUMERIC.match(text):
        clock = time(int(found[4]), int(found[5])) if found[4] and int(found[4]) < 24 and int(found[5]) < 60 else None
        return Moment(_day(*_ordered(found[1], found[2], found[3], order)), clock)
    if found := _DAY_NAMED.match(text):
        return Moment(_day(found[3], _month(found[2]), found[1]))
    if found := _NAMED_DAY.match(text):
        return Moment(_day(found[3], _month(found[1]), found[2]))
    if found := _NAMED_MONTH.match(text):
        return Moment(_day(found[2], _month(found[1]), "1"), None, DatePrecision.MONTH)
    if re.fullmatch(r"\d{4}", text):
        return Moment(_day(text, "1", "1"), None, DatePrecision.YEAR)
    raise Unreadable("Enter a date such as 2025-08-12 or 12 Aug 2025. For a harvest, a month or a year alone is enough.")


def day_number(cell: Cell) -> float | None:
    """The day after sowing that a heading names (``day 4``, ``4``, ``d 4.5``); None where it is none."""
    if isinstance(cell, bool) or cell is None or isinstance(cell, (date, datetime)):
        return None
    if isinstance(cell, (int, float)):
        return float(cell) if -400 < cell < 2000 else None
    found = _DAY_NUMBER.match(cell.strip())
    return float(found[1].replace(",", ".")) if found and float(found[1].replace(",", ".")) < 1900 else None


def possible_orders(cells: Iterable[Cell]) -> set[DayOrder]:
    """Orders in which all numeric dates among the cells can be read; all three where there is none.

    >>> sorted(o.value for o in possible_orders(["3/4/2025", "13/4/2025"]))
    ['dmy']
    """
    left = set(DayOrder)
    for cell in cells:
        if isinstance(cell, (date, datetime)) or not _NUMERIC.match(said(cell)):
            continue
        left = {order for order in left if _reads(said(cell), order)}
    return left


def looks_like_date(cell: Cell) -> bool:
    """Whether a cell can be read as a full date in some order."""
    if isinstance(cell, (date, datetime)):
        return True
    if not isinstance(cell, str):
        return False
    return any(_reads(cell.strip(), order) for order in DayOrder)


def _reads(text: str, order: DayOrder) -> bool:
    try:
        return moment_of(text, order).precision is DatePrecision.DAY
    except Unreadable:
        return False


def _ordered(a: str, b: str, c: str, order: DayOrder) -> tuple[str, str, str]:
    """Year, month and day; a first part of four figures is the year whatever was settled."""
    if len(a) == 4 or order is DayOrder.YMD:
        return a, b, c
    return (c, b, a) if order is DayOrder.DMY else (c, a, b)


def _month(name: str) -> str:
    found = next((n for n, m in enumerate(MONTHS, 1) if name.lower().startswith(m)), None)
    if found is None:
        raise Unreadable(f"“{name}” is not the name of a month. Write 2025-08-12 or 12 Aug 2025.")
    return str(found)


def _day(year: str, month: str, day: str) -> date:
    full = int(year) + 2000 if len(year) <= 2 else int(year)
    if not EARLIEST <= full <= LATEST:
        raise Unreadable(f"The year {year} is unlikely. Write all four digits.")
    try:
        return date(full, int(month), int(day))
    except ValueError:
        raise Unreadable(f"There is no day {day} in month {month}: is the order of day and month the other way round?") from None
