"""Stands before the seed is in: when to visit, how much may be taken.

``watch``       the next visit to a stand, how late it is, and next year's first reminder.
``collecting``  the share of the ripe seed taken, and the number of parents, against their limits.
"""

from core.harvest.collecting import LEAST_PARENTS, CollectingLimit, collecting_limit
from core.harvest.watch import SeasonEnd, Watch, a_year_later, lets_go, next_first_visit, watch

__all__ = [
    "LEAST_PARENTS",
    "CollectingLimit",
    "SeasonEnd",
    "Watch",
    "a_year_later",
    "collecting_limit",
    "lets_go",
    "next_first_visit",
    "watch",
]
