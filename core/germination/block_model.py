"""The quasi-binomial model treatment + block of a blocked trial (docs/methods/blocks.md)."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from core.germination.logistic import dummies, fit_logistic
from core.vocabulary import Reason

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class BlockDish:
    """One dish: place of its treatment, its block, germinated `g` of `n`."""

    treatment: int
    block: str
    g: int
    n: int


@dataclass(frozen=True, eq=False)
class BlockModel:
    """Treatments with the blocks taken out.

    Attributes
    ----------
    pearson, df : float, int
        Pearson's X² of the model and its residual degrees of freedom, at least 1.
    drop : float or None
        Fall of the deviance by the treatments, after the blocks; None for a selection of them.
    effects : array, shape (k,)
        Each treatment's logit less that of the first.
    covariance : array, shape (k, k)
        Of `effects`, for a scatter of 1; the first row and column are 0.
    """

    pearson: float
    df: int
    drop: float | None
    effects: Array
    covariance: Array

    def select(self, places: Sequence[int]) -> "BlockModel":
        """Return the model for some of its treatments."""
        away = np.eye(len(self.effects))[list(places)]
        away = away - away[0]
        return replace(self, drop=None, effects=away @ self.effects, covariance=away @ self.covariance @ away.T)

    def contrast(self, a: int, b: int) -> tuple[float, float]:
        """Logit of treatment `a` less that of `b`, and its variance for a scatter of 1."""
        c = self.covariance
        return float(self.effects[a] - self.effects[b]), float(c[a, a] + c[b, b] - 2 * c[a, b])


def block_model(dishes: Sequence[BlockDish], treatments: int) -> BlockModel | Reason:
    """Fit treatment + block to the dishes of a trial of at least two treatments and two blocks.

    Returns
    -------
    BlockModel or Reason
        ``no_finite_fit`` where a treatment or block is all or none, or blocks and treatments cannot be separated;
        ``no_replication`` where no degree of freedom is left.

    References
    ----------
    McCullagh & Nelder (1989), Generalized Linear Models, ch. 4.5.
    """
    up, seeds = (np.array([float(getattr(d, name)) for d in dishes]) for name in ("g", "n"))
    one = np.ones((len(dishes), 1))
    blocks = dummies([d.block for d in dishes])
    which = np.array([[float(d.treatment == i) for i in range(1, treatments)] for d in dishes])
    smaller, larger = np.hstack([one, blocks]), np.hstack([one, blocks, which])
    if np.linalg.matrix_rank(larger) < larger.shape[1]:
        return Reason.NO_FINITE_FIT
    df = len(dishes) - larger.shape[1]
    if df < 1:
        return Reason.NO_REPLICATION
    without, whole = fit_logistic(up, seeds, smaller), fit_logistic(up, seeds, larger)
    if without is None or whole is None:
        return Reason.NO_FINITE_FIT
    expected = seeds * whole.fitted
    pearson = float(np.sum((up - expected) ** 2 / (expected * (1 - whole.fitted))))
    first = larger.shape[1] - (treatments - 1)
    covariance = np.zeros((treatments, treatments))
    covariance[1:, 1:] = whole.covariance[first:, first:]
    effects = np.concatenate([[0.0], whole.coefficients[first:]])
    return BlockModel(pearson, df, max(0.0, without.deviance - whole.deviance), effects, covariance)
