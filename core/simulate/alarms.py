"""How often differences that do not exist are claimed, and real ones found: drawn trials with shared bags and with blocks."""

import math
from collections.abc import Sequence

import numpy as np

from core.germination import (
    Cell,
    CountedDish,
    CountedTreatment,
    SharedBags,
    compare_final,
    compare_pace,
    crossed_test,
)
from core.records import CountRecord, Inspection
from core.simulate.looks import dish_shares
from core.vocabulary import Family

SEEDS = 25
SIGNIFICANT_BELOW = 0.05


def bag_alarms(p: float, rho_bag: float, draws: int, seed: int, *, treatments: int = 2, bags: int = 1, dishes: int = 4) -> float:
    """Return the share of trials of equal treatments, each treated in `bags` bags, in which any pair differs."""
    rng = np.random.default_rng(seed)
    trials = ([bagged(f"t{i}", p, rho_bag, bags, dishes, rng) for i in range(treatments)] for _ in range(draws))
    return sum(any(x.told_apart for x in compare_final(t, Family.ALL).pairs) for t in trials) / draws


def bag_power(p1: float, p2: float, rho_bag: float, draws: int, seed: int, *, bags: int, dishes: int = 4) -> float:
    """Return the share of trials of two treatments in which they differ."""
    rng = np.random.default_rng(seed)
    trials = ([bagged(n, p, rho_bag, bags, dishes, rng) for n, p in (("a", p1), ("b", p2))] for _ in range(draws))
    return sum(compare_final(t, Family.ALL).pairs[0].told_apart for t in trials) / draws


def bagged(name: str, p: float, rho_bag: float, bags: int, dishes: int, rng: np.random.Generator, rho: float = 0.05) -> CountedTreatment:
    """Draw a treatment whose dishes are filled evenly from its bags."""
    of_bag = dish_shares(p, rho_bag, (bags,), rng)
    shares = [float(dish_shares(float(of_bag[d * bags // dishes]), rho, (), rng)) for d in range(dishes)]
    return CountedTreatment(name, tuple(CountedDish(int(rng.binomial(SEEDS, s)), SEEDS) for s in shares), bags=SharedBags(bags))


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
            trial = [CountedTreatment(t.name, tuple(CountedDish(d.g, d.n) for d in t.dishes), bags=t.bags) for t in trial]
        found = compare_final(trial, Family.ALL)
        pair += found.pairs[0].told_apart
        overall += found.overall.p is not None and found.overall.p < SIGNIFICANT_BELOW
    return pair / draws, overall / draws


def crossed_alarms(p: float, rho_bag: float, draws: int, seed: int) -> float:
    """Return how often an interaction is claimed in crossed trials (2 × 2, one bag per cell) of equal cells."""
    rng = np.random.default_rng(seed)
    alarms = 0
    for _ in range(draws):
        trial = [bagged(f"{a}{b}", p, rho_bag, 1, 4, rng) for a in "xy" for b in "12"]
        shares = compare_final(trial, Family.ALL).shares
        cells = [Cell(t.name[0], t.name[1], t.share, n) for t, n in zip(shares.treatments, shares.test_sizes, strict=True)]
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
            dishes.append([_course(float(dish_shares(share, 0.05, (), rng)), rng) for _ in range(4)])
        alarms += compare_pace(["a", "b"], dishes, Family.ALL, bags=[1, 1]).pairs[0].told_apart
    return alarms / draws


def _course(share: float, rng: np.random.Generator) -> CountRecord:
    times = 8.0 * np.exp(rng.logistic(size=int(rng.binomial(SEEDS, share))) / 4)
    new = np.histogram(times, bins=np.arange(0, 31, 2))[0]
    return CountRecord(SEEDS, tuple(Inspection(2.0 * (k + 1), germinated=int(n)) for k, n in enumerate(new)))
