"""What was found in a picture."""

from dataclasses import dataclass

# raised when the same picture can give another count
RULES = 1
MOST_PIXELS = 30_000_000


@dataclass(frozen=True, slots=True)
class SeedFound:
    """One thing that was taken for `seeds` seeds (0: something else), or may be one.

    Attributes
    ----------
    places : tuple of (x, y)
        The middle of each seed as a share of the picture's width and height; of something else, its own.
    variance : float
        Of the number of seeds.
    area_px, length_px : float
        Its size in pixels of the picture.
    area_mm2, length_mm : float or None
        Its size; None where nothing gives the scale.
    """

    places: tuple[tuple[float, float], ...]
    seeds: int
    variance: float
    area_px: float
    length_px: float
    area_mm2: float | None
    length_mm: float | None


@dataclass(frozen=True, slots=True)
class SeedsFound:
    """What was found in a picture of `width` × `height` pixels; `sheet` is the printed sheet's name where its marks were seen."""

    width: int
    height: int
    seeds: tuple[SeedFound, ...]
    sheet: str | None
    rules: int = RULES

    @property
    def count(self) -> int:
        """How many seeds."""
        return sum(s.seeds for s in self.seeds)
