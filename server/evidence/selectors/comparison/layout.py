"""What the layout adds to a comparison: a dose series, two factors crossed, blocks."""

from collections.abc import Sequence
from dataclasses import replace

from core.germination import Cell, TrialShares, compare_shares, crossed_test, dose_trend, read_ladder
from core.germination import Comparison as FinalComparison
from core.verdict import Called, are_crossed, block_sentence, factor_sentences, ladder_sentences
from core.vocabulary import Family, Layout
from server.evidence.selectors.comparison.views import BlocksResult, FactorsResult, LadderPoint, LadderResult
from server.evidence.selectors.shares import TreatmentCourses, ladder_among
from server.trials.models import Trial
from server.trials.selectors.lots import as_of_lots, brief


def ladders_of(treatments: Sequence[TreatmentCourses], shares: TrialShares, called: Called) -> list[LadderResult]:
    """The doses of each lot as an axis, where it has three. Other treatments stay out of the trend, not out of the scatter."""
    lots = list(dict.fromkeys(t.treatment.lot_id for t in treatments))
    groups = [[i for i, t in enumerate(treatments) if t.treatment.lot_id == lot] for lot in lots]
    found = [(_ladder_of([treatments[i] for i in places], places, shares, called), treatments[places[0]]) for places in groups]
    return [replace(x, lot=brief(t.treatment.lot) if len(lots) > 1 else None) for x, t in found if x is not None]


def _ladder_of(treatments: Sequence[TreatmentCourses], places: Sequence[int], shares: TrialShares, called: Called) -> LadderResult | None:
    found = ladder_among(treatments)
    if found is None:
        return None
    comparison, doses = compare_shares(shares.select([places[i] for i in found.places]), Family.ALL), found.doses
    reading, trend = read_ladder(doses, comparison), dose_trend(doses, comparison)
    rungs = comparison.shares.treatments
    points = [
        LadderPoint(called.name(s.id), d, s.share, s.lower, s.upper) for d, s in sorted(zip(doses, rungs, strict=True), key=lambda x: x[0])
    ]
    ids = [s.id for s in rungs]
    return LadderResult(None, found.unit, points, reading.reading, trend, ladder_sentences(ids, reading, trend, called))


def factors_of(trial: Trial, treatments: Sequence[TreatmentCourses], comparison: FinalComparison) -> FactorsResult | None:
    """Two factors crossed: those that were named, else lots and treatments; None where there are none, or a factor has one level."""
    a, b, levels = trial.factor_a, trial.factor_b, [(t.treatment.level_a, t.treatment.level_b) for t in treatments]
    if not any(all(x) for x in levels):
        each = as_of_lots([t.treatment for t in treatments])
        if not are_crossed(each):
            return None
        a, b, levels = "lot", "treatment", [(str(x.lot), str(x.done)) for x in each]
    shares = comparison.shares
    cells = [Cell(*level, s.share, n) for level, s, n in zip(levels, shares.treatments, shares.test_sizes, strict=True) if all(level)]
    if min(len({c.a for c in cells}), len({c.b for c in cells})) < 2:
        return None
    test = crossed_test(cells, shares.df)
    return FactorsResult(a, b, test, factor_sentences(a, b, test))


def blocks_of(trial: Trial, treatments: Sequence[TreatmentCourses], comparison: FinalComparison) -> BlocksResult | None:
    """How the blocks of a trial are taken into account; None for a layout without blocks."""
    blocks = len({d.dish.block for t in treatments for d in t.counted})
    if trial.layout != Layout.BLOCKS or blocks < 2 or len(treatments) < 2:
        return None
    shares = comparison.shares
    return BlocksResult(blocks, shares.blocks is not None, shares.block_reason, block_sentence(comparison, blocks))
