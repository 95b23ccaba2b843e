"""Adding and changing lots, from their first name to their end."""

from collections.abc import Sequence
from datetime import date, datetime
from typing import Any, Literal, Unpack

from django.db import transaction

from core.seedstock import LotFacts, storing_question
from core.vocabulary import (
    AmountKnown,
    AmountUnit,
    CleaningGrade,
    Container,
    Hazard,
    LotEnd,
    OriginKind,
    PlaceKind,
    StockKind,
    Trouble,
)
from core.wording import day_value
from server.errors import DomainError, Refused, field_error, question, refused
from server.lots.models import Lot, StockEntry
from server.lots.selectors.descent import related_edges
from server.lots.selectors.drying import dryness_of
from server.lots.selectors.label import next_code
from server.lots.selectors.stock import stocks
from server.lots.services.stock import enter_stock
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.selectors import valid
from server.record_kinds.services import change_thing, check_day_not_in_future, create_thing, take_back, with_changes
from server.reference.models import Place, Taxon
from server.stands.models import Harvest, Stand
from server.stands.services.stands import change_stand

MOST_CLAIMED_DAYS = 1000


class LotFields(LotFacts, total=False):
    """What may be said of a lot when it is entered; its code is given or made."""

    taxon: Taxon | None
    harvest: Harvest | None
    grade: CleaningGrade
    hazard: str
    hazards: list[Hazard]
    place: Place | None
    container: Container | Literal[""]
    drying_agent: bool
    trouble: Trouble | Literal[""]
    trouble_note: str


@transaction.atomic
def add_lot(*, by: Person, code: str = "", **fields: Unpack[LotFields]) -> Lot:
    """Add a lot; it needs a plant or a field name, and a code that was never used. An empty code is filled in."""
    require(by, Right.PLAN)
    lot = Lot(**fields)
    _check(lot)
    lot.code = code.strip() or next_code(lot.taxon)
    if not lot.code.isprintable():
        raise refused(
            "/code", "unprintable", f"A code is printed on labels in one line, so it cannot contain a line break or tab: {lot.code!r}."
        )
    if Lot.everything.filter(code=lot.code).exists():
        message = f"Lot {lot.code} exists already. Codes are never used twice: choose another."
        raise DomainError(message, code="code_taken", errors=[field_error("/code", "code_taken", message)])
    return create_thing(lot, by=by)


@transaction.atomic
def add_lot_with_amount(
    *,
    by: Person,
    at: datetime,
    amount: float | None = None,
    unit: AmountUnit = AmountUnit.SEEDS,
    known: AmountKnown = AmountKnown.COUNTED,
    code: str = "",
    **fields: Unpack[LotFields],
) -> Lot:
    """Add a lot together with the amount that is on its label; neither is kept without the other."""
    lot = add_lot(by=by, code=code, **fields)
    if amount is not None:
        enter_stock(by=by, lot=lot, kind=StockKind.IN, amount=amount, unit=unit, known=known, at=at, reason="on the label")
    return lot


def _check(lot: Lot) -> None:
    if lot.taxon_id is None and not lot.field_name.strip():
        raise refused("/field_name", "lot_without_name", "A lot needs a plant, or a field name while the species is unknown.")
    if lot.collected_on is not None:
        check_day_not_in_future(lot.collected_on, "A harvest", "/collected_on")
    if lot.origin_kind == OriginKind.WILD and lot.harvest_id is None and not lot.leave.strip():
        message = "Who permitted collecting this seed? Enter the permit or the landowner, or write “own land”."
        raise refused("/leave", "no_leave", message)
    if lot.claimed_percent is not None and not 0 <= lot.claimed_percent <= 100:
        message = f"A seller cannot claim {lot.claimed_percent:g} %: it lies between 0 and 100 %."
        raise refused("/claimed_percent", "claim_out_of_range", message)
    if lot.claimed_days is not None and lot.claimed_days > MOST_CLAIMED_DAYS:
        raise refused("/claimed_days", "claim_out_of_range", f"{lot.claimed_days} days to germinate is unlikely. Enter at most 1000.")


@transaction.atomic
def change_lot(*, by: Person, lot: Lot, version: int, changes: dict[str, Any]) -> Lot:
    """Change a lot. Naming the plant keeps the field name, and names all lots related to this one."""
    require(by, Right.PLAN)
    _check(with_changes(lot, changes))
    before = lot.taxon
    changed = change_thing(lot, changes, by=by, version=version)
    if "taxon" in changes and changes["taxon"] != before:
        stand = lot.harvest.stand if lot.harvest else None
        _name_all(by, changes["taxon"], before, [lot], stand)
    return changed


