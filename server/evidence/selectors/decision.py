"""The decision on a trial: what to use, from its comparison of sown seed."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from django.core.cache import caches

from core.decision import Costs, weeks_of
from core.design import smallest_differences
from core.germination import Comparison as FinalComparison
from core.germination import compare_final, compare_shares, half_times, pair_indices, read_ladder
from core.records import FATES
from core.treatment import COLD, dangerous
from core.verdict import (
    Bands,
    Called,
    Finding,
    LadderFacts,
    OptionWords,
    Proposal,
    TreatmentFacts,
    TrialFacts,
    Verdict,
    decided_together,
    verdict,
)
from core.vocabulary import DecisionAim, Family, NextTest, TreatmentId, TrialKind, TrialState, VerdictRule
from server.batches.selectors.courses import BatchCourse
from server.evidence.selectors.bags import BagNote, bag_ids, bag_notes, bags_of
from server.evidence.selectors.comparison import NothingToCompare
from server.evidence.selectors.comparison.rows import pooled_early, seen_once_in_the_dark
from server.evidence.selectors.conclusions import ConclusionView, of_trial
from server.evidence.selectors.made_from import made_from
from server.evidence.selectors.overview import FurrowStep, furrow_steps
from server.evidence.selectors.shares import TreatmentCourses, by_treatment, called_in, ladder_among
from server.evidence.selectors.typical_scatter import TypicalScatter, TypicalScatters, typical_scatter
from server.lots.models import Lot
from server.people.models import WorkYear
from server.people.selectors import work_year
from server.record_kinds.kept import key_of
from server.trials.models import Trial
from server.trials.selectors.lots import LotBrief, OfLots, as_of_lots, brief, lots_of
from server.trials.selectors.state import TrialCourses, with_courses


@dataclass(frozen=True)
class DecisionOption:
    """One treatment of the decision. Shares 0..1; `pips` are 20 equally likely shares; `germinated` of `sown` were counted.

    `chance` and `against` say in words how likely it is the best, and what it saves and costs beside the one to use.
    """

    treatment: int
    name: str
    lot: LotBrief
    is_control: bool
    recipe: int | None
    steps: list[FurrowStep]
    germinated: int
    sown: int
    bags: int
    share: float
    lower: float
    upper: float
    pips: list[float]
    chance_best: float
    chance: str
    expected_loss: float
    weeks: float
    weeks_saved: float
    more_of_100: float
    hazardous: bool
    against: str
    sowing_share: float
    n_eff: float


@dataclass(frozen=True)
class NextProposal:
    """What to test next, beginning from the treatment whose id and name it has; `doses` where it is a series, in the ladder's unit."""

    test: NextTest
    rule: VerdictRule
    text: str
    treatment: int
    builds_on: str
    doses: list[float]


@dataclass(frozen=True)
class TrialDecision:
    """What the rules say of a trial under one aim. `use` is a treatment; None where nothing germinated.

    `of_lot` is set where it is over the treatments of one of several lots; else it is over all treatments.

    `supports`, `lot`, `cannot_say` and `left` are sentences with the rule each rests on.
    """

    of_lot: LotBrief | None
    aim: DecisionAim
    week_cost: float
    hazard_cost: float
    hint: bool
    use: int | None
    headline: str
    options: list[DecisionOption]
    supports: list[Finding]
    lot: list[Finding]
    cannot_say: list[Finding]
    left: list[Finding]
    next: list[NextProposal]
    rules_version: int


@dataclass(frozen=True)
class DecidedLot:
    """One of several lots, and what is decided for it in one or two sentences."""

    lot: LotBrief
    headline: str


@dataclass(frozen=True, kw_only=True)
class DecisionPage(OfLots):
    """The decision on a trial, what it rests on, and what people concluded. `nursery_aim` is the aim set for the nursery.

    `of_lots`: there is a decision for each of these lots, and `decision` is that of the one asked for.
    """

    trial: int
    code: str
    question: str
    interim: bool
    nursery_aim: DecisionAim
    decision: TrialDecision
    of_lots: list[DecidedLot]
    band_usual: float
    band_thin: float
    rho0: float
    rho_b: float
    conclusions: list[ConclusionView]


@dataclass(frozen=True)
class Facts:
    """Treatments that are decided on together, and what core decides from. `lot` is theirs where the trial has a decision for each lot."""

    lot: Lot | None
    treatments: Sequence[TreatmentCourses]
    facts: TrialFacts


@dataclass(frozen=True)
class Judged(Facts):
    """The same with what was decided."""

    verdict: Verdict
    decision: TrialDecision


