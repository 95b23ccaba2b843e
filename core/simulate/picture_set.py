"""Sixty made-up pictures on which counting in photos is measured: seed of ten kinds, few and many, clean and not, sheet and plain paper."""

import math

import numpy as np

from core.pictures.sheet import LARGE_SHEET, SMALL_SHEET
from core.simulate.pictures import Scene, SeedKind

PICTURES = 60

KINDS = (
    SeedKind(),
    SeedKind((66, 60, 54), 3.2, 0.4),
    SeedKind((104, 88, 66), 1.1, 0.1, spread=0.06),
    SeedKind((190, 168, 122), 4.5, 0.2),
    SeedKind((58, 42, 34), 1.8, 0.45, spread=0.12),
    SeedKind((150, 112, 70), 1.15, 0.0),
    SeedKind((172, 138, 96), 2.6, 0.1),
    SeedKind((96, 76, 58), 1.3, 0.2, 0.2, spread=0.1),
    SeedKind((146, 74, 52), 1.5, 0.2, 0.35),
    SeedKind((40, 38, 40), 2.2, 0.5, spread=0.15),
)


def scene(number: int, size: float = 1.0) -> Scene:
    """Return what picture `number` shows; `size` makes its sides so many times as long (1: about 3 million pixels).

    Examples
    --------
    >>> 30 <= scene(7).seeds <= 600, scene(7) == scene(7)
    (True, True)
    """
    rng = np.random.default_rng(1000 + number)
    seeds = int(math.exp(rng.uniform(math.log(30), math.log(600))))
    kind = KINDS[number % len(KINDS)]
    sheet = (None, LARGE_SHEET, None, SMALL_SHEET)[number % 4]
    width, height = ((2000, 1500), (1500, 2000), (2400, 1800), (1800, 2400))[number % 4]
    free = width * height * (0.36 if sheet else 0.8)
    length = min(rng.uniform(22, 60), math.sqrt(free / seeds / 1.9) / 1.1 * kind.slender**0.25)
    return Scene(
        seeds=seeds,
        kind=kind,
        length_px=length * size,
        width=round(width * size),
        height=round(height * size),
        touching=rng.uniform(0, 0.33),
        chaff=rng.uniform(0, 0.25),
        noise=rng.uniform(2, 9),
        uneven=rng.uniform(0, 0.45),
        blur=rng.uniform(0.5, 1.6) * size**0.5,
        sheet=sheet,
        tilt=rng.uniform(0, 0.08) if sheet else 0.0,
    )
