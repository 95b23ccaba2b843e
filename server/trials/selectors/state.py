"""Where trials stand and when their dishes want a look; derived, never stored."""

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import cached_property

from django.db.models import Exists, OuterRef, Prefetch, QuerySet

from core.design import ExpectedCourse, next_look, stop_rule
from core.records import CountRecord
from core.vocabulary import StopReason, TrialState
from server.lots.models import Lot
from server.record_kinds.by_revision import by_revision
from server.record_kinds.models import RevisionOf, revisions_of
from server.record_kinds.selectors import valid
from server.trials.models import Closing, Dish, SetAside, Treatment, Trial
from server.trials.selectors.courses import DAY, DishCourse, courses_of
from server.trials.selectors.lots import names_of

# the dish that needs most decides for a trial
STOP_ORDER = [
    StopReason.STILL_COMING,
    StopReason.LENGTH_NOT_REACHED,
    StopReason.MORE_EXPECTED,
    StopReason.QUIET_AND_LENGTH,
    StopReason.ALL_ACCOUNTED,
]


@dataclass(frozen=True)
class TrialCourses:
    """A trial with the courses of all its dishes, in place order; `expected` is what past trials of its plant let expect, if asked."""

    trial: Trial
    dishes: Sequence[DishCourse]
    expected: ExpectedCourse | None = None

    @property
    def state(self) -> TrialState:
        """Planned until a dish is sown, closed once none is open."""
        if any(d.open for d in self.dishes):
            return TrialState.COUNTING
        if any(d.sown_at for d in self.dishes):
            return TrialState.CLOSED
        return TrialState.PLANNED

    @property
    def sown_at(self) -> datetime | None:
        """The first sowing of any dish."""
        return min((d.sown_at for d in self.dishes if d.sown_at), default=None)

    @cached_property
    def first_germination_day(self) -> float | None:
        """Day of the first look after 0, of any dish, that found a germinated seed."""
        return _first_germination([d.record for d in self.dishes])

    @cached_property
    def names(self) -> dict[int, str]:
        """What each treatment is called, by id."""
        return names_of({d.dish.treatment_id: d.dish.treatment for d in self.dishes}.values())

    def length_of(self, course: DishCourse) -> float:
        """Planned days of counting of a dish: its treatment's own, else the trial's."""
        own = course.dish.treatment.length_days
        return self.trial.length_days if own is None else own

    @property
    def longest_days(self) -> float:
        """Planned days of counting of the dish that is counted longest."""
        return max((self.length_of(d) for d in self.dishes), default=self.trial.length_days)

    def next_look_at(self, course: DishCourse, first_germination: float | None) -> datetime | None:
        """When a dish wants its next look; None unless it is open."""
        if not course.open or course.sown_at is None:
            return None
        t, start = self.trial, course.clock_from or course.sown_at
        length = self.length_of(course)
        last = course.last_look
        seen = None if last is None or last.at < start else (last.at - start) / DAY
        if course.dark and seen is None:
            return start + length * DAY
        first = first_germination if not course.stretches else _first_germination([course.current])
        return start + next_look(t.first_look_days, t.every_days, length, t.daily_for_days, first, seen) * DAY

    def advice_of(self, course: DishCourse) -> StopReason | None:
        """Whether a dish may be closed; None unless it is open, and after one look in the dark, which tells no time."""
        if not course.open or (course.dark and len(course.looks) <= 1):
            return None
        expected = None if self.expected is None else self.expected.days
        return stop_rule(course.current, self.length_of(course), self.trial.every_days, expected).reason

    @cached_property
    def advice(self) -> StopReason | None:
        """Whether the trial as a whole may be closed: the dish that needs most decides. None without an open dish."""
        reasons = [reason for d in self.dishes if (reason := self.advice_of(d)) is not None]
        return min(reasons, key=STOP_ORDER.index, default=None)


def _first_germination(records: Iterable[CountRecord]) -> float | None:
    return min((i.t for r in records for i in r.inspections if i.germinated and i.t > 0), default=None)


def trials() -> QuerySet[Trial]:
    """Trials with what their names need."""
    return Trial.objects.prefetch_related(Prefetch("treatments", Treatment.objects.select_related("lot__taxon", "lot__place")))


def trials_of(lots: Collection[Lot]) -> QuerySet[Trial]:
    """Trials that test seed of any of these lots."""
    return trials().filter(pk__in=Treatment.objects.filter(lot__in=lots).order_by().values("trial"))


def trials_of_plant(lot: Lot) -> QuerySet[Trial]:
    """Trials of the plant of a lot; of the lot alone while the plant is unknown."""
    if lot.taxon_id is None:
        return trials_of([lot])
    return trials().filter(pk__in=Treatment.objects.filter(lot__taxon=lot.taxon_id).order_by().values("trial"))


def with_courses(wanted: Iterable[Trial], *, with_people: bool = False) -> list[TrialCourses]:
    """Several trials with all their dishes, in a fixed number of queries."""
    found = list(wanted)
    dishes = (
        Dish.objects.filter(treatment__trial__in=[t.pk for t in found])
        .select_related("treatment__recipe", "treatment__trial", "treatment__lot__taxon", "batch", "place__parent__parent__parent")
        .prefetch_related("treatment__recipe__steps")
    )
    by_trial: dict[int, list[DishCourse]] = {t.pk: [] for t in found}
    for course in courses_of(dishes, with_people=with_people):
        by_trial[course.dish.treatment.trial_id].append(course)
    return [TrialCourses(t, by_trial[t.pk]) for t in found]


def open_trials() -> QuerySet[Trial]:
    """Trials that are planned or counting."""
    ids = list(Trial.objects.order_by().values_list("pk", flat=True))
    found = by_revision("open-trials", revisions_of({RevisionOf.TRIAL: ids})[RevisionOf.TRIAL], _open_among)
    return trials().filter(pk__in=[pk for pk, still in found.items() if still])


def _open_among(ids: Sequence[int]) -> dict[int, bool]:
    """Those of which some dish is neither closed nor set aside."""
    closed = valid(Closing.objects.filter(dish=OuterRef("pk")))
    aside = valid(SetAside.objects.filter(dish=OuterRef("pk")))
    still = Dish.objects.filter(~Exists(closed), ~Exists(aside), treatment__trial=OuterRef("pk"))
    return dict.fromkeys(Trial.objects.filter(Exists(still), pk__in=ids).values_list("pk", flat=True), True)
