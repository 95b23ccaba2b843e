"""Recipes and surroundings in words exact enough to be done again."""

from core.treatment import dose_name
from core.vocabulary import DurationUnit, StepKind
from core.wording import degrees_value
from server.recipes.models import Recipe, Step


def recipe_words(recipe: Recipe | None) -> str:
    """A recipe's steps in order, as planned; empty for seed that is sown as it is."""
    return "; ".join(step_words(s) for s in recipe.steps.all()) if recipe else ""


def step_words(step: Step) -> str:
    """One step: what, how long, how warm, in what, how often looked after."""
    parts = [step.kind.replace("_", " ")]
    if step.duration:
        parts.append(dose_name(step.duration, DurationUnit(step.unit), StepKind(step.kind)))
    if step.temperature_c is not None:
        night = f" by day, {degrees_value(step.night_temperature_c)} by night" if step.night_temperature_c is not None else ""
        parts.append(f"{degrees_value(step.temperature_c)}{night}")
    parts += [f"in {step.medium.replace('_', ' ')}"] if step.medium else []
    parts += [f"{step.closure} closed"] if step.closure else []
    parts += [f"{step.light}"] if step.light else []
    parts += [f"{step.moisture}"] if step.moisture else []
    if step.care_every_days:
        parts.append(f"looked after every {step.care_every_days:g} d")
    if step.sign:
        parts.append(f"until {step.sign}")
    return ", ".join(parts)
