"""From a stand to its lots: one visit makes one or several, kept apart by form, ripeness or parent."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, datetime
from typing import Unpack

from django.db import transaction

from core.vocabulary import AmountKnown, AmountUnit, DatePrecision, Hazard, OriginKind, Purpose, Ripeness, StockKind
from server.errors import refused
from server.lots.models import Lot
from server.lots.services.lots import add_lot
from server.lots.services.stock import enter_stock
from server.people.models import Person
from server.stands.models import Harvest, Stand
from server.stands.services.harvests import HarvestFields, record_harvest


@dataclass(frozen=True)
class HarvestedLot:
    """One lot of a harvest; without an amount it is measured later."""

    code: str = ""
    form: str = ""
    ripeness: Ripeness = Ripeness.RIPE
    parents: int | None = None
    amount: float | None = None
    unit: AmountUnit = AmountUnit.SEEDS
    known: AmountKnown = AmountKnown.GUESSED
    hazards: list[Hazard] = field(default_factory=list)
    note: str = ""


@transaction.atomic
def harvest_stand(
    *,
    by: Person,
    stand: Stand,
    lots: Sequence[HarvestedLot],
    collected_on: date,
    at: datetime,
    leave: str = "",
    sure: bool = False,
    **fields: Unpack[HarvestFields],
) -> tuple[Harvest, list[Lot]]:
    """Record a harvest and make its lots. Refused without leave; beyond the usual limits it asks first."""
    if not lots:
        raise refused("/lots", "no_lot", "Enter at least one lot for this harvest.")
    if fields.get("taken_seeds") is None:
        fields["taken_seeds"] = _taken(lots)
    harvest = record_harvest(by=by, stand=stand, collected_on=collected_on, leave=leave, sure=sure, **fields)
    made = []
    for new in lots:
        lot = add_lot(
            by=by,
            code=new.code,
            taxon=stand.taxon,
            field_name=stand.field_name,
            harvest=harvest,
            origin_kind=OriginKind.WILD,
            origin_place=stand.place_name,
            collected_on=collected_on,
            collected_precision=DatePrecision(harvest.collected_precision),
            collector=harvest.collector,
            leave=harvest.leave,
            parents=new.parents if new.parents is not None else harvest.parents,
            form=new.form,
            ripeness=new.ripeness,
            purpose=Purpose(harvest.purpose),
            hazards=list(new.hazards),
            note=new.note,
        )
        if new.amount is not None:
            enter_stock(by=by, lot=lot, kind=StockKind.IN, amount=new.amount, unit=new.unit, known=new.known, at=at, reason="harvest")
        made.append(lot)
    return harvest, made


def _taken(lots: Sequence[HarvestedLot]) -> int | None:
    """Seeds taken, where every lot's amount is in seeds."""
    seeds = [x.amount for x in lots if x.amount is not None and x.unit == AmountUnit.SEEDS]
    return round(sum(seeds)) if len(seeds) == len(lots) else None