def decision_page(trial: Trial, aim: DecisionAim | None = None, lot: int | None = None) -> DecisionPage | NothingToCompare:
    """The decision on a trial under an aim, by default the nursery's; what is missing where there is none yet.

    Where each lot has a decision of its own, that on `lot`, by default the first.
    """
    courses = with_courses([trial])[0]
    year = work_year()
    found = judged(courses, aim, Given(typical_scatter(trial), year, bags_of(by_treatment(courses))))
    if isinstance(found, NothingToCompare):
        return found
    asked = next((x for x in found if x.lot is not None and x.lot.pk == lot), found[0])
    shares = asked.facts.comparison.shares
    return DecisionPage(
        trial=trial.pk,
        code=trial.code,
        question=trial.question,
        **lots_of(trial),
        interim=not asked.facts.finished,
        nursery_aim=DecisionAim(year.aim),
        decision=asked.decision,
        of_lots=[DecidedLot(brief(x.lot), x.decision.headline) for x in found if x.lot is not None],
        band_usual=year.band_usual,
        band_thin=year.band_thin,
        rho0=shares.rho0,
        rho_b=shares.rho_b,
        conclusions=of_trial(trial),
    )


def kept_decisions(trials: Sequence[Trial], typical: TypicalScatters) -> dict[int, list[TrialDecision]]:
    """The decisions on trials under the nursery's aim, kept by what they were made from; without those that have none yet."""
    if not trials:
        return {}
    revisions = made_from(trials)
    keys = {t.pk: key_of("decisions", revisions[t.pk], typical.of(t)) for t in trials}
    kept: dict[str, list[TrialDecision]] = caches["answers"].get_many(keys.values())
    missing = [t for t in trials if keys[t.pk] not in kept]
    if missing:
        made = decisions_on(with_courses(missing), typical)
        kept |= {keys[t.pk]: made.get(t.pk, []) for t in missing}
        caches["answers"].set_many({keys[t.pk]: kept[keys[t.pk]] for t in missing}, timeout=None)
    return {t.pk: decisions for t in trials if (decisions := kept[keys[t.pk]])}


def decisions_on(read: Sequence[TrialCourses], typical: TypicalScatters) -> dict[int, list[TrialDecision]]:
    """The decisions on trials whose courses were read already, by trial; without those that have none yet."""
    if not read:
        return {}
    year, bags = work_year(), bags_of([t for courses in read for t in by_treatment(courses)])
    found = {c.trial.pk: judged(c, given=Given(typical.of(c.trial), year, bags)) for c in read}
    return {pk: [x.decision for x in judged_on] for pk, judged_on in found.items() if not isinstance(judged_on, NothingToCompare)}


@dataclass(frozen=True)
class Given:
    """What decisions on several trials share, read once."""

    typical: TypicalScatter
    year: WorkYear
    bags: dict[int, BatchCourse]


def judged(courses: TrialCourses, aim: DecisionAim | None = None, given: Given | None = None) -> list[Judged] | NothingToCompare:
    """Decide on a trial whose courses were read already: once, or for each of its lots that has several treatments."""
    found = facts_of(courses, aim, given)
    return found if isinstance(found, NothingToCompare) else [_judged(x) for x in found]


def _judged(x: Facts) -> Judged:
    found = verdict(x.facts)
    return Judged(x.lot, x.treatments, x.facts, found, _decision(x, found))


def _decision(of: Facts, found: Verdict) -> TrialDecision:
    treatments, facts = of.treatments, of.facts
    names = {t.treatment.pk: t.name for t in treatments}
    costs = found.decision.costs if found.decision else Costs(0.0, 0.0)
    return TrialDecision(
        of_lot=brief(of.lot) if of.lot else None,
        aim=facts.aim,
        week_cost=costs.week,
        hazard_cost=costs.hazard,
        hint=found.decision is not None and found.decision.hint,
        use=treatments[found.decision.use].treatment.pk if found.decision else None,
        headline=found.headline,
        options=[_option(t, facts, found, i, w) for i, (t, w) in enumerate(zip(treatments, found.options, strict=False))],
        supports=found.use,
        lot=found.lot,
        cannot_say=found.not_known,
        left=found.left,
        next=[_proposal(p, names) for p in found.next],
        rules_version=found.rules_version,
    )


def _proposal(p: Proposal, names: Mapping[int, str]) -> NextProposal:
    return NextProposal(p.test, p.rule, p.text, int(p.builds_on), names[int(p.builds_on)], list(p.doses))


def _option(t: TreatmentCourses, facts: TrialFacts, found: Verdict, place: int, words: OptionWords) -> DecisionOption:
    assert found.decision is not None  # options are there only with a decision
    option, share, own = found.decision.options[place], facts.comparison.shares.treatments[place], facts.treatments[place]
    return DecisionOption(
        treatment=t.treatment.pk,
        name=t.name,
        lot=brief(t.treatment.lot),
        is_control=own.is_control,
        recipe=t.treatment.recipe_id,
        steps=furrow_steps(t),
        germinated=share.g,
        sown=share.n,
        bags=share.bags.bags,
        share=option.expected,
        lower=option.lower,
        upper=option.upper,
        pips=list(option.pips),
        chance_best=option.chance_best,
        chance=words.chance,
        expected_loss=option.expected_loss,
        weeks=own.weeks,
        weeks_saved=option.weeks_saved,
        more_of_100=option.more_of_100,
        hazardous=own.hazardous,
        against=words.against,
        sowing_share=option.sowing_share,
        n_eff=share.n_eff,
    )


