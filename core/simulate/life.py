"""One dish as it goes on in time: what lies in it on any day, whenever somebody looks (docs/methods/simulation.md).

`simulate_dish` draws what a known schedule of looks would see; here the looks are not known yet, so every seed gets its
own day first.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from core.records import ClosingFates
from core.simulate.biology import Biology, Fates
from core.simulate.looks import dish_shares

# mould spreads between these days in a dish that has it
MOULD_DAYS = (1.0, 10.0)


@dataclass(frozen=True)
class DishLife:
    """The hidden course of one dish: days after sowing on which seeds come up, or rot; and what all others are."""

    seeds: int
    up: tuple[float, ...]
    rots: tuple[float, ...]
    rest: ClosingFates

    def up_by(self, day: float) -> int:
        """Seeds that have come up by a day after sowing."""
        return sum(t <= day for t in self.up)

    def rotted_by(self, day: float) -> int:
        """Seeds that have rotted by a day after sowing."""
        return sum(t <= day for t in self.rots)

    def left_on(self, day: float) -> ClosingFates:
        """What a knife finds in the rest on a day; what would still have come up is firm and fresh."""
        late = len(self.up) - self.up_by(day) + len(self.rots) - self.rotted_by(day)
        return replace(self.rest, fresh=self.rest.fresh + late)


def live_dish(
    biology: Biology, fates: Fates, *, seeds: int, draw: np.random.Generator, rho: float = 0.03, mould_share: float = 0.0
) -> DishLife:
    """Draw the course of one dish.

    Parameters
    ----------
    biology, fates
        The lot, and its `fates_after` the recipe.
    seeds : int
        Seeds in the dish.
    draw : numpy.random.Generator
        Source of randomness; the same state gives the same dish.
    rho : float
        Dish correlation 0..1 of the share that comes up (Beta).
    mould_share : float
        Share 0..1 of the seed that mould takes, whatever it would have become; what has come up before stays.
    """
    comes = float(dish_shares(fates.early + fates.ready, rho, (), draw))
    up = int(draw.binomial(seeds, comes))
    others = np.array([fates.dormant, fates.hard, fates.empty, fates.dead])
    rest = draw.multinomial(seeds - up, others / others.sum() if others.sum() > 0 else [0, 0, 0, 1])
    early = int(draw.binomial(up, fates.early / (fates.early + fates.ready))) if up else 0
    days = np.exp(np.log(biology.days_to_come_up) + biology.days_spread * draw.standard_normal(up - early))
    # what was awake in the cold already is up with the first warm day
    days = np.concatenate([np.full(early, 0.5), days])
    kinds = np.concatenate([np.zeros(up, int), *(np.full(n, k + 1) for k, n in enumerate(rest))])
    taken = draw.random(seeds) < mould_share
    rot_days = draw.uniform(*MOULD_DAYS, size=seeds)
    lasts = np.concatenate([days, np.full(seeds - up, np.inf)])
    rots = taken & (rot_days < lasts)
    counts = [int(((kinds == k + 1) & ~rots).sum()) for k in range(len(rest))]
    return DishLife(seeds, _sorted(days[~rots[:up]]), _sorted(rot_days[rots]), ClosingFates(*counts))


def _sorted(days: np.ndarray) -> tuple[float, ...]:
    ordered: Sequence[float] = np.sort(days).tolist()
    return tuple(ordered)
