"""Classic germination indices of one dish, or of several pooled.

Sources: Maguire (1962) for the germination speed index; Czabator (1962) for peak and germination value; Timson (1965);
Farooq et al. (2005) for T50 by interpolation; Ranal & Santana (2006) for synchrony, uncertainty and the mean time.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Any, get_type_hints

import numpy as np

from core.errors import CoreError, check_finite
from core.records import CountRecord, PooledCourse, pool
from core.vocabulary import Reason

PERCENTILES = (10, 25, 50, 75, 90)


@dataclass(frozen=True, slots=True)
class IndexText:
    """What pages say of an index. `digits` after the point; a `share` is 0..1, shown in percent."""

    name: str
    unit: str
    digits: int
    meaning: str
    source: str = ""
    share: bool = False


@dataclass(frozen=True)
class Indices:
    """Indices of a course. None is undefined, and `reasons` says why by field name.

    Times are days, shares 0..1, `mean_rate` per day, `cvg` 100 per day, `gsi` seeds per day over all seeds,
    `timson` percent · days, `area` percent, `peak_value` and `mean_daily` percent per day, `uncertainty` bits.
    """

    n: int
    g: int
    early: Annotated[int, IndexText("early", "seeds", 0, "germinated at looks before or at sowing")]
    germinability_sown: Annotated[float, IndexText("germinability, of sown", "%", 1, "germinated over sown", share=True)]
    germinability_filled: Annotated[
        float | None, IndexText("germinability, of filled", "%", 1, "germinated over sown less empty and lost", share=True)
    ]
    germinability_viable: Annotated[
        float | None,
        IndexText(
            "germinability, of viable",
            "%",
            1,
            "germinated over germinated, abnormal, fresh and hard; only where every fate is known",
            share=True,
        ),
    ]
    first: Annotated[float | None, IndexText("first", "d", 2, "first look that found one")]
    last: Annotated[float | None, IndexText("last", "d", 2, "last look that found one")]
    mgt: Annotated[float | None, IndexText("mean germination time", "d", 2, "mean of the looks’ times, weighted by what they found")]
    spread: Annotated[float | None, IndexText("spread", "d", 2, "standard deviation of the germination times")]
    cv: Annotated[float | None, IndexText("CV of time", "", 3, "spread over mean time")]
    mean_rate: Annotated[float | None, IndexText("mean rate", "per day", 4, "one over mean time")]
    cvg: Annotated[float | None, IndexText("coefficient of velocity", "", 2, "100 × germinated over the sum of times")]
    t10: Annotated[
        float | None, IndexText("T10", "d", 2, "10 % of the germinated seeds had germinated; linear between looks", "Farooq et al. 2005")
    ]
    t25: Annotated[float | None, IndexText("T25", "d", 2, "25 % of the germinated seeds had germinated")]
    t50: Annotated[float | None, IndexText("T50", "d", 2, "50 % of the germinated seeds had germinated, not of those sown")]
    t75: Annotated[float | None, IndexText("T75", "d", 2, "75 % of the germinated seeds had germinated")]
    t90: Annotated[float | None, IndexText("T90", "d", 2, "90 % of the germinated seeds had germinated")]
    uniformity_90_10: Annotated[float | None, IndexText("uniformity, T90 − T10", "d", 2, "shorter is more even")]
    uniformity_75_25: Annotated[float | None, IndexText("uniformity, T75 − T25", "d", 2, "shorter is more even")]
    gsi: float | None
    horizon: float | None
    timson: Annotated[
        float | None, IndexText("Timson index", "% · d", 0, "sum of the daily percentages to the common last day", "Timson 1965")
    ]
    area: Annotated[
        float | None, IndexText("pace (area)", "%", 1, "mean height of the curve to the common last day: rate and speed in one")
    ]
    peak_value: Annotated[float | None, IndexText("peak value", "% per day", 2, "largest percentage over its day", "Czabator 1962")]
    mean_daily: Annotated[float | None, IndexText("mean daily germination", "% per day", 2, "final percentage over the last day")]
    germination_value: Annotated[
        float | None, IndexText("germination value", "", 2, "peak value × mean daily germination", "Czabator 1962")
    ]
    synchrony: Annotated[float | None, IndexText("synchrony Z", "", 3, "1 = all in one interval", "Ranal & Santana 2006")]
    uncertainty: Annotated[float | None, IndexText("uncertainty U", "bits", 3, "0 = all in one interval")]
    reasons: Mapping[str, Reason]


INDEX_TEXTS: Mapping[str, IndexText] = {
    name: text
    for name, hint in get_type_hints(Indices, include_extras=True).items()
    for text in getattr(hint, "__metadata__", ())
    if isinstance(text, IndexText)
}


def shared_horizon(dishes: Sequence[CountRecord]) -> float | None:
    """Earliest of the dishes' last looks in days; None where no dish was looked at."""
    return min((d.inspections[-1].t for d in dishes if d.inspections), default=None)


