"""The season of a stand: derived from its plan, its visits and its harvests."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from core.harvest import SeasonEnd, Watch, a_year_later, next_first_visit, watch
from core.seedstock import Estimate, seed_rate
from core.vocabulary import CalibrationKind, Shedding, VisitOutcome, WatchState
from server.record_kinds.days import local_day
from server.record_kinds.selectors import valid
from server.stands.models import Harvest, Stand, Visit
from server.stands.selectors.ripening import Ripening, StandEvents, ripening_of
from server.stands.selectors.weather import Weather, weather_at

# what is seen longer before the first reminder belongs to the season before
BEFORE_FIRST_REMINDER = timedelta(days=90)
SEASON = timedelta(days=183)
# a season that nobody went to, or ended in writing, is over by then
FORGOTTEN = timedelta(days=100)
HALF = 0.5


@dataclass(frozen=True)
class Seen:
    """The share ripe, 0..1, that was seen on a day."""

    on: date
    ripe: float


@dataclass(frozen=True)
class Season:
    """A stand's present season: its first reminder, its last visit, the watch, and how the season before it ended."""

    first_visit_on: date | None
    last_visit: Visit | None
    watch: Watch
    last_end_on: date | None
    last_end: VisitOutcome | None
    estimate: Estimate | None
    seen: list[Seen]
    ripening: Ripening | None


def seasons(stands: Iterable[Stand], today: date) -> dict[int, Season]:
    """Seasons of several stands in a fixed number of queries; other stands of their plants are read along."""
    wanted = {s.pk: s for s in stands}
    taxa = {s.taxon_id for s in wanted.values() if s.taxon_id}
    kin = Stand.objects.filter(taxon__in=taxa).exclude(pk__in=wanted)
    every = wanted | ({s.pk: s for s in kin} if taxa else {})
    visits: dict[int, list[Visit]] = defaultdict(list)
    for visit in valid(Visit.objects.filter(stand__in=every)).select_related("by").order_by("at", "pk"):
        visits[visit.stand_id].append(visit)
    harvests: dict[int, list[Harvest]] = defaultdict(list)
    for harvest in valid(Harvest.objects.filter(stand__in=every)).order_by("collected_on", "pk"):
        harvests[harvest.stand_id].append(harvest)
    weather = weather_at({s.weather_place_id for s in wanted.values() if s.weather_place_id})
    seen = {pk: StandEvents(stand, visits[pk], harvests[pk]) for pk, stand in every.items()}
    by_plant: dict[int, list[StandEvents]] = defaultdict(list)
    for events in seen.values():
        if events.stand.taxon_id:
            by_plant[events.stand.taxon_id].append(events)
    out = {}
    for pk, stand in wanted.items():
        others = [e for e in by_plant[stand.taxon_id] if e.stand.pk != pk] if stand.taxon_id else []
        out[pk] = season_of(seen[pk], others, today, weather.get(stand.weather_place_id) if stand.weather_place_id else None)
    return out


def season_of(events: StandEvents, others: Sequence[StandEvents], today: date, weather: Weather | None = None) -> Season:
    """One stand's season. A harvest with nothing more to come, or a visit that found the seed gone, ends one."""
    stand, visits, harvests = events.stand, events.visits, events.harvests
    ends = sorted(
        [(h.collected_on, None) for h in harvests if not h.more_to_come]
        + [(local_day(v.at), VisitOutcome(v.outcome)) for v in visits if v.outcome != VisitOutcome.WATCHING],
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
    now = [v for v in visits if local_day(v.at) >= since and v.outcome == VisitOutcome.WATCHING]
    last = now[-1] if now else None
    if last is not None and today - local_day(last.at) > FORGOTTEN:
        first, last = (a_year_later(first or local_day(last.at))), None
    while last is None and first is not None and today - first > FORGOTTEN:
        first = a_year_later(first)
    shedding = Shedding(stand.shedding)
    if last is None:
        now = []
        found = watch(shedding, today, first)
        since = max(since, first - BEFORE_FIRST_REMINDER) if first else since
    else:
        found = watch(shedding, today, first, local_day(last.at), last.share_ripe, last.sign_words)
    ripening = ripening_of(events, others, first, since, today, weather)
    if ripening is not None and ripening.since is None and first is None and ripening.chance_gone(today) > HALF:
        # nobody set a reminder, and this year's seed has gone: the next season is meant
        coming = a_year_later(ripening.half_ripe()[0])
        ripening = ripening_of(events, others, coming, since, today, weather)
    if ripening is not None:
        found = _believed_watch(ripening, found, first if first == stand.watch_from else None, last, today)
    end_on, end = ends[-1] if ends else (None, None)
    return Season(first, last, found, end_on, end, _estimate(now), [Seen(local_day(v.at), v.share_ripe) for v in now], ripening)


def _believed_watch(ripening: Ripening, cadence: Watch, reminder: date | None, last: Visit | None, today: date) -> Watch:
    """The watch by what is believed: never after a reminder that was set, nor after the cadence where signs of letting go were seen."""
    next_on = ripening.next_on()
    if next_on is None:
        return Watch(a_year_later(ripening.half_ripe()[1]), None, WatchState.LATER, 0)
    if ripening.since is None and reminder is not None:
        next_on = min(next_on, reminder)
    if last is not None and last.sign_words and cadence.next_on is not None:
        next_on = min(next_on, cadence.next_on)
    late = (today - next_on).days
    every = (next_on - ripening.since).days if ripening.since else None
    if late <= 0:
        return Watch(next_on, every, WatchState.DUE if late == 0 else WatchState.LATER, 0)
    gone = ripening.chance_gone(today) > HALF
    return Watch(next_on, every, WatchState.MAY_BE_GONE if gone else WatchState.OVERDUE, late)


def _last_seen(visits: Sequence[Visit], gone_on: date) -> date | None:
    """The last day on which seed was still seen there before it had fallen, in the same season."""
    seen = [local_day(v.at) for v in visits if v.outcome == VisitOutcome.WATCHING and gone_on - SEASON <= local_day(v.at) <= gone_on]
    return max(seen, default=None)


def _estimate(visits: Sequence[Visit]) -> Estimate | None:
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
