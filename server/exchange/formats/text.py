"""Tables as CSV: UTF-8, a point for decimals, and nothing a spreadsheet would run."""

import csv
import io
from datetime import date, datetime

from server.exchange.reading.cells import DEFUSED_BY
from server.exchange.selectors.columns import Cell, Table

CSV = "text/csv; charset=utf-8"
# a spreadsheet takes text that begins so for a formula
DANGEROUS = ("=", "+", "-", "@", "\t", "\r", "\n")


def csv_of(table: Table) -> bytes:
    """A table as CSV. A text that begins like a formula gets an apostrophe in front."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow([c.name for c in table.columns])
    for row in table.rows:
        writer.writerow([plain(cell) for cell in row])
    return out.getvalue().encode("utf-8")


def plain(cell: Cell) -> str:
    """A cell as CSV says it; empty for what is undefined."""
    if cell is None:
        return ""
    if isinstance(cell, bool):
        return "true" if cell else "false"
    if isinstance(cell, (datetime, date)):
        return cell.isoformat()
    if isinstance(cell, (int, float)):
        return repr(cell)
    return defused(str(cell))


def defused(text: str) -> str:
    """A text that no spreadsheet runs."""
    return f"{DEFUSED_BY}{text}" if text.startswith(DANGEROUS) else text
