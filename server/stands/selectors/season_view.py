"""The season of a stand to be drawn: ripe and gone over the days, when to go, and what that rests on."""

from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np

from core.harvest import SeasonShares
from core.verdict import best_days_sentence, gone_sentence, half_ripe_sentence, rests_on_sentence, waiting_sentence
from core.vocabulary import Shedding
from server.stands.models import Stand
from server.stands.selectors.ripening import Ripening
from server.stands.selectors.season import Season, Seen

# the band begins before anything is ripe, and ends when nearly all is gone
_BEGIN, _END = 0.01, 0.97
_BEFORE, _AFTER = 60, 140
# today is drawn too where it is so many days away
_NEAR = 21
_AHEAD = 28


@dataclass(frozen=True)
class SeasonDay(SeasonShares):
    """A day of the season with its shares."""

    on: date


@dataclass(frozen=True)
class Return:
    """Coming on a day: the chance that more than half is gone, what is expected to fall until then (shares 0..1), in a sentence."""

    on: date
    chance_gone: float
    loses: float
    sentence: str


@dataclass(frozen=True)
class SeasonView:
    """A stand's season. Without a visit or an earlier season the rest is None or empty."""

    shedding: Shedding
    next_on: date | None
    half_on: date | None
    half_from: date | None
    half_to: date | None
    best_on: date | None
    best_from: date | None
    best_to: date | None
    best_share: float | None
    waiting_loses: float | None
    seasons: int
    others: int
    by_warmth: bool
    sentences: list[str]
    rests_on: str
    days: list[SeasonDay]
    seen: list[Seen]
    returns: list[Return]


def season_view(stand: Stand, season: Season, today: date) -> SeasonView:
    """The season of a stand as it is believed today."""
    found = season.ripening
    if found is None:
        return _unknown(Shedding(stand.shedding), season.watch.next_on)
    half, lower, upper = found.half_ripe()
    drawn = _days_drawn(found, half, today)
    at = np.array([found.clock.day(d) for d in drawn])
    rows = zip(drawn, found.ripeness.band(at), strict=True)
    best, share, first, last = found.ripeness.best_days(at)
    on = {float(day): d for day, d in zip(at, drawn, strict=True)}
    waiting = found.waiting_loses(today)
    sentences = [half_ripe_sentence(half, lower, upper, today), best_days_sentence(on[first], on[last], share, today)]
    if drawn[0] <= today <= drawn[-1]:
        sentences.append(waiting_sentence(waiting))
    warmth = bool(found.clock.warmth)
    return SeasonView(
        shedding=Shedding(stand.shedding),
        next_on=season.watch.next_on,
        half_on=half,
        half_from=lower,
        half_to=upper,
        best_on=on[best],
        best_from=on[first],
        best_to=on[last],
        best_share=share,
        waiting_loses=waiting,
        seasons=found.seasons,
        others=found.others,
        by_warmth=warmth,
        sentences=sentences,
        rests_on=rests_on_sentence(len(season.seen), found.seasons, found.others, warmth=warmth),
        days=[SeasonDay(**vars(shares), on=d) for d, shares in rows],
        seen=season.seen,
        returns=_returns(found, today),
    )


def _unknown(shedding: Shedding, next_on: date | None) -> SeasonView:
    return SeasonView(
        shedding=shedding,
        next_on=next_on,
        half_on=None,
        half_from=None,
        half_to=None,
        best_on=None,
        best_from=None,
        best_to=None,
        best_share=None,
        waiting_loses=None,
        seasons=0,
        others=0,
        by_warmth=False,
        sentences=[],
        rests_on="",
        days=[],
        seen=[],
        returns=[],
    )


def _days_drawn(found: Ripening, half: date, today: date) -> list[date]:
    """From before anything is ripe until nearly all is gone, with today where it is near."""
    around = [half + timedelta(days=i) for i in range(-_BEFORE, _AFTER)]
    ripe, gone = found.ripeness.expected([found.clock.day(d) for d in around])
    kept = [d for d, r, g in zip(around, ripe, gone, strict=True) if r > _BEGIN and g < _END] or [half]
    first = min(kept[0], max(today, kept[0] - timedelta(days=_NEAR)))
    last = max(kept[-1], min(today, kept[-1] + timedelta(days=_NEAR)))
    return [first + timedelta(days=i) for i in range((last - first).days + 1)]


def _returns(found: Ripening, today: date) -> list[Return]:
    days = [today + timedelta(days=i) for i in range(_AHEAD + 1)]
    since = found.clock.day(found.since) if found.since else None
    lost = found.ripeness.lost(since, np.array([found.clock.day(d) for d in days]), taken=found.taken)
    out = []
    for on, fallen in zip(days, lost, strict=True):
        chance = found.chance_gone(on)
        out.append(Return(on, chance, max(0.0, float(fallen - lost[0])), gone_sentence(on, today, chance)))
    return out
