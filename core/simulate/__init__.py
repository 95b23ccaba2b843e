"""A hidden biology, and what a schedule of looks would see of it (part 12, first form).

``biology``  what a lot of seed is, and what a recipe does to it.
``life``     one dish as it goes on in time, whenever somebody looks.
``looks``    dishes drawn from it, and the counts of each look.
``power``    how often whole drawn trials show a difference.
``coverage`` how often intervals hold the truth of drawn trials.
"""

from core.simulate.biology import Biology, Fates, fates_after
from core.simulate.coverage import Covered, false_alarms, half_time_coverage, share_coverage
from core.simulate.life import DishLife, live_dish
from core.simulate.looks import SimulatedDish, dish_shares, simulate_dish
from core.simulate.power import power_by_simulation

__all__ = [
    "Biology",
    "Covered",
    "DishLife",
    "Fates",
    "SimulatedDish",
    "dish_shares",
    "false_alarms",
    "fates_after",
    "half_time_coverage",
    "live_dish",
    "power_by_simulation",
    "share_coverage",
    "simulate_dish",
]
