"""How long seed keeps: rules of thumb for a place, and a lot's own decline (part 11)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from scipy import special

from core.errors import CoreError
from core.statistics import NORMAL_975
from core.vocabulary import DeclineSource, Reason, StorageBehaviour, StorageClass

SUM_LIMIT = 100.0
DRY_FIRST_ABOVE = 40.0
REFERENCE_C, REFERENCE_RH = 20.0, 50.0
SIGMA_YEARS = {StorageClass.SHORT: 1.0, StorageClass.MEDIUM: 3.0, StorageClass.LONG: 10.0}
RETEST_YEARS = {StorageClass.SHORT: 0.5, StorageClass.MEDIUM: 1.0, StorageClass.LONG: 1.0}
_COOLEST, _WARMEST = 0.0, 50.0
_DRIEST, _DAMPEST = 20.0, 70.0
_CLASS_FACTOR = 2.0
# tests less than an hour apart are one moment: a slope between them says nothing
_SAME_TIME_YEARS = 1e-4


@dataclass(frozen=True, slots=True)
class StorageCheck:
    """Harrington's sum of a place, °F + %RH; dry first where the air is damper than 40 %."""

    fahrenheit: float
    sum: float
    ok: bool
    dry_first: bool


def storage_check(temperature_c: float, humidity_percent: float) -> StorageCheck:
    """Check a place by the rule of thumb °F + %RH ≤ 100.

    Raises
    ------
    CoreError
        ``temperature_out_of_range`` or ``humidity_out_of_range``.

    References
    ----------
    Harrington (1972), in Seed Biology III.

    Examples
    --------
    >>> storage_check(5, 35).sum
    76.0
    """
    check_climate(temperature_c, humidity_percent)
    fahrenheit = temperature_c * 9 / 5 + 32
    total = fahrenheit + humidity_percent
    return StorageCheck(fahrenheit, total, total <= SUM_LIMIT, humidity_percent > DRY_FIRST_ABOVE)


def check_climate(temperature_c: float, humidity_percent: float) -> None:
    """Refuse a temperature or humidity that no store has."""
    if not -90 <= temperature_c <= 60:
        raise CoreError(
            f"{temperature_c:g} °C is no temperature of a seed store: it lies between −90 and 60 °C.",
            code="temperature_out_of_range",
            parameter="temperature_c",
            bound=60 if temperature_c > 0 else -90,
            value=temperature_c,
        )
    if not 0 <= humidity_percent <= 100:
        raise CoreError(
            f"A humidity of {humidity_percent:g} % cannot be: it lies between 0 and 100 %.",
            code="humidity_out_of_range",
            parameter="humidity_percent",
            bound=100 if humidity_percent > 100 else 0,
            value=humidity_percent,
        )


def relative_life(temperature_c: float, humidity_percent: float, than_c: float = REFERENCE_C, than_percent: float = REFERENCE_RH) -> float:
    """How many times longer seed keeps in one place than in another.

    Doubles for each 5 °C cooler (0–50 °C) and each 10 % drier (20–70 %); beyond, the nearest end counts.

    Examples
    --------
    >>> relative_life(15, 40)
    4.0
    """
    cooler = _within(than_c, _COOLEST, _WARMEST) - _within(temperature_c, _COOLEST, _WARMEST)
    drier = _within(than_percent, _DRIEST, _DAMPEST) - _within(humidity_percent, _DRIEST, _DAMPEST)
    return float(2 ** (cooler / 5 + drier / 10))


def _within(value: float, low: float, high: float) -> float:
    return min(high, max(low, value))


@dataclass(frozen=True, slots=True)
class GerminationTest:
    """A test of a lot: `at_years` from any zero, germinated of sown; `phi` is the trial's scatter, 1 where seeds are alone."""

    at_years: float
    germinated: int
    sown: int
    phi: float = 1.0


