"""A lot's stock as a balance of entries (part 10); below zero only a recount leads, and it does not either."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import CoreError
from core.vocabulary import StockKind


@dataclass(frozen=True, slots=True)
class StockChange:
    """One entry, in seeds. `drawn` and `lost` take off, `corrected` is signed, `recount` sets the stock."""

    kind: StockKind
    amount: int


def balances(entries: Sequence[StockChange]) -> list[int]:
    """Stock after each entry, from 0.

    Raises
    ------
    CoreError
        ``below_zero``; `parameter` is ``entries.N`` with N from 0, `bound` the stock before it.
    """
    out: list[int] = []
    stock = 0
    for index, entry in enumerate(entries):
        before = stock
        if entry.kind == StockKind.RECOUNT:
            stock = entry.amount
        elif entry.kind in (StockKind.DRAWN, StockKind.LOST):
            stock -= entry.amount
        else:
            stock += entry.amount
        if stock < 0:
            raise CoreError(
                f"{abs(entry.amount)} seeds cannot be taken: only {before} are left. Recount the lot, or take fewer.",
                code="below_zero",
                parameter=f"entries.{index}",
                bound=before,
                value=entry.amount,
            )
        out.append(stock)
    return out
