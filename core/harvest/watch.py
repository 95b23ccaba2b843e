"""When to look at a stand next. Cadences are starting points from how a plant sheds; weather may want them closer."""

from dataclasses import dataclass
from datetime import date, timedelta

from core.vocabulary import RipeSign, Shedding, WatchState

FEW, HALF = 0.05, 0.4
_LETTING_GO = frozenset({Shedding.SHATTERS, Shedding.FLIES, Shedding.BURSTS, Shedding.SOW_AT_ONCE})
# days to the next visit: none ripe yet, a few ripe, near ripeness
_DAYS = {
    Shedding.HOLDS: (14, 10, 7),
    Shedding.FLESHY: (10, 5, 2),
    Shedding.SHATTERS: (7, 2, 1),
    Shedding.FLIES: (7, 2, 1),
    Shedding.BURSTS: (5, 1, 1),
    Shedding.SOW_AT_ONCE: (7, 2, 1),
}
_SOONER = frozenset({RipeSign.RATTLES, RipeSign.COMES_AWAY, RipeSign.DARK_SEED, RipeSign.OPEN_BELOW, RipeSign.FULL_COLOUR})
_LEAD_AFTER_HARVEST = timedelta(days=14)
_LEAD_AFTER_MISS = timedelta(days=7)
_LEAST_EARLIER_AFTER_MISS = timedelta(days=14)


@dataclass(frozen=True, slots=True)
class Watch:
    """Next visit to a stand: when, how many days after the last one, and how pressing it is today."""

    next_on: date | None
    every_days: int | None
    state: WatchState
    days_late: int


@dataclass(frozen=True, slots=True)
class SeasonEnd:
    """How a season at a stand ended: the day, whether the seed was gone already, and the last day it was still seen there."""

    on: date
    missed: bool
    last_seen_on: date | None = None


def lets_go(shedding: Shedding) -> bool:
    """Whether the seed is let go within days of ripening."""
    return shedding in _LETTING_GO


def watch(
    shedding: Shedding,
    today: date,
    first_visit: date | None,
    last_visit: date | None = None,
    share_ripe: float = 0.0,
    signs: frozenset[RipeSign] = frozenset(),
) -> Watch:
    """Say when the next visit is due, and how pressing it is.

    Daily near ripeness (40 % ripe, or a few ripe with signs of letting go) for plants that let go; a visit that is late by a
    whole cadence at such a stand means that the seed may be gone.

    Parameters
    ----------
    first_visit : date or None
        The season's first reminder; None where nobody has set one.
    last_visit : date or None
        The season's last visit, with the share of ripe seed (0..1) and the signs seen then.

    Examples
    --------
    >>> watch(Shedding.BURSTS, date(2026, 7, 10), date(2026, 6, 20), date(2026, 7, 8), 0.5).state.value
    'may_be_gone'
    """
    if last_visit is None:
        if first_visit is None:
            return Watch(None, None, WatchState.NO_PLAN, 0)
        return _judged(first_visit, _DAYS[shedding][0], shedding, today, near=False)
    stage = 2 if share_ripe >= HALF else 1 if share_ripe >= FEW else 0
    if stage < 2 and signs & _SOONER:
        stage += 1
    every = _DAYS[shedding][stage]
    return _judged(last_visit + timedelta(days=every), every, shedding, today, near=stage > 0)


def _judged(next_on: date, every: int, shedding: Shedding, today: date, *, near: bool) -> Watch:
    late = (today - next_on).days
    if late < 0:
        state = WatchState.LATER
    elif near and lets_go(shedding) and late >= every:
        state = WatchState.MAY_BE_GONE
    else:
        state = WatchState.OVERDUE if late > 0 else WatchState.DUE
    return Watch(next_on, every, state, max(0, late))


def next_first_visit(planned: date | None, end: SeasonEnd) -> date:
    """First reminder of the next season.

    After a harvest two weeks before its day, or as early as this season's reminder. After a miss earlier: a week before the seed
    was last seen there, two weeks before it was found gone, or a week before this season's reminder, whichever comes first.

    Examples
    --------
    >>> next_first_visit(date(2026, 7, 1), SeasonEnd(date(2026, 7, 10), missed=True, last_seen_on=date(2026, 7, 4))).isoformat()
    '2027-06-24'
    """
    if end.missed:
        wanted = end.on - _LEAST_EARLIER_AFTER_MISS
        if end.last_seen_on is not None:
            wanted = min(wanted, end.last_seen_on - _LEAD_AFTER_MISS)
    else:
        wanted = end.on - _LEAD_AFTER_HARVEST
    if planned is not None and planned <= end.on:
        wanted = min(wanted, planned - _LEAD_AFTER_MISS if end.missed else planned)
    return a_year_later(wanted)


def a_year_later(day: date) -> date:
    """The same day a year later; 29 February becomes the 28th."""
    try:
        return day.replace(year=day.year + 1)
    except ValueError:  # 29 February
        return day.replace(year=day.year + 1, day=28)
