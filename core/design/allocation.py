"""Dishes on positions, completely at random or at random within blocks; the same seed gives the same layout."""

import random
from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import CoreError
from core.vocabulary import Layout


@dataclass(frozen=True, slots=True)
class Placement:
    """Position (from 1) and block (from 1) of one dish; `treatment` is an index from 0."""

    position: int
    block: int
    treatment: int


def allocate(dishes: Sequence[int], layout: Layout, seed: int) -> list[Placement]:
    """Place dishes at random.

    Parameters
    ----------
    dishes : sequence of int
        Number of dishes of each treatment, each at least 1.
    layout : Layout
        RANDOM over all positions; BLOCKS puts one dish of each treatment, shuffled, into each block, and needs equal
        numbers.
    seed : int
        Kept with the trial.

    Returns
    -------
    list of Placement
        In position order.
    """
    if not dishes or min(dishes) < 1:
        raise CoreError("Each treatment needs at least one dish.", code="no_dish", parameter="dishes", bound=1)
    draw = random.Random(seed)
    if layout == Layout.BLOCKS:
        if len(set(dishes)) > 1:
            raise CoreError(
                f"Blocks need the same number of dishes in each treatment; here they are {', '.join(map(str, dishes))}.",
                code="blocks_unequal",
                parameter="dishes",
            )
        order = [(block + 1, t) for block in range(dishes[0]) for t in draw.sample(range(len(dishes)), len(dishes))]
    else:
        order = [(1, t) for t, count in enumerate(dishes) for _ in range(count)]
        draw.shuffle(order)
    return [Placement(position=i + 1, block=block, treatment=t) for i, (block, t) in enumerate(order)]
