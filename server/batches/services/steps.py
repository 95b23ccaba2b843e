"""Steps begun and ended. A step that can hurt does not start until its cautions are confirmed, each time, by name."""

from datetime import datetime
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from core.treatment import checks_before, later
from core.vocabulary import DurationUnit, EndsBy, Hazard, StepKind
from core.wording import day_value
from server.batches.models import Batch, StepBegun, StepEnded, Supply, SupplyUse
from server.batches.models.batch import Move
from server.batches.selectors.courses import BatchCourse, TakenStep, course_of
from server.errors import DomainError, refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.recipes.models import Step
from server.record_kinds.services import check_not_in_future, take_back

POISONS = {Hazard.POISONOUS, Hazard.POSSIBLY_POISONOUS}


def checks_for(batch: Batch, step: Step) -> tuple[str, ...]:
    """What is confirmed before a step of a batch starts; a plant that may be poisonous adds gloves to steps done by hand."""
    return checks_before(StepKind(step.kind), poisonous=bool(set(batch.lot.hazard_words) & POISONS))


@transaction.atomic
def begin_step(
    *,
    by: Person,
    batch: Batch,
    step: Step,
    at: datetime,
    client_id: UUID,
    confirmed: list[str] | None = None,
    confirmed_by: str = "",
    supply: Supply | None = None,
    temperature_c: float | None = None,
    note: str = "",
    device_at: datetime | None = None,
) -> tuple[StepBegun, bool]:
    """Begin the next step of a batch; a step that runs ends at the same moment. The same `client_id` twice is once."""
    require(by, Right.PLAN)
    if (known := StepBegun.objects.filter(client_id=client_id).first()) is not None:
        return known, False
    check_not_in_future(at)
    course = course_of(batch)
    _check_turn(course, step, at)
    wanted = checks_for(batch, step)
    missing = [c for c in wanted if c not in (confirmed or [])]
    if missing:
        message = f"Before {_name(step)} starts, confirm: {missing[0]}" + (f" And {len(missing) - 1} more." if len(missing) > 1 else "")
        raise refused("/confirmed", "caution_not_confirmed", message)
    if wanted and not confirmed_by.strip():
        raise refused("/confirmed_by", "no_name", f"Who confirms this? Write the name of the person who does {_name(step)}.")
    if course.running is not None:
        _end(by, course.running, at)
    due = later(timezone.localtime(at), step.duration, DurationUnit(step.unit))
    begun = StepBegun.objects.create(
        by=by,
        at=at,
        batch=batch,
        step=step,
        due_at=due,
        client_id=client_id,
        confirmed=list(wanted),
        confirmed_by=confirmed_by.strip() if wanted else "",
        temperature_c=temperature_c,
        note=note,
        device_at=device_at,
    )
    if not course.taken and not course.moves and batch.place is not None:
        Move.objects.create(by=by, at=at, batch=batch, place=batch.place)
    if supply is not None:
        SupplyUse.objects.create(by=by, at=at, supply=supply, batch=batch)
    if not step.as_core().days:
        StepEnded.objects.create(by=by, at=at, begun=begun, ended_by=EndsBy.PERSON)
    return begun, True


@transaction.atomic
def end_step(
    *, by: Person, begun: StepBegun, at: datetime, client_id: UUID, ended_by: EndsBy | None = None, note: str = ""
) -> tuple[StepEnded, bool]:
    """End a step at the moment it ended, never at the one it was due. The same `client_id` twice is once."""
    require(by, Right.COUNT)
    if (known := StepEnded.objects.filter(client_id=client_id).first()) is not None:
        return known, False
    check_not_in_future(at)
    running = next((t for t in course_of(begun.batch).taken if t.begun.pk == begun.pk), None)
    if running is None or running.ended is not None:
        raise DomainError(f"This step of {begun.batch.code} has already ended, or was undone.", code="ended_already")
    if at < begun.at:
        raise refused("/at", "before_start", f"It started at {timezone.localtime(begun.at):%H:%M:%S}: it cannot have ended before.")
    return _end(by, running, at, ended_by, note, client_id), True


def take_back_step(*, by: Person, batch: Batch) -> None:
    """Undo the last thing done with the steps of a batch: an end, or else a begin."""
    require(by, Right.COUNT)
    course = course_of(batch)
    if not course.taken or course.leaving is not None:
        raise DomainError(f"There is no step of {batch.code} to undo.", code="nothing_to_undo")
    last = course.taken[-1]
    if last.ended is not None and last.step.as_core().days:
        take_back(last.ended, by=by)
        return
    if last.ended is not None:
        take_back(last.ended, by=by)
    take_back(last.begun, by=by)


def _check_turn(course: BatchCourse, step: Step, at: datetime) -> None:
    batch = course.batch
    if course.leaving is not None:
        raise DomainError(f"{batch.code} left on {day_value(course.leaving.at)}.", code="left_already")
    expected = course.next_step
    if expected is None or expected.pk != step.pk:
        wanted = f"next comes step {expected.order}, {_name(expected)}" if expected else "all its steps are done"
        raise refused("/step", "not_its_turn", f"The order matters: in {batch.code} {wanted}.")
    last = course.taken[-1] if course.taken else None
    if last is not None and at < (last.ended.at if last.ended else last.begun.at):
        raise refused("/at", "before_last_step", "The step before it was not done by then: check the time.")


def _end(
    by: Person, taken: TakenStep, at: datetime, ended_by: EndsBy | None = None, note: str = "", client_id: UUID | None = None
) -> StepEnded:
    usual = EndsBy.CLOCK if at >= taken.begun.due_at else EndsBy.PERSON
    extra = {"client_id": client_id} if client_id else {}
    return StepEnded.objects.create(by=by, at=at, begun=taken.begun, ended_by=ended_by or usual, note=note, **extra)


def _name(step: Step) -> str:
    return str(step.kind).replace("_", " ")
