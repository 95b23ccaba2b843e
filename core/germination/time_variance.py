"""How sure the likelihood is of a time of a curve: the variance of its logarithm (docs/methods/speed.md)."""

from collections.abc import Sequence

import numpy as np

from core.germination.families import STANDARDS, slope_of
from core.germination.fit import CourseFit
from core.germination.likelihood import interval_data, slope_at
from core.records import CountRecord


def log_time_variance(dishes: Sequence[CountRecord], fit: CourseFit, percent: int = 50) -> float | None:
    """Return the variance of log T_percent at the maximum of the likelihood.

    Parameters
    ----------
    dishes : sequence of CountRecord
        Those the curve was fitted to.
    fit : CourseFit
        Its early share is taken as fixed, and its ready share too where that is 1.
    percent : int
        10, 50 or 90: of all that germinate, early ones included.

    Returns
    -------
    float or None
        From the observed information; None where T is 0, or where the curvature is not definite.

    References
    ----------
    Observed information and the delta method: Davison (2003), Statistical Models, ch. 4.
    """
    goal = percent / 100 * fit.total
    if goal <= fit.early_share:
        return None
    standard, slope, ready = STANDARDS[fit.family], slope_of(fit.family, fit.shape), fit.ready_share
    fixed = ready >= 1
    logit = np.inf if fixed else np.log(ready) - np.log1p(-ready)
    point = np.array([logit, np.log(slope), np.log(fit.scale)])
    rising = fit.total - fit.early_share
    z = standard.quantile((goal - fit.early_share) / rising)
    # how the share of the rising part at T changes with the ready share: only where some came early
    of_total = fit.early_share * (1 - percent / 100) / rising**2
    by_logit = of_total * (1 - fit.early_share) * ready * (1 - ready) / (slope * float(np.exp(standard.log_density(np.array([z])))[0]))
    gradient = np.array([by_logit, -z / slope, 1.0])
    free = [1, 2] if fixed else [0, 1, 2]
    information = -slope_at(interval_data(dishes), fit.family, point).curvature[np.ix_(free, free)]
    try:
        np.linalg.cholesky(information)
    except np.linalg.LinAlgError:
        return None
    variance = float(gradient[free] @ np.linalg.solve(information, gradient[free]))
    return variance if np.isfinite(variance) and variance > 0 else None
