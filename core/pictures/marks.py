"""The marks of the printed sheet in a picture: rings with a dot in the middle, told from seed by that."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from core.pictures.sheet import DOT_SHARE, HOLE_SHARE, SHEETS, Plane, Point, Sheet, plane_of
from core.pictures.things import Thing

_RING_AREA = 1 - HOLE_SHARE**2
_DOT_OF_RING = DOT_SHARE**2 / _RING_AREA


@dataclass(frozen=True, slots=True)
class SheetFound:
    """A sheet in a picture, how it lies, and the numbers of the things that are its marks."""

    sheet: Sheet
    plane: Plane
    things: frozenset[int]

    def holds(self, x: float, y: float) -> bool:
        """Whether a place of the picture lies on the sheet, as far as its marks reach."""
        u, v = self.plane.to_mm(x, y)
        edge = self.sheet.ring_mm / 2
        return -edge <= u <= self.sheet.across_mm + edge and -edge <= v <= self.sheet.down_mm + edge


def sheet_in(things: Sequence[Thing]) -> SheetFound | None:
    """Find the four marks of a sheet; None where they are not all there."""
    rings = [(i, t) for i, t in enumerate(things) if _is_ring(t)]
    marks: list[tuple[int, int, Thing]] = []
    for i, ring in rings:
        for j, dot in enumerate(things):
            close = abs(dot.x - ring.x) + abs(dot.y - ring.y) < 0.12 * ring.length
            if j != i and close and 0.5 * _DOT_OF_RING < dot.area / ring.area < 1.8 * _DOT_OF_RING:
                marks.append((i, j, ring))
                break
    if len(marks) != 4:
        return None
    corners = _around([(ring.x, ring.y) for _, _, ring in marks])
    first, second = (float(np.hypot(corners[a][0] - corners[b][0], corners[a][1] - corners[b][1])) for a, b in ((0, 1), (1, 2)))
    ring_px = float(np.mean([ring.length for _, _, ring in marks]))
    sheet = min(SHEETS, key=lambda s: abs(np.log(min(first, second) / ring_px / s.rings_across)))
    on_sheet = sheet.corners
    # held upright or across: the longer side of the picture's marks is the longer one of the sheet
    if (first > second) != (sheet.across_mm > sheet.down_mm):
        corners = [*corners[1:], corners[0]]
    numbers = frozenset(n for i, j, _ in marks for n in (i, j))
    return SheetFound(sheet, plane_of(corners, on_sheet), numbers)


def _is_ring(thing: Thing) -> bool:
    round_enough = thing.width > 0.6 * thing.length
    share = thing.area / (np.pi / 4 * thing.length * thing.width)
    height, width = thing.mask.shape
    hollow = not thing.mask[height // 2, max(0, int(width * 0.26))] or not thing.mask[height // 2, min(width - 1, int(width * 0.74))]
    return bool(thing.area > 60 and round_enough and abs(share - _RING_AREA) < 0.2 and hollow)


def _around(places: Sequence[Point]) -> list[Point]:
    """Four places clockwise, as seen, from the upper left."""
    middle = np.mean(places, axis=0)
    ordered = sorted(places, key=lambda p: np.arctan2(p[1] - middle[1], p[0] - middle[0]))
    start = min(range(4), key=lambda n: ordered[n][0] + ordered[n][1])
    return [*ordered[start:], *ordered[:start]]
