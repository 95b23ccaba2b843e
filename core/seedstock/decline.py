"""How a lot's viability declines: its own tests, held together with its storage class (docs/methods/keeping.md)."""

import math
from collections import Counter
from collections.abc import Hashable, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy import special

from core.errors import CoreError
from core.records import CountRecord
from core.seedstock.storage import REFERENCE_C, REFERENCE_RH, SIGMA_YEARS, relative_life
from core.vocabulary import DeclineSource, Reason, StorageBehaviour, StorageClass

Array = NDArray[np.float64]
SIGMA_SPREAD = math.log(3.0)
K_MEAN, K_SPREAD = 1.5, 1.0
_REACH = 6.0
_COARSE, _FINE = 61, 201
_NEGLIGIBLE = 18.0


@dataclass(frozen=True, slots=True)
class GerminationTest:
    """A test of a lot: `at_years` from any zero, alive of filled; `phi` is its scatter factor, 1 where seeds are independent."""

    at_years: float
    alive: int
    filled: int
    phi: float = 1.0

    def __post_init__(self) -> None:
        if not math.isfinite(self.at_years):
            raise CoreError("A test needs a time.", code="time_not_a_number", parameter="at_years")
        if not (self.filled >= 1 and 0 <= self.alive <= self.filled):
            message = f"{self.alive} alive of {self.filled} seeds is impossible."
            raise CoreError(message, code="counted_dish_impossible", parameter="alive", bound=self.filled, value=self.alive)
        if not (math.isfinite(self.phi) and self.phi > 0):
            raise CoreError(f"A scatter of {self.phi} is impossible.", code="phi_not_positive", parameter="phi", bound=0, value=self.phi)


@dataclass(frozen=True, slots=True)
class Range:
    """95 % of what is likely, in the unit of the figure it belongs to."""

    lower: float
    upper: float


@dataclass(frozen=True, eq=False)
class Decline:
    """probit(v(t)) = k − t/sigma, t in years from the tests' zero; all None with `reason`. A rule of thumb.

    Attributes
    ----------
    k, sigma_years, half_years : float or None
        Joint mode; `half_years` is the time at which half is left, which may have passed.
    sigma_range, half_range : Range or None
        2.5 and 97.5 % of the posterior.
    """

    k: float | None
    sigma_years: float | None
    half_years: float | None
    sigma_range: Range | None = None
    half_range: Range | None = None
    reason: Reason | None = None
    _k: Array | None = None
    _sigma: Array | None = None
    _weight: Array | None = None

    def share_at(self, at_years: float) -> tuple[float, float, float] | None:
        """Return lower end, estimate and upper end of the share alive at a time, 0..1; None where there is no forecast."""
        if self.k is None or self.sigma_years is None or self._k is None or self._sigma is None or self._weight is None:
            return None
        ends = _quantiles(self._k - at_years / self._sigma, self._weight)
        return float(special.ndtr(ends.lower)), float(special.ndtr(self.k - at_years / self.sigma_years)), float(special.ndtr(ends.upper))


def decline(
    tests: Sequence[GerminationTest],
    storage_class: StorageClass,
    temperature_c: float = REFERENCE_C,
    humidity_percent: float = REFERENCE_RH,
    behaviour: StorageBehaviour = StorageBehaviour.ORTHODOX,
) -> Decline:
    """Return the forecast of a lot's viability.

    Parameters
    ----------
    tests : sequence of GerminationTest
        From `decline_tests`: of viability, or all of one treatment. Their zero is the harvest, else the first test.
    storage_class : StorageClass
        Gives the prior of sigma at 20 °C and 50 %, scaled by the place's relative life: log-normal, a factor of 3 either way
        at one standard deviation. K ~ N(1.5, 1).

    Returns
    -------
    Decline
        Undefined with ``never_tested``, or ``sow_now`` (seed that dies when dried, or within weeks).

    References
    ----------
    Ellis & Roberts (1980), Ann. Bot. 45:13 (the probit line); docs/methods/keeping.md for the priors.

    Examples
    --------
    >>> round(decline([GerminationTest(0, 82, 100)], StorageClass.MEDIUM).half_years, 2)
    2.78
    """
    if behaviour in (StorageBehaviour.RECALCITRANT, StorageBehaviour.SHORT_LIVED):
        return Decline(None, None, None, reason=Reason.SOW_NOW)
    if not tests:
        return Decline(None, None, None, reason=Reason.NEVER_TESTED)
    return _decline(tuple(tests), math.log(SIGMA_YEARS[storage_class] * relative_life(temperature_c, humidity_percent)))


def usual_decline(storage_class: StorageClass, temperature_c: float = REFERENCE_C, humidity_percent: float = REFERENCE_RH) -> Decline:
    """Return what a storage class lets expect in a place before any test of the lot; times from the harvest."""
    return _decline((), math.log(SIGMA_YEARS[storage_class] * relative_life(temperature_c, humidity_percent)))


@lru_cache(maxsize=512)
def _decline(tests: tuple[GerminationTest, ...], usual: float) -> Decline:
    k, log_sigma, weight = _posterior(tests, usual)
    mode_k, mode_u = _mode(tests, usual, float(k[np.argmax(weight)]), float(log_sigma[np.argmax(weight)]))
    sigma = np.exp(log_sigma)
    return Decline(
        k=mode_k,
        sigma_years=math.exp(mode_u),
        half_years=mode_k * math.exp(mode_u),
        sigma_range=_quantiles(sigma, weight),
        half_range=_quantiles(k * sigma, weight),
        _k=k,
        _sigma=sigma,
        _weight=weight,
    )


