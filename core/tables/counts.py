"""Counts from a table, wide (a column a look) or long (a line a look), as dishes that can be recorded."""

from dataclasses import dataclass, field
from datetime import datetime, time, timedelta

from core.errors import RecordRefused
from core.records import CountRecord, Inspection
from core.tables.cells import PERCENT_ALONE, Moment, Unreadable, cell_name, count_of, day_number, moment_of, said
from core.tables.table import Table
from core.vocabulary import ColumnMeaning, CountsAre, DatePrecision, SheetShape

NOON = time(12)
OTHERS = {ColumnMeaning.ABNORMAL: "abnormal", ColumnMeaning.ROTTED: "rotted", ColumnMeaning.LOST: "lost"}
DAY = timedelta(days=1)


@dataclass
class LookDraft:
    """A look as it was read: when (wall clock), what was new, and the cell it came from."""

    row: int
    column: int
    at: datetime
    germinated: int = 0
    abnormal: int = 0
    rotted: int = 0
    lost: int = 0


@dataclass
class DishDraft:
    """A dish as it was read; `name` is what the sheet calls it, `row` its first line from 0."""

    row: int
    lot_code: str
    treatment: str
    name: str
    seeds: int
    sown_at: datetime
    looks: list[LookDraft] = field(default_factory=list)


def read_counts(table: Table) -> list[DishDraft]:
    """Dishes of a table; what cannot be taken is in `table.problems`, each with its cell, and nothing is guessed in its place."""
    for meaning in (ColumnMeaning.PERCENT,):
        if meaning in table.places:
            table.refuse(table.header_row, table.places[meaning], PERCENT_ALONE + " Or leave this column out.")
    wide = table.shape is SheetShape.WIDE_COUNTS
    dishes = _wide(table) if wide else _long(table)
    for dish in dishes:
        dish.looks.sort(key=lambda x: (x.at, x.row, x.column))
        if table.counts_are is CountsAre.IN_ALL:
            _to_new(table, dish)
        _check(table, dish)
    return dishes


def _wide(table: Table) -> list[DishDraft]:
    columns = [i for i, c in enumerate(table.columns) if c is ColumnMeaning.LOOK]
    if not columns:
        table.refuse(table.header_row, 0, "No column holds counts. Choose the headings that are dates or days after sowing.")
        return []
    out: list[DishDraft] = []
    above: dict[ColumnMeaning, str] = {}
    for row, line in table.lines():
        dish = _begun(table, row, above)
        if dish is None:
            continue
        for column in columns:
            value = line[column] if column < len(line) else None
            if not said(value):
                # an empty cell is a look that was not made, never a 0
                continue
            at = _look_at(table, column, dish.sown_at)
            if at is None:
                continue
            try:
                dish.looks.append(LookDraft(row, column, at, germinated=count_of(value)))
            except Unreadable as why:
                table.refuse(row, column, str(why))
        _other_kinds(table, row, dish)
        out.append(dish)
    return out


def _other_kinds(table: Table, row: int, dish: DishDraft) -> None:
    """Abnormal, rotted and lost of a wide row have one number each: they are taken as found at its last look."""
    if not dish.looks:
        return
    last = max(dish.looks, key=lambda x: x.at)
    for meaning, name in OTHERS.items():
        if (found := table.read(row, meaning, count_of)) is not None:
            setattr(last, name, found)


def _look_at(table: Table, column: int, sown_at: datetime) -> datetime | None:
    """When the look of a wide column was made; said once, at its heading, where it cannot be read."""
    line = table.rows[table.header_row]
    heading = line[column] if column < len(line) else None
    number = day_number(heading)
    if number is not None:
        return sown_at + timedelta(days=number)
    try:
        return _wall(moment_of(heading, table.day_order))
    except Unreadable as why:
        named = cell_name(table.header_row, column)
        if not any(p.cell == named for p in table.problems):
            table.refuse(table.header_row, column, f"{why} Or write the day after sowing, such as “day 4”.")
        return None


def _long(table: Table) -> list[DishDraft]:
    known: dict[tuple[str, str, str], DishDraft] = {}
    above: dict[ColumnMeaning, str] = {}
    for row, _ in table.lines():
        names = _names(table, row, above)
        dish = known.get(names)
        if dish is None:
            begun = _begun(table, row, above)
            if begun is None:
                continue
            dish = known[names] = begun
        look = _long_look(table, row, dish)
        if look is not None:
            dish.looks.append(look)
    return list(known.values())