@transaction.atomic
def name_stand(*, by: Person, stand: Stand, version: int, taxon: Taxon) -> Stand:
    """Name the plant of a stand, and of all lots that came from it; the field name stays."""
    require(by, Right.PLAN)
    before = stand.taxon
    named = change_stand(by=by, stand=stand, version=version, changes={"taxon": taxon})
    _name_all(by, taxon, before, list(Lot.objects.filter(harvest__stand=stand)), None)
    return named


def _name_all(by: Person, taxon: Taxon | None, before: Taxon | None, start: list[Lot], stand: Stand | None) -> None:
    """Give the new name to what carried the old one: lots related by descent or stand, and the stand itself."""
    edges = [e for lot in start for e in related_edges(lot)]
    ids = {i for e in edges for i in (e.parent_id, e.child_id)} | {x.pk for x in start}
    if stand is not None:
        ids |= set(Lot.objects.filter(harvest__stand=stand).values_list("pk", flat=True))
        if stand.taxon == before:
            change_stand(by=by, stand=stand, version=stand.version, changes={"taxon": taxon})
    for lot in Lot.objects.filter(pk__in=ids, taxon=before):
        change_thing(lot, {"taxon": taxon}, by=by, version=lot.version)


@transaction.atomic
def move_lot(
    *, by: Person, lot: Lot, version: int, place: Place | None, container: str = "", drying_agent: bool = False, sure: bool = False
) -> Lot:
    """Put a lot into a place and a container. Sealing or freezing what is not dry is asked about; what dies so is refused."""
    require(by, Right.PLAN)
    wrong = storing_question(Container(container) if container else None, PlaceKind(place.kind) if place else None, dryness_of(lot))
    if wrong is not None and wrong.code == "frozen_dies":
        raise refused(f"/{wrong.parameter}", wrong.code, wrong.message)
    if wrong is not None and not sure:
        raise question(f"/{wrong.parameter}", wrong.code, wrong.message)
    return change_thing(lot, {"place": place, "container": container, "drying_agent": drying_agent}, by=by, version=version)


@transaction.atomic
def move_lots(*, by: Person, lots: Sequence[Lot], place: Place, sure: bool = False) -> None:
    """Put several lots into one place, each in the container that it is in: all of them, or none. An answer names the lot it is about."""
    for lot in lots:
        try:
            move_lot(by=by, lot=lot, version=lot.version, place=place, container=lot.container, drying_agent=lot.drying_agent, sure=sure)
        except Refused as asked:
            asked.detail = f"{lot.code}: {asked.detail}"
            for error in asked.errors:
                error["pointer"], error["message"] = "/place", f"{lot.code}: {error['message']}"
            raise


def note_trouble(*, by: Person, lot: Lot, version: int, trouble: Trouble | None, note: str = "") -> Lot:
    """Note what was found in a lot, or that it is gone; sick, mouldy and infested lots are in quarantine by it."""
    require(by, Right.PLAN)
    return change_thing(lot, {"trouble": trouble or "", "trouble_note": note}, by=by, version=version)


@transaction.atomic
def end_lot(*, by: Person, lot: Lot, version: int, ended: LotEnd, on: date, at: datetime, why: str = "") -> Lot:
    """End a lot: used up, or discarded with the rest of its seed. It stays in every list and can be taken up again."""
    require(by, Right.PLAN)
    check_day_not_in_future(on, "The end of a lot", "/on")
    if lot.ended:
        when = f", on {day_value(lot.ended_on)}" if lot.ended_on else ""
        raise DomainError(f"Lot {lot.code} has ended already{when}.", code="ended_already")
    if stocks([lot.pk])[lot.pk].seeds != 0:
        enter_stock(by=by, lot=lot, kind=StockKind.RECOUNT, amount=0, at=at, reason=f"{ended.value.replace('_', ' ')}: {why}".rstrip(": "))
    return change_thing(lot, {"ended": ended, "ended_on": on, "ended_why": why}, by=by, version=version)


@transaction.atomic
def take_up_again(*, by: Person, lot: Lot, version: int) -> Lot:
    """Undo the end of a lot: the amount that its end took off is there again."""
    require(by, Right.PLAN)
    if not lot.ended:
        raise DomainError(f"Lot {lot.code} has not ended.", code="not_ended")
    word = LotEnd(lot.ended).value.replace("_", " ")
    last = valid(StockEntry.objects.filter(lot=lot, kind=StockKind.RECOUNT, amount=0, reason__startswith=word)).order_by("at", "pk").last()
    if last is not None:
        take_back(last, by=by)
    return change_thing(lot, {"ended": "", "ended_on": None, "ended_why": ""}, by=by, version=version)
