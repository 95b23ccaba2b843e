"""How many seeds a thing is, and where each of them lies."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage
from skimage.feature import peak_local_max

from core.pictures.single import Single
from core.pictures.things import Thing, depths

# what counts as seed: this share of a seed's area, depth and contrast at least
_LEAST_AREA, _LEAST_DEPTH, _LEAST_CONTRAST = 0.42, 0.45, 0.55
# seeds lie in one layer: a thing that is much deeper is no seed
_MOST_DEPTH = 2.2
# shade in the bays between seeds that touch adds to their area
_SHADED = 1.03
# each further seed in a clump is so likely
_MORE = 0.7
_ROUNDS = 12


@dataclass(frozen=True, slots=True)
class Counted:
    """What a thing is taken for.

    Attributes
    ----------
    seeds : int
        How many seeds; 0 what is none.
    variance : float
        Of that number: 0 where it is plain.
    places : tuple of (x, y)
        One for each seed, in pixels.
    """

    seeds: int
    variance: float
    places: tuple[tuple[float, float], ...]


def counted(thing: Thing, one: Single) -> Counted:
    """Count the seeds in a thing by its area and its outline, and find their middles."""
    ratio = thing.area / one.area
    faint = thing.contrast < _LEAST_CONTRAST * one.contrast
    thin = thing.depth < _LEAST_DEPTH * one.depth
    if ratio < _LEAST_AREA or thin or faint or thing.depth > _MOST_DEPTH * one.depth:
        # what is nearly a seed may be one
        near = 0.75 * _LEAST_AREA < ratio < 1.6 and not (thin and faint) and thing.depth < _MOST_DEPTH * one.depth
        return Counted(0, 0.12 if near and (ratio > 0.5 or not faint) else 0.0, ())
    number, variance = _number(ratio, thing, one)
    places = ((thing.x, thing.y),) if number == 1 else _places(thing, number, one)
    return Counted(number, variance, places)


def _number(ratio: float, thing: Thing, one: Single) -> tuple[int, float]:
    """The likeliest number by area, where the outline's bays speak for one or for several."""
    most = max(2, math.ceil(ratio) + 1)
    numbers = np.arange(1, most + 1)
    spread = np.sqrt(numbers) * one.scatter
    away = (ratio - numbers * np.where(numbers > 1, _SHADED, 1.0)) / spread
    weight = np.exp(-0.5 * away**2) / spread * _MORE ** (numbers - 1)
    off = (thing.fullness - one.fullness) / one.fullness_scatter
    # anything may have a bay by chance; a clump as full as one seed is rare
    weight[0] *= max(math.exp(-0.5 * (min(0.0, off) / 1.5) ** 2), 0.004)
    weight[1:] *= 0.2 / (1 + math.exp((off + 2.5) / 0.6))
    if weight.sum() < 1e-30:
        return max(1, round(ratio)), 1.0
    chance = weight / weight.sum()
    number = int(numbers[chance.argmax()])
    return number, float((chance * (numbers - number) ** 2).sum())


def _places(thing: Thing, number: int, one: Single) -> tuple[tuple[float, float], ...]:
    """Middles of the seeds in a clump: its deepest places, moved until each holds a like share of it."""
    deep = ndimage.gaussian_filter(depths(thing.mask), max(0.6, one.depth * 0.25))
    peaks = peak_local_max(deep, min_distance=max(1, round(one.depth * 0.7)), labels=thing.mask.astype(int), num_peaks=number)
    ys, xs = np.nonzero(thing.mask)
    cells = np.stack([ys, xs], axis=1).astype(np.float64)
    middles = _start(peaks.astype(np.float64), cells, number)
    for _ in range(_ROUNDS):
        nearest = ((cells[:, None, :] - middles) ** 2).sum(axis=2).argmin(axis=1)
        moved = np.stack([cells[nearest == n].mean(axis=0) if (nearest == n).any() else middles[n] for n in range(number)])
        if np.abs(moved - middles).max() < 0.2:
            break
        middles = moved
    return tuple((float(x + thing.left), float(y + thing.top)) for y, x in middles)


def _start(peaks: NDArray[np.float64], cells: NDArray[np.float64], number: int) -> NDArray[np.float64]:
    """The peaks that there are, and for what is missing the pixels farthest from all of them."""
    middles = list(peaks) or [cells.mean(axis=0)]
    while len(middles) < number:
        far = ((cells[:, None, :] - np.array(middles)) ** 2).sum(axis=2).min(axis=1)
        middles.append(cells[far.argmax()])
    return np.array(middles)