@dataclass(frozen=True, slots=True)
class Decline:
    """probit(v(t)) = k − t/sigma, t in years from the tests' zero; None with `reason`. A rule of thumb."""

    k: float | None
    sigma_years: float | None
    t50_years: float | None
    source: DeclineSource | None
    reason: Reason | None = None
    _k_variance: float = 0.0
    _cross: float = 0.0
    _slope_variance: float = 0.0
    _tested_at: float = 0.0

    def share_at(self, at_years: float) -> tuple[float, float, float] | None:
        """Lower end, estimate and upper end of the share alive at a time; None where there is no forecast.

        From a fit, the ends come from its covariance. From the class alone the speed of ageing is known to a factor of two at best.
        """
        if self.k is None or self.sigma_years is None:
            return None
        z = self.k - at_years / self.sigma_years
        if self.source is DeclineSource.FIT:
            half = NORMAL_975 * math.sqrt(max(0.0, self._k_variance - 2 * at_years * self._cross + at_years**2 * self._slope_variance))
            ends = (z - half, z + half)
        else:
            half = NORMAL_975 * math.sqrt(self._k_variance)
            aged = (at_years - self._tested_at) / self.sigma_years
            when_tested = z + aged
            slow, fast = sorted((aged / _CLASS_FACTOR, aged * _CLASS_FACTOR))
            ends = (when_tested - fast - half, when_tested - slow + half)
        return float(special.ndtr(ends[0])), float(special.ndtr(z)), float(special.ndtr(ends[1]))


def decline(
    tests: Sequence[GerminationTest],
    storage_class: StorageClass,
    temperature_c: float = REFERENCE_C,
    humidity_percent: float = REFERENCE_RH,
    behaviour: StorageBehaviour = StorageBehaviour.ORTHODOX,
) -> Decline:
    """Forecast of a lot's decline from its own tests.

    Two or more tests: weighted least squares on probits of (g + ½)/(n + 1), weights by the delta method. One: sigma from the
    storage class at 20 °C and 50 %, scaled by the place's relative life.

    Returns
    -------
    Decline
        Undefined with ``never_tested``, ``sow_now`` (seed that dies when dried, or within weeks) or ``no_decline_seen``.

    References
    ----------
    Ellis & Roberts (1980), Ann. Bot. 45:13 (the probit line); computation.md part 11.

    Examples
    --------
    >>> round(decline([GerminationTest(0, 82, 100)], StorageClass.MEDIUM).t50_years, 2)
    2.71
    """
    if behaviour in (StorageBehaviour.RECALCITRANT, StorageBehaviour.SHORT_LIVED):
        return Decline(None, None, None, None, Reason.SOW_NOW)
    if not tests:
        return Decline(None, None, None, None, Reason.NEVER_TESTED)
    probits, weights = zip(*(_probit(t) for t in tests), strict=True)
    times = [t.at_years for t in tests]
    if max(times) - min(times) < _SAME_TIME_YEARS:
        sigma = SIGMA_YEARS[storage_class] * relative_life(temperature_c, humidity_percent)
        total = sum(weights)
        z = sum(w * p for w, p in zip(weights, probits, strict=True)) / total
        at = tests[0].at_years
        phi = max(t.phi for t in tests)
        k = z + at / sigma
        return Decline(k, sigma, k * sigma, DeclineSource.CLASS, None, phi / total, _tested_at=at)
    return _fitted(times, probits, weights, max(t.phi for t in tests))


def _probit(test: GerminationTest) -> tuple[float, float]:
    p = (test.germinated + 0.5) / (test.sown + 1)
    z = float(special.ndtri(p))
    density = math.exp(-z * z / 2) / math.sqrt(2 * math.pi)
    return z, test.sown * density**2 / (p * (1 - p))


def _fitted(times: Sequence[float], probits: Sequence[float], weights: Sequence[float], phi: float) -> Decline:
    w = math.fsum(weights)
    t_mean = math.fsum(a * b for a, b in zip(weights, times, strict=True)) / w
    z_mean = math.fsum(a * b for a, b in zip(weights, probits, strict=True)) / w
    spread = math.fsum(a * (t - t_mean) ** 2 for a, t in zip(weights, times, strict=True))
    slope = math.fsum(a * (t - t_mean) * (z - z_mean) for a, t, z in zip(weights, times, probits, strict=True)) / spread
    k = z_mean - slope * t_mean
    if slope >= 0:
        return Decline(k, None, None, DeclineSource.FIT, Reason.NO_DECLINE_SEEN)
    sigma = -1 / slope
    k_variance, cross, slope_variance = phi * (1 / w + t_mean**2 / spread), phi * t_mean / spread, phi / spread
    return Decline(k, sigma, k * sigma, DeclineSource.FIT, None, k_variance, cross, slope_variance)
