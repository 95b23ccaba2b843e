"""Deleting, which hides, and bringing back."""

from django.db import transaction
from django.utils import timezone

from core.vocabulary import StockKind, ThingKind
from server.changes.kinds import KINDS
from server.changes.selectors import find_thing, name_of
from server.errors import DomainError
from server.lots.models import Lot, StockEntry
from server.lots.services.stock import enter_stock, take_back_entry
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.models import Thing
from server.record_kinds.selectors import valid
from server.record_kinds.services import change_thing
from server.trials.models import Dish, Sown, Trial


@transaction.atomic
def delete(*, by: Person, kind: ThingKind, pk: int) -> Thing:
    """Hide a thing that nothing rests on; it can be brought back, and its code stays taken."""
    require(by, Right.LEAD)
    thing = _found(kind, pk)
    name = name_of(kind, thing)
    if thing.deleted_at is not None:
        raise DomainError(f"{name} is deleted already.", code="deleted_already")
    if not KINDS[kind].deletable:
        raise DomainError(
            f"A {kind.replace('_', ' ')} cannot be deleted on its own. End it, or give it up, on its page.", code="not_deletable"
        )
    _check_nothing_rests_on(kind, thing, name)
    if isinstance(thing, Trial):
        _forget_draw(by, thing)
    return change_thing(thing, {"deleted_at": timezone.now()}, by=by, version=thing.version)


@transaction.atomic
def bring_back(*, by: Person, kind: ThingKind, pk: int) -> Thing:
    """Show a deleted thing again, as it was."""
    require(by, Right.LEAD)
    thing = _found(kind, pk)
    if thing.deleted_at is None:
        raise DomainError(f"{name_of(kind, thing)} is not deleted.", code="not_deleted")
    back = change_thing(thing, {"deleted_at": None}, by=by, version=thing.version)
    if isinstance(back, Trial):
        _draw_again(by, back)
    return back


def _found(kind: ThingKind, pk: int) -> Thing:
    thing = find_thing(kind, pk)
    if thing is None:
        raise DomainError(f"There is no such {kind.replace('_', ' ')}.", code="no_such_thing")
    return thing


def _check_nothing_rests_on(kind: ThingKind, thing: Thing, name: str) -> None:
    resting = []
    for relation, words in KINDS[kind].blocks.items():
        there = getattr(thing, relation, None)
        count = 0 if there is None else there.count() if hasattr(there, "count") else 1
        if count:
            resting.append(f"{count} {words}")
    if isinstance(thing, Lot) and (tests := Trial.objects.filter(treatments__lot=thing).distinct().count()):
        resting.insert(0, f"{tests} trials")
    if isinstance(thing, Trial):
        dishes = Dish.objects.filter(treatment__trial=thing)
        if sown := valid(Sown.objects.filter(dish__in=dishes)).count():
            resting.append(f"{sown} sown dishes")
        if bags := dishes.filter(batch__isnull=False).count():
            resting.append(f"{bags} dishes in bags")
    if resting:
        raise DomainError(
            f"{name} cannot be deleted: {', '.join(resting)} depend on it. Delete those first, or keep it and add a note.",
            code="in_use",
        )


def _forget_draw(by: Person, trial: Trial) -> None:
    """Its dishes are hidden with it, and the seed goes back."""
    for draw in valid(StockEntry.objects.filter(lot__in=trial.lots, kind=StockKind.DRAWN, reason=f"trial {trial.code}")):
        take_back_entry(by=by, entry=draw)
    for dish in Dish.objects.filter(treatment__trial=trial):
        change_thing(dish, {"deleted_at": timezone.now()}, by=by, version=dish.version)


def _draw_again(by: Person, trial: Trial) -> None:
    """Its dishes are back, and their seed is drawn again; refused where the lot does not hold it any more."""
    dishes = list(Dish.everything.filter(treatment__trial=trial).select_related("treatment"))
    drawn = set(StockEntry.objects.filter(lot__in=trial.lots, reason=f"trial {trial.code}").values_list("lot", flat=True))
    for lot in trial.lots:
        if lot.pk not in drawn:
            continue
        seeds = sum(d.seeds for d in dishes if d.treatment.lot_id == lot.pk)
        enter_stock(by=by, lot=lot, kind=StockKind.DRAWN, amount=seeds, at=timezone.now(), reason=f"trial {trial.code}")
    for dish in dishes:
        change_thing(dish, {"deleted_at": None}, by=by, version=dish.version)
