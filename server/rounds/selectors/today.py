"""Today: what to look at now, by where the body is, and what is coming."""

from collections import defaultdict
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from django.db.models import Max

from core.seedstock import RETEST_YEARS
from core.vocabulary import StepKind, TrialState, WatchState
from server.batches.selectors.courses import BatchCourse, batches_in_use
from server.evidence.selectors.overview import FurrowView
from server.evidence.selectors.typical_scatter import typical_scatters
from server.lots.models import Lot, storage_class_of
from server.lots.selectors.drying import drying_lots
from server.lots.selectors.stock import stocks
from server.record_kinds.days import local_day
from server.rounds.selectors.bags import BatchDay, PlaceBags, bag_rounds, batch_days
from server.rounds.selectors.first_steps import FirstSteps, first_steps
from server.rounds.selectors.open_trials import BandStretch, ComingTask, OpenTrial, RoundTask, open_on
from server.rounds.selectors.timers import Timer, timers
from server.sowing.selectors.plans import SowingDue, sowings_due
from server.stands.models import Stand
from server.stands.selectors.rows import StandRow
from server.stands.selectors.rows import row as stand_row
from server.stands.selectors.season import seasons
from server.trials.models import Treatment
from server.trials.selectors.lots import plants_of

YEAR = 365.25
MOST_RETESTS = 40
TO_VISIT = (WatchState.MAY_BE_GONE, WatchState.OVERDUE, WatchState.DUE)


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
class Today:
    """Everything the Today page shows."""

    day: date
    rounds: list[PlaceRound]
    coming: list[ComingTask]
    waking: list[WakingTrial]
    band: list[BandStretch]
    visits: list[StandRow]
    drying: list[DryingTask]
    retests: list[RetestTask]
    retests_more: int
    bags: list[PlaceBags]
    batch_days: list[BatchDay]
    timers: list[Timer]
    sowings: list[SowingDue]
    first_steps: FirstSteps | None


def today(now: datetime) -> Today:
    """Derive the page from open trials: plan minus what happened."""
    day = local_day(now)
    found = open_on(day, typical_scatters())
    batches = batches_in_use()
    due: dict[tuple[int, str], list[RoundTask]] = defaultdict(list)
    for trial in found:
        for place, task in trial.due:
            due[place].append(task)
    rounds = [PlaceRound(place, sum(t.dishes for t in tasks), tasks) for (_, place), tasks in sorted(due.items(), key=lambda x: x[0])]
    retests, retests_more = _retests(day)
    return Today(
        day=day,
        rounds=rounds,
        coming=sorted((c for t in found for c in t.coming), key=lambda c: (c.on, c.trial_code)),
        waking=sorted((_waking(t, now) for t in found if t.state == TrialState.COUNTING), key=_longest_unseen),
        band=[s for t in found for s in t.band] + [s for c in batches if c.running for s in _bag_band(c, now)],
        visits=visits_today(day),
        drying=_drying(day),
        retests=retests,
        retests_more=retests_more,
        bags=bag_rounds(day, batches),
        batch_days=sorted([*batch_days(day, batches), *(b for t in found for b in t.begins)], key=lambda b: (b.on, b.code)),
        timers=timers(now, batches).timers,
        sowings=sowings_due(day),
        first_steps=first_steps(),
    )


def visits_today(day: date) -> list[StandRow]:
    """Stands to visit today, by what waiting would lose; those of which nothing is believed by how pressing they are, among them."""
    stands = list(Stand.objects.select_related("taxon"))
    found = seasons(stands, day)
    rows = [stand_row(s, found[s.pk], day) for s in stands if found[s.pk].watch.state in TO_VISIT]
    return sorted(rows, key=lambda r: (-(r.waiting_loses or 0.0), TO_VISIT.index(r.state), -r.days_late, r.place_name, r.id))


def _retests(day: date) -> tuple[list[RetestTask], int]:
    """The lots that wait longest for a test, and how many more there are; a page of a thousand would be read by nobody."""
    last = dict(
        Treatment.objects.filter(trial__deleted_at__isnull=True)
        .order_by()
        .values("lot")
        .annotate(last=Max("trial__sow_on"))
        .values_list("lot", "last")
    )
    soonest = timedelta(days=YEAR * min(RETEST_YEARS.values()))
    old = Lot.objects.order_by().filter(pk__in=[pk for pk, on in last.items() if on + soonest <= day], ended="")
    due = sorted(
        (last[pk], code, pk)
        for pk, code, keeps in old.values_list("pk", "code", "taxon__storage_class")
        if last[pk] + timedelta(days=YEAR * RETEST_YEARS[storage_class_of(keeps)]) <= day
    )
    longest = [pk for _, _, pk in due[:MOST_RETESTS]]
    shown, left = Lot.objects.select_related("taxon").in_bulk(longest), stocks(longest)
    tasks = [RetestTask(pk, shown[pk].code, shown[pk].common_name, last[pk]) for pk in longest if left[pk].seeds != 0]
    return tasks, len(due) - len(longest)


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


def _waking(found: OpenTrial, now: datetime) -> WakingTrial:
    t = found.trial
    age = (now - found.sown_at) / timedelta(days=1) if found.sown_at else 0.0
    name = plants_of(t.lots)
    return WakingTrial(t.pk, t.code, t.question, name, age, t.length_days, found.last_look_at, found.furrows, found.hint)


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
