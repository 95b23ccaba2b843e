"""Does a sowing give the plants it promises, and does a forecast hold? Drawn tests, trays and retests with a known truth."""

from collections.abc import Sequence

import numpy as np

from core.decision import Candidate, decide
from core.germination import final_shares
from core.seedstock import GerminationTest, cells_needed, decline
from core.simulate.looks import dish_shares
from core.simulate.trials import drawn_treatment
from core.vocabulary import StorageClass


def sowing_assurance(
    shares: Sequence[float], draws: int, seed: int, *, rho_tray: float = 0.02, plants: int = 100, s: float = 0.8, promised: float = 0.9
) -> float:
    """Return how often a sowing for `plants`, planned from the best treatment of a drawn trial, gives them in a drawn tray.

    `shares` are the true shares of the trial's treatments, 0..1; trays differ from the test by `rho_tray`.
    """
    rng = np.random.default_rng(seed)
    reached = planned = 0
    for _ in range(draws):
        found = final_shares([drawn_treatment(f"t{i}", p, rng) for i, p in enumerate(shares)])
        best = int(np.argmax([t.share for t in found.treatments]))
        decision = decide([Candidate(t.id, t.share, t.n_eff, 0.0, False) for t in found.treatments], found.critical)
        cells = cells_needed(decision.options[best].sowing_share, found.treatments[best].n_eff, plants, assurance=promised).cells
        if cells is None:
            continue
        planned += 1
        reached += int(rng.binomial(cells, float(dish_shares(shares[best], rho_tray, (), rng)) * s)) >= plants
    return reached / planned


def half_life_moves(draws: int, seed: int, *, share: float = 0.8, months: float = 2.0) -> list[float]:
    """Return the factor by which a half-life moves when a second test of the same seed follows after so many months."""
    rng = np.random.default_rng(seed)
    out = []
    for _ in range(draws):
        tests = [GerminationTest(t, int(rng.binomial(100, float(dish_shares(share, 0.02, (), rng)))), 100, 1.8) for t in (0.0, months / 12)]
        one, two = decline(tests[:1], StorageClass.MEDIUM), decline(tests, StorageClass.MEDIUM)
        if one.half_years and two.half_years and one.half_years > 0 and two.half_years > 0:
            out.append(max(one.half_years / two.half_years, two.half_years / one.half_years))
    return out
