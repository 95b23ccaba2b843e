"""The compare page as a whole."""

from collections.abc import Sequence
from dataclasses import replace

from core.germination import Comparison as FinalComparison
from core.germination import FamilyChoice, TrialShares, choose_family, compare_final, shared_horizon
from core.verdict import Called, TreatmentLine, control_of, head_sentence, warnings_sentences
from core.vocabulary import Base, Clock, Criterion, CurveFamily, Family, TrialKind, TrialState
from core.wording import day_value
from server.evidence.selectors.bags import BagNote, bag_notes, bags_of
from server.evidence.selectors.comparison.against import Times, against_control, letters_of, pace_of, speed_of
from server.evidence.selectors.comparison.bases import choices, counted_on
from server.evidence.selectors.comparison.clocks import clock_shift, on_clock
from server.evidence.selectors.comparison.effects import effects_of
from server.evidence.selectors.comparison.layout import blocks_of, factors_of, ladders_of
from server.evidence.selectors.comparison.options import CompareOptions
from server.evidence.selectors.comparison.rows import Row, result_of, row_of, seen_once_in_the_dark
from server.evidence.selectors.comparison.views import BasisChoice, NothingToCompare, OverallResult, TrialComparison
from server.evidence.selectors.shares import TreatmentCourses, by_treatment, called_in
from server.evidence.selectors.typical_scatter import TypicalScatter, typical_scatter
from server.trials.models import Trial
from server.trials.selectors.lots import as_of_lots, lots_of
from server.trials.selectors.state import TrialCourses, with_courses

CURVE_NAMES = {
    CurveFamily.LOGLOGISTIC: "log-logistic",
    CurveFamily.LOGNORMAL: "log-normal",
    CurveFamily.WEIBULL: "Weibull",
}
CLOCKS = {
    Clock.SOWING: "Days from sowing: how fast seed germinated once it was sown.",
    Clock.TREATMENT: "Days from the start of treatment: the whole time to a seedling, treatment included.",
}


def comparison(trial: Trial, options: CompareOptions | None = None) -> TrialComparison | NothingToCompare:
    """Compare the treatments of a trial, with set-aside dishes left out."""
    return compare_courses(with_courses([trial])[0], options)


def compare_courses(courses: TrialCourses, options: CompareOptions | None = None) -> TrialComparison | NothingToCompare:
    """Compare treatments from courses that were read already."""
    options, trial, treatments = options or CompareOptions(), courses.trial, by_treatment(courses)
    if trial.kind == TrialKind.PACKET_DAY:
        return NothingToCompare("packet_day", "The packets of a packet day are not compared: each is tested by itself. See its results.")
    if not any(d.looks for d in courses.dishes):
        return NothingToCompare("no_look", "No dish has been looked at yet. Count a round, then compare.")
    empty = [t.name for t in treatments if not t.counted]
    if empty:
        return NothingToCompare("all_set_aside", f"Every dish of {', '.join(empty)} is set aside: there is nothing left to compare.")
    bases = choices(treatments)
    wanted = next(b for b in bases if b.basis is options.basis)
    if not wanted.possible:
        return NothingToCompare("basis_unknown", f"{wanted.sentence} Close every dish with the fates of what is left, or read it of sown.")
    return _page(courses, treatments, options, bases, typical_scatter(trial))


def _page(
    courses: TrialCourses, treatments: list[TreatmentCourses], options: CompareOptions, bases: list[BasisChoice], typical: TypicalScatter
) -> TrialComparison:
    trial = courses.trial
    hidden, shifted = trial.codes_hidden, options.clock is Clock.TREATMENT
    counted = [counted_on(t, options.basis) for t in treatments]
    every_pair = compare_final(counted, Family.ALL, None, typical.rho0, typical.rho_b)
    sown = [t.as_counted() for t in treatments]
    of_sown = every_pair if options.basis is Base.SOWN else compare_final(sown, Family.ALL, None, typical.rho0, typical.rho_b)
    called = called_in(treatments)
    bags = bags_of(treatments)
    notes = bag_notes(treatments, bags)
    choice = _family(treatments)
    family = options.curve or choice.family
    rows = [row_of(t, clock_shift(t, bags), notes.get(t.treatment.pk), family) for t in treatments]
    horizon = _horizon(rows, shifted=shifted)
    letters, control = letters_of(every_pair), control_of(as_of_lots([t.treatment for t in treatments]))
    against = against_control(every_pair.shares, control, called)
    times = Times(rows, control, of_sown.shares.mean_n)
    results = [
        replace(
            result_of(
                r,
                s,
                of_sown.shares,
                options.basis,
                horizon,
                shifted=shifted,
                hidden=hidden,
                letters=letters[r.id],
                odd=w.odd_dish,
                times=times.of(r),
            ),
            against_control=against.get(r.id),
        )
        for r, s, w in zip(rows, every_pair.shares.treatments, of_sown.shares.treatments, strict=True)
    ]
    interim = courses.state != TrialState.CLOSED
    lines = [TreatmentLine(r.id, r.share, r.lower, r.upper, r.half.value) for r in results]
    return TrialComparison(
        id=trial.pk,
        code=trial.code,
        question=trial.question,
        **lots_of(trial),
        sow_on=trial.sow_on,
        criterion=Criterion(trial.criterion),
        interim=interim,
        codes_hidden=hidden,
        basis=options.basis,
        bases=bases,
        clock=options.clock,
        clock_sentence=_clock(rows, options.clock),
        curve=family,
        curve_sentence=_curve_sentence(choice, options.curve, len(rows)),
        horizon=horizon,
        head=head_sentence(lines, every_pair, finished=not interim, called=called),
        warnings=_warnings(courses, treatments, of_sown, notes, called),
        overall=_overall(every_pair, typical),
        treatments=results,
        speed=speed_of(times, called),
        pace=pace_of(rows, control, _horizon(rows, shifted=False), typical.rho_b, called),
        ladders=ladders_of(treatments, every_pair.shares, called),
        factors=factors_of(trial, treatments, of_sown),
        blocks=blocks_of(trial, treatments, of_sown),
        effects=effects_of(treatments, of_sown.shares, hidden=hidden),
    )


