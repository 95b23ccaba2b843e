"""How many of the germinated become plants: the grower's own share, learned from the trays (part 9).

A test of a lot says how many come up in a dish. A tray does better or worse than that, and not every seedling becomes a plant. Both
together are one share s of the germinated, as the sowing plan uses it.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import CoreError
from core.seedstock.sowing import USUAL_PLANT_SHARE

# the usual share weighs as much as so many seedlings that were expected; a starting point of ours
USUAL_WEIGHT = 30.0


@dataclass(frozen=True, slots=True)
class TrayOutcome:
    """What came of a tray.

    Attributes
    ----------
    seeds : int
        Sown.
    tested : float
        Share that germinated in the test the tray was planned by, 0..1.
    emerged : int
        Seedlings that came up, before thinning.
    thinned : int
        Of them taken out on purpose.
    standing : int or None
        Plants at the latest count after that; None while nobody counted: then all that was not thinned is taken to stand.
    """

    seeds: int
    tested: float
    emerged: int
    thinned: int = 0
    standing: int | None = None

    @property
    def tray_share(self) -> float:
        """Share of the seeds that emerged in the tray, 0..1 (more where a unit holds several seeds)."""
        return self.emerged / self.seeds

    @property
    def kept_share(self) -> float:
        """Share of the seedlings not thinned that still stand, 0..1; 1 while nobody counted."""
        left = self.emerged - self.thinned
        return 1.0 if self.standing is None or left <= 0 else min(1.0, self.standing / left)

    @property
    def expected(self) -> float:
        """Seedlings that the test let expect."""
        return self.seeds * self.tested


@dataclass(frozen=True, slots=True)
class PlantShare:
    """The share s of the germinated that becomes a plant, 0..1, and what it rests on.

    `own` is the trays' own ratio, which may be above 1 where trays did better than the test; None without a tray that counts.
    """

    s: float
    own: float | None
    trays: int
    expected: float


def plant_share_of(trays: Sequence[TrayOutcome], usual: float = USUAL_PLANT_SHARE) -> PlantShare:
    """Learn s from trays: their own ratio, drawn towards the usual share while they are few, and never above 1.

    s = (Σ emerged · kept + w · usual) / (Σ seeds · tested + w), w = 30 seedlings.

    Examples
    --------
    >>> round(plant_share_of([TrayOutcome(seeds=200, tested=0.6, emerged=90, thinned=10, standing=60)]).s, 3)
    0.61
    >>> plant_share_of([]).s
    0.8
    """
    for t in trays:
        if t.seeds < 1 or t.emerged < 0 or t.thinned < 0 or t.thinned > t.emerged:
            raise CoreError(
                f"{t.emerged} seedlings of {t.seeds} seeds with {t.thinned} thinned out cannot be: count the tray again.",
                code="outcome_cannot_be",
                parameter="trays",
                value=t.emerged,
            )
    used = [t for t in trays if t.expected > 0]
    expected = sum(t.expected for t in used)
    became = sum(t.emerged * t.kept_share for t in used)
    s = min(1.0, (became + USUAL_WEIGHT * usual) / (expected + USUAL_WEIGHT))
    # a plan cannot promise anything from nothing at all
    return PlantShare(max(s, 0.01), became / expected if used else None, len(used), expected)
