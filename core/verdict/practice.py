"""The truth beside the conclusions from a practice bench: found, missed, not supported by the data; and one piece of advice.

The data support a claim when the trial had untreated seed, more than one dish per treatment, and numbers that show the difference.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from core.design import Design, dishes_needed
from core.verdict.names import AS_NAMED, Called
from core.verdict.sentences import percent
from core.vocabulary import PracticeMark, PracticeSays, TreatmentId

# a difference smaller than this changes nothing in a nursery
MATTERS = 0.10
# an estimate wider than this says little, even where it holds the truth
WIDEST = 0.40


@dataclass(frozen=True, slots=True)
class Tried:
    """A treatment of the trial with its hidden truth. `differs` from seed sown as it is; None where nothing could tell."""

    id: TreatmentId
    truth: float
    dishes: int
    seeds_per_dish: int
    untreated: bool
    differs: bool | None


@dataclass(frozen=True, slots=True)
class Estimate:
    """How many in all come up after a treatment, as somebody believes: shares 0..1."""

    id: TreatmentId
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Marked:
    """One conclusion with what it is worth, in a sentence."""

    about: TreatmentId
    mark: PracticeMark
    words: str


@dataclass(frozen=True)
class PracticeResult:
    """What was found, what was missed, what the data do not support, and one piece of advice for the next try."""

    marks: list[Marked]
    advice: str

    def count(self, mark: PracticeMark) -> int:
        """How many conclusions have the mark."""
        return sum(m.mark is mark for m in self.marks)


@dataclass(frozen=True, slots=True)
class PracticeTrial:
    """How the trial was run, as far as the advice asks: dishes not closed, dishes with mould that still count, the dishes' rho."""

    unclosed: int = 0
    mouldy_counted: int = 0
    rho: float = 0.05


def judge_practice(
    tried: Sequence[Tried],
    says: Mapping[TreatmentId, PracticeSays],
    estimate: Estimate | None,
    untreated_truth: float,
    trial: PracticeTrial,
    called: Called = AS_NAMED,
) -> PracticeResult:
    """Compare conclusions with the truth.

    Parameters
    ----------
    tried : sequence of Tried
        Every treatment of the trial.
    says : mapping of id to PracticeSays
        What was concluded of each treatment but the untreated; what is missing counts as “cannot say”.
    estimate : Estimate or None
        What was believed of one treatment's share.
    untreated_truth : float
        True share 0..1 of seed sown as it is, whether it was in the trial or not.
    trial : PracticeTrial
        How the trial was run.
    called : Called
        The treatments' names.
    """
    marks = [_marked(t, says.get(t.id, PracticeSays.CANNOT_SAY), untreated_truth, called) for t in tried if not t.untreated]
    if estimate is not None:
        truth = next(t.truth for t in tried if t.id == estimate.id)
        marks.append(_estimated(estimate, truth, called))
    return PracticeResult(marks, _advice(tried, marks, untreated_truth, trial, called))


def _marked(t: Tried, says: PracticeSays, untreated: float, called: Called) -> Marked:
    diff = t.truth - untreated
    truth = PracticeSays.SAME if abs(diff) < MATTERS else PracticeSays.BETTER if diff > 0 else PracticeSays.WORSE
    numbers = f"in truth {percent(t.truth)} % germinate, and {percent(untreated)} % of untreated seed"
    differs = truth is not PracticeSays.SAME
    if says in (PracticeSays.BETTER, PracticeSays.WORSE):
        if says is not truth:
            return Marked(t.id, PracticeMark.WITHOUT_GROUND, f"“{called.name(t.id)}” was thought to do {says}: {numbers}.")
        if not t.differs:
            why = "the trial had no untreated seed" if t.differs is None else "your dishes do not show a difference"
            return Marked(t.id, PracticeMark.WITHOUT_GROUND, f"“{called.name(t.id)}” does {says}, but that was luck: {why}; {numbers}.")
        return Marked(t.id, PracticeMark.FOUND, f"“{called.name(t.id)}” does {says}: {numbers}.")
    if differs:
        told = " Your own numbers showed the difference." if t.differs else ""
        return Marked(t.id, PracticeMark.MISSED, f"“{called.name(t.id)}” does {truth}, and you missed it: {numbers}.{told}")
    if says is PracticeSays.SAME and t.differs is None:
        return Marked(
            t.id, PracticeMark.WITHOUT_GROUND, f"“{called.name(t.id)}” makes no difference, but the trial could not show that: {numbers}."
        )
    mark = PracticeMark.FOUND if says is PracticeSays.SAME else PracticeMark.LEFT_OPEN
    return Marked(t.id, mark, f"“{called.name(t.id)}” makes no difference that matters: {numbers}.")


