"""Waking seed: steps, recipes and when they run.

``steps``     one step of a recipe, as the computation needs it.
``schedule``  steps forward from a start or backward from a sowing, several recipes staggered.
``calendar``  ends that fall on working days.
``cautions``  what can hurt, and the gentler way.
"""

from core.treatment.calendar import FriendlyEnd, friendly_end
from core.treatment.cautions import Caution, cautions
from core.treatment.schedule import RecipeTimes, Schedule, ScheduledStep, schedule, stagger
from core.treatment.steps import RecipeStep

__all__ = [
    "Caution",
    "FriendlyEnd",
    "RecipeStep",
    "RecipeTimes",
    "Schedule",
    "ScheduledStep",
    "cautions",
    "friendly_end",
    "schedule",
    "stagger",
]
