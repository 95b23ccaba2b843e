"""Which treatment to use, from expected results (docs/methods/decide.md).

``shrinkage``  how far the shares of a trial are drawn together before the best is chosen.
``choose``     the decision: expected germination, chance of being the best, what each alternative saves and costs.
``timing``     how many weeks a treatment takes.
"""

from core.decision.choose import AIM_COSTS, Candidate, Costs, Decision, Option, costs_of, decide
from core.decision.shrinkage import Shrinkage, expected_shares, shrinkage
from core.decision.timing import DAYS_A_WEEK, weeks_of

__all__ = [
    "AIM_COSTS",
    "DAYS_A_WEEK",
    "Candidate",
    "Costs",
    "Decision",
    "Option",
    "Shrinkage",
    "costs_of",
    "decide",
    "expected_shares",
    "shrinkage",
    "weeks_of",
]
