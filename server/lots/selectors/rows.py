"""Lots as lines of the ledger sheet."""

from dataclasses import dataclass
from datetime import date

from django.db.models import Q, QuerySet

from core.vocabulary import DatePrecision, Hazard, LotEnd, OriginKind, Trouble
from server.lots.models import Lot
from server.lots.selectors.stock import Stock


@dataclass(frozen=True)
class LotRow:
    """A lot as a line of the ledger sheet."""

    id: int
    code: str
    name: str
    common_name: str
    species_known: bool
    form: str
    origin_kind: OriginKind
    origin_place: str
    collected_on: date | None
    collected_precision: DatePrecision
    place: str
    hazards: list[Hazard]
    trouble: Trouble | None
    ended: LotEnd | None
    stock: Stock


def matching(found: QuerySet[Lot], search: str) -> QuerySet[Lot]:
    """Lots whose code, plant, field name, origin or place holds every word of the search."""
    for word in search.split():
        found = found.filter(
            Q(code__icontains=word)
            | Q(taxon__scientific_name__icontains=word)
            | Q(taxon__common_name__icontains=word)
            | Q(field_name__icontains=word)
            | Q(origin_place__icontains=word)
            | Q(place__name__icontains=word)
        )
    return found


def row(lot: Lot, stock: Stock) -> LotRow:
    """A lot as a line of the ledger sheet."""
    return LotRow(
        id=lot.pk,
        code=lot.code,
        name=lot.name,
        common_name=lot.common_name,
        species_known=lot.taxon_id is not None,
        form=lot.form,
        origin_kind=OriginKind(lot.origin_kind),
        origin_place=lot.origin_place,
        collected_on=lot.collected_on,
        collected_precision=DatePrecision(lot.collected_precision),
        place=lot.place.full_name if lot.place else "",
        hazards=lot.hazard_words,
        trouble=Trouble(lot.trouble) if lot.trouble else None,
        ended=LotEnd(lot.ended) if lot.ended else None,
        stock=stock,
    )
