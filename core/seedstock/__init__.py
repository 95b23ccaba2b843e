"""How much seed there is.

``ledger``  a lot's stock as a balance of entries.
"""

from core.seedstock.ledger import StockChange, balances

__all__ = ["StockChange", "balances"]
