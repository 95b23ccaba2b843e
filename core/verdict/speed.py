"""Speed and pace of one treatment against another, in words."""

from core.germination import SpeedPair
from core.verdict.sentences import signed
from core.vocabulary import Reason

_WHY = {
    Reason.NO_TIME: "one of them has no time to compare",
    Reason.ONE_DISH: "one of them has a single dish in which something came up",
    Reason.NO_VALUE: "in one of them nothing came up",
    Reason.NO_SPREAD: "no dish differs in either, so there is nothing to measure a difference by",
}


def speed_sentence(pair: SpeedPair, *, ratio: bool = False) -> str:
    """``0.57 times as long as no cold (95 %: 0.48 to 0.69): told apart.``, or the difference of mean times in days."""
    if pair.p is None or pair.lower is None or pair.upper is None or pair.effect is None:
        return _untested(pair)
    if ratio:
        seen = f"{pair.effect:.2f} times as long as {pair.b} (95 %: {pair.lower:.2f} to {pair.upper:.2f})"
        crossed = pair.lower > 1 or pair.upper < 1
    else:
        way = "sooner" if pair.effect < 0 else "later"
        seen = f"{_time(abs(pair.effect))} {way} than {pair.b} (95 %: {signed(pair.lower, 1)} d to {signed(pair.upper, 1)} d)"
        crossed = pair.lower > 0 or pair.upper < 0
    return f"{seen}: {_told(pair, crossed=crossed)}"


def pace_sentence(pair: SpeedPair) -> str:
    """The difference of mean paces, in points."""
    if pair.p is None or pair.lower is None or pair.upper is None or pair.effect is None:
        return _untested(pair)
    way = "more" if pair.effect > 0 else "less"
    span = f"95 %: {signed(pair.lower)} to {signed(pair.upper)}"
    return f"{abs(pair.effect):.0f} points {way} than {pair.b} ({span}): {_told(pair, crossed=pair.lower > 0 or pair.upper < 0)}"


def _untested(pair: SpeedPair) -> str:
    return f"Not tested against {pair.b}: {_WHY.get(pair.reason, 'too little was seen') if pair.reason else 'too little was seen'}."


def _told(pair: SpeedPair, *, crossed: bool) -> str:
    if pair.told_apart:
        return "told apart."
    return "not told apart; one of several comparisons." if crossed else "not told apart, which does not make them the same."


def _time(days: float) -> str:
    return f"{days * 24:.1f} hours" if days < 1 else f"{days:.1f} days"
