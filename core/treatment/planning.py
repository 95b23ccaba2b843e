"""Steps on real days (docs/methods/schedules.md): long steps end on working days, short ones by day, and the plan says what it moved.

Days are counted on the wall clock and hours on the real one, so that a night in which the clock changes keeps both true.
"""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta

from core.errors import CoreError
from core.treatment.calendar import LENGTHEN_DAYS, LENGTHEN_SHARE
from core.treatment.steps import RecipeStep
from core.vocabulary import DurationUnit, PlanNoteKind

DAY_BEGINS, DAY_ENDS = time(7), time(20)
USUAL_HOUR = 9
FURTHEST = 14


@dataclass(frozen=True, slots=True)
class WorkCalendar:
    """When somebody works: weekdays (Monday = 0) and the days off among them."""

    working: frozenset[int]
    holidays: frozenset[date] = frozenset()

    def __post_init__(self) -> None:
        if not self.working or not self.working <= set(range(7)):
            raise CoreError("Name at least one working day, Monday = 0 to Sunday = 6.", code="no_working_day", parameter="working")

    def works(self, day: date) -> bool:
        """Whether somebody works on a day."""
        return day.weekday() in self.working and day not in self.holidays

    def breaks(self, start: date, end: date) -> list[tuple[date, date]]:
        """Runs of three days off and more between two days: those before which bags want a check."""
        found: list[tuple[date, date]] = []
        day, first = start, None
        while day <= end:
            if not self.works(day):
                first = first or day
            elif first is not None:
                if (day - first).days >= 3:
                    found.append((first, day - timedelta(days=1)))
                first = None
            day += timedelta(days=1)
        return found


@dataclass(frozen=True, slots=True)
class PlanNote:
    """Something the plan moved or could not place. `step` counts from 0; `days` is by how much, where it is a matter of days."""

    kind: PlanNoteKind
    step: int
    on: date
    days: float | None = None


@dataclass(frozen=True, slots=True)
class PlannedStep:
    """A step on the calendar; `checks` are the days on which it is looked after."""

    start: datetime
    end: datetime
    checks: tuple[date, ...] = ()


@dataclass(frozen=True, slots=True)
class Plan:
    """The steps of one recipe on the calendar. Without a step start and sowing are one."""

    steps: tuple[PlannedStep, ...]
    start: datetime
    sow: datetime
    notes: tuple[PlanNote, ...]


def later(at: datetime, length: float, unit: DurationUnit) -> datetime:
    """A moment `length` later (earlier if negative): days on the wall clock, hours and minutes in real time."""
    if unit is DurationUnit.DAYS:
        return at + timedelta(days=length)
    real = timedelta(hours=length) if unit is DurationUnit.HOURS else timedelta(minutes=length)
    return (at.astimezone(UTC) + real).astimezone(at.tzinfo)


def plan_forward(steps: Sequence[RecipeStep], start: datetime, calendar: WorkCalendar) -> Plan:
    """Lay steps from a start on. A long step may end later, at most 10 % or 3 days and never past its most; none is shortened."""
    notes: list[PlanNote] = []
    laid: list[PlannedStep] = []
    at = _place_block(steps, 0, start, calendar, notes, moves_days=True)
    begin = at
    for index, step in enumerate(steps):
        end = _friendly(steps, index, at, calendar, notes) if step.bears_lengthening else later(at, step.duration, step.unit)
        laid.append(PlannedStep(at, end))
        at = end
    return _plan(steps, laid, begin, at, calendar, notes)


def plan_backward(steps: Sequence[RecipeStep], sow: datetime, calendar: WorkCalendar) -> Plan:
    """Lay steps back from a sowing: the day asked is kept; where a start falls on a day off, a long step begins earlier."""
    notes: list[PlanNote] = []
    end = _sowing_hour(steps, sow, notes)
    sown = end
    laid: list[PlannedStep] = []
    for index in range(len(steps) - 1, -1, -1):
        step = steps[index]
        start = later(end, -step.duration, step.unit)
        if step.bears_lengthening:
            allowed = allowed_days(step)
            # what comes before runs up to this start, so its own beginning must suit too
            before = _block_before(steps, index)
            fits = next((d for d in range(int(allowed) + 1) if _suits(before, start - timedelta(days=d), calendar)), None)
            if fits:
                start -= timedelta(days=fits)
                notes.append(PlanNote(PlanNoteKind.LENGTHENED, index, start.date(), fits))
            elif fits is None:
                notes.append(PlanNote(PlanNoteKind.DAY_OFF, index, start.date()))
        laid.append(PlannedStep(start, end))
        end = start
    laid.reverse()
    return _plan(steps, laid, end, sown, calendar, notes)


