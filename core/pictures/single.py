"""How large one seed is, read from all things together: most of what lies on the paper are single seeds."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from core.errors import CoreError
from core.pictures.things import Thing

# areas that differ by less than this share are taken for alike
_BANDWIDTH = 0.12
_GRID = 400
# single seeds lie around the usual area within this factor
SINGLE_FROM, SINGLE_TO = 0.55, 1.45
# two seeds that touch leave bays in the outline; one seed bulges, unless it is long and bent
_BULGING = 0.84


@dataclass(frozen=True, slots=True)
class Single:
    """What one seed is like, in pixels.

    `scatter` is that of the areas, as a share of `area`.
    """

    area: float
    scatter: float
    fullness: float
    fullness_scatter: float
    depth: float
    contrast: float


def single_seed(things: Sequence[Thing]) -> Single:
    """Take the area of one seed from the mode of the areas.

    Each thing weighs as much as it covers, so that many crumbs do not outvote the seed; things with bays in their outline weigh
    less, since they are likely seeds that touch.

    Raises
    ------
    CoreError
        ``nothing_found``: there is no thing.
    """
    if not things:
        raise CoreError("Nothing was found that could be a seed.", code="nothing_found", parameter="picture")
    areas = np.log([t.area for t in things])
    weights = np.array([t.area * (1.0 if t.fullness > _BULGING else 0.4) for t in things])
    # one large thing (a coin, a finger) is not the mode of many
    weights = np.minimum(weights, 12 * np.median(weights))
    grid = np.linspace(areas.min() - 0.5, areas.max() + 0.5, _GRID)
    density = (weights * np.exp(-0.5 * ((grid[:, None] - areas) / _BANDWIDTH) ** 2)).sum(axis=1)
    mode = float(np.exp(grid[density.argmax()]))
    near = [t for t in things if SINGLE_FROM * mode < t.area < SINGLE_TO * mode and t.fullness > _BULGING] or [
        min(things, key=lambda t: abs(t.area - mode))
    ]
    found = np.array([[t.area, t.fullness, t.depth, t.contrast] for t in near])
    middle = np.median(found, axis=0)
    area, fullness, depth, contrast = (float(x) for x in middle)
    area_scatter, fullness_scatter = (float(x) for x in 1.4826 * np.median(np.abs(found[:, :2] - middle[:2]), axis=0))
    return Single(area, min(0.3, max(0.1, area_scatter / area)), fullness, min(0.05, max(0.012, fullness_scatter)), depth, contrast)
