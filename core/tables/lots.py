"""Lots from a table, a line each."""

from dataclasses import dataclass
from typing import cast

from core.seedstock.lot_fields import FieldKind, LotFacts, LotField
from core.tables.cells import Moment, amount_of, count_of, moment_of
from core.tables.meanings import LOT_COLUMNS
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
    """A lot as it was read; texts are empty and numbers None where the sheet does not say.

    `facts` holds those of its other fields for which there is a column.
    """

    row: int
    code: str
    plant: str
    field_name: str
    origin_kind: OriginKind | None
    collected: Moment | None
    amount: float | None
    facts: LotFacts


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
        collected=table.read(row, ColumnMeaning.COLLECTED, lambda c: moment_of(c, table.day_order)),
        amount=table.read(row, ColumnMeaning.AMOUNT, amount_of),
        facts=_facts(table, row),
    )


def _facts(table: Table, row: int) -> LotFacts:
    found = {f.name: _value(table, row, meaning, f) for meaning, f in LOT_COLUMNS.items() if meaning in table.places}
    return cast(LotFacts, found)


def _value(table: Table, row: int, meaning: str, lot_field: LotField) -> object:
    """A cell as its field takes it."""
    if lot_field.kind is FieldKind.WHOLE:
        return table.read(row, meaning, count_of)
    text = table.text(row, meaning)
    if lot_field.kind is FieldKind.WORD:
        found = next((word for word, label in lot_field.words.items() if text.lower() in (word, label.lower())), None)
        if text and found is None:
            table.refuse_at(row, meaning, f"{lot_field.label}: write {_one_of(list(lot_field.words.values()))}.")
        return found or ""
    return text[: lot_field.longest] if lot_field.longest else text


def _one_of(words: list[str]) -> str:
    return f"{', '.join(words[:-1])} or {words[-1]}"


def _origin(table: Table, row: int) -> OriginKind | None:
    text = table.text(row, ColumnMeaning.ORIGIN_KIND).lower()
    if not text:
        return None
    found = next((kind for word, kind in _ORIGINS.items() if text.startswith(word)), None)
    if found is None:
        table.refuse_at(row, ColumnMeaning.ORIGIN_KIND, "Where did it come from? Write wild, garden, bought or swapped.")
    return found
