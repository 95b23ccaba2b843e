"""The verdict on a trial, from its comparison of sown seed."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.design import smallest_differences
from core.germination import Comparison as FinalComparison
from core.germination import compare_final, pair_indices, read_ladder
from core.treatment import COLD, cautions
from core.verdict import Bands, LadderFacts, TreatmentFacts, TrialFacts, Verdict, verdict
from core.vocabulary import ClosingFate, Family, StepKind, TrialState
from server.evidence.selectors.bags import BagNote, bag_notes, share_with_bag
from server.evidence.selectors.comparison import NothingToCompare
from server.evidence.selectors.comparison.rows import bag_share, pooled_early
from server.evidence.selectors.conclusions import ConclusionView, of_trial
from server.evidence.selectors.shares import TreatmentCourses, by_treatment, ladder_among, planned_days
from server.evidence.selectors.usual import usual_scatter
from server.people.selectors import work_year
from server.trials.models import Trial
from server.trials.selectors.state import TrialCourses, with_courses


@dataclass(frozen=True)
class ChoosableTreatment:
    """A treatment that a conclusion can choose."""

    id: int
    name: str
    recipe: int | None
    share: float
    lower: float
    upper: float


@dataclass(frozen=True)
class VerdictPage:
    """The verdict, the bands it used, and what people concluded."""

    trial: int
    code: str
    question: str
    lot: int
    lot_code: str
    lot_name: str
    interim: bool
    verdict: Verdict
    band_usual: float
    band_thin: float
    rho0: float
    treatments: list[ChoosableTreatment]
    conclusions: list[ConclusionView]


def verdict_page(trial: Trial) -> VerdictPage | NothingToCompare:
    """The verdict on a trial; what is missing where there is none yet."""
    return verdict_of(with_courses([trial])[0])


def verdict_of(courses: TrialCourses) -> VerdictPage | NothingToCompare:
    """The verdict from courses that were read already."""
    trial, found = courses.trial, facts_of(courses)
    if isinstance(found, NothingToCompare):
        return found
    bands = found.bands
    ids = {t.treatment.name: t.treatment for t in by_treatment(courses)}
    return VerdictPage(
        trial=trial.pk,
        code=trial.code,
        question=trial.question,
        lot=trial.lot_id,
        lot_code=trial.lot.code,
        lot_name=trial.lot.common_name,
        interim=not found.finished,
        verdict=verdict(found),
        band_usual=bands.usual,
        band_thin=bands.thin,
        rho0=found.comparison.shares.rho0,
        treatments=[ChoosableTreatment(ids[t.name].pk, t.name, ids[t.name].recipe_id, t.share, t.lower, t.upper) for t in found.treatments],
        conclusions=of_trial(trial),
    )


def facts_of(courses: TrialCourses) -> TrialFacts | NothingToCompare:
    """A trial as the verdict reads it."""
    treatments = by_treatment(courses)
    if not any(d.looks for d in courses.dishes):
        return NothingToCompare("no_look", "No dish has been looked at yet: there is nothing to judge. Count a round first.")
    if any(not t.counted for t in treatments):
        return NothingToCompare("all_set_aside", "Every dish of one treatment is set aside: nothing can be judged.")
    usual, year = usual_scatter(courses.trial), work_year()
    comparison = compare_final([t.as_counted() for t in treatments], Family.ALL, None, usual.rho0)
    notes = bag_notes(treatments)
    return TrialFacts(
        treatments=[_facts(t, i, comparison, notes.get(t.treatment.pk)) for i, t in enumerate(treatments)],
        comparison=comparison,
        finished=courses.state == TrialState.CLOSED,
        smallest=_smallest(comparison),
        ladder=_ladder(treatments, usual.rho0),
        care_missed=[f"{t.treatment.name}: {s}" for t in treatments if (n := notes.get(t.treatment.pk)) for s in n.sentences],
        bands=Bands(year.band_usual, year.band_thin),
    )


def _facts(t: TreatmentCourses, index: int, comparison: FinalComparison, bag: BagNote | None) -> TreatmentFacts:
    share, records = comparison.shares.treatments[index], t.records
    shown = share_with_bag(share.p, share.lower, share.upper, bag)
    in_bag = bag_share(bag)
    steps = list(t.treatment.recipe.steps.all()) if t.treatment.recipe else []
    kinds = [StepKind(s.kind) for s in steps]
    return TreatmentFacts(
        name=t.treatment.name,
        is_control=t.treatment.is_control,
        share=shown.p,
        lower=shown.lower,
        upper=shown.upper,
        early_share=in_bag + (1 - in_bag) * pooled_early(records),
        sown=sum(r.sown for r in records),
        rotted=sum(r.rotted for r in records),
        unknown=sum(r.unknown for r in records),
        fates={fate: sum(getattr(r.fates, fate) for r in records) for fate in ClosingFate},
        days=planned_days(t.treatment),
        hazardous=bool(cautions(kinds)),
        cold=any(k in COLD for k in kinds),
    )


def _smallest(comparison: FinalComparison) -> dict[tuple[str, str], float | None]:
    """The smallest difference that could have shown, in the direction in which each pair came out."""
    names = [t.name for t in comparison.shares.treatments]
    pairs = pair_indices(names, Family.ALL)
    found = smallest_differences(comparison.shares, pairs)
    return {(p.a, p.b): (above if p.diff >= 0 else below) for p, (above, below) in zip(comparison.pairs, found, strict=True)}


def _ladder(treatments: Sequence[TreatmentCourses], rho0: float) -> LadderFacts | None:
    found = ladder_among(treatments)
    if found is None:
        return None
    rungs = [treatments[i] for i in found.places]
    reading = read_ladder(found.doses, compare_final([t.as_counted() for t in rungs], Family.ALL, None, rho0))
    return LadderFacts([t.treatment.name for t in rungs], found.doses, found.unit, reading)
