"""The nursery's stands, visits and lots, as the open formats can say them."""

import math
from collections.abc import Collection

from core.vocabulary import DatePrecision
from server.exchange.standards.records import Held, LotSaid, PlaceOnEarth, Said, StandSaid, VisitSaid
from server.lots.models import Lot
from server.lots.selectors.stock import stocks
from server.record_kinds.selectors import valid
from server.stands.models import Stand, Visit
from server.stands.selectors.rows import COARSE_DIGITS, measured, position

KM_A_DEGREE = 111.32
WITHHELD = "coordinates made coarser to protect the population; ask for exact ones"


def said_of_all(held: Collection[Held] = tuple(Held), *, exact: bool = False, lots: Collection[int] | None = None) -> Said:
    """Stands, their visits, and lots (all, or some by their ids), as far as a format holds them.

    With `exact`, positions are as they were measured.
    """
    stands = list(Stand.objects.select_related("taxon").order_by("pk")) if Held.STANDS in held else []
    visits = valid(Visit.objects.filter(stand__in=stands)).select_related("by").order_by("at", "pk") if Held.VISITS in held else ()
    found = Lot.objects.select_related("taxon", "harvest__stand").order_by("code")
    wanted = list(found if lots is None else found.filter(pk__in=lots)) if Held.LOTS in held else []
    left = stocks([x.pk for x in wanted])
    return Said(
        stands=[_stand(s, exact) for s in stands],
        visits=[VisitSaid(str(v.client_id), stand_key(v.stand_id), v.at, v.share_ripe, v.by.initials, v.note) for v in visits],
        lots=[_lot(x, exact, left[x.pk].seeds, left[x.pk].estimated) for x in wanted],
    )


def stand_key(pk: int) -> str:
    """The identifier of a stand in files."""
    return f"stand-{pk}"


def _where(stand: Stand | None, exact: bool) -> PlaceOnEarth | None:
    """Where a stand is, as exactly as it may be shown, or as it was measured; a coarse place has the radius that holds its cell."""
    if stand is None:
        return None
    shown = measured(stand) if exact else position(stand)
    if shown is None:
        return None
    return PlaceOnEarth(shown.latitude, shown.longitude, None if shown.exact else radius_m(shown.latitude))


def radius_m(latitude: float) -> float:
    """The radius in metres that holds every place which is rounded to the same coarse position."""
    half = 10**-COARSE_DIGITS / 2 * KM_A_DEGREE
    return float(round(1000 * math.hypot(half, half * math.cos(math.radians(latitude)))))


def _withheld(where: PlaceOnEarth | None) -> str:
    return WITHHELD if where is not None and where.uncertainty_m is not None else ""


def _stand(s: Stand, exact: bool) -> StandSaid:
    where = _where(s, exact)
    return StandSaid(
        key=stand_key(s.pk),
        place_name=s.place_name,
        scientific_name=s.taxon.scientific_name if s.taxon else "",
        common_name=s.taxon.common_name if s.taxon else "",
        field_name=s.field_name,
        where=where,
        elevation_m=s.elevation_m,
        habitat=s.habitat,
        plants=s.plants,
        note=s.note,
        withheld=_withheld(where),
    )


SHORTENED = {DatePrecision.DAY: "%Y-%m-%d", DatePrecision.MONTH: "%Y-%m", DatePrecision.YEAR: "%Y"}


def _lot(x: Lot, exact: bool, seeds: int | None, estimated: bool) -> LotSaid:
    stand = x.harvest.stand if x.harvest else None
    where = _where(stand, exact)
    return LotSaid(
        key=x.code,
        scientific_name=x.taxon.scientific_name if x.taxon else "",
        common_name=x.taxon.common_name if x.taxon else "",
        field_name=x.field_name,
        origin_kind=x.origin_kind,
        origin_place=x.origin_place or (stand.place_name if stand else ""),
        stand=stand_key(stand.pk) if stand else "",
        where=where,
        elevation_m=stand.elevation_m if stand else None,
        collected=x.collected_on.strftime(SHORTENED[DatePrecision(x.collected_precision)]) if x.collected_on else "",
        collector=x.collector,
        leave=x.leave,
        parents=x.parents,
        seeds=seeds,
        seeds_estimated=estimated,
        note=x.note,
        ended=x.ended,
        withheld=_withheld(where),
    )
