"""Pictures of made-up seed, stands and dishes for the demo: drawn, small, and the same from the same seed of chance."""

import io
from dataclasses import dataclass
from math import cos, pi, sin
from random import Random

from PIL import Image, ImageDraw, ImageFilter

Colour = tuple[int, int, int]
Point = tuple[float, float]

WIDTH, HEIGHT = 480, 360
# drawn larger and made small again, so that edges are smooth
LARGER = 2
QUALITY = 70
PAPER, INK, SOIL, SKY = (236, 230, 214), (70, 66, 58), (150, 118, 88), (206, 222, 230)
TRAY_EDGE, DISH_RIM, TOWEL, BENCH = (120, 116, 106), (214, 222, 222), (244, 242, 234), (94, 84, 74)
ROOT, LEAF, MOULD = (222, 212, 176), (126, 174, 63), (176, 172, 160)


@dataclass(frozen=True)
class Look:
    """How seed of a plant looks: its colour, length in mm, and length by width."""

    colour: Colour
    length_mm: float
    slender: float = 1.6


USUAL = Look((112, 84, 60), 4.0)
LOOKS = {
    "Lewis flax": Look((92, 58, 36), 4.5, 2.0),
    "arrowleaf balsamroot": Look((66, 60, 54), 7.0, 3.2),
    "Munro's globemallow": Look((104, 88, 66), 2.2, 1.1),
    "rubber rabbitbrush": Look((190, 168, 122), 5.5, 5.0),
    "antelope bitterbrush": Look((58, 42, 34), 7.5, 1.8),
    "chokecherry": Look((150, 112, 70), 7.0, 1.1),
    "snowbrush": Look((74, 52, 38), 2.4, 1.2),
    "fernleaf biscuitroot": Look((172, 138, 96), 10.0, 2.6),
    "coyote tobacco": Look((96, 76, 58), 0.9, 1.2),
    "whispering bells": Look((120, 92, 66), 1.6, 1.5),
    "skunkbush sumac": Look((146, 74, 52), 5.0, 1.1),
    "Palmer's penstemon": Look((70, 58, 46), 2.4, 1.3),
}


def seed_picture(plant: str, chance: int) -> bytes:
    """Seed of a plant scattered on paper, with a scale of 10 mm, as JPEG."""
    draw, random, look = _Canvas(PAPER), Random(chance), LOOKS.get(plant, USUAL)
    mm = draw.width / max(40.0, 9 * look.length_mm)
    for _ in range(min(120, int(520 / look.length_mm) + 10)):
        length = look.length_mm * mm * random.gauss(1, 0.09)
        draw.seed((random.uniform(0.06, 0.94) * draw.width, random.uniform(0.06, 0.86) * draw.height), length, look, random)
    foot = draw.height * 0.95
    draw.line((draw.width * 0.06, foot), (draw.width * 0.06 + 10 * mm, foot), INK, 5)
    draw.text((draw.width * 0.06 + 10 * mm + 14, foot - 16), "10 mm")
    return draw.jpeg()


def stand_picture(share_ripe: float, chance: int) -> bytes:
    """A slope with plants of one kind, so many of them (0..1) brown and ripe, as JPEG."""
    draw, random = _Canvas(SKY), Random(chance)
    w, h = draw.width, draw.height
    for n, tone in enumerate(((150, 160, 150), (132, 140, 112), (166, 150, 104))):
        base = h * (0.38 + 0.14 * n)
        ridge = [(x * w / 12, base + random.uniform(-1, 1) * h * 0.05) for x in range(13)]
        draw.shape([(0, h), *ridge, (w, h)], tone)
    for _ in range(46):
        depth = random.uniform(0.55, 1.0)
        foot = (random.uniform(0, w), h * depth)
        tall = h * 0.30 * depth * random.uniform(0.8, 1.15)
        tip = (foot[0] + random.uniform(-0.12, 0.12) * tall, foot[1] - tall)
        ripe = random.random() < share_ripe
        draw.line(foot, tip, (120, 104, 66) if ripe else (86, 116, 58), 4 * depth)
        for k in range(random.randint(3, 6)):
            at = (tip[0] + random.uniform(-0.16, 0.16) * tall, tip[1] + 0.10 * k * tall)
            draw.dot(at, 9 * depth, (128, 88, 48) if ripe else (148, 176, 86))
    return draw.jpeg()


