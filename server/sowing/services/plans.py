"""Planning a sowing, treating its seed, sowing its trays."""

import dataclasses
from datetime import date, datetime
from typing import Any

from django.db import transaction

from core.vocabulary import PlanMode, StockKind
from server.batches.models import Batch
from server.batches.selectors.plans import on_calendar
from server.batches.services.batches import NewBatch, put_in, take_out_still_in
from server.errors import DomainError, question, refused
from server.lots.models import Lot, StockEntry
from server.lots.services import enter_stock
from server.lots.services.stock import take_back_entry
from server.people.models import Person
from server.people.permissions import Right, require
from server.people.selectors import work_calendar
from server.record_kinds.selectors import valid
from server.record_kinds.services import change_thing, check_not_in_future, create_thing
from server.reference.models import Place
from server.sowing.models import Outcome, SowingPlan, Tray, TraySown
from server.sowing.selectors.plans import trays_planned
from server.sowing.selectors.preview import SowingPreview, SowingWish, preview, wish_fields

MOST_TRAYS = 500


@transaction.atomic
def plan_sowing(*, by: Person, wish: SowingWish, today: date, note: str = "", sure: bool = False) -> SowingPlan:
    """Keep a plan as it was worked out. Nothing is drawn from the lot yet; one that would take more than there is, is asked about."""
    require(by, Right.PLAN)
    return create_thing(SowingPlan(code=_next_code(wish.lot), note=note, **_planned(wish, today, sure=sure)), by=by)


def _planned(wish: SowingWish, today: date, *, sure: bool) -> dict[str, Any]:
    """The fields of a plan for a wish; one that cannot be, or would take more than the lot holds, is refused or asked about."""
    found = preview(wish, today)
    seeds = _seeds_of(found)
    if found.stock.seeds is not None and seeds > found.stock.seeds and not sure:
        message = f"This takes {seeds:,} seeds, and lot {wish.lot.code} holds {found.stock.seeds:,}. Plan it anyway?"
        raise question("/plants_wanted", "more_than_lot", message)
    fields = wish_fields(wish) | _worked_out(found, seeds)
    if trays_planned(SowingPlan(**fields)) > MOST_TRAYS:
        raise refused("/plants_wanted", "too_many_trays", f"{found.cells:,} cells need more than {MOST_TRAYS} trays. Plan it in parts.")
    return fields


def _seeds_of(found: SowingPreview) -> int:
    if not found.seeds:
        message = "At this percentage no number of seeds is enough. Plan fewer plants, accept less assurance, or test again."
        raise refused("/plants_wanted", "no_answer", message)
    return found.seeds


def _worked_out(found: SowingPreview, seeds: int) -> dict[str, Any]:
    return {
        "sow_on": found.sow,
        "tested_share": found.share,
        "tested_n_eff": found.n_eff,
        "plant_share": found.plant_share_used,
        "days_to_half": found.tested.days_to_half if found.tested else None,
        "seeds": seeds,
        "seeds_per_cell": found.seeds_per_cell,
        "cells": found.cells or 0,
    }


def _next_code(lot: Lot) -> str:
    """The lot's code and the next free number: ``HR-114-S1``."""
    start = f"{lot.code}-S"
    taken = [c.removeprefix(start) for c in SowingPlan.objects.filter(code__startswith=start).values_list("code", flat=True)]
    return f"{start}{max((int(t) for t in taken if t.isdecimal()), default=0) + 1}"


@transaction.atomic
def plan_again(
    *, by: Person, plan: SowingPlan, version: int, wish: SowingWish, today: date, note: str = "", sure: bool = False
) -> SowingPlan:
    """Replace what a plan wants, while nothing of it has begun; the history keeps what it wanted before."""
    require(by, Right.PLAN)
    if plan.batch_id is not None or plan.trays.exists():
        raise DomainError(f"{plan.code} has begun already: it cannot be changed. Make a new plan for more plants.", code="begun_already")
    changes = _planned(dataclasses.replace(wish, lot=plan.lot), today, sure=sure)
    changes.pop("lot")
    return change_thing(plan, changes | {"note": note}, by=by, version=version)


def give_up(*, by: Person, plan: SowingPlan, version: int, given_up: bool = True) -> SowingPlan:
    """Give a plan up, or take it up again; what was sown stays."""
    require(by, Right.PLAN)
    return change_thing(plan, {"given_up": given_up}, by=by, version=version)


