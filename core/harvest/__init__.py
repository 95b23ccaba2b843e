"""Stands before the seed is in: when to visit, how much may be taken.

``route``       a way through the places of a day.
``watch``       the next visit to a stand, how late it is, and next year's first reminder.
``collecting``  the share of the ripe seed taken, and the number of parents, against their limits.
``ripeness``    what is believed of a season: when half is ripe, what is gone, when to go.
"""

from core.harvest.collecting import LEAST_PARENTS, CollectingLimit, collecting_limit
from core.harvest.ripeness import (
    Ripeness,
    SeasonBelief,
    SeasonShares,
    Sighting,
    holding_days,
    ripeness,
    season_belief,
    seen_season,
    thermal_days,
)
from core.harvest.route import Spot, Stop, route
from core.harvest.watch import SeasonEnd, Watch, a_year_later, lets_go, next_first_visit, watch

__all__ = [
    "LEAST_PARENTS",
    "CollectingLimit",
    "Ripeness",
    "SeasonBelief",
    "SeasonEnd",
    "SeasonShares",
    "Sighting",
    "Spot",
    "Stop",
    "Watch",
    "a_year_later",
    "collecting_limit",
    "holding_days",
    "lets_go",
    "next_first_visit",
    "ripeness",
    "route",
    "season_belief",
    "seen_season",
    "thermal_days",
    "watch",
]
