"""What a dose ladder, two factors or blocks say, in words."""

from collections.abc import Sequence

from core.germination import Comparison, CrossedTest, LadderReading, TermTest, Trend
from core.verdict.names import AS_NAMED, Called
from core.verdict.sentences import p_said, signed
from core.vocabulary import DoseReading, Reason, TreatmentId

TOLD_BELOW = 0.05
_READ = {
    DoseReading.LARGEST_BEST: "The largest dose tried germinated best, so the best dose may lie beyond it.",
    DoseReading.SMALLEST_BEST: "The smallest dose tried germinated best: more of it harms, or was never needed.",
    DoseReading.INSIDE: "The best dose lies inside the series.",
    DoseReading.FALLS: "The strongest dose germinated less than the best one: it begins to kill.",
    DoseReading.NOT_TOLD: "The trial does not show that any dose differs from the best one.",
}
_NO_TREND = {
    Reason.ALL_OR_NONE: "all or none germinated at every dose",
    Reason.NO_REPLICATION: "with one dish per dose there is no way to tell a real difference from chance",
}


def ladder_sentences(treatments: Sequence[TreatmentId], reading: LadderReading, trend: Trend, called: Called = AS_NAMED) -> list[str]:
    """Return the reading of a dose series, what is not shown to differ from the best dose, and the trend over it."""
    said = [_READ[reading.reading]]
    equals = [called.within(treatments[i]) for i in reading.equals if i != reading.best]
    if reading.reading is not DoseReading.NOT_TOLD and equals:
        said.append(f"Best: {called.within(treatments[reading.best])}. The trial does not show that it differs from {', '.join(equals)}.")
    if trend.t is None or trend.p is None:
        why = _NO_TREND.get(trend.reason, "the doses do not differ") if trend.reason else "the doses do not differ"
        return [*said, f"No trend over the doses can be tested: {why}."]
    way = "rises" if trend.t > 0 else "falls"
    told = f"germination {way} with the dose" if trend.p < TOLD_BELOW else "no steady rise or fall with the dose is shown"
    return [*said, f"Trend over the doses: {told} (t = {signed(trend.t, 2)}, p {p_said(trend.p)})."]


def factor_sentences(a: str, b: str, test: CrossedTest) -> list[str]:
    """Return the interaction first; the main effects only speak for themselves where there is none."""
    a, b = f"“{a}”", f"“{b}”"
    if test.reason in (Reason.ALL_OR_NONE, Reason.NO_FINITE_FIT):
        return [
            "In at least one combination all or none germinated, so the two factors cannot be modelled. Compare the combinations in pairs."
        ]
    if test.interaction.p is None:
        return ["This layout does not separate the two factors. Compare the combinations in pairs."]
    crossed = test.interaction.p < TOLD_BELOW
    head = (
        f"{a} and {b} interact ({_f(test.interaction)}): what one does depends on the other, so read the combinations, not the means."
        if crossed
        else f"No interaction of {a} and {b} is shown ({_f(test.interaction)}), which does not mean that there is none."
    )
    return [head, *(_main(name, term) for name, term in ((a, test.main_a), (b, test.main_b)))]


def _main(name: str, term: TermTest) -> str:
    if term.p is None:
        return f"{name} by itself cannot be tested in this layout."
    return f"{name} by itself: {'an effect is shown' if term.p < TOLD_BELOW else 'no effect is shown'} ({_f(term)})."


def block_sentence(comparison: Comparison, blocks: int) -> str:
    """Return how the blocks of a trial are taken into account."""
    shares, overall = comparison.shares, comparison.overall
    if shares.blocks is None:
        why = _NO_BLOCKS.get(shares.block_reason, "the blocks cannot be separated from the treatments") if shares.block_reason else ""
        return f"The {blocks} blocks are not taken into account{f': {why}' if why else ''}. Treatments are compared as without blocks."
    if overall.p is None or overall.stat is None:
        return f"Differences between the {blocks} blocks are taken out of every comparison."
    shown = "treatments differ" if overall.p < TOLD_BELOW else "no difference between treatments is shown"
    f = f"F = {overall.stat:.2f}, p {p_said(overall.p)}"
    return f"Differences between the {blocks} blocks are taken out of every comparison; with that, {shown} ({f})."


_NO_BLOCKS = {
    Reason.NO_FINITE_FIT: "in a treatment or a block all or none germinated",
    Reason.NO_REPLICATION: "there are too few dishes",
    Reason.SPROUTED_IN_BAG: "seed sprouted in a shared bag, which belongs to no block",
}


def _f(term: TermTest) -> str:
    if term.f is None or term.p is None:
        return "not tested"
    shown = f"F = {term.f:.2f}" if term.df2 is not None else f"χ² = {term.f * term.df1:.2f}"
    return f"{shown}, p {p_said(term.p)}"
