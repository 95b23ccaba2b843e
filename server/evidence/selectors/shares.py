"""A trial's treatments as core compares them."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from core.germination import FEWEST_DOSES, CountedDish, CountedTreatment, TrialShares, final_shares
from core.records import CountRecord, pool
from core.treatment import find_ladder, schedule
from core.vocabulary import DurationUnit
from server.trials.models import Treatment
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.state import TrialCourses


@dataclass(frozen=True)
class TreatmentCourses:
    """A treatment with the courses of its dishes; `counted` are those not set aside."""

    treatment: Treatment
    dishes: Sequence[DishCourse]

    @property
    def counted(self) -> list[DishCourse]:
        """Dishes that shares and comparisons use."""
        return [d for d in self.dishes if d.set_aside is None]

    @property
    def records(self) -> list[CountRecord]:
        """Count records of the counted dishes."""
        return [d.record for d in self.counted]

    def as_counted(self, *, with_set_aside: bool = False) -> CountedTreatment:
        """The treatment for core's shares."""
        dishes = self.dishes if with_set_aside else self.counted
        cv = max((d.dish.seeds_cv for d in dishes), default=0.0)
        return CountedTreatment(self.treatment.name, tuple(CountedDish(d.record.germinated, d.record.sown) for d in dishes), cv)


@dataclass(frozen=True)
class CoursePoint:
    """A step of the cumulative course: from `day` on, `share` (0..1) was up."""

    day: float
    share: float


def by_treatment(trial: TrialCourses) -> list[TreatmentCourses]:
    """The trial's dishes by treatment, in the order in which treatments were laid out."""
    found: dict[int, TreatmentCourses] = {}
    for course in trial.dishes:
        t = course.dish.treatment
        known = found.get(t.pk)
        found[t.pk] = TreatmentCourses(t, [*known.dishes, course] if known else [course])
    return sorted(found.values(), key=lambda t: t.treatment.order)


def shares_of(treatments: Sequence[TreatmentCourses], rho0: float) -> TrialShares | None:
    """Final shares of the treatments; None where every dish of one is set aside."""
    if any(not t.counted for t in treatments):
        return None
    return final_shares([t.as_counted() for t in treatments], rho0)


def steps_of(records: Sequence[CountRecord]) -> list[CoursePoint]:
    """The cumulative course of pooled dishes as steps, starting at 0 with what came early."""
    course = pool(records)
    shares = course.knot_counts / course.sown
    return [CoursePoint(float(t), float(s)) for t, s in zip(np.round(course.knot_times, 4), shares, strict=True)]


def planned_days(treatment: Treatment) -> float:
    """How long a treatment takes before sowing as its recipe plans it; 0 where the seed is sown as it is."""
    steps = [(s.duration, DurationUnit(s.unit)) for s in treatment.recipe.steps.all()] if treatment.recipe else []
    return -schedule(steps, sow=0).start if steps else 0.0


@dataclass(frozen=True)
class Ladder:
    """Treatments of a trial that are doses of one step: their places among those given, and the doses in `unit`.

    `step` is the one varied where the recipes told; None where somebody typed the doses.
    """

    places: tuple[int, ...]
    doses: tuple[float, ...]
    unit: str
    step: int | None = None


def ladder_among(treatments: Sequence[TreatmentCourses]) -> Ladder | None:
    """The dose ladder of a trial: as the doses say, else as the recipes do; None with fewer than three doses."""
    rows = [t.treatment for t in treatments]
    said = [i for i, t in enumerate(rows) if t.dose is not None]
    units = {rows[i].dose_unit for i in said if rows[i].dose}
    if len(units) == 1 and len({rows[i].dose for i in said}) >= FEWEST_DOSES:
        return Ladder(tuple(said), tuple(rows[i].dose or 0.0 for i in said), units.pop())
    # a light of its own makes a treatment more than a dose
    plain = [i for i, t in enumerate(rows) if not t.light and not t.level_a]
    steps = [[s.as_core() for s in r.steps.all()] if (r := rows[i].recipe) else [] for i in plain]
    found = find_ladder(steps)
    return Ladder(tuple(plain[i] for i in found.places), found.doses, found.unit, found.step) if found else None