def allowed_days(step: RecipeStep) -> float:
    """By how many days a step's end may move later: 10 % or 3 days, whichever is more, never past the recipe's most."""
    if not step.bears_lengthening:
        return 0.0
    allowed = max(LENGTHEN_SHARE * step.days, LENGTHEN_DAYS)
    return allowed if step.most_days is None else max(0.0, min(allowed, step.most_days - step.days))


def check_days(
    start: date, end: date, every: float, gap: float, calendar: WorkCalendar, step: int = 0
) -> tuple[tuple[date, ...], tuple[PlanNote, ...]]:
    """Days between start and end on which a bag is checked, moved to working days; a gap over `gap` days is said.

    Parameters
    ----------
    every, gap : float
        Days: the cadence, and the largest time between two checks.
    """
    if every <= 0 or gap < every:
        raise CoreError(
            f"Checks every {every:g} days are not possible with a largest gap of {gap:g} days.",
            code="gap_below_cadence",
            parameter="gap",
            value=gap,
        )
    checks: list[date] = []
    notes: list[PlanNote] = []
    last = start
    step_days = max(1, round(every))
    while (end - last).days > every:
        target = last + timedelta(days=step_days)
        fitting = [d for d in (last + timedelta(days=n) for n in range(1, int(max(gap, 1)) + 1)) if calendar.works(d) and d < end]
        if fitting:
            day = min(fitting, key=lambda d: (abs((d - target).days), d < target))
        else:
            day = next((d for d in (last + timedelta(days=n) for n in range(1, (end - last).days)) if calendar.works(d)), end)
        if (day - last).days > max(gap, 1):
            notes.append(PlanNote(PlanNoteKind.CHECK_GAP, step, last, (day - last).days))
        if day >= end:
            break
        checks.append(day)
        last = day
    return tuple(checks), tuple(notes)


def _plan(
    steps: Sequence[RecipeStep], laid: Sequence[PlannedStep], start: datetime, sow: datetime, calendar: WorkCalendar, notes: list[PlanNote]
) -> Plan:
    out: list[PlannedStep] = []
    for index, (step, x) in enumerate(zip(steps, laid, strict=True)):
        checks: tuple[date, ...] = ()
        if step.check_every is not None and step.largest_gap is not None:
            checks, said = check_days(x.start.date(), x.end.date(), step.check_every, step.largest_gap, calendar, index)
            notes.extend(said)
            notes.extend(_unchecked_breaks(x, checks, step.check_every, calendar, index))
        if step.by_the_clock and not _by_day(x.end):
            notes.append(PlanNote(PlanNoteKind.NIGHT, index, x.end.date()))
        out.append(PlannedStep(x.start, x.end, checks))
    said_days = {n.on for n in notes if n.kind is PlanNoteKind.DAY_OFF}
    if laid and start.date() not in said_days and not calendar.works(start.date()):
        notes.append(PlanNote(PlanNoteKind.STARTS_ON_DAY_OFF, 0, start.date()))
    if laid and sow.date() not in said_days and not calendar.works(sow.date()):
        notes.append(PlanNote(PlanNoteKind.SOWN_ON_DAY_OFF, len(laid) - 1, sow.date()))
    return Plan(tuple(out), start, sow, tuple(sorted(notes, key=lambda n: (n.step, n.on))))


def _unchecked_breaks(step: PlannedStep, checks: Collection[date], every: float, calendar: WorkCalendar, index: int) -> list[PlanNote]:
    """Breaks longer than a cadence before whose first day nobody mists."""
    found = []
    for first, last in calendar.breaks(step.start.date(), step.end.date()):
        eve = [d for d in (first - timedelta(days=n) for n in (1, 2)) if calendar.works(d)]
        if (last - first).days + 1 >= every and not any(d in checks for d in eve):
            found.append(PlanNote(PlanNoteKind.NO_CHECK_BEFORE_BREAK, index, first, (last - first).days + 1))
    return found


