"""Layouts of a test, and which ones are weighed for a lot (docs/methods/worth.md)."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import CoreError
from core.worth.prior import Belief

# dishes × seeds that are weighed
LAYOUTS = ((1, 10), (2, 10), (2, 25), (4, 25))
MOST_TREATMENTS = 4
# a test that takes more of the lot than this is not proposed
MOST_OF_LOT = 0.8


@dataclass(frozen=True, slots=True)
class Design:
    """A test: places of its treatments among the candidates, dishes of each, seeds a dish; `bags` that each treated one is split into."""

    treatments: tuple[int, ...]
    dishes: int
    seeds_per_dish: int
    bags: int = 1

    def __post_init__(self) -> None:
        if self.dishes < 1 or self.seeds_per_dish < 1 or not self.treatments or len(set(self.treatments)) < len(self.treatments):
            message = "A test needs at least one treatment, each once, with at least one dish and one seed a dish."
            raise CoreError(message, code="design_impossible", parameter="treatments")

    @property
    def seeds(self) -> int:
        """Seeds it uses."""
        return len(self.treatments) * self.dishes * self.seeds_per_dish


def proposed_designs(beliefs: Sequence[Belief], seeds: int) -> list[Design]:
    """Up to 12 layouts of a lot of so many seeds: the two, three or four most promising candidates in four sizes.

    Promising is the upper end of what a candidate may reach; the best expected one is always among them.
    """
    best = max(range(len(beliefs)), key=lambda i: beliefs[i].mean)
    order = sorted((i for i in range(len(beliefs)) if i != best), key=lambda i: -beliefs[i].range[1])
    ranked = [best, *order]
    out = []
    for count in range(2, min(MOST_TREATMENTS, len(ranked)) + 1):
        out += [Design(tuple(sorted(ranked[:count])), d, n) for d, n in LAYOUTS]
    return [d for d in out if d.seeds <= MOST_OF_LOT * seeds]
