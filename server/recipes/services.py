"""Every write to recipes."""

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any, Literal, TypedDict, Unpack

from django.db import transaction

from core.errors import CoreError
from core.treatment import SCHOOLS, StarterRecipe, ladder
from core.vocabulary import Confidence, DurationUnit, EndsBy, School
from server.errors import DomainError, Refused, field_error, refused_by_core
from server.people.models import Person
from server.people.permissions import Right, require
from server.recipes.models import Recipe, Step
from server.record_kinds.services import create_thing

MOST_DEPTH_MM = 300


class RecipeFields(TypedDict, total=False):
    """What may be said of a recipe beside its name and steps."""

    note: str
    source: str
    confidence: Confidence
    school: School | Literal[""]
    germinates_in_cold: bool


@transaction.atomic
def write_recipe(
    *, by: Person, name: str, steps: Sequence[dict[str, Any]], replaces: Recipe | None = None, **fields: Unpack[RecipeFields]
) -> Recipe:
    """Write a recipe, or the next edition of one; what it replaces stays as it was."""
    require(by, Right.PLAN)
    if replaces is None and Recipe.everything.filter(name=name).exists():
        message = f"A recipe “{name}” exists already. Save a new version of it, or choose another name."
        raise DomainError(message, code="name_taken", errors=[field_error("/name", "name_taken", message)])
    if replaces is not None and Recipe.objects.filter(replaces=replaces).exists():
        raise DomainError(
            f"Version {replaces.edition} of “{replaces.name}” has already been replaced. Start from the latest version.", code="replaced"
        )
    edition = replaces.edition + 1 if replaces else 1
    recipe = create_thing(Recipe(name=replaces.name if replaces else name, edition=edition, replaces=replaces, **fields), by=by)
    made = [Step(recipe=recipe, order=i + 1, **s) for i, s in enumerate(steps)]
    for index, step in enumerate(made):
        _check_step(step, index)
    Step.objects.bulk_create(made)
    return recipe


@transaction.atomic
def add_starter_recipes(*, by: Person) -> list[Recipe]:
    """Write the general starter recipes of the library; one whose name is taken, also by a deleted recipe, is left out."""
    require(by, Right.PLAN)
    taken = set(Recipe.everything.values_list("name", flat=True))
    return [_from_starter(by, starter) for starter in SCHOOLS if starter.name not in taken]


def _from_starter(by: Person, starter: StarterRecipe) -> Recipe:
    steps = [{name: value for name, value in asdict(step).items() if value is not None} for step in starter.steps]
    return write_recipe(
        by=by,
        name=starter.name,
        steps=steps,
        note=starter.why,
        source=starter.source,
        confidence=starter.confidence,
        school=starter.school or "",
        germinates_in_cold=starter.germinates_in_cold,
    )


@transaction.atomic
def write_ladder(*, by: Person, recipe: Recipe, step: int, doses: Sequence[float]) -> list[tuple[float, str, Recipe | None]]:
    """The recipes of a dose ladder, made from one recipe by varying one step: dose, name, recipe (None: sown as it is).

    A recipe of the same steps that is there already is used again.
    """
    require(by, Right.PLAN)
    steps = list(recipe.steps.all())
    try:
        rungs = ladder([s.as_core() for s in steps], step, doses)
    except CoreError as error:
        raise refused_by_core(error, f"/{error.parameter}") from error
    made: list[tuple[float, str, Recipe | None]] = []
    for rung in rungs:
        if not rung.steps:
            made.append((rung.dose, rung.name, None))
            continue
        # the dose's own least and most belong to the recipe it came from
        bodies = [
            step_body(steps[i]) | ({"duration": s.duration, "duration_min": None} if i == step else {})
            for i, s in zip(rung.kept, rung.steps, strict=True)
        ]
        name = f"{recipe.name}: {rung.name}"[:80]
        known = Recipe.objects.filter(name=name, replaced_by__isnull=True).prefetch_related("steps").first()
        if known is None or [step_body(s) for s in known.steps.all()] != bodies:
            known = write_recipe(by=by, name=name, steps=bodies, replaces=known, **_said_of(recipe))
        made.append((rung.dose, rung.name, known))
    return made


