"""Today: what to look at now, by where the body is, and what is coming."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from django.db.models import Max

from core.seedstock import RETEST_YEARS
from core.vocabulary import PlanMode, StepKind, StopReason, TrialState, WatchState
from server.batches.selectors.courses import BatchCourse, batches_in_use
from server.batches.selectors.plans import on_calendar
from server.evidence.selectors.decision import TrialDecision, kept_decisions
from server.evidence.selectors.overview import DishPips, FurrowView, furrows_of, pips
from server.evidence.selectors.shares import by_treatment
from server.evidence.selectors.usual import UsualScatter, usual_scatters
from server.lots.models import Lot
from server.lots.selectors.drying import drying_lots
from server.lots.selectors.stock import stocks
from server.people.selectors import work_calendar
from server.record_kinds.days import local_day
from server.rounds.selectors.bags import BatchDay, PlaceBags, bag_rounds, batch_days
from server.rounds.selectors.timers import Timer, timers
from server.sowing.selectors.plans import SowingDue, sowings_due
from server.stands.models import Stand
from server.stands.selectors.rows import StandRow
from server.stands.selectors.rows import row as stand_row
from server.stands.selectors.season import seasons
from server.trials.models import Trial
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.expected import with_expected
from server.trials.selectors.state import TrialCourses, open_trials

COMING_DAYS = 14
YEAR = 365.25
MOST_RETESTS = 40
TO_VISIT = (WatchState.MAY_BE_GONE, WatchState.OVERDUE, WatchState.DUE)

MAY_CLOSE = frozenset({StopReason.QUIET_AND_LENGTH, StopReason.ALL_ACCOUNTED})


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
class PlaceRound:
    """A walk past one place."""

    place: str
    dishes: int
    tasks: list[RoundTask]


@dataclass(frozen=True)
class DryingTask:
    """A lot that lies spread and is turned and looked at today; `days_late` counts from the day it was due."""

    lot: int
    code: str
    name: str
    place: str
    spread_on: date
    days_late: int


@dataclass(frozen=True)
class RetestTask:
    """A lot with seed left whose last test is a year old, or half a year where such seed is short-lived."""

    lot: int
    code: str
    name: str
    tested_on: date


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
class WakingTrial:
    """An open trial with its furrows, in brief; `hint` is its decision where it can be closed, else empty."""

    id: int
    code: str
    question: str
    lot_name: str
    today_day: float
    length_days: float
    last_look_at: datetime | None
    furrows: list[FurrowView]
    hint: str


@dataclass(frozen=True)
class BandStretch:
    """A stretch of the season band: a step of an open trial or of a batch, or counting; days are dates. `row` is the line it lies on."""

    row: str
    label: str
    kind: StepKind | None
    start: date
    end: date


@dataclass(frozen=True)
class Today:
    """Everything the Today page shows."""

    day: date
    rounds: list[PlaceRound]
    coming: list[ComingTask]
    waking: list[WakingTrial]
    band: list[BandStretch]
    has_lots: bool
    visits: list[StandRow]
    drying: list[DryingTask]
    retests: list[RetestTask]
    retests_more: int
    bags: list[PlaceBags]
    batch_days: list[BatchDay]
    timers: list[Timer]
    sowings: list[SowingDue]


def today(now: datetime) -> Today:
    """Derive the page from open trials: plan minus what happened."""
    found = with_expected(open_trials())
    batches = batches_in_use()
    day = local_day(now)
    due: dict[tuple[int, str], list[RoundTask]] = defaultdict(list)
    coming: list[ComingTask] = []
    for trial in found:
        _sort_tasks(trial, day, due, coming)
    rounds = [PlaceRound(place, sum(t.dishes for t in tasks), tasks) for (_, place), tasks in sorted(due.items(), key=lambda x: x[0])]
    retests, retests_more = _retests(day)
    return Today(
        day=day,
        rounds=rounds,
        coming=sorted(coming, key=lambda c: (c.on, c.trial_code)),
        waking=_all_waking(found, now),
        band=[s for t in found for s in _band(t)] + [s for c in batches if c.running for s in _bag_band(c, now)],
        has_lots=Lot.objects.exists(),
        visits=visits_today(day),
        drying=_drying(day),
        retests=retests,
        retests_more=retests_more,
        bags=bag_rounds(day, batches),
        batch_days=sorted([*batch_days(day, batches), *_starts(found, day)], key=lambda b: (b.on, b.code)),
        timers=timers(now, batches).timers,
        sowings=sowings_due(day),
    )


def _starts(found: Iterable[TrialCourses], day: date) -> list[BatchDay]:
    """Treatments of planned trials that have no batch yet and must begin soon to be sown on the day planned."""
    planned = [t for t in found if t.state == TrialState.PLANNED]
    if not planned:
        return []
    calendar = work_calendar()
    out: list[BatchDay] = []
    for t in planned:
        waiting = {d.dish.treatment_id: d.dish.treatment for d in t.dishes if d.dish.treatment.recipe and d.dish.batch_id is None}
        for treatment in waiting.values():
            if treatment.recipe is None:
                continue
            on = local_day(on_calendar(treatment.recipe, PlanMode.SOW_TOGETHER, t.trial.sow_on, calendar).start)
            if on <= day + timedelta(days=COMING_DAYS):
                name = f"{t.trial.lot.common_name}, {treatment.name}"
                out.append(BatchDay(None, t.trial.pk, t.trial.code, name, "begin", on, (on - day).days))
    return out


def visits_today(day: date) -> list[StandRow]:
    """Stands to visit today, ordered by place, and within it the most pressing first."""
    stands = list(Stand.objects.select_related("taxon"))
    found = seasons(stands, day)
    rows = [stand_row(s, found[s.pk]) for s in stands if found[s.pk].watch.state in TO_VISIT]
    return sorted(rows, key=lambda r: (r.place_name, TO_VISIT.index(r.state), -r.days_late, r.id))


def _retests(day: date) -> tuple[list[RetestTask], int]:
    """The lots that wait longest for a test, and how many more there are; a page of a thousand would be read by nobody."""
    last = dict(Trial.objects.values("lot").annotate(last=Max("sow_on")).values_list("lot", "last"))
    soonest = timedelta(days=YEAR * min(RETEST_YEARS.values()))
    old = Lot.objects.filter(pk__in=[pk for pk, on in last.items() if on + soonest <= day], ended="").select_related("taxon")
    due = [lot for lot in old if last[lot.pk] + timedelta(days=YEAR * RETEST_YEARS[lot.storage_class]) <= day]
    due.sort(key=lambda lot: (last[lot.pk], lot.code))
    shown = due[:MOST_RETESTS]
    left = stocks([lot.pk for lot in shown])
    tasks = [RetestTask(lot.pk, lot.code, lot.common_name, last[lot.pk]) for lot in shown if left[lot.pk].seeds != 0]
    return tasks, len(due) - len(shown)


def _drying(day: date) -> list[DryingTask]:
    tasks = [
        DryingTask(
            lot=lot.pk,
            code=lot.code,
            name=lot.common_name,
            place=lot.place.full_name if lot.place else "",
            spread_on=drying.spread_on,
            days_late=(day - drying.turn_on).days,
        )
        for lot, drying in drying_lots(day)
        if drying.spread_on is not None and drying.turn_on is not None and drying.turn_on <= day
    ]
    return sorted(tasks, key=lambda t: (t.place, -t.days_late, t.code))


def _sort_tasks(trial: TrialCourses, day: date, due: dict[tuple[int, str], list[RoundTask]], coming: list[ComingTask]) -> None:
    t = trial.trial
    if trial.state == TrialState.PLANNED:
        if t.sow_on <= day:
            for place, dishes in _by_place(trial.dishes).items():
                due[place].append(_task(trial, "sow", dishes, (day - t.sow_on).days, None))
        elif t.sow_on <= day + timedelta(days=COMING_DAYS):
            coming.append(ComingTask(t.sow_on, t.pk, t.code, t.question, t.lot.common_name, "sow", len(trial.dishes)))
        return
    first = trial.first_germination_day
    by_day: dict[date, list[DishCourse]] = defaultdict(list)
    for dish in trial.dishes:
        if (at := trial.next_look_at(dish, first)) is not None:
            by_day[local_day(at)].append(dish)
    now_due = [d for on, dishes in by_day.items() if on <= day for d in dishes]
    for place, dishes in _by_place(now_due).items():
        late = max((day - on).days for on, ds in by_day.items() if on <= day and any(d in dishes for d in ds))
        due[place].append(_task(trial, "count", dishes, late, trial.advice))
    for on, dishes in by_day.items():
        if day < on <= day + timedelta(days=COMING_DAYS):
            coming.append(ComingTask(on, t.pk, t.code, t.question, t.lot.common_name, "count", len(dishes)))


def _by_place(dishes: Iterable[DishCourse]) -> dict[tuple[int, str], list[DishCourse]]:
    found: dict[tuple[int, str], list[DishCourse]] = defaultdict(list)
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
        lot_name=t.lot.common_name,
        kind=kind,
        dishes=len(dishes),
        days_late=late,
        advice=advice,
        moving=trial.first_germination_day is not None,
        dish=pips(shown, with_code=False),
    )


def _all_waking(found: Iterable[TrialCourses], now: datetime) -> list[WakingTrial]:
    counting = [t for t in found if t.state == TrialState.COUNTING]
    if not counting:
        return []
    usual = usual_scatters()
    # deciding takes curves: only where counting is over but for the closing
    decided = kept_decisions([t.trial for t in counting if t.advice in MAY_CLOSE], usual)
    return sorted((_waking(t, now, usual.of(t.trial), decided.get(t.trial.pk)) for t in counting), key=_longest_unseen)


def _waking(trial: TrialCourses, now: datetime, usual: UsualScatter, decision: TrialDecision | None) -> WakingTrial:
    t = trial.trial
    age = (now - trial.sown_at) / timedelta(days=1) if trial.sown_at else 0.0
    last = max((d.last_look.at for d in trial.dishes if d.last_look), default=None)
    furrows = furrows_of(trial, by_treatment(trial), usual)
    hint = f"You can close it. {decision.headline}" if decision else ""
    return WakingTrial(t.pk, t.code, t.question, t.lot.common_name, age, t.length_days, last, furrows, hint)


def _longest_unseen(trial: WakingTrial) -> tuple[bool, float, str]:
    """The one that nobody looked at for longest comes first, so that none is forgotten."""
    return trial.last_look_at is not None, trial.last_look_at.timestamp() if trial.last_look_at else 0.0, trial.code


def _bag_band(course: BatchCourse, now: datetime) -> list[BandStretch]:
    """The steps of a batch as they were done, and as they are planned from here on; labelled by where it lies."""
    batch = course.batch
    where = f", {batch.place.name}" if batch.place else ""
    out = []
    taken = {t.step.pk: t for t in course.taken}
    for index, step in enumerate(course.steps):
        t = taken.get(step.pk)
        planned = course.plan[index] if index < len(course.plan) else None
        start = t.begun.at if t else planned.start if planned else now
        end = t.ended.at if t and t.ended else (course.due_at or t.begun.due_at) if t else planned.end if planned else now
        first, last = local_day(start), local_day(end)
        if (last - first).days >= 2:
            out.append(BandStretch(f"b{batch.pk}", f"{batch.lot.common_name}{where}", StepKind(step.kind), first, last))
    return out


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
            out.append(BandStretch(f"t{t.pk}", t.lot.common_name, StepKind(step.kind), at, end))
        at = end
    out.append(BandStretch(f"t{t.pk}", t.lot.common_name, None, sow, sow + timedelta(days=t.length_days)))
    return out
