"""How well and how fast seed is counted in photos, on pictures of known truth."""

from dataclasses import replace

import numpy as np

from core.pictures import tally
from core.pictures.find import find_seeds
from core.simulate.picture_set import KINDS, PICTURES, scene
from core.simulate.pictures import Scene, render
from scripts.bench_row import Row, median_ms

# as a phone takes it
PHONE = Scene(seeds=600, length_px=60, width=4000, height=3000, touching=0.3, chaff=0.2)


def photos() -> list[Row]:
    """Lines of the table."""
    errors, away = [], []
    for number in range(PICTURES):
        picture = render(scene(number), number)
        found, truth = tally(find_seeds(picture.pixels)), len(picture.seeds)
        errors.append(abs(found.seeds - truth) / truth)
        away.append(abs(found.seeds - truth) / max(found.se, 0.25))
    large = render(PHONE, 1).pixels
    small = render(replace(PHONE, kind=KINDS[2], length_px=20), 1).pixels
    return [
        Row("photo count, median error of 60 pictures", 100 * float(np.median(errors)), 2, "%"),
        Row("photo count, pictures off by more than 6 %", 100 * float(np.mean(np.array(errors) > 0.06)), 5, "%"),
        Row("photo count, truth outside the 95 % interval", 100 * float(np.mean(np.array(away) > 1.96)), 15, "%"),
        Row("photo count, 600 seeds on 12 megapixels", median_ms(lambda: find_seeds(large), 5), 2000, "ms"),
        Row("photo count, 600 small seeds on 12 megapixels", median_ms(lambda: find_seeds(small), 5), 2000, "ms"),
    ]
