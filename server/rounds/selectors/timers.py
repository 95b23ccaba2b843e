"""Steps that run by the clock: their end is kept here, so that no tab that closes takes it along."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from core.vocabulary import DurationUnit, EndsBy, Forgives, StepKind
from server.batches.selectors.courses import BatchCourse


@dataclass(frozen=True)
class Timer:
    """A running exposure. Whether it is over is for `now` of the answer, never for the device's own clock."""

    begun: int
    batch: int
    code: str
    name: str
    step: StepKind
    duration: float
    unit: DurationUnit
    began_at: datetime
    due_at: datetime
    forgives: Forgives
    ends_by: EndsBy
    sign: str
    next_step: str


@dataclass(frozen=True)
class Timers:
    """All running exposures, the first to end first, and the server's clock."""

    now: datetime
    timers: list[Timer]


def timers(now: datetime, courses: Sequence[BatchCourse]) -> Timers:
    """Exposures that run now."""
    found = [t for c in courses if (t := _timer(c)) is not None]
    return Timers(now, sorted(found, key=lambda t: t.due_at))


def _timer(course: BatchCourse) -> Timer | None:
    running = course.running
    if running is None or not running.step.as_core().by_the_clock:
        return None
    step, following = running.step, course.next_step
    return Timer(
        begun=running.begun.pk,
        batch=course.batch.pk,
        code=course.batch.code,
        name=course.batch.lot.common_name,
        step=StepKind(step.kind),
        duration=step.duration,
        unit=DurationUnit(step.unit),
        began_at=running.begun.at,
        due_at=running.begun.due_at,
        forgives=step.as_core().forgives,
        ends_by=EndsBy(step.ends_by),
        sign=step.sign,
        next_step=following.kind if following else "",
    )
