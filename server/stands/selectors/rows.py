"""Stands as lines of a sheet, and one stand with its timeline."""

from dataclasses import dataclass
from datetime import date, datetime

from django.db.models import Q, QuerySet

from core.seedstock import Estimate
from core.vocabulary import DatePrecision, Purpose, Reason, RipeSign, Shedding, VisitOutcome, WatchState
from server.record_kinds.selectors import HistoryEntry, history_of, valid, without_values
from server.stands.models import Harvest, Stand, Visit
from server.stands.selectors.season import Season, expected_yield

COARSE_DIGITS = 1


@dataclass(frozen=True)
class SeedEstimate:
    """A number of seeds with its standard error (widened for few samples); where that is None, `doubt` says why."""

    seeds: int
    se_seeds: float | None
    doubt: Reason | None


@dataclass(frozen=True)
class Position:
    """Where a stand is, as exactly as it may be shown: coarse is to a tenth of a degree, some ten kilometres."""

    latitude: float
    longitude: float
    exact: bool


@dataclass(frozen=True)
class StandRow:
    """A stand as a line, with its watch. `waiting_loses` is the share of the season's seed expected to fall in a week, 0..1."""

    id: int
    name: str
    common_name: str
    species_known: bool
    place_name: str
    shedding: Shedding
    plants: int | None
    state: WatchState
    next_on: date | None
    every_days: int | None
    days_late: int
    waiting_loses: float | None
    share_ripe: float | None
    last_visit_on: datetime | None
    last_end: VisitOutcome | None
    last_end_on: date | None
    leave_missing: bool
    protected: bool
    invasive: bool
    may_be_mown: bool
    mown_from: date | None
    estimate: SeedEstimate | None


@dataclass(frozen=True)
class VisitView:
    """One visit as it is shown. `stands` is false where it was taken back."""

    id: int
    at: datetime
    by: str
    outcome: VisitOutcome
    share_ripe: float
    signs: list[RipeSign]
    sick: bool
    eaten: bool
    note: str
    photo: int | None
    estimate: SeedEstimate | None
    stands: bool


@dataclass(frozen=True)
class HarvestView:
    """One harvest as it is shown."""

    id: int
    collected_on: date
    collected_precision: DatePrecision
    collector: str
    leave: str
    purpose: Purpose
    parents: int | None
    ripe_seeds: int | None
    taken_seeds: int | None
    weather: str
    note: str
    more_to_come: bool


@dataclass(frozen=True)
class StandTimeline:
    """Visits and harvests of a stand, the latest first."""

    row: StandRow
    visits: list[VisitView]
    harvests: list[HarvestView]


def matching(found: QuerySet[Stand], search: str) -> QuerySet[Stand]:
    """Stands whose plant, field name, place or habitat holds every word of the search."""
    for word in search.split():
        found = found.filter(
            Q(taxon__scientific_name__icontains=word)
            | Q(taxon__common_name__icontains=word)
            | Q(field_name__icontains=word)
            | Q(place_name__icontains=word)
            | Q(habitat__icontains=word)
        )
    return found


def position(stand: Stand) -> Position | None:
    """Coordinates as exactly as the stand allows."""
    found = measured(stand)
    if found is None or stand.show_exact:
        return found
    return Position(round(found.latitude, COARSE_DIGITS), round(found.longitude, COARSE_DIGITS), exact=False)


def measured(stand: Stand) -> Position | None:
    """Coordinates as they were measured, whoever may see them."""
    if stand.latitude is None or stand.longitude is None:
        return None
    return Position(stand.latitude, stand.longitude, exact=True)


def history_of_stand(stand: Stand) -> list[HistoryEntry]:
    """Who changed what of a stand; where it lies is told no more exactly than the stand allows."""
    return without_values(history_of(stand), hidden_fields(stand.show_exact))


def hidden_fields(show_exact: bool) -> tuple[str, ...]:
    """Fields whose values no history of a stand tells."""
    return () if show_exact else ("latitude", "longitude")


def row(stand: Stand, season: Season, today: date) -> StandRow:
    """A stand as a line."""
    last = season.last_visit
    return StandRow(
        id=stand.pk,
        name=stand.name,
        common_name=stand.common_name,
        species_known=stand.taxon_id is not None,
        place_name=stand.place_name,
        shedding=Shedding(stand.shedding),
        plants=stand.plants,
        state=season.watch.state,
        next_on=season.watch.next_on,
        every_days=season.watch.every_days,
        days_late=season.watch.days_late,
        waiting_loses=season.ripening.waiting_loses(today) if season.ripening else None,
        share_ripe=last.share_ripe if last else None,
        last_visit_on=last.at if last else None,
        last_end=season.last_end,
        last_end_on=season.last_end_on,
        leave_missing=not (stand.own_ground or stand.leave_by),
        protected=stand.protected,
        invasive=stand.invasive,
        may_be_mown=stand.may_be_mown,
        mown_from=stand.mown_from,
        estimate=_seeds(season.estimate),
    )


def _seeds(estimate: Estimate | None) -> SeedEstimate | None:
    return SeedEstimate(round(estimate.seeds), estimate.wide_se, estimate.reason) if estimate else None


def timeline(stand: Stand, season: Season, today: date) -> StandTimeline:
    """A stand with all its visits and harvests."""
    standing = set(valid(Visit.objects.filter(stand=stand)).values_list("pk", flat=True))
    visits = stand.visits.filter(withdrawn=False).select_related("by").order_by("-at", "-pk")
    harvests = valid(Harvest.objects.filter(stand=stand)).order_by("-collected_on", "-pk")
    return StandTimeline(
        row(stand, season, today), [visit_view(v, stands=v.pk in standing) for v in visits], [_harvest(h) for h in harvests]
    )


def visit_view(visit: Visit, *, stands: bool = True) -> VisitView:
    """One visit as it is shown."""
    return VisitView(
        id=visit.pk,
        at=visit.at,
        by=visit.by.initials,
        outcome=VisitOutcome(visit.outcome),
        share_ripe=visit.share_ripe,
        signs=sorted(visit.sign_words),
        sick=visit.sick,
        eaten=visit.eaten,
        note=visit.note,
        photo=visit.photo_id,
        estimate=_seeds(expected_yield(visit)),
        stands=stands,
    )


def _harvest(harvest: Harvest) -> HarvestView:
    return HarvestView(
        id=harvest.pk,
        collected_on=harvest.collected_on,
        collected_precision=DatePrecision(harvest.collected_precision),
        collector=harvest.collector,
        leave=harvest.leave,
        purpose=Purpose(harvest.purpose),
        parents=harvest.parents,
        ripe_seeds=harvest.ripe_seeds,
        taken_seeds=harvest.taken_seeds,
        weather=harvest.weather,
        note=harvest.note,
        more_to_come=harvest.more_to_come,
    )
