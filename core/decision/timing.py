"""How many weeks a treatment takes, from its start until half of the seed that germinates has done so."""

from collections.abc import Sequence

DAYS_A_WEEK = 7.0


def weeks_of(days_before: Sequence[float], t50: Sequence[float | None], last_look: float) -> list[float]:
    """Return the weeks that each treatment of a trial takes.

    Parameters
    ----------
    days_before : sequence of float, shape (k,)
        Days of treatment before sowing.
    t50 : sequence of float or None, shape (k,)
        Days from sowing to 50 % germination as shown: fitted, else interpolated.
    last_look : float
        Day of the trial's last look: what is taken where no treatment has a T50. A treatment without one takes the longest
        of the others.

    Examples
    --------
    >>> weeks_of([0, 56], [14, None], 28)
    [2.0, 10.0]
    """
    known = [t for t in t50 if t is not None]
    missing = max(known) if known else max(0.0, last_look)
    return [(d + (missing if t is None else t)) / DAYS_A_WEEK for d, t in zip(days_before, t50, strict=True)]
