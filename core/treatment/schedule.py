"""Steps laid end to end (docs/methods/schedules.md): forward from a start, or backward from a sowing."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from core.errors import CoreError, check_finite
from core.units import to_days
from core.vocabulary import DurationUnit


@dataclass(frozen=True, slots=True)
class ScheduledStep:
    """Days from any common zero."""

    start: float
    end: float


@dataclass(frozen=True, slots=True)
class Schedule:
    """The steps in order; without a step `start` and `sow` are equal. Days."""

    steps: tuple[ScheduledStep, ...]
    start: float
    sow: float


@dataclass(frozen=True, slots=True)
class RecipeTimes:
    """When one of several recipes starts and is sown. Days."""

    name: str
    start: float
    sow: float


Duration = tuple[float, DurationUnit]


def schedule(durations: Sequence[Duration], *, start: float | None = None, sow: float | None = None) -> Schedule:
    """Lay steps end to end, forward from `start` or backward so that the last one ends at `sow`.

    >>> schedule([(24, DurationUnit.HOURS), (56, DurationUnit.DAYS)], sow=0).start
    -57.0
    """
    for given, name in ((start, "start"), (sow, "sow")):
        if given is not None:
            check_finite(given, name)
    if (start is None) == (sow is None):
        raise CoreError("A schedule needs a start or a sowing day, one of the two.", code="start_or_sow", parameter="start")
    days = [to_days(d, unit) for d, unit in durations]
    at = start if start is not None else (sow or 0.0) - sum(days)
    begin = at
    steps = []
    for index, length in enumerate(days):
        # backward, the last end is the sowing itself, free of rounding
        end = sow if sow is not None and index == len(days) - 1 else at + length
        steps.append(ScheduledStep(at, end))
        at = end
    return Schedule(tuple(steps), begin, sow if sow is not None else at)


def stagger(recipes: Mapping[str, Sequence[Duration]], *, sow_together: bool, at: float) -> list[RecipeTimes]:
    """Start recipes of unequal length so that all are sown on one day, or start all on one day."""
    times = []
    for name, durations in recipes.items():
        s = schedule(durations, sow=at) if sow_together else schedule(durations, start=at)
        times.append(RecipeTimes(name, s.start, s.sow))
    return times
