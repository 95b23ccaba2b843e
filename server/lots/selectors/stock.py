"""What is left of a lot, and how sure that is."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import NamedTuple

from core.seedstock import StockChange, running_stock, stock_error
from core.vocabulary import AmountKnown, AmountUnit, Reason, StockKind
from server.lots.models import Lot, StockEntry
from server.record_kinds.selectors import valid


@dataclass(frozen=True)
class Stock:
    """What is left of a lot, in seeds, with its standard error.

    `seeds` None: `doubt` says whether nobody measured, or an amount (`unconverted`, in `unconverted_unit`) waits to be turned into
    seeds. `se_seeds` None with seeds: `doubt` says why the estimate has no error.
    """

    seeds: int | None
    estimated: bool
    se_seeds: float | None
    doubt: Reason | None
    unconverted: float | None = None
    unconverted_unit: AmountUnit | None = None


@dataclass(frozen=True)
class StockLine:
    """One line of the ledger with the balance after it. `stands` is false where a later line corrects it or took it back."""

    id: int
    at: datetime
    by: str
    kind: StockKind
    amount: float
    unit: AmountUnit
    amount_seeds: int | None
    se_seeds: float | None
    doubt: Reason | None
    known: AmountKnown
    basis: str
    reason: str
    balance_seeds: int | None
    stands: bool


class Line(NamedTuple):
    """What the stock is folded from; lighter than a model, for lists of many lots."""

    lot_id: int
    kind: str
    amount: float
    unit: str
    amount_seeds: int | None
    known: str
    se_seeds: float | None
    doubt: str
    calibration_id: int | None


def change_of(entry: StockEntry | Line) -> StockChange:
    """A ledger line as core sees it; an amount that is not turned into seeds yet counts as none."""
    doubt = Reason(entry.doubt) if entry.doubt else None
    rate = "" if entry.calibration_id is None else str(entry.calibration_id)
    return StockChange(StockKind(entry.kind), entry.amount_seeds or 0, entry.se_seeds, doubt, rate)


def standing_entries(lot_ids: Iterable[int]) -> dict[int, list[StockEntry]]:
    """Ledger lines that stand, of several lots, in one query."""
    by_lot: dict[int, list[StockEntry]] = {i: [] for i in lot_ids}
    for entry in valid(StockEntry.objects.filter(lot__in=by_lot)).order_by("at", "pk"):
        by_lot[entry.lot_id].append(entry)
    return by_lot


def stocks(lot_ids: Iterable[int]) -> dict[int, Stock]:
    """Stock of several lots in one query."""
    by_lot: dict[int, list[Line]] = {i: [] for i in lot_ids}
    found = valid(StockEntry.objects.filter(lot__in=by_lot)).order_by("at", "pk")
    for line in map(Line._make, found.values_list(*Line._fields)):
        by_lot[line.lot_id].append(line)
    return {lot: stock_from(lines) for lot, lines in by_lot.items()}


def stock_from(entries: Sequence[Line]) -> Stock:
    """Fold a ledger into what is left."""
    if not entries:
        return Stock(None, estimated=False, se_seeds=None, doubt=Reason.NOT_MEASURED)
    since = max((i for i, e in enumerate(entries) if e.kind == StockKind.RECOUNT), default=0)
    waiting = [e for e in entries[since:] if e.amount_seeds is None]
    if waiting:
        same = [e.amount for e in waiting if e.unit == waiting[-1].unit]
        return Stock(None, False, None, Reason.NOT_CONVERTED, sum(same), AmountUnit(waiting[-1].unit))
    changes = [change_of(e) for e in entries]
    se, doubt = stock_error(changes)
    estimated = any(e.known != AmountKnown.COUNTED for e in entries[since:])
    return Stock(round(running_stock(changes)[-1]), estimated, se, doubt)


def ledger(lot: Lot) -> list[StockLine]:
    """All lines of a lot's ledger, oldest first, corrected ones among them."""
    entries = list(lot.stock_entries.filter(withdrawn=False).select_related("by", "corrected_by"))
    standing = [e for e in entries if not hasattr(e, "corrected_by")]
    left = dict(zip((e.pk for e in standing), map(round, running_stock([change_of(e) for e in standing])), strict=True))
    return [
        StockLine(
            id=e.pk,
            at=e.at,
            by=e.by.initials,
            kind=StockKind(e.kind),
            amount=e.amount,
            unit=AmountUnit(e.unit),
            amount_seeds=e.amount_seeds,
            se_seeds=e.se_seeds,
            doubt=Reason(e.doubt) if e.doubt else None,
            known=AmountKnown(e.known),
            basis=e.basis,
            reason=e.reason,
            balance_seeds=left.get(e.pk) if e.amount_seeds is not None else None,
            stands=e.pk in left,
        )
        for e in entries
    ]
