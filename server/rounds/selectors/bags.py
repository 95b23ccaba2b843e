"""Bags on their shelves, in the order of a round, with what each wants; and batches that begin or come out soon."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from core.vocabulary import CareKind, Closure, DurationUnit, Hazard, Medium, StepKind
from server.batches.models import Turn
from server.batches.selectors.courses import BatchCourse, batches_in_use
from server.record_kinds.days import local_day
from server.trials.selectors.bag_numbers import BagOfTreatment, bags_of_treatments

SOON_DAYS = 14


@dataclass(frozen=True)
class Bag:
    """A bag in a running step. `care` None: it wants nothing but its end. `looked_on` None: nobody looked at it yet."""

    batch: int
    code: str
    lot_code: str
    name: str
    recipe: str
    trial_code: str
    treatment: str
    step: StepKind
    medium: Medium | None
    container: str
    closure: Closure | None
    position: int
    care: CareKind | None
    due: date | None
    days_late: int
    missed: int
    wants_now: bool
    begun_on: date
    day: int
    out_on: date | None
    seeds: int
    estimated: bool
    sprouted: int
    mouldy: int
    germinates_in_cold: bool
    hazards: list[Hazard]
    looked_on: date | None
    looked_by: str


@dataclass(frozen=True)
class PlaceBags:
    """The bags of one place, in the order in which they stand; `turn` is whose round it is today, empty if nobody's."""

    place: int | None
    place_name: str
    turn: str
    wanting: int
    days_late: int
    bags: list[Bag]


@dataclass(frozen=True)
class BatchDay:
    """A batch that begins or comes out on a day; `in_days` is negative where it is late. A trial's treatment may have no batch yet."""

    batch: int | None
    trial: int | None
    code: str
    name: str
    what: str
    on: date
    in_days: int


def bag_rounds(today: date, courses: Sequence[BatchCourse] | None = None) -> list[PlaceBags]:
    """Bags by place. Only what runs is here; what is skipped stays until somebody looks."""
    found = [c for c in (batches_in_use() if courses is None else courses) if c.running is not None]
    trials = bags_of_treatments(c.batch.pk for c in found)
    turns = {t.place_id: t.person.initials for t in Turn.objects.filter(first_day__lte=today, last_day__gte=today).select_related("person")}
    by_place: dict[int | None, list[BatchCourse]] = {}
    for course in sorted(found, key=lambda c: (c.batch.place.order if c.batch.place else 10**6, c.batch.position, c.batch.pk)):
        by_place.setdefault(course.batch.place_id, []).append(course)
    out = []
    for courses_here in by_place.values():
        place = courses_here[0].batch.place
        bags = [_bag(c, today, trials.get(c.batch.pk)) for c in courses_here]
        ids = place.with_around if place else []
        out.append(
            PlaceBags(
                place=place.pk if place else None,
                place_name=place.full_name if place else "No place yet",
                turn=next((turns[i] for i in ids if i in turns), ""),
                wanting=sum(b.wants_now for b in bags),
                days_late=max((b.days_late for b in bags if b.wants_now), default=0),
                bags=bags,
            )
        )
    return out


def batch_days(today: date, courses: Sequence[BatchCourse]) -> list[BatchDay]:
    """Batches that begin or come out within two weeks, or should have."""
    out: list[BatchDay] = []
    until = today + timedelta(days=SOON_DAYS)
    for c in courses:
        due, starts = c.due_at, c.starts_at
        name = c.batch.lot.common_name
        if c.started_at is None and starts is not None and local_day(starts) <= until:
            on = local_day(starts)
            out.append(BatchDay(c.batch.pk, None, c.batch.code, name, "begin", on, (on - today).days))
        elif c.running is not None and due is not None and not c.running.step.as_core().by_the_clock and local_day(due) <= until:
            on = local_day(due)
            what = "next_step" if c.next_step else "out"
            out.append(BatchDay(c.batch.pk, None, c.batch.code, name, what, on, (on - today).days))
        elif c.running is None and c.started_at is not None:
            out.append(BatchDay(c.batch.pk, None, c.batch.code, name, "next_step" if c.next_step else "out", today, 0))
    return sorted(out, key=lambda b: (b.on, b.code))


def _bag(course: BatchCourse, today: date, feeds: BagOfTreatment | None) -> Bag:
    batch, running = course.batch, course.running
    if running is None:
        raise ValueError(f"{batch.code} does not run")
    care = course.care(today)
    begun = local_day(running.begun.at)
    due_at = course.due_at
    last = course.looks[-1] if course.looks else None
    return Bag(
        batch=batch.pk,
        code=batch.code,
        lot_code=batch.lot.code,
        name=batch.lot.common_name,
        recipe=batch.recipe.name,
        trial_code=feeds.trial_code if feeds else "",
        treatment=feeds.words if feeds else "",
        step=StepKind(running.step.kind),
        medium=Medium(batch.medium) if batch.medium else None,
        container=batch.container,
        closure=Closure(batch.closure) if batch.closure else None,
        position=batch.position,
        care=care.care if care else None,
        due=care.due if care else None,
        days_late=care.days_late if care else 0,
        missed=care.missed if care else 0,
        wants_now=care is not None and care.days_late >= 0,
        begun_on=begun,
        day=(today - begun).days,
        out_on=local_day(due_at) if due_at and running.step.unit == DurationUnit.DAYS else None,
        seeds=course.seeds_now,
        estimated=course.estimated,
        sprouted=course.sprouted,
        mouldy=course.mouldy,
        germinates_in_cold=batch.recipe.germinates_in_cold,
        hazards=batch.lot.hazard_words,
        looked_on=local_day(last.at) if last else None,
        looked_by=last.by.initials if last else "",
    )
