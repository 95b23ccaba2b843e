"""What a layout can tell about its question, before a seed is drawn, and which layout to begin with (part 8)."""

from dataclasses import dataclass

from core.design.power import WANTED_POWER, Precision, detectable, dishes_needed, power, precision
from core.design.seed_cost import GREEDY_SHARE, SeedCost, seed_cost
from core.vocabulary import Fitness, Question

USUAL_DIFFERENCE = 0.25
HINT_POWER = 0.5
NARROW, WIDE = 0.2, 0.35
# seeds of a treatment, and the dishes they are parted into: 4 × 25 beats 1 × 100
SCHOOLS = {10: (1, 10), 20: (2, 10), 50: (5, 10), 100: (4, 25)}
_BEGIN_WITH = ((4, 25), (5, 10), (4, 10), (2, 10), (1, 10))
_CURVE_DISHES = 10


@dataclass(frozen=True, slots=True)
class Aim:
    """A question with what is expected: `share` of the control (or of the lot), and the `difference` worth knowing, 0..1."""

    question: Question
    treatments: int
    share: float = 0.5
    difference: float = USUAL_DIFFERENCE

    @property
    def compares(self) -> bool:
        """Whether the answer is a difference; else it is a share by itself."""
        return self.question is Question.STILL_AS_GOOD or (self.question is not Question.ALIVE and self.treatments > 1)

    @property
    def alone(self) -> bool:
        """Whether a comparison is asked for with nothing to compare: one treatment by itself."""
        return self.question in (Question.BEST, Question.DOSE, Question.CROSSED) and self.treatments == 1

    @property
    def groups(self) -> int:
        """Treatments that the test has; an earlier result stands in as one more."""
        return max(2, self.treatments) if self.question is Question.STILL_AS_GOOD else self.treatments

    @property
    def comparisons(self) -> int:
        """Comparisons in the family: each treatment against the control."""
        return max(1, self.groups - 1)

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
class Telling:
    """What `dishes` × `seeds_per_dish` a treatment can tell.

    `above` and `below` are the shares that would be shown to differ from the expected one, None where none would; `power` is
    that of the difference worth knowing, None without replication or where nothing is compared. `smallest_dishes` of this
    size answer the question, None where no number of them does.
    """

    dishes: int
    seeds_per_dish: int
    cost: SeedCost
    precision: Precision
    power: float | None
    above: float | None
    below: float | None
    fitness: Fitness
    smallest_dishes: int | None
    curve: tuple[CurvePoint, ...]


def tell(aim: Aim, *, dishes: int, seeds_per_dish: int, in_stock: int | None, rho: float) -> Telling:
    """What a layout can tell.

    Parameters
    ----------
    aim : Aim
    dishes, seeds_per_dish : int
        Per treatment, and per dish; at least 1, or CoreError.
    in_stock : int or None
        Seeds in the lot; None where nobody knows.
    rho : float
        The grower's dish correlation, 0..1.
    """
    cost = seed_cost(aim.treatments, dishes, seeds_per_dish, in_stock)
    read = precision(aim.share, dishes=dishes, seeds=seeds_per_dish, rho=rho, treatments=aim.treatments)
    above, below = (None, None)
    if aim.compares:
        above, below = detectable(
            aim.share, dishes=dishes, seeds=seeds_per_dish, treatments=aim.groups, rho=rho, comparisons=aim.comparisons
        )
    strong = _power(aim, dishes, seeds_per_dish, rho)
    return Telling(
        dishes=dishes,
        seeds_per_dish=seeds_per_dish,
        cost=cost,
        precision=read,
        power=strong,
        above=above,
        below=below,
        fitness=_fitness(aim, strong, read.half_width),
        smallest_dishes=_smallest(aim, seeds_per_dish, rho),
        curve=tuple(_point(aim, d, seeds_per_dish, rho) for d in range(1, max(_CURVE_DISHES, dishes) + 1)),
    )


def propose(aim: Aim, *, in_stock: int | None, rho: float) -> tuple[int, int]:
    """Dishes and seeds a dish to begin with: what answers, if half of the lot allows it; else the largest that it does allow."""
    most = None if in_stock is None else GREEDY_SHARE * in_stock
    sizes = list(_BEGIN_WITH)
    if aim.compares:
        needed = _smallest(aim, 25, rho)
        sizes.insert(0, (min(max(needed or 4, 4), 8), 25))
    for dishes, seeds in sizes:
        if most is None or dishes * seeds * aim.treatments <= most:
            return dishes, seeds
    return 1, max(1, min(10, int(most or 10) // aim.treatments))


def _power(aim: Aim, dishes: int, seeds: int, rho: float) -> float | None:
    if not aim.compares:
        return None
    found = power(aim.share, aim.other_share, dishes=dishes, seeds=seeds, treatments=aim.groups, rho=rho, comparisons=aim.comparisons)
    return None if found is None else found[1]


def _fitness(aim: Aim, strong: float | None, half_width: float) -> Fitness:
    if aim.alone:
        return Fitness.CANNOT
    if not aim.compares:
        return Fitness.ANSWERS if half_width <= NARROW else Fitness.HINTS if half_width <= WIDE else Fitness.CANNOT
    if strong is None or strong < HINT_POWER:
        return Fitness.CANNOT
    return Fitness.ANSWERS if strong >= WANTED_POWER else Fitness.HINTS


def _smallest(aim: Aim, seeds: int, rho: float) -> int | None:
    if aim.compares:
        found = dishes_needed(aim.share, aim.other_share, seeds=seeds, treatments=aim.groups, rho=rho, comparisons=aim.comparisons)
        return None if found is None else found[0]
    enough = (
        d for d in range(1, 51) if precision(aim.share, dishes=d, seeds=seeds, rho=rho, treatments=aim.treatments).half_width <= NARROW
    )
    return next(enough, None)


def _point(aim: Aim, dishes: int, seeds: int, rho: float) -> CurvePoint:
    read = precision(aim.share, dishes=dishes, seeds=seeds, rho=rho, treatments=aim.treatments)
    return CurvePoint(dishes, dishes * seeds * aim.treatments, _power(aim, dishes, seeds, rho), read.half_width)
