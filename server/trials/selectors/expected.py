"""How long a plant's course may still go on, from its own past trials: what the stop rule needs where germination comes late."""

from collections.abc import Iterable, Sequence
from dataclasses import replace

from django.db.models import Q

from core.design import ExpectedCourse, PastCourse, expected_course
from core.vocabulary import StopReason, TrialState
from server.trials.models import Trial
from server.trials.selectors.state import TrialCourses, with_courses

MOST_PAST_TRIALS = 8


def with_expected(found: Iterable[TrialCourses]) -> list[TrialCourses]:
    """The trials, those that could be closed now with what past trials of their plant let expect. Others are left as they are."""
    return [_with_expected(t) if t.advice is StopReason.QUIET_AND_LENGTH else t for t in found]


def _with_expected(courses: TrialCourses) -> TrialCourses:
    last = max((d.record.last_t or 0.0 for d in courses.dishes), default=0.0)
    found = expected_of(courses.trial, last)
    return courses if found is None else replace(courses, expected=found)


def expected_of(trial: Trial, day: float) -> ExpectedCourse | None:
    """What past finished trials of the plant let expect after a day; None where none came later than planned here."""
    lot = trial.lot
    same = Q(lot__taxon=lot.taxon_id) if lot.taxon_id else Q(lot=lot.pk)
    past = with_courses(Trial.objects.filter(same).exclude(pk=trial.pk).order_by("-sow_on", "-pk")[:MOST_PAST_TRIALS])
    return expected_course(_courses(past), planned=trial.length_days, day=day)


def _courses(past: Sequence[TrialCourses]) -> list[PastCourse]:
    out: list[PastCourse] = []
    for trial in past:
        if trial.state is not TrialState.CLOSED:
            continue
        by_treatment: dict[int, PastCourse] = {}
        for d in trial.dishes:
            if d.set_aside is None and not d.dark:
                by_treatment.setdefault(d.dish.treatment_id, PastCourse(trial.trial.pk, [])).dishes.append(d.record)
        out += by_treatment.values()
    return out
