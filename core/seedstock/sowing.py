"""From a tested share to cells, seeds and grams, with the uncertainty of the test carried along (docs/methods/sowing.md).

A test does not tell the share itself, and a tray differs from a dish: p ~ Beta(½ + p̂ n', ½ + (1 − p̂) n') with
n' = 1/(1/n_eff + ρ_t), and the share s of seedlings that become plants ~ Beta(30 s + came, 30 (1 − s) + failed). Every answer is
a mean over 200 × 50 mid-point quantiles, so a lot tested with few seeds asks for more of them.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from scipy import special

from core.errors import CoreError, check_correlation, check_finite, check_share, check_size
from core.vocabulary import Reason

QUANTILES = 200
PLANT_QUANTILES = 50
# the usual share of seedlings that become plants weighs as much as so many own seedlings
USUAL_SEEDLINGS = 30.0
# how much trays usually differ from the test, as a correlation; until six own trays give a value
TYPICAL_TRAY_RHO = 0.03
GUARD = 1e-12
USUAL_PLANT_SHARE = 0.8
USUAL_TARGET = 0.9
MOST = 10**7

Floats = np.ndarray[tuple[int, ...], np.dtype[np.float64]]


@dataclass(frozen=True, slots=True)
class TrayExperience:
    """What trays are known to do beyond the test in dishes.

    Attributes
    ----------
    s : float
        Share of seedlings that become plants before own ones are known, above 0 to 1.
    came, failed : float
        Own seedlings that became plants, and that did not.
    rho_t : float
        How much trays differ from the test, as a correlation 0..1.
    """

    s: float = USUAL_PLANT_SHARE
    came: float = 0.0
    failed: float = 0.0
    rho_t: float = TYPICAL_TRAY_RHO

    def __post_init__(self) -> None:
        if not 0 < self.s <= 1:
            message = f"{100 * self.s:g} % of seedlings becoming plants is impossible. Enter more than 0 and at most 100 %."
            raise CoreError(message, code="plant_share_out_of_range", parameter="s", bound=1, value=self.s)
        for name in ("came", "failed"):
            value = getattr(self, name)
            if not (math.isfinite(value) and value >= 0):
                message = f"{value:g} seedlings is impossible. A count must be 0 or more."
                raise CoreError(message, code="count_negative", parameter=name, bound=0, value=value)
        check_correlation(self.rho_t, "rho_t", "tray")

    @property
    def mean(self) -> float:
        """Expected share of seedlings that become plants, 0..1."""
        return (USUAL_SEEDLINGS * self.s + self.came) / (USUAL_SEEDLINGS + self.came + self.failed)


USUAL_TRAYS = TrayExperience()


@dataclass(frozen=True, slots=True)
class CellFill:
    """Seeds a cell for a wanted fill.

    Attributes
    ----------
    seeds : int or None
        Smallest number for which at least the wanted share of cells holds a plant; None where no number does (`reason`).
    share_filled, share_two_or_more : float
        Expected shares of cells with a plant, and with two or more (thinning), 0..1.
    cells_two_or_more : float
        The same in cells.
    plain : int or None
        The answer that takes the tested share for the truth; None where none germinated.
    """

    seeds: int | None
    share_filled: float | None
    share_two_or_more: float | None
    cells_two_or_more: float | None
    plain: int | None
    reasons: dict[str, Reason]


@dataclass(frozen=True, slots=True)
class CellsNeeded:
    """Cells for at least so many plants, and the assurance (0..1) that number reaches; None with a reason where none does."""

    cells: int | None
    assurance: float | None
    reasons: dict[str, Reason]


@dataclass(frozen=True, slots=True)
class GroundSowing:
    """Pure seeds a square metre, and grams of the material with its impurities, a square metre and for the area."""

    seeds_per_m2: float | None
    mass_per_m2: float | None
    mass: float | None
    reasons: dict[str, Reason]


@dataclass(frozen=True, slots=True)
class PureLiveSeed:
    """Share of pure live seed, 0..1, and the grams of material that hold a wanted mass of it."""

    pls: float
    bulk_mass: float | None
    reasons: dict[str, Reason]


def seeds_per_cell(p: float, n_eff: float, target: float = USUAL_TARGET, trays: TrayExperience = USUAL_TRAYS, cells: int = 1) -> CellFill:
    """Return the seeds per cell so that a share of the cells holds a plant.

    Parameters
    ----------
    p : float
        Tested germination, 0..1; shrunk (`Option.sowing_share` of the decision) where it is the best of three treatments or more.
    n_eff : float
        Effective size of the test in seeds.
    target : float
        Wanted share of filled cells, 0..1 exclusive.
    trays : TrayExperience
    cells : int
        Cells that are sown, for the thinning work.

    Raises
    ------
    CoreError
        ``share_out_of_range``, ``n_not_positive``, ``plant_share_out_of_range``, ``target_out_of_range``.

    Examples
    --------
    >>> found = seeds_per_cell(0.5, 45.5, 0.9, cells=72)
    >>> found.seeds, found.plain, round(found.share_filled, 4)
    (5, 5, 0.903)
    """
    _check_test(p, n_eff)
    _check_wish(target, "target")
    check_finite(cells, "cells", least=0)
    if p == 0:
        names = ("seeds", "share_filled", "share_two_or_more", "cells_two_or_more", "plain")
        return CellFill(None, None, None, None, None, dict.fromkeys(names, Reason.NONE_GERMINATED))
    plants = chance_to_be_a_plant(p, n_eff, trays)
    seeds = _smallest(lambda m: share_filled(plants, m) >= target - GUARD, 1)
    plain = _plain(p * trays.mean, target)
    unreached = {"plain": Reason.NEVER_REACHED} if plain is None else {}
    if seeds is None:
        unreached |= dict.fromkeys(("seeds", "share_filled"), Reason.NEVER_REACHED)
        return CellFill(None, None, None, None, plain, unreached)
    two = share_two_or_more(plants, seeds)
    return CellFill(seeds, share_filled(plants, seeds), two, two * cells, plain, unreached)


@dataclass(frozen=True, slots=True)
class ExpectedFill:
    """Cells of trays that are expected to hold a plant, and those with two or more among them, which are thinned."""

    cells: int
    filled: float
    several: float


def expected_fill(p: float, n_eff: float, seeds: int, cells: int, trays: TrayExperience = USUAL_TRAYS) -> ExpectedFill:
    """Return how full so many cells with so many seeds each are expected to be.

    Parameters
    ----------
    p, n_eff, trays
        As `seeds_per_cell` takes them.
    seeds : int
        Seeds in each cell, at least 1.
    cells : int
        Cells that are sown.

    Raises
    ------
    CoreError
        As `seeds_per_cell`; ``seeds_too_few`` with less than one seed a cell.

    Examples
    --------
    >>> found = expected_fill(0.5, 45.5, 2, 100)
    >>> round(found.filled, 1), round(found.several, 1)
    (63.1, 16.9)
    """
    _check_test(p, n_eff)
    check_finite(cells, "cells", least=0)
    if seeds < 1:
        raise CoreError(f"{seeds} seeds a cell is too few. Sow at least 1.", code="seeds_too_few", parameter="seeds", bound=1, value=seeds)
    if p == 0:
        return ExpectedFill(cells, 0.0, 0.0)
    grid = chance_to_be_a_plant(p, n_eff, trays)
    return ExpectedFill(cells, cells * share_filled(grid, seeds), cells * share_two_or_more(grid, seeds))


def cells_needed(
    p: float, n_eff: float, plants: int, seeds: int = 1, trays: TrayExperience = USUAL_TRAYS, assurance: float = USUAL_TARGET
) -> CellsNeeded:
    """Return the cells of `seeds` seeds for at least `plants` plants, thinned to one per cell, with an assurance.

    With one seed per cell the answer is a number of seeds. Where nothing germinated in the test there is none.

    Examples
    --------
    >>> cells_needed(0.5, 45.5, plants=100, seeds=2).cells
    210
    """
    if plants < 1:
        raise CoreError(f"{plants} plants need no sowing. Enter at least 1.", code="no_plants", parameter="plants", bound=1, value=plants)
    if seeds < 1:
        raise CoreError(
            f"{seeds} seeds per cell is impossible. Enter at least 1.", code="no_seeds", parameter="seeds", bound=1, value=seeds
        )
    _check_wish(assurance, "assurance")
    _check_test(p, n_eff)
    if p == 0:
        return CellsNeeded(None, None, dict.fromkeys(["cells", "assurance"], Reason.NONE_GERMINATED))
    filled = _filled(chance_to_be_a_plant(p, n_eff, trays), seeds)
    # found on every tenth of the sorted chances first: the mean over all then needs a few looks only
    rough = np.sort(filled)[5::10]
    near = _smallest(lambda c: _chance(rough, c, plants) >= assurance - GUARD, plants)
    found = None if near is None else _smallest_near(lambda c: _chance(filled, c, plants) >= assurance - GUARD, plants, near)
    if found is None:
        return CellsNeeded(None, None, dict.fromkeys(["cells", "assurance"], Reason.NEVER_REACHED))
    return CellsNeeded(found, _chance(filled, found, plants), {})


def chance_of_plants(p: float, n_eff: float, plants: int, cells: int, seeds: int = 1, trays: TrayExperience = USUAL_TRAYS) -> float:
    """Return the chance, 0..1, that so many cells give at least `plants` plants.

    Examples
    --------
    >>> round(chance_of_plants(0.5, 45.5, plants=100, cells=157, seeds=2), 2)
    0.51
    """
    _check_test(p, n_eff)
    return 0.0 if p == 0 else _chance(_filled(chance_to_be_a_plant(p, n_eff, trays), seeds), cells, plants)


def plain_cells(p: float, plants: int, seeds: int = 1, s: float = USUAL_PLANT_SHARE) -> int | None:
    """Return plants wanted over the share of cells that fill at the tested share; None where none germinated.

    Examples
    --------
    >>> plain_cells(0.5, 100, seeds=2)
    157
    """
    filled = 1 - (1 - p * s) ** seeds
    return math.ceil(plants / filled - GUARD) if filled > 0 else None


def direct_sowing(
    p: float, plants_per_m2: float, tsw: float, purity: float = 1.0, s: float = USUAL_PLANT_SHARE, area_m2: float = 1.0
) -> GroundSowing:
    """Seeds and grams for sowing straight into the ground, at the tested share.

    Parameters
    ----------
    p, s, purity : float
        0..1; purity above 0.
    plants_per_m2 : float
    tsw : float
        Grams a thousand seeds.
    area_m2 : float

    Examples
    --------
    >>> round(direct_sowing(0.55, 40, 1.8, 0.92, 0.6, 250).mass, 1)
    59.3
    """
    check_share(p, "p")
    _check_above_zero({"plants_per_m2": plants_per_m2, "tsw": tsw, "purity": purity, "area_m2": area_m2})
    if p * s == 0:
        return GroundSowing(None, None, None, dict.fromkeys(["seeds_per_m2", "mass_per_m2", "mass"], Reason.NONE_GERMINATED))
    seeds = plants_per_m2 / (p * s)
    mass = seeds * tsw / 1000 / purity
    return GroundSowing(seeds, mass, mass * area_m2, {})


def pure_live_seed(purity: float, germination: float, pls_mass: float) -> PureLiveSeed:
    """Share of pure live seed, and the bulk that holds a wanted mass of it (g).

    Examples
    --------
    >>> round(pure_live_seed(0.85, 0.62, 500).bulk_mass, 1)
    948.8
    """
    check_share(purity, "purity")
    check_share(germination, "germination")
    check_finite(pls_mass, "pls_mass", least=0)
    pls = purity * germination
    if pls == 0:
        return PureLiveSeed(0.0, None, {"bulk_mass": Reason.NONE_LIVE})
    return PureLiveSeed(pls, pls_mass / pls, {})


def share_filled(plants: Floats, seeds: int) -> float:
    """Mean share of cells that hold a plant, over the grid of one seed's chance to become one."""
    return float(_filled(plants, seeds).mean())


