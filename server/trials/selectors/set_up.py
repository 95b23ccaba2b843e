"""The set-up sheet: drawing the sample, when treatments start, which dish lies where and gets what."""

from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime

from core.design import halvings
from core.vocabulary import Closure, Criterion, Hazard, Layout, Light, Medium, PlanMode, TrialKind, TrialState
from server.batches.selectors.plans import on_calendar
from server.lots.models import Lot
from server.lots.selectors import Stock, stocks
from server.people.selectors import work_calendar
from server.record_kinds.days import local_day
from server.trials.models import Trial, TrialPhoto
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.lots import LotBrief, OfLots, brief, hazards_of, lots_of
from server.trials.selectors.state import TrialCourses, with_courses


@dataclass(frozen=True)
class Drawing:
    """Drawing the sample of one lot: `pile` seeds in the lot before the draw, `wanted` in all, halved so often, about so many left."""

    lot: LotBrief
    pile: int
    wanted: int
    halvings: int
    expected: float
    estimated: bool


@dataclass(frozen=True)
class SetUpDish:
    """A dish on its place; `treatment` and the code of its `bag` are empty where who looks may not know them."""

    id: int
    code: str
    place: str
    position: int
    block: int
    seeds: int
    treatment: str
    bag: str
    sown_at: datetime | None


@dataclass(frozen=True)
class SetUpTreatment:
    """A treatment of a lot with its dishes; `starts_on` is the day its first step begins so that all are sown together.

    `bags` is how many bags its seed is planned to be treated in.
    """

    id: int
    name: str
    lot: LotBrief
    is_control: bool
    recipe: str
    light: Light
    starts_on: date | None
    added_on: date | None
    bags: int
    dishes: list[int]
    sown: int


@dataclass(frozen=True)
class SetUpPhoto:
    """A picture of the trial."""

    photo: int
    at: datetime
    by: str
    words: str


@dataclass(frozen=True, kw_only=True)
class SetUpSheet(OfLots):
    """Everything needed to set a trial up. `treatments` carry no dishes where who looks may not know them."""

    trial: int
    code: str
    kind: TrialKind
    question: str
    state: TrialState
    layout: Layout
    criterion: Criterion
    medium: Medium
    light: Light
    closure: Closure
    temperature_c: float | None
    night_temperature_c: float | None
    sow_on: date
    knows_treatments: bool
    drawings: list[Drawing]
    hazards: list[Hazard]
    treatments: list[SetUpTreatment]
    dishes: list[SetUpDish]
    photos: list[SetUpPhoto]


def set_up_sheet(trial: Trial, *, may_plan: bool) -> SetUpSheet:
    """The sheet of one trial.

    Who lays out a blind trial must know which dish gets what until all are filled; who only counts never does.
    """
    courses = with_courses([trial])[0]
    knows = not trial.codes_hidden or (may_plan and any(d.sown_at is None for d in courses.dishes))
    return SetUpSheet(
        trial=trial.pk,
        code=trial.code,
        question=trial.question,
        state=courses.state,
        kind=TrialKind(trial.kind),
        **lots_of(trial),
        layout=Layout(trial.layout),
        criterion=Criterion(trial.criterion),
        medium=Medium(trial.medium),
        light=Light(trial.light),
        closure=Closure(trial.closure),
        temperature_c=trial.temperature_c,
        night_temperature_c=trial.night_temperature_c,
        sow_on=trial.sow_on,
        knows_treatments=knows,
        drawings=_drawings(trial, courses.dishes),
        hazards=hazards_of(trial),
        treatments=_treatments(courses, knows=knows),
        dishes=[_dish(d, courses.names[d.dish.treatment_id] if knows else "", knows=knows) for d in courses.dishes],
        photos=[
            SetUpPhoto(p.photo_id, p.at, p.by.initials, p.words)
            for p in TrialPhoto.objects.filter(trial=trial).select_related("by").order_by("at", "pk")
        ],
    )


def _drawings(trial: Trial, dishes: Sequence[DishCourse]) -> list[Drawing]:
    """The trial's seed was taken off the ledger when it was laid out, so the pile to halve is what stands there and that."""
    wanted: Counter[int] = Counter()
    for d in dishes:
        wanted[d.dish.treatment.lot_id] += d.dish.seeds
    left = stocks([lot.pk for lot in trial.lots])
    return [_drawing(lot, wanted[lot.pk], left[lot.pk]) for lot in trial.lots if left[lot.pk].seeds is not None]


def _drawing(lot: Lot, wanted: int, stock: Stock) -> Drawing:
    pile = (stock.seeds or 0) + wanted
    found = halvings(pile, wanted)
    return Drawing(brief(lot), pile, wanted, found.halvings, found.expected, stock.estimated)


def _dish(course: DishCourse, name: str, *, knows: bool) -> SetUpDish:
    dish = course.dish
    return SetUpDish(
        id=dish.pk,
        code=dish.code,
        place=dish.place.full_name if dish.place else "",
        position=dish.position,
        block=dish.block,
        seeds=dish.seeds,
        treatment=name,
        bag=dish.batch.code if knows and dish.batch else "",
        sown_at=course.sown_at,
    )


def _treatments(courses: TrialCourses, *, knows: bool) -> list[SetUpTreatment]:
    trial = courses.trial
    calendar = work_calendar()
    groups: dict[int, list[DishCourse]] = defaultdict(list)
    for d in courses.dishes:
        groups[d.dish.treatment_id].append(d)
    out = []
    for group in sorted(groups.values(), key=lambda g: g[0].dish.treatment.order):
        t = group[0].dish.treatment
        recipe = t.recipe if t.recipe and t.recipe.steps.all() else None
        starts = local_day(on_calendar(recipe, PlanMode.SOW_TOGETHER, trial.sow_on, calendar).start) if recipe else None
        out.append(
            SetUpTreatment(
                id=t.pk,
                name=courses.names[t.pk],
                lot=brief(t.lot),
                is_control=t.is_control,
                recipe=t.recipe.name if t.recipe else "",
                light=Light(t.light or trial.light),
                starts_on=starts,
                added_on=t.added_on,
                bags=t.bags,
                dishes=[d.dish.pk for d in group] if knows else [],
                sown=sum(d.sown_at is not None for d in group),
            )
        )
    return out
