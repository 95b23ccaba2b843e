"""The treatments of a trial before it is laid out: of which lot each is, and what is refused."""

from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

from core.seedstock import trouble_advice
from core.vocabulary import TrialKind, Trouble
from server.errors import DomainError, refused
from server.lots.models import Lot
from server.people.models import Person
from server.recipes.models import Recipe
from server.recipes.services import recipe_of_steps


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


def with_lots(treatments: Sequence[NewTreatment], lot: Lot | None) -> list[NewTreatment]:
    """Treatments each with its lot: its own, or the one that is given for all."""
    missing = next((i for i, t in enumerate(treatments) if t.lot is None), None)
    if missing is not None and lot is None:
        raise refused(f"/treatments/{missing}/lot", "no_lot", f"Choose the lot of “{treatments[missing].name}”.")
    return [t if t.lot else replace(t, lot=lot) for t in treatments]


def of_lot(t: NewTreatment) -> Lot:
    """The lot of a treatment that has one."""
    if t.lot is None:
        raise ValueError(f"Treatment “{t.name}” has no lot; see with_lots.")
    return t.lot


def treatment_fields(new: NewTreatment, by: Person) -> dict[str, Any]:
    """What is kept of a new treatment, with the recipe that does its steps."""
    kept = {k: v for k, v in vars(new).items() if k not in ("steps", "recipe_name", "seeds_per_dish")}
    if new.steps:
        kept["recipe"] = recipe_of_steps(by=by, name=(new.recipe_name or new.name)[:80], steps=new.steps, like=new.recipe)
    return kept


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


def check_bags(treatments: Sequence[NewTreatment], dishes: int) -> None:
    """A bag fills at least one dish."""
    for index, t in enumerate(treatments):
        if not 1 <= t.bags <= max(1, dishes):
            message = f"“{t.name}” cannot be treated in {t.bags} bags: it has {dishes} dishes, and each bag fills at least one."
            raise refused(f"/treatments/{index}/bags", "bags_out_of_range", message)


def check_quarantine(treatments: Sequence[NewTreatment]) -> None:
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
