"""What the count page shows: dishes in place order, never with their treatments."""

from collections import defaultdict
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from core.verdict import FATE_MEANINGS, FateMeaning
from core.vocabulary import Closure, Criterion, DeviationKind, Hazard, Light, Medium, SeenHow, StopReason, TrialKind, TrialState
from server.record_kinds.days import local_day
from server.record_kinds.selectors import valid
from server.trials.models import Deviation, Look, Trial
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.expected import with_expected
from server.trials.selectors.lots import LotBrief, OfLots, brief, hazards_of, lots_of
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
    seen_how: SeenHow
    potted: int
    thrown_out: int
    watered: bool
    photo: int | None
    marks: list[list[float]]
    device_at: datetime | None


@dataclass(frozen=True)
class DishNote:
    """A deviation that who counts this dish should know."""

    kind: DeviationKind
    words: str
    seeds: int | None
    place: str


@dataclass(frozen=True)
class CountDish:
    """A dish to be counted, with its totals so far; `packet` is the lot of a dish of a packet day, which is never blind."""

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
    closed: bool
    set_aside: str
    due: bool
    advice: StopReason | None
    last_look: LookView | None
    next_look_at: datetime | None
    sown_at: datetime | None
    dark: bool
    mouldy: bool
    potted: int
    stretch: str
    notes: list[DishNote]
    packet: LotBrief | None
    length_days: float


@dataclass(frozen=True, kw_only=True)
class CountSheet(OfLots):
    """All dishes of a trial in the order of their places; the lots of a blind one are not those of its dishes."""

    trial: int
    code: str
    kind: TrialKind
    question: str
    state: TrialState
    criterion: Criterion
    medium: Medium
    light: Light
    closure: Closure
    temperature_c: float | None
    night_temperature_c: float | None
    hazards: list[Hazard]
    every_days: float
    length_days: float
    fates: list[FateMeaning]
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
        seen_how=SeenHow(look.seen_how),
        potted=look.potted,
        thrown_out=look.thrown_out,
        watered=look.watered,
        photo=look.photo_id,
        marks=look.marks,
        device_at=look.device_at,
    )


def count_dish(course: DishCourse, trial: TrialCourses, first_germination: float | None, notes: list[DishNote], now: datetime) -> CountDish:
    """One dish of the count sheet."""
    dish, record = course.dish, course.whole
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
        closed=course.closing is not None,
        set_aside=course.set_aside.why if course.set_aside else "",
        due=due_at is not None and local_day(due_at) <= local_day(now),
        advice=trial.advice_of(course),
        last_look=look_view(last, course.day_of(last.at)) if last else None,
        next_look_at=due_at,
        sown_at=course.sown_at,
        dark=course.dark,
        mouldy=record.rotted > 0 or any(n.kind is DeviationKind.MOULD for n in notes),
        potted=sum(x.potted for x in course.looks),
        # a further treatment is a treatment: whoever counts blind is not told
        stretch="" if trial.trial.codes_hidden or not course.stretches else course.stretches[-1].name,
        notes=notes,
        packet=brief(dish.treatment.lot) if trial.trial.kind == TrialKind.PACKET_DAY else None,
        length_days=trial.length_of(course),
    )


def count_sheet(trial: Trial, now: datetime) -> CountSheet:
    """The sheet of one trial."""
    courses = with_expected(with_courses([trial], with_people=True))[0]
    first = courses.first_germination_day
    notes = _notes(trial)
    return CountSheet(
        trial=trial.pk,
        code=trial.code,
        question=trial.question,
        kind=TrialKind(trial.kind),
        **lots_of(trial),
        state=courses.state,
        criterion=Criterion(trial.criterion),
        medium=Medium(trial.medium),
        light=Light(trial.light),
        closure=Closure(trial.closure),
        temperature_c=trial.temperature_c,
        night_temperature_c=trial.night_temperature_c,
        hazards=hazards_of(trial),
        every_days=trial.every_days,
        length_days=trial.length_days,
        fates=list(FATE_MEANINGS),
        dishes=[count_dish(c, courses, first, notes[c.dish.pk], now) for c in courses.dishes],
    )


def _notes(trial: Trial) -> dict[int, list[DishNote]]:
    found: dict[int, list[DishNote]] = defaultdict(list)
    for d in valid(Deviation.objects.filter(trial=trial, dish__isnull=False)).select_related("place__parent__parent__parent"):
        found[d.dish_id or 0].append(DishNote(DeviationKind(d.kind), d.words, d.seeds, d.place.full_name if d.place else ""))
    return found
