"""Treatments against each other on final germination (part 4; Rao & Scott 1992 in style)."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from core.errors import CoreError
from core.germination.final_share import USUAL_RHO, CountedTreatment, TreatmentShare, TrialShares, final_shares
from core.statistics import holm, newcombe, two_sided_p, upper_chi2, upper_f
from core.vocabulary import Family, Reason

TOLD_APART_BELOW = 0.05


@dataclass(frozen=True)
class OverallTest:
    """One test over all treatments; `test` is ``F``, or ``chi2`` where there is no replication."""

    x2: float | None
    test: str | None
    stat: float | None
    df1: int
    df2: float | None
    p: float | None
    reasons: Mapping[str, Reason] = field(default_factory=dict)


@dataclass(frozen=True)
class PairComparison:
    """Difference a − b of two shares. `lower`, `upper` are 95 % each, not adjusted for the family."""

    a: str
    b: str
    diff: float
    lower: float
    upper: float
    test: str
    stat: float | None
    p: float
    p_adjusted: float
    told_apart: bool
    reasons: Mapping[str, Reason] = field(default_factory=dict)


@dataclass(frozen=True)
class Comparison:
    """All tests of one family over one trial."""

    shares: TrialShares
    overall: OverallTest
    pairs: tuple[PairComparison, ...]

    @property
    def share_a_letter(self) -> list[tuple[str, str]]:
        """Pairs not told apart, in pair order."""
        return [(p.a, p.b) for p in self.pairs if not p.told_apart]


def pair_indices(names: Sequence[str], family: Family, control: str | None = None) -> list[tuple[int, int]]:
    """Pairs of a family in their fixed order: (treatment, control), or (1,2), (1,3) … (2,3) …"""
    count = len(names)
    if family == Family.ALL:
        return [(i, j) for i in range(count) for j in range(i + 1, count)]
    if control is None or control not in names:
        raise CoreError(f"The control “{control}” is none of the treatments.", code="control_unknown", parameter="control")
    c = list(names).index(control)
    return [(i, c) for i in range(count) if i != c]


def compare_final(
    treatments: Sequence[CountedTreatment], family: Family, control: str | None = None, rho0: float = USUAL_RHO
) -> Comparison:
    """Compare final germination over all treatments and in pairs.

    Parameters
    ----------
    treatments : sequence of CountedTreatment
        The whole trial; names unique.
    family : Family
        Each against the control, or all pairs; p is adjusted over the family by Holm.
    control : str, optional
        Name of the control, only for that family.

    Returns
    -------
    Comparison
        Without replication nothing is told apart, whatever p is.
    """
    shares = final_shares(treatments, rho0)
    names = [t.name for t in treatments]
    raw = [_pair(shares.treatments[i], shares.treatments[j], shares) for i, j in pair_indices(names, family, control)]
    adjusted = holm([p.p for p in raw])
    pairs = tuple(
        PairComparison(
            a=p.a,
            b=p.b,
            diff=p.diff,
            lower=p.lower,
            upper=p.upper,
            test=p.test,
            stat=p.stat,
            p=p.p,
            p_adjusted=q,
            told_apart=shares.df is not None and q < TOLD_APART_BELOW,
            reasons=p.reasons,
        )
        for p, q in zip(raw, adjusted, strict=True)
    )
    return Comparison(shares, _overall(treatments, shares), pairs)


def _overall(treatments: Sequence[CountedTreatment], shares: TrialShares) -> OverallTest:
    k = len(treatments)
    if k == 1:
        reasons = dict.fromkeys(["x2", "test", "stat", "df2", "p"], Reason.ONE_TREATMENT)
        return OverallTest(None, None, None, 0, None, None, reasons)
    total, up = sum(t.n for t in treatments), sum(t.g for t in treatments)
    if up in (0, total):
        return OverallTest(None, None, None, k - 1, None, 1.0, dict.fromkeys(["x2", "test", "stat", "df2"], Reason.ALL_OR_NONE))
    p = up / total
    x2 = sum((t.g - t.n * p) ** 2 / (t.n * p * (1 - p)) for t in treatments)
    if shares.df is None:
        stat = x2 / shares.phi
        return OverallTest(x2, "chi2", stat, k - 1, None, upper_chi2(stat, k - 1))
    stat = x2 / ((k - 1) * shares.phi)
    return OverallTest(x2, "F", stat, k - 1, shares.df, upper_f(stat, k - 1, shares.df))


def _pair(a: TreatmentShare, b: TreatmentShare, shares: TrialShares) -> PairComparison:
    reasons: dict[str, Reason] = {} if shares.df is not None else {"told_apart": Reason.NO_REPLICATION}
    interval = newcombe(a.p, a.interval, b.p, b.interval)
    diff = a.p - b.p
    up, total = a.g + b.g, a.n + b.n
    test, stat, p = "none", None, 1.0
    if up in (0, total):
        reasons["stat"] = Reason.ALL_OR_NONE
    else:
        pooled = up / total
        stat = diff / math.sqrt(shares.phi * pooled * (1 - pooled) * (1 / a.n + 1 / b.n))
        test = "normal" if shares.df is None else "t"
        p = two_sided_p(stat, shares.df)
    return PairComparison(a.name, b.name, diff, interval.lower, interval.upper, test, stat, p, p, False, reasons)
