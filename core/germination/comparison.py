"""Treatments compared on final germination (docs/methods/comparison.md; Rao & Scott 1992 in style)."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import TypeAlias

import numpy as np

from core.errors import CoreError
from core.germination.bag import TYPICAL_BAG_RHO
from core.germination.block_model import BlockModel
from core.germination.final_share import TYPICAL_DISH_RHO, CountedTreatment, TreatmentShare, TrialShares, final_shares
from core.statistics import holm, newcombe, two_sided_p, upper_chi2, upper_f, wilson
from core.vocabulary import Family, Reason, TreatmentId

DIFFERS_BELOW = 0.05

# what treatments are compared with: one of them, or for each treatment its own (that of its lot)
Control: TypeAlias = TreatmentId | Mapping[TreatmentId, TreatmentId]


@dataclass(frozen=True)
class OverallTest:
    """One test over all treatments; `test` is ``F``, or ``chi2`` where there is no replication.

    `x2` is None in a trial with blocks: its F is the fall of the deviance by the treatments, or Wald's with shared bags.
    """

    x2: float | None
    test: str | None
    stat: float | None
    df1: int
    df2: float | None
    p: float | None
    reasons: Mapping[str, Reason] = field(default_factory=dict)


@dataclass(frozen=True)
class PairComparison:
    """Difference a − b of two shares. `lower`, `upper` are 95 % each, not adjusted for the family.

    `ahead` names the treatment that the test puts ahead, None where it favours neither: with blocks it rests on the model's
    contrast, which need not have the sign of `diff`.
    """

    a: TreatmentId
    b: TreatmentId
    diff: float
    lower: float
    upper: float
    test: str
    stat: float | None
    p: float
    p_adjusted: float
    differs: bool
    reasons: Mapping[str, Reason] = field(default_factory=dict)

    @property
    def ahead(self) -> TreatmentId | None:
        """The treatment that the test puts ahead."""
        if not self.stat:
            return None
        return self.a if self.stat > 0 else self.b

    def other(self, treatment: TreatmentId) -> TreatmentId:
        """The treatment that `treatment` is compared with."""
        return self.b if self.a == treatment else self.a


@dataclass(frozen=True)
class Comparison:
    """All tests of one family over one trial."""

    shares: TrialShares
    overall: OverallTest
    pairs: tuple[PairComparison, ...]

    def pairs_of(self, treatment: TreatmentId) -> list[PairComparison]:
        """The pairs that a treatment is in, in pair order."""
        return [p for p in self.pairs if treatment in (p.a, p.b)]

    @property
    def share_a_letter(self) -> list[tuple[TreatmentId, TreatmentId]]:
        """Pairs whose difference is not significant, in pair order."""
        return [(p.a, p.b) for p in self.pairs if not p.differs]


def pair_indices(treatments: Sequence[TreatmentId], family: Family, control: Control | None = None) -> list[tuple[int, int]]:
    """Return the pairs of a family in their fixed order: (treatment, control), or (1,2), (1,3) … (2,3) …

    With a control for each lot, a treatment that has none is in no pair.
    """
    count = len(treatments)
    if family == Family.ALL:
        return [(i, j) for i in range(count) for j in range(i + 1, count)]
    own = control if isinstance(control, Mapping) else {t: control for t in treatments if t != control}
    at = {t: i for i, t in enumerate(treatments)}
    for c in own.values():
        if c is None or c not in at:
            raise CoreError(f"The control “{c}” is none of the treatments.", code="control_unknown", parameter="control")
    return [(i, at[c]) for i, t in enumerate(treatments) if (c := own.get(t)) is not None]


def compare_final(
    treatments: Sequence[CountedTreatment],
    family: Family,
    control: Control | None = None,
    rho0: float = TYPICAL_DISH_RHO,
    rho_b: float = TYPICAL_BAG_RHO,
) -> Comparison:
    """Compare final germination over all treatments and in pairs.

    Parameters
    ----------
    treatments : sequence of CountedTreatment
        The whole trial; ids unique.
    family : Family
        Each against the control, or all pairs; p is adjusted over the family by Holm.
    control : int or str, or mapping, optional
        Id of the control, or of each treatment's own; only for that family.
    rho0, rho_b : float
        The grower's typical dish and bag correlation, 0..1.

    Returns
    -------
    Comparison
        Without replication no difference is significant, whatever p is. With blocks, pairs are contrasts of the model
        treatment + block on the logit.
    """
    return compare_shares(final_shares(treatments, rho0, rho_b), family, control)


def compare_shares(shares: TrialShares, family: Family, control: Control | None = None) -> Comparison:
    """Compare shares that were worked out already; as `compare_final`."""
    indices = pair_indices([t.id for t in shares.treatments], family, control)
    raw = [_pair(shares, i, j) for i, j in indices]
    adjusted = holm([p.p for p in raw])
    replicated = shares.df is not None
    pairs = tuple(replace(p, p_adjusted=q, differs=replicated and q < DIFFERS_BELOW) for p, q in zip(raw, adjusted, strict=True))
    return Comparison(shares, _overall(shares), pairs)


def pooled_share(shares: Sequence[float], sizes: Sequence[float]) -> float:
    """Mean share weighted by effective seeds; exactly 0 or 1 where all are."""
    if all(s == shares[0] for s in shares):
        return shares[0]
    return math.fsum(s * n for s, n in zip(shares, sizes, strict=True)) / math.fsum(sizes)


def _overall(shares: TrialShares) -> OverallTest:
    k = len(shares.treatments)
    if k == 1:
        reasons = dict.fromkeys(["x2", "test", "stat", "df2", "p"], Reason.ONE_TREATMENT)
        return OverallTest(None, None, None, 0, None, None, reasons)
    if shares.blocks is not None and shares.df is not None:
        stat = _blocked_f(shares, shares.blocks)
        return OverallTest(None, "F", stat, k - 1, shares.df, upper_f(stat, k - 1, shares.df))
    sizes = shares.test_sizes
    p = pooled_share([t.share for t in shares.treatments], sizes)
    if p in (0.0, 1.0):
        return OverallTest(None, None, None, k - 1, None, 1.0, dict.fromkeys(["x2", "test", "stat", "df2"], Reason.ALL_OR_NONE))
    x2 = math.fsum(n * (t.share - p) ** 2 / (p * (1 - p)) for t, n in zip(shares.treatments, sizes, strict=True))
    if shares.df is None:
        return OverallTest(x2, "chi2", x2, k - 1, None, upper_chi2(x2, k - 1))
    stat = x2 / (k - 1)
    return OverallTest(x2, "F", stat, k - 1, shares.df, upper_f(stat, k - 1, shares.df))


def _bag_variance(share: TreatmentShare, rho_b: float) -> float:
    """What differences between bags add to the variance of a treatment's logit."""
    return rho_b / (share.bags.bags * share.share * (1 - share.share)) if share.bags.bags else 0.0


