"""Looks at bags on a round: recorded once each, whenever the device has signal again."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from django.db import transaction

from core.vocabulary import EndsBy, SproutsGo
from core.wording import day_value
from server.batches.models import BagLook, Batch, StepEnded
from server.batches.selectors.courses import course_of
from server.errors import DomainError, refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import check_not_in_future, take_back


@dataclass(frozen=True)
class NewBagLook:
    """A look to record; nothing found is a record too."""

    at: datetime
    client_id: UUID
    misted: bool = False
    water_changed: bool = False
    opened: bool = False
    dry: bool = False
    frozen: bool = False
    missing: bool = False
    mouldy: int = 0
    sprouted: int = 0
    sprouts_go: SproutsGo | None = None
    note: str = ""
    device_at: datetime | None = None


@transaction.atomic
def record_bag_look(*, by: Person, batch: Batch, new: NewBagLook) -> tuple[BagLook, bool]:
    """Record one look; the same `client_id` a second time is the same look and changes nothing.

    Sprouts say what becomes of them: potted, left while the bag goes on, or the step ends for all.
    """
    require(by, Right.COUNT)
    if (known := BagLook.objects.filter(client_id=new.client_id).first()) is not None:
        if known.batch_id == batch.pk and known.at == new.at and known.sprouted == new.sprouted:
            return known, False
        raise DomainError("A look with this client_id is already recorded.", code="client_id_reused")
    check_not_in_future(new.at)
    course = course_of(batch)
    if course.started_at is None or new.at < course.started_at:
        raise refused("/at", "not_begun", f"{batch.code} had not started by then. Start its first step before you record a check.")
    if course.leaving is not None and new.at > course.leaving.at:
        raise refused("/at", "left_already", f"{batch.code} left on {day_value(course.leaving.at)}, before this look.")
    if new.sprouted > course.seeds_now:
        message = f"{new.sprouted} sprouted, but {batch.code} holds {course.seeds_now} seeds. Count again."
        raise refused("/sprouted", "more_than_batch", message)
    if new.mouldy > course.seeds_now:
        raise refused("/mouldy", "more_than_batch", f"{new.mouldy} mouldy, but {batch.code} holds {course.seeds_now} seeds. Count again.")
    if new.sprouted and new.sprouts_go is None:
        raise refused(
            "/sprouts_go", "sprouts_go_where", "What happens to the sprouts? Pot them, leave them in the bag, or end the treatment."
        )
    fields = {**vars(new), "sprouts_go": new.sprouts_go or ""}
    look = BagLook.objects.create(batch=batch, by=by, **fields)
    if new.sprouts_go is SproutsGo.END_CHILL and course.running is not None:
        StepEnded.objects.create(by=by, at=new.at, begun=course.running.begun, ended_by=EndsBy.SIGN, note="sprouts seen")
    return look, True


@transaction.atomic
def take_back_bag_look(*, by: Person, look: BagLook) -> None:
    """Undo a look that was a slip; where it ended the step for all, the step runs again."""
    require(by, Right.COUNT)
    if look.sprouts_go == SproutsGo.END_CHILL:
        for taken in course_of(look.batch).taken:
            if taken.ended is not None and taken.ended.at == look.at and taken.ended.ended_by == EndsBy.SIGN:
                take_back(taken.ended, by=by)
    take_back(look, by=by)
