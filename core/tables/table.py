"""A table with what was settled about it, and what is wrong with its cells."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from datetime import date
from functools import cached_property
from typing import TypeVar

from core.tables.cells import Cell, Unreadable, cell_name, said
from core.vocabulary import ColumnMeaning, CountsAre, DayOrder, SheetShape

T = TypeVar("T")
TOTALS = ("total", "mean", "average", "sum", "sd", "se")


@dataclass(frozen=True)
class CellProblem:
    """A cell that cannot be taken: sheet, cell name, what stands there, and a sentence that says what would be accepted."""

    sheet: str
    cell: str
    value: str
    message: str


@dataclass(frozen=True)
class Table:
    """A sheet and what was settled: its headings' row (from 0), its columns, its dates, and what the sheet itself does not say.

    `seeds` and `sown_on` stand for dishes of which no column tells them.
    """

    sheet: str
    rows: Sequence[Sequence[Cell]]
    header_row: int
    shape: SheetShape
    columns: Sequence[str]
    day_order: DayOrder = DayOrder.YMD
    counts_are: CountsAre = CountsAre.NEW
    seeds: int | None = None
    sown_on: date | None = None
    problems: list[CellProblem] = field(default_factory=list)
    left_out: list[CellProblem] = field(default_factory=list)

    @cached_property
    def places(self) -> dict[str, int]:
        """Where each meaning stands; LOOK is the first of several."""
        return {c: i for i, c in reversed(list(enumerate(self.columns))) if c is not ColumnMeaning.IGNORE}

    def lines(self) -> Iterator[tuple[int, Sequence[Cell]]]:
        """Rows below the headings that hold anything, with their number from 0; those that sum up others are noted as left out."""
        for row, line in enumerate(self.rows):
            if row <= self.header_row or not any(said(c) for c in line):
                continue
            if self.is_total(row):
                self.leave_out(row, "Left out: a total of other rows.")
            else:
                yield row, line

    def cell(self, row: int, meaning: str) -> Cell:
        """What stands in a row in the column of a meaning; None where there is no such column."""
        at = self.places.get(meaning)
        line = self.rows[row]
        return line[at] if at is not None and at < len(line) else None

    def text(self, row: int, meaning: str) -> str:
        """The same as text."""
        return said(self.cell(row, meaning))

    def read(self, row: int, meaning: str, reader: Callable[[Cell], T]) -> T | None:
        """A cell as `reader` takes it; None where it is empty, and where it is refused."""
        value = self.cell(row, meaning)
        if not said(value):
            return None
        try:
            return reader(value)
        except Unreadable as why:
            self.refuse_at(row, meaning, str(why))
            return None

    def refuse(self, row: int, column: int, message: str) -> None:
        """Note a problem with a cell."""
        line = self.rows[row]
        value = said(line[column]) if column < len(line) else ""
        self.problems.append(CellProblem(self.sheet, cell_name(row, column), value, message))

    def refuse_at(self, row: int, meaning: str, message: str) -> None:
        """Note a problem with the cell of a meaning, or with the row where it has no such column."""
        self.refuse(row, self.places.get(meaning, 0), message)

    def leave_out(self, row: int, message: str) -> None:
        """Note a row that is left out on purpose."""
        first = next((i for i, c in enumerate(self.rows[row]) if said(c)), 0)
        self.left_out.append(CellProblem(self.sheet, cell_name(row, first), said(self.rows[row][first]), message))

    def is_total(self, row: int) -> bool:
        """Whether a row sums up others."""
        words = [said(c).lower() for c in self.rows[row] if isinstance(c, str) and said(c)]
        return any(w.split(maxsplit=1)[0].strip(":.") in TOTALS for w in words)
