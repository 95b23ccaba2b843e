"""A binomial model with a logit link, fitted by iteratively reweighted least squares; numpy only, it runs thousands of times."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import special

Array = NDArray[np.float64]
MOST_STEPS = 40
# a fitted logit beyond this is on its way to infinity: the data separate
LARGEST_LOGIT = 15.0
CONVERGED = 1e-10


@dataclass(frozen=True)
class LogisticFit:
    """A fitted model.

    Attributes
    ----------
    coefficients : array, shape (k,)
        On the logit scale.
    covariance : array, shape (k, k)
        Of the coefficients, for a scatter of 1.
    fitted : array, shape (n,)
        Fitted shares, 0..1.
    deviance : float
    """

    coefficients: Array
    covariance: Array
    fitted: Array
    deviance: float


def fit_logistic(up: Array, seeds: Array, design: Array) -> LogisticFit | None:
    """Fit shares by a design; None where no finite fit exists (some rows are separated), or the design is singular.

    Parameters
    ----------
    up, seeds : array, shape (n,)
        Germinated and sown of each row; need not be whole.
    design : array, shape (n, k)
        Columns of the model, its intercept among them; of full rank.

    References
    ----------
    McCullagh & Nelder (1989), Generalized Linear Models, ch. 2.5 and 4.4.
    """
    eta = np.asarray(special.logit((up + 0.5) / (seeds + 1)))
    before = np.inf
    for _ in range(MOST_STEPS):
        share = special.expit(eta)
        weight = seeds * share * (1 - share)
        information = design.T @ (weight[:, None] * design)
        try:
            covariance = np.linalg.inv(information)
        except np.linalg.LinAlgError:
            return None
        coefficients = covariance @ (design.T @ (weight * eta + up - seeds * share))
        eta = design @ coefficients
        if not np.all(np.abs(eta) < LARGEST_LOGIT):
            return None
        deviance = _deviance(up, seeds, special.expit(eta))
        if abs(before - deviance) <= CONVERGED * (1 + deviance):
            return LogisticFit(coefficients, covariance, special.expit(eta), deviance)
        before = deviance
    return None


def _deviance(up: Array, seeds: Array, share: Array) -> float:
    return float(2 * np.sum(special.xlogy(up, up / (seeds * share)) + special.xlogy(seeds - up, (seeds - up) / (seeds * (1 - share)))))


def dummies(levels: Sequence[str]) -> Array:
    """Return one column for each level but the first, shape (n, levels − 1)."""
    others = sorted(set(levels))[1:]
    return np.array([[float(x == o) for o in others] for x in levels]).reshape(len(levels), len(others))
