"""What seed is worth before it is tried: purity, fill, what floats, how it takes up water (docs/methods/seed-quantities.md)."""

import math
from dataclasses import dataclass

from core.errors import CoreError
from core.seedstock.conversion import Estimate
from core.statistics import NORMAL_975, Interval, wilson
from core.vocabulary import Reason, WaterUptake
from core.wording import mass_value

INTACT_TAKES_UP = 10.0
NICKED_TAKES_UP = 30.0


@dataclass(frozen=True, slots=True)
class Fill:
    """Share of full seeds, 0..1, with its 95 % interval (Wilson; one sample of seeds, no dishes)."""

    share: float
    lower: float
    upper: float


@dataclass(frozen=True, slots=True)
class PouringOff:
    """Full seeds that pouring off the floaters would throw away; `share` of all full seed. None with `reason`."""

    full_seeds: float | None
    lower: float | None
    upper: float | None
    share: float | None
    reason: Reason | None = None


@dataclass(frozen=True, slots=True)
class Imbibition:
    """Gain of mass in percent of the start, intact and nicked, and what that says."""

    intact_gain: float
    nicked_gain: float
    verdict: WaterUptake


def purity(pure_g: float, sample_g: float) -> float:
    """Share of pure seed in a sample, by mass, 0..1.

    Raises
    ------
    CoreError
        ``mass_not_positive``, ``more_than_sample``.

    Examples
    --------
    >>> purity(9, 12)
    0.75
    """
    if not sample_g > 0:
        raise CoreError(
            f"A sample cannot weigh {mass_value(sample_g)}. Enter more than 0.",
            code="mass_not_positive",
            parameter="sample_g",
            bound=0,
            value=sample_g,
        )
    if not 0 <= pure_g <= sample_g:
        raise CoreError(
            f"A sample of {mass_value(sample_g)} cannot contain {mass_value(pure_g)} of pure seed. Weigh both again.",
            code="more_than_sample",
            parameter="pure_g",
            bound=sample_g,
            value=pure_g,
        )
    return pure_g / sample_g


def fill(filled: int, cut: int) -> Fill:
    """Share of full seeds among those cut or squeezed.

    Raises
    ------
    CoreError
        ``none_cut``, ``more_than_cut``.

    Examples
    --------
    >>> f = fill(43, 60)
    >>> round(f.share, 3), round(f.lower, 3), round(f.upper, 3)
    (0.717, 0.592, 0.815)
    """
    if cut < 1:
        raise CoreError(f"{cut} seeds cut are not a test. Cut at least one.", code="none_cut", parameter="cut", bound=1, value=cut)
    if not 0 <= filled <= cut:
        raise CoreError(
            f"{filled} full seeds cannot come out of {cut} that were cut.",
            code="more_than_cut",
            parameter="filled",
            bound=cut,
            value=filled,
        )
    interval: Interval = wilson(filled / cut, cut)
    return Fill(filled / cut, interval.lower, interval.upper)


def live_seeds(count: float, fill_share: float, germination_of_filled: float) -> float:
    """Seeds expected to come up: the germination is of filled seed, of sown it would count the empty ones twice.

    Examples
    --------
    >>> live_seeds(12000, 0.72, 0.55)
    4752.0
    """
    return count * fill_share * germination_of_filled


def pouring_off(floaters: Estimate, floaters_fill: Fill | None, sinkers: Estimate, sinkers_fill: Fill | None) -> PouringOff:
    """Work out what pouring off the floaters would have thrown away.

    The interval joins the doubt of the fill and that of the number of floaters, in squares of their relative sizes.

    Examples
    --------
    >>> lost = pouring_off(Estimate(200, 0), fill(15, 30), Estimate(800, 0), fill(27, 30))
    >>> round(lost.full_seeds), round(lost.share, 3)
    (100, 0.122)
    """
    if floaters_fill is None:
        return PouringOff(None, None, None, None, Reason.NOT_CUT)
    full = floaters.seeds * floaters_fill.share
    relative = 0.0 if floaters.se is None or not floaters.seeds else NORMAL_975 * floaters.se / floaters.seeds
    lower, upper = (_joined(full, floaters.seeds * end, relative) for end in (floaters_fill.lower, floaters_fill.upper))
    share = None
    if sinkers_fill is not None:
        everything = full + sinkers.seeds * sinkers_fill.share
        share = full / everything if everything else None
    return PouringOff(full, max(0.0, lower), upper, share, None if sinkers_fill is not None else Reason.NOT_CUT)


def _joined(full: float, end: float, relative: float) -> float:
    """End of an interval around `full`, widened by a relative error of the number."""
    gap = abs(end - full)
    wide = math.hypot(gap, full * relative)
    return full - wide if end < full else full + wide


def imbibition(intact_start_g: float, intact_end_g: float, nicked_start_g: float, nicked_end_g: float) -> Imbibition:
    """Read an imbibition test of intact and nicked seed over 24–48 h.

    Raises
    ------
    CoreError
        ``mass_not_positive``; `parameter` names the mass.

    Examples
    --------
    >>> imbibition(2.0, 2.06, 2.0, 3.1).verdict.value
    'physical'
    """
    given = {
        "intact_start_g": intact_start_g,
        "intact_end_g": intact_end_g,
        "nicked_start_g": nicked_start_g,
        "nicked_end_g": nicked_end_g,
    }
    for name, mass in given.items():
        if not (mass > 0 and math.isfinite(mass)):
            raise CoreError(
                f"A sample cannot weigh {mass_value(mass)}. Enter more than 0.",
                code="mass_not_positive",
                parameter=name,
                bound=0,
                value=mass,
            )
    intact = 100 * (intact_end_g - intact_start_g) / intact_start_g
    nicked = 100 * (nicked_end_g - nicked_start_g) / nicked_start_g
    if intact >= INTACT_TAKES_UP:
        verdict = WaterUptake.NOT_PHYSICAL
    else:
        verdict = WaterUptake.PHYSICAL if nicked > NICKED_TAKES_UP else WaterUptake.UNCLEAR
    return Imbibition(intact, nicked, verdict)
