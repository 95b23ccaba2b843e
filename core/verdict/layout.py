"""What a dose ladder, two factors or blocks say, in words."""

from collections.abc import Sequence

from core.germination import CrossedTest, LadderReading, TermTest, Trend
from core.verdict.sentences import p_said, signed
from core.vocabulary import DoseReading, Reason

TOLD_BELOW = 0.05
_READ = {
    DoseReading.LARGEST_BEST: "The largest dose tried came out best: the top may lie beyond it.",
    DoseReading.SMALLEST_BEST: "The smallest dose tried came out best: more of it only harms, or was never needed.",
    DoseReading.INSIDE: "The best dose lies inside the series.",
    DoseReading.FALLS: "At the strongest dose fewer came up than at the best: it begins to kill.",
    DoseReading.NOT_TOLD: "No dose is told apart from the best one, which does not make them the same.",
}


def ladder_sentences(names: Sequence[str], reading: LadderReading, trend: Trend) -> list[str]:
    """The reading of a ladder, what shares the top with the best dose, and the trend over it."""
    said = [_READ[reading.reading]]
    equals = [names[i] for i in reading.equals if i != reading.best]
    if reading.reading is not DoseReading.NOT_TOLD and equals:
        said.append(f"Best: {names[reading.best]}; not told apart from it: {', '.join(equals)}.")
    if trend.t is None or trend.p is None:
        why = "all or none came up at every dose" if trend.reason is Reason.ALL_OR_NONE else "dishes cannot be held against each other"
        return [*said, f"No trend over the doses to test: {why}."]
    way = "rises" if trend.t > 0 else "falls"
    told = f"the share {way} with the dose" if trend.p < TOLD_BELOW else "no steady rise or fall with the dose is shown"
    return [*said, f"Trend over the doses: {told} (t = {signed(trend.t, 2)}, p {p_said(trend.p)})."]


def factor_sentences(a: str, b: str, test: CrossedTest) -> list[str]:
    """The interaction first; the main effects only speak for themselves where there is none."""
    if test.reason is Reason.ALL_OR_NONE:
        return ["In at least one combination all or none came up: the model of two factors has no finite fit. Compare the cells in pairs."]
    if test.interaction.p is None:
        return ["The two factors cannot be taken apart in this layout: compare the cells in pairs."]
    crossed = test.interaction.p < TOLD_BELOW
    head = (
        f"{a} and {b} act on each other ({_f(test.interaction)}): what one does depends on the other, so read the cells, not the means."
        if crossed
        else f"No interplay of {a} and {b} is shown ({_f(test.interaction)}), which does not mean that there is none."
    )
    return [head, *(_main(name, term) for name, term in ((a, test.main_a), (b, test.main_b)))]


def _main(name: str, term: TermTest) -> str:
    if term.p is None:
        return f"{name} by itself cannot be tested in this layout."
    return f"{name} by itself: {'an effect is shown' if term.p < TOLD_BELOW else 'no effect is shown'} ({_f(term)})."


def block_sentence(test: TermTest, blocks: int) -> str:
    """Treatments with what the blocks do alike taken out."""
    if test.reason is Reason.ALL_OR_NONE:
        return "In one treatment all or none came up: blocks cannot be taken out by the model; the comparisons above leave them in."
    if test.p is None:
        return "Blocks cannot be taken out in this layout."
    told = "treatments differ" if test.p < TOLD_BELOW else "no difference between treatments is shown"
    return f"With the {blocks} blocks taken out {told} ({_f(test)})."


def _f(term: TermTest) -> str:
    if term.f is None or term.p is None:
        return "not tested"
    shown = f"F = {term.f:.2f}" if term.df2 is not None else f"χ² = {term.f * term.df1:.2f}"
    return f"{shown}, p {p_said(term.p)}"
