"""The cold that bags were given, from the logs of the places they lay in."""

from collections.abc import Collection
from datetime import datetime

from django.utils import timezone

from core.treatment import COLD
from core.vocabulary import StepKind
from server.batches.models import Batch
from server.batches.selectors.courses import BatchCourse, courses_of
from server.temperature.selectors import ColdGiven, Readings, cold_given, readings_by_place

# a log that leaves out more than this share of the step does not tell its cold
MOST_GAP = 0.1
HOURS = 24.0


def first_cold(course: BatchCourse, known: dict[int, Readings], now: datetime) -> ColdGiven | None:
    """The cold of the first cold step, and what it asks for."""
    step = next((t for t in course.taken if StepKind(t.step.kind) in COLD), None)
    if step is None:
        return None
    end = step.ended.at if step.ended else None
    stays = course.stays(step.begun.at, end)
    return cold_given(stays, known, end or now, step.step.as_core().days) if stays else None


def cold_days(bags: Collection[int]) -> dict[int, float]:
    """Days of cold by bag, where a log covers nearly all of its cold step; nothing is read without a bag."""
    if not bags:
        return {}
    courses = courses_of(Batch.objects.filter(pk__in=bags))
    places = list({m.place.pk: m.place for c in courses for m in c.moves}.values())
    known, now = readings_by_place(places) if places else {}, timezone.now()
    found = {c.batch.pk: first_cold(c, known, now) for c in courses}
    return {pk: given.days for pk, given in found.items() if given is not None and given.days is not None and _whole(given)}


def _whole(given: ColdGiven) -> bool:
    known, gap = given.known_hours or 0.0, given.gap_hours or 0.0
    return known > 0 and gap <= MOST_GAP * (known + gap)
