"""What a test of a lot is worth: before a trial from what is known of its treatments, after it from what was decided."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

from core.decision import Costs, costs_of
from core.design import Design as Layout
from core.design import detectable
from core.errors import CoreError
from core.germination import over_trials
from core.treatment import TreatmentKey, dangerous
from core.verdict import listed, own_layout_sentence, worth_sentence
from core.vocabulary import DecisionAim, Dormancy, StepKind
from core.worth import (
    STARTING_WEIGHT,
    Belief,
    Design,
    DesignWorth,
    Situation,
    Worth,
    WorthCandidate,
    fitted_belief,
    next_lot_belief,
    proposed_designs,
    starting_belief,
    worth_of_tests,
)
from server.errors import refused_by_core
from server.evidence.selectors.comparison import NothingToCompare
from server.evidence.selectors.decision import judged
from server.evidence.selectors.dormancy import lot_dormancy
from server.evidence.selectors.earlier import MOST_TRIALS, ResultsOver, gather, results_over
from server.evidence.selectors.shared_bags import is_together
from server.evidence.selectors.typical_scatter import TypicalScatter, typical_scatter, typical_scatters
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.people.selectors import work_year
from server.recipes.models import Recipe, Step
from server.sowing.selectors.trays import learned_plant_share
from server.trials.models import Trial
from server.trials.selectors.lots import plant_of
from server.trials.selectors.state import trials_of_plant, with_courses


@dataclass(frozen=True)
class Believed:
    """A treatment that could be used: its expected share in this lot, 0..1, with 95 % of what is likely, and what that rests on."""

    name: str
    share: float
    lower: float
    upper: float
    rests_on: str


@dataclass(frozen=True)
class WeighedDesign:
    """A layout and its worth in plants: gained less spent. `changes`: the chance that it changes what is used.

    `detects`: the smallest share more than that of what would be sown without a test which it shows 8 times in 10, 0..1; None: none.
    `own`: the layout asked about.
    """

    treatments: list[str]
    dishes: int
    seeds_per_dish: int
    seeds: int
    worth: float
    se: float
    gained: float
    spent: float
    changes: float
    detects: float | None
    own: bool


@dataclass(frozen=True)
class WorthView:
    """Layouts of a test by worth, beside sowing the whole lot; what was assumed. `seeds` None: the lot's amount is not known."""

    seeds: int | None
    wanted: int | None
    belief: float
    plant_share: float
    without: str
    plants_without: float
    worth_it: bool
    sentence: str
    own_sentence: str
    designs: list[WeighedDesign]
    believed: list[Believed]
    assumed: list[str]


@dataclass(frozen=True)
class TreatmentAsked:
    """A treatment of a test that is planned: steps that no recipe has yet, else those of a recipe, else the seed is sown as it is."""

    name: str
    recipe: Recipe | None = None
    steps: Sequence[dict[str, Any]] = ()

    @property
    def every_step(self) -> list[Step]:
        """Its steps in order."""
        return [Step(**s) for s in self.steps] if self.steps else list(self.recipe.steps.all()) if self.recipe else []


DORMANCY_WORDS = {
    Dormancy.NONE: "seed that is not dormant",
    Dormancy.PHYSICAL: "a hard coat",
    Dormancy.SHALLOW: "shallow dormancy",
    Dormancy.MIDDLING: "middling dormancy",
    Dormancy.DEEP: "deep dormancy",
    Dormancy.MORPHOLOGICAL: "a small embryo",
    Dormancy.MORPHOPHYSIOLOGICAL: "a small, dormant embryo",
    Dormancy.COMBINED: "a hard coat and dormancy",
    Dormancy.UNKNOWN: "unknown dormancy",
}
LEAST_DOUBT = 0.005
_WEEK_SECONDS = 7 * 86_400
NOTHING_LEFT = "Nothing is left of the lot to test."
NOTHING_CAME = "Nothing germinated, so no test can be weighed. Find out first whether the seed is alive."
ONE_TREATMENT = "With one treatment there is nothing to choose. A test would say how thick to sow, and whether the seed is alive."
NO_AMOUNT = "Enter the lot's amount first: what a test is worth depends on the seed that is left."


