"""Every write to lots and their ledgers."""

from datetime import datetime
from typing import Any

from django.db import transaction

from core.errors import CoreError
from core.seedstock import balances
from core.vocabulary import AmountKnown, StockKind
from server.lots.models import Lot, StockEntry
from server.lots.selectors import change_of
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import change_thing, create_thing
from server.rest.problems import Problem, Refused, field_error, refused_by_core


@transaction.atomic
def add_lot(*, by: Person, code: str, **fields: Any) -> Lot:
    """Add a lot; it needs a plant or a field name, and a code that was never used."""
    require(by, Right.PLAN)
    _check_named(fields.get("taxon"), fields.get("field_name", ""))
    if Lot.objects.filter(code=code).exists():
        message = f"Lot {code} exists already. Codes are never used twice: choose another."
        raise Problem(message, code="code_taken", errors=[field_error("/code", "code_taken", message)])
    return create_thing(Lot(code=code, **fields), by=by)


def change_lot(*, by: Person, lot: Lot, version: int, changes: dict[str, Any]) -> Lot:
    """Change a lot. Naming the plant keeps the field name."""
    require(by, Right.PLAN)
    _check_named(changes.get("taxon", lot.taxon), changes.get("field_name", lot.field_name))
    return change_thing(lot, changes, by=by, version=version)


def _check_named(taxon: object, field_name: str) -> None:
    if taxon is None and not field_name.strip():
        message = "A lot needs a plant, or a field name while the species is unknown."
        raise Refused(message, code="lot_without_name", errors=[field_error("/field_name", "lot_without_name", message)])


@transaction.atomic
def enter_stock(
    *,
    by: Person,
    lot: Lot,
    kind: StockKind,
    amount_seeds: int,
    at: datetime,
    known: AmountKnown = AmountKnown.COUNTED,
    cv: float | None = None,
    reason: str = "",
) -> StockEntry:
    """Add a line to a lot's ledger; refused where it would go below zero."""
    require(by, Right.PLAN)
    before = list(StockEntry.objects.select_for_update().filter(lot=lot))
    entry = StockEntry(lot=lot, kind=kind, amount_seeds=amount_seeds, known=known, cv=cv, at=at, by=by, reason=reason)
    # in the order in which the ledger is read, so that a back-dated line cannot slip one below zero
    lines = sorted([*before, entry], key=lambda e: (e.at, e.pk is None, e.pk or 0))
    try:
        balances([change_of(e) for e in lines])
    except CoreError as error:
        raise refused_by_core(error, "/amount_seeds") from error
    entry.save()
    return entry
