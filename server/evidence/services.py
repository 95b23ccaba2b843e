"""Every write of the evidence: what people conclude, and the recipes of what is tested next."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from django.db import transaction

from core.design import Design, dishes_needed
from core.treatment import COLD, NEXT_STEPS
from core.verdict import Proposal, TrialFacts
from core.vocabulary import DecisionAim, NextTest, Question, StepKind
from server.errors import DomainError, refused
from server.evidence.models import Conclusion
from server.evidence.selectors.comparison import NothingToCompare
from server.evidence.selectors.decision import Judged, judged
from server.evidence.selectors.doses import dose_responses_of_trial
from server.evidence.selectors.shares import TreatmentCourses, by_treatment, ladder_among
from server.people.models import Person
from server.people.permissions import Right, require
from server.recipes.models import Recipe, Step
from server.recipes.services import step_body, write_ladder, write_recipe
from server.record_kinds.services import check_not_in_future, check_same_thing, take_back
from server.trials.models import Treatment, Trial
from server.trials.selectors.state import with_courses

LONGER = (1.0, 1.5, 2.0)
SHORTER = (0.5, 0.75, 1.0)
MOST_DISHES = 16


@transaction.atomic
def conclude(
    *, by: Person, trial: Trial, at: datetime, client_id: UUID, words: str, treatment: int | None = None, aim: DecisionAim | None = None
) -> Conclusion:
    """Keep a person's words on a trial beside what the rules say now, under the aim they were asked under (default: the nursery's)."""
    require(by, Right.PLAN)
    if (known := Conclusion.objects.filter(client_id=client_id).first()) is not None:
        check_same_thing(known.trial_id, trial.pk, "conclusion")
        return known
    check_not_in_future(at)
    chosen = Treatment.objects.filter(trial=trial, pk=treatment).first() if treatment is not None else None
    if treatment is not None and chosen is None:
        raise refused("/treatment", "not_of_trial", "That treatment is not part of this trial. Choose one of its own, or none.")
    decided = _judged(trial, aim)
    asked = [x for x in decided if chosen is None or any(t.treatment.pk == chosen.pk for t in x.treatments)]
    said = [s for x in asked for s in _said(x)]
    return Conclusion.objects.create(
        trial=trial,
        treatment=chosen,
        words=words,
        verdict=said,
        rules_version=asked[0].verdict.rules_version,
        aim=asked[0].facts.aim,
        at=at,
        by=by,
        client_id=client_id,
    )


@transaction.atomic
def take_back_conclusion(*, by: Person, conclusion: Conclusion) -> Conclusion:
    """Withdraw a conclusion, with a trace."""
    require(by, Right.PLAN)
    return take_back(conclusion, by=by)


def _said(x: Judged) -> list[str]:
    """What the rules say, the lot in front where each lot has a decision of its own."""
    found = x.verdict
    head = f"{x.lot.code}: {found.headline}" if x.lot else found.headline
    return [head, *(s.text for s in (*found.use, *found.lot, *found.not_known, *found.left))]


def _judged(trial: Trial, aim: DecisionAim | None = None) -> list[Judged]:
    found = judged(with_courses([trial])[0], aim)
    if isinstance(found, NothingToCompare):
        raise DomainError(found.detail, code=found.code)
    return found


@dataclass(frozen=True)
class NextTreatment:
    """A treatment of the next trial; without a recipe the seed is sown as it is."""

    name: str
    recipe: int | None
    is_control: bool
    dose: float | None
    dose_unit: str


@dataclass(frozen=True)
class NextPlan:
    """The next trial, ready to be laid out: treatments, or a trial to copy with more dishes. Neither: cut some of the lot first.

    `lot` is None where the trial to copy says which lots.
    """

    lot: int | None
    asks: Question
    question: str
    copy_of: int | None
    dishes: int | None
    treatments: list[NextTreatment]


@transaction.atomic
def plan_next(*, by: Person, trial: Trial, test: NextTest, lot: int | None = None) -> NextPlan:
    """Make a proposal of the decision ready: its recipes are written, those that exist are used again.

    `lot` says of which decision, where each lot has its own.
    """
    require(by, Right.PLAN)
    decided = _judged(trial)
    asked = next((x for x in decided if x.lot is not None and x.lot.pk == lot), decided[0])
    facts = asked.facts
    proposal = next((p for p in asked.verdict.next if p.test is test), None)
    if proposal is None:
        raise DomainError("That is no longer proposed. Look at the decision again.", code="not_proposed")
    base = trial.treatments.select_related("recipe").get(pk=proposal.builds_on)
    several = len(trial.lots) > 1
    question = proposal.text[:200]
    if test in (NextTest.REPEAT, NextTest.CLEANER):
        copied = None if several else base.lot_id
        return NextPlan(copied, Question(trial.asks) if several else Question.BEST, question, trial.pk, _dishes(facts, proposal), [])
    if test is NextTest.CUT_REST:
        return NextPlan(base.lot_id, Question.ALIVE, question, None, None, [])
    treatments = _treatments(by, asked, base, proposal)
    asks = Question.DOSE if any(t.dose for t in treatments) else Question.BEST
    return NextPlan(base.lot_id, asks, question, None, None, treatments)


@transaction.atomic
def plan_next_doses(*, by: Person, trial: Trial, lot: int | None = None) -> NextPlan:
    """Make the next dose series of a trial ready, none and the doses where they teach most; `lot` says of which of several lots."""
    require(by, Right.PLAN)
    found = dose_responses_of_trial(trial)
    if isinstance(found, NothingToCompare):
        raise DomainError(found.detail, code=found.code)
    asked = next((r for r in found if lot is None or (r.lot is not None and r.lot.id == lot)), None)
    if asked is None or not asked.next_doses:
        raise DomainError("No further dose is proposed. Look at the dose series again.", code="not_proposed")
    mine = {r.treatment_id for r in asked.rings}
    treatments = [t for t in by_treatment(with_courses([trial])[0]) if t.treatment.pk in mine]
    base = treatments[0].treatment
    question = f"How much {asked.what} is enough?" if asked.what else trial.question
    return NextPlan(base.lot_id, Question.DOSE, question[:200], None, None, _doses(by, treatments, base, (0.0, *asked.next_doses)))


def _dishes(facts: TrialFacts, proposal: Proposal) -> int:
    """Dishes per treatment that would show the difference of the widest undecided pair, between 4 and a bench's worth."""
    shares = facts.comparison.shares
    now = max(t.dishes for t in shares.treatments)
    if shares.df is None:
        return 4
    undecided = [p for p in facts.comparison.pairs_of(proposal.builds_on) if not p.differs]
    share = {t.id: t.share for t in shares.treatments}
    widest = max(undecided, key=lambda p: abs(p.diff), default=None)
    found = widest and dishes_needed(
        share[widest.a],
        share[widest.b],
        Design(now, max(1, round(shares.mean_n)), len(shares.treatments), shares.rho0, len(facts.comparison.pairs)),
    )
    return min(MOST_DISHES, max(4, now + 1, found[0] if found else MOST_DISHES))


