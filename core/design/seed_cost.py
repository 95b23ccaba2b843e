"""How many seeds a layout eats, and what stays in the lot."""

from dataclasses import dataclass

from core.errors import CoreError

GREEDY_SHARE = 0.5


@dataclass(frozen=True, slots=True)
class SeedCost:
    """Seeds a trial takes. `remaining` and `share` are None while the lot's amount is unknown; `share` is 0..1."""

    dishes: int
    seeds: int
    remaining: int | None
    share: float | None
    too_many: bool
    greedy: bool


def seed_cost(treatments: int, dishes: int, seeds_per_dish: int, in_stock: int | None) -> SeedCost:
    """Cost of `treatments` × `dishes` × `seeds_per_dish` against what the lot holds.

    >>> seed_cost(4, 4, 25, 1000).seeds
    400
    """
    for name, value in (("treatments", treatments), ("dishes", dishes), ("seeds_per_dish", seeds_per_dish)):
        if value < 1:
            raise CoreError(
                f"{value} {name.replace('_', ' ')} do not make a trial. Use at least 1.",
                code="below_one",
                parameter=name,
                bound=1,
                value=value,
            )
    seeds = treatments * dishes * seeds_per_dish
    if in_stock is None:
        return SeedCost(treatments * dishes, seeds, None, None, too_many=False, greedy=False)
    share = seeds / in_stock if in_stock else None
    return SeedCost(
        treatments * dishes,
        seeds,
        in_stock - seeds,
        share,
        too_many=seeds > in_stock,
        greedy=share is None or share > GREEDY_SHARE,
    )
