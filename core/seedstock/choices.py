"""Ways to sow for so many plants, side by side: one seed a cell and more cells, or several and fewer."""

from dataclasses import dataclass

from core.seedstock.sowing import (
    USUAL_TARGET,
    USUAL_TRAYS,
    CellFill,
    TrayExperience,
    cells_needed,
    chance_of_plants,
    chance_to_be_a_plant,
    plain_cells,
    seeds_per_cell,
    share_filled,
    share_two_or_more,
)

# above so many seeds a cell a seed pan and pricking out is less work (docs/methods/sowing.md)
MOST_IN_A_CELL = 6


@dataclass(frozen=True, slots=True)
class SowingChoice:
    """One way: `seeds` a cell in so many cells.

    Attributes
    ----------
    cells, trays, seeds_in_all : int
        What it takes; `trays` of the size given, the last one perhaps not full.
    share_filled, cells_filled : float
        Cells with a plant, expected: 0..1, and in cells.
    cells_to_thin : float
        Cells with two plants or more, expected.
    assurance : float
        Chance, 0..1, of at least the plants wanted.
    fills : bool
        Whether the wanted share of the cells fills.
    """

    seeds: int
    cells: int
    trays: int
    seeds_in_all: int
    share_filled: float
    cells_filled: float
    cells_to_thin: float
    assurance: float
    fills: bool


@dataclass(frozen=True, slots=True)
class PlainAnswer:
    """What mental arithmetic would sow, with the chance (0..1) that it gives the plants wanted; None where none germinated."""

    seeds: int
    cells: int | None
    assurance: float | None


@dataclass(frozen=True, slots=True)
class SowingChoices:
    """All ways, the seeds a cell for the wanted fill, the way in cells and the seed pan that are proposed, and the plain answer.

    `pan_seeds` are the seeds to sow in a pan for the same plants, pricked out one by one; None where no number suffices.
    `pan_advised`: more than six seeds a cell would be wanted.
    """

    fill: CellFill
    choices: tuple[SowingChoice, ...]
    proposed: int | None
    pan_seeds: int | None
    pan_advised: bool
    plain: PlainAnswer


def sowing_choices(
    p: float,
    n_eff: float,
    plants: int,
    *,
    trays: TrayExperience = USUAL_TRAYS,
    target: float = USUAL_TARGET,
    assurance: float = USUAL_TARGET,
    cells_a_tray: int = 72,
) -> SowingChoices:
    """Lay the ways to sow beside each other.

    Parameters
    ----------
    p, n_eff, trays, target, assurance
        As `seeds_per_cell` and `cells_needed` take them.
    plants : int
        Plants wanted, one a cell after thinning.
    cells_a_tray : int

    Examples
    --------
    >>> found = sowing_choices(0.5, 45.5, 100)
    >>> [(c.seeds, c.cells) for c in found.choices][:2], found.proposed, found.pan_seeds
    ([(1, 362), (2, 210)], 5, 362)
    """
    fill = seeds_per_cell(p, n_eff, target, trays)
    if p == 0:
        return SowingChoices(fill, (), None, None, True, PlainAnswer(1, None, None))
    grid = chance_to_be_a_plant(p, n_eff, trays)
    most = min(MOST_IN_A_CELL, max(3, fill.seeds or MOST_IN_A_CELL))
    choices = []
    for m in range(1, most + 1):
        found = cells_needed(p, n_eff, plants, m, trays, assurance)
        if found.cells is None or found.assurance is None:
            continue
        filled = share_filled(grid, m)
        choices.append(
            SowingChoice(
                seeds=m,
                cells=found.cells,
                trays=-(-found.cells // cells_a_tray),
                seeds_in_all=m * found.cells,
                share_filled=filled,
                cells_filled=filled * found.cells,
                cells_to_thin=share_two_or_more(grid, m) * found.cells,
                assurance=found.assurance,
                fills=fill.seeds is not None and m >= fill.seeds,
            )
        )
    # a pan of seed is as many cells of one seed
    single = next((c.cells for c in choices if c.seeds == 1), None)
    proposed = fill.seeds if fill.seeds is not None and fill.seeds <= MOST_IN_A_CELL else None
    plain_seeds = min(fill.plain or 1, MOST_IN_A_CELL)
    plain = plain_cells(p, plants, plain_seeds, trays.mean)
    chance = None if plain is None else chance_of_plants(p, n_eff, plants, plain, plain_seeds, trays)
    return SowingChoices(fill, tuple(choices), proposed, single, proposed is None, PlainAnswer(plain_seeds, plain, chance))
