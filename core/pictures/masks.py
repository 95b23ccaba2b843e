"""Operations on which pixels belong to things."""

import numpy as np
from numpy.typing import NDArray

Mask = NDArray[np.bool_]


def worn(mask: Mask) -> Mask:
    """Without the pixels that have a bare neighbour, or lie at the edge of the picture (an erosion by a cross)."""
    out = np.zeros_like(mask)
    out[1:-1, 1:-1] = mask[1:-1, 1:-1] & mask[:-2, 1:-1] & mask[2:, 1:-1] & mask[1:-1, :-2] & mask[1:-1, 2:]
    return out


def opened(mask: Mask) -> Mask:
    """Without bridges and specks of a pixel (an opening by a cross, in whole-picture operations)."""
    small = worn(mask)
    out = small.copy()
    out[1:] |= small[:-1]
    out[:-1] |= small[1:]
    out[:, 1:] |= small[:, :-1]
    out[:, :-1] |= small[:, 1:]
    return out
