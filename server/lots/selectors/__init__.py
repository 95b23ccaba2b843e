"""Reading lots.

``stock``    what is left, with its doubt; the ledger.
``rows``     lots as lines of the sheet; ``sorting`` what they are sorted by.
``descent``  what came from what.
``quality``  how full the seed is.
``advice``   what lots ask for next, one or many.
``label``    what is made of a lot while it is written.
``bench``    what is known of a lot and what comes next: quality, dryness, place, log.
"""

from server.lots.selectors.rows import LotRow, matching, row
from server.lots.selectors.sorting import ORDERS, ordered
from server.lots.selectors.stock import Stock, StockLine, change_of, ledger, stocks

__all__ = ["ORDERS", "LotRow", "Stock", "StockLine", "change_of", "ledger", "matching", "ordered", "row", "stocks"]
