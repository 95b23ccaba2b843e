"""What is known of a plant over its trials: the best recipe so far, and how much each question is still open."""

from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass

from core.germination import PooledShare
from core.treatment import STEP_KINDS, StepEffect, StepRow, TreatmentKey
from core.verdict.names import UNTREATED
from core.verdict.sentences import percent
from core.vocabulary import Light, Openness, StepKind, StepTexture

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


@dataclass(frozen=True, slots=True)
class NeverTested:
    """What no treatment of a plant had: steps that its notes name, of each other way to open seed the gentlest step, and a light."""

    named: tuple[StepKind, ...]
    other: tuple[StepKind, ...]
    light: Light | None


# ways to open seed, from the usual to the rarer
_WAYS: tuple[Callable[[StepRow], bool], ...] = (
    lambda row: row.cold,
    lambda row: row.opens_coat,
    lambda row: row.texture is StepTexture.WARM,
    lambda row: row.effect is StepEffect.SMOKES,
)


def never_tested(tried: Collection[TreatmentKey], named: Sequence[StepKind]) -> NeverTested:
    """Return what was never tested of a plant, from what was done in all its trials and the steps that its notes name.

    `light` is the one of light and dark that no trial had; None where both were tried, or nobody recorded either.

    >>> never_tested([], [StepKind.COLD_MOIST]).named
    (<StepKind.COLD_MOIST: 'cold_moist'>,)
    """
    had = {step.kind for key in tried for step in key.steps}
    missing = tuple(kind for kind in named if kind not in had)
    other = []
    for way in _WAYS:
        rows = [row for row in STEP_KINDS.values() if way(row)]
        if not any(row.kind in had or row.kind in missing for row in rows):
            other.append(min(rows, key=lambda row: (row.burns, row.outside)).kind)
    lights = {key.germination_light for key in tried} - {None}
    light = next(x for x in Light if x not in lights) if len(lights) == 1 else None
    return NeverTested(missing, tuple(other), light)


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
