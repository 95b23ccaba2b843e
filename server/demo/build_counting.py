"""A planned trial of two factors crossed, with deviations, for the demo."""

from datetime import datetime, timedelta
from uuid import UUID

import numpy as np
from django.utils import timezone

from core.vocabulary import DeviationKind, Layout, Light, Question
from server.demo.build_treat import DAY
from server.lots.models import Lot
from server.people.models import Person
from server.recipes.models import Recipe
from server.reference.models import Place
from server.trials.models import Dish, Trial
from server.trials.services.deviations import note_deviation
from server.trials.services.layout import lay_out_trial
from server.trials.services.new_treatments import NewTreatment

CROSSED_LOT, CROSSED_QUESTION = "PP-031", "Does cold matter to Palmer's penstemon, in the light and in the dark?"
COLD = "4 weeks cold, damp sand"
SOWN_IN_DAYS = 33
MOULDY_LOT = "HR-114"


def build_counting(
    lots: dict[str, Lot], places: dict[str, Place], grower: Person, helper: Person, now: datetime, draw: np.random.Generator
) -> None:
    """What belongs to setting up and counting, after lots and trials are there."""
    recipe = Recipe.objects.get(name=COLD)
    treatments = [
        NewTreatment(f"{cold}, {light}", r, is_control=(r, light) == (None, Light.LIGHT), light=light, level_a=cold, level_b=light)
        for cold, r in (("no cold", None), ("4 weeks cold", recipe))
        for light in Light
    ]
    lay_out_trial(
        by=grower,
        lot=lots[CROSSED_LOT],
        question=CROSSED_QUESTION,
        asks=Question.CROSSED,
        factor_a="cold",
        factor_b="light",
        treatments=treatments,
        dishes_per_treatment=4,
        seeds_per_dish=20,
        sow_on=timezone.localtime(now).date() + timedelta(days=SOWN_IN_DAYS),
        at=now - DAY,
        places=[places["shelf A"]],
        layout=Layout.BLOCKS,
        layout_seed=int(draw.integers(2**40)),
        temperature_c=15,
        night_temperature_c=8,
        length_days=35,
    )
    trial = Trial.objects.filter(treatments__lot=lots[MOULDY_LOT]).earliest("pk")
    dish = Dish.objects.filter(treatment__trial=trial).order_by("position")[5]
    note_deviation(
        by=helper,
        trial=trial,
        dish=dish,
        kind=DeviationKind.DRIED_OUT,
        words="The towel was dry at the edge on Monday; misted at once.",
        at=now - 6 * DAY,
        client_id=UUID(bytes=draw.bytes(16)),
    )
