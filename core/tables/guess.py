"""What the columns of a table that somebody else made may mean; a guess, to be settled by hand."""

import re
from collections.abc import Sequence
from dataclasses import dataclass

from core.tables.cells import Cell, day_number, is_percent, looks_like_date, said
from core.tables.meanings import LOT_COLUMNS
from core.vocabulary import AmountUnit, ColumnMeaning, SheetShape

MOST_HEAD_ROWS = 15
_WORDS: tuple[tuple[str, str], ...] = (
    (ColumnMeaning.PERCENT, r"%|per ?cent|germination rate"),
    (ColumnMeaning.LOOKED_ON, r"look(ed)?( on| at)?|count(ed)? (on|date)|date of count|inspect\w*|obs\w* date|scored"),
    (ColumnMeaning.SOWN_ON, r"(date )?sown( on| date)?$|sow(ing)? date|date sown|start(ed)?( date)?"),
    (ColumnMeaning.SOWN_SEEDS, r"(n(o|umber)?\.? ?(of )?)?seeds?( (sown|per \w+|a \w+|in \w+|n))?$|^n$|sown n|total seeds|seeds sown"),
    (ColumnMeaning.COLLECTED, r"collect(ed|ion)( on| date)?$|harvest(ed)?( on| date)?|date collected|year"),
    (ColumnMeaning.ABNORMAL, r"abnormal|malformed"),
    (ColumnMeaning.ROTTED, r"rot(ted|ten)?|mould(y)?|mold(y)?|dead"),
    (ColumnMeaning.LOST, r"lost|missing"),
    (ColumnMeaning.COUNT, r"(new(ly)? )?germinat(ed|ion)|sprout(s|ed)?|count|up|came up"),
    (ColumnMeaning.LOT_CODE, r"lot( code| no\.?| number)?|accession|bag|code"),
    (ColumnMeaning.DISH, r"dish|rep(licate)?|plate|tray|block|no\.?|label"),
    (ColumnMeaning.TREATMENT, r"treat(ment)?|method|recipe|dose"),
    (ColumnMeaning.PLANT, r"plant|species|taxon|name|scientific name|common name|what"),
    (ColumnMeaning.FIELD_NAME, r"field name|nickname|unnamed"),
    (ColumnMeaning.ORIGIN_KIND, r"origin kind|kind|how (it )?came"),
    *((meaning, f.headings) for meaning, f in LOT_COLUMNS.items()),
    (ColumnMeaning.AMOUNT, r"amount|quantity|weight|mass|grams?|how much|seeds left"),
)
_LOT_ONLY = {ColumnMeaning.COLLECTED, ColumnMeaning.AMOUNT, ColumnMeaning.ORIGIN_KIND, *LOT_COLUMNS} - {ColumnMeaning.NOTE}
_UNITS = {
    AmountUnit.GRAMS: r"\bg\b|gram|weight|mass",
    AmountUnit.MILLILITRES: r"\bml\b|millilit|volume",
    AmountUnit.HEADS: r"heads?|pods?",
    AmountUnit.SEEDS: r"seeds?|number",
}


@dataclass(frozen=True)
class TableGuess:
    """What a table seems to hold: the row of its headings (from 0), each column's meaning, and its shape."""

    header_row: int
    columns: tuple[str, ...]
    shape: SheetShape
    amount_unit: AmountUnit | None


def guess_table(rows: Sequence[Sequence[Cell]]) -> TableGuess:
    """Guess a table from its headings and from what stands below them."""
    head = find_header(rows)
    columns = guess_columns(rows[head] if rows else [], rows[head + 1 :])
    unit = next((_unit_of(said(rows[head][i])) for i, c in enumerate(columns) if c is ColumnMeaning.AMOUNT), None)
    return TableGuess(head, columns, _shape(columns), unit)


def find_header(rows: Sequence[Sequence[Cell]]) -> int:
    """The row of headings: among the first ones, that with the most known words and days; titles above it have few cells."""
    best, most = 0, 0.0
    for index, row in enumerate(rows[:MOST_HEAD_ROWS]):
        words = sum(_meaning(said(c)) is not None for c in row)
        days = sum(looks_like_date(c) or (day_number(c) is not None and isinstance(c, str)) for c in row)
        score = 2 * words + days if words else 0
        if score > most:
            best, most = index, score
    return best


def guess_columns(header: Sequence[Cell], below: Sequence[Sequence[Cell]]) -> tuple[str, ...]:
    """A meaning for each heading; each but LOOK and IGNORE at most once, the first heading that fits takes it."""
    out: list[str] = []
    for index, cell in enumerate(header):
        found = _meaning(said(cell))
        if found is None and (looks_like_date(cell) or day_number(cell) is not None):
            found = ColumnMeaning.LOOK
        values = [row[index] for row in below[:40] if index < len(row) and row[index] is not None]
        if values and sum(map(is_percent, values)) > len(values) / 2:
            found = ColumnMeaning.PERCENT
        if found is not None and found in out and found not in (ColumnMeaning.LOOK, ColumnMeaning.PERCENT):
            found = None
        out.append(found or ColumnMeaning.IGNORE)
    return tuple(out)


def _meaning(heading: str) -> str | None:
    text = re.sub(r"[_\s]+", " ", heading.lower()).strip(" :*")
    # what stands in brackets is a unit or a remark, unless the heading is nothing else
    bare = re.sub(r"\s*[(\[].*?[)\]]", "", text).strip() or text
    if "%" in text:
        return ColumnMeaning.PERCENT
    return next((m for m, pattern in _WORDS if re.fullmatch(f"(?:{pattern})", bare)), None)


def _unit_of(heading: str) -> AmountUnit | None:
    return next((unit for unit, pattern in _UNITS.items() if re.search(pattern, heading.lower())), None)


def _shape(columns: Sequence[str]) -> SheetShape:
    if columns.count(ColumnMeaning.LOOK) >= 2:
        return SheetShape.WIDE_COUNTS
    if ColumnMeaning.LOOKED_ON in columns or (ColumnMeaning.TREATMENT in columns and ColumnMeaning.COUNT in columns):
        return SheetShape.LONG_COUNTS
    if ColumnMeaning.LOOK in columns and ColumnMeaning.TREATMENT in columns:
        return SheetShape.WIDE_COUNTS
    return SheetShape.LOTS if _LOT_ONLY & set(columns) or ColumnMeaning.LOT_CODE in columns else SheetShape.LONG_COUNTS
