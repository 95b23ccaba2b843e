"""Doses to try next, placed where they teach most about the dose that is enough (docs/methods/dose-and-response.md)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from core.errors import CoreError, check_size
from core.germination import TrialShares
from core.response.curves import ENOUGH, Array, tried
from core.response.dose_curve import DoseCurve
from core.response.fit import Series
from core.response.likely import likely_curves
from core.vocabulary import DoseShape

MOST = 4
# no dose beyond so many times the largest tried, and that only where so much more would germinate there
FARTHEST, _STILL_RISES = 2.0, 0.05
# two doses of a series differ by at least this factor
_APART = 1.15
# doses at which the curves are read
_POINTS = 201
_RANGE = 2 * 1.96


@dataclass(frozen=True)
class NextDoses:
    """Doses to try beside none, ascending, in the unit of the series.

    `factor_now` and `factor_then` say within which factor the dose that is enough is likely known (95 %), before and after.
    `past_largest` says that one of them lies beyond the doses tried so far.
    """

    doses: tuple[float, ...]
    factor_now: float
    factor_then: float
    past_largest: bool


def next_doses(
    doses: Sequence[float], shares: TrialShares, found: DoseCurve, seeds: float, steps: float, most: int = MOST
) -> NextDoses | None:
    """Place the doses of the next series; None where no effect of the dose is shown, or less is better.

    Every curve that the counts allow says where its own dose is that is enough (of a hump: the best one), up to twice the largest
    dose tried where the share still rises there. The doses are taken one by one: that whose share goes along most with that dose,
    given the ones already taken.

    Parameters
    ----------
    doses, shares, found : as for `dose_curve`, and its answer with a fit
    seeds : float
        Effective seeds at each new dose, > 0.
    steps : float
        Doses are multiples of this, > 0: a day, or a week.
    most : int
        How many doses beside none.

    Raises
    ------
    CoreError
        ``no_curve`` where `found` has no fit.

    References
    ----------
    Linear Bayes: Goldstein & Wooff (2007), ch. 3. The limits are ours.
    """
    if found.fit is None:
        raise CoreError("Without a curve no next dose can be placed: fit one first.", code="no_curve", parameter="found")
    check_size(seeds, "seeds")
    check_size(steps, "steps")
    if found.no_effect or found.shape is DoseShape.FALLING:
        return None
    series = Series.of(doses, shares)
    shape = DoseShape.HUMPED if found.shape is DoseShape.HUMPED else DoseShape.RISING
    curves = likely_curves(series, shape)
    ends = curves.weights @ curves.shares(np.log(np.array([1.0, FARTHEST]) * series.largest + series.delta))
    # further doses are tried where the share still rises at the largest
    farthest = (FARTHEST if shape is DoseShape.RISING and ends[1] - ends[0] > _STILL_RISES else 1.0) * series.largest
    at = tried(series.delta, farthest)[:: max(1, 2000 // (_POINTS - 1))]
    x = np.log(at + series.delta)
    share = curves.shares(x)
    target = _targets(share, x, hump=shape is DoseShape.HUMPED)
    candidates = np.unique(np.maximum(steps, np.round(at[1:] / steps) * steps))
    of = curves.shares(np.log(candidates + series.delta))
    chosen, now, then = _greedy(curves.weights, target, of, candidates, seeds, most)
    return NextDoses(tuple(sorted(chosen)), now, then, max(chosen) > series.largest)


def _targets(share: Array, x: Array, *, hump: bool) -> Array:
    """Log dose that is enough for each curve, shape (m,): lowest at 90 % of its highest share, of a hump the highest."""
    if hump:
        best: Array = x[share.argmax(axis=1)]
        return best
    over = share >= ENOUGH * share.max(axis=1, keepdims=True)
    out: Array = x[over.argmax(axis=1)]
    return out


def _greedy(w: Array, target: Array, share: Array, doses: Array, seeds: float, most: int) -> tuple[list[float], float, float]:
    """Doses one by one by how much of the spread of the target each explains; the factors before and after."""
    t = target - w @ target
    s = share - w @ share
    noise = (w @ (share * (1 - share))) / seeds + 1e-9
    with_t, of_s = (w * t) @ s, (w[:, None] * s).T @ s
    before = float((w * t) @ t)
    variance, cross, spread = before, with_t, of_s
    chosen: list[float] = []
    for _ in range(most):
        gain = cross**2 / (np.diag(spread) + noise)
        for d in chosen:
            gain = np.where(np.maximum(doses, d) < _APART * np.minimum(doses, d), -1.0, gain)
        i = int(gain.argmax())
        if gain[i] < 0:
            break
        whole = spread[i, i] + noise[i]
        chosen.append(float(doses[i]))
        variance -= float(cross[i] ** 2 / whole)
        cross, spread = cross - spread[:, i] * cross[i] / whole, spread - np.outer(spread[:, i], spread[i]) / whole
    now, then = (math.exp(_RANGE * math.sqrt(max(0.0, v))) for v in (before, variance))
    return chosen, now, then
