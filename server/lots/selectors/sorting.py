"""What a list of lots is sorted by: thousands of lots are sorted before a hundred of them are read."""

from collections.abc import Sequence

from django.db.models import Case, Count, F, Func, Q, QuerySet, Sum, When
from django.db.models.functions import Lower

from core.vocabulary import StockKind
from server.lots.models import Lot, StockEntry
from server.lots.selectors.stock import stocks
from server.record_kinds.selectors import valid

STOCK = "stock"
_COLUMNS: dict[str, F | Func] = {
    "code": Lower("code"),
    "name": Lower("taxon__common_name"),
    "origin": Lower("origin_place"),
    "collected": F("collected_on"),
    "place": Lower("place__name"),
}
ORDERS = (*_COLUMNS, STOCK)
_SEEDS = Case(When(kind__in=(StockKind.DRAWN, StockKind.LOST), then=-F("amount_seeds")), default=F("amount_seeds"))


def ordered(found: QuerySet[Lot], by: str) -> QuerySet[Lot] | Sequence[int]:
    """Lots sorted by one of `ORDERS`, the other way round with a minus before it; those without a value are last either way.

    By the amount they come as ids, for it is folded from ledgers.
    """
    name, down = by.removeprefix("-"), by.startswith("-")
    if name == STOCK:
        return _by_seeds_left(found, down=down)
    column = _COLUMNS[name]
    return found.order_by(column.desc(nulls_last=True) if down else column.asc(nulls_last=True), "code", "pk")


def _by_seeds_left(found: QuerySet[Lot], *, down: bool) -> list[int]:
    codes = dict(found.order_by().values_list("pk", "code"))
    left = _seeds_left(found)
    known = sorted((pk for pk in codes if left.get(pk) is not None), key=lambda pk: (-1 if down else 1) * (left[pk] or 0))
    return [*known, *sorted((pk for pk in codes if left.get(pk) is None), key=codes.__getitem__)]


def _seeds_left(found: QuerySet[Lot]) -> dict[int, int | None]:
    """Seeds left by lot: sums of the database, and ledgers only of lots that were recounted or wait to be turned into seeds."""
    sums = (
        valid(StockEntry.objects.filter(lot__in=found.order_by()))
        .order_by()
        .values("lot")
        .annotate(left=Sum(_SEEDS), folded=Count("pk", filter=Q(kind=StockKind.RECOUNT) | Q(amount_seeds__isnull=True)))
        .values_list("lot", "left", "folded")
    )
    rows = list(sums)
    folded = stocks([lot for lot, _, n in rows if n])
    return {lot: folded[lot].seeds if n else left for lot, left, n in rows}
