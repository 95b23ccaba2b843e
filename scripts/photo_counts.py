"""Count the seed in every picture of a folder: ``make photo-counts DIR=… OUT=counts.csv``.

Writes a line for each picture: its name, the count, the standard error, whether a sheet gave the scale, seconds; or why it was refused.
"""

import csv
import sys
import time
from pathlib import Path
from typing import Any

import numpy as np
from PIL import Image

from core.errors import CoreError
from core.pictures import tally
from core.pictures.find import find_seeds
from server.lots.pictures.worker import pixels_of

PICTURES = {".jpg", ".jpeg", ".png", ".webp"}
COLUMNS = ("name", "count", "error", "sheet", "median_length_mm", "seconds", "refused")


def counted(path: Path) -> dict[str, Any]:
    """One line of the table."""
    begun = time.perf_counter()
    line: dict[str, Any] = {"name": path.name}
    try:
        with path.open("rb") as file:
            found = find_seeds(pixels_of(file))
    except CoreError as error:
        return line | {"refused": error.message}
    except (OSError, SyntaxError, ValueError, Image.DecompressionBombError) as error:
        return line | {"refused": f"cannot be read as a picture: {error}"}
    count = tally(found)
    lengths = [t.length_mm for t in found.seeds if t.seeds == 1 and t.length_mm is not None]
    return line | {
        "count": count.seeds,
        "error": f"{count.se:.1f}",
        "sheet": found.sheet or "",
        "median_length_mm": f"{np.median(lengths):.2f}" if lengths else "",
        "seconds": f"{time.perf_counter() - begun:.2f}",
    }


def main(folder: str, out: str) -> None:
    """Count, and write the table."""
    pictures = sorted(p for p in Path(folder).iterdir() if p.suffix.lower() in PICTURES)
    if not pictures:
        sys.exit(f"There is no picture in {folder}: files ending in {', '.join(sorted(PICTURES))} are counted.")
    with Path(out).open("w", newline="", encoding="utf-8") as file:
        table = csv.DictWriter(file, COLUMNS)
        table.writeheader()
        for path in pictures:
            line = counted(path)
            table.writerow(line)
            print(f"{line['name']}: {line.get('count', line.get('refused'))}")


if __name__ == "__main__":
    if len(sys.argv) != 3:
        sys.exit("Give the folder and the file to write: make photo-counts DIR=pictures OUT=counts.csv")
    main(sys.argv[1], sys.argv[2])
