"""The page of one batch: what was planned beside what was done, the cold it really got, and what it asks for next."""

from dataclasses import dataclass
from datetime import datetime, timedelta

from core.seedstock import HazardCare, cares
from core.treatment import CareState, Caution
from core.vocabulary import (
    AmountKnown,
    Closure,
    DurationUnit,
    EndsBy,
    Forgives,
    Hazard,
    LeavingHow,
    Medium,
    SproutsGo,
    StepKind,
)
from server.batches.models import BagLook, Batch, Split, SupplyUse
from server.batches.selectors.courses import BatchCourse, course_of
from server.batches.services.steps import checks_for
from server.evidence.selectors.bag_cold import first_cold
from server.evidence.selectors.bags import bag_events
from server.record_kinds.days import local_day
from server.record_kinds.selectors import valid
from server.temperature.selectors import ColdGiven, EventView, events_at, readings_by_place
from server.trials.models import Dish


@dataclass(frozen=True)
class BatchStep:
    """One step: planned beside actual. `checks` are confirmed by name before it starts; `caution` says why."""

    id: int
    order: int
    kind: StepKind
    duration: float
    unit: DurationUnit
    temperature_c: float | None
    medium: Medium | None
    ends_by: EndsBy
    sign: str
    by_the_clock: bool
    done_not_waited: bool
    forgives: Forgives
    planned_start: datetime | None
    planned_end: datetime | None
    begun: int | None
    began_at: datetime | None
    due_at: datetime | None
    ended_at: datetime | None
    ended_by: EndsBy | None
    actual_days: float | None
    confirmed_by: str
    checks: list[str]
    caution: Caution | None


@dataclass(frozen=True)
class BagLookView:
    """A look at the bag."""

    id: int
    at: datetime
    by: str
    misted: bool
    water_changed: bool
    opened: bool
    dry: bool
    frozen: bool
    missing: bool
    mouldy: int
    sprouted: int
    sprouts_go: SproutsGo | None
    note: str


@dataclass(frozen=True)
class Feeding:
    """What the bag is for: dishes of a treatment."""

    trial: int
    trial_code: str
    treatment: str
    dishes: int


@dataclass(frozen=True)
class BatchLink:
    """Another batch it came from, or that came from it."""

    batch: int
    code: str
    seeds: int
    at: datetime


@dataclass(frozen=True)
class LeavingView:
    """How it came out; `not_found` None: nobody counted."""

    at: datetime
    by: str
    how: LeavingHow
    found: int | None
    not_found: int | None
    note: str


@dataclass(frozen=True)
class UsedSupply:
    """A solution or other supply it used; `use` counts which use of it this was."""

    supply: int
    name: str
    use: int
    age_days: int


@dataclass(frozen=True)
class BatchPage:
    """Everything the page of a batch shows."""

    id: int
    version: int
    code: str
    lot: int
    lot_code: str
    lot_name: str
    recipe: int
    recipe_name: str
    recipe_edition: int
    germinates_in_cold: bool
    container: str
    medium: Medium | None
    closure: Closure | None
    place: int | None
    place_name: str
    position: int
    note: str
    seeds: int
    seeds_known: AmountKnown
    seeds_now: int
    sprouted: int
    mouldy: int
    state: str
    running: int | None
    next_step: int | None
    due_at: datetime | None
    care: CareState | None
    steps: list[BatchStep]
    looks: list[BagLookView]
    deviations: list[str]
    cold: ColdGiven | None
    events: list[EventView]
    feeds: list[Feeding]
    parts: list[BatchLink]
    part_of: BatchLink | None
    leaving: LeavingView | None
    supplies: list[UsedSupply]
    plans: int
    hazards: list[Hazard]
    cares: list[HazardCare]


