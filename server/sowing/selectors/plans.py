"""Sowing plans: where each stands, what it asks for next, its calendar and its trays."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from django.db.models import QuerySet

from core.seedstock import ExpectedFill, HazardCare, cares
from core.treatment import SowingDay, WorkCalendar
from core.vocabulary import OutcomeStage, SowingTask, SowingWay
from server.batches.models import Batch
from server.batches.selectors.courses import courses_of
from server.people.selectors import work_calendar
from server.record_kinds.days import local_day
from server.sowing.models import SowingPlan, Tray
from server.sowing.selectors.preview import SowingWish, calendar_of
from server.sowing.selectors.tested import tested
from server.sowing.selectors.trays import TrayView, fill_expected, tray_views

COMING_DAYS = 14
# what ends a task: the count of this stage, or the sowing itself
ENDED_BY = {
    SowingTask.COMING_UP: OutcomeStage.EMERGED,
    SowingTask.THIN: OutcomeStage.THINNED,
    SowingTask.PRICK_OUT: OutcomeStage.POTTED,
    SowingTask.PLANT_OUT: OutcomeStage.PLANTED,
}
# what nobody records: shown on its day, then over
PASSES = {SowingTask.SOAK_FROM_BELOW, SowingTask.LID_OFF, SowingTask.WATER_FROM_ABOVE, SowingTask.HARDEN_OFF}


@dataclass(frozen=True)
class SowingRow:
    """A plan as a line of the list. `next_task` and `next_on` are None once all is done."""

    id: int
    code: str
    lot: int
    lot_code: str
    lot_name: str
    way: SowingWay
    plants_wanted: int
    wanted_on: date
    sow_on: date
    seeds: int
    cells: int
    sown: bool
    given_up: bool
    next_task: SowingTask | None
    next_on: date | None
    plants: int | None


@dataclass(frozen=True)
class DayView:
    """A day of the calendar: planned, and whether it is done, over, or late."""

    day: SowingDay
    done_on: date | None
    late_days: int


@dataclass(frozen=True)
class SowingPage:
    """A plan with its days and trays. `plants` are those standing by the latest counts; None where nobody counted."""

    plan: int
    code: str
    lot_code: str
    lot_name: str
    batch: int | None
    batch_code: str
    batch_running: bool
    recipe_name: str
    rests_on: str
    days: list[DayView]
    trays: list[TrayView]
    trays_planned: int
    emerged: int | None
    plants: int | None
    next_task: SowingTask | None
    cares: list[HazardCare]
    expected: ExpectedFill | None


@dataclass(frozen=True)
class _State:
    """What happened to a plan."""

    plan: SowingPlan
    trays: list[TrayView]
    begun_on: date | None
    out_on: date | None
    works: WorkCalendar

    @property
    def sown_on(self) -> date | None:
        sown = [local_day(t.sown_at) for t in self.trays if t.sown_at]
        return max(sown) if sown and len(sown) == len(self.trays) else None

    def done_on(self, task: SowingTask) -> date | None:
        """When a task was done; None while it is not."""
        if task is SowingTask.BEGIN_TREATMENT:
            return self.begun_on or self.sown_on
        if task is SowingTask.OUT_OF_TREATMENT:
            return self.out_on or self.sown_on
        if task is SowingTask.SOW:
            return self.sown_on
        stage = ENDED_BY.get(task)
        if stage is None or not self.trays:
            return None
        counted = [max((o.at for o in t.outcomes if o.stage is stage), default=None) for t in self.trays]
        known = [c for c in counted if c is not None]
        return local_day(max(known)) if len(known) == len(counted) else None


def sowing_plans() -> QuerySet[SowingPlan]:
    """Plans with what their names and calendars need."""
    return SowingPlan.objects.select_related("lot__taxon", "recipe", "batch", "treatment__trial", "treatment__lot").prefetch_related(
        "recipe__steps"
    )


def sowing_rows(plans: "QuerySet[SowingPlan]", today: date) -> list[SowingRow]:
    """Plans as lines, in a fixed number of queries."""
    return [_row(s, today) for s in _states(list(plans))]


def sowing_page(plan: SowingPlan, today: date) -> SowingPage:
    """One plan."""
    state = _states([plan])[0]
    days = [_day(state, d, today) for d in _calendar(state)]
    course = next(iter(courses_of(Batch.objects.filter(pk=plan.batch.pk))), None) if plan.batch else None
    standing = [t.standing for t in state.trays if t.standing is not None]
    emerged = [t.emerged for t in state.trays if t.emerged is not None]
    return SowingPage(
        plan=plan.pk,
        code=plan.code,
        lot_code=plan.lot.code,
        lot_name=plan.lot.common_name,
        batch=plan.batch_id,
        batch_code=plan.batch.code if plan.batch else "",
        batch_running=course is not None and course.leaving is None,
        recipe_name=plan.recipe.name if plan.recipe else "",
        rests_on=_rests_on(plan),
        days=days,
        trays=state.trays,
        trays_planned=trays_planned(plan),
        emerged=sum(emerged) if emerged else None,
        plants=sum(standing) if standing else None,
        next_task=_next(state, today)[0],
        cares=cares(plan.lot.hazard_words),
        expected=fill_expected(plan, plan.cells),
    )


def trays_planned(plan: SowingPlan) -> int:
    """Trays the plan fills; a seed pan and a bed are one."""
    return max(1, -(-plan.cells // plan.cells_per_tray))


@dataclass(frozen=True)
class SowingDue:
    """A task of a sowing that is due by a day, or late; `days_late` below 0 is still to come."""

    plan: int
    code: str
    lot_name: str
    task: SowingTask
    on: date
    days_late: int
    how: str


def sowings_due(today: date) -> list[SowingDue]:
    """What sowings ask for now and in the next two weeks, each plan's next task first."""
    out = []
    for state in _states(list(sowing_plans().filter(given_up=False))):
        open_days = [d for d in _calendar(state) if state.done_on(d.task) is None and not (d.task in PASSES and d.on < today)]
        for d in open_days[:1] if open_days and open_days[0].on > today else [d for d in open_days if d.on <= today]:
            if d.on <= today + timedelta(days=COMING_DAYS):
                out.append(SowingDue(state.plan.pk, state.plan.code, state.plan.lot.common_name, d.task, d.on, (today - d.on).days, d.how))
    return sorted(out, key=lambda t: (t.on, t.code))


