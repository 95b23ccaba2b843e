"""A hidden biology, and what a schedule of looks would see of it; and whether the methods hold what they promise.

``biology``   what a lot of seed is, and what a recipe does to it.
``life``      one dish as it goes on in time, whenever somebody looks.
``looks``     dishes drawn from it, and the counts of each look.
``testing``   what testing by its worth gains beside testing always, and never.
``seasons``   what a season loses by when its stand is visited.
``trials``    the counts of a treatment, with dishes and bags that differ.
``power``     how often whole drawn trials show a difference.
``coverage``  how often intervals of shares hold the truth of drawn trials.
``alarms``    how often equal treatments are said to differ, with shared bags and with blocks.
``courses``   whether curves are refused when they should be, and what intervals of their times hold.
``decisions`` what a rule of decision loses, and whether its stated chances are true.
``assurance`` whether a sowing gives the plants it promises, and how much a retest moves a forecast.
"""

from core.simulate.alarms import bag_alarms, bag_power, block_differences, blocked, crossed_alarms, pace_alarms
from core.simulate.assurance import half_life_moves, sowing_assurance
from core.simulate.biology import Biology, Fates, fates_after
from core.simulate.courses import ONE_FLUSH, TWO_FLUSHES, Flushes, TimeIntervals, drawn_dish, half_time_intervals, refused_share
from core.simulate.coverage import Covered, false_alarms, share_coverage
from core.simulate.decisions import Situation, Tally, calibration, decided, highest, tally
from core.simulate.life import DishLife, live_dish
from core.simulate.looks import SimulatedDish, dish_shares, simulate_dish
from core.simulate.power import power_by_simulation
from core.simulate.seasons import SeasonTaken, SimulatedSeason, visited
from core.simulate.testing import Gains, LotToTest, gains, lots_to_test
from core.simulate.trials import drawn_treatment

__all__ = [
    "ONE_FLUSH",
    "TWO_FLUSHES",
    "Biology",
    "Covered",
    "DishLife",
    "Fates",
    "Flushes",
    "Gains",
    "LotToTest",
    "SeasonTaken",
    "SimulatedDish",
    "SimulatedSeason",
    "Situation",
    "Tally",
    "TimeIntervals",
    "bag_alarms",
    "bag_power",
    "block_differences",
    "blocked",
    "calibration",
    "crossed_alarms",
    "decided",
    "dish_shares",
    "drawn_dish",
    "drawn_treatment",
    "false_alarms",
    "fates_after",
    "gains",
    "half_life_moves",
    "half_time_intervals",
    "highest",
    "live_dish",
    "lots_to_test",
    "pace_alarms",
    "power_by_simulation",
    "refused_share",
    "share_coverage",
    "simulate_dish",
    "sowing_assurance",
    "tally",
    "visited",
]