def share_two_or_more(plants: Floats, seeds: int) -> float:
    """Mean share of cells that hold two plants or more."""
    if seeds < 2:
        return 0.0
    none = (1 - plants) ** seeds
    one = seeds * plants * (1 - plants) ** (seeds - 1)
    return float((1 - none - one).mean())


@lru_cache(maxsize=32)
def chance_to_be_a_plant(p: float, n_eff: float, trays: TrayExperience) -> Floats:
    """Return the grid of what the chance of one seed to become a plant may be, shape (10 000,); `p` above 0."""
    size = 1 / (1 / n_eff + trays.rho_t)
    shares = special.betaincinv(0.5 + p * size, 0.5 + (1 - p) * size, (np.arange(QUANTILES) + 0.5) / QUANTILES)
    lived, died = USUAL_SEEDLINGS * trays.s + trays.came, USUAL_SEEDLINGS * (1 - trays.s) + trays.failed
    at = (np.arange(PLANT_QUANTILES) + 0.5) / PLANT_QUANTILES
    plants = special.betaincinv(lived, died, at) if died > 0 else np.ones(1)
    grid: Floats = np.outer(shares, plants).ravel()
    return grid


def _filled(plants: Floats, seeds: int) -> Floats:
    # through the logarithm, so that a tiny share over many seeds is not lost
    filled: Floats = -np.expm1(seeds * np.log1p(-np.minimum(plants, 1 - 1e-16)))
    return filled


