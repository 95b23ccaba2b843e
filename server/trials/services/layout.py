"""Laying out a trial, and changing what it says about itself."""

import re
import secrets
from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime
from typing import Any, TypedDict, Unpack

from django.db import transaction

from core.design import Placement, SeedCost, allocate, draw_codes, seed_cost
from core.errors import CoreError
from core.seedstock import trouble_advice
from core.vocabulary import Closure, Criterion, Layout, Light, Medium, Question, StockKind, TrialKind, Trouble
from server.errors import DomainError, field_error, refused, refused_by_core
from server.lots.models import Lot
from server.lots.selectors import Stock, stocks
from server.lots.services import enter_stock
from server.people.models import Person
from server.people.permissions import Right, require
from server.recipes.models import Recipe
from server.recipes.services import recipe_of_steps
from server.record_kinds.days import local_day
from server.record_kinds.services import change_thing, create_thing
from server.reference.models import Place
from server.trials.models import Dish, Treatment, Trial


@dataclass(frozen=True)
class NewTreatment:
    """A treatment to lay out; without a recipe the seed is sown as it is, without `lot` it is of the trial's lot.

    `seeds_per_dish` and `length_days` are its own where they differ from the trial's. `steps` are those of a recipe that may not be
    written yet, or another length than `recipe` has; the recipe that does exactly this is used, and written as `recipe_name` where
    there is none.
    """

    name: str
    recipe: Recipe | None = None
    is_control: bool = False
    dose: float | None = None
    dose_unit: str = ""
    light: str = ""
    level_a: str = ""
    level_b: str = ""
    bags: int = 1
    steps: Sequence[dict[str, Any]] = ()
    recipe_name: str = ""
    lot: Lot | None = None
    seeds_per_dish: int | None = None
    length_days: float | None = None


def cost_of(*, lot: Lot, treatments: int, dishes: int, seeds_per_dish: int) -> tuple[SeedCost, Stock]:
    """What a layout takes from the lot, and what is in the lot."""
    stock = stocks([lot.pk])[lot.pk]
    return _cost(treatments, dishes, seeds_per_dish, stock.seeds), stock


def _cost(treatments: int, dishes: int, seeds_per_dish: int, in_stock: int | None) -> SeedCost:
    try:
        return seed_cost(treatments, dishes, seeds_per_dish, in_stock)
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
    _check_bags(treatments, dishes_per_treatment)
    draws = _draws(treatments, dishes_per_treatment, seeds_per_dish)
    if not sure:
        _check_quarantine(treatments)
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


def with_lots(treatments: Sequence[NewTreatment], lot: Lot | None) -> list[NewTreatment]:
    """Treatments each with its lot: its own, or the one that is given for all."""
    missing = next((i for i, t in enumerate(treatments) if t.lot is None), None)
    if missing is not None and lot is None:
        raise refused(f"/treatments/{missing}/lot", "no_lot", f"Choose the lot of “{treatments[missing].name}”.")
    return [t if t.lot else replace(t, lot=lot) for t in treatments]


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
        wanted[lot.pk] += _cost(1, dishes, seeds, None).seeds
    left = stocks(list(lots))
    for pk, lot in lots.items():
        in_stock = left[pk].seeds
        if in_stock is not None and wanted[pk] > in_stock:
            raise _more_than_lot(wanted[pk], in_stock, lot)
    return [_Draw(lot, wanted[pk], left[pk]) for pk, lot in lots.items()]


def of_lot(t: NewTreatment) -> Lot:
    """The lot of a treatment that has one."""
    if t.lot is None:
        raise ValueError(f"Treatment “{t.name}” has no lot; see with_lots.")
    return t.lot


def _check_quarantine(treatments: Sequence[NewTreatment]) -> None:
    """Refuse seed of a lot in quarantine, naming each."""
    found = {lot.pk: lot for t in treatments if (lot := of_lot(t)).trouble and trouble_advice(Trouble(lot.trouble)).quarantine}
    if found:
        lots = ", ".join(f"{lot.code} ({lot.get_trouble_display().lower().replace('_', ' ')})" for lot in found.values())
        what = "Lots" if len(found) > 1 else "Lot"
        are = "are" if len(found) > 1 else "is"
        raise DomainError(
            f"{what} {lots} {are} in quarantine: dishes side by side may pass it on. Take other seed, or confirm that you want to test it.",
            code="in_quarantine",
        )


