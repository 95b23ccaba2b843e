"""Batches: seed of a lot under a recipe, in one container, from the day it is put in to the day it comes out.

``batch``   the batch, its plans, the steps really taken, and where it lay.
``care``    looks at the bag, what was found, and whose round it is.
``supply``  what is made once and used many times.
"""

from server.batches.models.batch import Batch, BatchPlan, Leaving, Move, Split, StepBegun, StepEnded
from server.batches.models.care import BagLook, Turn
from server.batches.models.supply import Supply, SupplyUse

__all__ = [
    "BagLook",
    "Batch",
    "BatchPlan",
    "Leaving",
    "Move",
    "Split",
    "StepBegun",
    "StepEnded",
    "Supply",
    "SupplyUse",
    "Turn",
]
