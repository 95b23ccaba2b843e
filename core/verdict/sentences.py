"""Results said once in plain words, with their uncertainty. "Not enough evidence that they differ" never becomes "the same"."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.germination import Comparison, PairComparison, TrialShares
from core.verdict.names import AS_NAMED, Called
from core.vocabulary import TreatmentId

_FRACTIONS = ((1, 10), (1, 5), (1, 4), (3, 10), (1, 3), (2, 5), (1, 2), (3, 5), (2, 3), (7, 10), (3, 4), (4, 5), (9, 10))


@dataclass(frozen=True, slots=True)
class TreatmentLine:
    """What the sentences need of one treatment; `t50_days` is None where nothing germinated."""

    id: TreatmentId
    p: float
    lower: float
    upper: float
    t50_days: float | None


def percent(share: float) -> str:
    """Return whole percent, without pretending that a few are none: ``<1``, ``>99``."""
    value = 100 * share
    # a half rounds to the even number: to none, and to all
    if 0 < value <= 0.5:
        return "<1"
    if 99.5 <= value < 100:
        return ">99"
    return f"{value:.0f}"


def p_said(p: float) -> str:
    """Return p as people print it: ``= 0.013``, ``< 0.001``."""
    return "< 0.001" if p < 0.001 else f"= {p:.3f}"


def signed(value: float, digits: int = 0) -> str:
    """Return a number with its sign, a true minus."""
    return f"{value:+.{digits}f}".replace("-", "−")


def about(share: float) -> str:
    """Return a share as people say it: ``about 3 in 4``."""
    if share == 0:
        return "none"
    if share == 1:
        return "all"
    if share < 0.05:
        return "fewer than 1 in 20"
    if share < 0.08:
        return "about 1 in 15"
    if share > 0.95:
        return "nearly all"
    a, b = min(_FRACTIONS, key=lambda f: abs(f[0] / f[1] - share))
    return f"about {a} in {b}"


def share_sentence(line: TreatmentLine) -> str:
    """Return ``about 3 in 4 germinated (64–87 %)``."""
    return f"{about(line.p)} germinated ({percent(line.lower)}–{percent(line.upper)} %)"


def time_sentence(line: TreatmentLine) -> str:
    """Return the time to 50 % of those that germinated."""
    if line.t50_days is None:
        return "nothing germinated, so there is no time"
    if line.t50_days == 0:
        return "half of those that germinated had sprouted before sowing"
    return f"half of those that germinated had done so by {_days(line.t50_days)}"


def _days(days: float) -> str:
    if days < 3:
        return f"hour {days * 24:.0f}"
    return f"day {days:.1f}"


def pair_sentence(pair: PairComparison, smallest: tuple[float | None, float | None], shares: TrialShares, called: Called = AS_NAMED) -> str:
    """Return one treatment compared with another, in points of percent.

    `smallest` are the smallest differences above and below the second treatment that the trial could have shown.
    """
    other = called.within(pair.b)
    points = round(100 * abs(pair.diff))
    span = f"between {signed(100 * pair.lower)} and {signed(100 * pair.upper)} points"
    if shares.df is None:
        way = "more" if pair.diff > 0 else "fewer"
        seen = f"{points} points {way} than {other}" if pair.diff else f"As many as {other} in these dishes"
        return f"{seen} (likely {span}). This is a hint, not a result: {why_no_scatter(shares)}"
    if pair.differs:
        if (pair.ahead == pair.a) == (pair.diff > 0):
            return f"{points} points {'more' if pair.diff > 0 else 'fewer'} than {other} (likely {span})."
        way = "more" if pair.ahead == pair.a else "fewer"
        return f"{way.capitalize()} than {other} once the blocks are taken out; the plain difference is {signed(100 * pair.diff)} points."
    above, below = smallest
    shown = above if pair.diff >= 0 else below
    reach = (
        f"this trial could only detect a difference of {100 * shown:.0f} points or more in this direction"
        if shown is not None
        else "this trial could not detect any difference in this direction"
    )
    crossed = " One of several comparisons." if pair.lower > 0 or pair.upper < 0 else ""
    return f"Not enough evidence of a difference from {other} (likely {span}); {reach}.{crossed}"


def why_no_scatter(shares: TrialShares) -> str:
    """Return why chance cannot be ruled out."""
    if all(t.dishes == 1 for t in shares.treatments):
        return "with one dish per treatment there is no way to tell a real difference from chance."
    return "wherever there are several dishes, all or none germinated, so nothing shows how much dishes differ by chance."


def head_sentence(lines: Sequence[TreatmentLine], comparison: Comparison, *, finished: bool, called: Called = AS_NAMED) -> str:
    """Return the comparison in two or three sentences: the leader, what it leads, and whether counting goes on.

    `comparison` is over all pairs of the same treatments.
    """
    said = _head(lines, comparison, finished=finished, called=called)
    return said if finished else f"So far: {said}"


def _head(lines: Sequence[TreatmentLine], comparison: Comparison, *, finished: bool, called: Called) -> str:
    if all(line.p == 0 for line in lines):
        end = "Cut or stain the rest to see whether it is dead or dormant." if finished else "Go on counting."
        return f"No seed germinated in any treatment. {end}"
    ranked = sorted(lines, key=lambda line: -line.p)
    best = ranked[0]
    head = f"{called.first(best.id)}: {share_sentence(best)}"
    if len(ranked) == 1:
        return f"{head}."
    if comparison.shares.df is None:
        return f"{head}. This is a hint, not a result: {why_no_scatter(comparison.shares)} Repeat with 3 or 4 dishes per treatment."
    beaten, open_ = leads(best.id, comparison)
    if not open_:
        return f"{head}, more than {listed([called.within(n) for n in beaten], 'or')}."
    others = listed([called.within(n) for n in open_], "or")
    if not beaten:
        return f"{head}, but the trial does not show that it differs from {others}."
    return f"{head}, more than {listed([called.within(n) for n in beaten], 'or')}. The trial does not show that it differs from {others}."


def leads(treatment: TreatmentId, comparison: Comparison) -> tuple[list[TreatmentId], list[TreatmentId]]:
    """Return the treatments that a treatment is shown to lead, and those it is not shown to lead, in the trial's order.

    A lead is one in the direction of its test.
    """
    beaten = [p.other(treatment) for p in comparison.pairs_of(treatment) if p.differs and p.ahead == treatment]
    order = [t.id for t in comparison.shares.treatments if t.id != treatment]
    return [n for n in order if n in beaten], [n for n in order if n not in beaten]


def listed(names: Sequence[str], word: str) -> str:
    """Return ``a, b or c``."""
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} {word} {names[-1]}"


def warnings_sentences(shares: TrialShares, odd_dishes: Sequence[str]) -> list[str]:
    """Return what must stand beside a result: no replication, dishes that disagree.

    `odd_dishes` name the dishes that stand out, as a sentence begins: ``Dish K7UF of “nick”``.
    """
    out = []
    if shares.df is None:
        why = why_no_scatter(shares)
        out.append(f"{why[0].upper()}{why[1:]}")
    out += [f"{dish} differs from the others more than chance explains. Find out why before you trust the mean." for dish in odd_dishes]
    return out