def treatment_fields(new: NewTreatment, by: Person) -> dict[str, Any]:
    """What is kept of a new treatment, with the recipe that does its steps."""
    kept = {k: v for k, v in vars(new).items() if k not in ("steps", "recipe_name", "seeds_per_dish")}
    if new.steps:
        kept["recipe"] = recipe_of_steps(by=by, name=(new.recipe_name or new.name)[:80], steps=new.steps, like=new.recipe)
    return kept


def _check_bags(treatments: Sequence[NewTreatment], dishes: int) -> None:
    """A bag fills at least one dish."""
    for index, t in enumerate(treatments):
        if not 1 <= t.bags <= max(1, dishes):
            message = f"“{t.name}” cannot be treated in {t.bags} bags: it has {dishes} dishes, and each bag fills at least one."
            raise refused(f"/treatments/{index}/bags", "bags_out_of_range", message)


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
    _check_bags([new], dishes)
    if new.is_control:
        raise refused(
            "/is_control", "two_controls", "A treatment added later cannot be the control: it did not run at the same time as the others."
        )
    check_treatments(
        [*(NewTreatment(t.name, is_control=t.is_control, lot=t.lot) for t in there), new], at_field="/name", kind=TrialKind(trial.kind)
    )
    [draw] = _draws([new], dishes, seeds_per_dish)
    if of_lot(new).pk not in {t.lot_id for t in there}:
        _check_quarantine([new])
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


def check_treatments(treatments: Sequence[NewTreatment], at_field: str = "", kind: TrialKind = TrialKind.TRIAL) -> None:
    """Refuse treatments without a name, with one name twice for a lot, or without the control that the others are compared with.

    The control is one for the trial or one for each lot. Lots that have one treatment each may do without.
    """
    if not treatments:
        raise refused("/treatments", "no_treatment", "A trial needs at least one treatment.")
    several = len({of_lot(t).pk for t in treatments}) > 1
    names = [(of_lot(t).pk, t.name.strip().lower()) for t in treatments]
    for index, ((lot, name), t) in enumerate(zip(names, treatments, strict=True)):
        if not name:
            raise refused(at_field or f"/treatments/{index}/name", "no_name", f"Treatment {index + 1} has no name.")
        if kind is TrialKind.PACKET_DAY and lot in (x for x, _ in names[:index]):
            message = f"Packet {of_lot(t).code} is in this packet day twice. Take it out once."
            raise refused(f"/treatments/{index}/lot", "lot_twice", message)
        if (lot, name) in names[:index]:
            message = (
                f"Lot {of_lot(t).code} is in this trial twice with the treatment “{t.name}”. Choose another lot, or another treatment."
                if several
                else f"Two treatments are called “{t.name}”: give them different names."
            )
            raise refused(at_field or f"/treatments/{index}/name", "name_twice", message)
    if not at_field:
        _check_controls(treatments, kind)


def _check_controls(treatments: Sequence[NewTreatment], kind: TrialKind) -> None:
    sizes = Counter(of_lot(t).pk for t in treatments)
    controls: dict[int, list[int]] = defaultdict(list)
    for i, t in enumerate(treatments):
        if t.is_control:
            controls[of_lot(t).pk].append(i)
    first = next((found[0] for found in controls.values()), 0)
    if kind is TrialKind.PACKET_DAY:
        if controls:
            raise refused(
                f"/treatments/{first}/is_control", "no_control_here", "A packet day has no control: each packet is tested by itself."
            )
        return
    twice = next((found[1] for found in controls.values() if len(found) > 1), None)
    if twice is not None:
        message = "A trial has one control. Choose it." if len(sizes) == 1 else "A lot has one control. Choose it."
        raise refused(f"/treatments/{twice}/is_control", "two_controls", message)
    alone = max(sizes.values()) == 1
    if not controls and len(treatments) > 1 and not (alone and len(sizes) > 1):
        raise refused("/treatments", "no_control", "Choose the control: the same seed and handling, without treatment.")
    if 1 < len(controls) < len(sizes) or (alone and len(controls) > 1):
        raise refused("/treatments", "controls_of_some", "Choose one control for the whole trial, or one for each lot.")


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