@transaction.atomic
def treat(*, by: Person, plan: SowingPlan, at: datetime, place: Place | None = None, sure: bool = False) -> Batch:
    """Put the seed of a plan into its bag: drawn from the lot, on the calendar back from the sowing day."""
    require(by, Right.PLAN)
    if plan.batch_id is not None:
        raise DomainError(f"The seed of {plan.code} is in its bag already.", code="in_bag_already")
    if plan.trays.exists():
        raise DomainError(f"{plan.code} is sown already: its seed cannot be treated any more.", code="sown_already")
    if plan.recipe is None:
        raise DomainError(f"{plan.code} is sown as it is: there is nothing to treat.", code="nothing_to_treat")
    laid = on_calendar(plan.recipe, PlanMode.SOW_TOGETHER, plan.sow_on, work_calendar())
    new = NewBatch(lot=plan.lot, recipe=plan.recipe, seeds=plan.seeds, place=place, note=f"for {plan.code}")
    batch = put_in(by=by, new=new, plan=laid, at=at, sure=sure)
    change_thing(plan, {"batch": batch}, by=by, version=plan.version)
    return batch


@transaction.atomic
def sow(
    *, by: Person, plan: SowingPlan, at: datetime, place: Place | None = None, seeds: int | None = None, sure: bool = False
) -> list[TraySown]:
    """Sow a plan's trays. Seed that was in no bag is drawn from the lot now; `seeds` is what was really sown, where it differs."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    standing = set(valid(TraySown.objects.filter(tray__plan=plan)).values_list("tray", flat=True))
    if standing:
        raise DomainError(f"{plan.code} is sown already.", code="sown_already")
    sown = plan.seeds if seeds is None else seeds
    if sown < 1:
        raise refused("/seeds", "no_seeds", f"{sown} seeds are not a sowing. Enter at least 1.")
    if plan.batch is not None:
        take_out_still_in(by=by, batches=[plan.batch.pk], at=at, sure=sure)
        if sown > plan.batch.seeds and not sure:
            raise question("/seeds", "more_than_bag", f"{sown:,} seeds out of a bag of {plan.batch.seeds:,}? Count again, or confirm it.")
    else:
        enter_stock(by=by, lot=plan.lot, kind=StockKind.DRAWN, amount=sown, at=at, reason=_reason(plan))
    trays = list(plan.trays.all()) or _make_trays(by, plan, place)
    # what was really sown is spread as the cells are; rounding goes to the last tray
    parts = _parts(sown, [max(1, t.cells) for t in trays])
    return TraySown.objects.bulk_create([TraySown(tray=t, seeds=n, at=at, by=by) for t, n in zip(trays, parts, strict=True)])


def _reason(plan: SowingPlan) -> str:
    return f"sowing {plan.code}"


def _parts(total: int, weights: list[int]) -> list[int]:
    whole, out, given, weighed = sum(weights), [], 0, 0
    for w in weights:
        weighed += w
        out.append(round(total * weighed / whole) - given)
        given += out[-1]
    return out


def _make_trays(by: Person, plan: SowingPlan, place: Place | None) -> list[Tray]:
    left, made = plan.cells, []
    for n in range(1, trays_planned(plan) + 1):
        cells = min(left, plan.cells_per_tray)
        tray = Tray(code=f"{plan.code}-T{n}", lot=plan.lot, plan=plan, place=place, cells=cells, seeds_per_cell=plan.seeds_per_cell)
        made.append(create_thing(tray, by=by))
        left -= cells
    return made


@transaction.atomic
def take_back_sowing(*, by: Person, plan: SowingPlan, at: datetime) -> None:
    """Undo a sowing that was a slip, while nothing was counted: what was drawn is in the lot again."""
    require(by, Right.PLAN)
    standing = list(valid(TraySown.objects.filter(tray__plan=plan)))
    if not standing:
        raise DomainError(f"{plan.code} is not sown: it cannot be undone.", code="not_sown")
    if valid(Outcome.objects.filter(tray__plan=plan)).exists():
        raise DomainError(f"Trays of {plan.code} were counted already. Undo those counts first.", code="counted_already")
    TraySown.objects.bulk_create([TraySown(tray=s.tray, seeds=s.seeds, at=at, by=by, corrects=s, withdrawn=True) for s in standing])
    drawn = valid(StockEntry.objects.filter(lot=plan.lot, kind=StockKind.DRAWN, reason=_reason(plan))).order_by("at", "pk").last()
    if plan.batch_id is None and drawn is not None:
        take_back_entry(by=by, entry=drawn)
