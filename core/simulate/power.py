"""Power by drawing whole trials and testing them as the compare page does: a check on the formula (docs/methods/smallest-difference.md)."""

import numpy as np
from scipy import special

from core.design import FAMILY_ALPHA
from core.simulate.looks import dish_shares
from core.statistics import USUAL_WEIGHT


def power_by_simulation(
    p1: float,
    p2: float,
    *,
    dishes: int,
    seeds: int,
    treatments: int,
    rho: float,
    comparisons: int,
    draws: int = 5000,
    seed: int = 1,
) -> float:
    """Share of drawn trials in which the first two treatments are shown to differ at 0.05/`comparisons`.

    Dishes are Beta-binomial with correlation `rho`; the other treatments lie at `p1`. The scatter, its degrees of freedom
    and the pair's test are those of final_share and comparison, with ρ₀ = `rho`. Needs at least 2 dishes.
    """
    draw = np.random.default_rng(seed)
    shares = np.array([p1, p2, *[p1] * (treatments - 2)])
    of_dish = np.stack([dish_shares(p, rho, (draws, dishes), draw) for p in shares], axis=1)
    up = draw.binomial(seeds, of_dish)
    total = seeds * dishes
    p = up.sum(axis=2) / total
    variance = seeds * p * (1 - p)
    scatter = ((up - seeds * p[:, :, None]) ** 2).sum(axis=2)
    mixed = variance > 0
    nu = mixed.sum(axis=1) * (dishes - 1)
    phi0 = 1 + (seeds - 1) * rho
    phi_hat = np.divide(
        np.divide(scatter, variance, out=np.zeros_like(scatter), where=mixed).sum(axis=1), nu, out=np.full(draws, np.nan), where=nu > 0
    )
    over = phi_hat > phi0
    phi = np.where(over, phi_hat, (nu * phi_hat + USUAL_WEIGHT * phi0) / (nu + USUAL_WEIGHT))
    phi = np.maximum(1.0, phi)
    df = nu + USUAL_WEIGHT * np.where(over, (phi0 / np.maximum(phi_hat, 1e-12)) ** 2, 1.0)
    middle = (p[:, 0] + p[:, 1]) / 2
    spread = np.sqrt(phi * middle * (1 - middle) * 2 / total)
    stat = np.divide(np.abs(p[:, 0] - p[:, 1]), spread, out=np.zeros(draws), where=spread > 0)
    # without any scatter to estimate no difference is shown
    told = (nu > 0) & (2 * special.stdtr(np.maximum(df, 1), -stat) < FAMILY_ALPHA / comparisons)
    return float(told.mean())
