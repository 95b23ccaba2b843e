"""Lots as lines of the ledger sheet."""

from dataclasses import dataclass
from datetime import date

from django.db.models import Q, QuerySet

from core.seedstock import LOT_FIELDS
from core.vocabulary import DatePrecision, Hazard, LotEnd, OriginKind, Trouble
from server.lots.models import Lot
from server.lots.selectors.stock import Stock


@dataclass(frozen=True)
class LotRow:
    """A lot as a line of the ledger sheet; `facts` are its listed fields, in words."""

    id: int
    code: str
    name: str
    common_name: str
    species_known: bool
    form: str
    origin_kind: OriginKind
    origin_place: str
    facts: dict[str, str]
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


def listed_facts(lot: Lot) -> dict[str, str]:
    """The fields that the list shows, by name, as people read them; without those of which nothing is known."""
    found = {f.name: getattr(lot, f.name) for f in LOT_FIELDS.values() if f.listed}
    return {name: LOT_FIELDS[name].words.get(value, str(value)) for name, value in found.items() if value not in ("", None)}


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
        facts=listed_facts(lot),
        collected_on=lot.collected_on,
        collected_precision=DatePrecision(lot.collected_precision),
        place=lot.place.full_name if lot.place else "",
        hazards=lot.hazard_words,
        trouble=Trouble(lot.trouble) if lot.trouble else None,
        ended=LotEnd(lot.ended) if lot.ended else None,
        stock=stock,
    )
