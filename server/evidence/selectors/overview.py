"""The trial page: furrows with plan and rise, dishes on their places, what comes next."""

from collections import defaultdict
from dataclasses import dataclass, field
from datetime import date, datetime, timedelta

from core.germination import compare_final
from core.records import CountRecord
from core.seedstock import HazardCare, cares
from core.treatment import cautions
from core.verdict import TreatmentLine, head_sentence, late_sentence
from core.vocabulary import (
    Closure,
    Criterion,
    DurationUnit,
    Family,
    Hazard,
    Layout,
    Light,
    Medium,
    Question,
    StepKind,
    StopReason,
    TrialKind,
    TrialState,
)
from server.evidence.selectors.bags import BagNote, bag_notes
from server.evidence.selectors.shares import CoursePoint, TreatmentCourses, by_treatment, called_in, shares_of, steps_of
from server.evidence.selectors.typical_scatter import TypicalScatter, typical_scatter
from server.record_kinds.days import local_day
from server.trials.models import Trial
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.expected import with_expected
from server.trials.selectors.lots import LotBrief, OfLots, brief, hazards_of, lots_of
from server.trials.selectors.state import TrialCourses, with_courses


@dataclass(frozen=True)
class FurrowStep:
    """A step of a treatment on the days from sowing; before it they are negative."""

    kind: StepKind
    duration: float
    unit: DurationUnit
    temperature_c: float | None
    medium: str
    start_day: float
    end_day: float


@dataclass(frozen=True)
class DishPips:
    """A dish as its drawing shows it. `new` came at the last look and is part of `germinated`."""

    id: int
    code: str
    sown: int
    germinated: int
    new: int
    abnormal: int
    rotted: int
    lost: int
    empty: int
    closed: bool
    set_aside: bool


@dataclass(frozen=True)
class PlacedDish:
    """A dish on its place; the treatment is empty while the trial is blind."""

    pips: DishPips
    place: str
    position: int
    treatment: str


@dataclass(frozen=True)
class StretchView:
    """What was left of a treatment in a further one: `left` seeds went in `from_day` after sowing, `germinated` came up since."""

    name: str
    from_day: float
    dishes: int
    left: int
    germinated: int


@dataclass(frozen=True)
class FurrowView:
    """One treatment: its steps before sowing, its course after, its share with the interval; its lot where the trial has several."""

    id: int
    name: str
    is_control: bool
    recipe: str
    steps: list[FurrowStep]
    course: list[CoursePoint]
    look_days: list[float]
    germinated: int
    sown: int
    share: float | None
    lower: float | None
    upper: float | None
    dishes: list[DishPips]
    bag: BagNote | None = None
    light: Light | None = None
    level_a: str = ""
    level_b: str = ""
    lot: LotBrief | None = None
    added_on: date | None = None
    stretches: list[StretchView] = field(default_factory=list)


@dataclass(frozen=True)
class NextStep:
    """What comes next, and when."""

    on: date
    kind: str
    dishes: int
    about: bool


@dataclass(frozen=True, kw_only=True)
class TrialOverview(OfLots):
    """Everything the trial page shows."""

    id: int
    version: int
    code: str
    kind: TrialKind
    question: str
    asks: Question
    state: TrialState
    interim: bool
    factor_a: str
    factor_b: str
    closure: Closure
    origin_place: str
    criterion: Criterion
    medium: Medium
    light: Light
    temperature_c: float | None
    night_temperature_c: float | None
    layout: Layout
    sow_on: date
    sown_on: date | None
    today_day: float | None
    length_days: float
    codes_hidden: bool
    seeds: int
    seeds_estimated: bool
    place_names: list[str]
    furrows: list[FurrowView]
    dishes: list[PlacedDish]
    next_steps: list[NextStep]
    advice: StopReason | None
    advice_note: str
    sentence: str
    hazards: list[Hazard]
    cares: list[HazardCare]
    hazard_note: str
    cautions: list[str]


