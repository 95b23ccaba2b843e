"""The same treatment over several trials, in words."""

from core.germination import LikelyShare, PooledShare
from core.verdict.sentences import percent


def over_trials_sentence(pooled: PooledShare) -> str:
    """Return the average lot, and where the next lot is likely to fall."""
    following = f"The next lot is likely to germinate between {_ends(pooled.next_lot)}"
    mean = f"{percent(pooled.mean.median)} % (likely between {_ends(pooled.mean)})"
    if pooled.trials == 1:
        return f"One trial: {mean}. {following}: how much lots differ is assumed."
    return f"Over {pooled.trials} trials the average lot germinates about {mean}. {following}."


def _ends(share: LikelyShare) -> str:
    return f"{percent(share.lower)} and {percent(share.upper)} %"
