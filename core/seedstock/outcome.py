"""How many of the germinated become plants: the grower's own share, learned from the trays (docs/methods/sowing.md).

A test of a lot says how many come up in a dish. A tray does better or worse than that, and not every seedling becomes a plant. Both
together are one share s of the germinated, as the sowing plan uses it.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import CoreError
from core.seedstock.sowing import TYPICAL_TRAY_RHO, USUAL_PLANT_SHARE, TrayExperience

FEWEST_TRAYS = 6


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
    tested_n_eff : float or None
        Effective size of that test in seeds; None where it is not known.
    """

    seeds: int
    tested: float
    emerged: int
    thinned: int = 0
    standing: int | None = None
    tested_n_eff: float | None = None

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
    """The share s of seedlings that becomes a plant, 0..1, and what it rests on.

    `own` is the trays' own ratio, which may be above 1 where trays did better than the test; None without a tray that counts.
    `experience` is what a sowing is worked out with.
    """

    s: float
    own: float | None
    trays: int
    expected: float
    experience: TrayExperience


def plant_share_of(trays: Sequence[TrayOutcome], usual: float = USUAL_PLANT_SHARE) -> PlantShare:
    """Learn s from trays: the usual share, weighing 30 seedlings, and the grower's own seedlings.

    s = (Σ emerged · kept + 30 · usual) / (Σ seeds · tested + 30); trays that did better than the test count as all kept.

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
                f"{t.emerged} seedlings of {t.seeds} seeds with {t.thinned} thinned out is impossible: count the tray again.",
                code="outcome_cannot_be",
                parameter="trays",
                value=t.emerged,
            )
    used = [t for t in trays if t.expected > 0]
    expected = sum(t.expected for t in used)
    became = sum(t.emerged * t.kept_share for t in used)
    own = TrayExperience(usual, min(became, expected), max(0.0, expected - became), tray_rho(used))
    return PlantShare(own.mean, became / expected if used else None, len(used), expected, own)


def tray_rho(trays: Sequence[TrayOutcome]) -> float:
    """Return how much trays differ from their test, as a correlation 0..1; the typical value while there are fewer than six.

    ρ_t = max(0, (X² − (k − 1) − Σ n/n_eff) / Σ(n − 1)), X² = Σ (e − n q)²/(n q (1 − q)), q the tested share times what trays do on
    average. The test's own error is taken off where its size is known.
    """
    used = [t for t in trays if t.expected > 0]
    if len(used) < FEWEST_TRAYS:
        return TYPICAL_TRAY_RHO
    usual = sum(t.emerged for t in used) / sum(t.expected for t in used)
    x2 = of_test = seeds = 0.0
    for t in used:
        q = min(0.999, max(0.001, t.tested * usual))
        x2 += (t.emerged - t.seeds * q) ** 2 / (t.seeds * q * (1 - q))
        of_test += t.seeds / t.tested_n_eff if t.tested_n_eff else 0.0
        seeds += t.seeds - 1
    return min(1.0, max(0.0, (x2 - (len(used) - 1) - of_test) / seeds)) if seeds else TYPICAL_TRAY_RHO
