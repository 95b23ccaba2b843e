"""Planning by question: what is known of the lot and of the grower's dishes, and what a layout can tell."""

from collections.abc import Sequence
from dataclasses import dataclass

from django.db.models import Q

from core.design import SCHOOLS, USUAL_DIFFERENCE, Aim, BagChoice, CurvePoint, Telling, propose, tell
from core.errors import CoreError
from core.germination import TrialLine, final_shares, over_trials
from core.verdict import telling_sentences
from core.vocabulary import Fitness, Question
from server.errors import refused_by_core
from server.evidence.selectors.typical_scatter import PAST_TRIALS, TypicalScatter, counted_of, typical_scatter
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.trials.models import Treatment
from server.trials.selectors.state import trials_of, trials_of_plant

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
    """A question, what was assumed, a layout, and what that can tell; shares are 0..1, `power` None where none is defined.

    `seeds` are those of all lots. `seeds_of_lot`, `in_stock`, `remaining` and `share_of_lot` are of the lot with the least seed,
    whose code `scarcest` is.
    """

    asks: Question
    treatments: int
    dishes: int
    seeds_per_dish: int
    lots: int
    scarcest: str
    seeds: int
    seeds_of_lot: int
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
    lots: Sequence[Lot] = (),
    dishes: int | None = None,
    seeds_per_dish: int | None = None,
    bags: int = 0,
    expected: float | None = None,
    difference: float | None = None,
) -> QuestionPlan:
    """What a layout for the question can tell; without `dishes` and `seeds_per_dish` one is proposed.

    `lots` are further lots, each of which has the same treatments as `lot`.
    """
    every = list({x.pk: x for x in (lot, *lots)}.values())
    left = stocks([x.pk for x in every])
    scarcest = min(every, key=lambda x: seeds if (seeds := left[x.pk].seeds) is not None else float("inf"))
    stock = left[scarcest.pk]
    typical = typical_scatter()
    share, share_from = (expected, "as you expect") if expected is not None else _expected(lot, asks, typical)
    rho, rho_from = typical.rho0, typical.rests_on
    aim = Aim(asks, treatments * len(every), share, USUAL_DIFFERENCE if difference is None else difference, len(every))
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
        lots=len(every),
        scarcest=scarcest.code,
        seeds=told.cost.seeds * len(every),
        seeds_of_lot=told.cost.seeds,
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


def _expected(lot: Lot, asks: Question, typical: TypicalScatter) -> tuple[float, str]:
    """The share to expect: the lot's own best where it is tested by itself, untreated seed of the plant where treatments compete."""
    alone = asks in (Question.ALIVE, Question.STILL_AS_GOOD)
    past = trials_of([lot]) if alone else trials_of_plant(lot)
    latest = list(past.order_by("-sow_on", "-pk").values_list("pk", flat=True)[:PAST_TRIALS])
    counted = counted_of(latest)
    mine = Q(lot=lot) if alone else Q(is_control=True, **({"lot__taxon": lot.taxon_id} if lot.taxon_id else {"lot": lot}))
    rows = {t.pk: t for t in Treatment.objects.filter(mine, trial__in=latest)}
    told = [[(pk, t) for pk, t in counted.get(trial, {}).items() if pk in rows] for trial in latest]
    for wanted in told:
        own = [(pk, t) for pk, t in wanted if rows[pk].lot_id == lot.pk]
        if own:
            best, found = max(own, key=lambda x: x[1].p)
            return found.p, f"{100 * found.p:.0f} % of “{rows[best].name}” germinated last time ({found.g} of {found.n})"
    others = [t for wanted in told for _, t in wanted]
    if others:
        # only other lots were tried: where this one will fall
        shares = [final_shares([t], typical.rho0, typical.rho_b).treatments[0] for t in others]
        pooled = over_trials([TrialLine(x.share, x.n_eff) for x in shares])
        assert pooled is not None  # there are lines
        ends = f"{100 * pooled.next_lot.lower:.0f} and {100 * pooled.next_lot.upper:.0f} %"
        return pooled.next_expected, f"other lots of the plant were tested; this one will fall between {ends}, 19 times in 20"
    return USUAL_SHARE, "nothing is known yet; half is the hardest case"
