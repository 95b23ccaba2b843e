"""Waking seed: steps, recipes and when they run.

``steps``     one step of a recipe, as the computation needs it.
``schedule``  steps forward from a start or backward from a sowing, several recipes staggered.
``calendar``  ends that fall on working days.
``planning``  the steps on real days: working days, holidays, nights, checks, and notes on what was moved.
``care``      when a bag is looked after next, and what was missed.
``step_kinds``  the kinds of step, one row each: add a kind there.
``rules``     what speaks while a recipe is built.
``key``       what a treatment is, whatever it is called.
``ladder``    one step's dose in levels; ``dose_families`` treatments of any trials that are doses of one step.
``dormancy``  the likely class of dormancy and what is worth comparing.
``library``   starter recipes.
``seasons``   when a plant is sown, and what has to be ready before.
``sowing_calendar``  from the day plants are wanted back to the treatment.
``cautions``  what can hurt, and the gentler way.
"""

from core.treatment.calendar import FriendlyEnd, friendly_end
from core.treatment.care import CareGap, CareState, care_gaps, care_state
from core.treatment.cautions import cautions, checks_before, dangerous
from core.treatment.dormancy import DormancyReading, PastResult, SuggestedTreatment, read_dormancy
from core.treatment.dose_families import DoseFamily, dose_families
from core.treatment.key import KeyStep, TreatmentKey, conditions_said, doses_said, off_plan
from core.treatment.ladder import FoundLadder, Rung, dose_name, find_ladder, ladder
from core.treatment.library import NEXT_STEPS, SCHOOLS, STARTER_SOURCE, STARTERS, StarterRecipe, StarterStep, starters_for
from core.treatment.planning import Plan, PlannedStep, PlanNote, WorkCalendar, allowed_days, check_days, later, plan_backward, plan_forward
from core.treatment.rules import RecipeAdvice, recipe_advice
from core.treatment.schedule import RecipeTimes, Schedule, ScheduledStep, schedule, stagger
from core.treatment.seasons import ReadyBy, SowWindow, ready_by, sow_window
from core.treatment.sowing_calendar import Sowing, SowingCalendar, SowingDay, sowing_calendar, years_sentence
from core.treatment.step_kinds import COLD, STEP_KINDS, Caution, StepEffect, StepRow, UsualDose
from core.treatment.steps import RecipeStep

__all__ = [
    "COLD",
    "NEXT_STEPS",
    "SCHOOLS",
    "STARTERS",
    "STARTER_SOURCE",
    "STEP_KINDS",
    "CareGap",
    "CareState",
    "Caution",
    "DormancyReading",
    "DoseFamily",
    "FoundLadder",
    "FriendlyEnd",
    "KeyStep",
    "PastResult",
    "Plan",
    "PlanNote",
    "PlannedStep",
    "ReadyBy",
    "RecipeAdvice",
    "RecipeStep",
    "RecipeTimes",
    "Rung",
    "Schedule",
    "ScheduledStep",
    "SowWindow",
    "Sowing",
    "SowingCalendar",
    "SowingDay",
    "StarterRecipe",
    "StarterStep",
    "StepEffect",
    "StepRow",
    "SuggestedTreatment",
    "TreatmentKey",
    "UsualDose",
    "WorkCalendar",
    "allowed_days",
    "care_gaps",
    "care_state",
    "cautions",
    "check_days",
    "checks_before",
    "conditions_said",
    "dangerous",
    "dose_families",
    "dose_name",
    "doses_said",
    "find_ladder",
    "friendly_end",
    "ladder",
    "later",
    "off_plan",
    "plan_backward",
    "plan_forward",
    "read_dormancy",
    "ready_by",
    "recipe_advice",
    "schedule",
    "sow_window",
    "sowing_calendar",
    "stagger",
    "starters_for",
    "years_sentence",
]
