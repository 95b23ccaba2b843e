"""Results said once in plain words, with their doubt. "Not told apart" never becomes "the same"."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.germination import Comparison, PairComparison, TrialShares

_FRACTIONS = ((1, 10), (1, 5), (1, 4), (3, 10), (1, 3), (2, 5), (1, 2), (3, 5), (2, 3), (7, 10), (3, 4), (4, 5), (9, 10))


@dataclass(frozen=True, slots=True)
class TreatmentLine:
    """What the sentences need of one treatment; `t50_days` is None where nothing came up."""

    name: str
    p: float
    lower: float
    upper: float
    t50_days: float | None


def percent(share: float) -> str:
    """Whole percent, without pretending that a few are none: ``<1``, ``>99``."""
    value = 100 * share
    if 0 < value < 0.5:
        return "<1"
    if 99.5 < value < 100:
        return ">99"
    return f"{value:.0f}"


def p_said(p: float) -> str:
    """p as people print it: ``= 0.013``, ``< 0.001``."""
    return "< 0.001" if p < 0.001 else f"= {p:.3f}"


def signed(value: float, digits: int = 0) -> str:
    """A number with its sign, a true minus."""
    return f"{value:+.{digits}f}".replace("-", "−")


def about(share: float) -> str:
    """A share as people say it: ``about 3 in 4``."""
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
    """``about 3 in 4, somewhere between 64 and 87 %``."""
    return f"{about(line.p)}, somewhere between {percent(line.lower)} and {percent(line.upper)} %"


def time_sentence(line: TreatmentLine) -> str:
    """When half of those that came up were up."""
    if line.t50_days is None:
        return "nothing came up: no time to tell"
    if line.t50_days == 0:
        return "half of those that came up had sprouted before sowing"
    return f"half of those that came up were up by {_days(line.t50_days)}"


def _days(days: float) -> str:
    if days < 3:
        return f"hour {days * 24:.0f}"
    return f"day {days:.1f}"


def pair_sentence(pair: PairComparison, smallest: tuple[float | None, float | None], shares: TrialShares) -> str:
    """One treatment against another, in points of percent.

    `smallest` are the smallest differences above and below the second treatment that the trial could have shown.
    """
    points = round(100 * abs(pair.diff))
    way = "more" if pair.diff > 0 else "fewer"
    span = f"95 %: {signed(100 * pair.lower)} to {signed(100 * pair.upper)} points"
    if shares.df is None:
        seen = f"{points} points {way} than {pair.b}" if pair.diff else f"As many as {pair.b} in these dishes"
        return f"{seen} ({span}). A hint, not a result: {_why_no_scatter(shares)}"
    if pair.told_apart:
        return f"{points} points {way} than {pair.b} ({span}): told apart."
    above, below = smallest
    shown = above if pair.diff >= 0 else below
    doubt = (
        f"in this direction the trial could only have shown {100 * shown:.0f} points or more"
        if shown is not None
        else "in this direction the trial could not have shown any difference"
    )
    crossed = " One of several comparisons." if pair.lower > 0 or pair.upper < 0 else ""
    return f"Not told apart from {pair.b} ({span}); {doubt}.{crossed}"


def _why_no_scatter(shares: TrialShares) -> str:
    """Why dishes cannot be held against each other."""
    if all(t.dishes == 1 for t in shares.treatments):
        return "each treatment has a single dish, so dishes cannot be held against each other."
    return "where there are several dishes all or none came up, so their scatter is unknown."


def head_sentence(lines: Sequence[TreatmentLine], comparison: Comparison, *, finished: bool) -> str:
    """The comparison in two or three sentences: the leader, what it leads, and whether counting goes on.

    `comparison` is over all pairs of the same treatments.
    """
    said = _head(lines, comparison, finished=finished)
    return said[0].upper() + said[1:] if finished else f"So far: {said}"


def _head(lines: Sequence[TreatmentLine], comparison: Comparison, *, finished: bool) -> str:
    if all(line.p == 0 for line in lines):
        end = "Dead or asleep is not decided: cut or stain the rest." if finished else "Nothing has come up yet."
        return f"no seed came up in any treatment. {end}"
    ranked = sorted(lines, key=lambda line: -line.p)
    best = ranked[0]
    if len(ranked) == 1:
        return f"{best.name} woke {share_sentence(best)}."
    head = f"{best.name} woke {share_sentence(best)}"
    if comparison.shares.df is None:
        return f"{head}. A hint, not a result: {_why_no_scatter(comparison.shares)} Repeat with 3 or 4 dishes a treatment."
    together = _not_told_apart_from(best.name, comparison)
    if not together:
        return f"{head}, more than {listed([line.name for line in ranked[1:]], 'or')}."
    if len(together) == len(ranked) - 1:
        return f"{head}, but it is not told apart from the others. That does not make them the same: the trial may be too small."
    beaten = [line.name for line in ranked[1:] if line.name not in together]
    joined = listed([n.name for n in ranked if n.name in together], "or")
    return f"{head}, more than {listed(beaten, 'or')}; not told apart from {joined}."


def _not_told_apart_from(name: str, comparison: Comparison) -> set[str]:
    return {p.b if p.a == name else p.a for p in comparison.pairs if name in (p.a, p.b) and not p.told_apart}


def listed(names: Sequence[str], word: str) -> str:
    """``a, b or c``."""
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} {word} {names[-1]}"


def warnings_sentences(shares: TrialShares, odd_dishes: Sequence[str]) -> list[str]:
    """What must stand beside a result: nothing to be told apart, dishes that disagree.

    `odd_dishes` name the dishes that stand out, as a sentence begins: ``Dish K7UF of no cold``.
    """
    out = []
    if shares.df is None:
        out.append(f"Nothing can be told apart here: {_why_no_scatter(shares)}")
    out += [
        f"{dish} differs from the others more than chance would have it: look at it before you believe the mean." for dish in odd_dishes
    ]
    return out
