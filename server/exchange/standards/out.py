"""The nursery's stands, visits and lots, as the open formats can say them."""

import math
from collections.abc import Collection

from core.vocabulary import DatePrecision
from server.exchange.standards.records import LotSaid, PlaceOnEarth, Said, StandSaid, VisitSaid
from server.lots.models import Lot
from server.lots.selectors.stock import stocks
from server.record_kinds.selectors import valid
from server.stands.models import Stand, Visit

# coarse positions are those of a grid of a tenth of a degree
GRID = 0.1
KM_A_DEGREE = 111.32
WITHHELD = "coordinates made coarser to protect the population; ask for exact ones"


def said_of_all(*, exact: bool = False, lots: Collection[int] | None = None) -> Said:
    """Stands with their visits, and lots (all, or some by their ids). With `exact`, positions are as they were measured."""
    stands = list(Stand.objects.select_related("taxon").order_by("pk"))
    visits = valid(Visit.objects.filter(stand__in=stands)).select_related("by").order_by("at", "pk")
    found = Lot.objects.select_related("taxon", "harvest__stand").order_by("code")
    wanted = list(found if lots is None else found.filter(pk__in=lots))
    left = stocks([x.pk for x in wanted])
    return Said(
        stands=[_stand(s, exact) for s in stands],
        visits=[VisitSaid(str(v.client_id), stand_key(v.stand_id), v.at, v.share_ripe, v.by.initials, v.note) for v in visits],
        lots=[_lot(x, exact, left[x.pk].seeds, left[x.pk].estimated) for x in wanted],
    )


def stand_key(pk: int) -> str:
    """The identifier of a stand in files."""
    return f"stand-{pk}"


def coarse(latitude: float, longitude: float) -> PlaceOnEarth:
    """The middle of the grid's cell, with the radius that holds the cell."""
    lat, lon = round(latitude / GRID) * GRID, round(longitude / GRID) * GRID
    half = GRID / 2 * KM_A_DEGREE
    radius = math.hypot(half, half * math.cos(math.radians(latitude)))
    return PlaceOnEarth(round(lat, 1), round(lon, 1), float(round(1000 * radius)))


def _where(stand: Stand | None, exact: bool) -> PlaceOnEarth | None:
    if stand is None or stand.latitude is None or stand.longitude is None:
        return None
    return PlaceOnEarth(stand.latitude, stand.longitude) if exact or stand.show_exact else coarse(stand.latitude, stand.longitude)


def _withheld(stand: Stand | None, exact: bool) -> str:
    hidden = stand is not None and stand.latitude is not None and not (exact or stand.show_exact)
    return WITHHELD if hidden else ""


def _stand(s: Stand, exact: bool) -> StandSaid:
    return StandSaid(
        key=stand_key(s.pk),
        place_name=s.place_name,
        scientific_name=s.taxon.scientific_name if s.taxon else "",
        common_name=s.taxon.common_name if s.taxon else "",
        field_name=s.field_name,
        where=_where(s, exact),
        elevation_m=s.elevation_m,
        habitat=s.habitat,
        plants=s.plants,
        note=s.note,
        withheld=_withheld(s, exact),
    )


SHORTENED = {DatePrecision.DAY: "%Y-%m-%d", DatePrecision.MONTH: "%Y-%m", DatePrecision.YEAR: "%Y"}


def _lot(x: Lot, exact: bool, seeds: int | None, estimated: bool) -> LotSaid:
    stand = x.harvest.stand if x.harvest else None
    return LotSaid(
        key=x.code,
        scientific_name=x.taxon.scientific_name if x.taxon else "",
        common_name=x.taxon.common_name if x.taxon else "",
        field_name=x.field_name,
        origin_kind=x.origin_kind,
        origin_place=x.origin_place or (stand.place_name if stand else ""),
        stand=stand_key(stand.pk) if stand else "",
        where=_where(stand, exact),
        elevation_m=stand.elevation_m if stand else None,
        collected=x.collected_on.strftime(SHORTENED[DatePrecision(x.collected_precision)]) if x.collected_on else "",
        collector=x.collector,
        leave=x.leave,
        parents=x.parents,
        seeds=seeds,
        seeds_estimated=estimated,
        note=x.note,
        ended=x.ended,
        withheld=_withheld(stand, exact),
    )