def _estimated(e: Estimate, truth: float, called: Called) -> Marked:
    name, said = f"“{called.name(e.id)}”", f"between {percent(e.low)} % and {percent(e.high)} %"
    if not e.low <= truth <= e.high:
        return Marked(e.id, PracticeMark.WITHOUT_GROUND, f"{name}: you said {said}; in truth {percent(truth)} % germinate.")
    if e.high - e.low > WIDEST:
        return Marked(
            e.id, PracticeMark.MISSED, f"{name}: {said} includes the truth, {percent(truth)} %, but is too wide to plan a sowing with."
        )
    return Marked(e.id, PracticeMark.FOUND, f"{name}: {said} includes the truth, {percent(truth)} %.")


def _advice(tried: Sequence[Tried], marks: Sequence[Marked], untreated: float, trial: PracticeTrial, called: Called) -> str:
    """One piece, the one that costs most if it is not followed."""
    treated = [t for t in tried if not t.untreated]
    said = _about_the_design(tried, untreated) or _about_the_dishes(trial) or _more_dishes(treated, marks, untreated, trial.rho, called)
    if said is not None:
        return said
    if any(m.mark is PracticeMark.WITHOUT_GROUND for m in marks):
        return "Claim a difference only when the two intervals hardly overlap. Until then, “cannot say” is the right answer."
    if any(m.mark is PracticeMark.MISSED for m in marks):
        return "Read Compare before you conclude: treatments in different groups there differ."
    return "You missed nothing, and your data support every conclusion. Take the next exercise, or the same one with fewer seeds."


def _about_the_design(tried: Sequence[Tried], untreated: float) -> str | None:
    if not any(t.untreated for t in tried):
        return (
            "Keep some seed untreated next time. Without that control nothing shows whether a treatment did anything: "
            f"here {percent(untreated)} % germinate untreated."
        )
    if any(t.dishes == 1 for t in tried):
        return "Use more than one dish per treatment. One dish cannot show how much dishes differ by chance."
    return None


def _about_the_dishes(trial: PracticeTrial) -> str | None:
    if trial.mouldy_counted:
        return "Set a dish aside when mould destroys it, and note why. Rotted seed says nothing about the treatment."
    if trial.unclosed:
        dishes = "dish was" if trial.unclosed == 1 else "dishes were"
        return (
            f"Cut the ungerminated seed before you conclude: {trial.unclosed} {dishes} not closed, "
            "and dormant seed looks dead until you cut it."
        )
    return None


def _more_dishes(treated: Sequence[Tried], marks: Sequence[Marked], untreated: float, rho: float, called: Called) -> str | None:
    """What it would have taken to see the largest difference that the dishes did not tell."""
    hidden = {m.about for m in marks if m.mark is not PracticeMark.FOUND}
    unseen = [t for t in treated if t.id in hidden and t.differs is False and abs(t.truth - untreated) >= MATTERS]
    if not unseen:
        return None
    t = max(unseen, key=lambda x: abs(x.truth - untreated))
    groups = len(treated) + 1
    found = dishes_needed(untreated, t.truth, Design(2, t.seeds_per_dish, groups, rho, len(treated)))
    if found is None:
        return "The difference is too small for any trial of this size. Try fewer treatments, or ask about a larger difference."
    dishes = max(found[0], t.dishes + 1)
    return (
        f"Use more dishes: {dishes} dishes of {t.seeds_per_dish} show what “{called.name(t.id)}” does 8 times in 10; "
        f"you had {t.dishes}. "
        "More dishes tell you more than more seeds per dish."
    )
