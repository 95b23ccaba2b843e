"""Lots from a table, a line each."""

from dataclasses import dataclass

from core.tables.cells import Moment, amount_of, count_of, moment_of
from core.tables.table import Table
from core.vocabulary import ColumnMeaning, OriginKind

_ORIGINS = {
    "wild": OriginKind.WILD,
    "garden": OriginKind.GARDEN,
    "plot": OriginKind.GARDEN,
    "nursery": OriginKind.GARDEN,
    "bought": OriginKind.BOUGHT,
    "swapped": OriginKind.SWAPPED,
    "exchange": OriginKind.SWAPPED,
    "gift": OriginKind.SWAPPED,
}


@dataclass
class LotDraft:
    """A lot as it was read; texts are empty and numbers None where the sheet does not say."""

    row: int
    code: str
    plant: str
    field_name: str
    origin_kind: OriginKind | None
    origin_place: str
    collected: Moment | None
    collector: str
    leave: str
    parents: int | None
    amount: float | None
    note: str


def read_lots(table: Table) -> list[LotDraft]:
    """Lots of a table; what cannot be taken is in `table.problems`."""
    out, codes = [], dict[str, int]()
    for row, _ in table.lines():
        draft = _lot(table, row)
        if not draft.plant and not draft.field_name:
            table.refuse_at(row, ColumnMeaning.PLANT, "A lot needs a plant, or a field name while the species is unknown.")
        if draft.code and draft.code.upper() in codes:
            table.refuse_at(
                row, ColumnMeaning.LOT_CODE, f"Row {codes[draft.code.upper()] + 1} has the same code: codes are never used twice."
            )
        codes.setdefault(draft.code.upper(), row)
        out.append(draft)
    return out


def _lot(table: Table, row: int) -> LotDraft:
    return LotDraft(
        row=row,
        code=table.text(row, ColumnMeaning.LOT_CODE)[:12],
        plant=table.text(row, ColumnMeaning.PLANT),
        field_name=table.text(row, ColumnMeaning.FIELD_NAME)[:120],
        origin_kind=_origin(table, row),
        origin_place=table.text(row, ColumnMeaning.ORIGIN_PLACE)[:120],
        collected=table.read(row, ColumnMeaning.COLLECTED, lambda c: moment_of(c, table.day_order)),
        collector=table.text(row, ColumnMeaning.COLLECTOR)[:60],
        leave=table.text(row, ColumnMeaning.LEAVE)[:200],
        parents=table.read(row, ColumnMeaning.PARENTS, count_of),
        amount=table.read(row, ColumnMeaning.AMOUNT, amount_of),
        note=table.text(row, ColumnMeaning.NOTE),
    )


def _origin(table: Table, row: int) -> OriginKind | None:
    text = table.text(row, ColumnMeaning.ORIGIN_KIND).lower()
    if not text:
        return None
    found = next((kind for word, kind in _ORIGINS.items() if text.startswith(word)), None)
    if found is None:
        table.refuse_at(row, ColumnMeaning.ORIGIN_KIND, "How did it come in? Write wild, garden, bought or swapped.")
    return found