def _long_look(table: Table, row: int, dish: DishDraft) -> LookDraft | None:
    when, column = table.cell(row, ColumnMeaning.LOOKED_ON), table.places.get(ColumnMeaning.COUNT, 0)
    number = day_number(when)
    try:
        at = dish.sown_at + timedelta(days=number) if number is not None else _wall(moment_of(when, table.day_order))
    except Unreadable as why:
        table.refuse_at(row, ColumnMeaning.LOOKED_ON, f"{why} Or enter the day after sowing, such as 4.")
        return None
    look = LookDraft(row, column, at)
    for meaning, name in ((ColumnMeaning.COUNT, "germinated"), *OTHERS.items()):
        value = table.cell(row, meaning)
        if value is None or not said(value):
            continue
        try:
            setattr(look, name, count_of(value))
        except Unreadable as why:
            table.refuse_at(row, meaning, str(why))
            return None
    return look


def _names(table: Table, row: int, above: dict[ColumnMeaning, str]) -> tuple[str, str, str]:
    """Lot, treatment and dish of a row; lot and treatment are those of the row above where their cells are left empty."""
    found = []
    for meaning in (ColumnMeaning.LOT_CODE, ColumnMeaning.TREATMENT, ColumnMeaning.DISH):
        text = table.text(row, meaning)
        if not text and meaning is not ColumnMeaning.DISH:
            text = above.get(meaning, "")
        above[meaning] = text
        found.append(text)
    return found[0], found[1], found[2]


def _begun(table: Table, row: int, above: dict[ColumnMeaning, str]) -> DishDraft | None:
    """A dish without its looks; None where the row does not say what it must."""
    lot, treatment, name = _names(table, row, above)
    if not treatment:
        if ColumnMeaning.TREATMENT in table.places:
            table.refuse_at(row, ColumnMeaning.TREATMENT, "Enter the treatment’s name, or “control” for untreated seed.")
            return None
        treatment = "as sown"
    seeds = _seeds(table, row)
    sown = _sown(table, row)
    return None if seeds is None or sown is None else DishDraft(row, lot, treatment[:60], name, seeds, sown)


def _seeds(table: Table, row: int) -> int | None:
    value = table.cell(row, ColumnMeaning.SOWN_SEEDS)
    if value is None or not said(value):
        if table.seeds is None:
            message = "How many seeds were sown in this dish? Choose a column, or enter one number for all dishes."
            table.refuse_at(row, ColumnMeaning.SOWN_SEEDS, message)
        return table.seeds
    try:
        seeds = count_of(value)
        if seeds < 1:
            raise Unreadable("A dish needs at least 1 seed.")
    except Unreadable as why:
        table.refuse_at(row, ColumnMeaning.SOWN_SEEDS, str(why))
        return None
    return seeds


def _sown(table: Table, row: int) -> datetime | None:
    value = table.cell(row, ColumnMeaning.SOWN_ON)
    if value is None or not said(value):
        if table.sown_on is None:
            table.refuse_at(row, ColumnMeaning.SOWN_ON, "When was this dish sown? Choose a column, or enter one date for all dishes.")
            return None
        return datetime.combine(table.sown_on, NOON)
    try:
        moment = moment_of(value, table.day_order)
        if moment.precision is not DatePrecision.DAY:
            raise Unreadable("A sowing needs an exact date: a month or a year alone gives no times.")
    except Unreadable as why:
        table.refuse_at(row, ColumnMeaning.SOWN_ON, str(why))
        return None
    return _wall(moment)


def _wall(moment: Moment) -> datetime:
    if moment.precision is not DatePrecision.DAY:
        raise Unreadable("A look needs an exact date: a month or a year alone gives no times.")
    return datetime.combine(moment.day, moment.at or NOON)


def _to_new(table: Table, dish: DishDraft) -> None:
    """Turn “all so far” into what was new; a total that falls is refused."""
    before = 0
    for look in dish.looks:
        total = look.germinated
        if total < before:
            table.refuse(
                look.row,
                look.column,
                f"All so far falls from {before} to {total}: which one is right? Or are these the new counts of each look?",
            )
        look.germinated = max(0, total - before)
        before = max(before, total)


def _check(table: Table, dish: DishDraft) -> None:
    """Ask core whether such a record can be; what it refuses is said at the cell of the look."""
    looks = [Inspection((x.at - dish.sown_at) / DAY, x.germinated, x.abnormal, x.rotted, x.lost) for x in dish.looks]
    try:
        CountRecord(dish.seeds, tuple(looks), None, name=dish.name or dish.treatment)
    except RecordRefused as refusal:
        at = next((x for x, i in reversed(list(zip(dish.looks, looks, strict=True))) if i.t == refusal.t_days), None)
        message = refusal.message
        if refusal.code == "time_not_increasing":
            message = "This dish has two looks at the same time: are they two dishes? Then give them different names."
        elif refusal.code == "more_than_sown" and table.counts_are is CountsAre.NEW:
            message += " Are these totals so far, not new counts?"
        table.refuse(at.row if at else dish.row, at.column if at else 0, message)
