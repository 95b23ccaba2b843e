"""One lot becomes several, or several one; amounts and their doubt go along."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import cast

from django.db import transaction

from core.seedstock import LOT_FIELDS
from core.vocabulary import AmountKnown, CleaningKind, DescentKind, Hazard, OriginKind, StockKind
from server.errors import refused
from server.lots.models import CleaningStep, Descent, Lot
from server.lots.selectors.stock import Stock, stocks
from server.lots.services.lots import LotFields, add_lot
from server.lots.services.stock import enter_stock
from server.people.models import Person
from server.people.permissions import Right, require

CARRIED = (
    "taxon",
    "harvest",
    *(f.name for f in LOT_FIELDS.values() if f.carried),
    "grade",
    "hazard",
    "hazards",
    "trouble",
    "trouble_note",
    "place",
    "container",
    "drying_agent",
)


@dataclass(frozen=True)
class Part:
    """One part of a lot that is split. Without an amount it takes what is left, or stays unmeasured."""

    amount_seeds: int | None = None
    code: str = ""
    form: str = ""
    note: str = ""


@transaction.atomic
def split_lot(*, by: Person, lot: Lot, parts: Sequence[Part], at: datetime, kind: DescentKind = DescentKind.SPLIT) -> list[Lot]:
    """Split a lot: each part is a lot of its own, drawn from this one, its number as sure as this one's was."""
    require(by, Right.PLAN)
    if not parts:
        raise refused("/parts", "no_part", "Enter at least one part to split off.")
    return [_part(by, lot, part, at, kind) for part in parts]


@transaction.atomic
def float_lot(*, by: Person, lot: Lot, floated_seeds: int | None, at: datetime, note: str = "") -> tuple[Lot, Lot]:
    """Float a lot: what floats and what sinks become lots of their own, and nothing is poured off until some are cut.

    Returns
    -------
    (floaters, sinkers)
    """
    require(by, Right.PLAN)
    CleaningStep.objects.create(lot=lot, kind=CleaningKind.FLOAT, at=at, by=by, kept="floaters and sinkers", note=note)
    floaters = _part(by, lot, Part(floated_seeds, form="floaters"), at, DescentKind.FLOATED)
    left = stocks([lot.pk])[lot.pk].seeds
    known = floated_seeds is not None and left is not None
    sinkers = _part(by, lot, Part(left if known else None, form="sinkers"), at, DescentKind.SUNK)
    return floaters, sinkers


def _part(by: Person, lot: Lot, part: Part, at: datetime, kind: DescentKind) -> Lot:
    fields = cast(LotFields, {name: getattr(lot, name) for name in CARRIED})
    fields["form"] = " ".join(x for x in (lot.form, part.form) if x)
    fields["note"] = part.note
    child = add_lot(by=by, code=part.code, **fields)
    stock = stocks([lot.pk])[lot.pk]
    if part.amount_seeds is not None:
        _carry(by, lot, child, part.amount_seeds, stock, at)
    Descent.objects.create(parent=lot, child=child, kind=kind, amount_seeds=part.amount_seeds, at=at, by=by)
    return child


def _carry(by: Person, lot: Lot, child: Lot, seeds: int, stock: Stock, at: datetime) -> None:
    """Move seeds between ledgers; a part of an estimate is an estimate of the same relative size."""
    if stock.seeds is None:
        # what nobody measured cannot be drawn from; the part was
        enter_stock(by=by, lot=child, kind=StockKind.IN, amount=seeds, at=at, reason=f"from {lot.code}")
        return
    everything = seeds == stock.seeds
    reason = f"into {child.code}"
    if everything:
        enter_stock(by=by, lot=lot, kind=StockKind.RECOUNT, amount=0, at=at, reason=f"all {reason}")
    else:
        enter_stock(by=by, lot=lot, kind=StockKind.DRAWN, amount=seeds, at=at, reason=reason)
    known = AmountKnown.GUESSED if stock.estimated else AmountKnown.COUNTED
    se = None if stock.se_seeds is None or not stock.seeds else stock.se_seeds * seeds / stock.seeds
    enter_stock(by=by, lot=child, kind=StockKind.IN, amount=seeds, known=known, se_seeds=se, at=at, reason=f"from {lot.code}")


@transaction.atomic
def merge_lots(*, by: Person, lots: Sequence[Lot], at: datetime, code: str = "", note: str = "") -> Lot:
    """Merge lots of one plant into a new one; what they hold goes into it, errors added in squares."""
    require(by, Right.PLAN)
    if len({x.pk for x in lots}) < 2:
        raise refused("/lots", "too_few_lots", "Choose at least two lots to merge.")
    names = sorted({x.common_name for x in lots})
    if len({(x.taxon_id, x.field_name if x.taxon_id is None else "") for x in lots}) > 1:
        raise refused(
            "/lots", "different_plants", f"Lots of different plants cannot be merged: {', '.join(names)}. Give them the same name first."
        )
    first = lots[0]
    own = ("hazards", "parents", "field_name", "origin_kind")
    fields = cast(LotFields, {name: _common(lots, name) for name in CARRIED if name not in own})
    numbers = [x.parents for x in lots if x.parents is not None]
    # parents of several visits to one stand may be the same plants: the largest number is sure
    parents = max(numbers, default=None)
    fields |= {
        "note": note,
        "parents": parents,
        "field_name": first.field_name,
        "origin_kind": OriginKind(first.origin_kind),
        "hazards": sorted({Hazard(h) for x in lots for h in x.hazards}),
    }
    merged = add_lot(by=by, code=code, **fields)
    found = stocks([x.pk for x in lots])
    for lot in lots:
        stock = found[lot.pk]
        if stock.seeds:
            _carry(by, lot, merged, stock.seeds, stock, at)
        Descent.objects.create(parent=lot, child=merged, kind=DescentKind.MERGED, amount_seeds=stock.seeds, at=at, by=by)
    return merged


def _common(lots: Sequence[Lot], name: str) -> object:
    """What all lots agree on; where they do not, the field's default, the leaves named one after the other."""
    values = list(dict.fromkeys(getattr(x, name) for x in lots))
    if len(values) == 1:
        return values[0]
    if name == "leave":
        return "; ".join(v for v in values if v)[:200]
    if name == "trouble":
        return next(v for v in values if v)
    return getattr(Lot(), name)
