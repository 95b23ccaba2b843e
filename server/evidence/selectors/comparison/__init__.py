"""A trial's treatments compared: how many, how fast among those that came up, and both in one.

``options``     what the person asks to see: the basis, the clock, the curve.
``views``       what the page shows.
``bases``       counts on a basis; ``clocks`` records on a clock.
``rows``        one treatment: share, course, curve, indices, dishes.
``against``     treatments compared with each other, in sentences.
``layout``      what the layout adds: a dose ladder, two factors, blocks.
``effects``     what a dish set aside, or one that stands out, does to the result.
``page``        all of it together.
"""

from server.evidence.selectors.comparison.options import CompareOptions
from server.evidence.selectors.comparison.page import compare_courses, comparison
from server.evidence.selectors.comparison.views import NothingToCompare, TreatmentResult, TrialComparison

__all__ = ["CompareOptions", "NothingToCompare", "TreatmentResult", "TrialComparison", "compare_courses", "comparison"]
