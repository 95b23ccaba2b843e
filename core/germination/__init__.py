"""What the counts say: how many, how fast, and how sure.

``indices``      classic indices of one dish or of pooled dishes (part 2 of docs/methods).
``jackknife``    doubt of an index by leaving one dish out.
``final_share``  a treatment's final germination with a dish-aware interval.
``comparison``   treatments against each other on final germination.
``letters``      compact letters from pairs not told apart.
"""

from core.germination.bag import BagShare, NotFound, not_found, with_bag
from core.germination.comparison import Comparison, PairComparison, compare_final, pair_indices
from core.germination.final_share import (
    USUAL_RHO,
    USUAL_WEIGHT,
    CountedDish,
    CountedTreatment,
    TreatmentShare,
    TrialShares,
    final_shares,
    pool_rho,
    usual_rho,
)
from core.germination.indices import Indices, indices, mean_germination_time, shared_horizon, without_speed
from core.germination.jackknife import LeaveOneOut, leave_one_dish_out
from core.germination.letters import compact_letters

__all__ = [
    "USUAL_RHO",
    "USUAL_WEIGHT",
    "BagShare",
    "Comparison",
    "CountedDish",
    "CountedTreatment",
    "Indices",
    "LeaveOneOut",
    "NotFound",
    "PairComparison",
    "TreatmentShare",
    "TrialShares",
    "compact_letters",
    "compare_final",
    "final_shares",
    "indices",
    "leave_one_dish_out",
    "mean_germination_time",
    "not_found",
    "pair_indices",
    "pool_rho",
    "shared_horizon",
    "usual_rho",
    "with_bag",
    "without_speed",
]
