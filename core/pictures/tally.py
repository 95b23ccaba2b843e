"""The count that a picture gives after a person has looked at it, over several pictures, and how large the seeds are."""

import math
from collections.abc import Collection, Sequence
from dataclasses import dataclass

import numpy as np

from core.errors import CoreError, check_finite
from core.pictures.found import SeedFound, SeedsFound

# measured on rendered pictures: how much wider errors are than the doubt of each thing, and the share that no doubt shows
_WIDER = 1.8
_SURE_ERROR = 0.004
_DOUBTFUL = 0.04


@dataclass(frozen=True, slots=True)
class PhotoTally:
    """Seeds counted in photos, with the standard error of the number."""

    seeds: int
    se: float

    def __add__(self, other: "PhotoTally") -> "PhotoTally":
        return PhotoTally(self.seeds + other.seeds, math.hypot(self.se, other.se))


def is_doubtful(thing: SeedFound) -> bool:
    """Whether a person should look at it."""
    return thing.variance >= _DOUBTFUL


def tally(found: SeedsFound, marked: int | None = None, settled: Collection[int] = ()) -> PhotoTally:
    """Count a picture.

    Parameters
    ----------
    found : SeedsFound
    marked : int, optional
        Seeds that are marked after a person corrected the marks; left out, those that were found.
    settled : collection of int
        Numbers of the things (from 0) that a person looked at and decided: their doubt is gone.

    Raises
    ------
    CoreError
        ``marks_impossible``: fewer than 0; ``no_such_thing``: a number that no thing has.

    Examples
    --------
    >>> pair = SeedFound(((0.1, 0.1), (0.1, 0.2)), 2, 0.25, 300.0, 30.0, None, None)
    >>> one = SeedFound(((0.5, 0.5),), 1, 0.0, 150.0, 20.0, None, None)
    >>> found = SeedsFound(800, 600, (pair, one), None)
    >>> tally(found).seeds, round(tally(found).se, 2), round(tally(found, 4, {0}).se, 2)
    (3, 0.67, 0.0)
    """
    seeds = found.count if marked is None else marked
    if seeds < 0:
        raise CoreError(f"{seeds} marks are impossible.", code="marks_impossible", parameter="marks", bound=0, value=seeds)
    decided = set(settled)
    for n in decided:
        if not 0 <= n < len(found.seeds):
            raise CoreError(
                f"Thing {n} is not among the {len(found.seeds)} that were found.", code="no_such_thing", parameter="settled", value=n
            )
    open_ones = [t for n, t in enumerate(found.seeds) if n not in decided]
    variance = _WIDER * sum(t.variance for t in open_ones) + (_SURE_ERROR * sum(t.seeds for t in open_ones)) ** 2
    return PhotoTally(seeds, math.sqrt(variance))


@dataclass(frozen=True, slots=True)
class SizeSpread:
    """How large single seeds are.

    Attributes
    ----------
    seeds : int
        How many were measured.
    unit : str
        ``mm`` where a sheet or a known length gives the scale, else ``px``.
    lengths, areas : tuple of float
        Of each, smallest first; areas in the square of the unit.
    length, area : tuple of float
        The median, and the values between which nine in ten lie.
    """

    seeds: int
    unit: str
    lengths: tuple[float, ...]
    areas: tuple[float, ...]
    length: tuple[float, float, float]
    area: tuple[float, float, float]


def size_spread(pictures: Sequence[tuple[SeedsFound, float | None]]) -> SizeSpread | None:
    """Sizes of the seeds that lie alone and are not doubtful, over all pictures.

    Parameters
    ----------
    pictures : sequence of (SeedsFound, float or None)
        Each picture, and mm per pixel where a person gave it by a known length; a sheet in the picture is used where there is none.

    Returns
    -------
    SizeSpread or None
        None with fewer than 5 seeds, or where some pictures have a scale and others do not.
    """
    rows, scaled = [], []
    for found, mm_per_px in pictures:
        for t in found.seeds:
            if t.seeds != 1 or is_doubtful(t):
                continue
            length, area = t.length_px, t.area_px
            if mm_per_px is not None:
                length, area = length * mm_per_px, area * mm_per_px**2
            elif t.length_mm is not None and t.area_mm2 is not None:
                length, area = t.length_mm, t.area_mm2
            rows.append((length, area))
            scaled.append(mm_per_px is not None or t.length_mm is not None)
    if len(rows) < 5 or any(scaled) != all(scaled):
        return None
    values = np.array(rows)
    (low_l, mid_l, high_l), (low_a, mid_a, high_a) = (np.quantile(values[:, n], (0.05, 0.5, 0.95)) for n in (0, 1))
    return SizeSpread(
        seeds=len(rows),
        unit="mm" if scaled[0] else "px",
        lengths=tuple(float(x) for x in np.sort(values[:, 0])),
        areas=tuple(float(x) for x in np.sort(values[:, 1])),
        length=(float(mid_l), float(low_l), float(high_l)),
        area=(float(mid_a), float(low_a), float(high_a)),
    )


def mm_per_px_of(width: int, height: int, ends: tuple[tuple[float, float], tuple[float, float]], length_mm: float) -> float:
    """Scale from a coin or a ruler: two ends, as shares of the picture's width and height, that lie `length_mm` apart.

    Raises
    ------
    CoreError
        ``not_finite`` or ``too_small`` length; ``ends_too_near``: fewer than 40 pixels apart.

    Examples
    --------
    >>> mm_per_px_of(1000, 500, ((0.1, 0.5), (0.6, 0.5)), 50)
    0.1
    """
    check_finite(length_mm, "length_mm", above=0)
    (x0, y0), (x1, y1) = ends
    px = math.hypot((x1 - x0) * width, (y1 - y0) * height)
    if px < 40:
        message = f"The two ends are only {px:.0f} pixels apart. Mark two ends that are at least 40 apart, such as a coin's."
        raise CoreError(message, code="ends_too_near", parameter="ends", bound=40, value=px)
    return length_mm / px
