"""What the counts say: how many, how fast, and how sure.

``indices``        classic indices of one dish or of pooled dishes.
``jackknife``      uncertainty of an index by leaving one dish out.
``final_share``    a treatment's final germination, allowing for dishes and bags.
``bag``            seed treated in one bag: sprouts in it, and how much bags differ.
``logistic``       a binomial model; ``block_model`` treatments with the blocks taken out.
``comparison``     treatments compared on final germination.
``letters``        compact letters from pairs whose difference is not significant.
``families``       the three families of curves; ``likelihood`` their likelihood on intervals; ``fit`` the best curve.
``misfit``         whether a curve follows its course; ``time_variance`` how sure the likelihood is of a time.
``fit_doubt``      uncertainty of a curve, one family for a trial, the band of the course.
``speed``          treatments compared on T50, mean time and pace.
``dose``           a dose ladder read as an axis; ``factors`` two factors crossed.
``over_trials``    the same treatment over lots and years.
"""

from core.germination.bag import (
    TYPICAL_BAG_RHO,
    BaggedTreatment,
    BaggedTrial,
    BagRho,
    BagShare,
    NotFound,
    SharedBags,
    bag_rho,
    bag_share,
    not_found,
)
from core.germination.comparison import Comparison, Control, PairComparison, compare_final, compare_shares, pair_indices
from core.germination.dose import FEWEST_DOSES, LadderReading, Trend, dose_trend, read_ladder
from core.germination.factors import Cell, CrossedTest, TermTest, crossed_test
from core.germination.final_share import (
    TYPICAL_DISH_RHO,
    CountedDish,
    CountedTreatment,
    TreatmentShare,
    TrialShares,
    final_shares,
    pool_rho,
    typical_dish_correlation,
)
from core.germination.fit import CourseFit, NoFit, course_of, fit_course
from core.germination.fit_doubt import (
    BandPoint,
    DoubtedFit,
    FamilyChoice,
    choose_family,
    doubt_band,
    doubt_of,
    doubted_fit,
    fitted,
    half_times,
    shown_fit,
)
from core.germination.indices import INDEX_TEXTS, IndexText, Indices, indices, mean_germination_time, shared_horizon, without_speed
from core.germination.jackknife import LeaveOneOut, interval_of, leave_one_dish_out
from core.germination.letters import compact_letters
from core.germination.likelihood import course_loglik
from core.germination.misfit import Misfit, curve_misfit
from core.germination.over_trials import TAU_SCALE, LikelyShare, PooledShare, TrialLine, over_trials
from core.germination.speed import (
    DoubtedTime,
    PaceResult,
    SpeedPair,
    TimeComparison,
    TreatmentTime,
    compare_mgt,
    compare_pace,
    compare_t50,
    fitted_time,
)
from core.germination.time_variance import log_time_variance

__all__ = [
    "FEWEST_DOSES",
    "INDEX_TEXTS",
    "TAU_SCALE",
    "TYPICAL_BAG_RHO",
    "TYPICAL_DISH_RHO",
    "BagRho",
    "BagShare",
    "BaggedTreatment",
    "BaggedTrial",
    "BandPoint",
    "Cell",
    "Comparison",
    "Control",
    "CountedDish",
    "CountedTreatment",
    "CourseFit",
    "CrossedTest",
    "DoubtedFit",
    "DoubtedTime",
    "FamilyChoice",
    "IndexText",
    "Indices",
    "LadderReading",
    "LeaveOneOut",
    "LikelyShare",
    "Misfit",
    "NoFit",
    "NotFound",
    "PaceResult",
    "PairComparison",
    "PooledShare",
    "SharedBags",
    "SpeedPair",
    "TermTest",
    "TimeComparison",
    "TreatmentShare",
    "TreatmentTime",
    "Trend",
    "TrialLine",
    "TrialShares",
    "bag_rho",
    "bag_share",
    "choose_family",
    "compact_letters",
    "compare_final",
    "compare_mgt",
    "compare_pace",
    "compare_shares",
    "compare_t50",
    "course_loglik",
    "course_of",
    "crossed_test",
    "curve_misfit",
    "dose_trend",
    "doubt_band",
    "doubt_of",
    "doubted_fit",
    "final_shares",
    "fit_course",
    "fitted",
    "fitted_time",
    "half_times",
    "indices",
    "interval_of",
    "leave_one_dish_out",
    "log_time_variance",
    "mean_germination_time",
    "not_found",
    "over_trials",
    "pair_indices",
    "pool_rho",
    "read_ladder",
    "shared_horizon",
    "shown_fit",
    "typical_dish_correlation",
    "without_speed",
]
