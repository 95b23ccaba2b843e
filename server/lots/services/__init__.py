"""Every write to lots.

``lots``     adding, changing, naming, moving, quarantine, and their end.
``stock``    the ledger, and counted samples.
``bench``    cleaning, drying, tests of quality.
``descent``  splitting, floating, merging.
``harvest``  from a stand to its lots.
"""

from server.lots.services.lots import add_lot, add_lot_with_amount, change_lot
from server.lots.services.stock import enter_stock

__all__ = ["add_lot", "add_lot_with_amount", "change_lot", "enter_stock"]
