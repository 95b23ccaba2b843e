"""The results a sowing can rest on: treatments tried on the lot, and on other lots of its plant."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from django.core.cache import caches

from core.decision import Decision
from core.germination import TYPICAL_DISH_RHO, TreatmentShare, indices
from core.vocabulary import TrialKind, TrialState
from server.evidence.models import Conclusion
from server.evidence.selectors.bags import bags_of
from server.evidence.selectors.comparison import NothingToCompare
from server.evidence.selectors.decision import Given, judged
from server.evidence.selectors.made_from import made_from
from server.evidence.selectors.shares import TreatmentCourses, by_treatment, counted_shares
from server.evidence.selectors.typical_scatter import typical_scatters
from server.lots.models import Lot
from server.people.selectors import work_year
from server.record_kinds.days import local_day
from server.record_kinds.kept import key_of
from server.record_kinds.selectors import valid
from server.trials.models import Treatment, Trial
from server.trials.selectors.lots import plant_of
from server.trials.selectors.state import TrialCourses, trials, trials_of_plant, with_courses

MOST_TRIALS = 12


@dataclass(frozen=True)
class TestedTreatment:
    """A treatment in one trial as a sowing can rest on it. Shares 0..1; `n_eff` is the effective size of the test in seeds.

    `rank` orders them: what people concluded, what the decision uses, then by share; results of this lot before those of others.
    `sowing_share` is the share to plan with: the best of three treatments or more is partly luck. `days_to_half` is the time to 50 %
    germination; None where nobody can say.
    """

    treatment: int
    name: str
    trial: int
    trial_code: str
    lot: int
    lot_code: str
    other_lot: bool
    tested_on: date
    recipe: int | None
    recipe_name: str
    share: float
    lower: float
    upper: float
    sowing_share: float
    n_eff: float
    germinated: int
    sown: int
    dishes: int
    days_to_half: float | None
    interim: bool
    concluded: bool
    by_decision: bool
    rank: int


def tested_treatments(lot: Lot) -> list[TestedTreatment]:
    """What was tried, the likeliest to be wanted first."""
    same = trials_of_plant(lot).order_by("-sow_on", "-pk")[: 3 * MOST_TRIALS]
    wanted = sorted(same, key=lambda t: lot.pk not in (x.pk for x in t.lots))[:MOST_TRIALS]
    plants = {t.pk: plant_of(t.lot) for trial in wanted for t in trial.treatments.all()}
    chosen = set(valid(Conclusion.objects.filter(trial__in=wanted, treatment__isnull=False)).values_list("treatment", flat=True))
    found = [
        replace(x, other_lot=x.lot != lot.pk, concluded=x.treatment in chosen) for x in _of(wanted) if plants[x.treatment] == plant_of(lot)
    ]
    found.sort(key=lambda x: (x.other_lot, not x.concluded, not x.by_decision, x.interim, -x.share, -x.trial))
    return [replace(x, rank=i) for i, x in enumerate(found)]


def tested(treatment: Treatment, lot: Lot) -> TestedTreatment | None:
    """One treatment's result; None while nothing of it counts."""
    trial = trials().get(pk=treatment.trial_id)
    found = next((x for x in _of([trial]) if x.treatment == treatment.pk), None)
    return replace(found, other_lot=found.lot != lot.pk) if found else None


def n_eff_of_count(seeds: int) -> float:
    """Effective size of a percent that somebody typed: as of one dish, whose seeds are not independent of each other."""
    return seeds / (1 + (seeds - 1) * TYPICAL_DISH_RHO)


def _of(wanted: Sequence[Trial]) -> list[TestedTreatment]:
    """The treatments of trials, kept by what they were made from: while a sowing is typed they are asked for again and again.

    Trials that are not kept are read together.
    """
    typical, revisions = typical_scatters(), made_from(wanted)
    keys = {t.pk: key_of("tested", revisions[t.pk], typical.of(t)) for t in wanted}
    kept: dict[str, list[TestedTreatment]] = caches["answers"].get_many(keys.values())
    read = with_courses([t for t in wanted if keys[t.pk] not in kept])
    if read:
        year, bags = work_year(), bags_of([t for courses in read for t in by_treatment(courses)])
        made = {keys[c.trial.pk]: _worked_out(c, Given(typical.of(c.trial), year, bags)) for c in read}
        caches["answers"].set_many(made, timeout=None)
        kept |= made
    return [x for t in wanted for x in kept[keys[t.pk]]]


def _worked_out(courses: TrialCourses, given: Given) -> list[TestedTreatment]:
    if courses.trial.kind == TrialKind.PACKET_DAY:
        return [_tested(courses, t, x, None, 0) for t, x in counted_shares(by_treatment(courses), given.typical)]
    found = judged(courses, given=given)
    if isinstance(found, NothingToCompare):
        return []
    return [
        _tested(courses, t, share, group.verdict.decision, i)
        for group in found
        for i, (t, share) in enumerate(zip(group.treatments, group.facts.comparison.shares.treatments, strict=True))
    ]


def _tested(courses: TrialCourses, t: TreatmentCourses, share: TreatmentShare, decision: Decision | None, place: int) -> TestedTreatment:
    """One treatment; `place` is where it is among those of its decision."""
    recipe, lot = t.treatment.recipe, t.treatment.lot
    sown_at = min((d.sown_at for d in t.dishes if d.sown_at), default=courses.sown_at)
    return TestedTreatment(
        treatment=t.treatment.pk,
        name=t.name,
        trial=courses.trial.pk,
        trial_code=courses.trial.code,
        lot=lot.pk,
        lot_code=lot.code,
        other_lot=False,
        tested_on=local_day(sown_at) if sown_at else courses.trial.sow_on,
        recipe=recipe.pk if recipe else None,
        recipe_name=recipe.name if recipe else "",
        share=share.share,
        lower=share.lower,
        upper=share.upper,
        sowing_share=decision.options[place].sowing_share if decision else share.share,
        n_eff=share.n_eff,
        germinated=share.g,
        sown=share.n,
        dishes=share.dishes,
        days_to_half=indices(t.records).t50,
        interim=any(d.open for d in t.dishes) if courses.trial.kind == TrialKind.PACKET_DAY else courses.state is not TrialState.CLOSED,
        concluded=False,
        by_decision=decision is not None and decision.use == place,
        rank=0,
    )


def best_of(found: Sequence[TestedTreatment]) -> TestedTreatment | None:
    """The one that is proposed: the first in rank of which any germinated."""
    return next((x for x in found if x.share > 0), found[0] if found else None)
