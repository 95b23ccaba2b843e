"""Seed that was treated in one bag: what sprouted in it, and what was not found again."""

from dataclasses import dataclass

from core.errors import CoreError
from core.statistics import Interval


@dataclass(frozen=True, slots=True)
class BagShare:
    """A treatment's share with its interval, what sprouted in the bag included. 0..1."""

    p: float
    lower: float
    upper: float
    in_bag: float


def with_bag(p: float, interval: Interval, sprouted: int, put_in: int) -> BagShare:
    """The share of seed put into a bag that several dishes were drawn from: π0 + (1 − π0)·p, its interval's ends likewise.

    The bag is one replicate of its chill, however many dishes it filled; the interval is that of the dishes alone.
    """
    _check(sprouted, put_in)
    share = sprouted / put_in
    return BagShare(
        p=share + (1 - share) * p,
        lower=share + (1 - share) * interval.lower,
        upper=share + (1 - share) * interval.upper,
        in_bag=share,
    )


@dataclass(frozen=True, slots=True)
class NotFound:
    """Seed put in and not found again: between none of it and all of it may have germinated. 0..1."""

    seeds: int
    lowest: float
    highest: float


def not_found(share: float, put_in: int, found: int, out: int = 0) -> NotFound:
    """What seed that was not found again may do to a share.

    Parameters
    ----------
    share : float
        Share of the seed that was found.
    put_in, found : int
        Seeds put into the bag, and found again at its end.
    out : int
        Seeds that left it before: sprouts potted, parts split off.
    """
    _check(found + out, put_in)
    missing = put_in - found - out
    known = 1 - missing / put_in
    return NotFound(missing, share * known, share * known + missing / put_in)


def _check(part: int, whole: int) -> None:
    if whole < 1:
        raise CoreError(f"A bag of {whole} seeds holds nothing.", code="put_in_below_one", parameter="put_in", bound=1, value=whole)
    if not 0 <= part <= whole:
        message = f"{part} of {whole} seeds cannot be: at most {whole} were put in."
        raise CoreError(message, code="more_than_put_in", parameter="found", bound=whole, value=part)
