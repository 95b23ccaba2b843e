"""Speed and pace of one treatment compared with another, in words."""

from core.germination import SpeedPair
from core.verdict.names import AS_NAMED, Called
from core.verdict.sentences import signed
from core.vocabulary import Reason

_WHY = {
    Reason.NO_TIME: "one of them has no time to compare",
    Reason.ONE_DISH: "one of them has a single dish",
    Reason.NO_VALUE: "in one of them nothing germinated",
    Reason.NO_SPREAD: "nothing shows how much its time may vary",
    Reason.NO_REPLICATION: "with one dish per treatment there is no way to tell a real difference from chance",
}


def speed_sentence(pair: SpeedPair, called: Called = AS_NAMED, *, ratio: bool = False) -> str:
    """Return ``0.57 times as long as “no cold” (likely between 0.48 and 0.69).``, or the difference of mean times in days."""
    other = called.within(pair.b)
    if pair.p is None or pair.lower is None or pair.upper is None or pair.effect is None:
        return _untested(pair, other)
    if ratio:
        seen = f"{pair.effect:.2f} times as long as {other} (likely between {pair.lower:.2f} and {pair.upper:.2f})"
        crossed = pair.lower > 1 or pair.upper < 1
    else:
        way = "sooner" if pair.effect < 0 else "later"
        span = f"likely between {signed(pair.lower, 1)} and {signed(pair.upper, 1)} days"
        seen = f"{_time(abs(pair.effect))} {way} than {other} ({span})"
        crossed = pair.lower > 0 or pair.upper < 0
    return f"{seen}. {_shown(pair, crossed=crossed)}".rstrip()


def pace_sentence(pair: SpeedPair, called: Called = AS_NAMED) -> str:
    """Return the difference of mean paces, in points."""
    other = called.within(pair.b)
    if pair.p is None or pair.lower is None or pair.upper is None or pair.effect is None:
        return _untested(pair, other)
    way = "more" if pair.effect > 0 else "less"
    span = f"likely between {signed(pair.lower)} and {signed(pair.upper)}"
    return f"{abs(pair.effect):.0f} points {way} than {other} ({span}). {_shown(pair, crossed=pair.lower > 0 or pair.upper < 0)}".rstrip()


def _untested(pair: SpeedPair, other: str) -> str:
    return f"Not compared with {other}: {_WHY.get(pair.reason, 'too little was seen') if pair.reason else 'too little was seen'}."


def _shown(pair: SpeedPair, *, crossed: bool) -> str:
    """What must be added to a difference that does not count as shown; empty where it does."""
    if pair.differs:
        return ""
    if pair.one_bag and crossed:
        return "One bag per treatment: the difference may be the bag’s."
    return "Not enough evidence: one of several comparisons." if crossed else "Not enough evidence that they differ."


def _time(days: float) -> str:
    return f"{days * 24:.1f} hours" if days < 1 else f"{days:.1f} days"
