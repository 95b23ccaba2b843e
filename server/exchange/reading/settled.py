"""What a person settles about a table before it is imported."""

from dataclasses import dataclass, field
from datetime import date

from core.tables import Table, TableGuess, guess_table, possible_orders
from core.vocabulary import (
    AmountKnown,
    AmountUnit,
    ColumnMeaning,
    CountsAre,
    Criterion,
    DayOrder,
    OriginKind,
    SheetShape,
)
from server.exchange.reading.files import ReadFile, Sheet, refused_file
from server.lots.models import Lot

DATED = (ColumnMeaning.COLLECTED, ColumnMeaning.SOWN_ON, ColumnMeaning.LOOKED_ON)


@dataclass(frozen=True)
class Settled:
    """What was settled; None where the guess stands, or nothing was said.

    `lot`: the lot of counts whose table names none. `seeds` and `sown_on`: of dishes whose table does not say. `control`: the
    treatment that the others are compared with. `origin_kind` and `leave`: of lots whose table does not say.
    """

    sheet: str = ""
    header_row: int | None = None
    shape: SheetShape | None = None
    columns: list[str] = field(default_factory=list)
    day_order: DayOrder | None = None
    counts_are: CountsAre = CountsAre.NEW
    seeds: int | None = None
    sown_on: date | None = None
    lot: Lot | None = None
    question: str = ""
    control: str = ""
    criterion: Criterion = Criterion.ROOT_2_MM
    origin_kind: OriginKind | None = None
    leave: str = ""
    amount_unit: AmountUnit | None = None
    amount_known: AmountKnown = AmountKnown.GUESSED


@dataclass(frozen=True)
class Laid:
    """A table as it will be read, the guess it began from, and whether its dates are ambiguous."""

    table: Table
    guess: TableGuess
    orders: set[DayOrder]
    unit: AmountUnit | None

    @property
    def order_open(self) -> bool:
        """Whether somebody must say in which order the dates are written."""
        return len(self.orders) > 1 and self.has_dates

    @property
    def has_dates(self) -> bool:
        """Whether the table has dates in figures at all."""
        return self.orders != set(DayOrder)


def lay(sheet: Sheet, settled: Settled) -> Laid:
    """Lay what was settled over the guess."""
    guess = guess_table(sheet.rows)
    head = guess.header_row if settled.header_row is None else settled.header_row
    width = max((len(r) for r in sheet.rows), default=0)
    given = settled.columns or list(guess.columns)
    columns = [*given, *[ColumnMeaning.IGNORE] * (width - len(given))]
    dated = [i for i, c in enumerate(columns) if c in DATED]
    cells = [r[i] for r in sheet.rows[head + 1 :] for i in dated if i < len(r)]
    heads = [
        sheet.rows[head][i]
        for i, c in enumerate(columns)
        if c is ColumnMeaning.LOOK and head < len(sheet.rows) and i < len(sheet.rows[head])
    ]
    orders = possible_orders([*cells, *heads])
    order = settled.day_order or next((o for o in DayOrder if o in orders), DayOrder.YMD)
    table = Table(
        sheet=sheet.name,
        rows=sheet.rows,
        header_row=min(head, max(0, len(sheet.rows) - 1)),
        shape=settled.shape or guess.shape,
        columns=columns,
        day_order=order,
        counts_are=settled.counts_are,
        seeds=settled.seeds,
        sown_on=settled.sown_on,
    )
    return Laid(table, guess, orders, settled.amount_unit or guess.amount_unit)


def sheet_of(found: ReadFile, settled: Settled) -> Sheet:
    """The sheet that was chosen, else the one with the most cells."""
    chosen = next((s for s in found.sheets if s.name == settled.sheet), None)
    if settled.sheet and chosen is None:
        raise refused_file("no_sheet", f"There is no sheet “{settled.sheet}” in this file.")
    return chosen or max(found.sheets, key=lambda s: sum(map(len, s.rows)))
