"""What the bags of a treatment add to its result: sprouts in the cold, seed not found again, care that was missed, frost."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from core.germination import BagShare, not_found, with_bag
from core.statistics import Interval
from core.treatment import COLD
from core.vocabulary import LeavingHow, PlaceTrouble, StepKind
from server.batches.models import Batch
from server.batches.selectors.courses import BatchCourse, courses_of
from server.evidence.selectors.shares import TreatmentCourses
from server.record_kinds.days import local_day
from server.temperature.models import PlaceEvent
from server.temperature.selectors import EventView, Readings, events_at, events_for, readings_by_place

TOGETHER = "Treated together in one bag: one replicate of the treatment, however many dishes it filled."


@dataclass(frozen=True)
class BagNote:
    """What the bags of one treatment did.

    `together`: a bag filled several dishes; what sprouted in it, `sprouted` of `put_in`, then belongs to the treatment.
    """

    codes: list[str]
    together: bool
    sprouted: int
    put_in: int
    not_found: int | None
    sentences: list[str]


def bags_of(treatments: Sequence[TreatmentCourses]) -> dict[int, BatchCourse]:
    """The bags that dishes were drawn from; nothing is read where no dish came from one."""
    ids = {d.dish.batch_id for t in treatments for d in t.dishes if d.dish.batch_id is not None}
    return {c.batch.pk: c for c in courses_of(Batch.objects.filter(pk__in=ids))} if ids else {}


def bag_notes(treatments: Sequence[TreatmentCourses], bags: dict[int, BatchCourse] | None = None) -> dict[int, BagNote]:
    """Notes by treatment; `bags` are those of the treatments where they were read already."""
    courses = bags_of(treatments) if bags is None else bags
    if not courses:
        return {}
    places = list({m.place.pk: m.place for c in courses.values() for m in c.moves}.values())
    known, told = readings_by_place(places), events_at(places)
    return {t.treatment.pk: note for t in treatments if (note := _note(t, courses, known, told)) is not None}


def share_with_bag(p: float, lower: float, upper: float, note: BagNote | None) -> BagShare:
    """A treatment's share as it is shown: what sprouted in a bag that several dishes were drawn from is part of it."""
    if note is None or not note.together or not note.put_in:
        return BagShare(p, lower, upper, 0.0)
    return with_bag(p, Interval(lower, upper), note.sprouted, note.put_in)


def bag_events(course: BatchCourse, known: dict[int, Readings], told: Sequence[PlaceEvent], until: datetime) -> list[EventView]:
    """What befell a bag while it lay in its places."""
    return events_for(course.stays(course.started_at, None), known, told, until) if course.started_at else []


def _note(t: TreatmentCourses, courses: dict[int, BatchCourse], known: dict[int, Readings], told: Sequence[PlaceEvent]) -> BagNote | None:
    ids = list(dict.fromkeys(d.dish.batch_id for d in t.dishes if d.dish.batch_id is not None))
    if not ids:
        return None
    shared = [i for i in ids if any(d.dish.batch_id == i and d.dishes_of_bag > 1 for d in t.dishes)]
    mine = [courses[i] for i in ids]
    sprouted, put_in = sum(courses[i].sprouted for i in shared), sum(courses[i].batch.seeds for i in shared)
    said = [TOGETHER] if shared else []
    if sprouted:
        said.append(f"{sprouted} of {put_in} sprouted in the bag before sowing; the share includes them.")
    missing = [_missing(c) for c in mine]
    lost = None if any(m is None for m in missing) else sum(m for m in missing if m is not None)
    sown = sum(r.sown for r in t.records)
    if lost and sown:
        total = sum(c.batch.seeds for c in mine)
        bounds = not_found(sum(r.germinated for r in t.records) / sown, total, total - lost)
        said.append(
            f"{lost} of {total} seeds were not found again when the bag was emptied: of all put in, "
            f"between {100 * bounds.lowest:.0f} and {100 * bounds.highest:.0f} % may have come up."
        )
    for c in mine:
        said.extend(_said_of(c, known, told))
    return BagNote([c.batch.code for c in mine], bool(shared), sprouted, put_in, lost, said)


def _missing(course: BatchCourse) -> int | None:
    """Seeds not found again; 0 while it is in or was left in place, None where nobody counted."""
    if course.leaving is None or course.leaving.how != LeavingHow.PICKED_OUT:
        return 0
    return None if course.leaving.found is None else max(0, course.seeds_now - course.leaving.found)


def _said_of(course: BatchCourse, known: dict[int, Readings], told: Sequence[PlaceEvent]) -> list[str]:
    end = course.leaving.at if course.leaving else max((x.begun.due_at for x in course.taken), default=None)
    if end is None:
        return []
    code = course.batch.code
    said = [
        f"Care missed: {code} had no look for {g.days} days from {g.start:%-d %b %Y}, at most {g.allowed:g} are allowed."
        for g in course.deviations(local_day(end))
    ]
    cold = any(StepKind(t.step.kind) in COLD for t in course.taken)
    frosts = [e for e in bag_events(course, known, told, end) if e.kind is PlaceTrouble.FROZE] if cold else []
    said.extend(f"{code} froze in {e.place} on {local_day(e.at):%-d %b %Y}." for e in frosts)
    return said
