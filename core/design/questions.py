"""What a layout can tell about its question, before a seed is drawn, and which layout to begin with (docs/methods/planning.md)."""

from dataclasses import dataclass, replace

from core.design.power import WANTED_POWER, Design, Precision, detectable, dishes_needed, power, precision
from core.design.seed_cost import GREEDY_SHARE, SeedCost, seed_cost
from core.germination import TYPICAL_BAG_RHO
from core.vocabulary import Fitness, Question

USUAL_DIFFERENCE = 0.25
HINT_POWER = 0.5
NARROW, WIDE = 0.2, 0.35
# seeds of a treatment, and the dishes they are parted into: 4 × 25 beats 1 × 100
SCHOOLS = {10: (1, 10), 20: (2, 10), 50: (5, 10), 100: (4, 25)}
_BEGIN_WITH = ((4, 25), (5, 10), (4, 10), (2, 10), (1, 10))
_CURVE_DISHES = 10
# questions about several lots: without a second one there is nothing to compare
ABOUT_LOTS = frozenset({Question.WHICH_LOT, Question.EVERY_LOT, Question.FLOATERS, Question.BOUGHT_OR_OWN, Question.STORED})


@dataclass(frozen=True, slots=True)
class Aim:
    """A question with what is expected: `share` of the control (or of the lot), and the `difference` worth knowing, 0..1.

    `treatments` are those of all `lots` together, each of which has as many.
    """

    question: Question
    treatments: int
    share: float = 0.5
    difference: float = USUAL_DIFFERENCE
    lots: int = 1

    @property
    def compares(self) -> bool:
        """Whether the answer is a difference; else it is a share by itself."""
        return self.question is Question.STILL_AS_GOOD or (self.question is not Question.ALIVE and self.treatments > 1)

    @property
    def alone(self) -> bool:
        """Whether a comparison is asked for with nothing to compare: one treatment or one lot by itself."""
        if self.question in ABOUT_LOTS and self.lots == 1:
            return True
        return self.question in (Question.BEST, Question.DOSE, Question.CROSSED) and self.treatments == 1

    @property
    def groups(self) -> int:
        """Treatments that the test has; an earlier result stands in as one more."""
        return max(2, self.treatments) if self.question is Question.STILL_AS_GOOD else self.treatments

    @property
    def comparisons(self) -> int:
        """Comparisons in the family: each treatment against its lot's control, or each lot against each other one."""
        if self.lots == 1:
            return max(1, self.groups - 1)
        return self.lots * (self.lots - 1) // 2 if self.compares_lots else self.treatments - self.lots

    @property
    def compares_lots(self) -> bool:
        """Whether each lot has one treatment, so that the lots themselves are compared."""
        return self.lots > 1 and self.treatments == self.lots

    @property
    def other_share(self) -> float:
        """The share at the end of the difference: above where there is room, else below; a fall where a lot may have aged."""
        up = self.question is not Question.STILL_AS_GOOD and self.share + self.difference <= 1
        return min(1.0, self.share + self.difference) if up else max(0.0, self.share - self.difference)


@dataclass(frozen=True, slots=True)
class CurvePoint:
    """What more dishes would buy: seeds of the whole trial against power (None without replication) and half width, 0..1."""

    dishes: int
    seeds: int
    power: float | None
    half_width: float


@dataclass(frozen=True, slots=True)
class BagChoice:
    """One way to share a treatment's dishes among bags: what it can show. `above` and `half_width` as in `Telling`."""

    bags: int
    dishes_per_bag: int
    half_width: float
    power: float | None
    above: float | None


@dataclass(frozen=True, slots=True)
class Telling:
    """What `dishes` × `seeds_per_dish` per treatment, treated in `bags`, can tell.

    `above` and `below` are the shares that would be shown to differ from the expected one, None where none would; `power` is
    that of the difference worth knowing, None without replication or where nothing is compared. `other` is the interval to
    expect at the end of that difference, None where nothing is compared. `smallest_dishes` of this
    size answer the question, None where no number of them does. `bag_choices` are other ways to share the same dishes among bags.
    """

    dishes: int
    seeds_per_dish: int
    bags: int
    cost: SeedCost
    precision: Precision
    other: Precision | None
    power: float | None
    above: float | None
    below: float | None
    fitness: Fitness
    smallest_dishes: int | None
    curve: tuple[CurvePoint, ...]
    bag_choices: tuple[BagChoice, ...]


