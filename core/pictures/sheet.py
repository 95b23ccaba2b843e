"""The printed sheet on which seed is photographed, and what its marks say: mm for pixels, also where the camera was held askew."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.errors import CoreError

Point = tuple[float, float]

# a mark is a black ring around a white one around a black dot: diameters as shares of the whole
HOLE_SHARE = 0.62
DOT_SHARE = 0.28


@dataclass(frozen=True, slots=True)
class Sheet:
    """Where the four marks of a sheet are: a rectangle of `across_mm` by `down_mm` between their middles, rings of `ring_mm`."""

    name: str
    across_mm: float
    down_mm: float
    ring_mm: float

    @property
    def corners(self) -> tuple[Point, Point, Point, Point]:
        """The middles of the marks in mm, clockwise from the upper left."""
        return (0.0, 0.0), (self.across_mm, 0.0), (self.across_mm, self.down_mm), (0.0, self.down_mm)

    @property
    def rings_across(self) -> float:
        """How many rings long the shorter side is: by this a photo tells one sheet from another."""
        return min(self.across_mm, self.down_mm) / self.ring_mm


# seed of 2 mm and more; seed that is smaller
LARGE_SHEET = Sheet("large", 160.0, 215.0, 10.0)
SMALL_SHEET = Sheet("small", 60.0, 80.0, 6.0)
SHEETS = (LARGE_SHEET, SMALL_SHEET)


@dataclass(frozen=True, slots=True)
class Plane:
    """How a flat sheet lies in a picture: from pixels (x to the right, y down) to mm on the sheet.

    `matrix` is the 3 × 3 projective map.
    """

    matrix: NDArray[np.float64]

    def to_mm(self, x: float, y: float) -> Point:
        """The place on the sheet of a place in the picture."""
        u, v, w = self.matrix @ (x, y, 1.0)
        return float(u / w), float(v / w)

    def mm_per_px(self, x: float, y: float) -> float:
        """Length of a pixel there, in mm: the square root of the area that it covers."""
        w = float(self.matrix[2] @ (x, y, 1.0))
        return float(abs(np.linalg.det(self.matrix) / w**3) ** 0.5)


def plane_of(in_picture: Sequence[Point], on_sheet: Sequence[Point]) -> Plane:
    """Find the plane from four places in the picture and on the sheet, in the same order.

    Raises
    ------
    CoreError
        ``marks_in_line``: three of them lie in a line.

    Examples
    --------
    >>> plane = plane_of([(0, 0), (200, 0), (200, 100), (0, 100)], [(0, 0), (20, 0), (20, 10), (0, 10)])
    >>> round(plane.mm_per_px(50, 50), 6), tuple(round(x, 6) for x in plane.to_mm(100, 50))
    (0.1, (10.0, 5.0))
    """
    rows, right = [], []
    for (x, y), (u, v) in zip(in_picture, on_sheet, strict=True):
        rows += [[x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]]
        right += [u, v]
    try:
        found = np.linalg.solve(np.array(rows, dtype=np.float64), np.array(right, dtype=np.float64))
    except np.linalg.LinAlgError as error:
        raise CoreError("Three of the four marks lie in a line.", code="marks_in_line", parameter="marks") from error
    return Plane(np.append(found, 1.0).reshape(3, 3))
