"""Reading lots and what is left in them."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, datetime

from django.db.models import Q, QuerySet

from core.seedstock import StockChange, balances
from core.vocabulary import AmountKnown, DatePrecision, OriginKind, StockKind
from server.lots.models import Lot, StockEntry


@dataclass(frozen=True)
class Stock:
    """What is left of a lot: seeds, and whether the number is an estimate. None: nobody has counted or weighed it."""

    seeds: int | None
    estimated: bool
    cv: float | None


@dataclass(frozen=True)
class StockLine:
    """One line of the ledger with the balance after it."""

    at: datetime
    by: str
    kind: StockKind
    amount_seeds: int
    known: AmountKnown
    reason: str
    balance_seeds: int


@dataclass(frozen=True)
class LotRow:
    """A lot as a line of the ledger sheet."""

    id: int
    code: str
    name: str
    common_name: str
    species_known: bool
    origin_kind: OriginKind
    origin_place: str
    collected_on: date | None
    collected_precision: DatePrecision
    place: str
    hazard: str
    stock: Stock


def lots(search: str = "") -> QuerySet[Lot]:
    """Lots whose code, plant, field name, origin or place holds every word of the search."""
    found = Lot.objects.select_related("taxon", "place__parent__parent")
    for word in search.split():
        found = found.filter(
            Q(code__icontains=word)
            | Q(taxon__scientific_name__icontains=word)
            | Q(taxon__common_name__icontains=word)
            | Q(field_name__icontains=word)
            | Q(origin_place__icontains=word)
            | Q(place__name__icontains=word)
        )
    return found


def stocks(lot_ids: Iterable[int]) -> dict[int, Stock]:
    """Stock of several lots in one query."""
    by_lot: dict[int, list[StockEntry]] = {i: [] for i in lot_ids}
    for entry in StockEntry.objects.filter(lot__in=by_lot).order_by("at", "pk"):
        by_lot[entry.lot_id].append(entry)
    return {lot: stock_from(entries) for lot, entries in by_lot.items()}


def stock_from(entries: list[StockEntry]) -> Stock:
    """Fold a ledger into what is left; the number is an estimate unless the last count of it all was a count."""
    if not entries:
        return Stock(None, estimated=False, cv=None)
    seeds = balances([change_of(e) for e in entries])[-1]
    counted_from = max((i for i, e in enumerate(entries) if e.kind == StockKind.RECOUNT), default=0)
    guesses = [e for e in entries[counted_from:] if e.known != AmountKnown.COUNTED]
    return Stock(seeds, estimated=bool(guesses), cv=max((e.cv for e in guesses if e.cv), default=None))


def change_of(entry: StockEntry) -> StockChange:
    """A ledger line as core sees it."""
    return StockChange(StockKind(entry.kind), entry.amount_seeds)


def ledger(lot: Lot) -> list[StockLine]:
    """Lines of a lot's ledger, oldest first."""
    entries = list(lot.stock_entries.select_related("by"))
    left = balances([change_of(e) for e in entries])
    return [
        StockLine(e.at, e.by.initials, StockKind(e.kind), e.amount_seeds, AmountKnown(e.known), e.reason, b)
        for e, b in zip(entries, left, strict=True)
    ]


def row(lot: Lot, stock: Stock) -> LotRow:
    """A lot as a line of the ledger sheet."""
    return LotRow(
        id=lot.pk,
        code=lot.code,
        name=lot.name,
        common_name=lot.common_name,
        species_known=lot.taxon_id is not None,
        origin_kind=OriginKind(lot.origin_kind),
        origin_place=lot.origin_place,
        collected_on=lot.collected_on,
        collected_precision=DatePrecision(lot.collected_precision),
        place=lot.place.full_name if lot.place else "",
        hazard=lot.hazard or (lot.taxon.caution if lot.taxon else ""),
        stock=stock,
    )
