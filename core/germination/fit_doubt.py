"""Uncertainty of a fitted curve by leaving one dish out, and one family for a whole trial (docs/methods/course.md)."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from core.germination.bag import bag_share
from core.germination.families import in_days
from core.germination.final_share import TreatmentShare, TrialShares
from core.germination.fit import CourseFit, NoFit, course_of, fit_course
from core.germination.indices import indices
from core.germination.jackknife import LeaveOneOut, interval_of
from core.germination.misfit import curve_misfit
from core.records import CountRecord
from core.statistics import wilson
from core.vocabulary import CurveFamily, Reason

FIT_TIMES = ("t10", "t50", "t90", "t50_sown")


@dataclass(frozen=True)
class DoubtedFit:
    """A fit with the doubt of its ready share and its times; `se` of a time is that of its logarithm."""

    fit: CourseFit
    doubt: Mapping[str, LeaveOneOut]


def doubted_fit(dishes: Sequence[CountRecord], family: CurveFamily, bag_share: float = 0.0) -> DoubtedFit | NoFit:
    """Fit pooled dishes, and say how sure each figure is.

    Times have their interval on the log scale, the ready share on its own, uncut. No interval with one dish
    (``one_dish``), where a set without a dish has no fit or no such value (``undefined_without_a_dish``), where a time is 0
    (``time_zero``), or where nothing changes (``no_spread``).
    """
    return _doubted(tuple(dishes), family, bag_share)


def shown_fit(dishes: Sequence[CountRecord], family: CurveFamily, bag_share: float = 0.0) -> DoubtedFit | NoFit:
    """Return the fit that may be shown: refused with ``curve_misfits`` where germination came in more than one flush, or paused."""
    whole = followed(dishes, family, bag_share)
    return whole if isinstance(whole, NoFit) else doubted_fit(dishes, family, bag_share)


def followed(dishes: Sequence[CountRecord], family: CurveFamily, bag_share: float = 0.0) -> CourseFit | NoFit:
    """The fit of dishes whose course it follows; as `shown_fit`, without the uncertainty."""
    whole = fitted(dishes, family, bag_share)
    if isinstance(whole, CourseFit) and curve_misfit(dishes, whole, bag_share).misfits:
        return NoFit(Reason.CURVE_MISFITS)
    return whole


# enough for the treatments of a few large trials; each entry holds the looks it was made from
@lru_cache(maxsize=128)
def _doubted(dishes: tuple[CountRecord, ...], family: CurveFamily, bag_share: float) -> DoubtedFit | NoFit:
    whole = fitted(dishes, family, bag_share)
    if isinstance(whole, NoFit):
        return whole
    return DoubtedFit(whole, doubt_of(dishes, whole, bag_share))


def doubt_of(dishes: Sequence[CountRecord], whole: CourseFit, bag_share: float = 0.0) -> dict[str, LeaveOneOut]:
    """The doubt of a fit of these dishes, by its figures' names."""
    parts: list[CourseFit | NoFit] = []
    if len(dishes) > 1:
        sets = [[*dishes[:j], *dishes[j + 1 :]] for j in range(len(dishes))]
        parts = [fit_course(course_of(left, bag_share), whole.family, near=whole) for left in sets]
    return {"ready_share": _ready(whole, parts)} | {name: _time(name, whole, parts) for name in FIT_TIMES}


@lru_cache(maxsize=384)
def _fitted(dishes: tuple[CountRecord, ...], family: CurveFamily, bag_share: float) -> CourseFit | NoFit:
    return fit_course(course_of(dishes, bag_share), family)


def fitted(dishes: Sequence[CountRecord], family: CurveFamily, bag_share: float = 0.0) -> CourseFit | NoFit:
    """`fit_course` of dishes; the same dishes are not fitted twice."""
    return _fitted(tuple(dishes), family, bag_share)


def _ready(whole: CourseFit, parts: Sequence[CourseFit | NoFit]) -> LeaveOneOut:
    values = [p.ready_share for p in parts if isinstance(p, CourseFit)]
    return interval_of(whole.ready_share, values, len(parts))