def dish_picture(plant: str, seeds: int, germinated: int, rotted: int, chance: int) -> bytes:
    """A dish from above: so many seeds, of which some germinated and some rotted, as JPEG."""
    draw, random, look = _Canvas(BENCH), Random(chance), LOOKS.get(plant, USUAL)
    middle, radius = (draw.width / 2, draw.height / 2), draw.height * 0.46
    draw.dot(middle, radius, DISH_RIM)
    draw.dot(middle, radius * 0.95, TOWEL)
    length = min(radius * 0.16, radius * 1.5 / max(1.0, seeds**0.5) * 0.62)
    places = _spread(seeds, radius * 0.82, middle, random)
    for n, at in enumerate(places):
        draw.seed(at, length, look, random)
        if n < germinated:
            turn = random.uniform(0, 2 * pi)
            draw.curve(at, turn, length * random.uniform(0.9, 2.2), ROOT, random)
            draw.dot((at[0] - length * 0.4 * cos(turn), at[1] - length * 0.4 * sin(turn)), length * 0.24, LEAF)
        elif n < germinated + rotted:
            for _ in range(14):
                draw.dot((at[0] + random.gauss(0, length * 0.5), at[1] + random.gauss(0, length * 0.5)), length * 0.16, MOULD)
    return draw.jpeg()


def _spread(count: int, radius: float, middle: Point, random: Random) -> list[Point]:
    """Places in a circle that lie evenly, each a little off."""
    turn = pi * (3 - 5**0.5)
    found = []
    for n in range(count):
        out = radius * ((n + 0.5) / count) ** 0.5
        angle = n * turn + random.uniform(-0.1, 0.1)
        found.append((middle[0] + out * cos(angle), middle[1] + out * sin(angle)))
    random.shuffle(found)
    return found


class _Canvas:
    """A picture while it is drawn."""

    def __init__(self, ground: Colour) -> None:
        self.width, self.height = WIDTH * LARGER, HEIGHT * LARGER
        self.image = Image.new("RGB", (self.width, self.height), ground)
        self.draw = ImageDraw.Draw(self.image)

    def seed(self, at: Point, length: float, look: Look, random: Random) -> None:
        """One seed with its shadow and its light."""
        angle, wide = random.uniform(0, pi), length / look.slender
        tone = random.gauss(0, 9)
        colour = (_shade(look.colour[0], tone), _shade(look.colour[1], tone), _shade(look.colour[2], tone))
        self.shape(_drop((at[0] + wide * 0.14, at[1] + wide * 0.2), length, wide, angle), (168, 160, 144))
        self.shape(_drop(at, length, wide, angle), colour)
        light = (_shade(colour[0], 42), _shade(colour[1], 42), _shade(colour[2], 42))
        self.shape(_drop((at[0] - wide * 0.12, at[1] - wide * 0.14), length * 0.5, wide * 0.26, angle), light)

    def curve(self, at: Point, turn: float, length: float, colour: Colour, random: Random) -> None:
        """A root that bends."""
        points, bend = [at], random.uniform(-0.5, 0.5)
        for _ in range(6):
            turn += bend
            points.append((points[-1][0] + length / 6 * cos(turn), points[-1][1] + length / 6 * sin(turn)))
        self.draw.line(points, fill=colour, width=max(2, int(length * 0.09)), joint="curve")

    def shape(self, points: list[Point], colour: Colour) -> None:
        self.draw.polygon(points, fill=colour)

    def dot(self, at: Point, radius: float, colour: Colour) -> None:
        self.draw.ellipse((at[0] - radius, at[1] - radius, at[0] + radius, at[1] + radius), fill=colour)

    def line(self, start: Point, end: Point, colour: Colour, wide: float) -> None:
        self.draw.line([start, end], fill=colour, width=max(1, int(wide)))

    def text(self, at: Point, words: str) -> None:
        self.draw.text(at, words, fill=INK, font_size=24)

    def jpeg(self) -> bytes:
        """The picture at its size, a little soft as from a hand-held camera."""
        out = io.BytesIO()
        small = self.image.resize((WIDTH, HEIGHT), Image.Resampling.BOX).filter(ImageFilter.GaussianBlur(0.4))
        small.save(out, "JPEG", quality=QUALITY)
        return out.getvalue()


def _drop(at: Point, length: float, wide: float, angle: float) -> list[Point]:
    """The outline of a seed: round at one end, a little pointed at the other."""
    points = []
    for n in range(18):
        t = 2 * pi * n / 18
        x, y = cos(t) * length / 2, sin(t) * wide / 2 * (1 - 0.24 * cos(t))
        points.append((at[0] + x * cos(angle) - y * sin(angle), at[1] + x * sin(angle) + y * cos(angle)))
    return points


def _shade(value: int, by: float) -> int:
    return max(0, min(255, int(value + by)))