def weigh_test(
    *,
    lot: Lot,
    treatments: Sequence[TreatmentAsked],
    wanted: int | None = None,
    belief: float = STARTING_WEIGHT,
    dishes: int | None = None,
    seeds_per_dish: int | None = None,
    bags: int = 1,
) -> WorthView:
    """Weigh tests of treatments on a lot, the layout that was chosen among them.

    `belief` is how many seeds a starting point weighs; `wanted` plants, None for as many as possible.
    """
    told, likely = _told(lot), lot_dormancy(lot).likely
    rows = [_row(t, told, likely, belief) for t in treatments]
    own = Design(tuple(range(len(rows))), dishes, seeds_per_dish, bags) if dishes and seeds_per_dish and len(rows) > 1 else None
    return _weighed(lot, rows, wanted, belief, _costs(), typical_scatter(), own)


def weigh_next(
    trial: Trial, lot: int | None = None, wanted: int | None = None, belief: float = STARTING_WEIGHT
) -> WorthView | NothingToCompare:
    """Weigh another test after a trial: of what it tried, and of something new that may do as well as the best of it."""
    found = judged(with_courses([trial])[0])
    if isinstance(found, NothingToCompare):
        return found
    asked = next((x for x in found if x.lot is not None and x.lot.pk == lot), found[0])
    rows = []
    for option, t in zip(asked.decision.options, asked.treatments, strict=False):
        # a share at an end would leave nothing to learn
        mean = min(1 - LEAST_DOUBT, max(LEAST_DOUBT, option.share))
        tried = WorthCandidate(fitted_belief(mean, option.upper - option.lower), option.weeks, option.hazardous, is_together(t.kinds))
        rows.append(_Row(t.name, tried, f"this trial, {option.germinated} of {option.sown}"))
    if asked.decision.next and rows:
        # it takes as long as the best one, and is as dangerous: nobody sows it untried for being quick
        best = max((r.candidate for r in rows), key=lambda c: c.belief.mean)
        mean = best.belief.mean
        new = replace(best, belief=Belief(mean * belief, (1 - mean) * belief))
        rows.append(_Row("something new", new, f"taken to do as well as the best one, as sure as {belief:g} seeds"))
    return _weighed(asked.lot or trial.lots[0], rows, wanted, belief, _costs(), typical_scatter(trial), None)


@dataclass(frozen=True)
class _Row:
    name: str
    candidate: WorthCandidate
    rests_on: str


def _costs() -> Costs:
    year = work_year()
    return costs_of(DecisionAim(year.aim), Costs(year.week_cost, year.hazard_cost))


def _told(lot: Lot) -> ResultsOver:
    found = list(trials_of_plant(lot).order_by("-sow_on", "-pk")[:MOST_TRIALS])
    return results_over(plant_of(lot), found, typical_scatters(), gather([t.pk for t in found]))


def _row(asked: TreatmentAsked, told: ResultsOver, likely: Dormancy, belief: float) -> _Row:
    """A treatment with what is known of it: from lots it was tried on, at any germination temperature, else from its starting point."""
    steps = asked.every_step
    key = TreatmentKey.of([s.as_key() for s in steps])
    lines = [
        effective
        for known, rows in told.lines.items()
        if isinstance(known, TreatmentKey) and known.recipe == key.recipe
        for effective, line in zip(told.effective[known], rows, strict=True)
        if not line.left_out
    ]
    pooled = over_trials(lines)
    kinds = [StepKind(s.kind) for s in steps]
    weeks = sum(s.seconds for s in key.steps) / _WEEK_SECONDS
    candidate = WorthCandidate(
        next_lot_belief(pooled) if pooled else starting_belief(likely, key.steps, belief), weeks, dangerous(kinds), is_together(kinds)
    )
    if pooled:
        return _Row(asked.name, candidate, f"{pooled.trials} {'trial' if pooled.trials == 1 else 'trials'} of this plant: the next lot")
    return _Row(asked.name, candidate, f"starting point for {DORMANCY_WORDS[likely]}, as sure as {belief:g} seeds")


