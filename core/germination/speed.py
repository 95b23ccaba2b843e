"""Treatments compared on speed among those that germinated, and on pace: share and speed in one (docs/methods/speed.md)."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from core.errors import CoreError, check_finite
from core.germination.bag import TYPICAL_BAG_RHO
from core.germination.comparison import DIFFERS_BELOW, Control, pair_indices
from core.germination.families import in_days
from core.germination.final_share import TYPICAL_DISH_RHO
from core.germination.fit import NoFit
from core.germination.fit_doubt import DoubtedFit
from core.germination.indices import indices, shared_horizon
from core.germination.jackknife import leave_one_dish_out
from core.germination.time_variance import log_time_variance
from core.records import CountRecord
from core.statistics import WelchOneway, critical_value, holm, shrunk, two_sided_p, welch_oneway, welch_pair
from core.vocabulary import Family, Reason, TreatmentId


@dataclass(frozen=True, slots=True)
class SpeedPair:
    """One treatment against another.

    `effect` is a difference a − b (days, or percent for pace), or for T50 the ratio a / b; `lower`, `upper` are its 95 %
    interval, not adjusted. `se` of a ratio is that of its logarithm. `p_adjusted` by Holm over the pairs that have a p.
    `one_bag`: a treatment of the pair was treated in one bag, so a difference in time may be the bag's, and never counts as shown.
    """

    a: TreatmentId
    b: TreatmentId
    effect: float | None
    se: float | None
    df: float | None
    t: float | None
    p: float | None
    p_adjusted: float | None
    lower: float | None
    upper: float | None
    reason: Reason | None
    one_bag: bool = False

    @property
    def differs(self) -> bool:
        """Whether the pair differs at 0.05 over the family."""
        return not self.one_bag and self.p_adjusted is not None and self.p_adjusted < DIFFERS_BELOW


@dataclass(frozen=True, slots=True)
class TreatmentTime:
    """A time of one treatment: T50 of its curve or mean germination time, in days.

    Attributes
    ----------
    v : float or None
        Its variance if dishes did not differ: of the logarithm for a T50, in days² for a mean time.
    se_left_out : float or None
        Standard error by leaving one dish out, on the same scale; None with one dish, or where a set leaves no time.
    dishes, bags : int
        Dishes it rests on; bags its seed was treated in, 0 where in none.
    v_reason, se_reason : Reason or None
        Why `v` and `se_left_out` are None.
    """

    id: TreatmentId
    time: float | None
    v: float | None
    se_left_out: float | None
    dishes: int
    bags: int = 0
    v_reason: Reason | None = None
    se_reason: Reason | None = None


def fitted_time(
    treatment: TreatmentId, dishes: Sequence[CountRecord], curve: DoubtedFit | NoFit, *, percent: int = 50, bags: int = 0
) -> TreatmentTime:
    """Return the time to 10, 50 or 90 % of those that germinate as it is compared; undefined without a curve of these dishes."""
    if isinstance(curve, NoFit):
        return TreatmentTime(treatment, None, None, None, len(dishes), bags)
    figure = f"t{percent}"
    time: float = getattr(curve.fit, figure)
    return TreatmentTime(treatment, time, log_time_variance(dishes, curve.fit, percent), curve.doubt[figure].se, len(dishes), bags)


@dataclass(frozen=True, slots=True)
class DoubtedTime:
    """A treatment's time in days with its standard error (of the logarithm for a T50) and 95 % interval; None with its reason."""

    id: TreatmentId
    time: float | None
    se: float | None
    lower: float | None
    upper: float | None
    reason: Reason | None


@dataclass(frozen=True)
class TimeComparison:
    """Times of a trial with one scatter between dishes for all of them.

    Attributes
    ----------
    lambda_hat, nu, lambda0 : float or None, int, float
        Scatter factor measured, on how many degrees of freedom, and the typical one.
    scatter, df : float, float or None
        Scatter factor used, and its degrees of freedom; None without replication.
    given : tuple of TreatmentTime
        What it was computed from.
    """

    lambda_hat: float | None
    nu: int
    lambda0: float
    scatter: float
    df: float | None
    given: tuple[TreatmentTime, ...]
    treatments: tuple[DoubtedTime, ...]
    pairs: tuple[SpeedPair, ...]


