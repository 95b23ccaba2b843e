"""The counts of one treatment of a known share, drawn: dishes that differ, filled from bags that differ."""

import numpy as np

from core.germination import CountedDish, CountedTreatment, SharedBags
from core.simulate.looks import dish_shares

DISHES, SEEDS, RHO = 4, 25, 0.05


def drawn_treatment(
    name: str,
    p: float,
    draw: np.random.Generator,
    *,
    dishes: int = DISHES,
    seeds: int = SEEDS,
    rho: float = RHO,
    bags: int = 0,
    rho_bag: float = 0.0,
) -> CountedTreatment:
    """Draw a treatment whose dishes are filled evenly from its bags; with 0 bags each dish is its own.

    `rho` and `rho_bag` are the correlations of seeds within a dish and within a bag, 0..1.
    """
    of_bag = dish_shares(p, rho_bag, (bags,), draw) if bags else np.array([p])
    filled = [len(range(bag, dishes, len(of_bag))) for bag in range(len(of_bag))]
    shares = np.concatenate([dish_shares(float(s), rho, (n,), draw) for s, n in zip(of_bag, filled, strict=True)])
    up = draw.binomial(seeds, shares)
    return CountedTreatment(name, tuple(CountedDish(int(g), seeds) for g in up), bags=SharedBags(bags))