def facts_of(courses: TrialCourses, aim: DecisionAim | None = None, given: Given | None = None) -> list[Facts] | NothingToCompare:
    """A trial as core decides on it: its treatments together, or those of each lot, with the scatter of the whole trial."""
    if courses.trial.kind == TrialKind.PACKET_DAY:
        return NothingToCompare("packet_day", "A packet day has no decision: each packet is tested by itself. See its results.")
    treatments = by_treatment(courses)
    if not any(d.looks for d in courses.dishes):
        return NothingToCompare("no_look", "No dish has been looked at yet, so there is nothing to decide on. Count a round first.")
    if any(not t.counted for t in treatments):
        return NothingToCompare("all_set_aside", "Every dish of one treatment is set aside, so nothing can be decided.")
    if given is None:
        given = Given(typical_scatter(courses.trial), work_year(), bags_of(treatments))
    typical = given.typical
    comparison = compare_final([t.as_counted() for t in treatments], Family.ALL, None, typical.rho0, typical.rho_b)
    groups = decided_together(as_of_lots([t.treatment for t in treatments]))
    weeks = _weeks(treatments)
    if len(groups) == 1:
        return [Facts(None, treatments, _facts_on(courses, treatments, comparison, weeks, aim, given))]
    out = []
    for places in groups:
        mine = [treatments[i] for i in places]
        own = compare_shares(comparison.shares.select(places), Family.ALL)
        facts = _facts_on(courses, mine, own, [weeks[i] for i in places], aim, given)
        out.append(Facts(mine[0].treatment.lot, mine, facts))
    return out


def _facts_on(
    courses: TrialCourses,
    treatments: Sequence[TreatmentCourses],
    comparison: FinalComparison,
    weeks: Sequence[float],
    aim: DecisionAim | None,
    given: Given,
) -> TrialFacts:
    year = given.year
    notes = bag_notes(treatments, {i: given.bags[i] for i in bag_ids(treatments)})
    called = called_in(treatments)
    return TrialFacts(
        treatments=[_facts(t, w) for t, w in zip(treatments, weeks, strict=True)],
        comparison=comparison,
        finished=courses.state == TrialState.CLOSED,
        smallest=_smallest(comparison),
        ladder=_ladder(treatments, comparison),
        care_missed=_care(treatments, notes, called),
        bands=Bands(year.band_usual, year.band_thin),
        called=called,
        aim=aim or DecisionAim(year.aim),
        own=Costs(year.week_cost, year.hazard_cost),
    )


def _weeks(treatments: Sequence[TreatmentCourses]) -> list[float]:
    """How many weeks each treatment takes until half of the seed that germinates has done so, as far as its dishes say when."""
    told = [t for t in treatments if not seen_once_in_the_dark(t)]
    found = half_times([t.records for t in told], [t.bags.sprouted_share for t in told])
    halves = dict(zip((t.treatment.pk for t in told), found, strict=True))
    last = max((i.t for t in treatments for r in t.records for i in r.inspections), default=0.0)
    return weeks_of([t.planned_days for t in treatments], [halves.get(t.treatment.pk) for t in treatments], last)


def _care(treatments: Sequence[TreatmentCourses], notes: dict[int, BagNote], called: Called) -> list[str]:
    """What went wrong with the bags; that seed lay in one bag is said by its own rule."""
    return [f"{called.first(t.treatment.pk)}: {s}" for t in treatments if (n := notes.get(t.treatment.pk)) for s in n.troubles]


def _facts(t: TreatmentCourses, weeks: float) -> TreatmentFacts:
    records, in_bag = t.records, t.bags.sprouted_share
    left = [r.fates.counts for r in records]
    return TreatmentFacts(
        id=t.treatment.pk,
        is_control=t.treatment.is_control,
        early_share=in_bag + (1 - in_bag) * pooled_early(records),
        sown=sum(r.sown for r in records),
        rotted=sum(r.rotted for r in records),
        unknown=sum(r.unknown for r in records),
        fates={fate: sum(c[fate] for c in left) for fate in FATES},
        days=t.planned_days,
        weeks=weeks,
        hazardous=dangerous(t.kinds),
        cold=any(k in COLD for k in t.kinds),
    )


def _smallest(comparison: FinalComparison) -> dict[tuple[TreatmentId, TreatmentId], float | None]:
    """The smallest difference that could have been detected, in the direction in which each pair came out."""
    pairs = pair_indices([t.id for t in comparison.shares.treatments], Family.ALL)
    found = smallest_differences(comparison.shares, pairs)
    return {(p.a, p.b): (above if p.diff >= 0 else below) for p, (above, below) in zip(comparison.pairs, found, strict=True)}


def _ladder(treatments: Sequence[TreatmentCourses], comparison: FinalComparison) -> LadderFacts | None:
    found = ladder_among(treatments)
    if found is None:
        return None
    rungs = compare_shares(comparison.shares.select(found.places), Family.ALL)
    return LadderFacts([t.id for t in rungs.shares.treatments], found.doses, found.unit, read_ladder(found.doses, rungs))
