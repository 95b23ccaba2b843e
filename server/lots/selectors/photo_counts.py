"""Seed counted in photos: what the marks come to, how large the seeds are, and what was counted before."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from django.db.models import Q, QuerySet

from core.errors import CoreError
from core.pictures import PhotoTally, SeedFound, SeedsFound, SizeSpread, is_doubtful, mm_per_px_of, size_spread, tally
from core.vocabulary import CutState
from server.errors import refused, refused_by_core
from server.lots.models import CountedPhoto, Lot
from server.record_kinds.selectors import valid
from server.reference.models import Photo

MOST_MARKS = 5000
# what can be recorded from a count, by its key
RECORDED_IN = {"entry": "stock", "calibration": "sample", "quality_test": "cut"}


@dataclass(frozen=True)
class PlacedMark:
    """A seed's mark as shares of the picture's width and height; in a cut test with what the seed is inside."""

    x: float
    y: float
    state: CutState | None = None


@dataclass(frozen=True)
class KnownLength:
    """A length that a person marked: its two ends as shares of the picture, and what it measures."""

    ends: tuple[tuple[float, float], tuple[float, float]]
    length_mm: float


@dataclass(frozen=True)
class PhotoMarks:
    """A photo that was looked through, and its marks as a person left them."""

    photo: Photo
    marks: Sequence[PlacedMark]
    settled: Sequence[int] = field(default_factory=tuple)
    length: KnownLength | None = None
    mass_g: float | None = None


@dataclass(frozen=True)
class MarksRead:
    """What marks come to: seeds over all photos with the standard error, each photo's own, and sizes.

    There are no sizes with too few seeds that lie alone, or where some photos have a scale and others do not.
    """

    seeds: int
    se: float
    each: list[PhotoTally]
    sizes: SizeSpread | None


def found_in(photo: Photo) -> SeedsFound:
    """What was found in a photo when it was sent; refused where nobody looked for seed in it."""
    if photo.seeds_found is None:
        raise refused("/photo", "not_looked_through", "Nobody looked for seed in this photo. Send it again from the photo count.")
    return as_found(photo.seeds_found)


def as_found(said: Mapping[str, Any]) -> SeedsFound:
    """What was found, from JSON."""
    things = tuple(SeedFound(**{**t, "places": tuple((x, y) for x, y in t["places"])}) for t in said["seeds"])
    return SeedsFound(said["width"], said["height"], things, said["sheet"], said["rules"])


@dataclass(frozen=True)
class CountedMarks:
    """A photo's marks, counted; `mm_per_px` is by a length that a person marked, None where none was."""

    found: SeedsFound
    tally: PhotoTally
    mm_per_px: float | None


def count_marks(photos: Sequence[PhotoMarks]) -> list[CountedMarks]:
    """Count the marks of each photo of a series; refused at the photo at fault."""
    out = []
    for n, marked in enumerate(photos):
        if len(marked.marks) > MOST_MARKS:
            message = f"{len(marked.marks)} marks in one photo are too many: at most {MOST_MARKS:,}."
            raise refused(f"/photos/{n}/marks", "too_many_marks", message)
        try:
            found = found_in(marked.photo)
            counted = tally(found, len(marked.marks), marked.settled)
            length = marked.length
            scale = mm_per_px_of(found.width, found.height, length.ends, length.length_mm) if length else None
        except CoreError as error:
            raise refused_by_core(error, f"/photos/{n}/{error.parameter}") from error
        out.append(CountedMarks(found, counted, scale))
    return out


def added_up(counted: Sequence[CountedMarks]) -> PhotoTally:
    """All photos of a series together."""
    return sum((c.tally for c in counted[1:]), counted[0].tally)


def read_marks(photos: Sequence[PhotoMarks]) -> MarksRead:
    """What the marks of a series come to."""
    counted = count_marks(photos)
    together = added_up(counted)
    sizes = size_spread([(c.found, c.mm_per_px) for c in counted])
    return MarksRead(together.seeds, together.se, [c.tally for c in counted], sizes)


@dataclass(frozen=True)
class CountedBefore:
    """A photo that was counted earlier, with its marks; `recorded` is what came of it and stands: stock, sample or cut test."""

    id: int
    photo: int
    at: datetime
    by: str
    seeds: int
    se: float
    mass_g: float | None
    marks: list[PlacedMark]
    recorded: list[str]


def counted_before(lot: Lot) -> list[CountedBefore]:
    """Photos in which seed of a lot was counted, the latest first; those of which nothing stands any more are left out."""
    rows = standing_counts().filter(lot=lot).select_related("by", *(f"{key}__corrected_by" for key in RECORDED_IN)).order_by("-at", "-pk")
    return [
        CountedBefore(
            id=r.pk,
            photo=r.photo_id,
            at=r.at,
            by=r.by.initials,
            seeds=r.seeds,
            se=r.se,
            mass_g=r.mass_g,
            marks=[PlacedMark(m[0], m[1], CutState(m[2]) if len(m) > 2 else None) for m in r.marks],
            recorded=[word for key, word in RECORDED_IN.items() if (made := getattr(r, key)) and not hasattr(made, "corrected_by")],
        )
        for r in rows
    ]


def standing_counts() -> QuerySet[CountedPhoto]:
    """Counted photos of which something that was recorded still stands: not undone, nor corrected."""
    stands = Q()
    for key in RECORDED_IN:
        stands |= Q(**{f"{key}__isnull": False, f"{key}__corrected_by__isnull": True})
    return valid(CountedPhoto.objects.all()).filter(stands)


@dataclass(frozen=True)
class ThingFound:
    """One thing that was taken for `seeds` seeds (0: for none), with a place for each, or its own."""

    places: list[tuple[float, float]]
    seeds: int


@dataclass(frozen=True)
class PhotoFound:
    """What was found in a photo; `doubtful` are the numbers of the things to look at, the most doubtful first.

    `photo` is the photo that was kept; None where it was not.
    """

    photo: int | None
    width: int
    height: int
    sheet: str | None
    seeds: int
    se: float
    things: list[ThingFound]
    doubtful: list[int]


def photo_found(found: SeedsFound, photo: int | None) -> PhotoFound:
    """What the page draws of it."""
    counted = tally(found)
    doubtful = [n for n, t in enumerate(found.seeds) if is_doubtful(t)]
    return PhotoFound(
        photo=photo,
        width=found.width,
        height=found.height,
        sheet=found.sheet,
        seeds=counted.seeds,
        se=counted.se,
        things=[ThingFound(list(t.places), t.seeds) for t in found.seeds],
        doubtful=sorted(doubtful, key=lambda n: -found.seeds[n].variance),
    )
