"""How long a plant's course may still go on, from its own past trials: what the stop rule needs where germination comes late."""

from collections import defaultdict
from collections.abc import Collection, Iterable, Sequence
from dataclasses import replace

from django.db.models import Q

from core.design import PastCourse, expected_course
from core.vocabulary import StopReason, TrialKind, TrialState
from server.trials.models import Treatment, Trial
from server.trials.selectors.lots import PlantKey, plant_of
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
    found = expected_course(_courses(past, {plant_of(lot) for lot in courses.trial.lots}), planned=courses.trial.length_days, day=last)
    return courses if found is None else replace(courses, expected=found)


def _past_of(wanted: Sequence[Trial]) -> dict[int, list[TrialCourses]]:
    chosen = past_trials(wanted)
    read = {c.trial.pk: c for c in with_courses({t.pk: t for past in chosen.values() for t in past}.values())}
    return {trial: [read[t.pk] for t in past] for trial, past in chosen.items()}


def past_trials(wanted: Sequence[Trial]) -> dict[int, list[Trial]]:
    """The latest other trials of the plants of each trial, by trial, in a fixed number of queries; none of a packet day, of any plants."""
    asked = [t for t in wanted if t.kind != TrialKind.PACKET_DAY]
    lots = [lot for t in asked for lot in t.lots]
    plants = Q(lot__taxon__in=[x.taxon_id for x in lots if x.taxon_id]) | Q(lot__in=lots)
    by_plant: dict[PlantKey, dict[int, Trial]] = defaultdict(dict)
    same = Treatment.objects.filter(plants).order_by().values("trial")
    for t in trials().filter(pk__in=same, kind=TrialKind.TRIAL).order_by("-sow_on", "-pk"):
        for lot in t.lots:
            by_plant[plant_of(lot)][t.pk] = t
    found = {t.pk: {pk: x for lot in t.lots for pk, x in by_plant[plant_of(lot)].items() if pk != t.pk} for t in asked}
    latest = {pk: sorted(past.values(), key=lambda t: (t.sow_on, t.pk), reverse=True) for pk, past in found.items()}
    return {t.pk: latest.get(t.pk, [])[:MOST_PAST_TRIALS] for t in wanted}


def _courses(past: Sequence[TrialCourses], plants: Collection[PlantKey]) -> list[PastCourse]:
    out: list[PastCourse] = []
    for trial in past:
        if trial.state is not TrialState.CLOSED:
            continue
        by_treatment: dict[int, PastCourse] = {}
        for d in trial.dishes:
            if d.set_aside is None and not d.dark and plant_of(d.dish.treatment.lot) in plants:
                by_treatment.setdefault(d.dish.treatment_id, PastCourse(trial.trial.pk, [])).dishes.append(d.record)
        out += by_treatment.values()
    return out
