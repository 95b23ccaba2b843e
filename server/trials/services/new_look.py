"""A look that wants to be recorded, and what is asked of it beyond its counts."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from uuid import UUID

from django.utils.timezone import localtime

from core.vocabulary import SeenHow
from server.errors import DomainError, question, refused
from server.reference.models import Photo
from server.trials.models import Closing, Dish, Look
from server.trials.selectors.courses import DishCourse

COUNTS = ("new_germinated", "new_abnormal", "new_rotted", "new_lost")


# whether `after` was given at all: a look that says nothing of what it follows is not compared with it
UNSAID = UUID(int=0)


@dataclass(frozen=True)
class NewLook:
    """A look to record. `corrects` replaces an earlier look of the dish, with `withdrawn` it only takes it back.

    `after` is the client_id of the last look that who counted knew of, None where there was none; where another one stands
    by now, two people counted the same seed. `early` says that a look before the sowing is meant.
    """

    at: datetime
    client_id: UUID
    new_germinated: int = 0
    new_abnormal: int = 0
    new_rotted: int = 0
    new_lost: int = 0
    note: str = ""
    device_at: datetime | None = None
    corrects: Look | None = None
    withdrawn: bool = False
    seen_how: SeenHow = SeenHow.OPENED
    potted: int = 0
    thrown_out: int = 0
    watered: bool = False
    photo: Photo | None = None
    marks: Sequence[Sequence[float]] = ()
    after: UUID | None = UNSAID
    early: bool = False


def check_new_look(course: DishCourse, new: NewLook) -> None:
    """Refuse, or ask about, a look that does not fit with what is known of its dish; its counts are checked as a record."""
    if course.closing is not None:
        raise _closed_meanwhile(course.closing)
    if new.corrects is not None:
        _check_correctable(course, new.corrects)
    else:
        _check_early(course, new)
        _check_nobody_else_counted(course, new)
    _check_sprouts_go(course.dish, new)
    _check_marks(course, new)


def _closed_meanwhile(closing: Closing) -> DomainError:
    """The dish was closed while this look was on its way: a person decides, with both before them."""
    when = f"{localtime(closing.at):%-d %b, %H:%M}"
    return DomainError(
        f"Dish {closing.dish.code} was closed by {closing.by.initials} on {when}. Undo the closing to add this look, or discard the look.",
        code="dish_closed",
        current={"by": closing.by.initials, "at": closing.at, **asdict(closing.found)},
    )


def _check_early(course: DishCourse, new: NewLook) -> None:
    if new.early or new.withdrawn or (course.sown_at is not None and new.at >= course.sown_at):
        return
    code = course.dish.code
    if course.sown_at is None:
        message = f"Dish {code} is not sown yet. Sow it first, or count what came up as early: before its day 0."
    else:
        message = (
            f"This look at dish {code} ({localtime(new.at):%-d %b, %H:%M}) is before its sowing "
            f"({localtime(course.sown_at):%-d %b, %H:%M}). Count what came up as early, or correct its time."
        )
    raise question("/early", "before_sowing", message)


def _check_nobody_else_counted(course: DishCourse, new: NewLook) -> None:
    """A look follows the one that who counted knew of; another one standing there means the same seed was counted twice."""
    last = course.last_look
    if last is None or new.after in (UNSAID, last.client_id):
        return
    counts = {c: getattr(last, c) for c in COUNTS}
    found = ", ".join(f"{n} {c.removeprefix('new_')}" for c, n in counts.items() if n) or "nothing new"
    raise DomainError(
        f"Dish {course.dish.code} was counted by {last.by.initials} too ({localtime(last.at):%-d %b, %H:%M}: {found}). "
        "Choose which counts to keep: theirs, yours, or both one after the other.",
        code="counted_meanwhile",
        current={"client_id": last.client_id, "at": last.at, "by": last.by.initials, "note": last.note, **counts},
    )


def _check_sprouts_go(dish: Dish, new: NewLook) -> None:
    """Only what germinated or came up abnormal can be potted or thrown out."""
    sprouts, gone = new.new_germinated + new.new_abnormal, new.potted + new.thrown_out
    if gone > sprouts:
        message = f"Dish {dish.code}: {new.potted} potted and {new.thrown_out} thrown out are more than the {sprouts} that came up."
        raise refused("/potted", "more_than_came_up", message)


def _check_marks(course: DishCourse, new: NewLook) -> None:
    """Marks on a photo are the count: of the new ones, or of all that are up."""
    if not new.marks:
        return
    if new.photo is None:
        raise refused("/marks", "no_photo", "Marks need a photo. Send the photo first.")
    if any(len(m) != 2 or not all(0 <= v <= 1 for v in m) for m in new.marks):
        raise refused("/marks", "mark_outside", "A mark is two numbers from 0 to 1: its place across and down the photo.")
    before = sum(x.new_germinated for x in course.looks if x != new.corrects)
    if len(new.marks) not in (new.new_germinated, before + new.new_germinated):
        message = (
            f"Dish {course.dish.code}: {len(new.marks)} marks on the photo, but {new.new_germinated} new "
            f"({before + new.new_germinated} in all) germinated. Mark them again, or correct the count."
        )
        raise refused("/marks", "marks_differ", message)


def _check_correctable(course: DishCourse, target: Look) -> None:
    if target.dish_id != course.dish.pk:
        raise refused("/corrects", "other_dish", f"Look {target.pk} belongs to another dish than {course.dish.code}.")
    if target not in course.looks:
        raise DomainError(
            f"This look at dish {course.dish.code} was already corrected or undone. Reload the dish to see its counts.",
            code="already_corrected",
        )