def _chance(filled: Floats, cells: int, plants: int) -> float:
    """Mean over the grid of P(Binomial(cells, filled) ≥ plants)."""
    return 0.0 if cells < plants else float(special.betainc(plants, cells - plants + 1, filled).mean())


def _smallest(enough: Callable[[int], bool], least: int) -> int | None:
    """The smallest whole number from `least` on that is enough, where more is never worse; None above ten million."""
    high = least
    while not enough(high):
        if high > MOST:
            return None
        high *= 2
    return _between(enough, least if high == least else high // 2, high)


def _smallest_near(enough: Callable[[int], bool], least: int, near: int) -> int | None:
    """As `_smallest`, from a number that is close already."""
    step = max(1, near // 200)
    if enough(near):
        high, low = near, near - step
        while low >= least and enough(low):
            step *= 2
            high, low = low, low - step
        return _between(enough, max(least, low + 1), high)
    low, high = near, near + step
    while not enough(high):
        if high > MOST:
            return None
        step *= 2
        low, high = high, high + step
    return _between(enough, low + 1, high)


def _between(enough: Callable[[int], bool], low: int, high: int) -> int:
    while low < high:
        middle = (low + high) // 2
        low, high = (low, middle) if enough(middle) else (middle + 1, high)
    return low


def _plain(q: float, target: float) -> int | None:
    """Seeds a cell of which one is a plant with the chance `target`, if each is one with the chance `q`; None above ten million."""
    if q >= 1:
        return 1
    # seeds × chance is at least the target: a chance below this needs too many, and near 0 the quotient has no value
    if q * MOST < target:
        return None
    return max(1, math.ceil(math.log1p(-target) / math.log1p(-q) - GUARD))


def _check_test(p: float, n_eff: float) -> None:
    check_share(p, "p")
    check_size(n_eff, "n_eff")


def _check_wish(wish: float, name: str) -> None:
    if not 0 < wish < 1:
        message = f"{100 * wish:g} % is not a possible assurance. Choose more than 0 and less than 100 %."
        raise CoreError(message, code=f"{name}_out_of_range", parameter=name, bound=1, value=wish)


def _check_above_zero(given: dict[str, float]) -> None:
    for name, value in given.items():
        if not value > 0:
            what = name.replace("_per_m2", " a square metre").replace("_", " ")
            message = f"{value:g} {what} is impossible: it must be more than 0."
            raise CoreError(message, code="not_positive", parameter=name, bound=0, value=value)
