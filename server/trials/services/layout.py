"""Laying out a trial, and changing what it says about itself."""

import re
import secrets
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, TypedDict, Unpack

from django.db import transaction

from core.design import Placement, SeedCost, allocate, draw_codes, seed_cost
from core.errors import CoreError
from core.vocabulary import Closure, Criterion, Layout, Light, Medium, Question, StockKind
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
    """A treatment to lay out; without a recipe the seed is sown as it is.

    `steps` are those of a recipe that may not be written yet, or another length than `recipe` has; the recipe that does
    exactly this is used, and written as `recipe_name` where there is none.
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


def cost_of(*, lot: Lot, treatments: int, dishes: int, seeds_per_dish: int) -> tuple[SeedCost, Stock]:
    """What a layout takes from the lot, and what is in the lot."""
    stock = stocks([lot.pk])[lot.pk]
    try:
        return seed_cost(treatments, dishes, seeds_per_dish, stock.seeds), stock
    except CoreError as error:
        raise refused_by_core(error, f"/{error.parameter}") from error


class TrialFields(TypedDict, total=False):
    """The conditions of a trial, and when its dishes are looked at."""

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
    lot: Lot,
    question: str,
    treatments: Sequence[NewTreatment],
    dishes_per_treatment: int,
    seeds_per_dish: int,
    sow_on: date,
    at: datetime,
    places: Sequence[Place] = (),
    layout: Layout = Layout.RANDOM,
    layout_seed: int | None = None,
    **fields: Unpack[TrialFields],
) -> Trial:
    """Lay out a trial: its dishes get unique blind codes and random positions, and its seed is drawn from the lot."""
    require(by, Right.PLAN)
    check_treatments(treatments)
    _check_bags(treatments, dishes_per_treatment)
    cost, stock = cost_of(lot=lot, treatments=len(treatments), dishes=dishes_per_treatment, seeds_per_dish=seeds_per_dish)
    _check_stock(cost, stock, lot)
    seed = secrets.randbits(48) if layout_seed is None else layout_seed
    trial = create_thing(
        Trial(code=next_code(lot), question=question, lot=lot, sow_on=sow_on, layout=layout, layout_seed=seed, **fields), by=by
    )
    made = [Treatment(trial=trial, order=i, **treatment_fields(t, by)) for i, t in enumerate(treatments)]
    Treatment.objects.bulk_create(made)
    codes = draw_codes(cost.dishes, seed, set(Dish.everything.values_list("code", flat=True)))
    placed = allocate([dishes_per_treatment] * len(made), layout, seed)
    for code, p in zip(codes, placed, strict=True):
        place = _place_of(p, places, layout, cost.dishes)
        create_thing(
            Dish(treatment=made[p.treatment], code=code, place=place, position=p.position, block=p.block, seeds=seeds_per_dish), by=by
        )
    _draw_seed(by, trial, cost.seeds, stock, at)
    return trial


def treatment_fields(new: NewTreatment, by: Person) -> dict[str, Any]:
    """What is kept of a new treatment, with the recipe that does its steps."""
    kept = {k: v for k, v in vars(new).items() if k not in ("steps", "recipe_name")}
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


def _draw_seed(by: Person, trial: Trial, seeds: int, stock: Stock, at: datetime) -> None:
    if stock.seeds is not None:
        enter_stock(by=by, lot=trial.lot, kind=StockKind.DRAWN, amount=seeds, at=at, reason=f"trial {trial.code}")


def _check_stock(cost: SeedCost, stock: Stock, lot: Lot) -> None:
    if cost.too_many:
        message = (
            f"This trial needs {cost.seeds} seeds, but lot {lot.code} holds {stock.seeds}. "
            "Use fewer dishes, fewer seeds per dish, or fewer treatments."
        )
        raise refused("/seeds_per_dish", "more_than_lot", message)


@transaction.atomic
def add_treatment(*, by: Person, trial: Trial, new: NewTreatment, dishes: int, seeds_per_dish: int, at: datetime) -> Treatment:
    """Add a treatment to a trial that stands already: its dishes go to the end, and it is marked as not run at the same time."""
    require(by, Right.PLAN)
    there = list(Treatment.objects.filter(trial=trial))
    _check_bags([new], dishes)
    if new.is_control:
        raise refused(
            "/is_control", "two_controls", "A treatment added later cannot be the control: it did not run at the same time as the others."
        )
    check_treatments([*(NewTreatment(t.name, is_control=t.is_control) for t in there), new], at_field="/name")
    cost, stock = cost_of(lot=trial.lot, treatments=1, dishes=dishes, seeds_per_dish=seeds_per_dish)
    _check_stock(cost, stock, trial.lot)
    treatment = Treatment.objects.create(trial=trial, order=len(there), added_on=local_day(at), **treatment_fields(new, by))
    last = Dish.objects.filter(treatment__trial=trial).order_by("-position").first()
    codes = draw_codes(dishes, secrets.randbits(48), set(Dish.everything.values_list("code", flat=True)))
    for n, code in enumerate(codes, 1 + (last.position if last else 0)):
        dish = Dish(treatment=treatment, code=code, place=last.place if last else None, position=n, seeds=seeds_per_dish)
        create_thing(dish, by=by)
    _draw_seed(by, trial, cost.seeds, stock, at)
    return treatment


def design_of(trial: Trial) -> dict[str, Any]:
    """A trial as it was laid out at first, to repeat it with another lot; a treatment added later is left out."""
    dishes = list(Dish.objects.filter(treatment__trial=trial, treatment__added_on__isnull=True).select_related("place"))
    treatments = list(Treatment.objects.filter(trial=trial, added_on__isnull=True))
    fields = ("lot", "question", "asks", "factor_a", "factor_b", "layout", "criterion", "medium", "light", "closure", "temperature_c")
    plan = ("night_temperature_c", "first_look_days", "every_days", "daily_for_days", "length_days", "blind")
    return {name: getattr(trial, name) for name in (*fields, *plan)} | {
        "treatments": treatments,
        "dishes_per_treatment": max(1, len(dishes) // max(1, len(treatments))),
        "seeds_per_dish": max((d.seeds for d in dishes), default=1),
        "places": list({d.place_id: d.place for d in dishes if d.place}.values()),
    }


def check_treatments(treatments: Sequence[NewTreatment], at_field: str = "") -> None:
    """Refuse treatments without a name, with one name twice, or without the one control that the others are compared with."""
    if not treatments:
        raise refused("/treatments", "no_treatment", "A trial needs at least one treatment.")
    names = [t.name.strip().lower() for t in treatments]
    for index, name in enumerate(names):
        if not name:
            raise refused(at_field or f"/treatments/{index}/name", "no_name", f"Treatment {index + 1} has no name.")
        if name in names[:index]:
            raise refused(
                at_field or f"/treatments/{index}/name",
                "name_twice",
                f"Two treatments are called “{treatments[index].name}”: give them different names.",
            )
    if at_field:
        return
    controls = [i for i, t in enumerate(treatments) if t.is_control]
    if len(controls) > 1:
        raise refused(
            f"/treatments/{controls[1]}/is_control",
            "two_controls",
            "A trial has one control. Choose it.",
        )
    if not controls and len(treatments) > 1:
        raise refused("/treatments", "no_control", "Choose the control: the same seed and handling, without treatment.")


def next_code(lot: Lot) -> str:
    """Three letters of the plant and the next free number: ``BAL-07``."""
    letters = re.sub(r"[^A-Z]", "", lot.common_name.rsplit(maxsplit=1)[-1].upper() + lot.name.upper())[:3] or "TRI"
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