def tell(
    aim: Aim, *, dishes: int, seeds_per_dish: int, in_stock: int | None, rho: float, bags: int = 0, rho_b: float = TYPICAL_BAG_RHO
) -> Telling:
    """Return what a layout can tell.

    Parameters
    ----------
    aim : Aim
    dishes, seeds_per_dish : int
        Per treatment, and per dish; at least 1, or CoreError.
    in_stock : int or None
        Seeds in the lot, in the scarcest of several; None where nobody knows. The cost is that of one lot.
    rho, rho_b : float
        The grower's dish and bag correlation, 0..1.
    bags : int
        Bags each treatment is treated in; 0 where in none.
    """
    cost = seed_cost(aim.treatments // aim.lots, dishes, seeds_per_dish, in_stock)
    design = Design(dishes, seeds_per_dish, aim.treatments, rho, aim.comparisons, bags if bags < dishes else 0, rho_b)
    read = precision(aim.share, design)
    above, below = detectable(aim.share, _compared(aim, design)) if aim.compares else (None, None)
    strong = _power(aim, design)
    return Telling(
        dishes=dishes,
        seeds_per_dish=seeds_per_dish,
        bags=bags,
        cost=cost,
        precision=read,
        other=precision(aim.other_share, design) if aim.compares else None,
        power=strong,
        above=above,
        below=below,
        fitness=_fitness(aim, strong, read.half_width),
        smallest_dishes=_smallest(aim, design),
        curve=tuple(_point(aim, replace(design, dishes=d)) for d in range(1, max(_CURVE_DISHES, dishes) + 1)),
        bag_choices=_bag_choices(aim, design) if bags else (),
    )


def propose(aim: Aim, *, in_stock: int | None, rho: float) -> tuple[int, int]:
    """Return dishes and seeds per dish to begin with: what answers, if half of the lot allows it; else the largest it does allow."""
    most = None if in_stock is None else GREEDY_SHARE * in_stock
    sizes = list(_BEGIN_WITH)
    if aim.compares:
        needed = _smallest(aim, Design(4, 25, aim.treatments, rho, aim.comparisons))
        sizes.insert(0, (min(max(needed or 4, 4), 8), 25))
    for dishes, seeds in sizes:
        if most is None or dishes * seeds * (aim.treatments // aim.lots) <= most:
            return dishes, seeds
    return 1, max(1, min(10, int(most or 10) // (aim.treatments // aim.lots)))


def _compared(aim: Aim, design: Design) -> Design:
    return replace(design, treatments=aim.groups)


def _power(aim: Aim, design: Design) -> float | None:
    if not aim.compares:
        return None
    found = power(aim.share, aim.other_share, _compared(aim, design))
    return None if found is None else found[1]


def _fitness(aim: Aim, strong: float | None, half_width: float) -> Fitness:
    if aim.alone:
        return Fitness.CANNOT
    if not aim.compares:
        return Fitness.ANSWERS if half_width <= NARROW else Fitness.HINTS if half_width <= WIDE else Fitness.CANNOT
    if strong is None or strong < HINT_POWER:
        return Fitness.CANNOT
    return Fitness.ANSWERS if strong >= WANTED_POWER else Fitness.HINTS


def _smallest(aim: Aim, design: Design) -> int | None:
    if aim.compares:
        found = dishes_needed(aim.share, aim.other_share, _compared(aim, design))
        return None if found is None else found[0]
    enough = (d for d in range(1, 51) if precision(aim.share, replace(design, dishes=d)).half_width <= NARROW)
    return next(enough, None)


def _point(aim: Aim, design: Design) -> CurvePoint:
    read = precision(aim.share, design)
    return CurvePoint(design.dishes, design.dishes * design.seeds * aim.treatments, _power(aim, design), read.half_width)


def _bag_choices(aim: Aim, design: Design) -> tuple[BagChoice, ...]:
    """Each number of bags that shares the dishes evenly, up to one bag for each dish."""
    out = []
    for bags in (b for b in range(1, design.dishes + 1) if design.dishes % b == 0):
        # with a bag for each dish, bags are part of what the dishes show by themselves
        this = replace(
            design, bags=bags if bags < design.dishes else 0, rho=design.rho + (design.rho_b if bags == design.dishes > 1 else 0)
        )
        above = detectable(aim.share, _compared(aim, this))[0] if aim.compares else None
        out.append(BagChoice(bags, design.dishes // bags, precision(aim.share, this).half_width, _power(aim, this), above))
    return tuple(out)
