"""The results a sowing can rest on: treatments tried on the lot, and on other lots of its plant."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from django.core.cache import caches

from core.germination import TYPICAL_DISH_RHO, indices
from core.vocabulary import TrialState
from server.evidence.models import Conclusion
from server.evidence.selectors.comparison import NothingToCompare
from server.evidence.selectors.decision import judged
from server.evidence.selectors.made_from import made_from
from server.evidence.selectors.shares import by_treatment
from server.evidence.selectors.typical_scatter import TypicalScatters, typical_scatters
from server.lots.models import Lot
from server.record_kinds.days import local_day
from server.record_kinds.kept import key_of
from server.record_kinds.selectors import valid
from server.trials.models import Treatment, Trial
from server.trials.selectors.state import TrialCourses, trials, with_courses

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
    same = trials().filter(lot__taxon=lot.taxon_id) if lot.taxon_id else trials().filter(lot=lot)
    wanted = sorted(same.order_by("-sow_on", "-pk")[: 3 * MOST_TRIALS], key=lambda t: t.lot_id != lot.pk)[:MOST_TRIALS]
    typical, revisions = typical_scatters(), made_from(wanted)
    chosen = set(valid(Conclusion.objects.filter(trial__in=wanted, treatment__isnull=False)).values_list("treatment", flat=True))
    found = [
        replace(x, other_lot=trial.lot_id != lot.pk, concluded=x.treatment in chosen)
        for trial in wanted
        for x in _of(trial, typical, revisions[trial.pk])
    ]
    found.sort(key=lambda x: (x.other_lot, not x.concluded, not x.by_decision, x.interim, -x.share, -x.trial))
    return [replace(x, rank=i) for i, x in enumerate(found)]


def tested(treatment: Treatment, lot: Lot) -> TestedTreatment | None:
    """One treatment's result; None while nothing of it counts."""
    trial = trials().get(pk=treatment.trial_id)
    found = next((x for x in _of(trial, typical_scatters(), made_from([trial])[trial.pk]) if x.treatment == treatment.pk), None)
    return replace(found, other_lot=trial.lot_id != lot.pk) if found else None


def n_eff_of_count(seeds: int) -> float:
    """Effective size of a percent that somebody typed: as of one dish, whose seeds are not independent of each other."""
    return seeds / (1 + (seeds - 1) * TYPICAL_DISH_RHO)


def _of(trial: Trial, typical: TypicalScatters, revisions: str) -> list[TestedTreatment]:
    """The treatments of a trial, kept by what they were made from: while a sowing is typed they are asked for again and again."""
    key = key_of("tested", revisions, typical.of(trial))
    kept: list[TestedTreatment] | None = caches["answers"].get(key)
    if kept is None:
        kept = _worked_out(with_courses([trial])[0])
        caches["answers"].set(key, kept, timeout=None)
    return kept


def _worked_out(courses: TrialCourses) -> list[TestedTreatment]:
    found = judged(courses)
    if courses.sown_at is None or isinstance(found, NothingToCompare):
        return []
    treatments = by_treatment(courses)
    decision = found.verdict.decision
    out = []
    for i, (t, share) in enumerate(zip(treatments, found.facts.comparison.shares.treatments, strict=True)):
        recipe = t.treatment.recipe
        out.append(
            TestedTreatment(
                treatment=t.treatment.pk,
                name=t.treatment.name,
                trial=courses.trial.pk,
                trial_code=courses.trial.code,
                lot_code=courses.trial.lot.code,
                other_lot=False,
                tested_on=local_day(courses.sown_at),
                recipe=recipe.pk if recipe else None,
                recipe_name=recipe.name if recipe else "",
                share=share.share,
                lower=share.lower,
                upper=share.upper,
                sowing_share=decision.options[i].sowing_share if decision else share.share,
                n_eff=share.n_eff,
                germinated=share.g,
                sown=share.n,
                dishes=share.dishes,
                days_to_half=indices(t.records).t50,
                interim=courses.state is not TrialState.CLOSED,
                concluded=False,
                by_decision=decision is not None and decision.use == i,
                rank=0,
            )
        )
    return out


def best_of(found: Sequence[TestedTreatment]) -> TestedTreatment | None:
    """The one that is proposed: the first in rank of which any germinated."""
    return next((x for x in found if x.share > 0), found[0] if found else None)
