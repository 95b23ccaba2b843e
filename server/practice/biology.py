"""What is hidden: the nature of a try's lot, what its recipes do to it, and what lies in its dishes today."""

from collections.abc import Sequence
from datetime import datetime

import numpy as np

from core.simulate import Biology, DishLife, Fates, fates_after, live_dish
from core.treatment import RecipeStep
from core.vocabulary import DurationUnit
from server.batches.models import Batch
from server.batches.selectors.courses import courses_of as batch_courses
from server.practice.briefs import BY_SLUG
from server.practice.models import Attempt
from server.recipes.models import Recipe
from server.trials.models import Dish

SECONDS_A_DAY = 86_400


def biology_of(attempt: Attempt) -> Biology:
    """The nature of the lot: the same for everybody who shares its code."""
    return BY_SLUG[attempt.brief].biology(np.random.default_rng(attempt.seed_of_lot))


def planned_steps(recipe: Recipe | None) -> list[RecipeStep]:
    """A recipe's steps as they are written."""
    return [s.as_core() for s in recipe.steps.all()] if recipe else []


def steps_done(dish: Dish, until: datetime) -> list[RecipeStep]:
    """What was really done to the seed of a dish before it was sown; as written where it went through no bag."""
    if dish.batch is None:
        return planned_steps(dish.treatment.recipe)
    done = []
    for taken in batch_courses(Batch.objects.filter(pk=dish.batch.pk))[0].taken:
        step = taken.step.as_core()
        ended = min(taken.ended.at if taken.ended else until, until)
        days = max(0.0, (ended - taken.begun.at).total_seconds() / SECONDS_A_DAY)
        done.append(step if step.duration == 0 else RecipeStep(step.kind, days, DurationUnit.DAYS))
    return done


def share_that_comes(biology: Biology, steps: Sequence[RecipeStep]) -> float:
    """The true share 0..1 that comes up after the steps."""
    fates = fates_after(biology, steps)
    return fates.early + fates.ready


def life_of(attempt: Attempt, dish: Dish, sown_at: datetime, foul: int | None) -> DishLife:
    """The hidden course of one dish, the same each time it is asked; `foul` is the dish that lies on the foul towel."""
    brief = BY_SLUG[attempt.brief]
    biology = biology_of(attempt)
    fates: Fates = fates_after(biology, steps_done(dish, sown_at))
    draw = np.random.default_rng([attempt.seed_of_dishes, dish.pk])
    mould = brief.mould_share if dish.pk == foul else 0.0
    return live_dish(biology, fates, seeds=dish.seeds, draw=draw, rho=brief.rho, mould_share=mould)
