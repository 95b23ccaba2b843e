"""Whether the interval of a final share holds what it promises: drawn trials of known shares.

Four dishes of 25 seeds unless said; dishes differ in their share (Beta with ρ).
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from core.germination import compare_final, final_shares
from core.simulate.trials import DISHES, SEEDS, drawn_treatment
from core.vocabulary import Family


@dataclass(frozen=True, slots=True)
class Covered:
    """Of `drawn` trials, `told` had an interval; `held` of them held the truth."""

    drawn: int
    told: int
    held: int

    @property
    def share(self) -> float | None:
        """Share of intervals that held the truth; None where there was none."""
        return self.held / self.told if self.told else None


def share_coverage(
    p: float, rho: float, treatments: int, draws: int, seed: int, layouts: Sequence[tuple[int, int]] = ((DISHES, SEEDS),)
) -> Covered:
    """How often the interval of the first treatment's final share holds `p`.

    `layouts` are (dishes, seeds per dish) of the treatments in turn.
    """
    draw = np.random.default_rng(seed)
    held = 0
    for _ in range(draws):
        laid = [layouts[i % len(layouts)] for i in range(treatments)]
        made = [drawn_treatment(str(i), p, draw, dishes=d, seeds=n, rho=rho) for i, (d, n) in enumerate(laid)]
        found = final_shares(made).treatments[0]
        held += found.lower <= p <= found.upper
    return Covered(draws, draws, held)


def false_alarms(p: float, rho: float, treatments: int, draws: int, seed: int) -> float:
    """Share of trials of equal treatments in which any pair of all is shown to differ."""
    draw = np.random.default_rng(seed)
    wrong = 0
    for _ in range(draws):
        trial = [drawn_treatment(str(i), p, draw, rho=rho) for i in range(treatments)]
        wrong += any(pair.differs for pair in compare_final(trial, Family.ALL).pairs)
    return wrong / draws
