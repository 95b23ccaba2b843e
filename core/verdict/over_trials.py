"""The same treatment over several trials, in words."""

from core.germination import PooledShare
from core.verdict.sentences import percent


def over_trials_sentence(pooled: PooledShare) -> str:
    """How high it came over the trials, and whether trials differ by more than their dishes explain."""
    if pooled.trials == 1 or pooled.lower is None or pooled.upper is None:
        return f"One trial only: {percent(pooled.p)} %. How much trials differ is not known."
    mean = f"Over {pooled.trials} trials {percent(pooled.p)} %, somewhere between {percent(pooled.lower)} and {percent(pooled.upper)} %"
    if pooled.differ is None or pooled.share_between is None:
        return f"{mean}."
    spread = f"from {percent(pooled.lowest)} to {percent(pooled.highest)} %"
    if pooled.differ:
        return (
            f"{mean}. The trials differ by more than their dishes explain ({spread}; about {100 * pooled.share_between:.0f} % of the "
            "scatter lies between trials): lot, age or year matters too."
        )
    return f"{mean}. The trials do not differ by more than their dishes explain ({spread}), which does not show that they agree."