def _treatments(by: Person, of: Judged, base: Treatment, proposal: Proposal) -> list[NextTreatment]:
    if proposal.doses:
        return _doses(by, of.treatments, base, proposal.doses)
    cold = _cold(base.recipe)
    if proposal.test in (NextTest.LONGER_COLD, NextTest.EARLIER_END) and base.recipe is not None and cold is not None:
        parts = LONGER if proposal.test is NextTest.LONGER_COLD else SHORTER
        last = base.recipe.steps.all()[cold]
        most = last.duration_max
        doses = sorted({last.duration * x for x in parts if most is None or last.duration * x <= most})
        if len(doses) < 2:
            raise DomainError(
                f"“{base.recipe.name}” allows at most {most:g} {last.unit} of that step: save a version that allows more, then plan it.",
                code="at_most",
            )
        return _series(by, base.recipe, cold, doses)
    if proposal.test not in NEXT_STEPS:
        raise DomainError(f"“{base.name}” has no cold that could end earlier.", code="no_cold")
    first, step = NEXT_STEPS[proposal.test]
    name = f"{first}, then {base.recipe.name}" if base.recipe else first
    added = {k: v for k, v in asdict(step).items() if v is not None}
    steps = [added, *([step_body(s) for s in base.recipe.steps.all()] if base.recipe else [])]
    recipe = _recipe(by, name[:80], steps)
    beside = [NextTreatment(base.name, base.recipe_id, base.is_control or base.recipe is None, None, "")]
    if base.recipe is not None and not base.is_control:
        beside.insert(0, NextTreatment("no treatment", None, True, None, ""))
    return [*beside, NextTreatment(recipe.name[:60], recipe.pk, False, None, "")]


def _series(by: Person, recipe: Recipe, step: int, doses: Sequence[float]) -> list[NextTreatment]:
    unit = recipe.steps.all()[step].unit
    rungs = write_ladder(by=by, recipe=recipe, step=step, doses=doses)
    return [NextTreatment(name, made.pk if made else None, dose == 0, dose, unit) for dose, name, made in rungs]


def _doses(by: Person, treatments: Sequence[TreatmentCourses], base: Treatment, doses: Sequence[float]) -> list[NextTreatment]:
    """The series, varied from the recipe of the best dose; from that of another dose where the best is none."""
    found = ladder_among(treatments)
    rungs = [] if found is None else list(zip((treatments[i].treatment for i in found.places), found.doses, strict=True))
    rungs.sort(key=lambda r: r[0].pk != base.pk)
    for rung, dose in rungs:
        if found is None or rung.recipe is None or not dose:
            continue
        steps = list(rung.recipe.steps.all())
        same = [i for i, s in enumerate(steps) if s.duration == dose and s.unit == found.unit]
        varied = found.step if found.step in same else next(iter(same), None)
        if varied is not None:
            return _series(by, rung.recipe, varied, doses)
    raise DomainError("No recipe of this dose series has a step of that time. Write the doses in the recipes.", code="no_ladder")


def _cold(recipe: Recipe | None) -> int | None:
    """The last cold step of a recipe."""
    steps = list(recipe.steps.all()) if recipe else []
    return next((i for i in reversed(range(len(steps))) if StepKind(steps[i].kind) in COLD), None)


def _recipe(by: Person, name: str, steps: list[dict[str, Any]]) -> Recipe:
    """A recipe of these steps: one of that name is used again where it is the same, else its next edition is written."""
    known: Recipe | None = Recipe.objects.filter(name=name, replaced_by__isnull=True).prefetch_related("steps").first()
    if known is not None and [step_body(s) for s in known.steps.all()] == [step_body(Step(**s)) for s in steps]:
        return known
    source = "proposed by the decision on a trial (starting point)"
    return write_recipe(by=by, name=name, steps=steps, replaces=known, source=source)
