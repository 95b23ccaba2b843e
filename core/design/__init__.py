"""Laying out a trial: what it can show, where dishes go, what they are called, when to look and when to stop.

``power``          power of a pair, and the smallest difference a trial can show.
``allocation``     dishes on positions at random, reproducible from a seed.
``codes``          blind dish codes.
``seed_cost``      seeds a layout eats, and what stays in the lot.
``counting_plan``  days of the looks.
``stop_rule``      when a dish may be closed.
"""

from core.design.allocation import Placement, allocate
from core.design.codes import CODE_LETTERS, draw_codes
from core.design.counting_plan import counting_plan, next_look
from core.design.power import detectable, power, smallest_differences
from core.design.seed_cost import SeedCost, seed_cost
from core.design.stop_rule import StopAdvice, stop_rule

__all__ = [
    "CODE_LETTERS",
    "Placement",
    "SeedCost",
    "StopAdvice",
    "allocate",
    "counting_plan",
    "detectable",
    "draw_codes",
    "next_look",
    "power",
    "seed_cost",
    "smallest_differences",
    "stop_rule",
]
