"""The season of a stand: derived from its plan, its visits and its harvests."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from django.utils import timezone

from core.harvest import SeasonEnd, Watch, a_year_later, next_first_visit, watch
from core.seedstock import Estimate, seed_rate
from core.vocabulary import CalibrationKind, Shedding, VisitOutcome
from server.record_kinds.selectors import valid
from server.stands.models import Harvest, Stand, Visit

# what is seen longer before the first reminder belongs to the season before
BEFORE_FIRST_REMINDER = timedelta(days=90)
SEASON = timedelta(days=183)
# a season that nobody went to, or ended in writing, is over by then
FORGOTTEN = timedelta(days=100)


@dataclass(frozen=True)
class Season:
    """A stand's present season: its first reminder, its last visit, the watch, and how the season before it ended."""

    first_visit_on: date | None
    last_visit: Visit | None
    watch: Watch
    last_end_on: date | None
    last_end: VisitOutcome | None
    estimate: Estimate | None


def seasons(stands: Iterable[Stand], today: date) -> dict[int, Season]:
    """Seasons of several stands in two queries."""
    by_stand = {s.pk: s for s in stands}
    visits: dict[int, list[Visit]] = defaultdict(list)
    for visit in valid(Visit.objects.filter(stand__in=by_stand)).select_related("by").order_by("at", "pk"):
        visits[visit.stand_id].append(visit)
    harvests: dict[int, list[Harvest]] = defaultdict(list)
    for harvest in valid(Harvest.objects.filter(stand__in=by_stand)).order_by("collected_on", "pk"):
        harvests[harvest.stand_id].append(harvest)
    return {pk: season_of(stand, visits[pk], harvests[pk], today) for pk, stand in by_stand.items()}


def season_of(stand: Stand, visits: list[Visit], harvests: list[Harvest], today: date) -> Season:
    """One stand's season. A harvest with nothing more to come, or a visit that found the seed gone, ends one."""
    ends = sorted(
        [(h.collected_on, None) for h in harvests if not h.more_to_come]
        + [(_day(v.at), VisitOutcome(v.outcome)) for v in visits if v.outcome != VisitOutcome.WATCHING],
        key=lambda e: e[0],
    )
    first = stand.watch_from
    for on, outcome in ends:
        if stand.watch_from is not None and stand.watch_from > on:
            continue
        missed = outcome is VisitOutcome.MISSED
        first = next_first_visit(first, SeasonEnd(on, missed, _last_seen(visits, on) if missed else None))
    since = first - BEFORE_FIRST_REMINDER if first else today - SEASON
    if ends:
        since = max(since, ends[-1][0] + timedelta(days=1))
    now = [v for v in visits if _day(v.at) >= since and v.outcome == VisitOutcome.WATCHING]
    last = now[-1] if now else None
    if last is not None and today - _day(last.at) > FORGOTTEN:
        first, last = (a_year_later(first or _day(last.at))), None
    while last is None and first is not None and today - first > FORGOTTEN:
        first = a_year_later(first)
    shedding = Shedding(stand.shedding)
    if last is None:
        found = watch(shedding, today, first)
    else:
        found = watch(shedding, today, first, _day(last.at), last.share_ripe, last.sign_words)
    end_on, end = ends[-1] if ends else (None, None)
    return Season(first, last, found, end_on, end, _estimate(now))


def _last_seen(visits: list[Visit], gone_on: date) -> date | None:
    """The last day on which seed was still seen there before it had fallen, in the same season."""
    seen = [_day(v.at) for v in visits if v.outcome == VisitOutcome.WATCHING and gone_on - SEASON <= _day(v.at) <= gone_on]
    return max(seen, default=None)


def _estimate(visits: list[Visit]) -> Estimate | None:
    """Seed on the stand, from the season's latest visit on which pods or heads were opened."""
    counted = [v for v in visits if v.opened and v.heads]
    return expected_yield(counted[-1]) if counted else None


def expected_yield(visit: Visit) -> Estimate | None:
    """Heads × seeds per opened head, with its error; None where none was opened, or nothing was in them."""
    if not visit.opened or not visit.heads or not sum(visit.opened):
        return None
    return seed_rate(visit.opened, [1] * len(visit.opened), CalibrationKind.HEADS).of(visit.heads)


def taken_this_season(stand: Stand, on: date) -> list[int]:
    """Seeds taken on each earlier visit of the season that a day belongs to."""
    found = valid(Harvest.objects.filter(stand=stand, collected_on__gt=on - SEASON, collected_on__lte=on + SEASON))
    return [h.taken_seeds for h in found if h.taken_seeds is not None]


def _day(at: datetime) -> date:
    return timezone.localtime(at).date()
