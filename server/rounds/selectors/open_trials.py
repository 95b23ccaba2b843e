"""What each open trial wants on a day, and how it stands: worked out once for the revisions that it is made from.

After a count only the trial that was counted is read again.
"""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from core.vocabulary import PlanMode, StepKind, StopReason, TrialState
from server.batches.selectors.plans import on_calendar
from server.evidence.selectors.decision import TrialDecision, decisions_on
from server.evidence.selectors.made_from import made_from
from server.evidence.selectors.overview import DishPips, FurrowView, furrows_of, pips
from server.evidence.selectors.shares import by_treatment
from server.evidence.selectors.typical_scatter import TypicalScatter, TypicalScatters
from server.people.selectors import work_calendar
from server.record_kinds.by_revision import by_revision
from server.record_kinds.days import local_day
from server.record_kinds.kept import key_of
from server.rounds.selectors.bags import BatchDay
from server.trials.models import Trial
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.expected import past_trials, with_expected
from server.trials.selectors.lots import plants_of
from server.trials.selectors.state import TrialCourses, open_trials, with_courses

COMING_DAYS = 14
MAY_CLOSE = frozenset({StopReason.QUIET_AND_LENGTH, StopReason.ALL_ACCOUNTED})

# order of a place in a round, and its name
Where = tuple[int, str]


@dataclass(frozen=True)
class RoundTask:
    """Dishes of one trial at one place that want a look now; `days_late` counts from the day they were due."""

    trial: int
    trial_code: str
    question: str
    lot_name: str
    kind: str
    dishes: int
    days_late: int
    advice: StopReason | None
    moving: bool
    dish: DishPips


@dataclass(frozen=True)
class ComingTask:
    """Something due on a later day."""

    on: date
    trial: int
    trial_code: str
    question: str
    lot_name: str
    kind: str
    dishes: int


@dataclass(frozen=True)
class BandStretch:
    """A stretch of the season band: a step of an open trial or of a batch, or counting; days are dates. `row` is the line it lies on."""

    row: str
    label: str
    kind: StepKind | None
    start: date
    end: date


@dataclass(frozen=True)
class OpenTrial:
    """An open trial on a day: what is due by place, what is coming, which treatments must begin, and its furrows once it is sown.

    `hint` is its decision where it can be closed, else empty.
    """

    trial: Trial
    state: TrialState
    sown_at: datetime | None
    last_look_at: datetime | None
    hint: str
    due: list[tuple[Where, RoundTask]]
    coming: list[ComingTask]
    begins: list[BatchDay]
    furrows: list[FurrowView]
    band: list[BandStretch]


def open_on(day: date, typical: TypicalScatters) -> list[OpenTrial]:
    """Every trial that is planned or counting, as it stands on a day."""
    wanted = list(open_trials())

    def build(ids: Sequence[int]) -> dict[int, OpenTrial]:
        read = with_expected(with_courses([t for t in wanted if t.pk in ids]))
        # deciding takes curves: only where counting is over but for the closing
        decided = decisions_on([c for c in read if c.advice in MAY_CLOSE], typical)
        return {c.trial.pk: _open_trial(c, day, typical.of(c.trial), decided.get(c.trial.pk, [])) for c in read}

    found = by_revision("open-on-a-day", _made_from(wanted, day, typical), build)
    return [x for x in found.values() if x is not None]


def _made_from(wanted: Sequence[Trial], day: date, typical: TypicalScatters) -> dict[int, str]:
    """What each is made from, by trial: its own revisions, and those of the closed trials that say how long it may still go on.

    How much dishes differ in other trials moves a little with each count there; Today's brief furrows follow where it would show.
    """
    still = {t.pk for t in wanted}
    past = {pk: [t for t in before if t.pk not in still] for pk, before in past_trials(wanted).items()}
    revisions = made_from(list({t.pk: t for t in (*wanted, *(t for before in past.values() for t in before))}.values()))
    return {t.pk: key_of(day, revisions[t.pk], [revisions[p.pk] for p in past[t.pk]], typical.of(t).about) for t in wanted}


def _open_trial(courses: TrialCourses, day: date, typical: TypicalScatter, decisions: Sequence[TrialDecision]) -> OpenTrial:
    due, coming = _tasks(courses, day)
    return OpenTrial(
        trial=courses.trial,
        state=courses.state,
        sown_at=courses.sown_at,
        last_look_at=max((d.last_look.at for d in courses.dishes if d.last_look), default=None),
        hint=_hint(decisions),
        due=due,
        coming=coming,
        begins=_begins(courses, day),
        furrows=furrows_of(courses, by_treatment(courses), typical) if courses.state == TrialState.COUNTING else [],
        band=_band(courses),
    )


