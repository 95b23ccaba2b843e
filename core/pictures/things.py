"""The single things on the paper, each measured: area, length, width, how deep it is, how full its outline."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage
from skimage.measure import label

from core.pictures.masks import Mask, worn

# directions in which a thing is measured, over half a turn
_WAYS = 24
_ANGLES = np.arange(_WAYS) * math.pi / _WAYS
_DIRECTIONS = np.stack([np.cos(_ANGLES), np.sin(_ANGLES)])
# fewer pixels than this are no thing
LEAST_PIXELS = 10


@dataclass(frozen=True, slots=True)
class Thing:
    """One thing on the paper; all in pixels.

    Attributes
    ----------
    x, y : float
        Its middle.
    area : float
        Pixels that it covers.
    length, width : float
        Its longest extent, and its extent across that.
    depth : float
        Largest distance of a pixel in it from its edge.
    fullness : float
        Its area by that of the smallest bulging outline around it, 0..1: two seeds that touch leave bays.
    contrast : float
        How far it is from the paper.
    left, top : int
        Upper left corner of `mask`.
    mask : (height, width) bool array
        Its pixels.
    """

    x: float
    y: float
    area: float
    length: float
    width: float
    depth: float
    fullness: float
    contrast: float
    left: int
    top: int
    mask: Mask


def things_in(mask: Mask, contrast: NDArray[np.float32]) -> list[Thing]:
    """Measure every connected thing of `mask`, in the order of their tops."""
    numbered = label(mask, connectivity=2)
    boxes = ndimage.find_objects(numbered)
    areas = np.bincount(numbered.ravel())
    return [
        _measured(numbered[box] == n, contrast[box], box[1].start, box[0].start)
        for n, box in enumerate(boxes, start=1)
        if box is not None and areas[n] >= LEAST_PIXELS
    ]


def _measured(mask: Mask, contrast: NDArray[np.float32], left: int, top: int) -> Thing:
    ys, xs = np.nonzero(mask)
    # its edge is enough to see how far it reaches
    ey, ex = np.nonzero(mask & ~worn(mask))
    along = np.stack([ex, ey], axis=1) @ _DIRECTIONS
    reach = along.max(axis=0) - along.min(axis=0) + 1
    longest = int(reach.argmax())
    return Thing(
        x=float(xs.mean() + left),
        y=float(ys.mean() + top),
        area=float(len(xs)),
        length=float(reach[longest]),
        width=float(reach[(longest + _WAYS // 2) % _WAYS]),
        depth=float(depths(mask).max()),
        fullness=min(1.0, len(xs) / _outline_area(along)),
        contrast=float(contrast[mask].mean()),
        left=left,
        top=top,
        mask=mask,
    )


def depths(mask: Mask) -> NDArray[np.float64]:
    """How far each pixel is from the edge of its thing."""
    return np.asarray(ndimage.distance_transform_edt(np.pad(mask, 1)), dtype=np.float64)[1:-1, 1:-1]


def _outline_area(along: NDArray[np.float64]) -> float:
    """Area inside of all lines that touch the thing from outside, one for each direction: the hull, a little rounded up."""
    support = np.concatenate([along.max(axis=0), -along.min(axis=0)]) + 0.5
    after, before = np.roll(support, -1), np.roll(support, 1)
    turn = math.pi / _WAYS
    # length of each side of the polygon that these lines bound
    sides = (after + before - 2 * support * math.cos(turn)) / math.sin(turn)
    return float((support * np.maximum(sides, 0)).sum() / 2)
