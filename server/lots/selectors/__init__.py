"""Reading lots.

``stock``    what is left, with its doubt; the ledger.
``rows``     lots as lines of the sheet.
``descent``  what came from what.
``label``    what is made of a lot while it is written.
``bench``    what is known of a lot and what comes next: quality, dryness, place, log.
"""

from server.lots.selectors.rows import LotRow, matching, row
from server.lots.selectors.stock import Stock, StockLine, change_of, ledger, stocks

__all__ = ["LotRow", "Stock", "StockLine", "change_of", "ledger", "matching", "row", "stocks"]