def _blocked_f(shares: TrialShares, model: BlockModel) -> float:
    """Fall of the deviance over the scatter; Wald's statistic with shared bags, whose variance is no part of the model."""
    k = len(shares.treatments)
    bags = np.array([_bag_variance(t, shares.rho_b) for t in shares.treatments])
    if model.drop is not None and not bags.any():
        return model.drop / (k - 1) / shares.phi
    covariance = (shares.phi * model.covariance)[1:, 1:] + np.diag(bags[1:]) + bags[0]
    effects = model.effects[1:]
    return float(effects @ np.linalg.solve(covariance, effects)) / (k - 1)


def _pair(shares: TrialShares, i: int, j: int) -> PairComparison:
    a, b = shares.treatments[i], shares.treatments[j]
    reasons: dict[str, Reason] = {} if shares.df is not None else {"differs": Reason.NO_REPLICATION}
    shared_estimate = bool(a.calibration) and a.calibration == b.calibration
    sizes = (a.n_eff_counted, b.n_eff_counted) if shared_estimate else (a.n_eff, b.n_eff)
    ends = [wilson(t.share, n, shares.critical) if shared_estimate else t.interval for t, n in zip((a, b), sizes, strict=True)]
    interval = newcombe(a.share, ends[0], b.share, ends[1])
    diff = a.share - b.share
    test, stat, p = "none", None, 1.0
    pooled = pooled_share((a.share, b.share), sizes)
    if pooled in (0.0, 1.0):
        reasons["stat"] = Reason.ALL_OR_NONE
    else:
        stat = _pair_statistic(shares, i, j, diff, pooled * (1 - pooled) * (1 / sizes[0] + 1 / sizes[1]))
        test = "normal" if shares.df is None else "t"
        p = two_sided_p(stat, shares.df)
    return PairComparison(a.id, b.id, diff, interval.lower, interval.upper, test, stat, p, p, False, reasons)


def _pair_statistic(shares: TrialShares, i: int, j: int, diff: float, squared_se: float) -> float:
    if shares.blocks is None:
        return diff / math.sqrt(squared_se)
    logits, variance = shares.blocks.contrast(i, j)
    bags = _bag_variance(shares.treatments[i], shares.rho_b) + _bag_variance(shares.treatments[j], shares.rho_b)
    return logits / math.sqrt(shares.phi * variance + bags)
