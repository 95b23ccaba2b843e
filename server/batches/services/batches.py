"""Putting seed in, planning, moving, splitting, taking out."""

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.db import transaction
from django.db.models import Max

from core.treatment import Plan
from core.vocabulary import AmountKnown, LeavingHow, StockKind
from core.wording import day_value
from server.batches.models import Batch, BatchPlan, Leaving, Move, Split, StepBegun, StepEnded
from server.batches.selectors.courses import PlannedStretch, course_of, courses_of
from server.errors import DomainError, Refused, field_error, question, refused
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.lots.services import enter_stock
from server.people.models import Person
from server.people.permissions import Right, require
from server.recipes.models import Recipe
from server.record_kinds.services import change_thing, check_not_in_future, create_thing, take_back
from server.reference.models import Place


@dataclass(frozen=True)
class NewBatch:
    """A batch to put in. `draw` takes its seeds from the lot's ledger; a trial has drawn its seeds already."""

    lot: Lot
    recipe: Recipe
    seeds: int
    seeds_known: AmountKnown = AmountKnown.COUNTED
    container: str = "bag"
    medium: str = ""
    closure: str = ""
    place: Place | None = None
    note: str = ""
    draw: bool = True


@transaction.atomic
def put_in(*, by: Person, new: NewBatch, plan: Plan, at: datetime, sure: bool = False) -> Batch:
    """Make a batch with its plan. Nothing has begun yet: its steps are begun one by one."""
    require(by, Right.PLAN)
    if new.seeds < 1:
        raise refused("/seeds", "no_seeds", f"A batch of {new.seeds} seeds is impossible. Put in at least 1.")
    if not new.recipe.steps.exists():
        raise refused("/recipe", "no_steps", f"“{new.recipe.name}” has no step: untreated seed needs no bag.")
    _check_capacity(new.place, 1, sure=sure)
    first = new.recipe.steps.all()[0]
    batch = create_thing(
        Batch(
            code=next_code(new.lot),
            lot=new.lot,
            recipe=new.recipe,
            seeds=new.seeds,
            seeds_known=new.seeds_known,
            container=new.container or "bag",
            medium=new.medium or next((s.medium for s in new.recipe.steps.all() if s.as_core().days > 1), first.medium),
            closure=new.closure or next((s.closure for s in new.recipe.steps.all() if s.closure), ""),
            place=new.place,
            position=_next_position(new.place),
            note=new.note,
        ),
        by=by,
    )
    keep_plan(by=by, batch=batch, plan=plan, at=at)
    if new.draw:
        _draw(by, batch, at)
    return batch


def next_code(lot: Lot) -> str:
    """The lot's code and the next free number: ``HR-114-B2``."""
    start = f"{lot.code}-B"
    taken = [c.removeprefix(start) for c in Batch.objects.filter(code__startswith=start).values_list("code", flat=True)]
    return f"{start}{max((int(t) for t in taken if t.isdecimal()), default=0) + 1}"


def keep_plan(*, by: Person, batch: Batch, plan: Plan, at: datetime, why: str = "") -> BatchPlan:
    """Replace a batch's plan as a whole; the old one stays in the record."""
    steps = [PlannedStretch(s.start, s.end).kept() for s in plan.steps]
    return BatchPlan.objects.create(by=by, at=at, batch=batch, steps=steps, why=why)


def plan_again(*, by: Person, batch: Batch, plan: Plan, at: datetime, why: str) -> BatchPlan:
    """Plan a batch again while nothing of it has begun."""
    require(by, Right.PLAN)
    if course_of(batch).taken:
        raise DomainError(f"{batch.code} has begun already: what was done stays, and its next steps follow from it.", code="begun_already")
    return keep_plan(by=by, batch=batch, plan=plan, at=at, why=why)


def change_batch(*, by: Person, batch: Batch, version: int, changes: dict[str, Any]) -> Batch:
    """Change what a batch says about itself: container, medium, closure, position, note."""
    require(by, Right.PLAN)
    return change_thing(batch, changes, by=by, version=version)