def compare_t50(times: Sequence[TreatmentTime], mean_n: float, family: Family, control: Control | None = None) -> TimeComparison:
    """Compare T50 of fitted curves as ratios, on the log scale.

    Parameters
    ----------
    times : sequence of TreatmentTime
        The whole trial; `v` is `log_time_variance`.
    mean_n : float
        Mean seeds per dish of the trial.

    Returns
    -------
    TimeComparison
        Without a test: ``no_time`` where a T50 is undefined or 0, ``no_spread`` where it has no variance,
        ``no_replication`` where no treatment has two dishes. A single dish borrows the others' scatter.

    References
    ----------
    docs/methods/speed.md; Efron & Tibshirani (1993), ch. 11, for the errors by leaving one dish out.
    """
    return _compared(times, mean_n, family, control, ratio=True)


def compare_mgt(
    treatments: Sequence[TreatmentId],
    dishes: Sequence[Sequence[CountRecord]],
    family: Family,
    control: Control | None = None,
    bags: Sequence[int] = (),
    bag_shares: Sequence[float] = (),
) -> TimeComparison:
    """Compare mean germination times of pooled dishes, in days; as `compare_t50`, with V = spread²/G."""
    if not treatments:
        raise CoreError("There is no treatment to compare.", code="no_treatment", parameter="treatments")
    shares = bag_shares or [0.0] * len(treatments)
    held = bags or [0] * len(treatments)
    times = [_mean_time(n, d, b, s) for n, d, b, s in zip(treatments, dishes, held, shares, strict=True)]
    every = [d.sown for group in dishes for d in group]
    return _compared(times, sum(every) / len(every), family, control, ratio=False)


def _mean_time(treatment: TreatmentId, dishes: Sequence[CountRecord], bags: int, bag_share: float) -> TreatmentTime:
    found = indices(dishes, None, bag_share)
    came = found.g + found.n * bag_share / (1 - bag_share)
    v = found.spread**2 / came if found.spread else None
    left_out = leave_one_dish_out(dishes, ["mgt"], None, bag_share)["mgt"]
    why = None if v is not None else found.reasons.get("spread", Reason.NO_SPREAD)
    return TreatmentTime(treatment, found.mgt, v, left_out.se, len(dishes), bags, why, left_out.reason)


def _compared(times: Sequence[TreatmentTime], mean_n: float, family: Family, control: Control | None, *, ratio: bool) -> TimeComparison:
    check_finite(mean_n, "mean_n", least=1)
    seen = [(t.dishes - 1, t.se_left_out**2 / t.v) for t in times if t.dishes > 1 and t.v and t.se_left_out is not None]
    nu = sum(r for r, _ in seen)
    lambda_hat = sum(r * x for r, x in seen) / nu if nu else None
    lambda0 = 1 + (mean_n - 1) * TYPICAL_DISH_RHO / 2
    scatter, df = shrunk(lambda_hat, nu, lambda0)
    doubted = tuple(_doubted(t, scatter, df, ratio=ratio) for t in times)
    pairs = [
        _time_pair((times[i], doubted[i]), (times[j], doubted[j]), df, ratio=ratio)
        for i, j in pair_indices([t.id for t in times], family, control)
    ]
    return TimeComparison(lambda_hat, nu, lambda0, scatter, df, tuple(times), doubted, tuple(_adjusted(pairs)))


def _doubted(t: TreatmentTime, scatter: float, df: float | None, *, ratio: bool) -> DoubtedTime:
    if t.time is None or (ratio and t.time == 0):
        return DoubtedTime(t.id, t.time, None, None, None, Reason.NO_TIME)
    if not t.v:
        return DoubtedTime(t.id, t.time, None, None, None, Reason.NO_SPREAD)
    if df is None:
        return DoubtedTime(t.id, t.time, None, None, None, Reason.NO_REPLICATION)
    se = math.sqrt(scatter * t.v)
    half = critical_value(df) * se
    if ratio:
        middle = math.log(t.time)
        return DoubtedTime(t.id, t.time, se, in_days(middle - half), in_days(middle + half), None)
    return DoubtedTime(t.id, t.time, se, max(0.0, t.time - half), t.time + half, None)


