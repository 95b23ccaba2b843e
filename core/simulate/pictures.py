"""Photos of made-up seed on paper, with the place of every seed known: the figures of counting are measured on them.

Nothing here is taken from a photo. Seeds are drops, ovals, discs and beans with a light and a soft shadow; paper has grain
and uneven light; chaff is paler, flatter and ragged; a sheet's marks are drawn in perspective where they are asked for.
"""

import math
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage

from core.pictures.sheet import DOT_SHARE, HOLE_SHARE, Sheet, plane_of

Pixels = NDArray[np.uint8]
Grid = NDArray[np.float64]

# rows and columns of a part of the picture, and how far each of its pixels is from a place, in x and y
Patch = tuple[slice, slice, Grid, Grid]

_SHADOW = 0.16


@dataclass(frozen=True, slots=True)
class SeedKind:
    """How seed of a made-up plant looks.

    Attributes
    ----------
    colour : tuple of float
        Red, green and blue, 0..255.
    slender : float
        Length by width, 1 and more.
    taper : float
        0 an oval, up to 0.6 a drop.
    bend : float
        0 straight, up to 0.5 a bean.
    spread : float
        Standard deviation of the length, as a share of it.
    """

    colour: tuple[float, float, float] = (112, 84, 60)
    slender: float = 1.6
    taper: float = 0.3
    bend: float = 0.0
    spread: float = 0.08


@dataclass(frozen=True, slots=True)
class Scene:
    """What a picture shows: `seeds` of a kind, `length_px` long, on paper.

    Attributes
    ----------
    touching : float
        Share of the seeds that touch another one.
    chaff : float
        Pieces of chaff for each seed.
    noise : float
        Standard deviation of the camera's noise, of 255.
    uneven : float
        By what share the light falls off over the picture.
    blur : float
        Standard deviation of the lens's blur, in pixels.
    sheet : Sheet or None
        The printed sheet, whose marks are drawn; `tilt` is by what share the far side is shorter.
    """

    seeds: int
    kind: SeedKind = SeedKind()
    length_px: float = 34.0
    width: int = 2000
    height: int = 1500
    touching: float = 0.2
    chaff: float = 0.05
    noise: float = 5.0
    uneven: float = 0.25
    blur: float = 0.8
    paper: tuple[float, float, float] = (232, 228, 218)
    sheet: Sheet | None = None
    tilt: float = 0.0


@dataclass(frozen=True, slots=True)
class Rendered:
    """A picture (height × width × 3, 0..255), the middle of every seed (x, y in pixels), and mm per pixel where a sheet gives it."""

    pixels: Pixels
    seeds: tuple[tuple[float, float], ...]
    mm_per_px: float | None = None


@dataclass(slots=True)
class _Canvas:
    """The picture while it is drawn: what each pixel shows of paper and things, before light and noise."""

    colour: Grid
    taken: NDArray[np.bool_]
    seeds: list[tuple[float, float]] = field(default_factory=list)

    def patch(self, x: float, y: float, reach: float) -> Patch | None:
        """Slices of the picture around a place, and each pixel's distance from it in x and y; None outside of the picture."""
        height, width = self.taken.shape
        top, left = int(y - reach) - 1, int(x - reach) - 1
        bottom, right = int(y + reach) + 2, int(x + reach) + 2
        if top < 0 or left < 0 or bottom > height or right > width:
            return None
        ys, xs = np.mgrid[top:bottom, left:right]
        return slice(top, bottom), slice(left, right), xs - x, ys - y


def render(scene: Scene, chance: int) -> Rendered:
    """Draw a scene; the same `chance` gives the same picture.

    Examples
    --------
    >>> picture = render(Scene(seeds=12, width=400, height=300), 1)
    >>> picture.pixels.shape, len(picture.seeds)
    ((300, 400, 3), 12)
    """
    rng = np.random.default_rng(chance)
    colour = np.broadcast_to(np.array(scene.paper, dtype=np.float64), (scene.height, scene.width, 3)).copy()
    canvas = _Canvas(colour, np.zeros((scene.height, scene.width), dtype=bool))
    mm_per_px = None if scene.sheet is None else _draw_sheet(canvas, scene, scene.sheet)
    _place_seeds(canvas, scene, rng)
    for _ in range(round(scene.chaff * scene.seeds)):
        _draw_chaff(canvas, scene, rng)
    return Rendered(_taken_by_camera(canvas.colour, scene, rng), tuple(canvas.seeds), mm_per_px)


