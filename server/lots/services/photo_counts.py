"""Seed counted in photos enters the records: as a line of the ledger, as a weighed sample, or as a cut test."""

from collections import Counter
from collections.abc import Sequence
from datetime import datetime
from typing import Any
from uuid import UUID

from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from core.vocabulary import AmountKnown, CalibrationKind, CutState, QualityKind, StockKind
from server.errors import refused
from server.lots.models import Calibration, CountedPhoto, Lot, QualityTest, StockEntry
from server.lots.pictures.finding import find_in
from server.lots.selectors.photo_counts import PhotoMarks, added_up, count_marks, standing_counts
from server.lots.services.bench import record_quality
from server.lots.services.stock import calibrate, enter_stock
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.stopping import Tell
from server.reference.models import Photo
from server.reference.services.photos import keep_photo

# marks are looked at again in the kept picture, so it is larger than others
LONGEST_SIDE = 2400


def look_through(
    *, by: Person, upload: "UploadedFile[Any]", client_id: UUID, at: datetime, keep: bool, tell: Tell
) -> tuple[dict[str, Any], Photo | None]:
    """Find seed in a photo. With `keep` the photo is kept with what was found in it; without, nothing of it is.

    The same client_id again answers what was found the first time.
    """
    require(by, Right.COUNT)
    known = Photo.objects.filter(client_id=client_id).first()
    if known is not None and known.seeds_found is not None:
        return known.seeds_found, known
    found = find_in(upload, client_id, tell)
    if not keep:
        return found, None
    upload.seek(0)
    return found, keep_photo(by=by, upload=upload, at=at, client_id=client_id, longest_side=LONGEST_SIDE, seeds_found=found)


@transaction.atomic
def record_count(
    *,
    by: Person,
    lot: Lot,
    photos: Sequence[PhotoMarks],
    at: datetime,
    stock: StockKind | None = None,
    sample: bool = False,
    cut: bool = False,
    reason: str = "",
) -> list[CountedPhoto]:
    """Record what the marks come to, all of it or nothing; the pictures stay with it, marks included.

    `stock`: as a line of the ledger of that kind. `sample`: as weighed samples, one a photo, each with its mass. `cut`: as a cut
    test, every mark with what the seed is inside.
    """
    require(by, Right.PLAN)
    if not (stock or sample or cut):
        raise refused("/stock", "missing", "Say what the count is for: the ledger, a weighed sample, or a cut test.")
    recorded = set(standing_counts().filter(photo__in=[m.photo for m in photos]).values_list("photo", flat=True))
    for n, marked in enumerate(photos):
        if marked.photo.pk in recorded:
            message = "The seed in this photo has already been recorded. Undo that count first, or take another photo."
            raise refused(f"/photos/{n}/photo", "counted_already", message)
        # nor twice in one count
        recorded.add(marked.photo.pk)
    counted = count_marks(photos)
    entry: StockEntry | None = None
    weighed: Calibration | None = None
    test: QualityTest | None = None
    if stock:
        all_of_it = added_up(counted)
        entry = enter_stock(
            by=by, lot=lot, kind=stock, amount=all_of_it.seeds, at=at, known=AmountKnown.PHOTO, se_seeds=all_of_it.se, reason=reason
        )
    if sample:
        weighed = _weighed(by, lot, photos, [c.tally.seeds for c in counted], at)
    if cut:
        test = _cut(by, lot, photos, at, reason)
    return [
        CountedPhoto.objects.create(
            lot=lot,
            photo=marked.photo,
            by=by,
            at=at,
            marks=[[m.x, m.y] if m.state is None else [m.x, m.y, m.state] for m in marked.marks],
            settled=sorted(set(marked.settled)),
            seeds=c.tally.seeds,
            se=c.tally.se,
            mm_per_px=c.mm_per_px,
            mass_g=marked.mass_g,
            entry=entry,
            calibration=weighed,
            quality_test=test,
        )
        for marked, c in zip(photos, counted, strict=True)
    ]


def _weighed(by: Person, lot: Lot, photos: Sequence[PhotoMarks], counts: list[int], at: datetime) -> Calibration:
    masses = []
    for n, marked in enumerate(photos):
        if marked.mass_g is None:
            message = f"The mass of the seeds in photo {n + 1} is missing. Weigh exactly those seeds."
            raise refused(f"/photos/{n}/mass_g", "missing", message)
        masses.append(marked.mass_g)
    return calibrate(by=by, lot=lot, kind=CalibrationKind.WEIGHED, counts=counts, amounts=masses, at=at)


def _cut(by: Person, lot: Lot, photos: Sequence[PhotoMarks], at: datetime, note: str) -> QualityTest:
    states: Counter[CutState] = Counter()
    for n, marked in enumerate(photos):
        for mark in marked.marks:
            if mark.state is None:
                message = f"A seed in photo {n + 1} has no state. Tap each seed until it says full, empty or eaten."
                raise refused(f"/photos/{n}/marks", "state_missing", message)
            states[mark.state] += 1
    return record_quality(
        by=by,
        lot=lot,
        kind=QualityKind.CUT,
        at=at,
        note=note,
        tested=states.total(),
        full=states[CutState.FULL],
        empty=states[CutState.EMPTY],
        eaten=states[CutState.EATEN],
    )
