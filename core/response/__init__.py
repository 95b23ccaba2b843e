"""How germination follows the dose of one step.

``dose_curve``       the best curve over the doses of one trial, and the dose that is enough.
``dose_over_lots``   the same over lots and years: the average lot, and where the next lot will fall.
``next_doses``       the doses to try next, placed where they teach most.
"""

from core.response.band import likely_band
from core.response.curves import DoseFit
from core.response.dose_curve import FEWEST_CURVE_DOSES, DoseCurve, dose_curve
from core.response.next_doses import NextDoses, next_doses
from core.response.over_lots import DoseOverLots, LotPoint, LotSeries, dose_average, dose_over_lots, dose_trials_loglik

__all__ = [
    "FEWEST_CURVE_DOSES",
    "DoseCurve",
    "DoseFit",
    "DoseOverLots",
    "LotPoint",
    "LotSeries",
    "NextDoses",
    "dose_average",
    "dose_curve",
    "dose_over_lots",
    "dose_trials_loglik",
    "likely_band",
    "next_doses",
]