def _taken_by_camera(colour: Grid, scene: Scene, rng: np.random.Generator) -> Pixels:
    """Uneven light from one side and towards the corners, grain of the paper, the lens's blur, and noise."""
    height, width = colour.shape[:2]
    ys, xs = np.linspace(-1, 1, height)[:, None], np.linspace(-1, 1, width)[None, :]
    turn = rng.uniform(0, 2 * math.pi)
    light = 1 - scene.uneven * (0.5 * (1 + (math.cos(turn) * xs + math.sin(turn) * ys) / math.sqrt(2)) * 0.7 + 0.15 * (xs**2 + ys**2))
    # the grain of paper is coarser than the camera's noise
    coarse = rng.normal(0, 1, (height // 4 + 1, width // 4 + 1)).repeat(4, 0).repeat(4, 1)[:height, :width]
    light *= 1 + 0.008 * ndimage.uniform_filter(coarse, 4)
    seen = np.empty(colour.shape, dtype=np.float32)
    for n in range(3):
        channel = ndimage.gaussian_filter(colour[..., n] * light, scene.blur) if scene.blur else colour[..., n] * light
        seen[..., n] = channel + rng.standard_normal((height, width), dtype=np.float32) * scene.noise
    return np.clip(seen, 0, 255).astype(np.uint8)


def _place_seeds(canvas: _Canvas, scene: Scene, rng: np.random.Generator) -> None:
    """Seeds one by one, apart; so many of them in groups of two to five that touch."""
    together = round(scene.touching * scene.seeds)
    sizes: list[int] = []
    while together >= 2:
        sizes.append(int(min(together, rng.choice([2, 2, 2, 3, 3, 4, 5]))))
        together -= sizes[-1]
    sizes += [1] * (scene.seeds - sum(sizes))
    for size in sizes:
        _place_group(canvas, scene, size, rng)


def _place_group(canvas: _Canvas, scene: Scene, size: int, rng: np.random.Generator) -> None:
    reach = scene.length_px * (0.75 if size == 1 else 0.4 + 0.7 * size)
    left, top, right, bottom = _room(scene, 0.75 * scene.length_px)
    for _ in range(3000):
        found = canvas.patch(rng.uniform(left, right), rng.uniform(top, bottom), reach)
        if found is None:
            continue
        taken = canvas.taken[found[0], found[1]]
        centre = taken.shape[0] // 2
        # the first seed would lie on another one
        if taken[centre, centre] or (size > 1 and taken.mean() > 0.6):
            continue
        shapes = _group(scene, found, size, rng)
        if not any((shape & taken).any() for shape in shapes):
            break
    else:
        raise ValueError(f"{scene.seeds} seeds of {scene.length_px:g} px do not fit into {scene.width} × {scene.height} px.")
    for shape in shapes:
        _paint_seed(canvas, found, shape, scene, rng)
        ys, xs = np.nonzero(shape)
        canvas.seeds.append((float(found[1].start + xs.mean()), float(found[0].start + ys.mean())))
    # room around a group, so that it touches no other
    whole = np.logical_or.reduce(shapes)
    canvas.taken[found[0], found[1]] |= ndimage.binary_dilation(whole, iterations=max(3, int(scene.length_px * 0.1)))


def _group(scene: Scene, area: Patch, size: int, rng: np.random.Generator) -> list[NDArray[np.bool_]]:
    """The pixels of each seed of a group: the first in the middle, the others pushed from outside until they lie against it."""
    kind, (_, _, dx, dy) = scene.kind, area
    shapes: list[NDArray[np.bool_]] = []
    for n in range(size):
        length, angle = scene.length_px * max(0.6, rng.normal(1, kind.spread)), rng.uniform(0, math.pi)
        if n == 0:
            shapes.append(_outline(dx, dy, length, angle, kind))
            continue
        mine = np.logical_or.reduce(shapes)
        ys, xs = np.nonzero(mine)
        middle, way = (float(dx[0, xs].mean()), float(dy[ys, 0].mean())), rng.uniform(0, 2 * math.pi)
        ways = (math.cos(way), math.sin(way))
        far, shape = 0.75 * scene.length_px * (n + 1), np.zeros_like(mine)
        # in strides, then pixel by pixel
        for stride in (max(1.0, scene.length_px / 6), 1.0):
            while far > 0:
                ahead = far - stride
                tried = _outline(dx - middle[0] - ahead * ways[0], dy - middle[1] - ahead * ways[1], length, angle, kind)
                if (tried & mine).any():
                    break
                shape, far = tried, ahead
        # no line of paper between the two
        near = ndimage.binary_dilation(shape, iterations=2) & ndimage.binary_dilation(mine, iterations=2)
        shapes.append(shape | (near & ~mine))
    return shapes


def _room(scene: Scene, reach: float) -> tuple[float, float, float, float]:
    """Where seeds may lie: left, top, right, bottom."""
    if scene.sheet is None:
        return reach + 4, reach + 4, scene.width - reach - 4, scene.height - reach - 4
    corners = _corners(scene, scene.sheet)
    mark = scene.sheet.ring_mm * (corners[1][0] - corners[0][0]) / scene.sheet.across_mm
    edge = mark + reach
    return max(corners[0][0], corners[3][0]) + edge, corners[0][1] + reach, min(corners[1][0], corners[2][0]) - edge, corners[2][1] - reach


def _outline(dx: Grid, dy: Grid, length: float, angle: float, kind: SeedKind) -> NDArray[np.bool_]:
    """Which pixels a seed covers."""
    half, wide = length / 2, length / 2 / kind.slender
    u = (math.cos(angle) * dx + math.sin(angle) * dy) / half
    v = (-math.sin(angle) * dx + math.cos(angle) * dy) / wide
    v = v - kind.bend * kind.slender * (u**2 - 0.3)
    return np.asarray(u**2 + (v / np.clip(1 - kind.taper * u, 0.2, None)) ** 2 < 1)


def _paint_seed(canvas: _Canvas, area: Patch, shape: NDArray[np.bool_], scene: Scene, rng: np.random.Generator) -> None:
    ys, xs = np.nonzero(shape)
    # only as much of the part as the seed and its shadow cover
    edge = int(scene.length_px * 0.3) + 4
    part = (slice(max(0, ys.min() - edge), ys.max() + edge), slice(max(0, xs.min() - edge), xs.max() + edge))
    shape, under, taken = shape[part], canvas.colour[area[0], area[1]][part], canvas.taken[area[0], area[1]][part]
    shift = max(1, int(scene.length_px * 0.06))
    shadow = ndimage.gaussian_filter(np.roll(shape, (shift, shift), (0, 1)).astype(float), shift)
    under *= 1 - _SHADOW * shadow[..., None] * ~taken[..., None]
    tone = np.array(scene.kind.colour) * max(0.5, rng.normal(1, 0.08))
    deep = ndimage.distance_transform_edt(shape)
    # rounder towards the middle, with a light at the upper left
    bulge = np.clip(deep / max(1.0, float(deep.max())), 0, 1)
    gy, gx = np.gradient(ndimage.gaussian_filter(bulge, max(1.0, scene.length_px * 0.05)))
    lit = 1 + 3.0 * np.clip((gx + gy) * scene.length_px * 0.02, -0.12, 0.12)
    painted = tone * (lit * (0.9 + 0.16 * bulge))[..., None]
    under[shape] = painted[shape]


def _draw_chaff(canvas: _Canvas, scene: Scene, rng: np.random.Generator) -> None:
    """A flake, a crumb or a bit of stalk: paler than the seed, with a ragged edge; it may lie against a seed, never on one."""
    size = scene.length_px * rng.uniform(0.2, 0.75)
    kind = rng.choice(["flake", "crumb", "stalk"])
    slender = {"flake": rng.uniform(1.2, 2.5), "crumb": rng.uniform(1, 1.4), "stalk": rng.uniform(6, 12)}[str(kind)]
    if kind == "stalk":
        size *= 2.2
    if kind == "crumb":
        size *= 0.5
    left, top, right, bottom = _room(scene, scene.length_px)
    for _ in range(200):
        x, y = rng.uniform(left, right), rng.uniform(top, bottom)
        found = canvas.patch(x, y, size)
        if found is None:
            continue
        rows, cols, dx, dy = found
        angle = rng.uniform(0, math.pi)
        ragged = 1 + 0.25 * np.sin(np.arctan2(dy, dx) * rng.integers(3, 7) + rng.uniform(0, 6))
        shape = _outline(dx / ragged, dy / ragged, size, angle, SeedKind(slender=slender, taper=0))
        if not (shape & canvas.taken[rows, cols]).any():
            break
    else:
        return
    pale = 0.5 * np.array(scene.paper) + 0.5 * np.array(scene.kind.colour) + rng.normal(12, 8)
    canvas.colour[rows, cols][shape] = np.clip(pale, 0, 255)


def _corners(scene: Scene, sheet: Sheet) -> tuple[tuple[float, float], ...]:
    """Where the middles of the marks are in the picture, clockwise from the upper left; the far side, above, is shorter."""
    px = min(0.86 * scene.width / sheet.across_mm, 0.86 * scene.height / sheet.down_mm)
    left, top = (scene.width - px * sheet.across_mm) / 2, (scene.height - px * sheet.down_mm) / 2
    right, bottom = scene.width - left, scene.height - top
    inwards = scene.tilt * px * sheet.across_mm / 2
    return (left + inwards, top), (right - inwards, top), (right, bottom), (left, bottom)


def _draw_sheet(canvas: _Canvas, scene: Scene, sheet: Sheet) -> float:
    """Draw the marks, and return how many mm a pixel is in the middle."""
    corners = _corners(scene, sheet)
    plane = plane_of(corners, sheet.corners)
    for (x, y), middle in zip(corners, sheet.corners, strict=True):
        found = canvas.patch(x, y, 0.7 * sheet.ring_mm / plane.mm_per_px(x, y))
        if found is None:
            raise ValueError("The sheet does not fit into the picture.")
        rows, cols, dx, dy = found
        where = plane.matrix @ np.stack([(dx + x).ravel(), (dy + y).ravel(), np.ones(dx.size)])
        far = np.hypot(where[0] / where[2] - middle[0], where[1] / where[2] - middle[1]).reshape(dx.shape) / (sheet.ring_mm / 2)
        black = ((far < 1) & (far > HOLE_SHARE)) | (far < DOT_SHARE)
        canvas.colour[rows, cols][black] = (34.0, 34.0, 36.0)
        canvas.taken[rows, cols] |= far < 1.2
    return plane.mm_per_px(scene.width / 2, scene.height / 2)
