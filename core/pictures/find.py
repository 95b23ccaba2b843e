"""Seeds in a picture of seed spread on plain paper (docs/methods/photo-count.md)."""

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from scipy import ndimage

from core.errors import CoreError
from core.pictures.clumps import Counted, counted
from core.pictures.found import MOST_PIXELS, SeedFound, SeedsFound
from core.pictures.marks import SheetFound, sheet_in
from core.pictures.paper import OnPaper, Pixels, on_paper
from core.pictures.single import Single, single_seed
from core.pictures.things import Thing, things_in

LEAST_SIDE = 300
MOST_SEEDS = 3000
# smaller than this, outlines are guesses: the picture is looked at again in its full size, or refused
_ENOUGH_AREA, _LEAST_AREA = 60.0, 24.0
_COARSE_PIXELS = 3_300_000
# an edge this much wider than the seed is deep is out of focus
_MOST_BLUR = 1.12
# a single seed fills this much of the outline around it at least
_BULGES = 0.7
# of the area of all that could be seed, this much must be like one seed or a few
_LEAST_ALIKE = 0.4

Tell = Callable[[float], None]


def find_seeds(pixels: Pixels, tell: Tell = lambda share: None) -> SeedsFound:
    """Find the seeds in a picture of seed spread on plain paper.

    The picture is looked at half as fine first; where seeds are small in it, once more in its full size.

    Parameters
    ----------
    pixels : (height, width, 3) uint8 array
        Red, green and blue.
    tell : callable
        Is told the share of the work that is done, 0..1; what it raises ends the work.

    Raises
    ------
    CoreError
        ``picture_too_small``, ``picture_too_large``, ``picture_too_dark``, ``paper_not_plain``, ``nothing_found``,
        ``seeds_too_small``, ``seeds_overlap``, ``out_of_focus``, ``sizes_too_mixed`` or ``too_many_seeds``, each with what to do.

    Source
    ------
    docs/methods/photo-count.md
    """
    height, width = pixels.shape[:2]
    check_size(width, height)
    tell(0.05)
    shrink = 2 if width * height > 1_500_000 else 1
    while width * height / shrink**2 > _COARSE_PIXELS:
        shrink += 1
    seen = _look(_shrunk(pixels, shrink), tell, 0.05, 0.5)
    if shrink > 1 and seen.one.area < _ENOUGH_AREA:
        shrink = 1 if seen.one.area * shrink**2 < 2 * _ENOUGH_AREA or shrink == 2 else 2
        seen = _look(_shrunk(pixels, shrink), tell, 0.5, 0.95)
    taken = [counted(t, seen.one) for t in seen.things]
    _check(seen, taken)
    found = _found(seen, taken, shrink, width, height)
    if found.count > MOST_SEEDS:
        raise CoreError(
            f"About {found.count} seeds are in this picture, and at most {MOST_SEEDS} are counted at once. Take several pictures.",
            code="too_many_seeds",
            parameter="picture",
            bound=MOST_SEEDS,
            value=found.count,
        )
    tell(1.0)
    return found


@dataclass(frozen=True, slots=True)
class _Seen:
    """What a look at the picture at one size showed."""

    things: list[Thing]
    sheet: SheetFound | None
    one: Single
    blur: float


def check_size(width: int, height: int) -> None:
    """Refuse a picture of too few or too many pixels (``picture_too_small``, ``picture_too_large``)."""
    if width * height > MOST_PIXELS:
        raise CoreError(
            f"This picture has {width} × {height} pixels; at most {MOST_PIXELS // 10**6} million are counted. "
            "Take it with fewer, or cut off what shows no seed.",
            code="picture_too_large",
            parameter="picture",
            bound=MOST_PIXELS,
            value=width * height,
        )
    if min(width, height) < LEAST_SIDE:
        raise CoreError(
            f"This picture has only {width} × {height} pixels; at least {LEAST_SIDE} each way are needed. Send the original.",
            code="picture_too_small",
            parameter="picture",
            bound=LEAST_SIDE,
            value=min(width, height),
        )


