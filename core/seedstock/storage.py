"""How long seed keeps: rules of thumb for a place (docs/methods/keeping.md)."""

from dataclasses import dataclass

from core.errors import CoreError
from core.vocabulary import StorageClass
from core.wording import degrees_value

SUM_LIMIT = 100.0
DRY_FIRST_ABOVE = 40.0
REFERENCE_C, REFERENCE_RH = 20.0, 50.0
SIGMA_YEARS = {StorageClass.SHORT: 1.0, StorageClass.MEDIUM: 3.0, StorageClass.LONG: 10.0}
RETEST_YEARS = {StorageClass.SHORT: 0.5, StorageClass.MEDIUM: 1.0, StorageClass.LONG: 1.0}
_COOLEST, _WARMEST = 0.0, 50.0
_DRIEST, _DAMPEST = 20.0, 70.0


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
            f"{degrees_value(temperature_c)} is not a possible temperature of a seed store. "
            f"Enter one between {degrees_value(-90)} and {degrees_value(60)}.",
            code="temperature_out_of_range",
            parameter="temperature_c",
            bound=60 if temperature_c > 0 else -90,
            value=temperature_c,
        )
    if not 0 <= humidity_percent <= 100:
        raise CoreError(
            f"A humidity of {humidity_percent:g} % is impossible. It must lie between 0 and 100 %.",
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
