"""What is used many times, with its uses and its age."""

from dataclasses import dataclass
from datetime import date

from django.db.models import Count, Q

from core.vocabulary import SupplyKind
from server.batches.models import Supply


@dataclass(frozen=True)
class SupplyRow:
    """A supply with how often it was used and how old it is."""

    id: int
    version: int
    name: str
    kind: SupplyKind
    made_on: date
    made_by: str
    note: str
    used_up: bool
    uses: int
    age_days: int


def supply_rows(today: date) -> list[SupplyRow]:
    """All supplies, those still there first."""
    stands = Q(uses__withdrawn=False, uses__corrected_by__isnull=True)
    return [row(s, today) for s in Supply.objects.annotate(uses_count=Count("uses", filter=stands))]


def row(supply: Supply, today: date) -> SupplyRow:
    """A supply as a line."""
    return SupplyRow(
        id=supply.pk,
        version=supply.version,
        name=supply.name,
        kind=SupplyKind(supply.kind),
        made_on=supply.made_on,
        made_by=supply.made_by,
        note=supply.note,
        used_up=supply.used_up,
        uses=getattr(supply, "uses_count", 0),
        age_days=(today - supply.made_on).days,
    )
