"""Recipes laid on the calendar: sown together or started together, with what was moved and what gets in each other's way."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta

from django.utils import timezone

from core.temperature import usual_outdoors, warm_then_frost
from core.treatment import STEP_KINDS, Plan, PlannedStep, WorkCalendar, plan_backward, plan_forward, ready_by, recipe_advice, sow_window
from core.vocabulary import Dormancy, DurationUnit, Hemisphere, PlanMode, PlanNoteKind, SowSeason, StepKind
from core.wording import day_value, degrees_value
from server.batches.selectors.courses import BatchCourse, PlannedStretch, batches_in_use
from server.errors import refused
from server.people.models import WorkYear
from server.people.selectors import work_calendar, work_year
from server.recipes.models import Recipe, Step
from server.record_kinds.days import local_day
from server.reference.models import Place

USUAL_START = time(9)
MOST_DAYS_OUT = 400


@dataclass(frozen=True)
class PlanItem:
    """A treatment to plan; `start` is set where somebody moved it by hand. Without a recipe it is sown as it is.

    `key` is whatever the asker knows the row by; the answer has it again.
    """

    name: str
    recipe: Recipe | None
    start: date | None = None
    key: str = ""


@dataclass(frozen=True)
class StepOnCalendar:
    """A step with its days; `duration` is what the recipe asks for, start and end are what the plan gives it."""

    kind: StepKind
    label: str
    start: datetime
    end: datetime
    duration: float
    unit: DurationUnit
    temperature_c: float | None
    medium: str
    place: str
    checks: list[date]


@dataclass(frozen=True)
class PlanSaid:
    """One sentence of a plan, and the treatment it belongs to."""

    kind: PlanNoteKind | None
    sentence: str


@dataclass(frozen=True)
class PlannedTreatment:
    """A treatment on the calendar. `latest_start_in` is in days from today, negative where it has passed."""

    key: str
    name: str
    recipe: int | None
    start: datetime
    sow: datetime
    latest_start_in: int
    steps: list[StepOnCalendar]
    notes: list[PlanSaid]
    advice: list[str]


@dataclass(frozen=True)
class Clash:
    """Days on which a shelf or the hands do not suffice."""

    what: str
    on: date
    sentence: str


@dataclass(frozen=True)
class LoadStretch:
    """Days in a row, first to last, on which `count` bags lie or are handled; `own` of them are of this plan."""

    first: date
    last: date
    count: int
    own: int


@dataclass(frozen=True)
class Load:
    """What a plan and the bags in use ask of a shelf or of the hands; `limit` None where nobody set one."""

    name: str
    limit: int | None
    stretches: list[LoadStretch]


@dataclass(frozen=True)
class PlanView:
    """A whole plan: treatments, why together or not, what has to be ready before, the season, what clashes.

    `shelf` is None while no place is chosen.
    """

    mode: PlanMode
    why: str
    sow_first: date
    sow_last: date
    treatments: list[PlannedTreatment]
    collect_by: date | None
    clean_by: date | None
    window_opens: date | None
    window_closes: date | None
    in_window: bool | None
    shelf: Load | None
    hands: Load
    clashes: list[Clash]
    warnings: list[str]


WHY = {
    PlanMode.SOW_TOGETHER: "Starts are staggered so that all treatments are sown on one day, with the same light, temperature and counter.",
    PlanMode.START_TOGETHER: "All treatments start on one day and are sown when each is ready, so the dishes germinate on different days.",
}


def plan(
    items: Sequence[PlanItem],
    mode: PlanMode,
    on: date,
    *,
    today: date,
    place: Place | None = None,
    season: SowSeason | None = None,
    bags: int = 1,
) -> PlanView:
    """Lay treatments back from a sowing day, or on from a start day; `bags` is how many bags each treatment fills."""
    year = work_year()
    calendar = work_calendar(year)
    treatments = [_treatment(item, mode, on, calendar, place, today) for item in items]
    treated = [t for t in treatments if t.steps]
    first = min((t.start.date() for t in treated), default=None)
    window = sow_window(season, on, Hemisphere(year.hemisphere)) if season else None
    sown = [local_day(t.sow) for t in treatments]
    ready = ready_by(first) if first else None
    others = [(c.batch.place_id, _stretch_of(c)) for c in batches_in_use()]
    shelf = _shelf(treatments, [s for at, s in others if at == place.pk], place, bags) if place else None
    hands = _hands(treatments, [s for _, s in others], year)
    return PlanView(
        mode=mode,
        why=WHY[mode],
        sow_first=min(sown),
        sow_last=max(sown),
        treatments=treatments,
        collect_by=ready.collect if ready else None,
        clean_by=ready.clean if ready else None,
        window_opens=window.opens if window else None,
        window_closes=window.closes if window else None,
        in_window=window.holds(max(sown)) if window else None,
        shelf=shelf,
        hands=hands,
        clashes=_clashes(treatments, shelf, hands),
        warnings=_outdoors(treatments, year),
    )


def on_calendar(recipe: Recipe, mode: PlanMode, on: date, calendar: WorkCalendar) -> Plan:
    """One recipe on the calendar."""
    steps = [s.as_core() for s in recipe.steps.all()]
    at = _moment(on)
    return plan_backward(steps, at, calendar) if mode is PlanMode.SOW_TOGETHER else plan_forward(steps, at, calendar)


def as_shown(recipe: Recipe, shown: Sequence[PlannedStretch]) -> Plan:
    """A plan as somebody saw it: it is kept so, also where the calendar would lay it otherwise by now."""
    asked = recipe.steps.count()
    if len(shown) != asked:
        message = f"“{recipe.name}” has {asked} steps, and the plan has {len(shown)}. Plan it again."
        raise refused("/steps", "not_of_recipe", message)
    moments = [x for s in shown for x in (s.start, s.end)]
    if moments != sorted(moments):
        raise refused("/steps", "out_of_order", "Each step begins before it ends, and not before the one before it has ended.")
    steps = tuple(PlannedStep(s.start, s.end) for s in shown)
    return Plan(steps, moments[0], moments[-1], ()) if moments else plan_forward((), timezone.now(), work_calendar())


def _treatment(item: PlanItem, mode: PlanMode, on: date, calendar: WorkCalendar, place: Place | None, today: date) -> PlannedTreatment:
    if item.recipe is None:
        at = _moment(on)
        return PlannedTreatment(item.key, item.name, None, at, at, (on - today).days, [], [], [])
    by_hand = PlanMode.START_TOGETHER if item.start else mode
    laid = on_calendar(item.recipe, by_hand, item.start or on, calendar)
    steps = list(item.recipe.steps.all())
    notes = [PlanSaid(n.kind, _sentence(steps, n.step, n.kind, n.on, n.days)) for n in laid.notes]
    if local_day(laid.start) < today:
        days = (today - local_day(laid.start)).days
        notes.insert(0, PlanSaid(None, f"Its start was {days} day{'s' if days > 1 else ''} ago: sow later, or choose a shorter treatment."))
    return PlannedTreatment(
        key=item.key,
        name=item.name,
        recipe=item.recipe.pk,
        start=laid.start,
        sow=laid.sow,
        latest_start_in=(local_day(laid.start) - today).days,
        steps=[_step(s, x, place) for s, x in zip(steps, laid.steps, strict=True)],
        notes=notes,
        advice=[a.sentence for a in recipe_advice([s.as_core() for s in steps], Dormancy.UNKNOWN)],
    )


def _step(step: Step, laid: PlannedStep, place: Place | None) -> StepOnCalendar:
    kind = StepKind(step.kind)
    return StepOnCalendar(
        kind=kind,
        label=step.medium or kind.replace("_", " "),
        start=laid.start,
        end=laid.end,
        duration=step.duration,
        unit=DurationUnit(step.unit),
        temperature_c=step.temperature_c,
        medium=step.medium,
        place=place.full_name if place and step.as_core().days >= 1 else "",
        checks=list(laid.checks),
    )


def _sentence(steps: Sequence[Step], index: int, kind: PlanNoteKind, on: date, days: float | None) -> str:
    step, day = steps[index], f"{on:%a %-d %b}"
    name = f"Step {index + 1}, {step.kind.replace('_', ' ')}"
    n = f"{days:g} day{'s' if days != 1 else ''}" if days is not None else ""
    return {
        PlanNoteKind.LENGTHENED: f"{name}: {n} longer, to end on a working day ({day}). It is never shortened.",
        PlanNoteKind.START_MOVED: f"{name}: starts {f'{n} later' if days else 'at another hour'}, on {day}, to end in the daytime.",
        PlanNoteKind.DAY_OFF: f"{name}: {day} is a day off, and no working day lies within what the recipe allows.",
        PlanNoteKind.NIGHT: f"{name}: ends in the night of {day}. Choose another hour for its start.",
        PlanNoteKind.CHECK_GAP: f"{name}: no check for {n} after {day}, longer than allowed. Ask somebody to look.",
        PlanNoteKind.NO_CHECK_BEFORE_BREAK: f"{name}: {n} off from {day}. Ask somebody to mist it on the day before.",
        PlanNoteKind.STARTS_ON_DAY_OFF: f"Treatment starts on a day off ({day}). Choose another day, or ask somebody to start it.",
        PlanNoteKind.SOWN_ON_DAY_OFF: f"Sowing falls on a day off ({day}). Choose another day, or ask somebody to sow.",
    }[kind]


def _shelf(treatments: Sequence[PlannedTreatment], others: Sequence[tuple[date, date]], place: Place, bags: int) -> Load:
    """How many bags lie in a place, day by day."""
    own, lying = Counter[date](), Counter[date]()
    planned = [(local_day(t.start), local_day(t.sow)) for t in treatments if t.steps for _ in range(bags)]
    for start, end in planned:
        own.update(_days(start, end))
    for start, end in others:
        lying.update(_days(start, end))
    return Load(place.full_name, place.capacity_bags, _stretches(own, own + lying))


def _hands(treatments: Sequence[PlannedTreatment], others: Sequence[tuple[date, date]], year: WorkYear) -> Load:
    """How many starts and ends fall on each day."""
    own = Counter(d for t in treatments for d in ({local_day(t.start), local_day(t.sow)} if t.steps else {local_day(t.sow)}))
    handled = own + Counter(d for s in others for d in set(s))
    return Load("", year.hands, _stretches(own, handled))


def _days(start: date, end: date) -> list[date]:
    """The days from a start to the one before an end."""
    return [start + timedelta(days=n) for n in range(min(MOST_DAYS_OUT, (end - start).days))]


def _stretches(own: Counter[date], lying: Counter[date]) -> list[LoadStretch]:
    """Days in a row with the same numbers, together."""
    found: list[LoadStretch] = []
    for day in sorted(lying):
        last = found[-1] if found else None
        if last and last.last + timedelta(days=1) == day and (last.count, last.own) == (lying[day], own[day]):
            found[-1] = LoadStretch(last.first, day, last.count, last.own)
        else:
            found.append(LoadStretch(day, day, lying[day], own[day]))
    return found


def _clashes(treatments: Sequence[PlannedTreatment], shelf: Load | None, hands: Load) -> list[Clash]:
    """Days on which a shelf or the hands do not suffice for what is planned; days without anything of this plan are left out."""
    found: list[Clash] = []
    over = [s for s in shelf.stretches if s.count > shelf.limit] if shelf and shelf.limit is not None else []
    if shelf and over:
        first, last, most = over[0].first, over[-1].last, max(s.count for s in over)
        room = f"{shelf.limit} bag{'' if shelf.limit == 1 else 's'}"
        sentence = f"{shelf.name} holds {room}; from {day_value(first)} to {day_value(last)} up to {most} would lie there."
        found.append(Clash("space", first, sentence))
    mine = {local_day(x) for t in treatments for x in (t.start, t.sow)}
    for s in hands.stretches:
        if hands.limit is None or s.count <= hands.limit:
            continue
        for day in (d for d in _days(s.first, s.last + timedelta(days=1)) if d in mine):
            sentence = f"{s.count} starts and ends fall on {day_value(day)}; {hands.limit} can be handled in a day."
            found.append(Clash("hands", day, sentence))
    return found


def _stretch_of(course: BatchCourse) -> tuple[date, date]:
    """The days a batch in use is expected to lie where it lies."""
    start = course.started_at or course.starts_at
    end = course.plan[-1].end if course.plan else course.due_at
    first = local_day(start) if start else timezone.localdate()
    return first, max(first, local_day(end)) if end else first


def _outdoors(treatments: Sequence[PlannedTreatment], year: WorkYear) -> list[str]:
    """What a usual year does to seed that is meant to lie outside."""
    out: list[str] = []
    for t in treatments:
        for s in t.steps:
            if not STEP_KINDS[s.kind].outside:
                continue
            first = local_day(s.start)
            days = usual_outdoors(first, max(1, (local_day(s.end) - first).days + 28), Hemisphere(year.hemisphere))
            spells = warm_then_frost(days)
            if spells:
                w = spells[0]
                a, b = first + timedelta(days=w.warm_from), first + timedelta(days=w.frost_on)
                out.append(
                    f"{t.name}: in a typical (simulated) year a warm spell from about {day_value(a)} may start germination outdoors, "
                    f"with frost to {degrees_value(round(w.frost_c))} by about {day_value(b)}. Have a cover ready."
                )
    return out


def _moment(day: date) -> datetime:
    return timezone.make_aware(datetime.combine(day, USUAL_START))