def _family(treatments: Sequence[TreatmentCourses]) -> FamilyChoice:
    light = [t for t in treatments if not seen_once_in_the_dark(t)]
    return choose_family([t.records for t in light], [t.bags.sprouted_share for t in light])


def _horizon(rows: Sequence[Row], *, shifted: bool) -> float | None:
    pairs = [(r, d if shifted else 0.0) for row in rows for r, d in zip(row.of.records, row.shift.per_dish, strict=True)]
    return shared_horizon([on_clock(r, d) for r, d in pairs])


def _clock(rows: Sequence[Row], clock: Clock) -> str:
    if clock is Clock.SOWING:
        return CLOCKS[clock]
    planned = [r.name for r in rows if not r.shift.known]
    added = f" By the recipe’s plan, not by recorded times: {', '.join(planned)}." if planned else ""
    return f"{CLOCKS[clock]} Curves are fitted from sowing and moved. Speed is measured from sowing.{added}"


def _curve_sentence(choice: FamilyChoice, asked: CurveFamily | None, treatments: int) -> str:
    if choice.family is None:
        return "No curve: too few germinated, or in too few looks. The steps show the counts."
    fits = f"{len(choice.fitted)} of {treatments}"
    best = f"{CURVE_NAMES[choice.family]} fits best (smallest AIC over {fits} treatments)"
    if asked is None or asked is choice.family:
        return f"Curves: {best}."
    return f"Curves: {CURVE_NAMES[asked]}, as you chose; {best}, by {choice.aic[asked] - choice.aic[choice.family]:.1f} in AIC."


def _overall(result: FinalComparison, typical: TypicalScatter) -> OverallResult:
    o, s = result.overall, result.shares
    reasons = {**s.reasons, **o.reasons}
    return OverallResult(o.test, o.stat, o.df1, o.df2, o.p, s.phi, s.phi_hat, s.df, s.rho, s.rho0, typical.rests_on, s.rho_b, reasons)


def _warnings(
    courses: TrialCourses,
    treatments: Sequence[TreatmentCourses],
    every_pair: FinalComparison,
    bags: dict[int, BagNote],
    called: Called,
) -> list[str]:
    hidden = courses.trial.codes_hidden
    odd = []
    for t, share in zip(treatments, every_pair.shares.treatments, strict=True):
        if share.odd_dish is not None:
            dish = "One dish" if hidden else f"Dish {t.counted[share.odd_dish].dish.code}"
            odd.append(f"{dish} of {called.within(t.treatment.pk)}")
    out = warnings_sentences(every_pair.shares, odd)
    for d in courses.dishes:
        if d.set_aside is not None:
            name = "One dish" if hidden else f"Dish {d.dish.code}"
            out.append(f"{name} was set aside: {d.set_aside.why}. Shares and comparisons leave it out; the table shows what that changes.")
    for t in treatments:
        note = bags.get(t.treatment.pk)
        out.extend(f"{called.first(t.treatment.pk)}: {s}" for s in (note.sentences if note else []))
    out.extend(
        f"{called.first(t.treatment.pk)} was added on {day_value(t.treatment.added_on)} and not run at the same time as the others, so "
        "its difference may come from the season or the bench."
        for t in treatments
        if t.treatment.added_on
    )
    out.extend(_estimated(every_pair.shares, called))
    if any(d.record.needs_recount for d in courses.dishes):
        out.append("More seeds germinated than were estimated as sown. Recount those dishes.")
    return out


def _estimated(shares: TrialShares, called: Called) -> list[str]:
    """What an estimated number sown does to the result."""
    names = [called.within(t.id) for t in shares.treatments if t.calibration]
    if not names:
        return []
    text = f"The number sown is an estimate for {', '.join(names)}; its error is in the ranges."
    shared = len({t.calibration for t in shares.treatments if t.calibration}) == 1 and len(names) > 1
    return [f"{text} They share one estimate, so its error is left out of their comparison." if shared else text]
