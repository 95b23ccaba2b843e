"""How much seed a test may cost: what it is worth in plants.

``prior``    what is believed of a treatment before it is tried.
``designs``  layouts that are weighed for a lot.
``worth``    expected plants with a test less those without it.
"""

from core.worth.designs import MOST_OF_LOT, Design, proposed_designs
from core.worth.prior import (
    NOTHING_KNOWN,
    STARTING_MEANS,
    STARTING_WEIGHT,
    Belief,
    StartingGroup,
    fitted_belief,
    next_lot_belief,
    starting_belief,
    starting_group,
)
from core.worth.worth import DesignWorth, Situation, Worth, WorthCandidate, worth_of_tests

__all__ = [
    "MOST_OF_LOT",
    "NOTHING_KNOWN",
    "STARTING_MEANS",
    "STARTING_WEIGHT",
    "Belief",
    "Design",
    "DesignWorth",
    "Situation",
    "StartingGroup",
    "Worth",
    "WorthCandidate",
    "fitted_belief",
    "next_lot_belief",
    "proposed_designs",
    "starting_belief",
    "starting_group",
    "worth_of_tests",
]
