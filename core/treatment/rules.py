"""Rules that speak while a recipe is built. They advise; only the person decides."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.treatment.step_kinds import COAT_OPENERS, COLD
from core.treatment.steps import RecipeStep
from core.vocabulary import Closure, Dormancy, RecipeRule, StepKind
from core.wording import degrees_value

CHILL_BAND_C = (0.0, 10.0)
SEALED_DAYS = 21
_USUAL_COLD = f"The usual range is {degrees_value(1)} to {degrees_value(5)}."


@dataclass(frozen=True, slots=True)
class RecipeAdvice:
    """One thing a rule says; `step` counts from 0, None for the recipe as a whole."""

    rule: RecipeRule
    step: int | None
    sentence: str


def recipe_advice(steps: Sequence[RecipeStep], dormancy: Dormancy | None = None) -> list[RecipeAdvice]:
    """What the rules say of a recipe, in the order of its steps. `dormancy` is that of the seed it is meant for, if known."""
    said: list[RecipeAdvice] = []
    kinds = [s.kind for s in steps]
    for index, step in enumerate(steps):
        said.extend(_of_step(index, step, kinds))
    if dormancy is Dormancy.NONE and any(k in COLD or k in COAT_OPENERS for k in kinds):
        said.append(
            RecipeAdvice(
                RecipeRule.NOTHING_NEEDED, None, "This seed is probably not dormant and should germinate untreated. Cold does no harm."
            )
        )
    return said


def _of_step(index: int, step: RecipeStep, kinds: Sequence[StepKind]) -> list[RecipeAdvice]:
    said: list[RecipeAdvice] = []

    def say(rule: RecipeRule, sentence: str) -> None:
        said.append(RecipeAdvice(rule, index, f"Step {index + 1}: {sentence}"))

    if step.kind in COLD and any(k in COAT_OPENERS for k in kinds[index + 1 :]) and not any(k in COAT_OPENERS for k in kinds[:index]):
        say(RecipeRule.CHILL_BEFORE_COAT, "cold works only on seed that has taken up water. Open the coat before the cold, not after it.")
    limit = step.row.most_hours
    if limit is not None and step.hours > limit:
        say(RecipeRule.SOAK_TOO_LONG, f"{step.hours:g} hours under water can drown seed. The usual limit is {limit:g} hours.")
    banded = step.row.chill_band
    if banded and step.temperature_c is not None and step.temperature_c <= CHILL_BAND_C[0]:
        say(
            RecipeRule.CHILL_FREEZES,
            f"wet seed freezes at {degrees_value(step.temperature_c)}. {_USUAL_COLD}",
        )
    if banded and step.temperature_c is not None and step.temperature_c > CHILL_BAND_C[1]:
        say(RecipeRule.CHILL_TOO_WARM, f"{degrees_value(step.temperature_c)} is too warm for cold stratification. {_USUAL_COLD}")
    if step.row.then and (index + 1 == len(kinds) or kinds[index + 1] is not step.row.then):
        say(RecipeRule.ACID_WITHOUT_RINSE, "acid keeps burning until it is rinsed off. Add a long rinse right after it.")
    if step.closure is Closure.SEALED and step.days > SEALED_DAYS:
        say(RecipeRule.SEALED_LONG, "wet seed needs air, and weeks in a sealed bag suffocate it. Use an open or vented bag.")
    if step.row.sows and index + 1 < len(kinds):
        say(RecipeRule.SOW_NOT_LAST, "sowing must be the last step. Move the later steps before it.")
    return said
