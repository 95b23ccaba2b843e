"""The bags that a treatment rests on: a bag is a batch, and seed treated together in one shares its luck."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from core.germination import SharedBags
from core.treatment import STEP_KINDS
from core.vocabulary import StepKind


@dataclass(frozen=True)
class FilledDish:
    """What is known of the bag of a dish. `origin` is the batch that its own was split from, itself where it was not.

    `dishes_of_batch` counts all dishes that the batch filled; `sprouted` are seeds that sprouted in it before the dish was sown.
    """

    batch: int | None
    origin: int | None
    batch_seeds: int
    dishes_of_batch: int
    sprouted: int


def shared_bags(kinds: Sequence[StepKind], dishes: Sequence[FilledDish]) -> SharedBags:
    """The bags of one treatment with the steps `kinds`.

    A batch counts where it filled two dishes or more; parts split off count with their parent. Steps done together without a
    recorded batch count as one bag.
    """
    filled = Counter(d.origin for d in dishes if d.origin is not None)
    bags = sum(n > 1 for n in filled.values())
    if not filled and len(dishes) > 1 and is_together(kinds):
        bags = 1
    together = {d.batch: d for d in dishes if d.batch is not None and d.dishes_of_batch > 1}
    sprouted = sum(d.sprouted for d in together.values())
    return SharedBags(bags, sprouted, sum(d.batch_seeds for d in together.values()) if sprouted else 0)


def is_together(kinds: Sequence[StepKind]) -> bool:
    """Whether any step of a treatment is done to all of its seed at once."""
    return any(not STEP_KINDS[k].seed_by_seed for k in kinds)
