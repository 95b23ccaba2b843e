"""How long a plant's course may still go on, from its own past trials: what the stop rule needs where germination comes late."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import replace

from django.db.models import Q

from core.design import PastCourse, expected_course
from core.vocabulary import StopReason, TrialState
from server.trials.models import Trial
from server.trials.selectors.state import TrialCourses, trials, with_courses

MOST_PAST_TRIALS = 8


def with_expected(found: Iterable[TrialCourses]) -> list[TrialCourses]:
    """The trials, those that could be closed now with what past trials of their plant let expect. Others are left as they are.

    Past trials of all of them are read together, however many could be closed.
    """
    every = list(found)
    closable = [t for t in every if t.advice is StopReason.QUIET_AND_LENGTH]
    past = _past_of([t.trial for t in closable]) if closable else {}
    return [_with_expected(t, past[t.trial.pk]) if t.trial.pk in past else t for t in every]


def _with_expected(courses: TrialCourses, past: Sequence[TrialCourses]) -> TrialCourses:
    last = max((d.record.last_t or 0.0 for d in courses.dishes), default=0.0)
    found = expected_course(_courses(past), planned=courses.trial.length_days, day=last)
    return courses if found is None else replace(courses, expected=found)


def _past_of(wanted: Sequence[Trial]) -> dict[int, list[TrialCourses]]:
    chosen = past_trials(wanted)
    read = {c.trial.pk: c for c in with_courses({t.pk: t for past in chosen.values() for t in past}.values())}
    return {trial: [read[t.pk] for t in past] for trial, past in chosen.items()}


def past_trials(wanted: Sequence[Trial]) -> dict[int, list[Trial]]:
    """The latest other trials of the plant of each trial, by trial: one query."""
    plants = Q(lot__taxon__in=[t.lot.taxon_id for t in wanted if t.lot.taxon_id]) | Q(lot__in=[t.lot_id for t in wanted])
    by_plant: dict[tuple[int | None, int | None], list[Trial]] = defaultdict(list)
    for t in trials().filter(plants).order_by("-sow_on", "-pk"):
        by_plant[_plant(t.lot_id, t.lot.taxon_id)].append(t)
    return {t.pk: [x for x in by_plant[_plant(t.lot_id, t.lot.taxon_id)] if x.pk != t.pk][:MOST_PAST_TRIALS] for t in wanted}


def _plant(lot: int, taxon: int | None) -> tuple[int | None, int | None]:
    """What makes lots one plant: the species, or the lot alone while it has no name."""
    return (taxon, None) if taxon else (None, lot)


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
