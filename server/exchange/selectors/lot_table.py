"""All lots as one table, a column for each of their fields; an import finds the columns again."""

from collections.abc import Collection

from core.seedstock import LOT_FIELDS, FieldKind, LotField
from server.exchange.selectors.columns import Cell, Column, Kind, Table
from server.lots.models import Lot
from server.lots.selectors.stock import Stock, stocks

KINDS = {FieldKind.WHOLE: Kind.WHOLE, FieldKind.NUMBER: Kind.NUMBER, FieldKind.DAY: Kind.DAY, FieldKind.YES_NO: Kind.YES_NO}


def lot_table(only: Collection[int] | None = None) -> Table:
    """Every lot that was not deleted, or only some by their ids, by code, with the seeds left."""
    found = Lot.objects.select_related("taxon", "place__parent__parent__parent").order_by("code")
    lots = list(found if only is None else found.filter(pk__in=only))
    left = stocks([lot.pk for lot in lots])
    return Table("lots", "Lots", [*_BEFORE, *map(_column, LOT_FIELDS.values()), *_AFTER], [_row(x, left[x.pk]) for x in lots], ("code",))


_BEFORE = (
    Column("code", Kind.TEXT, "code of the lot", needed=True),
    Column("plant", Kind.TEXT, "common name of the plant; empty if unknown"),
    Column("scientific_name", Kind.TEXT, "scientific name; empty if unknown"),
)
_AFTER = (
    Column("kept_at", Kind.TEXT, "where it is kept"),
    Column("seeds_left", Kind.NUMBER, "seeds that are left; empty if not measured"),
    Column("seeds_left_se", Kind.NUMBER, "standard error of the seeds that are left"),
    Column("ended", Kind.TEXT, "how the lot ended; empty while in use"),
)


def _column(f: LotField) -> Column:
    return Column(f.name, KINDS.get(f.kind, Kind.TEXT), f.meaning, f.unit, words=tuple(f.words))


def _row(lot: Lot, stock: Stock) -> list[Cell]:
    plant = (lot.taxon.common_name, lot.taxon.scientific_name) if lot.taxon else ("", "")
    place = lot.place.full_name if lot.place else ""
    return [lot.code, *plant, *(getattr(lot, name) for name in LOT_FIELDS), place, stock.seeds, stock.se_seeds, lot.ended]
