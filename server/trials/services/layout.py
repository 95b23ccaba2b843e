"""Laying out a trial, and changing what it says about itself."""

import re
import secrets
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any

from django.db import transaction

from core.design import SeedCost, allocate, draw_codes, seed_cost
from core.errors import CoreError
from core.vocabulary import Layout, StockKind
from server.lots.models import Lot
from server.lots.selectors import Stock, stocks
from server.lots.services import enter_stock
from server.people.models import Person
from server.people.permissions import Right, require
from server.places.models import Place
from server.recipes.models import Recipe
from server.record_kinds.services import change_thing, create_thing
from server.rest.problems import Problem, field_error, refused, refused_by_core
from server.trials.models import Dish, Treatment, Trial


@dataclass(frozen=True)
class NewTreatment:
    """A treatment to lay out; without a recipe the seed is sown as it is."""

    name: str
    recipe: Recipe | None = None
    is_control: bool = False
    dose: float | None = None
    dose_unit: str = ""


def cost_of(*, lot: Lot, treatments: int, dishes: int, seeds_per_dish: int) -> tuple[SeedCost, Stock]:
    """What a layout takes from the lot, and what is in the lot."""
    stock = stocks([lot.pk])[lot.pk]
    try:
        return seed_cost(treatments, dishes, seeds_per_dish, stock.seeds), stock
    except CoreError as error:
        raise refused_by_core(error, f"/{error.parameter}") from error


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
    place: Place | None = None,
    layout: Layout = Layout.RANDOM,
    layout_seed: int | None = None,
    **fields: Any,
) -> Trial:
    """Lay out a trial: its dishes get unique blind codes and random positions, and its seed is drawn from the lot."""
    require(by, Right.PLAN)
    _check_treatments(treatments)
    cost, stock = cost_of(lot=lot, treatments=len(treatments), dishes=dishes_per_treatment, seeds_per_dish=seeds_per_dish)
    if cost.too_many:
        message = (
            f"This trial needs {cost.seeds} seeds, but lot {lot.code} holds {stock.seeds}. "
            "Take fewer dishes, fewer seeds a dish, or fewer treatments."
        )
        raise refused("/seeds_per_dish", "more_than_lot", message)
    seed = secrets.randbits(48) if layout_seed is None else layout_seed
    trial = create_thing(
        Trial(code=_next_code(lot), question=question, lot=lot, sow_on=sow_on, layout=layout, layout_seed=seed, **fields), by=by
    )
    made = [Treatment(trial=trial, order=i, **vars(t)) for i, t in enumerate(treatments)]
    Treatment.objects.bulk_create(made)
    codes = draw_codes(cost.dishes, seed, set(Dish.objects.values_list("code", flat=True)))
    placed = allocate([dishes_per_treatment] * len(made), layout, seed)
    for code, p in zip(codes, placed, strict=True):
        dish = Dish(
            treatment=made[p.treatment],
            code=code,
            place=place,
            position=p.position,
            block=p.block,
            seeds=seeds_per_dish,
        )
        create_thing(dish, by=by)
    if stock.seeds is not None:
        enter_stock(
            by=by,
            lot=lot,
            kind=StockKind.DRAWN,
            amount=cost.seeds,
            at=at,
            reason=f"trial {trial.code}",
        )
    return trial


def _check_treatments(treatments: Sequence[NewTreatment]) -> None:
    if not treatments:
        raise refused("/treatments", "no_treatment", "A trial needs at least one treatment.")
    names = [t.name.strip().lower() for t in treatments]
    for index, name in enumerate(names):
        if not name:
            raise refused(f"/treatments/{index}/name", "no_name", f"Treatment {index + 1} has no name.")
        if name in names[:index]:
            raise refused(
                f"/treatments/{index}/name", "name_twice", f"Two treatments are called “{treatments[index].name}”: name them apart."
            )
    controls = [i for i, t in enumerate(treatments) if t.is_control]
    if len(controls) > 1:
        raise refused(f"/treatments/{controls[1]}/is_control", "two_controls", "A trial has one control, the others are held against it.")
    if not controls and len(treatments) > 1:
        raise refused("/treatments", "no_control", "Say which treatment is the control: same seed, same handling, no treatment.")


def _next_code(lot: Lot) -> str:
    """Three letters of the plant and the next free number: ``BAL-07``."""
    letters = re.sub(r"[^A-Z]", "", lot.common_name.rsplit(maxsplit=1)[-1].upper() + lot.name.upper())[:3] or "TRI"
    taken = Trial.objects.filter(code__startswith=f"{letters}-").values_list("code", flat=True)
    number = max((int(c.split("-")[1]) for c in taken), default=0) + 1
    return f"{letters}-{number:02d}"


def change_trial(*, by: Person, trial: Trial, version: int, changes: dict[str, Any]) -> Trial:
    """Change what a trial says about itself. Lot, treatments and dishes stay as laid out."""
    require(by, Right.PLAN)
    if (
        "criterion" in changes
        and changes["criterion"] != trial.criterion
        and Dish.objects.filter(treatment__trial=trial, looks__isnull=False).exists()
    ):
        message = "Dishes have been counted by this rule already. Keep it to the end, or lay out a new trial."
        raise Problem(message, code="criterion_in_use", errors=[field_error("/criterion", "criterion_in_use", message)])
    return change_thing(trial, changes, by=by, version=version)