def _time(name: str, whole: CourseFit, parts: Sequence[CourseFit | NoFit]) -> LeaveOneOut:
    estimate: float | None = getattr(whole, name)
    if estimate is None:
        return LeaveOneOut.none(None, whole.reasons[name])
    values = [v for p in parts if isinstance(p, CourseFit) and (v := getattr(p, name)) is not None]
    if parts and (estimate == 0 or 0 in values):
        return LeaveOneOut.none(estimate, Reason.TIME_ZERO)
    if not parts:
        return LeaveOneOut.none(estimate, Reason.ONE_DISH)
    found = interval_of(math.log(estimate), [math.log(v) for v in values], len(parts))
    if found.lower is None or found.upper is None:
        return LeaveOneOut.none(estimate, found.reason or Reason.NO_SPREAD)
    return LeaveOneOut(estimate, found.se, found.df, in_days(found.lower), in_days(found.upper), None)


@dataclass(frozen=True)
class FamilyChoice:
    """One family for a trial: the smallest AIC summed over the treatments that can be fitted; None where none can."""

    family: CurveFamily | None
    aic: Mapping[CurveFamily, float]
    fitted: tuple[int, ...]


def choose_family(treatments: Sequence[Sequence[CountRecord]], bag_shares: Sequence[float] | None = None) -> FamilyChoice:
    """Choose the family that serves all treatments best.

    Parameters
    ----------
    treatments : sequence of sequences of CountRecord
        The dishes of each treatment.

    Returns
    -------
    FamilyChoice
        `fitted` are the places of the treatments that all three families fit; the sums run over these.
    """
    bags = bag_shares or [0.0] * len(treatments)
    fits = [[fitted(dishes, f, b) for f in CurveFamily] for dishes, b in zip(treatments, bags, strict=True)]
    able = tuple(i for i, row in enumerate(fits) if all(isinstance(x, CourseFit) for x in row))
    if not able:
        return FamilyChoice(None, {}, ())
    aic = {f: math.fsum(x.aic for i in able if isinstance(x := fits[i][j], CourseFit)) for j, f in enumerate(CurveFamily)}
    return FamilyChoice(min(aic, key=lambda f: aic[f]), aic, able)


@dataclass(frozen=True, slots=True)
class BandPoint:
    """The course at a look with its pointwise 95 % interval. `day` on the incubation clock, shares 0..1."""

    day: float
    share: float
    lower: float
    upper: float


def doubt_band(
    times: NDArray[np.float64],
    counts: NDArray[np.float64] | NDArray[np.int64],
    seeds: int,
    share: TreatmentShare,
    shares: TrialShares,
) -> list[BandPoint]:
    """Return Wilson's interval of C(t)/N at each look, with the treatment's scatter and bags: pointwise, not for the curve as a whole.

    Parameters
    ----------
    times, counts : array, shape (k,)
        Days, and the cumulative count of the pooled dishes.
    seeds : int
        Seeds of the dishes.
    share, shares
        The treatment's final share, and its trial's.
    """
    out = []
    for day, count in zip(times.tolist(), counts.tolist(), strict=True):
        whole = bag_share(count / seeds, seeds / share.phi, share.bags, shares.rho_b)
        ends = wilson(whole.share, whole.n_eff, shares.critical)
        out.append(BandPoint(day, whole.share, ends.lower, ends.upper))
    return out


def half_times(treatments: Sequence[Sequence[CountRecord]], bag_shares: Sequence[float] | None = None) -> list[float | None]:
    """Return the T50 of each treatment of a trial as it is shown: of its curve, else interpolated between looks.

    Parameters
    ----------
    treatments : sequence of sequences of CountRecord
        The dishes of each treatment.
    bag_shares : sequence of float, optional
        Share of each that sprouted in a bag the dishes were filled from, 0..1.

    Returns
    -------
    list of float or None
        Days; None where nothing germinated.
    """
    bags = bag_shares or [0.0] * len(treatments)
    family = choose_family(treatments, bags).family
    return [_half_time(dishes, bag, family) for dishes, bag in zip(treatments, bags, strict=True)]


def _half_time(dishes: Sequence[CountRecord], bag_share: float, family: CurveFamily | None) -> float | None:
    if family is not None:
        whole = followed(dishes, family, bag_share)
        if isinstance(whole, CourseFit):
            return whole.t50
    return indices(dishes, None, bag_share).t50
