"""How long a course may still go on, from past trials of the same plant (docs/methods/looking-and-stopping.md)."""

from collections.abc import Hashable, Sequence
from dataclasses import dataclass

from core.germination import CourseFit, choose_family, curve_misfit, fitted, indices
from core.records import CountRecord


@dataclass(frozen=True, slots=True)
class PastCourse:
    """The dishes of one treatment of a finished trial; `trial` is anything that tells trials from each other."""

    trial: Hashable
    dishes: list[CountRecord]


@dataclass(frozen=True, slots=True)
class ExpectedCourse:
    """What past trials let expect.

    Attributes
    ----------
    days : float
        Length of the whole course: the latest T90 of the courses that came late or in more than one flush.
    trials : int
        How many trials they belong to.
    share_after : float
        Share of what germinated in them that came after the day asked for, 0..1.
    """

    days: float
    trials: int
    share_after: float


def expected_course(past: Sequence[PastCourse], *, planned: float, day: float) -> ExpectedCourse | None:
    """Return how long the course may be, where past trials show a second flush or a median beyond the planned length.

    Parameters
    ----------
    past : sequence of PastCourse
    planned : float
        Planned length of the trial being counted, in days.
    day : float
        Its last look, in days.

    Returns
    -------
    ExpectedCourse or None
        None where no past course came late.
    """
    late = [c for c in past if _came_late(c.dishes, planned)]
    ends = [t for c in late if (t := indices(c.dishes).t90) is not None]
    if not ends:
        return None
    looks = [i for c in late for d in c.dishes for i in d.inspections]
    total = sum(i.germinated for i in looks)
    after = sum(i.germinated for i in looks if i.t > day)
    return ExpectedCourse(max(ends), len({c.trial for c in late}), after / total if total else 0.0)


def _came_late(dishes: Sequence[CountRecord], planned: float) -> bool:
    """A median beyond the planned length, or a second flush after it: only that can make a quiet dish germinate again."""
    found = indices(dishes)
    if found.t50 is None or found.t90 is None:
        return False
    if found.t50 > planned:
        return True
    if found.t90 <= planned:
        return False
    family = choose_family([dishes]).family
    fit = fitted(dishes, family) if family is not None else None
    return isinstance(fit, CourseFit) and curve_misfit(dishes, fit).misfits