def batch_page(batch: Batch, now: datetime) -> BatchPage:
    """The page of one batch."""
    course = course_of(batch)
    batch = course.batch
    today = local_day(now)
    places = list({m.place.pk: m.place for m in course.moves}.values())
    known, told = readings_by_place(places), events_at(places)
    origin = valid(Split.objects.filter(child=batch)).select_related("parent").first()
    running = course.running
    nxt = course.next_step
    return BatchPage(
        id=batch.pk,
        version=batch.version,
        code=batch.code,
        lot=batch.lot_id,
        lot_code=batch.lot.code,
        lot_name=batch.lot.common_name,
        recipe=batch.recipe_id,
        recipe_name=batch.recipe.name,
        recipe_edition=batch.recipe.edition,
        germinates_in_cold=batch.recipe.germinates_in_cold,
        container=batch.container,
        medium=Medium(batch.medium) if batch.medium else None,
        closure=Closure(batch.closure) if batch.closure else None,
        place=batch.place_id,
        place_name=batch.place.full_name if batch.place else "",
        position=batch.position,
        note=batch.note,
        seeds=batch.seeds,
        seeds_known=AmountKnown(batch.seeds_known),
        seeds_now=course.seeds_now,
        sprouted=course.sprouted,
        mouldy=course.mouldy,
        state=_state(course),
        running=running.step.pk if running else None,
        next_step=nxt.pk if nxt else None,
        due_at=course.due_at,
        care=course.care(today),
        steps=_steps(course),
        looks=[_look(x) for x in reversed(course.looks)],
        deviations=[
            f"No look for {g.days} days from {g.start:%-d %b} to {g.end:%-d %b}; at most {g.allowed:g} are allowed."
            for g in course.deviations(today)
        ],
        cold=first_cold(course, known, now),
        events=bag_events(course, known, told, now),
        feeds=_feeds(batch),
        parts=[BatchLink(s.child_id, s.child.code, s.seeds, s.at) for s in course.splits],
        part_of=BatchLink(origin.parent_id, origin.parent.code, origin.seeds, origin.at) if origin else None,
        leaving=_leaving(course),
        supplies=_supplies(batch),
        plans=batch.plans.count(),
        hazards=batch.lot.hazard_words,
        cares=cares(batch.lot.hazard_words),
    )


def _state(course: BatchCourse) -> str:
    if course.leaving is not None:
        return "out"
    if not course.taken:
        return "planned"
    return "running" if course.running is not None else "waiting"


def _steps(course: BatchCourse) -> list[BatchStep]:
    taken = {t.step.pk: t for t in course.taken}
    out = []
    for index, s in enumerate(course.steps):
        t, core = taken.get(s.pk), s.as_core()
        planned = course.plan[index] if index < len(course.plan) else None
        ended = t.ended if t else None
        out.append(
            BatchStep(
                id=s.pk,
                order=s.order,
                kind=StepKind(s.kind),
                duration=s.duration,
                unit=DurationUnit(s.unit),
                temperature_c=s.temperature_c,
                medium=Medium(s.medium) if s.medium else None,
                ends_by=EndsBy(s.ends_by),
                sign=s.sign,
                by_the_clock=core.by_the_clock,
                done_not_waited=core.days == 0,
                forgives=core.forgives,
                planned_start=planned.start if planned else None,
                planned_end=planned.end if planned else None,
                begun=t.begun.pk if t else None,
                began_at=t.begun.at if t else None,
                due_at=t.begun.due_at if t else None,
                ended_at=ended.at if ended else None,
                ended_by=EndsBy(ended.ended_by) if ended else None,
                actual_days=(ended.at - t.begun.at) / timedelta(days=1) if t and ended else None,
                confirmed_by=t.begun.confirmed_by if t else "",
                checks=list(checks_for(course.batch, s)),
                caution=core.row.caution,
            )
        )
    return out


def _look(look: BagLook) -> BagLookView:
    return BagLookView(
        id=look.pk,
        at=look.at,
        by=look.by.initials,
        misted=look.misted,
        water_changed=look.water_changed,
        opened=look.opened,
        dry=look.dry,
        frozen=look.frozen,
        missing=look.missing,
        mouldy=look.mouldy,
        sprouted=look.sprouted,
        sprouts_go=SproutsGo(look.sprouts_go) if look.sprouts_go else None,
        note=look.note,
    )


def _feeds(batch: Batch) -> list[Feeding]:
    found: dict[tuple[int, str, str], int] = {}
    rows = Dish.objects.filter(batch=batch).values_list("treatment__trial", "treatment__trial__code", "treatment__name")
    for row in rows:
        found[row] = found.get(row, 0) + 1
    return [Feeding(trial, code, name, n) for (trial, code, name), n in found.items()]


def _leaving(course: BatchCourse) -> LeavingView | None:
    x = course.leaving
    if x is None:
        return None
    missing = None if x.found is None else course.seeds_now - x.found
    return LeavingView(x.at, x.by.initials, LeavingHow(x.how), x.found, missing, x.note)


def _supplies(batch: Batch) -> list[UsedSupply]:
    out = []
    for use in valid(SupplyUse.objects.filter(batch=batch)).select_related("supply"):
        number = valid(SupplyUse.objects.filter(supply=use.supply, at__lte=use.at)).count()
        out.append(UsedSupply(use.supply_id, use.supply.name, number, (local_day(use.at) - use.supply.made_on).days))
    return out
