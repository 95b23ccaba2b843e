"""Dishes drawn from a biology, and what each look would find."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from core.records import ClosingFates, CountRecord, Inspection
from core.simulate.biology import Biology, Fates

SHARE_NOT_READY_LOST = 0.01
# below this the Beta is a point, and its parameters overflow
LEAST_RHO = 1e-6


@dataclass(frozen=True)
class SimulatedDish:
    """One dish as a person with a lens would have counted it."""

    record: CountRecord
    mouldy: bool


def simulate_dish(
    biology: Biology,
    fates: Fates,
    *,
    seeds: int,
    looks: Sequence[float],
    draw: np.random.Generator,
    rho: float = 0.03,
    mould_share: float = 0.0,
    close: bool = False,
    name: str = "simulated",
) -> SimulatedDish:
    """Draw one dish and look at it.

    Parameters
    ----------
    biology, fates
        The lot, and its `fates_after` the recipe.
    seeds : int
        Seeds in the dish.
    looks : sequence of float
        Days of the looks, ascending; those at 0 or less see the early sprouts.
    draw : numpy.random.Generator
        Source of randomness; the same state gives the same dish.
    rho : float
        Dish correlation 0..1 of the share that comes up (Beta).
    mould_share : float
        Share 0..1 of the seed that rots in this dish, from the middle of the looks on.
    close : bool
        Whether the fates of the rest are found at the end.
    """
    comes = float(dish_shares(fates.early + fates.ready, rho, (), draw))
    up = int(draw.binomial(seeds, comes))
    rest = np.array([fates.empty, fates.dead, fates.hard, fates.dormant])
    empty, dead, hard, dormant = draw.multinomial(seeds - up, rest / rest.sum() if rest.sum() > 0 else [0, 1, 0, 0])
    share_early = fates.early / (fates.early + fates.ready) if up else 0.0
    early = int(draw.binomial(up, share_early))
    times = np.exp(np.log(biology.days_to_come_up) + biology.days_spread * draw.standard_normal(up - early))
    before = [t for t in looks if t <= 0]
    early_at = np.sort(draw.choice(before, size=early)) if before and early else np.empty(0)
    if early and not before:
        times = np.append(times, np.full(early, 0.25))
    rots = int(draw.binomial(seeds, mould_share)) if mould_share else 0
    lost = int(draw.binomial(max(0, dormant - rots), SHARE_NOT_READY_LOST))
    found = _inspect(looks, times, early_at, _rot_times(looks, min(rots, int(dormant + dead)), draw), lost)
    rotted = sum(i.rotted for i in found)
    take_dead = min(int(dead), rotted)
    fate = ClosingFates(
        fresh=int(dormant) - (rotted - take_dead) - sum(i.lost for i in found),
        hard=int(hard),
        empty=int(empty),
        dead=int(dead) - take_dead,
    )
    # what would have come up after the last look is still asleep when the dish is closed
    late = up - sum(i.germinated for i in found)
    closing = replace(fate, fresh=fate.fresh + late) if close else None
    return SimulatedDish(CountRecord(seeds, found, closing, name=name), mouldy=rotted > 0)


def dish_shares(p: float, rho: float, shape: tuple[int, ...], draw: np.random.Generator) -> np.ndarray:
    """Shares of dishes around `p`, correlated by `rho` (Beta), as an array of `shape`."""
    if rho < LEAST_RHO or not 0 < p < 1:
        return np.full(shape, p)
    scale = (1 - rho) / rho
    return np.asarray(draw.beta(p * scale, (1 - p) * scale, size=shape or None))


def _rot_times(looks: Sequence[float], count: int, draw: np.random.Generator) -> np.ndarray:
    after = [t for t in looks if t > 0]
    if not after or not count:
        return np.empty(0)
    return draw.uniform(after[-1] * 0.3, after[-1], size=count)


def _inspect(looks: Sequence[float], up: np.ndarray, early_at: np.ndarray, rot: np.ndarray, lost: int) -> tuple[Inspection, ...]:
    found = []
    previous = 0.0
    lost_at = looks[len(looks) // 2] if looks else None
    for t in looks:
        if t <= 0:
            found.append(Inspection(t, germinated=int((early_at == t).sum())))
            continue
        new = int(((up > previous) & (up <= t)).sum())
        gone = int(((rot > previous) & (rot <= t)).sum())
        found.append(Inspection(t, germinated=new, rotted=gone, lost=lost if t == lost_at else 0))
        previous = t
    return tuple(found)
