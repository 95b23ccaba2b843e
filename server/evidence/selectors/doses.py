"""Dose and response: of one trial, and of a plant over its trials."""

from collections import defaultdict
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from core.germination import TrialShares
from core.response import DoseCurve, LotSeries, NextDoses, dose_curve, dose_over_lots, likely_band, next_doses
from core.treatment import COLD, STEP_KINDS, DoseFamily, TreatmentKey, dose_families, dose_name
from core.units import from_days
from core.verdict import dose_sentences, next_dose_sentence
from core.vocabulary import DoseShape, DurationUnit, Reason, StepKind
from server.evidence.selectors.bag_cold import cold_days
from server.evidence.selectors.comparison import NothingToCompare
from server.evidence.selectors.earlier import EarlierLine, gather, results_over
from server.evidence.selectors.shares import Ladder, TreatmentCourses, by_treatment, ladder_among, shares_of
from server.evidence.selectors.typical_scatter import typical_scatter, typical_scatters
from server.lots.models import Lot
from server.recipes.models import Recipe
from server.trials.models import Dish, Treatment, Trial
from server.trials.selectors.lots import LotBrief, brief, plant_of
from server.trials.selectors.state import trials_of, with_courses

# doses up to so many days are told in hours, up to so many hours in minutes
MOST_HOURS_DAYS, MOST_MINUTES_HOURS, HOURS = 3.0, 3.0, 24.0
# doses to try next are multiples of the second, where the largest tried is at least the first
_STEPS = {
    DurationUnit.DAYS: ((28.0, 7.0), (0.0, 1.0)),
    DurationUnit.HOURS: ((12.0, 2.0), (0.0, 0.5)),
    DurationUnit.MINUTES: ((60.0, 10.0), (15.0, 5.0), (0.0, 1.0)),
}


@dataclass(frozen=True)
class DosePoint:
    """The curve at a dose: its share and 95 %, and over lots where the next lot will fall. Shares 0..1."""

    dose: float
    share: float
    lower: float | None
    upper: float | None
    next_lower: float | None
    next_upper: float | None


@dataclass(frozen=True)
class DoseRing:
    """What was counted at a dose. `from_log`: the dose is the cold that the log shows, and `planned` what was planned."""

    dose: float
    planned: float
    from_log: bool
    treatment_id: int
    treatment: str
    trial: int
    trial_code: str
    lot_code: str
    share: float
    lower: float
    upper: float


@dataclass(frozen=True)
class DoseResponse:
    """A dose series of the step `kind`, called `what`, with its curve. Doses are in `unit`.

    Without a curve `shape` is None, with the `reason`.

    `dose` is the lowest that reaches `wanted` (None: 90 % of the highest share), with its 95 % interval; `best_dose` is that of a hump.
    """

    lot: LotBrief | None
    kind: StepKind | None
    what: str
    unit: DurationUnit
    wanted: float | None
    trials: int
    shape: DoseShape | None
    no_effect: bool
    reason: Reason | None
    top: float | None
    dose: float | None
    lower: float | None
    upper: float | None
    lower_open: bool
    upper_open: bool
    best_dose: float | None
    best_lower: float | None
    best_upper: float | None
    line: list[DosePoint]
    rings: list[DoseRing]
    sentences: list[str]
    next_doses: list[float]
    next_sentence: str


@dataclass(frozen=True)
class PlantDoses:
    """The dose series of a plant; `lot` names it while its species is unknown."""

    taxon: int | None
    lot: int | None
    name: str
    series: list[DoseResponse]


def dose_responses_of_trial(trial: Trial, share: float | None = None) -> list[DoseResponse] | NothingToCompare:
    """The dose series of a trial, one for each of its lots that has three doses."""
    courses = with_courses([trial])[0]
    treatments = by_treatment(courses)
    shares = shares_of(treatments, typical_scatter(trial)) if any(d.looks for d in courses.dishes) else None
    if shares is None:
        return NothingToCompare("no_look", "No dish has been looked at yet, so there is no dose to tell. Count a round first.")
    lots = list(dict.fromkeys(t.treatment.lot_id for t in treatments))
    out = []
    for lot in lots:
        places = [i for i, t in enumerate(treatments) if t.treatment.lot_id == lot]
        mine = [treatments[i] for i in places]
        ladder = ladder_among(mine)
        if ladder is not None:
            own = shares.select([places[i] for i in ladder.places])
            named = brief(mine[0].treatment.lot) if len(lots) > 1 else None
            out.append(_of_ladder(trial, [mine[i] for i in ladder.places], ladder, own, named, share))
    return out


