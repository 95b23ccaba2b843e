"""The same plant and treatment over lots and years: each trial one line, and how much trials differ."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.statistics import critical_value, upper_chi2, wilson
from core.vocabulary import Reason

DIFFER_BELOW = 0.05


@dataclass(frozen=True, slots=True)
class TrialLine:
    """A treatment's final share in one trial, with its effective number of seeds (part 3)."""

    p: float
    n_eff: float


@dataclass(frozen=True, slots=True)
class PooledShare:
    """All lines together. Shares 0..1.

    Attributes
    ----------
    p, lower, upper : float
        Weighted by effective seeds; the interval takes the scatter between trials in, and is None with one trial.
    lowest, highest : float
        The lowest and the highest line.
    q, df, q_p : float, int, float
        Scatter between trials against what their dishes explain; None with one trial or where all or none came up.
    share_between : float or None
        Part of the scatter that lies between trials, 0..1.
    differ : bool or None
        Whether trials differ by more than their dishes explain.
    """

    trials: int
    p: float
    lower: float | None
    upper: float | None
    lowest: float
    highest: float
    q: float | None
    df: int
    q_p: float | None
    share_between: float | None
    differ: bool | None
    reason: Reason | None


def over_trials(lines: Sequence[TrialLine]) -> PooledShare | None:
    """Pool a treatment's lines; None without any. The trial is the unit: one trial tells nothing about the next.

    References
    ----------
    Cochran (1954), Biometrics 10:101, for the scatter; Higgins & Thompson (2002), Stat. Med. 21:1539, for its share.
    """
    if not lines:
        return None
    total = sum(x.n_eff for x in lines)
    p = sum(x.p * x.n_eff for x in lines) / total
    k, ends = len(lines), (min(x.p for x in lines), max(x.p for x in lines))
    if k == 1:
        return PooledShare(1, p, None, None, *ends, None, 0, None, None, None, Reason.ONE_TREATMENT)
    if p in (0.0, 1.0):
        found = wilson(p, total, critical_value(k - 1))
        return PooledShare(k, p, found.lower, found.upper, *ends, None, k - 1, None, None, None, Reason.ALL_OR_NONE)
    q = sum(x.n_eff * (x.p - p) ** 2 for x in lines) / (p * (1 - p))
    scatter = max(1.0, q / (k - 1))
    found = wilson(p, total / scatter, critical_value(k - 1))
    q_p = upper_chi2(q, k - 1)
    return PooledShare(
        k, p, found.lower, found.upper, *ends, q, k - 1, q_p, max(0.0, 1 - (k - 1) / q) if q else 0.0, q_p < DIFFER_BELOW, None
    )
