"""Dose ladders read as an axis: the trend over the doses, and where on it the best one lies (docs/methods/doses-and-factors.md)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import CoreError
from core.germination.comparison import Comparison, pooled_share
from core.statistics import two_sided_p
from core.vocabulary import DoseReading, Reason

FEWEST_DOSES = 3


@dataclass(frozen=True, slots=True)
class Trend:
    """Cochran–Armitage trend of the share over the dose; `t` above 0 rises. None with its reason."""

    t: float | None
    df: float | None
    p: float | None
    reason: Reason | None


def dose_trend(doses: Sequence[float], comparison: Comparison) -> Trend:
    """Return the trend of final germination over doses on effective numbers of seeds, against t(df).

    Parameters
    ----------
    doses : sequence of float
        The dose of each treatment of `comparison`, in its order and in one unit.

    References
    ----------
    Armitage (1955), Biometrics 11:375; docs/methods/doses-and-factors.md for the weights.
    """
    treatments, shares = comparison.shares.treatments, comparison.shares
    if len(doses) != len(treatments):
        message = f"{len(doses)} doses do not fit {len(treatments)} treatments: give one dose each."
        raise CoreError(message, code="doses_do_not_fit", parameter="doses", bound=len(treatments), value=len(doses))
    if shares.df is None:
        return Trend(None, None, None, Reason.NO_REPLICATION)
    sizes = shares.test_sizes
    p = pooled_share([t.share for t in treatments], sizes)
    if p in (0.0, 1.0):
        return Trend(None, shares.df, 1.0, Reason.ALL_OR_NONE)
    mean = sum(n * d for n, d in zip(sizes, doses, strict=True)) / sum(sizes)
    about = sum(n * (d - mean) ** 2 for n, d in zip(sizes, doses, strict=True))
    if about == 0:
        return Trend(None, shares.df, None, Reason.ONE_TREATMENT)
    lead = sum(n * (t.share - p) * (d - mean) for t, n, d in zip(treatments, sizes, doses, strict=True))
    t = lead / math.sqrt(p * (1 - p) * about)
    return Trend(t, shares.df, two_sided_p(t, shares.df), None)


@dataclass(frozen=True, slots=True)
class LadderReading:
    """Where the best dose lies. `best` is its place; `equals` are the places that may not differ from it, best included."""

    reading: DoseReading
    best: int
    equals: tuple[int, ...]


def read_ladder(doses: Sequence[float], comparison: Comparison) -> LadderReading:
    """Read treatments of one ladder as an axis.

    ``falls``: the strongest dose is shown to be below the best. ``largest_best``, ``smallest_best``: the best is the end of the
    series and is shown to differ from at least one other dose. ``inside``: the best lies between. ``not_told``: nothing is shown to
    differ from the best.

    `comparison` is over all pairs of treatments, which hold the doses among them; all `doses` belong to its treatments.
    """
    if len(doses) < 2 or len(doses) != len(comparison.shares.treatments):
        message = f"{len(doses)} doses do not make a ladder of {len(comparison.shares.treatments)} treatments."
        raise CoreError(message, code="doses_do_not_fit", parameter="doses", bound=2, value=len(doses))
    shares = comparison.shares.treatments
    order = sorted(range(len(doses)), key=lambda i: doses[i])
    best = max(order, key=lambda i: shares[i].share)
    leader = shares[best].id
    apart = {p.other(leader) for p in comparison.pairs_of(leader) if p.differs}
    equals = tuple(i for i in order if shares[i].id not in apart)
    if not apart:
        reading = DoseReading.NOT_TOLD
    elif shares[order[-1]].id in apart:
        reading = DoseReading.SMALLEST_BEST if best == order[0] else DoseReading.FALLS
    elif best == order[-1]:
        reading = DoseReading.LARGEST_BEST
    elif best == order[0]:
        reading = DoseReading.SMALLEST_BEST
    else:
        reading = DoseReading.INSIDE
    return LadderReading(reading, best, equals)
