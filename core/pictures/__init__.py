"""Seeds counted in a picture: an array of pixels in, places, sizes and a count with its error out (docs/methods/photo-count.md).

``paper``   what differs from the paper, in uneven light.
``masks``   which pixels belong to things.
``things``  the single things on it, measured.
``single``  how large one seed is.
``clumps``  how many seeds a thing is.
``sheet``   the printed sheet and how it lies in a picture; ``marks`` finds it.
``find``    all of that, and the pictures that are refused; ``found`` is what it returns.
``tally``   the count after a person looked at it, over several pictures; sizes.

The library for images takes a quarter of a second to load: only ``find`` and what it uses need it, so import it where pictures are read.
"""

from core.pictures.found import MOST_PIXELS, RULES, SeedFound, SeedsFound
from core.pictures.sheet import DOT_SHARE, HOLE_SHARE, LARGE_SHEET, SHEETS, SMALL_SHEET, Plane, Sheet, plane_of
from core.pictures.tally import PhotoTally, SizeSpread, is_doubtful, mm_per_px_of, size_spread, tally

__all__ = [
    "DOT_SHARE",
    "HOLE_SHARE",
    "LARGE_SHEET",
    "MOST_PIXELS",
    "RULES",
    "SHEETS",
    "SMALL_SHEET",
    "PhotoTally",
    "Plane",
    "SeedFound",
    "SeedsFound",
    "Sheet",
    "SizeSpread",
    "is_doubtful",
    "mm_per_px_of",
    "plane_of",
    "size_spread",
    "tally",
]