def _log_posterior(tests: Sequence[GerminationTest], usual: float, k: Array, u: Array) -> Array:
    value = -0.5 * ((k - K_MEAN) / K_SPREAD) ** 2 - 0.5 * ((u - usual) / SIGMA_SPREAD) ** 2
    for t in tests:
        z = k - t.at_years * np.exp(-u)
        value = value + (t.alive * special.log_ndtr(z) + (t.filled - t.alive) * special.log_ndtr(-z)) / t.phi
    return np.asarray(value)


def _posterior(tests: Sequence[GerminationTest], usual: float) -> tuple[Array, Array, Array]:
    """The joint posterior on a grid: k, log sigma and weight of each point, those that count only."""
    ends_k = (K_MEAN - _REACH * K_SPREAD, K_MEAN + _REACH * K_SPREAD)
    ends_u = (usual - _REACH * SIGMA_SPREAD, usual + _REACH * SIGMA_SPREAD)
    for points in (_COARSE, _COARSE, _FINE):
        k, u = np.meshgrid(np.linspace(*ends_k, points), np.linspace(*ends_u, points), indexing="ij")
        value = _log_posterior(tests, usual, k, u)
        counts = value > value.max() - _NEGLIGIBLE
        step_k, step_u = (ends_k[1] - ends_k[0]) / (points - 1), (ends_u[1] - ends_u[0]) / (points - 1)
        ends_k = (float(k[counts].min()) - step_k, float(k[counts].max()) + step_k)
        ends_u = (float(u[counts].min()) - step_u, float(u[counts].max()) + step_u)
    weight = np.exp(value[counts] - value.max())
    return k[counts], u[counts], weight / weight.sum()


def _mode(tests: Sequence[GerminationTest], usual: float, k: float, u: float) -> tuple[float, float]:
    """Newton's way from the best grid point to the top of the posterior."""
    for _ in range(50):
        g = np.array([-(k - K_MEAN) / K_SPREAD**2, -(u - usual) / SIGMA_SPREAD**2])
        h = np.diag([-1 / K_SPREAD**2, -1 / SIGMA_SPREAD**2])
        for t in tests:
            w = t.at_years * math.exp(-u)
            z = k - w
            up, down = (math.exp(-z * z / 2 - 0.5 * math.log(2 * math.pi) - float(special.log_ndtr(s * z))) for s in (1, -1))
            a, b = t.alive / t.phi, (t.filled - t.alive) / t.phi
            first, second = a * up - b * down, -a * up * (up + z) - b * down * (down - z)
            g += first * np.array([1.0, w])
            h += second * np.array([[1.0, w], [w, w * w]]) + first * np.array([[0.0, 0.0], [0.0, -w]])
        if np.linalg.eigvalsh(h)[-1] >= 0:
            h = -np.diag(np.abs(np.diag(h)) + 1e-9)
        step = np.linalg.solve(h, g)
        step *= min(1.0, 0.5 / max(1e-300, float(np.abs(step).max())))
        k, u = k - float(step[0]), u - float(step[1])
        if float(np.abs(step).max()) < 1e-10:
            break
    return k, u


def _quantiles(values: Array, weight: Array) -> Range:
    order = np.argsort(values)
    ordered, below = values[order], np.cumsum(weight[order]) - weight[order] / 2
    return Range(*(float(np.interp(q, below, ordered)) for q in (0.025, 0.975)))


@dataclass(frozen=True, slots=True)
class TreatmentTest:
    """One treatment of a finished trial: when it was sown, what was done (equal means the same), and the counts of its dishes."""

    at_years: float
    treatment: Hashable
    dishes: tuple[CountRecord, ...]
    phi: float = 1.0

    @property
    def viability(self) -> GerminationTest | None:
        """Alive of filled, where every dish has a closing that leaves nothing unknown."""
        if any(d.closing is None or d.unknown > 0 for d in self.dishes):
            return None
        alive, filled = sum(d.base_viable or 0 for d in self.dishes), sum(d.base_filled for d in self.dishes)
        return GerminationTest(self.at_years, alive, filled, self.phi) if filled else None

    @property
    def germination(self) -> GerminationTest:
        """Germinated of sown."""
        return GerminationTest(self.at_years, sum(d.germinated for d in self.dishes), sum(d.sown for d in self.dishes), self.phi)


@dataclass(frozen=True, slots=True)
class DeclineTests:
    """The tests that say something about decline; `used` are their places among those given."""

    source: DeclineSource
    tests: tuple[GerminationTest, ...]
    used: tuple[int, ...]


def decline_tests(given: Sequence[TreatmentTest]) -> DeclineTests:
    """Choose the tests that decline is read from: dormant seed is not dead seed.

    Tests whose closing says what is alive, where there are any; else those of the treatment tested most often, of equals the one
    tested last.
    """
    viable = [(i, v) for i, t in enumerate(given) if (v := t.viability) is not None]
    if viable:
        return DeclineTests(DeclineSource.CLOSING, tuple(v for _, v in viable), tuple(i for i, _ in viable))
    if not given:
        return DeclineTests(DeclineSource.ONE_TREATMENT, (), ())
    times = Counter(t.treatment for t in given)
    last = {t.treatment: t.at_years for t in sorted(given, key=lambda t: t.at_years)}
    chosen = max(times, key=lambda name: (times[name], last[name]))
    used = tuple(i for i, t in enumerate(given) if t.treatment == chosen)
    return DeclineTests(DeclineSource.ONE_TREATMENT, tuple(given[i].germination for i in used), used)
