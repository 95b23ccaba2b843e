"""The two clocks: from sowing, and from the start of treatment."""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from core.records import CountRecord
from server.batches.selectors.courses import BatchCourse
from server.evidence.selectors.shares import TreatmentCourses
from server.trials.selectors.courses import DAY, DishCourse


@dataclass(frozen=True)
class ClockShift:
    """Days from the start of treatment to sowing: of each counted dish, and their mean; `known` where they were really noted."""

    per_dish: list[float]
    days: float
    known: bool


def clock_shift(t: TreatmentCourses, bags: Mapping[int, BatchCourse]) -> ClockShift:
    """What the treatment adds before sowing: as it was done where its bag says so, else as the recipe plans it."""
    found = [_shift(d, bags, t) for d in t.counted]
    days = [x for x, _ in found]
    return ClockShift(days, sum(days) / len(days) if days else 0.0, all(known for _, known in found))


def _shift(d: DishCourse, bags: Mapping[int, BatchCourse], t: TreatmentCourses) -> tuple[float, bool]:
    course = bags.get(d.dish.batch_id or 0)
    if course is not None and course.started_at is not None and d.sown_at is not None:
        return max(0.0, (d.sown_at - course.started_at) / DAY), True
    return t.planned_days, t.treatment.recipe is None


def on_clock(record: CountRecord, days: float) -> CountRecord:
    """The same looks with `days` added to their times."""
    if not days:
        return record
    return replace(record, inspections=tuple(replace(i, t=i.t + days) for i in record.inspections))
