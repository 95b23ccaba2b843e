"""Planning by question: what is known of the lot and of the grower's dishes, and what a layout can tell."""

from dataclasses import dataclass

from django.db.models import Q

from core.design import SCHOOLS, USUAL_DIFFERENCE, Aim, BagChoice, CurvePoint, Telling, propose, tell
from core.errors import CoreError
from core.verdict import telling_sentences
from core.vocabulary import Fitness, Question
from server.errors import refused_by_core
from server.evidence.selectors.typical_scatter import PAST_TRIALS, counted_of, typical_scatter
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.trials.models import Treatment, Trial

USUAL_SHARE = 0.5


@dataclass(frozen=True)
class SchoolTelling:
    """One of the schools, and what it can say: `seeds` of a treatment in `dishes`."""

    seeds: int
    dishes: int
    seeds_per_dish: int
    seeds_in_all: int
    share_of_lot: float | None
    fitness: Fitness
    sentence: str


@dataclass(frozen=True)
class QuestionPlan:
    """A question, what was assumed, a layout, and what that can tell; shares are 0..1, `power` None where none is defined."""

    asks: Question
    treatments: int
    dishes: int
    seeds_per_dish: int
    seeds: int
    in_stock: int | None
    estimated: bool
    remaining: int | None
    share_of_lot: float | None
    too_many: bool
    greedy: bool
    expected: float
    expected_from: str
    difference: float
    rho: float
    rho_from: str
    lower: float
    upper: float
    other_share: float | None
    other_lower: float | None
    other_upper: float | None
    power: float | None
    bags: int
    bag_choices: list[BagChoice]
    above: float | None
    below: float | None
    fitness: Fitness
    smallest_dishes: int | None
    sentences: list[str]
    curve: list[CurvePoint]
    schools: list[SchoolTelling]


def plan_question(
    *,
    lot: Lot,
    asks: Question,
    treatments: int,
    dishes: int | None = None,
    seeds_per_dish: int | None = None,
    bags: int = 0,
    expected: float | None = None,
    difference: float | None = None,
) -> QuestionPlan:
    """What a layout for the question can tell; without `dishes` and `seeds_per_dish` one is proposed."""
    stock = stocks([lot.pk])[lot.pk]
    share, share_from = (expected, "as you expect") if expected is not None else _expected(lot, asks)
    typical = typical_scatter()
    rho, rho_from = typical.rho0, typical.rests_on
    aim = Aim(asks, treatments, share, USUAL_DIFFERENCE if difference is None else difference)
    begin = propose(aim, in_stock=stock.seeds, rho=rho)
    size = {"dishes": dishes or begin[0], "seeds_per_dish": seeds_per_dish or begin[1]}
    try:
        told = tell(aim, **size, in_stock=stock.seeds, rho=rho, bags=bags, rho_b=typical.rho_b)
    except CoreError as error:
        raise refused_by_core(error, f"/{error.parameter}") from error
    return QuestionPlan(
        asks=asks,
        treatments=treatments,
        **size,
        seeds=told.cost.seeds,
        in_stock=stock.seeds,
        estimated=stock.estimated,
        remaining=told.cost.remaining,
        share_of_lot=told.cost.share,
        too_many=told.cost.too_many,
        greedy=told.cost.greedy,
        expected=share,
        expected_from=share_from,
        difference=aim.difference,
        rho=rho,
        rho_from=rho_from,
        lower=told.precision.lower,
        upper=told.precision.upper,
        other_share=aim.other_share if told.other else None,
        other_lower=told.other.lower if told.other else None,
        other_upper=told.other.upper if told.other else None,
        power=told.power,
        bags=told.bags,
        bag_choices=list(told.bag_choices),
        above=told.above,
        below=told.below,
        fitness=told.fitness,
        smallest_dishes=told.smallest_dishes,
        sentences=telling_sentences(aim, told),
        curve=list(told.curve),
        schools=[_school(n, aim, tell(aim, dishes=d, seeds_per_dish=s, in_stock=stock.seeds, rho=rho)) for n, (d, s) in SCHOOLS.items()],
    )


def _school(seeds: int, aim: Aim, told: Telling) -> SchoolTelling:
    return SchoolTelling(
        seeds=seeds,
        dishes=told.dishes,
        seeds_per_dish=told.seeds_per_dish,
        seeds_in_all=told.cost.seeds,
        share_of_lot=told.cost.share,
        fitness=told.fitness,
        sentence=telling_sentences(aim, told)[0],
    )


def _expected(lot: Lot, asks: Question) -> tuple[float, str]:
    """The share to expect: the lot's own best where it is tested by itself, untreated seed of the plant where treatments compete."""
    alone = asks in (Question.ALIVE, Question.STILL_AS_GOOD)
    past = Trial.objects.filter(lot=lot) if alone or not lot.taxon_id else Trial.objects.filter(lot__taxon=lot.taxon)
    latest = list(past.order_by("-sow_on", "-pk").values_list("pk", flat=True)[:PAST_TRIALS])
    counted = counted_of(latest)
    names = dict(Treatment.objects.filter(trial__in=latest).filter(Q() if alone else Q(is_control=True)).values_list("pk", "name"))
    for trial in latest:
        wanted = [(pk, t) for pk, t in counted.get(trial, {}).items() if pk in names]
        if wanted:
            best, found = max(wanted, key=lambda x: x[1].p)
            return found.p, f"{100 * found.p:.0f} % of “{names[best]}” germinated last time ({found.g} of {found.n})"
    return USUAL_SHARE, "nothing is known yet; half is the hardest case"
