"""A lot's stock as a balance of entries (part 10); below zero only a recount leads, and it does not either."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from core.errors import CoreError
from core.vocabulary import Reason, StockKind


@dataclass(frozen=True, slots=True)
class StockChange:
    """One entry, in seeds. `drawn` and `lost` take off, `corrected` is signed, `recount` sets the stock.

    `se` is the standard error of the amount in seeds: 0 where it was counted, None where nobody knows, with `doubt` why.
    """

    kind: StockKind
    amount: int
    se: float | None = 0.0
    doubt: Reason | None = None


def running_stock(entries: Sequence[StockChange]) -> list[int]:
    """Stock after each entry, from 0, whatever comes of it: for reading what is there already."""
    out: list[int] = []
    stock = 0
    for entry in entries:
        if entry.kind == StockKind.RECOUNT:
            stock = entry.amount
        elif entry.kind in (StockKind.DRAWN, StockKind.LOST):
            stock -= entry.amount
        else:
            stock += entry.amount
        out.append(stock)
    return out


def balances(entries: Sequence[StockChange]) -> list[int]:
    """Stock after each entry, from 0.

    Raises
    ------
    CoreError
        ``below_zero``; `parameter` is ``entries.N`` with N from 0, `bound` the stock before it.
    """
    out = running_stock(entries)
    for index, (before, after) in enumerate(pairwise([0, *out])):
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


def stock_error(entries: Sequence[StockChange]) -> tuple[float | None, Reason | None]:
    """Standard error, in seeds, of what is left after the entries: since the last recount, added in squares.

    Returns
    -------
    tuple
        The error and None, or None and the reason of the first entry that has none.

    Examples
    --------
    >>> stock_error([StockChange(StockKind.IN, 2000, 60), StockChange(StockKind.IN, 500, 80), StockChange(StockKind.DRAWN, 400)])
    (100.0, None)
    """
    since = max((i for i, e in enumerate(entries) if e.kind == StockKind.RECOUNT), default=0)
    square = 0.0
    for entry in entries[since:]:
        if entry.se is None:
            return None, entry.doubt or Reason.NOT_MEASURED
        square += entry.se**2
    return math.sqrt(square), None
