"""A hidden biology, and what a schedule of looks would see of it (part 12, first form).

``biology``  what a lot of seed is, and what a recipe does to it.
``looks``    dishes drawn from it, and the counts of each look.
"""

from core.simulate.biology import Biology, Fates, fates_after
from core.simulate.looks import SimulatedDish, simulate_dish

__all__ = ["Biology", "Fates", "SimulatedDish", "fates_after", "simulate_dish"]
