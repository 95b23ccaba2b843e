"""The columns of what leaves the application: one list, from which headings, types, dictionary and schema are made."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from enum import StrEnum

Cell = str | int | float | bool | date | datetime | None


class Kind(StrEnum):
    """What stands in a column, in the words of the tabular data package."""

    TEXT = "string"
    WHOLE = "integer"
    NUMBER = "number"
    YES_NO = "boolean"
    DAY = "date"
    MOMENT = "datetime"


@dataclass(frozen=True)
class Column:
    """A column with what it means; `unit` is empty where there is none, `words` are all it can hold where it is a word.

    `longest` is the most letters of a text that is taken in again. `later`: it came after the first files were written, so that a
    file without it is whole too.
    """

    name: str
    kind: Kind
    meaning: str
    unit: str = ""
    needed: bool = False
    words: tuple[str, ...] = ()
    longest: int = 2000
    later: bool = False


@dataclass(frozen=True)
class Table:
    """A table: its columns, and rows in their order."""

    name: str
    title: str
    columns: Sequence[Column]
    rows: Sequence[Sequence[Cell]]
    key: tuple[str, ...] = ()
    refers: tuple[tuple[str, str], ...] = ()

    def as_dicts(self) -> list[dict[str, Cell]]:
        """The rows by column name."""
        names = [c.name for c in self.columns]
        return [dict(zip(names, row, strict=True)) for row in self.rows]