def indices(dishes: Sequence[CountRecord], horizon: float | None = None, bag_share: float = 0.0) -> Indices:
    """Compute all indices of one dish, or of several pooled.

    Parameters
    ----------
    dishes : sequence of CountRecord
        One dish, or the dishes of one treatment; at least one.
    horizon : float, optional
        H in days for Timson's index and the area; the dishes' shared horizon if absent.
    bag_share : float
        Share that had sprouted in a bag the dishes were drawn from, 0..1: early, before any of the dishes. `n`, `g` and `early`
        stay those of the dishes.

    Raises
    ------
    CoreError
        ``no_dish`` for an empty sequence.

    Examples
    --------
    >>> from core.records import Inspection
    >>> dish = CountRecord(10, (Inspection(2, germinated=4), Inspection(4, germinated=4)))
    >>> result = indices([dish])
    >>> result.mgt, result.t50, result.germinability_sown
    (3.0, 2.0, 0.8)
    """
    if not dishes:
        raise CoreError("Indices need at least one dish.", code="no_dish", parameter="dishes")
    if horizon is not None:
        check_finite(horizon, "horizon")
    own = pool(dishes)
    course = own.with_bag(bag_share)
    reasons: dict[str, Reason] = {}
    values: dict[str, float | None] = {}
    for part in (
        _bases(dishes, own, course, reasons),
        _moments(course, reasons),
        _percentiles(course, reasons),
        _over_horizon(course, shared_horizon(dishes) if horizon is None else horizon, reasons),
        _czabator(course, reasons),
        _evenness(course, reasons),
    ):
        values.update(part)
    return Indices(n=int(own.sown), g=int(own.germinated), early=int(own.early), gsi=_gsi(course), reasons=reasons, **values)  # type: ignore[arg-type]


def _undefined(names: Sequence[str], reason: Reason, reasons: dict[str, Reason]) -> dict[str, float | None]:
    reasons.update(dict.fromkeys(names, reason))
    return dict.fromkeys(names)


def _bases(dishes: Sequence[CountRecord], own: PooledCourse, course: PooledCourse, reasons: dict[str, Reason]) -> dict[str, float | None]:
    out: dict[str, float | None] = {"germinability_sown": course.germinated / course.sown}
    filled = sum(d.base_filled for d in dishes)
    viable = [d.base_viable for d in dishes]
    known = sum(v for v in viable if v is not None)
    if filled > 0:
        out["germinability_filled"] = own.germinated / filled
    else:
        out |= _undefined(["germinability_filled"], Reason.BASE_ZERO, reasons)
    if None in viable:
        out |= _undefined(["germinability_viable"], Reason.FATE_UNKNOWN, reasons)
    elif known == 0:
        out |= _undefined(["germinability_viable"], Reason.BASE_ZERO, reasons)
    else:
        out["germinability_viable"] = own.germinated / known
    return out


def mean_germination_time(dishes: Sequence[CountRecord]) -> float | None:
    """Mean germination time alone, in days; None where nothing germinated."""
    return _moments(pool(dishes), {})["mgt"]


def _groups(course: PooledCourse) -> tuple[list[float], list[float]]:
    """Times and counts of the groups that germinated; all early seeds are one group at 0."""
    times = [0.0] if course.early else []
    counts = [course.early] if course.early else []
    seen = course.new > 0
    return times + course.times[seen].tolist(), counts + course.new[seen].tolist()


def _moments(course: PooledCourse, reasons: dict[str, Reason]) -> dict[str, float | None]:
    names = ["first", "last", "mgt", "spread", "cv", "mean_rate", "cvg"]
    g = course.germinated
    if g == 0:
        return _undefined(names, Reason.NONE_GERMINATED, reasons)
    times, counts = _groups(course)
    weighted = math.fsum(n * t for n, t in zip(counts, times, strict=True))
    mgt = weighted / g
    out: dict[str, float | None] = {"first": times[0], "last": times[-1], "mgt": mgt}
    spread: float | None = None
    if g < 2:
        out |= _undefined(["spread", "cv"], Reason.FEWER_THAN_TWO_GERMINATED, reasons)
    else:
        spread = math.sqrt(math.fsum(n * (t - mgt) ** 2 for n, t in zip(counts, times, strict=True)) / (g - 1))
        out["spread"] = spread
    if mgt == 0:
        out |= _undefined(["mean_rate", "cvg"], Reason.MEAN_TIME_ZERO, reasons)
        if spread is not None:
            out |= _undefined(["cv"], Reason.MEAN_TIME_ZERO, reasons)
    else:
        out |= {"mean_rate": 1 / mgt, "cvg": 100 * g / weighted}
        if spread is not None:
            out["cv"] = spread / mgt
    return out


