"""What a test is worth in plants: those a better choice gains, less those that its seed would have given (docs/methods/worth.md)."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import special

from core.decision import AIM_COSTS, Costs, expected_shares
from core.errors import CoreError, check_correlation, check_finite, check_share
from core.germination import TYPICAL_BAG_RHO, TYPICAL_DISH_RHO
from core.statistics import NORMAL_975, USUAL_WEIGHT
from core.vocabulary import DecisionAim
from core.worth.designs import Design
from core.worth.prior import Belief

Array = NDArray[np.float64]
DRAWS, SEED = 4000, 16
_TINY = 1e-9
# a test is worth its seed if it gains more than this many standard errors of the drawing
_SURE = 2.0


@dataclass(frozen=True, slots=True)
class WorthCandidate:
    """A treatment that could be used: what is believed of its share in this lot, how long it takes, whether it can hurt.

    `bagged` says whether its seed is treated together in bags.
    """

    belief: Belief
    weeks: float = 0.0
    hazard: bool = False
    bagged: bool = True


@dataclass(frozen=True, slots=True)
class Situation:
    """What is to be gained: seeds of the lot, plants wanted (None: as many as possible), and what is assumed.

    `plant_share` is the share of sprouts that become plants, `rho0` and `rho_b` correlate dishes and bags; `costs` are those of the aim.
    """

    seeds: int
    wanted: int | None = None
    plant_share: float = 1.0
    rho0: float = TYPICAL_DISH_RHO
    rho_b: float = TYPICAL_BAG_RHO
    costs: Costs = AIM_COSTS[DecisionAim.MOST]

    def __post_init__(self) -> None:
        if self.seeds < 1:
            raise CoreError(
                f"A lot of {self.seeds} seeds has nothing to test.", code="no_seed", parameter="seeds", bound=1, value=self.seeds
            )
        if self.wanted is not None and self.wanted < 1:
            message = f"{self.wanted} plants cannot be wanted: it is 1 or more, or as many as possible."
            raise CoreError(message, code="too_small", parameter="wanted", bound=1, value=self.wanted)
        check_share(self.plant_share, "plant_share")
        check_correlation(self.rho0, "rho0", "dish")
        check_correlation(self.rho_b, "rho_b", "bag")

    def plants(self, seeds: float, share: Array | float) -> Array:
        """Plants of so many seeds at a share, at most those wanted."""
        grown = np.asarray(seeds * self.plant_share * np.asarray(share))
        out: Array = grown if self.wanted is None else np.minimum(grown, self.wanted)
        return out


@dataclass(frozen=True, slots=True)
class DesignWorth:
    """What one layout is worth, in expected plants.

    Attributes
    ----------
    worth : float
        Plants with the test less those without it: `gained` less `spent`.
    se : float
        Standard error of `worth` from the drawing.
    gained : float
        Plants more from the rest of the seed, as the better treatment is chosen more often.
    spent : float
        Plants fewer, as the tested seed is not sown.
    changes : float
        Chance that the test changes what is used, 0..1.
    """

    design: Design
    worth: float
    se: float
    gained: float
    spent: float
    changes: float


@dataclass(frozen=True, slots=True)
class Worth:
    """Layouts by worth, best first, beside sowing all with the candidate `without` (a place), which gives `plants_without`.

    `best` is the first of `designs`, or None where no test is worth its seed.
    """

    without: int
    plants_without: float
    designs: tuple[DesignWorth, ...]

    @property
    def best(self) -> DesignWorth | None:
        """The layout that is worth most, None where no test is worth its seed."""
        first = self.designs[0] if self.designs else None
        return first if first is not None and first.worth > _SURE * first.se else None


def worth_of_tests(
    candidates: Sequence[WorthCandidate],
    situation: Situation,
    designs: Sequence[Design],
    *,
    truth: Sequence[Belief] = (),
    draws: int = DRAWS,
    seed: int = SEED,
) -> Worth:
    """Weigh layouts of a test.

    True shares are drawn from the beliefs, stratified and the same for every layout. The counts of a layout are drawn with dishes
    and bags that differ; the choice is that of docs/methods/decide.md among the treatments tested, or a candidate left out whose
    expected utility is higher. The rest of the seed is sown with the treatment chosen. Sprouts of the test count as spent.

    Parameters
    ----------
    candidates : sequence of WorthCandidate
        At least one.
    designs : sequence of Design
        None may use more seed than there is.
    truth : sequence of Belief, optional
        What the true shares are drawn from, where it differs from what is believed.

    Raises
    ------
    CoreError
        ``no_treatment``, ``more_than_the_lot``, ``draws_too_few``.

    References
    ----------
    Raiffa & Schlaifer (1961), Applied Statistical Decision Theory, ch. 4: the expected value of sample information.
    """
    if not candidates:
        raise CoreError("There is no treatment to choose from.", code="no_treatment", parameter="candidates")
    check_finite(draws, "draws", least=100)
    for i, d in enumerate(designs):
        if d.seeds > situation.seeds:
            message = f"The test needs {d.seeds} seeds, and the lot has {situation.seeds}. Choose fewer dishes or treatments."
            raise CoreError(message, code="more_than_the_lot", parameter=f"designs.{i}", bound=situation.seeds, value=d.seeds)
        if max(d.treatments) >= len(candidates) or min(d.treatments) < 0:
            raise CoreError("A test names a treatment that is no candidate.", code="no_treatment", parameter=f"designs.{i}.treatments")
    rng = np.random.default_rng(seed)
    true = _stratified(truth or [c.belief for c in candidates], draws, rng)
    costs = np.array([situation.costs.week * c.weeks + situation.costs.hazard * c.hazard for c in candidates])
    means = np.array([c.belief.mean for c in candidates])
    without = int(np.argmax(100 * means - costs))
    plain = situation.plants(situation.seeds, true[:, without])
    found = []
    for number, design in enumerate(designs):
        chosen = _chosen(candidates, situation, design, true, costs, means, np.random.default_rng([seed, number]))
        rest = situation.seeds - design.seeds
        kept = situation.plants(rest, true[:, without])
        gain = situation.plants(rest, true[np.arange(draws), chosen])
        found.append(
            DesignWorth(
                design,
                worth=float((gain - plain).mean()),
                se=float((gain - plain).std() / np.sqrt(draws)),
                gained=float((gain - kept).mean()),
                spent=float((plain - kept).mean()),
                changes=float((chosen != without).mean()),
            )
        )
    return Worth(without, float(plain.mean()), tuple(sorted(found, key=lambda d: -d.worth)))


def _stratified(beliefs: Sequence[Belief], draws: int, rng: np.random.Generator) -> Array:
    """True shares, shape (draws, candidates): a Latin hypercube of their beliefs."""
    columns = []
    for x in beliefs:
        u = (rng.permutation(draws) + rng.random(draws)) / draws
        columns.append(special.betaincinv(x.a, x.b, u))
    return np.stack(columns, axis=1)


def _around(p: Array, rho: float, rng: np.random.Generator) -> Array:
    """Shares that differ from `p` with a correlation rho."""
    if rho <= 0:
        return p
    size = 1 / rho - 1
    q = np.clip(p, _TINY, 1 - _TINY)
    if size <= 0:
        return (rng.random(p.shape) < q).astype(float)
    return np.asarray(rng.beta(np.maximum(size * q, _TINY), np.maximum(size * (1 - q), _TINY)), dtype=float)


def _chosen(
    candidates: Sequence[WorthCandidate],
    situation: Situation,
    design: Design,
    true: Array,
    costs: Array,
    means: Array,
    rng: np.random.Generator,
) -> NDArray[np.intp]:
    """The candidate used after each drawn test, shape (draws,)."""
    tested = list(design.treatments)
    bags = np.array([min(design.bags, design.dishes) if candidates[i].bagged else 0 for i in tested])
    p = true[:, tested]
    n = design.seeds_per_dish
    of_dish = np.empty((*p.shape, design.dishes))
    for j, count in enumerate(bags):
        if count:
            of_bag = _around(np.repeat(p[:, [j]], count, axis=1), situation.rho_b, rng)
            of_dish[:, j] = of_bag[:, np.arange(design.dishes) % count]
        else:
            of_dish[:, j] = p[:, [j]]
    came = rng.binomial(n, _around(of_dish, situation.rho0, rng)).astype(float)
    share, size = _read(came, n, design.dishes, bags, situation)
    expected = expected_shares(share, size)
    utility = np.broadcast_to(100 * means - costs, true.shape).copy()
    utility[:, tested] = 100 * expected - costs[tested]
    out: NDArray[np.intp] = utility.argmax(axis=1)
    return out


def _read(came: Array, n: int, dishes: int, bags: NDArray[np.int_], situation: Situation) -> tuple[Array, Array]:
    """Shares and effective seeds of each treatment as the trial's decision takes them, shape (draws, treatments)."""
    total = dishes * n
    share = came.sum(axis=2) / total
    inside = (share > 0) & (share < 1)
    spread = np.where(inside, share * (1 - share), 1.0)
    x2 = np.where(inside, ((came - n * share[..., None]) ** 2).sum(axis=2) / (n * spread), 0.0).sum(axis=1)
    nu = (dishes - 1) * inside.sum(axis=1).astype(float)
    phi0 = 1 + (n - 1) * situation.rho0
    measured = x2 / np.maximum(nu, 1.0)
    above = measured > phi0
    df = np.where(above, nu + USUAL_WEIGHT * (phi0 / np.maximum(measured, _TINY)) ** 2, nu + USUAL_WEIGHT)
    phi = np.maximum(1.0, np.where(above, measured, (nu * measured + USUAL_WEIGHT * phi0) / (nu + USUAL_WEIGHT)))
    phi = np.where(nu > 0, phi, max(1.0, phi0))
    critical = np.where(nu > 0, special.stdtrit(df, 0.975), NORMAL_975)
    # without replication the decision is a hint, with half the seeds
    scale = (NORMAL_975 / critical) ** 2 * np.where(nu > 0, 1.0, 0.5)
    of_bags = np.array([situation.rho_b / b if b else 0.0 for b in bags])
    size = 1 / (phi[:, None] / total + of_bags)
    return share, size * scale[:, None]
