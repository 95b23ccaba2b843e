"""What the bags of a treatment add to its result: one bag or several, sprouts in the cold, seed not found, missed care, frost."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from core.germination import not_found
from core.treatment import COLD
from core.vocabulary import LeavingHow, PlaceTrouble, StepKind
from core.wording import day_value
from server.batches.models import Batch
from server.batches.selectors.courses import BatchCourse, courses_of
from server.evidence.selectors.shares import TreatmentCourses
from server.record_kinds.days import local_day
from server.temperature.models import PlaceEvent
from server.temperature.selectors import EventView, Readings, events_at, events_for, readings_by_place

ONE_BAG = "All its seed was treated in one bag, which is one replicate of the treatment, however many dishes it filled."
NO_BAG_RECORDED = "No bag is recorded for its treatment, so all its seed counts as treated together in one bag."


@dataclass(frozen=True)
class BagNote:
    """What the bags of one treatment did.

    `bags` is how many the treatment rests on, 0 where in none or with a bag for each dish. `together`: a bag filled several dishes;
    what sprouted in it, `sprouted` of `put_in`, then belongs to the treatment. `troubles` are those of the sentences that say what
    went wrong.
    """

    codes: list[str]
    bags: int
    together: bool
    sprouted: int
    put_in: int
    not_found: int | None
    sentences: list[str]
    troubles: list[str]


def bag_ids(treatments: Sequence[TreatmentCourses]) -> set[int]:
    """The bags that dishes of treatments were drawn from."""
    return {d.dish.batch_id for t in treatments for d in t.dishes if d.dish.batch_id is not None}


def bags_of(treatments: Sequence[TreatmentCourses]) -> dict[int, BatchCourse]:
    """The bags that dishes were drawn from; nothing is read where no dish came from one."""
    ids = bag_ids(treatments)
    return {c.batch.pk: c for c in courses_of(Batch.objects.filter(pk__in=ids))} if ids else {}


def bag_notes(treatments: Sequence[TreatmentCourses], bags: dict[int, BatchCourse] | None = None) -> dict[int, BagNote]:
    """Notes by treatment; `bags` are those of the treatments where they were read already."""
    courses = bags_of(treatments) if bags is None else bags
    places = list({m.place.pk: m.place for c in courses.values() for m in c.moves}.values())
    known, told = (readings_by_place(places), events_at(places)) if places else ({}, [])
    return {t.treatment.pk: note for t in treatments if (note := _note(t, courses, known, told)) is not None}


def bag_events(course: BatchCourse, known: dict[int, Readings], told: Sequence[PlaceEvent], until: datetime) -> list[EventView]:
    """Events of a bag's places while it lay in them."""
    return events_for(course.stays(course.started_at, None), known, told, until) if course.started_at else []


def _note(t: TreatmentCourses, courses: dict[int, BatchCourse], known: dict[int, Readings], told: Sequence[PlaceEvent]) -> BagNote | None:
    ids = list(dict.fromkeys(d.dish.batch_id for d in t.dishes if d.dish.batch_id is not None))
    if not ids:
        return BagNote([], 1, False, 0, 0, 0, [NO_BAG_RECORDED], []) if t.bags.bags else None
    shared = [i for i in ids if any(d.dish.batch_id == i and d.dishes_of_bag > 1 for d in t.dishes)]
    mine = [courses[i] for i in ids]
    bags, put_in = t.bags.bags, sum(courses[i].batch.seeds for i in shared)
    said = [ONE_BAG] if bags == 1 else [f"Treated in {bags} bags: the treatment rests on {bags} replicates."] if bags else []
    if t.bags.sprouted:
        said.append(f"{t.bags.sprouted} of {t.bags.seeds} sprouted in the bag before sowing; the share includes them.")
    troubles: list[str] = []
    missing = [_missing(c) for c in mine]
    lost = None if any(m is None for m in missing) else sum(m for m in missing if m is not None)
    sown = sum(r.sown for r in t.records)
    if lost and sown:
        total = sum(c.batch.seeds for c in mine)
        bounds = not_found(sum(r.germinated for r in t.records) / sown, total, total - lost)
        troubles.append(
            f"{lost} of {total} seeds were not found again when the bag was emptied: of all put in, "
            f"between {100 * bounds.lowest:.0f} and {100 * bounds.highest:.0f} % may have germinated."
        )
    for c in mine:
        troubles.extend(_said_of(c, known, told))
    return BagNote([c.batch.code for c in mine], bags, bool(shared), t.bags.sprouted, put_in, lost, [*said, *troubles], troubles)


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
        f"Care missed: {code} was not checked for {g.days} days from {day_value(g.start)}, at most {g.allowed:g} are allowed."
        for g in course.deviations(local_day(end))
    ]
    cold = any(StepKind(t.step.kind) in COLD for t in course.taken)
    frosts = [e for e in bag_events(course, known, told, end) if e.kind is PlaceTrouble.FROZE] if cold else []
    said.extend(f"{code} froze in {e.place} on {day_value(local_day(e.at))}." for e in frosts)
    return said
