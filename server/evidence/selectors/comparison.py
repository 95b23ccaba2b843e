"""The compare page: how many, how fast, each against the control, with every number behind it."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.design import smallest_differences
from core.germination import (
    Comparison,
    Indices,
    LeaveOneOut,
    PairComparison,
    TrialShares,
    compact_letters,
    compare_final,
    indices,
    leave_one_dish_out,
    pair_indices,
    shared_horizon,
    without_speed,
)
from core.records import CountRecord
from core.verdict import TreatmentLine, head_sentence, pair_sentence, share_sentence, time_sentence, warnings_sentences
from core.vocabulary import Criterion, Family, Reason, TrialState
from server.evidence.selectors.bags import BagNote, bag_notes, share_with_bag
from server.evidence.selectors.shares import CoursePoint, TreatmentCourses, by_treatment, steps_of
from server.trials.models import Trial
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.state import TrialCourses, with_courses

DOUBTED = ("mgt", "t50", "area")
DARK = "counted once, at the end in the dark: a final percent, no speed"


@dataclass(frozen=True)
class DishResult:
    """One dish in the comparison; its code is empty while the trial is blind."""

    code: str
    germinated: int
    sown: int
    share: float
    t50: float | None
    mgt: float | None
    gsi: float | None


@dataclass(frozen=True)
class AgainstControl:
    """One treatment against the control, in words and numbers; differences are shares −1..1."""

    sentence: str
    diff: float
    lower: float
    upper: float
    p: float
    p_adjusted: float
    told_apart: bool
    smallest_above: float | None
    smallest_below: float | None


@dataclass(frozen=True)
class TreatmentResult:
    """One treatment of the comparison; times in days, `gsi_mean` per dish."""

    name: str
    is_control: bool
    germinated: int
    sown: int
    share: float
    lower: float
    upper: float
    share_sentence: str
    time_sentence: str
    letters: str
    dishes: list[DishResult]
    set_aside: list[DishResult]
    share_with_set_aside: float | None
    dishes_disagree: bool | None
    agree_p: float | None
    indices: Indices
    gsi_mean: float | None
    doubt: dict[str, LeaveOneOut]
    steps: list[CoursePoint]
    bag: BagNote | None
    against_control: AgainstControl | None


@dataclass(frozen=True)
class OverallResult:
    """The test over all treatments and the scatter it rests on."""

    test: str | None
    stat: float | None
    df1: int
    df2: float | None
    p: float | None
    phi: float
    phi_hat: float | None
    df: float | None
    rho: float | None
    rho0: float
    reasons: dict[str, Reason]


@dataclass(frozen=True)
class TrialComparison:
    """Everything the compare page shows."""

    id: int
    code: str
    question: str
    lot_name: str
    criterion: Criterion
    interim: bool
    codes_hidden: bool
    horizon: float | None
    head: str
    warnings: list[str]
    overall: OverallResult
    treatments: list[TreatmentResult]


@dataclass(frozen=True)
class NothingToCompare:
    """Why there is no comparison yet."""

    code: str
    detail: str


def comparison(trial: Trial) -> TrialComparison | NothingToCompare:
    """Compare the treatments of a trial, with set-aside dishes left out."""
    courses = with_courses([trial])[0]
    return compare_courses(courses)


def compare_courses(courses: TrialCourses) -> TrialComparison | NothingToCompare:
    """Compare treatments from courses that were read already."""
    trial = courses.trial
    treatments = by_treatment(courses)
    if not any(d.looks for d in courses.dishes):
        return NothingToCompare("no_look", "No dish has been looked at yet. Count a round, then compare.")
    empty = [t.treatment.name for t in treatments if not t.counted]
    if empty:
        return NothingToCompare("all_set_aside", f"Every dish of {', '.join(empty)} is set aside: there is nothing left to compare.")
    counted = [t.as_counted() for t in treatments]
    every_pair = compare_final(counted, Family.ALL)
    horizon = shared_horizon([r for t in treatments for r in t.records])
    against = _against_control(treatments)
    letters = _letters(every_pair)
    bags = bag_notes(treatments)
    results = [
        _result(t, i, every_pair, horizon, letters, against, bags.get(t.treatment.pk), hidden=trial.codes_hidden)
        for i, t in enumerate(treatments)
    ]
    interim = courses.state != TrialState.CLOSED
    lines = [TreatmentLine(r.name, r.share, r.lower, r.upper, r.indices.t50) for r in results]
    return TrialComparison(
        id=trial.pk,
        code=trial.code,
        question=trial.question,
        lot_name=trial.lot.common_name,
        criterion=Criterion(trial.criterion),
        interim=interim,
        codes_hidden=trial.codes_hidden,
        horizon=horizon,
        head=head_sentence(lines, every_pair, finished=not interim),
        warnings=_warnings(courses, treatments, every_pair, bags),
        overall=_overall(every_pair),
        treatments=results,
    )


def _overall(result: Comparison) -> OverallResult:
    o, s = result.overall, result.shares
    reasons = {**s.reasons, **o.reasons}
    return OverallResult(o.test, o.stat, o.df1, o.df2, o.p, s.phi, s.phi_hat, s.df, s.rho, s.rho0, reasons)


def _letters(every_pair: Comparison) -> dict[str, str]:
    ranked = sorted(every_pair.shares.treatments, key=lambda t: -t.p)
    return compact_letters([t.name for t in ranked], [(p.a, p.b) for p in every_pair.pairs if p.told_apart])


def _against_control(treatments: Sequence[TreatmentCourses]) -> dict[str, AgainstControl]:
    control = next((t.treatment.name for t in treatments if t.treatment.is_control), None)
    if control is None or len(treatments) < 2:
        return {}
    names = [t.treatment.name for t in treatments]
    result = compare_final([t.as_counted() for t in treatments], Family.CONTROL, control)
    smallest = smallest_differences(result.shares, pair_indices(names, Family.CONTROL, control))
    return {p.a: _pair(p, s, result.shares) for p, s in zip(result.pairs, smallest, strict=True)}


def _pair(p: PairComparison, smallest: tuple[float | None, float | None], shares: TrialShares) -> AgainstControl:
    sentence = pair_sentence(p, smallest, shares)
    return AgainstControl(sentence, p.diff, p.lower, p.upper, p.p, p.p_adjusted, p.told_apart, *smallest)


def _result(
    t: TreatmentCourses,
    index: int,
    every_pair: Comparison,
    horizon: float | None,
    letters: dict[str, str],
    against: dict[str, AgainstControl],
    bag: BagNote | None,
    *,
    hidden: bool,
) -> TreatmentResult:
    share = every_pair.shares.treatments[index]
    records = t.records
    pooled, dark = indices(records, horizon), seen_once_in_the_dark(t)
    if dark:
        pooled = without_speed(pooled)
    dishes = [dish_result(d, hidden=hidden, dark=dark) for d in t.counted]
    if hidden:
        dishes.sort(key=lambda d: (d.share, d.t50 or 0))
    aside = [dish_result(d, hidden=hidden, dark=dark) for d in t.dishes if d.set_aside is not None]
    shown = share_with_bag(share.p, share.lower, share.upper, bag)
    line = TreatmentLine(t.treatment.name, shown.p, shown.lower, shown.upper, pooled.t50)
    return TreatmentResult(
        name=t.treatment.name,
        is_control=t.treatment.is_control,
        germinated=share.g,
        sown=share.n,
        share=shown.p,
        lower=shown.lower,
        upper=shown.upper,
        share_sentence=share_sentence(line),
        time_sentence=DARK if dark else time_sentence(line),
        letters=letters[t.treatment.name],
        dishes=dishes,
        set_aside=aside,
        share_with_set_aside=t.as_counted(with_set_aside=True).p if aside else None,
        dishes_disagree=share.dishes_disagree,
        agree_p=share.agree_p,
        indices=pooled,
        gsi_mean=None if dark else sum(d.gsi or 0 for d in dishes) / len(dishes),
        doubt={} if dark else leave_one_dish_out(records, DOUBTED, horizon),
        steps=steps_of(records),
        bag=bag,
        against_control=against.get(t.treatment.name),
    )


def seen_once_in_the_dark(t: TreatmentCourses) -> bool:
    """Dishes in the dark that were looked at once after day 0 tell how many came up, not when."""
    return all(d.dark and sum(i.t > 0 for i in d.record.inspections) <= 1 for d in t.counted)


def dish_result(course: DishCourse, *, hidden: bool, dark: bool = False) -> DishResult:
    """One dish in the comparison."""
    record: CountRecord = course.record
    own = without_speed(indices([record])) if dark else indices([record])
    return DishResult(
        code="" if hidden else course.dish.code,
        germinated=record.germinated,
        sown=record.sown,
        share=own.germinability_sown,
        t50=own.t50,
        mgt=own.mgt,
        gsi=own.gsi,
    )


def _warnings(courses: TrialCourses, treatments: Sequence[TreatmentCourses], every_pair: Comparison, bags: dict[int, BagNote]) -> list[str]:
    hidden = courses.trial.codes_hidden
    odd = []
    for t, share in zip(treatments, every_pair.shares.treatments, strict=True):
        if share.odd_dish is not None:
            dish = "One dish" if hidden else f"Dish {t.counted[share.odd_dish].dish.code}"
            odd.append(f"{dish} of {t.treatment.name}")
    out = warnings_sentences(every_pair.shares, odd)
    for d in courses.dishes:
        if d.set_aside is not None:
            name = "One dish" if hidden else f"Dish {d.dish.code}"
            out.append(f"{name} was set aside: {d.set_aside.why}. Shares and comparisons leave it out; its effect stands in the table.")
    for t in treatments:
        note = bags.get(t.treatment.pk)
        out.extend(f"{t.treatment.name}: {s}" for s in (note.sentences if note else []))
    out.extend(
        f"{t.treatment.name} was added on {t.treatment.added_on:%-d %b %Y}: not run at the same time as the others, so what the season "
        "or the bench did differently is in its difference too."
        for t in treatments
        if t.treatment.added_on
    )
    if any(n.together and n.sprouted for n in bags.values()):
        out.append("Tests of one treatment against another rest on what was sown; sprouts of a shared bag are in the shares only.")
    if any(d.record.needs_recount for d in courses.dishes):
        out.append("More came up than were thought to be sown: the number sown was an estimate. Recount those dishes.")
    return out
