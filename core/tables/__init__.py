"""Tables that somebody else made: what their columns may mean, and lots and counts out of them, cell by cell.

``cells``     dates, counts and numbers of a cell, and why it cannot be taken.
``meanings``  what a column may mean.
``guess``     headings, meanings and shape, as a guess to be settled by hand.
``table``     a sheet with what was settled, and its problems.
``counts``    dishes from wide and from long tables.
``lots``      lots, a line each.
``quick_lot`` one lot in one line, as on a paper bag.
"""

from core.tables.cells import Cell, Moment, Unreadable, cell_name, moment_of, possible_orders, said
from core.tables.counts import DishDraft, LookDraft, read_counts
from core.tables.guess import TableGuess, find_header, guess_columns, guess_table
from core.tables.lots import LotDraft, read_lots
from core.tables.meanings import LOT_COLUMNS, MEANINGS, meaning_of
from core.tables.quick_lot import QuickLot, read_lot
from core.tables.table import CellProblem, Table

__all__ = [
    "LOT_COLUMNS",
    "MEANINGS",
    "Cell",
    "CellProblem",
    "DishDraft",
    "LookDraft",
    "LotDraft",
    "Moment",
    "QuickLot",
    "Table",
    "TableGuess",
    "Unreadable",
    "cell_name",
    "find_header",
    "guess_columns",
    "guess_table",
    "meaning_of",
    "moment_of",
    "possible_orders",
    "read_counts",
    "read_lot",
    "read_lots",
    "said",
]
