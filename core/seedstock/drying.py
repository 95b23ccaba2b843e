"""Whether seed is dry enough to be closed in, and what must never be dried at all.

Starting points from common practice; how dry a plant's seed must be differs, and local advice goes first.
"""

from dataclasses import dataclass

from core.errors import CoreError
from core.vocabulary import Container, DryState, PlaceKind, StorageBehaviour

DRY_BELOW_RH = 40.0
DAYS_LIKELY_DRY = 14
TURN_EVERY_DAYS = 1
TURN_EVERY_DAYS_LATER = 3
DAYS_OF_TURNING_DAILY = 5
AIRTIGHT = frozenset({Container.JAR, Container.FOIL})


@dataclass(frozen=True, slots=True)
class Dryness:
    """How dry a lot is as far as anybody knows, in a word and a sentence."""

    state: DryState
    sentence: str


def dryness(behaviour: StorageBehaviour, humidity_percent: float | None, days_spread: float | None) -> Dryness:
    """Judge by the humidity of the air around the seed in a closed jar; else by the days it has lain spread.

    Parameters
    ----------
    behaviour : StorageBehaviour
        Seed that dies when dried is never dry enough: it is kept moist and sown.
    humidity_percent : float or None
        Relative humidity measured around the seed, %.
    days_spread : float or None
        Days since it was spread.

    Examples
    --------
    >>> dryness(StorageBehaviour.ORTHODOX, 32, None).state.value
    'dry'
    """
    if behaviour is StorageBehaviour.RECALCITRANT:
        return Dryness(DryState.KEEP_MOIST, "This seed dies when it is dried: keep it moist, and sow it now.")
    if humidity_percent is not None:
        if humidity_percent <= DRY_BELOW_RH:
            return Dryness(DryState.DRY, f"Dry: {humidity_percent:g} % humidity around the seed.")
        return Dryness(
            DryState.NOT_DRY, f"Not dry yet: {humidity_percent:g} % humidity around the seed, and it should be {DRY_BELOW_RH:g} % or less."
        )
    if days_spread is None:
        return Dryness(DryState.NOT_KNOWN, "Its dryness is not recorded.")
    if days_spread >= DAYS_LIKELY_DRY:
        return Dryness(DryState.LIKELY_DRY, f"Probably dry after {days_spread:.0f} days spread out; not measured.")
    return Dryness(DryState.NOT_DRY, f"Spread for {days_spread:.0f} days: give it {DAYS_LIKELY_DRY}, or measure the humidity in a jar.")


def next_turn_days(days_spread: float) -> int:
    """Days until drying seed is turned and looked at again: daily at first.

    Examples
    --------
    >>> next_turn_days(2), next_turn_days(8)
    (1, 3)
    """
    return TURN_EVERY_DAYS if days_spread < DAYS_OF_TURNING_DAILY else TURN_EVERY_DAYS_LATER


def check_may_be_dried(behaviour: StorageBehaviour) -> None:
    """Refuse to send seed that dies when dried to drying.

    Raises
    ------
    CoreError
        ``dies_if_dried``.
    """
    if behaviour is StorageBehaviour.RECALCITRANT:
        raise CoreError(
            "Seed of this plant dies when it is dried. Keep it moist and cool, and sow it now.", code="dies_if_dried", parameter="kind"
        )


def storing_question(container: Container | None, place: PlaceKind | None, now: Dryness) -> CoreError | None:
    """Ask what speaks against closing seed in, or freezing it, at this dryness; None where nothing does.

    Returns
    -------
    CoreError or None
        ``sealed_not_dry``, ``frozen_not_dry`` (questions), ``frozen_dies`` (never).

    Examples
    --------
    >>> wet = dryness(StorageBehaviour.ORTHODOX, 60, None)
    >>> storing_question(Container.JAR, None, wet).code
    'sealed_not_dry'
    """
    if place is PlaceKind.FREEZER and now.state is DryState.KEEP_MOIST:
        return CoreError("Never freeze seed that dies when it is dried. Sow it now.", code="frozen_dies", parameter="place")
    if place is PlaceKind.FREEZER and now.state is not DryState.DRY:
        return CoreError(
            f"Freeze only seed that was measured dry: water in it would freeze and kill it. {now.sentence}",
            code="frozen_not_dry",
            parameter="place",
        )
    if container in AIRTIGHT and now.state not in (DryState.DRY, DryState.LIKELY_DRY):
        return CoreError(
            f"Damp seed rots when it is sealed. {now.sentence} Paper lets the moisture out.", code="sealed_not_dry", parameter="container"
        )
    return None
