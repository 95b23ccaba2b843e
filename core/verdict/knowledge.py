"""What is known of a plant over its trials: the best recipe so far, and how much each question is still open."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.germination import PooledShare
from core.verdict.sentences import percent
from core.vocabulary import Openness

# an interval over trials wider than this leaves the next one open; a starting point of ours
WIDE = 0.4


@dataclass(frozen=True, slots=True)
class RecipeEvidence:
    """A recipe in all trials of one plant; `replicated` counts the trials in which it had two dishes or more."""

    name: str
    pooled: PooledShare
    replicated: int


def openness(evidence: RecipeEvidence | None) -> Openness:
    """How much the question “how much does this wake?” is still open.

    >>> openness(None).value
    'not_asked'
    """
    if evidence is None:
        return Openness.NOT_ASKED
    if evidence.replicated == 0:
        return Openness.HINT
    if evidence.pooled.trials == 1:
        return Openness.ONE_TRIAL
    if evidence.pooled.differ:
        return Openness.TRIALS_DIFFER
    lower, upper = evidence.pooled.lower, evidence.pooled.upper
    return Openness.FEW_TRIALS if lower is None or upper is None or upper - lower > WIDE else Openness.ANSWERED


def best_so_far(evidence: Sequence[RecipeEvidence]) -> RecipeEvidence | None:
    """The recipe that woke most among those with replication, else among all; None where nothing came up or nothing was tried."""
    tried = [e for e in evidence if e.replicated] or list(evidence)
    best = max(tried, key=lambda e: (e.pooled.p, e.replicated), default=None)
    return None if best is None or best.pooled.p == 0 else best


def best_sentence(evidence: Sequence[RecipeEvidence]) -> str:
    """The best recipe so far with its doubt, what it rests on and how much it varied."""
    if not evidence:
        return "Nothing was tried yet: every question is open."
    best = best_so_far(evidence)
    if best is None:
        return "Nothing that was tried woke any of it: dead lots, or the wrong key."
    p = best.pooled
    if p.trials == 1:
        end = "in one trial: what another lot or year would do is not known"
    else:
        apart = ", more apart than their dishes explain" if p.differ else ""
        end = f"over {p.trials} trials, which gave {percent(p.lowest)} to {percent(p.highest)} %{apart}"
    doubt = "" if p.lower is None or p.upper is None else f" (somewhere between {percent(p.lower)} and {percent(p.upper)} %)"
    hint = "" if best.replicated else " A hint, not a result: single dishes only."
    return f"Best so far: {best.name}, {percent(p.p)} %{doubt} {end}.{hint}"