def _weighed(
    lot: Lot, rows: Sequence[_Row], wanted: int | None, belief: float, costs: Costs, typical: TypicalScatter, own: Design | None
) -> WorthView:
    stock = stocks([lot.pk])[lot.pk]
    trays = learned_plant_share(lot).experience
    believed = [_believed(r) for r in rows]
    if stock.seeds is None or stock.seeds < 1 or not rows:
        sentence = NO_AMOUNT if stock.seeds is None else NOTHING_LEFT if rows else NOTHING_CAME
        return _view(stock.seeds, wanted, belief, trays.mean, believed, sentence)
    try:
        situation = Situation(stock.seeds, wanted, trays.mean, typical.rho0, typical.rho_b, costs)
        designs = proposed_designs([r.candidate.belief for r in rows], stock.seeds) if len(rows) > 1 else []
        mine = own if own is not None and own.seeds <= stock.seeds else None
        asked = [*designs, *([mine] if mine is not None and mine not in designs else [])]
        found = worth_of_tests([r.candidate for r in rows], situation, asked)
    except CoreError as error:
        raise refused_by_core(error, f"/{error.parameter}") from error
    without = rows[found.without].name
    sentence = ONE_TREATMENT if len(rows) == 1 else worth_sentence(found, f"“{without}”", _compared(found, rows))
    view = _view(stock.seeds, wanted, belief, trays.mean, believed, sentence)
    of_own = next((d for d in found.designs if d.design == mine), None)
    return replace(
        view,
        without=without,
        plants_without=found.plants_without,
        worth_it=found.best is not None,
        own_sentence=own_layout_sentence(of_own) if of_own else "",
        designs=[_design(d, rows, rows[found.without], typical, own=d.design == mine) for d in found.designs],
        assumed=[
            f"{round(100 * trays.mean)} of 100 sprouts become plants; sprouts of a test count as spent.",
            f"Dishes differ by ρ = {typical.rho0:.2f}, bags by {typical.rho_b:.2f}; each treated one lies in one bag.",
            "Starting points are ours and not measured: they are replaced by your own trials.",
        ],
    )


def _compared(found: Worth, rows: Sequence[_Row]) -> str:
    if not found.designs:
        return ""
    return listed([f"“{rows[i].name}”" for i in found.designs[0].design.treatments], "and")


def _design(d: DesignWorth, rows: Sequence[_Row], without: _Row, typical: TypicalScatter, *, own: bool) -> WeighedDesign:
    x, k = d.design, len(d.design.treatments)
    bags = min(x.bags, x.dishes) if any(rows[i].candidate.bagged for i in x.treatments) else 0
    layout = Layout(x.dishes, x.seeds_per_dish, k, typical.rho0, k * (k - 1) // 2, bags=bags, rho_b=typical.rho_b)
    expected = without.candidate.belief.mean
    above = detectable(expected, layout)[0] if x.dishes > 1 else None
    shown = None if above is None else above - expected
    names = [rows[i].name for i in x.treatments]
    return WeighedDesign(names, x.dishes, x.seeds_per_dish, x.seeds, d.worth, d.se, d.gained, d.spent, d.changes, shown, own)


def _believed(row: _Row) -> Believed:
    lower, upper = row.candidate.belief.range
    return Believed(row.name, row.candidate.belief.mean, lower, upper, row.rests_on)


def _view(seeds: int | None, wanted: int | None, belief: float, plant_share: float, believed: list[Believed], sentence: str) -> WorthView:
    return WorthView(
        seeds=seeds,
        wanted=wanted,
        belief=belief,
        plant_share=plant_share,
        without="",
        plants_without=0.0,
        worth_it=False,
        sentence=sentence,
        own_sentence="",
        designs=[],
        believed=believed,
        assumed=[],
    )
