"""Laying out a trial, and changing what it says about itself."""

import re
import secrets
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, TypedDict, Unpack

from django.db import transaction

from core.design import Placement, SeedCost, allocate, draw_codes, seed_cost
from core.errors import CoreError
from core.vocabulary import Closure, Criterion, Layout, Light, Medium, Question, StockKind, TrialKind
from server.errors import DomainError, field_error, refused, refused_by_core
from server.lots.models import Lot
from server.lots.selectors import Stock, stocks
from server.lots.services import enter_stock
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.days import local_day
from server.record_kinds.services import change_thing, create_thing
from server.reference.models import Place
from server.trials.models import Dish, Treatment, Trial
from server.trials.services.new_treatments import (
    NewTreatment,
    check_bags,
    check_quarantine,
    check_treatments,
    of_lot,
    treatment_fields,
    with_lots,
)


def _cost(dishes: int, seeds_per_dish: int) -> SeedCost:
    """The seed of one treatment."""
    try:
        return seed_cost(1, dishes, seeds_per_dish, None)
    except CoreError as error:
        raise refused_by_core(error, f"/{error.parameter}") from error


class TrialFields(TypedDict, total=False):
    """The conditions of a trial, and when its dishes are looked at."""

    kind: TrialKind
    asks: Question
    copied_from: Trial | None
    criterion: Criterion
    medium: Medium
    light: Light
    closure: Closure
    factor_a: str
    factor_b: str
    temperature_c: float | None
    night_temperature_c: float | None
    first_look_days: float
    every_days: float
    daily_for_days: int
    length_days: float
    blind: bool


@transaction.atomic
def lay_out_trial(
    *,
    by: Person,
    lot: Lot | None = None,
    question: str,
    treatments: Sequence[NewTreatment],
    dishes_per_treatment: int,
    seeds_per_dish: int,
    sow_on: date,
    at: datetime,
    places: Sequence[Place] = (),
    layout: Layout = Layout.RANDOM,
    layout_seed: int | None = None,
    sure: bool = False,
    **fields: Unpack[TrialFields],
) -> Trial:
    """Lay out a trial: its dishes get unique blind codes and random positions, and its seed is drawn from each lot.

    Seed of a lot in quarantine is only taken where somebody is `sure`.
    """
    require(by, Right.PLAN)
    treatments = with_lots(treatments, lot)
    kind = fields.get("kind", TrialKind.TRIAL)
    check_treatments(treatments, kind=kind)
    check_bags(treatments, dishes_per_treatment)
    draws = _draws(treatments, dishes_per_treatment, seeds_per_dish)
    if not sure:
        check_quarantine(treatments)
    seed = secrets.randbits(48) if layout_seed is None else layout_seed
    trial = create_thing(
        Trial(code=next_code(draws[0].lot, kind), question=question, sow_on=sow_on, layout=layout, layout_seed=seed, **fields), by=by
    )
    made = [Treatment(trial=trial, order=i, **treatment_fields(t, by)) for i, t in enumerate(treatments)]
    Treatment.objects.bulk_create(made)
    dishes = len(treatments) * dishes_per_treatment
    codes = draw_codes(dishes, seed, set(Dish.everything.values_list("code", flat=True)))
    placed = allocate([dishes_per_treatment] * len(made), layout, seed)
    for code, p in zip(codes, placed, strict=True):
        place = _place_of(p, places, layout, dishes)
        seeds = treatments[p.treatment].seeds_per_dish or seeds_per_dish
        create_thing(Dish(treatment=made[p.treatment], code=code, place=place, position=p.position, block=p.block, seeds=seeds), by=by)
    for draw in draws:
        draw.enter(by, trial, at)
    return trial


@dataclass(frozen=True)
class _Draw:
    """Seed that a trial takes from one lot."""

    lot: Lot
    seeds: int
    stock: Stock

    def enter(self, by: Person, trial: Trial, at: datetime) -> None:
        if self.stock.seeds is not None:
            enter_stock(by=by, lot=self.lot, kind=StockKind.DRAWN, amount=self.seeds, at=at, reason=f"trial {trial.code}")


def _draws(treatments: Sequence[NewTreatment], dishes: int, seeds_per_dish: int) -> list[_Draw]:
    """What a trial takes from each of its lots; refused where one does not hold it."""
    wanted: Counter[int] = Counter()
    lots: dict[int, Lot] = {}
    for t in treatments:
        lot = of_lot(t)
        lots[lot.pk] = lot
        seeds = t.seeds_per_dish or seeds_per_dish
        wanted[lot.pk] += _cost(dishes, seeds).seeds
    left = stocks(list(lots))
    for pk, lot in lots.items():
        in_stock = left[pk].seeds
        if in_stock is not None and wanted[pk] > in_stock:
            raise _more_than_lot(wanted[pk], in_stock, lot)
    return [_Draw(lot, wanted[pk], left[pk]) for pk, lot in lots.items()]


