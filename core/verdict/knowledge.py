"""What is known of a plant over its trials: the best recipe so far, and how much each question is still open."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.germination import PooledShare
from core.verdict.names import UNTREATED
from core.verdict.sentences import percent
from core.vocabulary import Openness

# fewer trials, or a range of the average lot wider than this, leave the question open, and one of the next lot wider than that means
# that lots differ; starting points of ours
FEWEST_TRIALS, WIDE, DIFFER = 3, 0.4, 0.5


@dataclass(frozen=True, slots=True)
class RecipeEvidence:
    """A treatment in all trials of one plant; `replicated` counts the trials in which it had two dishes or more.

    `untreated`: its seed is sown as it is.
    """

    name: str
    pooled: PooledShare
    replicated: int
    untreated: bool = False


def openness(evidence: RecipeEvidence | None) -> Openness:
    """Return how much the question “how well does seed germinate after this?” is still open.

    >>> openness(None).value
    'not_asked'
    """
    if evidence is None:
        return Openness.NOT_ASKED
    if evidence.replicated == 0:
        return Openness.HINT
    if evidence.pooled.trials == 1:
        return Openness.ONE_TRIAL
    width = evidence.pooled.next_lot.upper - evidence.pooled.next_lot.lower
    if evidence.pooled.trials < FEWEST_TRIALS or evidence.pooled.mean.upper - evidence.pooled.mean.lower > WIDE:
        return Openness.FEW_TRIALS
    return Openness.TRIALS_DIFFER if width > DIFFER else Openness.ANSWERED


def best_so_far(evidence: Sequence[RecipeEvidence]) -> RecipeEvidence | None:
    """Return the treatment with the highest expected germination of the next lot, with replication where there is any.

    None where nothing germinated or nothing was tried.
    """
    tried = [e for e in evidence if e.replicated] or list(evidence)
    best = max(tried, key=lambda e: (e.pooled.next_expected, e.replicated), default=None)
    return None if best is None or best.pooled.highest == 0 else best


def best_sentence(evidence: Sequence[RecipeEvidence]) -> str:
    """Return the best treatment so far, where the next lot is likely to fall, and what that rests on."""
    if not evidence:
        return "Nothing was tried yet."
    best = best_so_far(evidence)
    if best is None:
        return "Nothing germinated in any trial: the lots were dead, or the right treatment was not tried."
    p = best.pooled
    trials = "one trial" if p.trials == 1 else f"{p.trials} trials, which gave {percent(p.lowest)}–{percent(p.highest)} %"
    hint = "" if best.replicated else " This is a hint, not a result: single dishes only."
    following = f"the next lot is likely to germinate between {percent(p.next_lot.lower)} and {percent(p.next_lot.upper)} %"
    name = UNTREATED if best.untreated else f"“{best.name}”"
    return f"Best so far: {name}, about {percent(p.mean.median)} % ({trials}); {following}.{hint}"
