"""A process of its own that reads one file: ``python -m server.exchange.reading.worker KIND CELLS UNPACKED``.

The file comes in by the standard input; what was read, or why not, goes out as JSON. The process may use only so much memory
and time, and it inherits no secret: whatever a file does to its reader, the nursery goes on.
"""

import json
import resource
import sys
from collections.abc import Callable
from datetime import date, datetime
from typing import Any

from server.errors import Refused
from server.exchange.reading.cells import Cell, Limits, Unreadable, csv_rows, json_value, xlsx_sheets
from server.exchange.standards import darwin_core, waypoints
from server.exchange.standards.records import Said, as_json

MOST_MEMORY = 600 * 2**20
MOST_SECONDS = 40
# open formats whose files are no tables
STANDARDS: dict[str, Callable[[bytes], Said]] = {"gpx": waypoints.read, "darwin_core": darwin_core.read}
DAY, MOMENT = "day", "moment"


def packed_cell(cell: Cell) -> Any:
    """A cell as JSON says it: dates with what they are."""
    if isinstance(cell, datetime):
        return {MOMENT: cell.isoformat()}
    if isinstance(cell, date):
        return {DAY: cell.isoformat()}
    return cell


def _read(kind: str, content: bytes, limits: Limits) -> Any:
    if kind == "json":
        return json_value(content)
    if kind in STANDARDS:
        return as_json(STANDARDS[kind](content))
    sheets = xlsx_sheets(content, limits) if kind == "xlsx" else [("", csv_rows(content, limits))]
    return [[name, [[packed_cell(c) for c in row] for row in rows]] for name, rows in sheets]


def main() -> None:
    """Read, and say what was found."""
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (MOST_SECONDS, MOST_SECONDS))
    kind, cells, unpacked = sys.argv[1:]
    try:
        text = json.dumps({"found": _read(kind, sys.stdin.buffer.read(), Limits(int(cells), int(unpacked)))})
    except Unreadable as why:
        text = json.dumps({"code": why.code, "words": why.words})
    except Refused as why:
        # the file's name goes before it
        text = json.dumps({"code": why.code, "words": f": {why.detail}"})
    except MemoryError:
        text = json.dumps({"code": "too_large", "words": f"needs more than {MOST_MEMORY >> 20} MB of memory to be read."})
    sys.stdout.write(text + "\n")


if __name__ == "__main__":
    main()