def _of_ladder(
    trial: Trial, rungs: Sequence[TreatmentCourses], ladder: Ladder, shares: TrialShares, lot: LotBrief | None, share: float | None
) -> DoseResponse:
    unit = DurationUnit(ladder.unit)
    kind = _kind_of(rungs, ladder)
    doses, from_log = _doses_given(rungs, ladder.doses, unit, kind)
    found = dose_curve(doses, shares, share)
    rings = [
        DoseRing(d, planned, log, t.treatment.pk, t.name, trial.pk, trial.code, t.treatment.lot.code, s.share, s.lower, s.upper)
        for d, planned, log, t, s in zip(doses, ladder.doses, from_log, rungs, shares.treatments, strict=True)
    ]
    line = [DosePoint(d, s, low, high, None, None) for d, s, low, high in likely_band(doses, shares, found)]
    following = None
    if found.fit is not None:
        sizes = [s.n_eff for s in shares.treatments]
        following = next_doses(doses, shares, found, sum(sizes) / len(sizes), _step(max(doses), unit))
    return _response(found, unit, kind, share, 1, line, rings, following, lot)


def _kind_of(rungs: Sequence[TreatmentCourses], ladder: Ladder) -> StepKind | None:
    """The step that is varied, where the recipes tell."""
    longest = rungs[max(range(len(rungs)), key=lambda i: ladder.doses[i])]
    if ladder.step is not None and ladder.step < len(longest.kinds):
        return longest.kinds[ladder.step]
    return longest.kinds[0] if len(longest.kinds) == 1 else None


def _doses_given(
    rungs: Sequence[TreatmentCourses], planned: Sequence[float], unit: DurationUnit, kind: StepKind | None
) -> tuple[list[float], list[bool]]:
    """Doses as given: days of cold from the log where one tells, else as planned."""
    bags = {t.treatment.pk: {d.dish.batch_id for d in t.dishes if d.dish.batch_id is not None} for t in rungs}
    cold = cold_days({b for of in bags.values() for b in of}) if kind in COLD and unit is DurationUnit.DAYS else {}
    doses, told = [], []
    for t, dose in zip(rungs, planned, strict=True):
        mine = [cold[b] for b in bags[t.treatment.pk] if b in cold]
        whole = dose > 0 and bool(mine) and len(mine) == len(bags[t.treatment.pk])
        doses.append(sum(mine) / len(mine) if whole else dose)
        told.append(whole)
    return doses, told


def dose_responses_of_lots(lots: Sequence[Lot], share: float | None = None) -> list[DoseResponse]:
    """Dose series of a plant over all trials of its lots, one for each kind of step; the one of most doses first."""
    if not lots:
        return []
    found, typical = list(trials_of(lots).order_by("-sow_on", "-pk")), typical_scatters()
    gathered = gather([t.pk for t in found])
    told = results_over(plant_of(lots[0]), found, typical, gathered)
    by_id = {t.pk: t for t in found}
    rows = [(key.steps, line) for key, lines in told.lines.items() if isinstance(key, TreatmentKey) for line in lines if not line.left_out]
    families = dose_families([steps for steps, _ in rows])
    cold = _cold_of({rows[i][1].treatment for f in families if f.kind in COLD for i, d in f.doses.items() if d > 0})
    shares = {pk: gathered.shares(pk, typical.of(by_id[pk])) for pk in {line.trial for _, line in rows}}
    return [_of_family(f, [line for _, line in rows], shares, cold, share) for f in families]