def _place_of(placement: Placement, places: Sequence[Place], layout: Layout, dishes: int) -> Place | None:
    """A block lies in one place; without blocks the places are filled evenly, in the order of the positions."""
    if not places:
        return None
    if layout == Layout.BLOCKS:
        return places[(placement.block - 1) % len(places)]
    return places[(placement.position - 1) * len(places) // dishes]


def _more_than_lot(seeds: int, in_stock: int, lot: Lot) -> DomainError:
    message = (
        f"This trial needs {seeds} seeds, but lot {lot.code} holds {in_stock}. Use fewer dishes, fewer seeds per dish, or fewer treatments."
    )
    return refused("/seeds_per_dish", "more_than_lot", message)


@transaction.atomic
def add_treatment(*, by: Person, trial: Trial, new: NewTreatment, dishes: int, seeds_per_dish: int, at: datetime) -> Treatment:
    """Add a treatment to a trial that stands already: its dishes go to the end, and it is marked as not run at the same time."""
    require(by, Right.PLAN)
    there = list(Treatment.objects.filter(trial=trial).select_related("lot__taxon"))
    [new] = with_lots([new], trial.one_lot)
    check_bags([new], dishes)
    if new.is_control:
        raise refused(
            "/is_control", "two_controls", "A treatment added later cannot be the control: it did not run at the same time as the others."
        )
    check_treatments(
        [*(NewTreatment(t.name, is_control=t.is_control, lot=t.lot) for t in there), new], at_field="/name", kind=TrialKind(trial.kind)
    )
    [draw] = _draws([new], dishes, seeds_per_dish)
    if of_lot(new).pk not in {t.lot_id for t in there}:
        check_quarantine([new])
    treatment = Treatment.objects.create(trial=trial, order=len(there), added_on=local_day(at), **treatment_fields(new, by))
    last = Dish.objects.filter(treatment__trial=trial).order_by("-position").first()
    codes = draw_codes(dishes, secrets.randbits(48), set(Dish.everything.values_list("code", flat=True)))
    for n, code in enumerate(codes, 1 + (last.position if last else 0)):
        dish = Dish(treatment=treatment, code=code, place=last.place if last else None, position=n, seeds=seeds_per_dish)
        create_thing(dish, by=by)
    draw.enter(by, trial, at)
    return treatment


def design_of(trial: Trial) -> dict[str, Any]:
    """A trial as it was laid out at first, to repeat it with another lot; a treatment added later is left out."""
    dishes = list(Dish.objects.filter(treatment__trial=trial, treatment__added_on__isnull=True).select_related("place"))
    treatments = list(Treatment.objects.filter(trial=trial, added_on__isnull=True).select_related("lot", "recipe"))
    lot = trial.one_lot
    fields = ("kind", "question", "asks", "factor_a", "factor_b", "layout", "criterion", "medium", "light", "closure", "temperature_c")
    plan = ("night_temperature_c", "first_look_days", "every_days", "daily_for_days", "length_days", "blind")
    return {name: getattr(trial, name) for name in (*fields, *plan)} | {
        "lot": lot,
        # a trial of one lot is repeated with another one: no treatment has a lot of its own
        "treatments": [_as_new(t, None if lot else t.lot) for t in treatments],
        "dishes_per_treatment": max(1, len(dishes) // max(1, len(treatments))),
        "seeds_per_dish": max((d.seeds for d in dishes), default=1),
        "places": list({d.place_id: d.place for d in dishes if d.place}.values()),
    }


def _as_new(t: Treatment, lot: Lot | None) -> NewTreatment:
    same = ("name", "recipe", "is_control", "dose", "dose_unit", "light", "level_a", "level_b", "bags", "length_days")
    return NewTreatment(lot=lot, **{field: getattr(t, field) for field in same})


def next_code(lot: Lot, kind: TrialKind = TrialKind.TRIAL) -> str:
    """Three letters of the plant and the next free number: ``BAL-07``; of a packet day ``PKT-02``."""
    letters = (
        "PKT"
        if kind is TrialKind.PACKET_DAY
        else re.sub(r"[^A-Z]", "", lot.common_name.rsplit(maxsplit=1)[-1].upper() + lot.name.upper())[:3] or "TRI"
    )
    taken = Trial.everything.filter(code__startswith=f"{letters}-").values_list("code", flat=True)
    number = max((int(n) for c in taken if (n := c.split("-")[1]).isdecimal()), default=0) + 1
    return f"{letters}-{number:02d}"


def change_trial(*, by: Person, trial: Trial, version: int, changes: dict[str, Any]) -> Trial:
    """Change what a trial says about itself. Lot, treatments and dishes stay as laid out."""
    require(by, Right.PLAN)
    if (
        "criterion" in changes
        and changes["criterion"] != trial.criterion
        and Dish.objects.filter(treatment__trial=trial, looks__isnull=False).exists()
    ):
        message = "Dishes have been counted by this rule already. Keep it to the end, or start a new trial."
        raise DomainError(message, code="criterion_in_use", errors=[field_error("/criterion", "criterion_in_use", message)])
    return change_thing(trial, changes, by=by, version=version)
