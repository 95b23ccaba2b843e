"""The results a sowing can rest on: treatments tried on the lot, and on other lots of its plant."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from django.core.cache import caches

from core.decision import Decision
from core.germination import TYPICAL_DISH_RHO, TreatmentShare, TrialLine, indices, over_trials
from core.treatment import KeyStep, TreatmentKey
from core.vocabulary import TrialKind, TrialState
from core.worth import next_lot_belief
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

    Of another lot, `next_lower` to `next_upper` is where this lot will fall (95 %), pooled over the lots on which the same was done;
    then `sowing_share` and `n_eff` are of that range, not of the old result. Of this lot both are None.
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
    next_lower: float | None
    next_upper: float | None
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
    kept = [k for k in _of(wanted) if plants[k.tested.treatment] == plant_of(lot)]
    found = [replace(_for_lot(k, kept, lot), concluded=k.tested.treatment in chosen) for k in kept]
    found.sort(key=lambda x: (x.other_lot, not x.concluded, not x.by_decision, x.interim, -x.share, -x.trial))
    return [replace(x, rank=i) for i, x in enumerate(found)]


def tested(treatment: Treatment, lot: Lot) -> TestedTreatment | None:
    """One treatment's result; None while nothing of it counts."""
    if treatment.lot_id != lot.pk:
        # where this lot will fall is told by all lots of the plant
        known = next((x for x in tested_treatments(lot) if x.treatment == treatment.pk), None)
        if known is not None:
            return known
    kept = _of([trials().get(pk=treatment.trial_id)])
    found = next((k for k in kept if k.tested.treatment == treatment.pk), None)
    return _for_lot(found, [found], lot) if found else None


@dataclass(frozen=True)
class _Kept:
    """A result with what was done to its seed, in the steps that make it the same treatment."""

    tested: TestedTreatment
    done: tuple[KeyStep, ...]


def _for_lot(kept: _Kept, every: Sequence[_Kept], lot: Lot) -> TestedTreatment:
    """A result as it counts for a lot: of another lot, where this one will fall."""
    found = kept.tested
    if found.lot == lot.pk:
        return found
    lines = [TrialLine(k.tested.share, k.tested.n_eff) for k in every if k.done == kept.done]
    pooled = over_trials(lines)
    assert pooled is not None  # its own line is among them
    belief = next_lot_belief(pooled)
    ends = (pooled.next_lot.lower, pooled.next_lot.upper)
    size = belief.a + belief.b
    return replace(found, other_lot=True, sowing_share=belief.mean, n_eff=size, next_lower=ends[0], next_upper=ends[1])


def n_eff_of_count(seeds: int) -> float:
    """Effective size of a percent that somebody typed: as of one dish, whose seeds are not independent of each other."""
    return seeds / (1 + (seeds - 1) * TYPICAL_DISH_RHO)


def _of(wanted: Sequence[Trial]) -> list[_Kept]:
    """The treatments of trials, kept by what they were made from: while a sowing is typed they are asked for again and again.

    Trials that are not kept are read together.
    """
    typical, revisions = typical_scatters(), made_from(wanted)
    keys = {t.pk: key_of("tested by what was done", revisions[t.pk], typical.of(t)) for t in wanted}
    kept: dict[str, list[_Kept]] = caches["answers"].get_many(keys.values())
    read = with_courses([t for t in wanted if keys[t.pk] not in kept])
    if read:
        year, bags = work_year(), bags_of([t for courses in read for t in by_treatment(courses)])
        made = {keys[c.trial.pk]: _worked_out(c, Given(typical.of(c.trial), year, bags)) for c in read}
        caches["answers"].set_many(made, timeout=None)
        kept |= made
    return [x for t in wanted for x in kept[keys[t.pk]]]


def _worked_out(courses: TrialCourses, given: Given) -> list[_Kept]:
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


def _tested(courses: TrialCourses, t: TreatmentCourses, share: TreatmentShare, decision: Decision | None, place: int) -> _Kept:
    """One treatment; `place` is where it is among those of its decision."""
    recipe, lot = t.treatment.recipe, t.treatment.lot
    sown_at = min((d.sown_at for d in t.dishes if d.sown_at), default=courses.sown_at)
    found = TestedTreatment(
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
        next_lower=None,
        next_upper=None,
        germinated=share.g,
        sown=share.n,
        dishes=share.dishes,
        days_to_half=indices(t.records).t50,
        interim=any(d.open for d in t.dishes) if courses.trial.kind == TrialKind.PACKET_DAY else courses.state is not TrialState.CLOSED,
        concluded=False,
        by_decision=decision is not None and decision.use == place,
        rank=0,
    )
    return _Kept(found, TreatmentKey.of([s.as_key() for s, _, _ in t.laid_steps]).recipe)


def best_of(found: Sequence[TestedTreatment]) -> TestedTreatment | None:
    """The one that is proposed: the first in rank of which any germinated."""
    return next((x for x in found if x.share > 0), found[0] if found else None)