def _shrunk(pixels: Pixels, by: int) -> Pixels:
    """The picture with the mean of each `by` × `by` pixels."""
    if by == 1:
        return pixels
    height, width = pixels.shape[0] // by * by, pixels.shape[1] // by * by
    lines = pixels[0:height:by, :width].astype(np.uint16)
    for r in range(1, by):
        lines += pixels[r:height:by, :width]
    total = sum((lines[:, c:width:by] for c in range(1, by)), lines[:, 0:width:by])
    return np.asarray(total // by**2, dtype=np.uint8)


def _look(pixels: Pixels, tell: Tell, begin: float, end: float) -> _Seen:
    paper = on_paper(pixels)
    tell(begin + 0.5 * (end - begin))
    things = things_in(paper.things, paper.contrast)
    sheet = sheet_in(things)
    if sheet is not None:
        things = [t for i, t in enumerate(things) if i not in sheet.things and sheet.holds(t.x, t.y)]
    height, width = paper.things.shape
    things = [t for t in things if t.left > 0 and t.top > 0 and t.left + t.mask.shape[1] < width and t.top + t.mask.shape[0] < height]
    one = single_seed(things)
    tell(end)
    return _Seen(things, sheet, one, _blur(paper, things, one))


def _blur(paper: OnPaper, things: list[Thing], one: Single) -> float:
    """Width of the edges as a share of a seed's depth: how many pixels its contrast takes to rise."""
    near = [t for t in things if 0.6 * one.area < t.area < 1.6 * one.area][:40]
    widths = []
    for t in near:
        rows, cols = t.mask.shape
        part = paper.contrast[max(0, t.top - 3) : t.top + rows + 3, max(0, t.left - 3) : t.left + cols + 3]
        gy, gx = np.gradient(ndimage.gaussian_filter(part, 0.25 * one.depth))
        steepest = float(np.quantile(np.hypot(gy, gx), 0.97))
        widths.append(float(np.quantile(part, 0.95)) / max(steepest, 1e-6))
    return float(np.median(widths)) / (one.depth + 1.5) if widths else 0.0


def _check(seen: _Seen, taken: list[Counted]) -> None:
    one = seen.one
    if one.area < _LEAST_AREA:
        raise CoreError(
            f"The seeds are only about {2 * one.depth:.0f} pixels across in this picture, and 8 are needed. "
            "Go nearer, and count fewer seeds in each of several pictures.",
            code="seeds_too_small",
            parameter="picture",
            bound=8,
            value=2 * one.depth,
        )
    if seen.blur > _MOST_BLUR:
        raise CoreError(
            "The picture is out of focus: its edges are as wide as the seeds. "
            "Hold the phone still, tap on the seeds to focus, and take it again.",
            code="out_of_focus",
            parameter="picture",
            bound=_MOST_BLUR,
            value=seen.blur,
        )
    if one.fullness < _BULGES:
        raise CoreError(
            "Most seeds lie on or against each other, so that none shows how large one seed is. Spread them until most lie alone.",
            code="seeds_overlap",
            parameter="picture",
            bound=_BULGES,
            value=one.fullness,
        )
    areas = np.array([t.area for t in seen.things])
    like = np.array([c.seeds > 0 for c in taken])
    alike = float(areas[like].sum() / areas.sum())
    if alike < _LEAST_ALIKE:
        raise CoreError(
            f"Only {100 * alike:.0f} % of what lies on the paper looks like seed of one size. "
            "Clean the seed, spread it in one layer, and leave nothing else on the paper.",
            code="sizes_too_mixed",
            parameter="picture",
            bound=_LEAST_ALIKE,
            value=alike,
        )


def _found(seen: _Seen, taken: list[Counted], shrink: int, width: int, height: int) -> SeedsFound:
    out = []
    for thing, found in zip(seen.things, taken, strict=True):
        if found.seeds == 0 and found.variance == 0:
            continue
        places = found.places or ((thing.x, thing.y),)
        mm = None if seen.sheet is None else seen.sheet.plane.mm_per_px(thing.x, thing.y)
        out.append(
            SeedFound(
                places=tuple((round((x + 0.5) * shrink / width, 5), round((y + 0.5) * shrink / height, 5)) for x, y in places),
                seeds=found.seeds,
                variance=round(found.variance, 4),
                area_px=thing.area * shrink**2,
                length_px=thing.length * shrink,
                area_mm2=None if mm is None else thing.area * mm**2,
                length_mm=None if mm is None else thing.length * mm,
            )
        )
    return SeedsFound(width, height, tuple(out), seen.sheet.sheet.name if seen.sheet else None)
