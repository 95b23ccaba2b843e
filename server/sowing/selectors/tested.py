"""The results a sowing can rest on: treatments tried on the lot, and on other lots of its plant."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from django.core.cache import caches

from core.germination import USUAL_RHO, final_shares, indices
from core.vocabulary import TrialState
from server.evidence.models import Conclusion
from server.evidence.selectors.bags import bag_notes, share_with_bag
from server.evidence.selectors.comparison import NothingToCompare
from server.evidence.selectors.fingerprint import trial_fingerprint
from server.evidence.selectors.shares import by_treatment
from server.evidence.selectors.usual import UsualScatters, usual_scatters
from server.evidence.selectors.verdict import verdict_of
from server.lots.models import Lot
from server.record_kinds.days import local_day
from server.record_kinds.selectors import valid
from server.trials.models import Treatment, Trial
from server.trials.selectors.state import TrialCourses, trials, with_courses

MOST_TRIALS = 12


@dataclass(frozen=True)
class TestedTreatment:
    """A treatment in one trial as a sowing can rest on it. Shares 0..1; `n_eff` is the effective size of the test in seeds.

    `rank` orders them: what people concluded, what the verdict uses, then by share; results of this lot before those of others.
    `days_to_half` is when half of those that came up were up; None where nobody can say.
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
    n_eff: float
    germinated: int
    sown: int
    dishes: int
    days_to_half: float | None
    interim: bool
    concluded: bool
    by_verdict: bool
    rank: int


def tested_treatments(lot: Lot) -> list[TestedTreatment]:
    """What was tried, the likeliest to be wanted first."""
    same = trials().filter(lot__taxon=lot.taxon_id) if lot.taxon_id else trials().filter(lot=lot)
    wanted = sorted(same.order_by("-sow_on", "-pk")[: 3 * MOST_TRIALS], key=lambda t: t.lot_id != lot.pk)[:MOST_TRIALS]
    usual = usual_scatters()
    chosen = set(valid(Conclusion.objects.filter(trial__in=wanted, treatment__isnull=False)).values_list("treatment", flat=True))
    found = [replace(x, other_lot=trial.lot_id != lot.pk, concluded=x.treatment in chosen) for trial in wanted for x in _of(trial, usual)]
    found.sort(key=lambda x: (x.other_lot, not x.concluded, not x.by_verdict, x.interim, -x.share, -x.trial))
    return [replace(x, rank=i) for i, x in enumerate(found)]


def tested(treatment: Treatment, lot: Lot) -> TestedTreatment | None:
    """One treatment's result; None while nothing of it counts."""
    trial = trials().get(pk=treatment.trial_id)
    found = next((x for x in _of(trial, usual_scatters()) if x.treatment == treatment.pk), None)
    return replace(found, other_lot=trial.lot_id != lot.pk) if found else None


def n_eff_of_count(seeds: int) -> float:
    """Effective size of a percent that somebody typed: as of one dish, whose seeds are not independent of each other."""
    return seeds / (1 + (seeds - 1) * USUAL_RHO)


def _of(trial: Trial, usual: UsualScatters) -> list[TestedTreatment]:
    """The treatments of a trial, kept by what they were made from: while a sowing is typed they are asked for again and again."""
    key = f"tested:{trial_fingerprint(trial)}:{usual.of(trial)!r}".replace(" ", "_")
    kept: list[TestedTreatment] | None = caches["answers"].get(key)
    if kept is None:
        kept = _worked_out(with_courses([trial])[0], usual)
        caches["answers"].set(key, kept, timeout=None)
    return kept


def _worked_out(courses: TrialCourses, usual: UsualScatters) -> list[TestedTreatment]:
    treatments = by_treatment(courses)
    if courses.sown_at is None or any(not t.counted for t in treatments) or not any(d.looks for d in courses.dishes):
        return []
    shares = final_shares([t.as_counted() for t in treatments], usual.of(courses.trial).rho0)
    notes = bag_notes(treatments)
    judged = verdict_of(courses)
    use = None if isinstance(judged, NothingToCompare) else judged.verdict.chosen
    out = []
    for t, share in zip(treatments, shares.treatments, strict=True):
        shown = share_with_bag(share.p, share.lower, share.upper, notes.get(t.treatment.pk))
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
                share=shown.p,
                lower=shown.lower,
                upper=shown.upper,
                n_eff=share.n_eff,
                germinated=share.g,
                sown=share.n,
                dishes=share.dishes,
                days_to_half=indices(t.records).t50,
                interim=courses.state is not TrialState.CLOSED,
                concluded=False,
                by_verdict=t.treatment.name == use,
                rank=0,
            )
        )
    return out


def best_of(found: Sequence[TestedTreatment]) -> TestedTreatment | None:
    """The one that is proposed: the first in rank that woke any."""
    return next((x for x in found if x.share > 0), found[0] if found else None)