def _is_long(step: RecipeStep) -> bool:
    """Whether handling before a step and handling after it are days apart."""
    return step.bears_lengthening or step.days > 2


def _friendly(steps: Sequence[RecipeStep], index: int, at: datetime, calendar: WorkCalendar, notes: list[PlanNote]) -> datetime:
    """The end of a long step: the first day within what is allowed on which the next handling suits."""
    step = steps[index]
    due = at + timedelta(days=step.duration)
    for added in range(int(allowed_days(step)) + 1):
        end = due + timedelta(days=added)
        if _block_suits(steps, index + 1, end, calendar):
            if added:
                notes.append(PlanNote(PlanNoteKind.LENGTHENED, index, end.date(), added))
            return end
    notes.append(PlanNote(PlanNoteKind.DAY_OFF, index, due.date()))
    return due


def _block_suits(steps: Sequence[RecipeStep], first: int, at: datetime, calendar: WorkCalendar) -> bool:
    """Whether the short steps from `first` on, begun at `at`, are handled on working days only."""
    if not calendar.works(at.date()):
        return False
    for step in steps[first:]:
        if _is_long(step):
            break
        at = later(at, step.duration, step.unit)
        if not calendar.works(at.date()):
            return False
    return True


def _place_block(
    steps: Sequence[RecipeStep], first: int, at: datetime, calendar: WorkCalendar, notes: list[PlanNote], *, moves_days: bool
) -> datetime:
    """Where the plan begins: moved so that short steps at its head end by day, on days somebody works."""
    clocked = [s for s in steps[first : first + _head(steps, first)] if s.by_the_clock]
    if not clocked:
        return at
    for day in range(FURTHEST if moves_days else 1):
        for hour in sorted(range(DAY_BEGINS.hour, DAY_ENDS.hour), key=lambda h: abs(h - at.hour)):
            start = at if not day and hour == at.hour else (at + timedelta(days=day)).replace(hour=hour, minute=0)
            if (not day and start < at) or not _ends_by_day(steps, first, start) or not _block_suits(steps, first, start, calendar):
                continue
            if start != at:
                notes.append(PlanNote(PlanNoteKind.START_MOVED, first, start.date(), day))
            return start
    return at


def _sowing_hour(steps: Sequence[RecipeStep], sow: datetime, notes: list[PlanNote]) -> datetime:
    """The hour of the sowing day at which the short steps before it begin and end by day."""
    tail = []
    for step in reversed(steps):
        if not step.by_the_clock and step.days > 0:
            break
        tail.append(step)
    if not any(s.by_the_clock for s in tail):
        return sow
    for hour in sorted(range(DAY_BEGINS.hour, DAY_ENDS.hour + 1), key=lambda h: abs(h - sow.hour)):
        end = sow if hour == sow.hour else sow.replace(hour=hour, minute=0)
        at, fits = end, _by_day(end)
        for step in tail:
            at = later(at, -step.duration, step.unit)
            fits = fits and _by_day(at)
        if fits:
            if end != sow:
                notes.append(PlanNote(PlanNoteKind.START_MOVED, len(steps) - len(tail), end.date(), 0))
            return end
    return sow


def _head(steps: Sequence[RecipeStep], first: int) -> int:
    """How many steps from `first` on stand before the next long one."""
    return next((n for n, s in enumerate(steps[first:]) if _is_long(s)), len(steps) - first)


def _block_before(steps: Sequence[RecipeStep], index: int) -> list[RecipeStep]:
    """The short steps right before a step, nearest first."""
    found = []
    for step in reversed(steps[:index]):
        if _is_long(step):
            break
        found.append(step)
    return found


def _suits(before: Sequence[RecipeStep], at: datetime, calendar: WorkCalendar) -> bool:
    """Whether a start, and the short steps that lead up to it, fall on working days."""
    days = [at.date()]
    for step in before:
        at = later(at, -step.duration, step.unit)
        days.append(at.date())
    return all(calendar.works(d) for d in days)


def _ends_by_day(steps: Sequence[RecipeStep], first: int, at: datetime) -> bool:
    for step in steps[first : first + _head(steps, first)]:
        at = later(at, step.duration, step.unit)
        if step.by_the_clock and not _by_day(at):
            return False
    return True


def _by_day(at: datetime) -> bool:
    return DAY_BEGINS <= at.time() <= DAY_ENDS
