"""Laying out a trial: what it can show, where dishes go, what they are called, when to look and when to stop.

``questions``      what a layout can tell about its question, and which one to begin with.
``power``          precision, power of a pair, dishes needed, and the smallest difference a trial can show.
``allocation``     dishes on positions at random, reproducible from a seed.
``codes``          blind dish codes.
``halving``        drawing a sample by halving.
``seed_cost``      seeds a layout eats, and what stays in the lot.
``counting_plan``  days of the looks.
``stop_rule``      when a dish may be closed; ``expected`` how long past trials let expect it to go on.
"""

from core.design.allocation import Placement, allocate
from core.design.codes import CODE_LETTERS, draw_codes
from core.design.counting_plan import counting_plan, next_look
from core.design.expected import ExpectedCourse, PastCourse, expected_course
from core.design.halving import Halvings, halvings
from core.design.power import FAMILY_ALPHA, Design, Precision, detectable, dishes_needed, power, precision, smallest_differences
from core.design.questions import ABOUT_LOTS, SCHOOLS, USUAL_DIFFERENCE, Aim, BagChoice, CurvePoint, Telling, propose, tell
from core.design.seed_cost import SeedCost, seed_cost
from core.design.stop_rule import StopAdvice, stop_rule

__all__ = [
    "ABOUT_LOTS",
    "CODE_LETTERS",
    "FAMILY_ALPHA",
    "SCHOOLS",
    "USUAL_DIFFERENCE",
    "Aim",
    "BagChoice",
    "CurvePoint",
    "Design",
    "ExpectedCourse",
    "Halvings",
    "PastCourse",
    "Placement",
    "Precision",
    "SeedCost",
    "StopAdvice",
    "Telling",
    "allocate",
    "counting_plan",
    "detectable",
    "dishes_needed",
    "draw_codes",
    "expected_course",
    "halvings",
    "next_look",
    "power",
    "precision",
    "propose",
    "seed_cost",
    "smallest_differences",
    "stop_rule",
    "tell",
]