def _time_pair(a: tuple[TreatmentTime, DoubtedTime], b: tuple[TreatmentTime, DoubtedTime], df: float | None, *, ratio: bool) -> SpeedPair:
    (given_a, of_a), (given_b, of_b) = a, b
    one_bag = 1 in (given_a.bags, given_b.bags)
    if of_a.time is None or of_b.time is None or Reason.NO_TIME in (of_a.reason, of_b.reason):
        return replace(_untested(of_a.id, of_b.id, None, Reason.NO_TIME), one_bag=one_bag)
    raw = math.log(of_a.time / of_b.time) if ratio else of_a.time - of_b.time
    effect = math.exp(raw) if ratio else raw
    if of_a.se is None or of_b.se is None or df is None:
        return replace(_untested(of_a.id, of_b.id, effect, of_a.reason or of_b.reason or Reason.NO_SPREAD), one_bag=one_bag)
    se = math.hypot(of_a.se, of_b.se)
    half = critical_value(df) * se
    lower, upper = (in_days(raw - half), in_days(raw + half)) if ratio else (raw - half, raw + half)
    return SpeedPair(of_a.id, of_b.id, effect, se, df, raw / se, two_sided_p(raw / se, df), None, lower, upper, None, one_bag)


def _untested(a: TreatmentId, b: TreatmentId, effect: float | None, reason: Reason) -> SpeedPair:
    return SpeedPair(a, b, effect, None, None, None, None, None, None, None, reason)


def _adjusted(pairs: Sequence[SpeedPair]) -> list[SpeedPair]:
    known = [i for i, p in enumerate(pairs) if p.p is not None]
    adjusted = dict(zip(known, holm([p.p for p in pairs if p.p is not None]), strict=True))
    return [replace(p, p_adjusted=adjusted.get(i)) for i, p in enumerate(pairs)]


@dataclass(frozen=True)
class PaceResult:
    """Pace (area in percent) of every dish up to a shared horizon in days, its means, the test over all, and the pairs."""

    horizon: float | None
    per_dish: Mapping[TreatmentId, tuple[float, ...]]
    means: Mapping[TreatmentId, float]
    overall: WelchOneway
    pairs: tuple[SpeedPair, ...]


def compare_pace(
    treatments: Sequence[TreatmentId],
    dishes: Sequence[Sequence[CountRecord]],
    family: Family,
    control: Control | None = None,
    horizon: float | None = None,
    bags: Sequence[int] = (),
    rho_b: float = TYPICAL_BAG_RHO,
) -> PaceResult:
    """Compare share and speed in one figure: Welch's one-way test over all treatments, Welch's t in pairs.

    `bags` are the bags each treatment's seed was treated in, 0 where in none: differences between bags widen its mean.
    Without a horizon above 0 no dish has a pace and nothing is tested.
    """
    h = shared_horizon([d for group in dishes for d in group]) if horizon is None else horizon
    values = [[a for d in group if (a := indices([d], h).area) is not None] if h is not None else [] for group in dishes]
    means = {n: math.fsum(v) / len(v) for n, v in zip(treatments, values, strict=True) if v}
    per_dish = {n: tuple(v) for n, v in zip(treatments, values, strict=True)}
    extra = [_bag_variance(means.get(n), b, rho_b) for n, b in zip(treatments, bags or [0] * len(treatments), strict=True)]
    found = []
    for i, j in pair_indices(treatments, family, control):
        w = welch_pair(values[i], values[j], (extra[i], extra[j]))
        found.append(SpeedPair(treatments[i], treatments[j], w.diff, w.se, w.df, w.t, w.p, None, w.lower, w.upper, w.reason))
    return PaceResult(h, per_dish, means, welch_oneway(values, extra), tuple(_adjusted(found)))


def _bag_variance(mean: float | None, bags: int, rho_b: float) -> float:
    """What differences between bags add to the squared error of a mean pace, in percent²."""
    if mean is None or not bags:
        return 0.0
    a = min(1.0, max(0.0, mean / 100))
    return 1e4 * rho_b * a * (1 - a) / bags
