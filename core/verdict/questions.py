"""What is still open about a plant, as questions that a trial can answer."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.treatment import STEP_KINDS
from core.verdict.knowledge import NeverTested, RecipeEvidence, best_so_far, openness
from core.verdict.names import UNTREATED
from core.verdict.sentences import percent
from core.vocabulary import Openness, Question, StepKind


@dataclass(frozen=True, slots=True)
class OpenQuestion:
    """One question about a plant.

    Attributes
    ----------
    asks : Question
        What a trial of it is to answer.
    question : str
        As the trial would be called.
    why : str
        Why it is open, in a sentence.
    openness : Openness
        How much is known so far.
    step : StepKind or None
        The step that was never tested.
    again : bool
        Whether the best treatment so far is to be tried once more.
    """

    asks: Question
    question: str
    why: str
    openness: Openness
    step: StepKind | None = None
    again: bool = False


def open_questions(plant: str, evidence: Sequence[RecipeEvidence], missing: NeverTested) -> list[OpenQuestion]:
    """Return what is open about a plant, the first question first; empty where its best treatment is settled and its notes were tried.

    >>> open_questions("Lewis flax", [], NeverTested((), (), None))[0].question
    'Is Lewis flax alive, and does it germinate untreated?'
    """
    found = []
    if not evidence:
        why = "No dish of it was ever counted."
        found.append(OpenQuestion(Question.ALIVE, f"Is {plant} alive, and does it germinate untreated?", why, Openness.NOT_ASKED))
    for kind in missing.named:
        word = STEP_KINDS[kind].word
        why = f"The notes on the plant name “{word}”; no trial here had it."
        found.append(OpenQuestion(Question.BEST, f"Does “{word}” help {plant}?", why, Openness.NOT_ASKED, step=kind))
    best = best_so_far(evidence)
    if best is not None and (why := _why(best)):
        name = UNTREATED if best.untreated else f"“{best.name}”"
        question = f"Does {plant} germinate as well with {name} in another lot?"
        found.append(OpenQuestion(Question.BEST, question, why, openness(best), again=True))
    elif evidence and best is None:
        why = "Nothing germinated in any trial: the lots were dead, or the right treatment was not tried."
        found.append(OpenQuestion(Question.BEST, f"What wakes {plant}?", why, Openness.HINT))
    return found


def _why(best: RecipeEvidence) -> str:
    pooled = best.pooled
    following = f"the next lot is likely to germinate between {percent(pooled.next_lot.lower)} and {percent(pooled.next_lot.upper)} %"
    match openness(best):
        case Openness.HINT:
            return "Only single dishes so far: a hint, not a result."
        case Openness.ONE_TRIAL:
            return f"One trial only; {following}."
        case Openness.FEW_TRIALS:
            return f"{pooled.trials} trials so far; {following}."
        case Openness.TRIALS_DIFFER:
            return f"Trials differ ({percent(pooled.lowest)}–{percent(pooled.highest)} %); {following}."
        case _:
            return ""
