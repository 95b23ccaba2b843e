"""A trial's treatments as core compares them."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from core.germination import FEWEST_DOSES, CountedDish, CountedTreatment, SharedBags, TreatmentShare, TrialShares, final_shares
from core.records import CountRecord, pool
from core.treatment import find_ladder, schedule
from core.verdict import Called
from core.vocabulary import DurationUnit, Layout, StepKind, TreatmentId
from server.evidence.selectors.shared_bags import FilledDish, shared_bags
from server.evidence.selectors.typical_scatter import TypicalScatter, calibration_of
from server.recipes.models import Step
from server.trials.models import Treatment
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.lots import names_of
from server.trials.selectors.state import TrialCourses


@dataclass(frozen=True)
class TreatmentCourses:
    """A treatment with the courses of its dishes; `counted` are those not set aside. `blocked`: the trial lies in blocks.

    `name` is what the treatment is called in its trial, with its lot where treatments of several lots have one name.
    """

    treatment: Treatment
    dishes: Sequence[DishCourse]
    name: str
    blocked: bool = False

    @cached_property
    def kinds(self) -> list[StepKind]:
        """Kinds of the steps of its recipe, in order; none where the seed is sown as it is."""
        return self.treatment.recipe.kinds if self.treatment.recipe else []

    @cached_property
    def laid_steps(self) -> list[tuple[Step, float, float]]:
        """Steps of its recipe with their days on the clock from sowing, at or below 0."""
        if self.treatment.recipe is None:
            return []
        steps = list(self.treatment.recipe.steps.all())
        laid = schedule([(s.duration, DurationUnit(s.unit)) for s in steps], sow=0)
        return [(s, x.start, x.end) for s, x in zip(steps, laid.steps, strict=True)]

    @property
    def planned_days(self) -> float:
        """Days of treatment before sowing as its recipe plans them; 0 where the seed is sown as it is."""
        return -self.laid_steps[0][1] if self.laid_steps else 0.0

    @cached_property
    def bags(self) -> SharedBags:
        """The bags that it rests on."""
        return shared_bags(self.kinds, [_filled(d) for d in self.dishes])

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
        return self.counted_as(self.dishes if with_set_aside else self.counted)

    def counted_as(self, dishes: Sequence[DishCourse]) -> CountedTreatment:
        """The treatment with some of its dishes."""
        cv, known = max(((d.dish.seeds_cv, d.dish.seeds_known) for d in dishes), default=(0.0, ""))
        counted = tuple(CountedDish(d.record.germinated, d.record.sown, self.block_of(d)) for d in dishes)
        return CountedTreatment(self.treatment.pk, counted, cv, calibration_of(known, cv), self.bags)

    def block_of(self, dish: DishCourse) -> str | None:
        """The block a dish lies in; None in a trial without blocks."""
        return str(dish.dish.block) if self.blocked else None


@dataclass(frozen=True)
class CoursePoint:
    """A step of the cumulative course: from `day` on, `share` (0..1) was up."""

    day: float
    share: float


def _filled(d: DishCourse) -> FilledDish:
    before = (x.sprouted for x in d.sprouts if d.sown_at is None or x.at < d.sown_at)
    seeds = d.dish.batch.seeds if d.dish.batch is not None else 0
    return FilledDish(d.dish.batch_id, d.origin, seeds, d.dishes_of_bag, sum(before))


def by_treatment(trial: TrialCourses) -> list[TreatmentCourses]:
    """The trial's dishes by treatment, in the order in which treatments were laid out."""
    dishes: dict[int, list[DishCourse]] = defaultdict(list)
    for course in trial.dishes:
        dishes[course.dish.treatment_id].append(course)
    blocked = trial.trial.layout == Layout.BLOCKS
    found = [TreatmentCourses(mine[0].dish.treatment, mine, trial.names[pk], blocked) for pk, mine in dishes.items()]
    return sorted(found, key=lambda t: t.treatment.order)


def called_in(treatments: Sequence[TreatmentCourses]) -> Called:
    """How the treatments of a trial are called in sentences: the one whose seed is sown as it is, by that."""
    untreated = [t.treatment.pk for t in treatments if not t.kinds and not t.treatment.light]
    names: dict[TreatmentId, str] = dict(names_of([t.treatment for t in treatments]).items())
    return Called(names, frozenset(untreated if len(untreated) == 1 else []))


def shares_of(treatments: Sequence[TreatmentCourses], typical: TypicalScatter) -> TrialShares | None:
    """Final shares of the treatments; None where every dish of one is set aside."""
    if any(not t.counted for t in treatments):
        return None
    return final_shares([t.as_counted() for t in treatments], typical.rho0, typical.rho_b)


def counted_shares(treatments: Sequence[TreatmentCourses], typical: TypicalScatter) -> list[tuple[TreatmentCourses, TreatmentShare]]:
    """The treatments of which something was counted, each with its share: what needs no other treatment to be told."""
    counted = [t for t in treatments if any(d.looks for d in t.counted)]
    shares = shares_of(counted, typical) if counted else None
    return list(zip(counted, shares.treatments, strict=True)) if shares else []


def steps_of(records: Sequence[CountRecord]) -> list[CoursePoint]:
    """The cumulative course of pooled dishes as steps, starting at 0 with what came early."""
    course = pool(records)
    shares = course.knot_counts / course.sown
    return [CoursePoint(float(t), float(s)) for t, s in zip(np.round(course.knot_times, 4), shares, strict=True)]


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
