"""Every write to recipes."""

from collections.abc import Sequence
from typing import Any

from django.db import transaction

from core.errors import CoreError
from core.vocabulary import StepKind
from server.people.models import Person
from server.people.permissions import Right, require
from server.recipes.models import Recipe, Step
from server.record_kinds.services import create_thing
from server.rest.problems import Problem, Refused, field_error, refused_by_core

DONE_NOT_WAITED = {StepKind.NICK, StepKind.SANDPAPER}


@transaction.atomic
def write_recipe(*, by: Person, name: str, steps: Sequence[dict[str, Any]], replaces: Recipe | None = None, **fields: Any) -> Recipe:
    """Write a recipe, or the next edition of one; what it replaces stays as it was."""
    require(by, Right.PLAN)
    if replaces is None and Recipe.objects.filter(name=name).exists():
        message = f"A recipe “{name}” exists already. Write its next edition, or choose another name."
        raise Problem(message, code="name_taken", errors=[field_error("/name", "name_taken", message)])
    if replaces is not None and Recipe.objects.filter(replaces=replaces).exists():
        raise Problem(f"Edition {replaces.edition} of “{replaces.name}” has been replaced already: start from the latest.", code="replaced")
    edition = replaces.edition + 1 if replaces else 1
    recipe = create_thing(Recipe(name=replaces.name if replaces else name, edition=edition, replaces=replaces, **fields), by=by)
    made = [Step(recipe=recipe, order=i + 1, **s) for i, s in enumerate(steps)]
    for index, step in enumerate(made):
        _check_step(step, index)
    Step.objects.bulk_create(made)
    return recipe


def _check_step(step: Step, index: int) -> None:
    try:
        days = step.as_core().days
    except CoreError as error:
        raise refused_by_core(error, f"/steps/{index}/duration") from error
    if days == 0 and step.kind not in DONE_NOT_WAITED:
        raise _refused(index, "duration", f"Step {index + 1} ({step.kind}) needs a time of more than 0 {step.unit}.")
    if step.duration_min is not None and step.duration_min > step.duration:
        raise _refused(index, "duration_min", f"Step {index + 1}: at least {step.duration_min} is more than the {step.duration} wanted.")
    if step.duration_max is not None and step.duration_max < step.duration:
        raise _refused(index, "duration_max", f"Step {index + 1}: at most {step.duration_max} is less than the {step.duration} wanted.")


def _refused(index: int, field: str, message: str) -> Refused:
    return Refused(message, code="dose_impossible", errors=[field_error(f"/steps/{index}/{field}", "dose_impossible", message)])