def overview(trial: Trial, now: datetime) -> TrialOverview:
    """The trial page of one trial."""
    return overview_of(with_expected(with_courses([trial]))[0], now)


def overview_of(courses: TrialCourses, now: datetime) -> TrialOverview:
    """The trial page, from courses that were read already."""
    trial = courses.trial
    treatments = by_treatment(courses)
    sown_at = courses.sown_at
    lots, hazards = trial.lots, hazards_of(trial)
    typical = typical_scatter(trial)
    return TrialOverview(
        id=trial.pk,
        version=trial.version,
        code=trial.code,
        kind=TrialKind(trial.kind),
        **lots_of(trial),
        question=trial.question,
        asks=Question(trial.asks),
        state=courses.state,
        interim=courses.state is TrialState.COUNTING and any(d.looks for d in courses.dishes),
        factor_a=trial.factor_a,
        factor_b=trial.factor_b,
        closure=Closure(trial.closure),
        origin_place=", ".join(dict.fromkeys(x.origin_place for x in lots if x.origin_place)),
        criterion=Criterion(trial.criterion),
        medium=Medium(trial.medium),
        light=Light(trial.light),
        temperature_c=trial.temperature_c,
        night_temperature_c=trial.night_temperature_c,
        layout=Layout(trial.layout),
        sow_on=trial.sow_on,
        sown_on=local_day(sown_at) if sown_at else None,
        today_day=(now - sown_at) / timedelta(days=1) if sown_at else float((local_day(now) - trial.sow_on).days),
        length_days=trial.length_days,
        codes_hidden=trial.codes_hidden,
        seeds=sum(d.record.sown for d in courses.dishes),
        seeds_estimated=any(d.record.sown_is_estimate for d in courses.dishes),
        place_names=list(dict.fromkeys(d.dish.place.full_name for d in courses.dishes if d.dish.place)),
        furrows=furrows_of(courses, treatments, typical, bag_notes(treatments)),
        dishes=[
            PlacedDish(
                pips=pips(d),
                place=d.dish.place.full_name if d.dish.place else "",
                position=d.dish.position,
                treatment="" if trial.codes_hidden else courses.names[d.dish.treatment_id],
            )
            for d in courses.dishes
        ],
        next_steps=_next_steps(courses, now),
        advice=courses.advice,
        advice_note=late_sentence(courses.expected) if courses.expected else "",
        sentence=_sentence(courses, treatments, typical),
        hazards=hazards,
        cares=cares(hazards),
        hazard_note="; ".join(dict.fromkeys(x.hazard for x in lots if x.hazard)),
        cautions=_step_cautions(treatments, courses.state),
    )


def _step_cautions(treatments: list[TreatmentCourses], state: TrialState) -> list[str]:
    """What can hurt in the treatments, until they are behind us."""
    if state != TrialState.PLANNED:
        return []
    return [f"{c.hazard} {c.care} Gentler: {c.gentler}" for c in cautions([k for t in treatments for k in t.kinds])]


def pips(course: DishCourse, *, with_code: bool = True) -> DishPips:
    """A dish for its drawing; without its code where the drawing stands under a treatment of a blind trial."""
    record, last = course.whole, course.last_look
    return DishPips(
        id=course.dish.pk if with_code else 0,
        code=course.dish.code if with_code else "",
        sown=record.sown,
        germinated=record.germinated,
        new=last.new_germinated if last else 0,
        abnormal=record.abnormal,
        rotted=record.rotted,
        lost=record.lost,
        empty=record.fates.empty,
        closed=course.closing is not None,
        set_aside=course.set_aside is not None,
    )


