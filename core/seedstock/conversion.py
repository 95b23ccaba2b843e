"""From grams, millilitres and heads to seeds, through a few counted ones (docs/methods/seed-quantities.md)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import CoreError, check_finite
from core.statistics import NORMAL_975, critical_value
from core.vocabulary import AmountUnit, CalibrationKind, Reason

CV_LIMIT = 0.04
CV_LIMIT_CHAFFY = 0.06
# the counted samples that turn a unit into seeds
CALIBRATED_BY = {
    AmountUnit.GRAMS: CalibrationKind.WEIGHED,
    AmountUnit.MILLILITRES: CalibrationKind.SCOOPED,
    AmountUnit.HEADS: CalibrationKind.HEADS,
}
ALONE = {
    CalibrationKind.WEIGHED: Reason.ONE_REPLICATE,
    CalibrationKind.SCOOPED: Reason.ONE_SCOOP,
    CalibrationKind.HEADS: Reason.ONE_HEAD,
}


@dataclass(frozen=True, slots=True)
class Estimate:
    """A number of seeds with its standard error; where that is None, `reason` says why.

    `samples` is how many counted samples it rests on: few of them say little of their own scatter.
    """

    seeds: float
    se: float | None
    reason: Reason | None = None
    samples: int | None = None

    @property
    def wide_se(self) -> float | None:
        """The error widened by t for few samples, so that 1.96 of it either way hold the truth 19 times in 20."""
        if self.se is None or self.samples is None:
            return self.se
        return self.se * critical_value(self.samples - 1) / NORMAL_975


@dataclass(frozen=True, slots=True)
class SeedRate:
    """Seeds per unit (g, ml or head) with its standard error, seeds per unit; None with `reason`."""

    per_unit: float
    se: float | None
    reason: Reason | None = None
    samples: int | None = None

    def of(self, amount: float, purity: float = 1.0) -> Estimate:
        """Seeds in an amount, of which `purity` (0..1) is seed."""
        check_finite(amount, "amount")
        scale = amount * purity
        return Estimate(self.per_unit * scale, None if self.se is None else self.se * scale, self.reason, self.samples)


@dataclass(frozen=True, slots=True)
class ThousandSeedWeight:
    """Grams per thousand seeds; `cv` (0..1) and `weigh_more` are None with one replicate."""

    tsw_g: float
    cv: float | None
    weigh_more: bool | None
    reason: Reason | None = None


def seed_rate(counts: Sequence[int], amounts: Sequence[float], kind: CalibrationKind) -> SeedRate:
    """Seeds per unit from counted samples: a ratio estimator.

    Parameters
    ----------
    counts : sequence of int, shape (k,)
        Seeds in each sample.
    amounts : sequence of float, shape (k,)
        Size of each: g, ml, or 1 for a head. All > 0.
    kind : CalibrationKind
        What was counted; it names why there is no standard error where k is 1.

    Raises
    ------
    CoreError
        ``no_sample``, ``lengths_differ``, ``count_negative`` or ``amount_not_positive``.

    References
    ----------
    Cochran (1977), Sampling Techniques, eq. 6.13, without the finite-population term.

    Examples
    --------
    >>> rate = seed_rate([212, 198, 225], [5.0, 5.0, 5.0], CalibrationKind.SCOOPED)
    >>> round(rate.of(140).seeds), round(rate.of(140).se)
    (5927, 218)
    """
    _check_samples(counts, amounts)
    k = len(counts)
    rate = sum(counts) / sum(amounts)
    if k == 1:
        return SeedRate(rate, None, ALONE[kind])
    scatter = math.fsum((c - rate * a) ** 2 for c, a in zip(counts, amounts, strict=True)) / (k - 1) / k
    return SeedRate(rate, math.sqrt(scatter) / (sum(amounts) / k), samples=k)


def _check_samples(counts: Sequence[int], amounts: Sequence[float]) -> None:
    if not counts:
        raise CoreError("At least one counted sample is needed.", code="no_sample", parameter="counts")
    if len(counts) != len(amounts):
        raise CoreError(
            f"{len(counts)} counts and {len(amounts)} amounts do not match: give one of each per sample.",
            code="lengths_differ",
            parameter="amounts",
            bound=len(counts),
            value=len(amounts),
        )
    for i, count in enumerate(counts):
        check_finite(count, f"counts.{i}")
        if count < 0:
            raise CoreError(
                f"Sample {i + 1} cannot hold {count} seeds.", code="count_negative", parameter=f"counts.{i}", bound=0, value=count
            )
    for i, amount in enumerate(amounts):
        if not (amount > 0 and math.isfinite(amount)):
            raise CoreError(
                f"Sample {i + 1} cannot be {amount:g} large: it must be more than 0.",
                code="amount_not_positive",
                parameter=f"amounts.{i}",
                bound=0,
                value=amount,
            )
    if sum(counts) == 0:
        raise CoreError("There is no seed in any of the samples.", code="no_seed", parameter="counts", bound=1, value=0)


def thousand_seed_weight(masses_g: Sequence[float], size: int, *, chaffy: bool = False) -> ThousandSeedWeight:
    """Thousand-seed weight from replicates of `size` counted seeds each.

    `weigh_more` where the coefficient of variation passes 4 %, 6 % for chaffy seed.

    Raises
    ------
    CoreError
        As `seed_rate`.

    References
    ----------
    International practice of 8 × 100 seeds (docs/methods/seed-quantities.md).

    Examples
    --------
    >>> thousand_seed_weight([1.25], 50).tsw_g
    25.0
    """
    check_finite(size, "size", least=1)
    _check_samples([size] * len(masses_g), masses_g)
    k = len(masses_g)
    mean = math.fsum(masses_g) / k
    tsw = mean * 1000 / size
    if k == 1:
        return ThousandSeedWeight(tsw, None, None, Reason.ONE_REPLICATE)
    cv = math.sqrt(math.fsum((m - mean) ** 2 for m in masses_g) / (k - 1)) / mean
    return ThousandSeedWeight(tsw, cv, cv > (CV_LIMIT_CHAFFY if chaffy else CV_LIMIT))
