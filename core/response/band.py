"""A fitted curve over doses with its uncertainty, to be drawn (docs/methods/dose-and-response.md)."""

from collections.abc import Sequence

import numpy as np

from core.germination import TrialShares
from core.response.dose_curve import DoseCurve
from core.response.fit import Series
from core.response.likely import likely_curves, weighted_quantiles
from core.statistics import wilson
from core.vocabulary import DoseShape


def likely_band(doses: Sequence[float], shares: TrialShares, found: DoseCurve, points: int = 61) -> list[tuple[float, float, float, float]]:
    """The curve of a trial at even doses from none to the largest: dose, share, and 95 % of what the counts allow; empty without one."""
    fit = found.fit
    if fit is None:
        return []
    series = Series.of(doses, shares)
    at = np.linspace(0.0, series.largest, points)
    p = fit.share_at(at)
    if fit.shape is DoseShape.FLAT:
        ends = wilson(fit.p0, float(series.n.sum()), shares.critical)
        return [(float(d), fit.p0, ends.lower, ends.upper) for d in at]
    curves = likely_curves(series, fit.shape)
    low, high = weighted_quantiles(curves.shares(np.log(at + fit.delta)), curves.weights, np.array([0.025, 0.975]))
    rows = zip(at.tolist(), p.tolist(), np.minimum(low, p).tolist(), np.maximum(high, p).tolist(), strict=True)
    return [(d, s, lower, upper) for d, s, lower, upper in rows]