def _hint(decisions: Sequence[TrialDecision]) -> str:
    """What a trial that can be closed says: its decision, or that of each lot."""
    said = [f"{d.of_lot.code}: {d.headline}" if d.of_lot else d.headline for d in decisions]
    return f"You can close it. {' '.join(said)}" if said else ""


def _begins(t: TrialCourses, day: date) -> list[BatchDay]:
    """Treatments of a planned trial that have no batch yet and must begin soon to be sown on the day planned."""
    if t.state != TrialState.PLANNED:
        return []
    out: list[BatchDay] = []
    waiting = {d.dish.treatment_id: d.dish.treatment for d in t.dishes if d.dish.treatment.recipe and d.dish.batch_id is None}
    calendar = work_calendar() if waiting else None
    for treatment in waiting.values():
        if treatment.recipe is None or calendar is None:
            continue
        on = local_day(on_calendar(treatment.recipe, PlanMode.SOW_TOGETHER, t.trial.sow_on, calendar).start)
        if on <= day + timedelta(days=COMING_DAYS):
            name = f"{treatment.lot.common_name}, {t.names[treatment.pk]}"
            out.append(BatchDay(None, t.trial.pk, t.trial.code, name, "begin", on, (on - day).days))
    return out


def _tasks(trial: TrialCourses, day: date) -> tuple[list[tuple[Where, RoundTask]], list[ComingTask]]:
    """What is due on a day, by place, and what comes after it."""
    t, name = trial.trial, plants_of(trial.trial.lots)
    if trial.state == TrialState.PLANNED:
        if t.sow_on <= day:
            late = (day - t.sow_on).days
            return [(place, _task(trial, "sow", dishes, late, None)) for place, dishes in _by_place(trial.dishes).items()], []
        soon = t.sow_on <= day + timedelta(days=COMING_DAYS)
        return [], [ComingTask(t.sow_on, t.pk, t.code, t.question, name, "sow", len(trial.dishes))] if soon else []
    first = trial.first_germination_day
    by_day: dict[date, list[DishCourse]] = defaultdict(list)
    for dish in trial.dishes:
        if (at := trial.next_look_at(dish, first)) is not None:
            by_day[local_day(at)].append(dish)
    due = []
    for place, dishes in _by_place(d for on, of_day in by_day.items() if on <= day for d in of_day).items():
        late = max((day - on).days for on, ds in by_day.items() if on <= day and any(d in dishes for d in ds))
        due.append((place, _task(trial, "count", dishes, late, trial.advice)))
    until = day + timedelta(days=COMING_DAYS)
    return due, [ComingTask(on, t.pk, t.code, t.question, name, "count", len(dishes)) for on, dishes in by_day.items() if day < on <= until]


def _by_place(dishes: Iterable[DishCourse]) -> dict[Where, list[DishCourse]]:
    found: dict[Where, list[DishCourse]] = defaultdict(list)
    for d in dishes:
        place = d.dish.place
        found[(place.order, place.full_name) if place else (10**6, "No place yet")].append(d)
    return found


def _task(trial: TrialCourses, kind: str, dishes: list[DishCourse], late: int, advice: StopReason | None) -> RoundTask:
    t = trial.trial
    shown = max(dishes, key=lambda d: d.record.germinated)
    return RoundTask(
        trial=t.pk,
        trial_code=t.code,
        question=t.question,
        lot_name=plants_of(t.lots),
        kind=kind,
        dishes=len(dishes),
        days_late=late,
        advice=advice,
        moving=trial.first_germination_day is not None,
        dish=pips(shown, with_code=False),
    )


def _band(trial: TrialCourses) -> list[BandStretch]:
    """The longest treatment's steps, then the counting."""
    t = trial.trial
    sow = local_day(trial.sown_at) if trial.sown_at else t.sow_on
    recipes = {d.dish.treatment.recipe_id: d.dish.treatment.recipe for d in trial.dishes if d.dish.treatment.recipe}
    longest = max(recipes.values(), key=lambda r: sum(s.as_core().days for s in r.steps.all()), default=None)
    out = []
    at = sow - timedelta(days=sum(s.as_core().days for s in longest.steps.all())) if longest else sow
    for step in longest.steps.all() if longest else []:
        end = at + timedelta(days=step.as_core().days)
        if (end - at).days >= 2:
            out.append(BandStretch(f"t{t.pk}", plants_of(t.lots), StepKind(step.kind), at, end))
        at = end
    out.append(BandStretch(f"t{t.pk}", plants_of(t.lots), None, sow, sow + timedelta(days=trial.longest_days)))
    return out
