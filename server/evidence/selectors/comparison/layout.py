"""What the layout adds to a comparison: a dose series, two factors crossed, blocks."""

from collections.abc import Sequence

from core.germination import Cell, TrialShares, compare_shares, crossed_test, dose_trend, read_ladder
from core.germination import Comparison as FinalComparison
from core.verdict import Called, block_sentence, factor_sentences, ladder_sentences
from core.vocabulary import Family, Layout
from server.evidence.selectors.comparison.views import BlocksResult, FactorsResult, LadderPoint, LadderResult
from server.evidence.selectors.shares import TreatmentCourses, ladder_among
from server.trials.models import Trial


def ladder_of(treatments: Sequence[TreatmentCourses], shares: TrialShares, called: Called) -> LadderResult | None:
    """The doses of a trial as an axis; None with fewer than three. Other treatments stay out of the trend, not out of the scatter."""
    found = ladder_among(treatments)
    if found is None:
        return None
    comparison, doses = compare_shares(shares.select(found.places), Family.ALL), found.doses
    reading, trend = read_ladder(doses, comparison), dose_trend(doses, comparison)
    rungs = comparison.shares.treatments
    points = [
        LadderPoint(called.name(s.id), d, s.share, s.lower, s.upper) for d, s in sorted(zip(doses, rungs, strict=True), key=lambda x: x[0])
    ]
    ids = [s.id for s in rungs]
    return LadderResult(found.unit, points, reading.reading, trend, ladder_sentences(ids, reading, trend, called))


def factors_of(trial: Trial, treatments: Sequence[TreatmentCourses], comparison: FinalComparison) -> FactorsResult | None:
    """Two factors crossed; None where the trial has none, or a factor only one level."""
    shares = comparison.shares
    cells = [
        Cell(t.treatment.level_a, t.treatment.level_b, s.share, n)
        for t, s, n in zip(treatments, shares.treatments, shares.test_sizes, strict=True)
        if t.treatment.level_a and t.treatment.level_b
    ]
    if min(len({c.a for c in cells}), len({c.b for c in cells})) < 2:
        return None
    test = crossed_test(cells, shares.df)
    return FactorsResult(trial.factor_a, trial.factor_b, test, factor_sentences(trial.factor_a, trial.factor_b, test))


def blocks_of(trial: Trial, treatments: Sequence[TreatmentCourses], comparison: FinalComparison) -> BlocksResult | None:
    """How the blocks of a trial are taken into account; None for a layout without blocks."""
    blocks = len({d.dish.block for t in treatments for d in t.counted})
    if trial.layout != Layout.BLOCKS or blocks < 2 or len(treatments) < 2:
        return None
    shares = comparison.shares
    return BlocksResult(blocks, shares.blocks is not None, shares.block_reason, block_sentence(comparison, blocks))
