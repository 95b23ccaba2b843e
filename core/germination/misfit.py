"""Does a curve follow its course? Germination in two flushes, or with a pause, does not (docs/methods/course.md)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.germination.fit import CourseFit
from core.records import CountRecord

Array = NDArray[np.float64]
LARGEST_DISTANCE = 0.9
# looks of one round fall minutes apart on the dishes' own clocks: closer than this, in days, they are one look
SAME_LOOK_DAYS = 0.1


@dataclass(frozen=True, slots=True)
class Misfit:
    """Largest distance of the curve from the course, both as shares of what germinated, and the limit it may not pass."""

    distance: float
    limit: float

    @property
    def misfits(self) -> bool:
        """Whether the curve is refused."""
        return self.distance > self.limit


def curve_misfit(dishes: Sequence[CountRecord], fit: CourseFit, bag_share: float = 0.0) -> Misfit:
    """Measure how far a fitted curve lies from the course of its pooled dishes.

    Parameters
    ----------
    dishes : sequence of CountRecord
        Those the curve was fitted to.
    fit : CourseFit
    bag_share : float
        Share that had sprouted in a bag the dishes were filled from, 0..1: early.

    Returns
    -------
    Misfit
        Over the looks after 0 that all dishes had. Where seeds were lost, the course is Kaplan and Meier's.

    References
    ----------
    Kolmogorov's distance with a limit found by simulation; Kaplan & Meier (1958), J. Am. Stat. Assoc. 53:457.
    """
    sown, up = sum(d.sown for d in dishes), sum(d.germinated for d in dishes)
    in_bag = sown * bag_share / (1 - bag_share)
    limit = LARGEST_DISTANCE / math.sqrt(up + in_bag)
    slack = _slack(dishes)
    looks = [x for x in common_looks(dishes) if x > 0]
    if not looks:
        return Misfit(0.0, limit)
    times = np.array(looks, dtype=float)
    if any(d.lost for d in dishes):
        share = _kaplan_meier(dishes, times)
        share = bag_share + (1 - bag_share) * share
        course = share / share[-1]
    else:
        seen = sorted((i.t, i.germinated) for d in dishes for i in d.inspections)
        so_far = np.concatenate([[0], np.cumsum([g for _, g in seen])])
        course = (in_bag + so_far[np.searchsorted([t for t, _ in seen], times + slack, side="right")]) / (up + in_bag)
    curve = fit.share_at(times)
    return Misfit(float(np.max(np.abs(course - curve / curve[-1]))), limit)


def common_looks(dishes: Sequence[CountRecord]) -> list[float]:
    """Return the times in days at which every dish was looked at; looks of one round count as one, at its last time."""
    times = sorted((i.t, number) for number, d in enumerate(dishes) for i in d.inspections)
    slack = _slack(dishes)
    out: list[float] = []
    seen: set[int] = set()
    last = -math.inf
    for t, number in times:
        if t - last > slack:
            seen = set()
        seen.add(number)
        if len(seen) == len(dishes):
            if out and out[-1] == last and t - last <= slack:
                out[-1] = t
            else:
                out.append(t)
        last = t
    return out


def _slack(dishes: Sequence[CountRecord]) -> float:
    """Days within which looks are one: a quarter of the shortest time between two looks of a dish, at most `SAME_LOOK_DAYS`."""
    gaps = (b.t - a.t for d in dishes for a, b in zip(d.inspections, d.inspections[1:], strict=False))
    return min(SAME_LOOK_DAYS, min(gaps, default=0.0) / 4)


def _kaplan_meier(dishes: Sequence[CountRecord], times: Array) -> Array:
    """Share germinated at `times`; losses of a look come after its germination."""
    early = sum(d.early for d in dishes)
    sown = sum(d.sown for d in dishes)
    at_risk = sown - early - sum(i.lost for d in dishes for i in d.inspections if i.t <= 0)
    left, out, before = (1 - early / sown), [], 0.0
    slack = _slack(dishes)
    for t in times:
        round_ = [i for d in dishes for i in d.inspections if before < i.t <= t + slack]
        for moment in sorted({i.t for i in round_}):
            now = [i for i in round_ if i.t == moment]
            if at_risk > 0:
                left *= 1 - sum(i.germinated for i in now) / at_risk
            at_risk -= sum(i.germinated + i.lost for i in now)
        before = t + slack
        out.append(1 - left)
    return np.array(out)