def furrows_of(
    courses: TrialCourses, treatments: list[TreatmentCourses], typical: TypicalScatter, bags: dict[int, BagNote] | None = None
) -> list[FurrowView]:
    """The furrows of a trial, without the rest of its page."""
    shares = shares_of(treatments, typical) if courses.sown_at else None
    hidden = courses.trial.codes_hidden
    several = len({t.treatment.lot_id for t in treatments}) > 1
    out = []
    for index, t in enumerate(treatments):
        share = shares.treatments[index] if shares else None
        # by what came up, so that the order of a blind trial's dishes does not give their places away
        dishes = sorted(t.dishes, key=lambda d: d.record.germinated) if hidden else t.dishes
        recipe = t.treatment.recipe
        bag = (bags or {}).get(t.treatment.pk)
        out.append(
            FurrowView(
                id=t.treatment.pk,
                name=t.name,
                lot=brief(t.treatment.lot) if several else None,
                is_control=t.treatment.is_control,
                recipe=recipe.name if recipe else "",
                steps=furrow_steps(t),
                course=steps_of(t.records) if share else [],
                look_days=sorted({round(i.t, 4) for d in t.dishes for i in d.record.inspections}),
                germinated=sum(r.germinated for r in t.records),
                sown=sum(r.sown for r in t.records),
                share=share.share if share else None,
                lower=share.lower if share else None,
                upper=share.upper if share else None,
                dishes=[pips(d, with_code=not hidden) for d in dishes],
                bag=bag,
                light=Light(t.treatment.light) if t.treatment.light else None,
                level_a=t.treatment.level_a,
                level_b=t.treatment.level_b,
                added_on=t.treatment.added_on,
                stretches=_stretches(t),
            )
        )
    return out


def _stretches(t: TreatmentCourses) -> list[StretchView]:
    """The further treatments of a treatment's dishes, those of one recipe and name together."""
    together: dict[tuple[int | None, str], list[tuple[float, CountRecord]]] = defaultdict(list)
    for d in t.counted:
        for stretch, record in zip(d.stretches, d.stretch_records, strict=False):
            together[stretch.recipe_id, stretch.name].append((d.day_of(stretch.at) or 0.0, record))
    return [
        StretchView(name, min(day for day, _ in found), len(found), sum(r.sown for _, r in found), sum(r.germinated for _, r in found))
        for (_, name), found in together.items()
    ]


def furrow_steps(t: TreatmentCourses) -> list[FurrowStep]:
    return [FurrowStep(StepKind(s.kind), s.duration, DurationUnit(s.unit), s.temperature_c, s.medium, a, b) for s, a, b in t.laid_steps]


def _next_steps(courses: TrialCourses, now: datetime) -> list[NextStep]:
    if courses.state == TrialState.PLANNED:
        return [NextStep(courses.trial.sow_on, "sow", len(courses.dishes), about=False)]
    first = courses.first_germination_day
    due: dict[date, int] = {}
    for d in courses.dishes:
        at = courses.next_look_at(d, first)
        if at is not None:
            due[local_day(at)] = due.get(local_day(at), 0) + 1
    steps = [NextStep(on, "count", n, about=False) for on, n in sorted(due.items())[:2]]
    open_dishes = [d for d in courses.dishes if d.open and d.sown_at]
    if open_dishes:
        end = max(local_day(d.sown_at + timedelta(days=courses.length_of(d))) for d in open_dishes if d.sown_at)
        steps.append(NextStep(max(end, local_day(now)), "close", len(open_dishes), about=True))
    return steps


def _sentence(courses: TrialCourses, treatments: list[TreatmentCourses], typical: TypicalScatter) -> str:
    packets = courses.trial.kind == TrialKind.PACKET_DAY
    if packets or courses.state == TrialState.PLANNED or not any(d.looks for d in courses.dishes):
        return ""
    if any(not t.counted for t in treatments):
        return "Every dish of one treatment is set aside, so nothing can be compared."
    result = compare_final([t.as_counted() for t in treatments], Family.ALL, None, typical.rho0, typical.rho_b)
    lines = [TreatmentLine(t.id, t.share, t.lower, t.upper, None) for t in result.shares.treatments]
    return head_sentence(lines, result, finished=courses.state == TrialState.CLOSED, called=called_in(treatments))
