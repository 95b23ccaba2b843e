"""Draw the example of the photo count, seed on a photo sheet: ``python -m scripts.make_sample_photo web/public/sample-seeds.jpg``."""

import sys

from PIL import Image

from core.pictures import LARGE_SHEET
from core.simulate.pictures import Scene, SeedKind, render

SCENE = Scene(
    seeds=160,
    kind=SeedKind((92, 58, 36), 2.0, 0.35),
    length_px=34,
    width=1350,
    height=1800,
    touching=0.25,
    chaff=0.12,
    sheet=LARGE_SHEET,
    tilt=0.05,
    noise=2.0,
)

if __name__ == "__main__":
    Image.fromarray(render(SCENE, 11).pixels).save(sys.argv[1], "JPEG", quality=80)
