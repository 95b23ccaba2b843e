"""What the layout adds to a comparison: a dose ladder, two factors crossed, blocks."""

from collections import defaultdict
from collections.abc import Sequence

from core.germination import (
    Cell,
    CountedDish,
    CountedTreatment,
    TermTest,
    blocked_test,
    compare_final,
    crossed_test,
    dose_trend,
    read_ladder,
)
from core.germination import Comparison as FinalComparison
from core.verdict import block_sentence, factor_sentences, ladder_sentences
from core.vocabulary import Family, Layout, Reason
from server.evidence.selectors.comparison.views import BlocksResult, FactorsResult, LadderPoint, LadderResult
from server.evidence.selectors.shares import TreatmentCourses, ladder_among
from server.trials.models import Trial


def ladder_of(treatments: Sequence[TreatmentCourses], counted: Sequence[CountedTreatment], rho0: float) -> LadderResult | None:
    """The doses of a trial as an axis; None with fewer than three. Other treatments stay out of the trend."""
    found = ladder_among(treatments)
    if found is None:
        return None
    rungs, doses = [counted[i] for i in found.places], found.doses
    comparison = compare_final(rungs, Family.ALL, None, rho0)
    reading, trend = read_ladder(doses, comparison), dose_trend(doses, comparison)
    points = [
        LadderPoint(s.name, d, s.p, s.lower, s.upper)
        for d, s in sorted(zip(doses, comparison.shares.treatments, strict=True), key=lambda x: x[0])
    ]
    names = [c.name for c in rungs]
    return LadderResult(found.unit, points, reading.reading, trend, ladder_sentences(names, reading, trend))


def factors_of(trial: Trial, treatments: Sequence[TreatmentCourses], comparison: FinalComparison) -> FactorsResult | None:
    """Two factors crossed; None where the trial has none, or a factor only one level."""
    cells = [
        Cell(t.treatment.level_a, t.treatment.level_b, t.as_counted().dishes)
        for t in treatments
        if t.treatment.level_a and t.treatment.level_b and t.records
    ]
    if min(len({c.a for c in cells}), len({c.b for c in cells})) < 2:
        return None
    test = crossed_test(cells, comparison.shares)
    return FactorsResult(trial.factor_a, trial.factor_b, test, factor_sentences(trial.factor_a, trial.factor_b, test))


def blocks_of(trial: Trial, treatments: Sequence[TreatmentCourses], comparison: FinalComparison) -> BlocksResult | None:
    """Treatments with their blocks taken out; None for a layout without blocks."""
    if trial.layout != Layout.BLOCKS:
        return None
    found: dict[tuple[str, int], list[CountedDish]] = defaultdict(list)
    for t in treatments:
        for d in t.counted:
            found[t.treatment.name, d.dish.block].append(CountedDish(d.record.germinated, d.record.sown))
    cells = [Cell(name, str(block), tuple(dishes)) for (name, block), dishes in found.items()]
    blocks = len({c.b for c in cells})
    if blocks < 2 or len({c.a for c in cells}) < 2:
        return None
    test: TermTest = blocked_test(cells, comparison.shares)
    return BlocksResult(blocks, test, block_sentence(test, blocks) if test.reason is not Reason.NO_VALUE else "")