def _states(plans: Sequence[SowingPlan]) -> list[_State]:
    if not plans:
        return []
    trays: dict[int, list[TrayView]] = defaultdict(list)
    of_plan = dict(Tray.objects.filter(plan__in=plans).values_list("pk", "plan"))
    for t in tray_views(Tray.objects.filter(pk__in=of_plan)) if of_plan else []:
        trays[of_plan[t.id]].append(t)
    ids = [p.batch_id for p in plans if p.batch_id]
    batches = {c.batch.pk: c for c in courses_of(Batch.objects.filter(pk__in=ids))} if ids else {}
    out, works = [], work_calendar()
    for p in plans:
        course = batches.get(p.batch_id or 0)
        begun = local_day(course.started_at) if course and course.started_at else None
        out.append(_State(p, trays[p.pk], begun, local_day(course.leaving.at) if course and course.leaving else None, works))
    return out


def _calendar(state: _State) -> list[SowingDay]:
    """The plan's days; after the sowing they count from the day it was really sown."""
    p = state.plan
    shift = (state.sown_on - p.sow_on).days if state.sown_on else 0
    wish = SowingWish(
        lot=p.lot,
        plants_wanted=p.plants_wanted,
        wanted_on=p.wanted_on + timedelta(days=shift),
        recipe=p.recipe,
        weeks_growing=p.weeks_growing,
        way=SowingWay(p.way),
    )
    return list(calendar_of(wish, p.days_to_half, p.seeds_per_cell, state.works).days)


def _day(state: _State, day: SowingDay, today: date) -> DayView:
    done = state.done_on(day.task)
    late = 0 if done or day.task in PASSES or state.plan.given_up else max(0, (today - day.on).days)
    return DayView(day, done, late)


def _next(state: _State, today: date) -> tuple[SowingTask | None, date | None]:
    if state.plan.given_up:
        return None, None
    left = [d for d in _calendar(state) if state.done_on(d.task) is None and not (d.task in PASSES and d.on < today)]
    return (left[0].task, left[0].on) if left else (None, None)


def _row(state: _State, today: date) -> SowingRow:
    p, (task, on) = state.plan, _next(state, today)
    standing = [t.standing for t in state.trays if t.standing is not None]
    return SowingRow(
        id=p.pk,
        code=p.code,
        lot=p.lot_id,
        lot_code=p.lot.code,
        lot_name=p.lot.common_name,
        way=SowingWay(p.way),
        plants_wanted=p.plants_wanted,
        wanted_on=p.wanted_on,
        sow_on=p.sow_on,
        seeds=p.seeds,
        cells=p.cells,
        sown=state.sown_on is not None,
        given_up=p.given_up,
        next_task=task,
        next_on=on,
        plants=sum(standing) if standing else None,
    )


def _rests_on(plan: SowingPlan) -> str:
    percent = f"{100 * plan.tested_share:.0f} %"
    if plan.treatment is None:
        return f"{percent}, typed by hand"
    now = tested(plan.treatment, plan.lot)
    said = f"{percent}, {plan.treatment.name} in {plan.treatment.trial.code}"
    if now is None:
        return said
    if now.next_lower is not None and now.next_upper is not None:
        # another lot's result: where this one will fall, as all lots of the plant tell by now
        return f"{said} on {now.lot_code}; this lot will fall between {100 * now.next_lower:.0f} and {100 * now.next_upper:.0f} %"
    if round(100 * now.share) != round(100 * plan.tested_share):
        said += f" (by now {100 * now.share:.0f} %)"
    return said
