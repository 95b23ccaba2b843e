"""What a column may mean: what every table may hold, and the fields of a lot by their names."""

from core.seedstock.lot_fields import LOT_FIELDS, LotField
from core.vocabulary import ColumnMeaning

# a field that was always read has its own word among the meanings, with the same value
_KNOWN = {m.value: m for m in ColumnMeaning}

# fields of a lot that an import asks for, by the meaning of their column
LOT_COLUMNS: dict[str, LotField] = {_KNOWN.get(f.name, f.name): f for f in LOT_FIELDS.values() if f.headings}
MEANINGS: tuple[str, ...] = tuple(dict.fromkeys([*ColumnMeaning, *LOT_COLUMNS]))


def meaning_of(word: str) -> str:
    """The meaning of a column from its word."""
    return _KNOWN.get(word, word)