def _percentiles(course: PooledCourse, reasons: dict[str, Reason]) -> dict[str, float | None]:
    names = [f"t{x}" for x in PERCENTILES]
    if course.germinated == 0:
        return _undefined([*names, "uniformity_90_10", "uniformity_75_25"], Reason.NONE_GERMINATED, reasons)
    t = {x: time_to_percent(course, x) for x in PERCENTILES}
    out: dict[str, float | None] = {f"t{x}": t[x] for x in PERCENTILES}
    return out | {
        "uniformity_90_10": t[90] - t[10],
        "uniformity_75_25": t[75] - t[25],
    }


def time_to_percent(course: PooledCourse, percent: int) -> float:
    """Earliest time in days at which the cumulative count reaches `percent` of those that germinated.

    Linear between looks, from (0, early). Compared in integers, so that an exact hit is that look's time.
    """
    times, counts = course.knot_times, course.knot_counts
    target = percent * course.germinated
    # whole counts are compared exactly; only a bag's share makes them fractions
    near = 0 if counts.dtype.kind == "i" else 1e-9 * target
    k = int(np.argmax(100 * counts >= target - near))
    if k == 0:
        return 0.0
    if abs(100 * counts[k] - target) <= near:
        return float(times[k])
    before, rise = counts[k - 1].item(), (counts[k] - counts[k - 1]).item()
    share = (target / 100 - before) / rise
    return float(times[k - 1] + share * (times[k] - times[k - 1]))


def _gsi(course: PooledCourse) -> float:
    return float(np.sum(course.new / course.times)) if course.times.size else 0.0


def _over_horizon(course: PooledCourse, horizon: float | None, reasons: dict[str, Reason]) -> dict[str, float | None]:
    if horizon is None or not course.last_looks:
        reasons["horizon"] = Reason.NO_INSPECTION
        return {"horizon": None} | _undefined(["timson", "area"], Reason.NO_HORIZON, reasons)
    if horizon <= 0:
        return {"horizon": horizon} | _undefined(["timson", "area"], Reason.NO_HORIZON, reasons)
    times, counts = course.knot_times, course.knot_counts
    out: dict[str, float | None] = {"horizon": horizon, "area": 100 * _area(times, counts, horizon) / (horizon * course.sown)}
    if horizon < 1:
        return out | _undefined(["timson"], Reason.HORIZON_BELOW_ONE_DAY, reasons)
    # whole days from each knot on, up to the next one or the horizon
    starts = np.maximum(1.0, np.ceil(times))
    ends = np.minimum(math.floor(horizon) + 1.0, np.append(np.ceil(times[1:]), np.inf))
    out["timson"] = float(100 * (counts @ np.maximum(0.0, ends - starts)) / course.sown)
    return out


def _area(times: np.ndarray, counts: np.ndarray, horizon: float) -> float:
    """Seed · days under the linear course from 0 to the horizon, flat after the last look."""
    inside = times < horizon
    end = float(np.interp(horizon, times, counts))
    x = np.append(times[inside], horizon)
    y = np.append(counts[inside].astype(float), end)
    return float(np.trapezoid(y, x))


def _czabator(course: PooledCourse, reasons: dict[str, Reason]) -> dict[str, float | None]:
    if not course.times.size:
        return _undefined(["peak_value", "mean_daily", "germination_value"], Reason.NO_INSPECTION_AFTER_ZERO, reasons)
    peak = float(np.max(100 * course.knot_counts[1:] / course.sown / course.times))
    daily = 100 * course.germinated / course.sown / float(course.times[-1])
    return {"peak_value": peak, "mean_daily": daily, "germination_value": peak * daily}


def _evenness(course: PooledCourse, reasons: dict[str, Reason]) -> dict[str, float | None]:
    g = course.germinated
    if g == 0:
        return _undefined(["synchrony", "uncertainty"], Reason.NONE_GERMINATED, reasons)
    _, counts = _groups(course)
    out: dict[str, float | None] = {"uncertainty": -math.fsum(n / g * math.log2(n / g) for n in counts) + 0.0}
    if g < 2:
        return out | _undefined(["synchrony"], Reason.FEWER_THAN_TWO_GERMINATED, reasons)
    return out | {"synchrony": sum(n * (n - 1) for n in counts) / (g * (g - 1))}


_SPEED = (
    *("first", "last", "mgt", "spread", "cv", "mean_rate", "cvg", "t10", "t25", "t50", "t75", "t90", "uniformity_90_10"),
    *("uniformity_75_25", "gsi", "timson", "area", "peak_value", "mean_daily", "germination_value", "synchrony", "uncertainty"),
)


def without_speed(found: Indices) -> Indices:
    """The same course without any figure of time: for dishes that stood in the dark and were counted once, at the end."""
    blank: dict[str, Any] = dict.fromkeys(_SPEED)
    return replace(found, **blank, reasons={**found.reasons, **dict.fromkeys(_SPEED, Reason.DARK)})
