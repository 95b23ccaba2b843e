"""What the count page shows: dishes in place order, never with their treatments."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from core.design import stop_rule
from core.vocabulary import Criterion, Hazard, StopReason
from server.record_kinds.days import local_day
from server.trials.models import Look, Trial
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.state import TrialCourses, with_courses


@dataclass(frozen=True)
class LookView:
    """A look as the count page and the history of a dish show it."""

    id: int
    client_id: UUID
    dish: int
    at: datetime
    day: float | None
    by: str
    new_germinated: int
    new_abnormal: int
    new_rotted: int
    new_lost: int
    note: str
    corrects: UUID | None
    withdrawn: bool


@dataclass(frozen=True)
class CountDish:
    """A dish to be counted, with its totals so far."""

    id: int
    code: str
    place: str
    position: int
    seeds: int
    seeds_estimated: bool
    germinated: int
    abnormal: int
    rotted: int
    lost: int
    remaining: int
    day: float | None
    open: bool
    due: bool
    advice: StopReason | None
    last_look: LookView | None


@dataclass(frozen=True)
class CountSheet:
    """All dishes of a trial in the order of their places."""

    trial: int
    code: str
    question: str
    lot_name: str
    criterion: Criterion
    hazards: list[Hazard]
    dishes: list[CountDish]


def look_view(look: Look, day: float | None) -> LookView:
    """A look with its day on the dish's clock."""
    return LookView(
        id=look.pk,
        client_id=look.client_id,
        dish=look.dish_id,
        at=look.at,
        day=day,
        by=look.by.initials,
        new_germinated=look.new_germinated,
        new_abnormal=look.new_abnormal,
        new_rotted=look.new_rotted,
        new_lost=look.new_lost,
        note=look.note,
        corrects=look.corrects.client_id if look.corrects else None,
        withdrawn=look.withdrawn,
    )


def count_dish(course: DishCourse, trial: TrialCourses, first_germination: float | None, now: datetime) -> CountDish:
    """One dish of the count sheet."""
    dish, record = course.dish, course.record
    due_at = trial.next_look_at(course, first_germination)
    last = course.last_look
    return CountDish(
        id=dish.pk,
        code=dish.code,
        place=dish.place.full_name if dish.place else "",
        position=dish.position,
        seeds=record.sown,
        seeds_estimated=record.sown_is_estimate,
        germinated=record.germinated,
        abnormal=record.abnormal,
        rotted=record.rotted,
        lost=record.lost,
        remaining=record.remaining,
        day=course.day_of(now),
        open=course.open,
        due=due_at is not None and local_day(due_at) <= local_day(now),
        advice=stop_rule(record, trial.trial.length_days, trial.trial.every_days).reason if course.open else None,
        last_look=look_view(last, course.day_of(last.at)) if last else None,
    )


def count_sheet(trial: Trial, now: datetime) -> CountSheet:
    """The sheet of one trial."""
    courses = with_courses([trial], with_people=True)[0]
    first = courses.first_germination_day
    return CountSheet(
        trial=trial.pk,
        code=trial.code,
        question=trial.question,
        lot_name=trial.lot.common_name,
        criterion=Criterion(trial.criterion),
        hazards=trial.lot.hazard_words,
        dishes=[count_dish(c, courses, first, now) for c in courses.dishes],
    )
