"""A hidden biology, and what a schedule of looks would see of it (part 12, first form).

``biology``  what a lot of seed is, and what a recipe does to it.
``looks``    dishes drawn from it, and the counts of each look.
``power``    how often whole drawn trials show a difference.
"""

from core.simulate.biology import Biology, Fates, fates_after
from core.simulate.looks import SimulatedDish, dish_shares, simulate_dish
from core.simulate.power import power_by_simulation

__all__ = ["Biology", "Fates", "SimulatedDish", "dish_shares", "fates_after", "power_by_simulation", "simulate_dish"]