@transaction.atomic
def move(*, by: Person, batch: Batch, place: Place, at: datetime, sure: bool = False) -> Move:
    """Put a batch somewhere else; the log of each place counts for the time it lay there."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    course = course_of(batch)
    _check_in(batch, course.leaving)
    if course.moves and at < course.moves[-1].at:
        raise refused("/at", "before_last_move", f"{batch.code} was moved later than that already, on {day_value(course.moves[-1].at)}.")
    _check_capacity(place, 1, sure=sure)
    _stand(batch, place, by)
    return Move.objects.create(by=by, at=at, batch=batch, place=place)


@transaction.atomic
def split(*, by: Person, batch: Batch, seeds: int, at: datetime, place: Place | None = None, why: str = "") -> Batch:
    """Let part of a batch go on by itself: same seed, same steps so far. The rest stays as it is."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    course = course_of(batch)
    _check_in(batch, course.leaving)
    if not 1 <= seeds < course.seeds_now:
        raise refused("/seeds", "more_than_batch", f"{batch.code} holds {course.seeds_now} seeds: split off 1 to {course.seeds_now - 1}.")
    there = place or batch.place
    child = create_thing(
        Batch(
            code=next_code(batch.lot),
            lot=batch.lot,
            recipe=batch.recipe,
            seeds=seeds,
            seeds_known=batch.seeds_known,
            container=batch.container,
            medium=batch.medium,
            closure=batch.closure,
            place=there,
            position=_next_position(there),
        ),
        by=by,
    )
    Split.objects.create(by=by, at=at, parent=batch, child=child, seeds=seeds, why=why)
    if plan := batch.plans.last():
        BatchPlan.objects.create(by=by, at=at, batch=child, steps=plan.steps, why=f"as {batch.code}")
    for taken in course.taken:
        begun = StepBegun.objects.create(
            by=taken.begun.by, at=taken.begun.at, batch=child, step=taken.step, due_at=taken.begun.due_at, note=f"as {batch.code}"
        )
        if taken.ended:
            StepEnded.objects.create(by=taken.ended.by, at=taken.ended.at, begun=begun, ended_by=taken.ended.ended_by)
    for moved in course.moves:
        Move.objects.create(by=moved.by, at=moved.at, batch=child, place=moved.place)
    if there is not None and place is not None:
        Move.objects.create(by=by, at=at, batch=child, place=there)
    return child


@transaction.atomic
def take_out(*, by: Person, batch: Batch, how: LeavingHow, at: datetime, found: int | None = None, note: str = "") -> Leaving:
    """Take a batch out: with its medium, picked out, or left in place. What was not found again is doubt, never dead seed."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    course = course_of(batch)
    _check_in(batch, course.leaving)
    if found is not None and found > course.seeds_now:
        message = f"{found} found, but {course.seeds_now} were in {batch.code}. Count again, or correct the number put in."
        raise refused("/found", "more_than_batch", message)
    if course.started_at is not None and at < course.started_at:
        raise refused("/at", "before_start", f"{batch.code} began on {day_value(course.started_at)}: it cannot have been taken out before.")
    running = course.running
    if running is not None:
        StepEnded.objects.create(by=by, at=at, begun=running.begun, ended_by="clock" if at >= running.begun.due_at else "person")
    return Leaving.objects.create(by=by, at=at, batch=batch, how=how, found=found, note=note)


@transaction.atomic
def take_out_still_in(*, by: Person, batches: Collection[int], at: datetime, sure: bool) -> None:
    """Take out the bags, by id, that are still in when their seed is sown: asked about, and then out with their medium."""
    still = [c for c in courses_of(Batch.objects.filter(pk__in=batches)) if c.leaving is None] if batches else []
    if still and not sure:
        codes = ", ".join(c.batch.code for c in still)
        message = f"Still in treatment: {codes}. Take them out first and count what you find, or sow: they are then out with their medium."
        raise question("", "bags_still_in", message)
    for course in still:
        take_out(by=by, batch=course.batch, how=LeavingHow.WITH_MEDIUM, at=at)


@transaction.atomic
def put_back(*, by: Person, batch: Batch) -> None:
    """Undo a leaving that was a slip; the step that ended with it runs again."""
    require(by, Right.PLAN)
    course = course_of(batch)
    if course.leaving is None:
        raise DomainError(f"{batch.code} has not left.", code="not_left")
    for taken in course.taken:
        if taken.ended is not None and taken.ended.at == course.leaving.at:
            take_back(taken.ended, by=by)
    take_back(course.leaving, by=by)


def _check_in(batch: Batch, leaving: Leaving | None) -> None:
    if leaving is not None:
        raise DomainError(f"{batch.code} left on {day_value(leaving.at)}. Undo that first if it was a mistake.", code="left_already")


def _check_capacity(place: Place | None, more: int, *, sure: bool) -> None:
    if place is None or place.capacity_bags is None or sure:
        return
    there = Batch.objects.filter(place=place).exclude(leavings__withdrawn=False, leavings__corrected_by__isnull=True).distinct().count()
    if there + more > place.capacity_bags:
        message = f"{place.full_name} holds {place.capacity_bags} bags and {there} lie there. Put it there anyway?"
        raise question("/place", "place_full", message)


def _next_position(place: Place | None) -> int:
    highest = Batch.objects.filter(place=place).aggregate(m=Max("position"))["m"] if place else None
    return (highest or 0) + 1


def _stand(batch: Batch, place: Place, by: Person) -> None:
    change_thing(batch, {"place": place, "position": _next_position(place)}, by=by, version=Batch.objects.get(pk=batch.pk).version)


def _draw(by: Person, batch: Batch, at: datetime) -> None:
    stock = stocks([batch.lot_id])[batch.lot_id]
    if stock.seeds is None:
        return
    if batch.seeds > stock.seeds:
        message = f"{batch.seeds} seeds wanted, but lot {batch.lot.code} holds {stock.seeds}. Put in fewer, or recount the lot."
        raise Refused(message, code="more_than_lot", errors=[field_error("/seeds", "more_than_lot", message)])
    known = AmountKnown(batch.seeds_known)
    enter_stock(by=by, lot=batch.lot, kind=StockKind.DRAWN, amount=batch.seeds, at=at, known=known, reason=f"batch {batch.code}")
