"""A lot's stock as a balance of entries, and its error (docs/methods/seed-quantities.md)."""

import math
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from core.errors import CoreError
from core.vocabulary import Reason, StockKind


@dataclass(frozen=True, slots=True)
class StockChange:
    """One entry, in seeds. `drawn` and `lost` take off, `corrected` is signed, `recount` sets the stock.

    `se` is the standard error of the amount in seeds: 0 where it was counted, None where nobody knows, with `doubt` why.
    `rate` names the calibration that the amount rests on, and its whole error with it; empty where the error is its own.
    """

    kind: StockKind
    amount: float
    se: float | None = 0.0
    doubt: Reason | None = None
    rate: str = ""

    @property
    def signed(self) -> int:
        """1 where the amount adds to the stock, −1 where it takes off."""
        return -1 if self.kind in (StockKind.DRAWN, StockKind.LOST) else 1


def running_stock(entries: Sequence[StockChange]) -> list[float]:
    """Return the stock after each entry, from 0, unchecked: for reading what is recorded already."""
    out: list[float] = []
    stock: float = 0
    for entry in entries:
        stock = entry.amount if entry.kind == StockKind.RECOUNT else stock + entry.signed * entry.amount
        out.append(stock)
    return out


def balances(entries: Sequence[StockChange]) -> list[float]:
    """Return the stock after each entry, from 0.

    Raises
    ------
    CoreError
        ``not_finite``, ``negative`` (an amount below 0 other than a correction) or ``below_zero``; `parameter` is
        ``entries.N`` with N from 0, `bound` the stock before it.
    """
    out = running_stock(entries)
    for index, (before, after) in enumerate(pairwise([0, *out])):
        _check_amount(entries[index], f"entries.{index}")
        if after < 0:
            amount = entries[index].amount
            raise CoreError(
                f"{abs(amount)} seeds cannot be taken: only {before} are left. Recount the lot, or take fewer.",
                code="below_zero",
                parameter=f"entries.{index}",
                bound=before,
                value=amount,
            )
    return out


def _check_amount(entry: StockChange, where: str) -> None:
    if not math.isfinite(entry.amount) or not math.isfinite(entry.se or 0.0):
        message = f"{entry.amount} seeds is not a number. Enter how many."
        raise CoreError(message, code="not_finite", parameter=where, value=entry.amount)
    if entry.amount < 0 and entry.kind is not StockKind.CORRECTED:
        message = (
            f"{entry.amount:g} seeds is impossible. An amount must be 0 or more. To take seeds off, enter a draw, a loss or a correction."
        )
        raise CoreError(message, code="negative", parameter=where, bound=0, value=entry.amount)


def stock_error(entries: Sequence[StockChange]) -> tuple[float | None, Reason | None]:
    """Return the standard error, in seeds, of what is left after the entries, since the last recount.

    Entries that rest on one rate share its error: seeds weighed in and weighed out by it are wrong together. Own errors add in
    squares.

    Returns
    -------
    tuple
        The error and None, or None and the reason of the first entry that has none.

    Examples
    --------
    >>> stock_error([StockChange(StockKind.IN, 2000, 60), StockChange(StockKind.IN, 500, 80), StockChange(StockKind.DRAWN, 400)])
    (100.0, None)
    >>> stock_error([StockChange(StockKind.IN, 2000, 100, rate="tsw"), StockChange(StockKind.DRAWN, 1800, 90, rate="tsw")])
    (10.0, None)
    """
    since = max((i for i, e in enumerate(entries) if e.kind == StockKind.RECOUNT), default=0)
    square = 0.0
    by_rate: dict[str, float] = defaultdict(float)
    for entry in entries[since:]:
        if entry.se is None:
            return None, entry.doubt or Reason.NOT_MEASURED
        if entry.rate:
            signed = entry.signed if entry.amount >= 0 else -entry.signed
            by_rate[entry.rate] += signed * entry.se
        else:
            square += entry.se**2
    return math.sqrt(square + math.fsum(x * x for x in by_rate.values())), None