@transaction.atomic
def recipe_of_steps(*, by: Person, name: str, steps: Sequence[dict[str, Any]], like: Recipe | None = None) -> Recipe:
    """The recipe that does exactly these steps: `like` itself, another of the nursery, or a new one called `name`.

    A new one has the note, the source and the confidence of `like`, which it varies.
    """
    require(by, Right.PLAN)
    bodies = [step_body(Step(**s)) for s in steps]
    latest = Recipe.objects.filter(replaced_by__isnull=True, steps__order=1, steps__kind=bodies[0]["kind"]).prefetch_related("steps")
    there: list[Recipe] = [*([like] if like else []), *latest]
    if known := next((r for r in there if [step_body(s) for s in r.steps.all()] == bodies), None):
        return known
    taken = set(Recipe.everything.filter(name__startswith=name[:76]).values_list("name", flat=True))
    free = next(n for n in (name, *(f"{name[:74]}, {i}" for i in range(2, len(taken) + 3))) if n not in taken)
    return write_recipe(by=by, name=free, steps=steps, **(_said_of(like) if like else {}))


def _said_of(recipe: Recipe) -> RecipeFields:
    """What a variation of a recipe takes over from it."""
    return {
        "note": recipe.note,
        "source": recipe.source,
        "confidence": Confidence(recipe.confidence),
        "germinates_in_cold": recipe.germinates_in_cold,
    }


def step_body(step: Step) -> dict[str, Any]:
    """A step without its place in a recipe."""
    return {f.name: getattr(step, f.name) for f in Step._meta.concrete_fields if f.name not in ("id", "recipe", "order")}


def _check_step(step: Step, index: int) -> None:
    core = step.as_core()
    try:
        days = core.days
    except CoreError as error:
        raise refused_by_core(error, f"/steps/{index}/duration") from error
    if days == 0 and core.row.waited:
        raise _refused(index, "duration", f"Step {index + 1} ({step.kind}) needs a time of more than 0 {step.unit}.")
    cycle = core.row.cycle
    if cycle and (step.unit != DurationUnit.DAYS or days % 1):
        raise _refused(
            index, "duration", f"Step {index + 1} is counted in whole {cycle}s of a day: {step.duration:g} {step.unit} cannot be."
        )
    if step.duration_min is not None and step.duration_min > step.duration:
        raise _refused(index, "duration_min", f"Step {index + 1}: at least {step.duration_min} is more than the {step.duration} wanted.")
    if step.care_every_days is not None and step.care_every_days <= 0:
        raise _refused(index, "care_every_days", f"Step {index + 1}: a check every {step.care_every_days:g} days cannot be.")
    if step.care_gap_days is not None and step.care_gap_days <= 0:
        raise _refused(index, "care_gap_days", f"Step {index + 1}: a largest gap of {step.care_gap_days:g} days cannot be.")
    if step.care_gap_days is not None and (every := core.check_every or 0) > step.care_gap_days:
        raise _refused(
            index,
            "care_gap_days",
            f"Step {index + 1}: a largest gap of {step.care_gap_days:g} days is shorter than the {every:g} days between checks.",
        )
    if step.depth_mm is not None and not 0 <= step.depth_mm <= MOST_DEPTH_MM:
        raise _refused(index, "depth_mm", f"Step {index + 1}: {step.depth_mm:g} mm deep is impossible. Enter 0 for the surface.")
    if step.ends_by == EndsBy.SIGN and not step.sign.strip():
        raise _refused(index, "sign", f"Step {index + 1} ends at a sign. Enter it, for example “swollen and sunk”.")
    if step.duration_max is not None and step.duration_max < step.duration:
        raise _refused(index, "duration_max", f"Step {index + 1}: at most {step.duration_max} is less than the {step.duration} wanted.")


def _refused(index: int, field: str, message: str) -> Refused:
    return Refused(message, code="dose_impossible", errors=[field_error(f"/steps/{index}/{field}", "dose_impossible", message)])
