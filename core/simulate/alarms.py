"""How often differences that do not exist are claimed, and real ones found: drawn trials with shared bags and with blocks."""

import math
from collections.abc import Sequence

import numpy as np

from core.germination import Cell, CountedDish, CountedTreatment, SharedBags, compare_final, compare_pace, crossed_test
from core.simulate.courses import ONE_FLUSH, drawn_dish
from core.simulate.looks import dish_shares
from core.simulate.trials import DISHES, RHO, SEEDS, drawn_treatment
from core.vocabulary import Family

SIGNIFICANT_BELOW = 0.05
PACE_LOOKS_EVERY = 2.0


def bag_alarms(p: float, rho_bag: float, draws: int, seed: int, *, treatments: int = 2, bags: int = 1, dishes: int = 4) -> float:
    """Return the share of trials of equal treatments, each treated in `bags` bags, in which any pair differs."""
    return _shown([p] * treatments, rho_bag, draws, seed, bags, dishes)


def bag_power(p1: float, p2: float, rho_bag: float, draws: int, seed: int, *, bags: int, dishes: int = 4) -> float:
    """Return the share of trials of two treatments in which they differ."""
    return _shown([p1, p2], rho_bag, draws, seed, bags, dishes)


def _shown(shares: Sequence[float], rho_bag: float, draws: int, seed: int, bags: int, dishes: int) -> float:
    """Share of drawn trials in which any pair differs."""
    rng = np.random.default_rng(seed)
    shown = 0
    for _ in range(draws):
        trial = [drawn_treatment(f"t{i}", p, rng, dishes=dishes, bags=bags, rho_bag=rho_bag) for i, p in enumerate(shares)]
        shown += any(pair.differs for pair in compare_final(trial, Family.ALL).pairs)
    return shown / draws


def blocked(
    shares: Sequence[float], sd: float, rng: np.random.Generator, *, blocks: int = 4, rho: float = 0.0, rho_bag: float = 0.0
) -> list[CountedTreatment]:
    """Draw a trial with one dish of each treatment in each block; blocks differ by `sd` on the logit."""
    shift = rng.normal(0, sd, blocks)
    out = []
    for i, p in enumerate(shares):
        share = float(dish_shares(p, rho_bag, (), rng)) if rho_bag else p
        logit = math.log(share / (1 - share)) if 0 < share < 1 else math.copysign(20.0, share - 0.5)
        dishes = []
        for b in range(blocks):
            of_dish = float(dish_shares(1 / (1 + math.exp(-logit - shift[b])), rho, (), rng))
            dishes.append(CountedDish(int(rng.binomial(SEEDS, of_dish)), SEEDS, str(b)))
        out.append(CountedTreatment(f"t{i}", tuple(dishes), bags=SharedBags(1 if rho_bag else 0)))
    return out


def block_differences(
    shares: Sequence[float], sd: float, draws: int, seed: int, *, rho: float = 0.0, rho_bag: float = 0.0, with_blocks: bool = True
) -> tuple[float, float]:
    """Return how often the first pair differs, and how often the test over all does, in blocked trials of four blocks.

    `with_blocks` False analyses the same trials without their blocks.
    """
    rng = np.random.default_rng(seed)
    pair = overall = 0
    for _ in range(draws):
        trial = blocked(shares, sd, rng, rho=rho, rho_bag=rho_bag)
        if not with_blocks:
            trial = [CountedTreatment(t.id, tuple(CountedDish(d.g, d.n) for d in t.dishes), bags=t.bags) for t in trial]
        found = compare_final(trial, Family.ALL)
        pair += found.pairs[0].differs
        overall += found.overall.p is not None and found.overall.p < SIGNIFICANT_BELOW
    return pair / draws, overall / draws


def crossed_alarms(p: float, rho_bag: float, draws: int, seed: int) -> float:
    """Return how often an interaction is claimed in crossed trials (2 × 2, one bag per cell) of equal cells."""
    rng = np.random.default_rng(seed)
    alarms = 0
    for _ in range(draws):
        trial = [drawn_treatment(f"{a}{b}", p, rng, bags=1, rho_bag=rho_bag) for a in "xy" for b in "12"]
        shares = compare_final(trial, Family.ALL).shares
        levels = [(a, b) for a in "xy" for b in "12"]
        cells = [Cell(a, b, t.share, n) for (a, b), t, n in zip(levels, shares.treatments, shares.test_sizes, strict=True)]
        found = crossed_test(cells, shares.df).interaction
        alarms += found.p is not None and found.p < SIGNIFICANT_BELOW
    return alarms / draws


def pace_alarms(p: float, rho_bag: float, draws: int, seed: int) -> float:
    """Return how often pace is claimed to differ between two equal treatments of one bag each."""
    rng = np.random.default_rng(seed)
    alarms = 0
    for _ in range(draws):
        dishes = []
        for _ in range(2):
            share = float(dish_shares(p, rho_bag, (), rng))
            dishes.append([drawn_dish(float(s), ONE_FLUSH, PACE_LOOKS_EVERY, rng) for s in dish_shares(share, RHO, (DISHES,), rng)])
        alarms += compare_pace(["a", "b"], dishes, Family.ALL, bags=[1, 1]).pairs[0].differs
    return alarms / draws
