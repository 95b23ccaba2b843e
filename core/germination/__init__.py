"""What the counts say: how many, how fast, and how sure.

``indices``      classic indices of one dish or of pooled dishes (part 2 of docs/methods).
``jackknife``    doubt of an index by leaving one dish out.
``final_share``  a treatment's final germination with a dish-aware interval.
``comparison``   treatments against each other on final germination.
``letters``      compact letters from pairs not told apart.
``families``     the three families of curves; ``likelihood`` their likelihood on intervals; ``fit`` the best curve.
``fit_doubt``    doubt of a curve, one family for a trial, the band of the course.
``speed``        treatments against each other on T50, mean time and pace.
``dose``         a dose ladder read as an axis; ``factors`` two factors crossed, and blocks.
``over_trials``  the same treatment over lots and years.
"""

from core.germination.bag import BagShare, NotFound, not_found, with_bag
from core.germination.comparison import Comparison, PairComparison, compare_final, pair_indices
from core.germination.dose import FEWEST_DOSES, LadderReading, Trend, dose_trend, read_ladder
from core.germination.factors import Cell, CrossedTest, TermTest, blocked_test, crossed_test
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
from core.germination.fit import CourseFit, NoFit, course_of, fit_course
from core.germination.fit_doubt import BandPoint, DoubtedFit, FamilyChoice, choose_family, doubt_band, doubt_of, doubted_fit, fitted
from core.germination.indices import Indices, indices, mean_germination_time, shared_horizon, without_speed
from core.germination.jackknife import LeaveOneOut, interval_of, leave_one_dish_out
from core.germination.letters import compact_letters
from core.germination.likelihood import course_loglik
from core.germination.over_trials import PooledShare, TrialLine, over_trials
from core.germination.speed import FittedTime, MeanTimes, PaceResult, SpeedPair, compare_mgt, compare_pace, compare_t50

__all__ = [
    "FEWEST_DOSES",
    "USUAL_RHO",
    "USUAL_WEIGHT",
    "BagShare",
    "BandPoint",
    "Cell",
    "Comparison",
    "CountedDish",
    "CountedTreatment",
    "CourseFit",
    "CrossedTest",
    "DoubtedFit",
    "FamilyChoice",
    "FittedTime",
    "Indices",
    "LadderReading",
    "LeaveOneOut",
    "MeanTimes",
    "NoFit",
    "NotFound",
    "PaceResult",
    "PairComparison",
    "PooledShare",
    "SpeedPair",
    "TermTest",
    "TreatmentShare",
    "Trend",
    "TrialLine",
    "TrialShares",
    "blocked_test",
    "choose_family",
    "compact_letters",
    "compare_final",
    "compare_mgt",
    "compare_pace",
    "compare_t50",
    "course_loglik",
    "course_of",
    "crossed_test",
    "dose_trend",
    "doubt_band",
    "doubt_of",
    "doubted_fit",
    "final_shares",
    "fit_course",
    "fitted",
    "indices",
    "interval_of",
    "leave_one_dish_out",
    "mean_germination_time",
    "not_found",
    "over_trials",
    "pair_indices",
    "pool_rho",
    "read_ladder",
    "shared_horizon",
    "usual_rho",
    "with_bag",
    "without_speed",
]
