"""From a picture to what differs from the paper it was taken on: light made even, then a threshold of its own."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage
from skimage.filters import threshold_otsu

from core.errors import CoreError
from core.pictures.masks import Mask, opened

Pixels = NDArray[np.uint8]
Floats = NDArray[np.float32]

# blocks along the longer side in which the paper's own colour is looked for
_BLOCKS = 24
# a pixel is a thing's where it differs by this share of what the thing differs by; shadows differ by less
_OF_STRONGEST = 0.38
# less than this share from the paper is grain, shadow or stain
_LEAST_CONTRAST = 0.09
_DARKEST_PAPER = 45
_MOST_COVERED = 0.45
# a block of paper differs from the fall of light by less than this
_MOST_OFF = 0.1
_LEAST_PLAIN = 0.3
# a bench has less than this of the sheet's light
_DARK_BENCH = 0.7
_WELL_INSIDE = 0.95
_STRIP = 8
OUTSIDE = -1.0


@dataclass(frozen=True, slots=True)
class OnPaper:
    """What lies on the paper.

    Attributes
    ----------
    contrast : (height, width) float array
        How far each pixel is from the paper, as a share of the paper's light, 0 and up.
    things : (height, width) bool array
        Which pixels belong to things.
    """

    contrast: Floats
    things: Mask


def on_paper(pixels: Pixels) -> OnPaper:
    """Find what lies on plain paper.

    Parameters
    ----------
    pixels : (height, width, 3) uint8 array
        Red, green and blue.

    Raises
    ------
    CoreError
        ``picture_too_dark``, ``paper_not_plain`` or ``nothing_found``: the picture is of no use for counting.
    """
    paper = _paper(pixels)
    light = float(np.median(paper.colour))
    if light < _DARKEST_PAPER:
        raise CoreError(
            f"The picture is too dark: its paper has a brightness of {light:.0f} of 255. Take it in daylight, or with a lamp at each side.",
            code="picture_too_dark",
            parameter="picture",
            bound=_DARKEST_PAPER,
            value=light,
        )
    if paper.plain < _LEAST_PLAIN:
        raise _not_plain(paper.plain)
    contrast = _contrast(pixels, paper)
    sample = contrast[::7, ::7]
    least = max(_LEAST_CONTRAST, 5 * 1.4826 * float(np.median(sample[sample > OUTSIDE])))
    covered = float((contrast[::3, ::3] > least).mean())
    if covered > _MOST_COVERED:
        raise _not_plain(1 - covered)
    if covered * contrast.size < 40:
        raise CoreError(
            "Nothing was found on the paper. Spread the seed on paper of another colour, and take the picture from straight above.",
            code="nothing_found",
            parameter="picture",
        )
    return OnPaper(contrast, _outlined(contrast, least))


def _outlined(contrast: Floats, least: float) -> Mask:
    """Which pixels belong to things: those with a good third of the contrast of their own thing.

    So pale seed is whole beside a sheet's black marks.
    """
    numbered, count = ndimage.label(contrast > least, np.ones((3, 3)))
    flat = numbered.ravel()
    inside = np.flatnonzero(flat)
    # the strongest of each thing, in one pass over what lies on the paper
    strongest = np.zeros(count + 1, dtype=np.float32)
    np.maximum.at(strongest, flat[inside], contrast.ravel()[inside])
    threshold = np.maximum(least, _OF_STRONGEST * strongest)
    threshold[0] = np.inf
    return opened(contrast > threshold[numbered])


def _not_plain(plain: float) -> CoreError:
    return CoreError(
        f"This picture does not show seeds on plain paper: only {100 * plain:.0f} % of it looks empty. "
        "Spread the seed thinly on a plain sheet that fills the picture.",
        code="paper_not_plain",
        parameter="picture",
        bound=_LEAST_PLAIN,
        value=plain,
    )


@dataclass(frozen=True, slots=True)
class _Paper:
    """The paper, block by block.

    Attributes
    ----------
    colour : (rows, columns, 3) float array
        Its colour, also beneath what lies on it.
    there : (rows, columns) bool array
        Which blocks belong to the sheet, rather than to the bench around it.
    plain : float
        Share of the picture that is paper and looks like it.
    """

    colour: NDArray[np.float64]
    there: Mask
    plain: float


def _paper(pixels: Pixels) -> _Paper:
    """Look for the paper: what is usual in each block, and of that what fits a smooth fall of light over the sheet."""
    blocks = _blocks(pixels)
    there = _sheet_on_bench(blocks.mean(axis=-1))
    surface = np.stack([_smooth(blocks[..., n], there) for n in range(3)], axis=-1)
    off = np.abs(blocks - surface).max(axis=-1) / np.maximum(surface.mean(axis=-1), 1)
    fits = there & (off < _MOST_OFF)
    plain = float(fits.mean())
    # where the paper shows, its own colour there; beneath what hides it, what the light makes likely
    own = np.where(fits[..., None], blocks, surface)
    colour = np.stack(
        [ndimage.gaussian_filter(ndimage.median_filter(own[..., n], 3, mode="nearest"), 0.8, mode="nearest") for n in range(3)], axis=-1
    )
    return _Paper(colour, there, plain)


def _blocks(pixels: Pixels) -> NDArray[np.float64]:
    """The usual colour of each block of the picture."""
    height, width = pixels.shape[:2]
    side = max(8, max(height, width) // _BLOCKS)
    step = max(1, side // 24)
    rows, cols = max(1, height // side), max(1, width // side)
    out = np.empty((rows, cols, 3))
    for r in range(rows):
        for c in range(cols):
            part = pixels[r * height // rows : (r + 1) * height // rows : step, c * width // cols : (c + 1) * width // cols : step]
            out[r, c] = np.median(part.reshape(-1, 3), axis=0)
    return out


def _sheet_on_bench(grey: NDArray[np.float64]) -> Mask:
    """Which blocks belong to a light sheet that lies on something much darker; all of them where there is no such edge."""
    everything = np.ones(grey.shape, dtype=bool)
    if np.ptp(grey) < 1:
        return everything
    light = grey > threshold_otsu(grey)
    share = light.mean()
    if not 0.2 < share < 0.9 or grey[~light].mean() > _DARK_BENCH * grey[light].mean():
        return everything
    numbered, count = ndimage.label(light)
    largest = numbered == 1 + int(np.argmax(np.bincount(numbered.ravel())[1:])) if count else light
    filled = np.asarray(ndimage.binary_fill_holes(largest))
    # seed that lies thick is no bench: a bench goes around the sheet
    edge = np.concatenate([filled[0], filled[-1], filled[:, 0], filled[:, -1]])
    return filled if edge.mean() < 0.75 else everything


def _smooth(values: NDArray[np.float64], there: Mask) -> NDArray[np.float64]:
    """A surface of the third degree through most of the blocks that are there, what lies far from it left out."""
    rows, cols = values.shape
    y, x = np.meshgrid(np.linspace(-1, 1, rows), np.linspace(-1, 1, cols), indexing="ij")
    terms = np.stack([x**i * y**j for i in range(4) for j in range(4 - i)], axis=-1)
    wanted = there.copy()
    surface = np.full(values.shape, float(np.median(values[there])))
    for tolerance in (0.25, 0.15, 0.1, 0.07, 0.07):
        near = there & (np.abs(values - surface) < tolerance * np.maximum(np.abs(surface), 1))
        wanted = near if near.sum() >= 3 * terms.shape[-1] else wanted
        found, *_ = np.linalg.lstsq(terms[wanted], values[wanted], rcond=None)
        surface = terms @ found
    return np.asarray(np.clip(surface, 1, 255))


def _line(lines: NDArray[np.float64], row: float, height: int) -> Floats:
    """The line at a `row` of the picture, on the straight line between the blocks above and below."""
    last = len(lines) - 1
    y = min(max((row + 0.5) * len(lines) / height - 0.5, 0.0), float(last))
    above = int(y)
    return np.asarray(lines[above] * (above + 1 - y) + lines[min(above + 1, last)] * (y - above), dtype=np.float32)


def _across(blocks: NDArray[np.float64], width: int) -> NDArray[np.float64]:
    """Lines of blocks as lines of the full width."""
    cols = blocks.shape[1]
    x = np.clip((np.arange(width) + 0.5) * cols / width - 0.5, 0, cols - 1)
    left = np.floor(x).astype(int)
    share = (x - left)[:, None]
    return np.asarray(blocks[:, left] * (1 - share) + blocks[:, np.minimum(left + 1, cols - 1)] * share)


def _contrast(pixels: Pixels, paper: _Paper) -> Floats:
    """How far each pixel is from its paper, over the three colours; `OUTSIDE` on the bench around it.

    Neighbours are summed first, so that noise of both signs goes out instead of adding up. Strips of a few lines fit into
    the processor's own memory, and the light of a strip is that of its middle: three times as quick as the whole at once.
    """
    height, width = pixels.shape[:2]
    colours = _across(paper.colour, width)
    sheet = None if paper.there.all() else _across(paper.there[..., None].astype(np.float64), width)
    out = np.empty((height, width), dtype=np.float32)
    for begin in range(0, height, _STRIP):
        end = min(height, begin + _STRIP)
        lines = np.clip(np.arange(begin - 1, end + 1), 0, height - 1)
        part = pixels[lines].astype(np.uint16)
        down = part[:-2] + part[1:-1] + part[2:]
        across = down.copy()
        across[:, 1:] += down[:, :-1]
        across[:, :-1] += down[:, 1:]
        across[:, 0] += down[:, 0]
        across[:, -1] += down[:, -1]
        middle = (begin + end - 1) / 2
        away = across * (1 / (9 * np.maximum(_line(colours, middle, height), 1)))
        away -= 1
        away *= away
        out[begin:end] = np.sqrt((away[..., 0] + away[..., 1] + away[..., 2]) / 3)
        if sheet is not None:
            out[begin:end, _line(sheet, middle, height)[..., 0] <= _WELL_INSIDE] = OUTSIDE
    return out