def dose_responses_of_recipe(recipe: Recipe, share: float | None = None) -> list[PlantDoses]:
    """For each plant that a recipe was tried on, the dose series over all its trials that the recipe is a dose of."""
    mine = set(Treatment.objects.filter(recipe=recipe, trial__deleted_at__isnull=True).values_list("pk", flat=True))
    lots = Lot.objects.filter(treatments__in=mine).select_related("taxon").distinct()
    plants = {plant_of(lot): lot for lot in lots}
    out = []
    for plant, lot in plants.items():
        kin = list(Lot.objects.filter(taxon=lot.taxon).select_related("taxon")) if lot.taxon_id else [lot]
        series = [r for r in dose_responses_of_lots(kin, share) if any(x.treatment_id in mine for x in r.rings)]
        if series:
            out.append(PlantDoses(*plant, lot.common_name, series))
    return out


def _cold_of(treatments: Collection[int]) -> dict[int, float]:
    """Days of cold from the log by treatment, where a log tells it of every bag."""
    bags: dict[int, set[int]] = defaultdict(set)
    found = Dish.objects.filter(treatment__in=treatments, batch__isnull=False).order_by()
    for treatment, bag in found.values_list("treatment", "batch").distinct():
        bags[treatment].add(bag)
    cold = cold_days({b for of in bags.values() for b in of})
    return {t: sum(cold[b] for b in of) / len(of) for t, of in bags.items() if all(b in cold for b in of)}


def _of_family(
    family: DoseFamily, lines: Sequence[EarlierLine], shares: Mapping[int, TrialShares], cold: Mapping[int, float], share: float | None
) -> DoseResponse:
    unit = _unit_of(max(family.doses.values()))
    rings, by_trial = [], defaultdict(list)
    for i, days in family.doses.items():
        line, planned = lines[i], from_days(days, unit)
        given = cold.get(line.treatment) if family.kind in COLD and days > 0 else None
        dose = planned if given is None else given
        found = next(s for s in shares[line.trial].treatments if s.id == line.treatment)
        by_trial[line.trial].append((dose, found))
        name = dose_name(planned, unit, family.kind)
        known = given is not None
        where = (line.treatment, name, line.trial, line.trial_code, line.lot_code)
        rings.append(DoseRing(dose, planned, known, *where, line.share, line.lower, line.upper))
    series = [
        LotSeries(
            tuple(d for d, _ in rungs),
            tuple(s.share for _, s in rungs),
            tuple(s.n_eff for _, s in rungs),
            sum(s.dishes for _, s in rungs),
            shares[trial].critical,
        )
        for trial, rungs in by_trial.items()
    ]
    told = dose_over_lots(series, share)
    line_drawn = [DosePoint(p.dose, p.average, p.average_lower, p.average_upper, p.next_lower, p.next_upper) for p in told.points]
    return _response(told.curve, unit, family.kind, share, len(by_trial), line_drawn, rings, None, None)


def _unit_of(days: float) -> DurationUnit:
    if days >= MOST_HOURS_DAYS:
        return DurationUnit.DAYS
    return DurationUnit.HOURS if days * HOURS >= MOST_MINUTES_HOURS else DurationUnit.MINUTES


def _step(largest: float, unit: DurationUnit) -> float:
    """What doses to try next are multiples of."""
    return next(step for least, step in _STEPS[unit] if largest >= least)


def _response(
    found: DoseCurve,
    unit: DurationUnit,
    kind: StepKind | None,
    share: float | None,
    trials: int,
    line: list[DosePoint],
    rings: list[DoseRing],
    following: NextDoses | None,
    lot: LotBrief | None,
) -> DoseResponse:
    what = STEP_KINDS[kind].word.split(",")[0] if kind else ""
    return DoseResponse(
        lot=lot,
        kind=kind,
        what=what,
        unit=unit,
        wanted=share,
        trials=trials,
        shape=found.shape,
        no_effect=bool(found.no_effect),
        reason=found.reasons.get("shape") or found.reasons.get("dose"),
        top=found.top,
        dose=found.dose,
        lower=found.lower,
        upper=found.upper,
        lower_open=found.lower_open,
        upper_open=found.upper_open,
        best_dose=found.best_dose,
        best_lower=found.best_lower,
        best_upper=found.best_upper,
        line=line,
        rings=sorted(rings, key=lambda r: (r.dose, r.trial)),
        sentences=dose_sentences(found, unit, f"of {what or 'it'}", share, trials),
        next_doses=list(following.doses) if following else [],
        next_sentence=next_dose_sentence(following, unit),
    )
