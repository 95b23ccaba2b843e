"""Drawing a sample by halving: pour, part, keep one half, until about the wanted number is left (docs/methods/planning.md)."""

from dataclasses import dataclass

from core.errors import CoreError


@dataclass(frozen=True, slots=True)
class Halvings:
    """How often to halve, and how many seeds the last pile holds on average."""

    halvings: int
    expected: float


def halvings(lot: int, wanted: int) -> Halvings:
    """The most halvings of a lot of `lot` seeds that still leave at least `wanted` on average.

    Raises CoreError ``more_than_lot`` where more is wanted than there is.

    >>> halvings(3000, 100)
    Halvings(halvings=4, expected=187.5)
    """
    if wanted < 1:
        raise CoreError(f"{wanted} seeds are not a sample. Draw at least 1.", code="below_one", parameter="wanted", bound=1, value=wanted)
    if wanted > lot:
        raise CoreError(
            f"{wanted} seeds are wanted, but the lot holds {lot}.", code="more_than_lot", parameter="wanted", bound=lot, value=wanted
        )
    times = (lot // wanted).bit_length() - 1
    return Halvings(times, lot / 2**times)
