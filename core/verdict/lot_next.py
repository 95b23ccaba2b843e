"""What a lot asks for next, each with its rule; the most pressing first."""

from dataclasses import dataclass
from datetime import date

from core.seedstock import Dryness, StorageCheck, purpose_advice
from core.vocabulary import CleaningGrade, DryState, LotTask, Purpose, Reason, StorageBehaviour
from core.wording import day_value

_ORDER_OF_GRADES = list(CleaningGrade)


@dataclass(frozen=True, slots=True)
class LotFacts:
    """What is known of a lot today. None is not known, or none. `being_tested`: a trial of it is being counted."""

    today: date
    behaviour: StorageBehaviour
    named: bool
    seeds: int | None
    doubt: Reason | None
    dryness: Dryness
    turn_on: date | None
    in_quarantine: bool
    cut: bool
    floaters_uncut: bool
    grade: CleaningGrade
    purpose: Purpose | None
    place_check: StorageCheck | None
    has_place: bool
    last_test_on: date | None
    retest_on: date | None
    use_by: date | None
    being_tested: bool = False


@dataclass(frozen=True, slots=True)
class LotAdvice:
    """One thing to do next, with the reason in a sentence."""

    task: LotTask
    sentence: str


def lot_next(facts: LotFacts) -> list[LotAdvice]:
    """Say what a lot asks for, the most pressing first; empty when there is nothing to do."""
    if facts.seeds == 0:
        return [LotAdvice(LotTask.END, "No seed is left. End the lot as used up, or recount it.")]
    found = [*_pressing(facts), *_amount_and_worth(facts), *_keeping(facts)]
    return [LotAdvice(task, sentence) for task, sentence in found]


def _pressing(f: LotFacts) -> list[tuple[LotTask, str]]:
    out = []
    if f.behaviour in (StorageBehaviour.RECALCITRANT, StorageBehaviour.SHORT_LIVED):
        why = "dies when dried" if f.behaviour is StorageBehaviour.RECALCITRANT else "lives only days or weeks"
        out.append((LotTask.SOW_NOW, f"Sow now: this seed {why}."))
    if f.in_quarantine:
        out.append((LotTask.QUARANTINE, "In quarantine: keep it closed and apart from other lots."))
    if f.turn_on is not None and f.dryness.state is not DryState.DRY:
        late = (f.today - f.turn_on).days
        if late >= 0:
            out.append((LotTask.TURN, "Turn it and look: today." if late == 0 else f"Turn it and look: {_days(late)} late."))
        else:
            out.append((LotTask.TURN, f"Drying. Turn it and look in {_days(-late)}."))
    if f.use_by is not None and (left := (f.use_by - f.today).days) < 60:
        said = f"in {_days(left)}" if left > 0 else "today" if left == 0 else f"{_days(-left)} ago"
        out.append((LotTask.USE_BY, f"The seller’s “use by” is {said}. Test old seed before you discard it."))
    return out


def _amount_and_worth(f: LotFacts) -> list[tuple[LotTask, str]]:
    out = []
    if f.doubt is Reason.NOT_CONVERTED:
        out.append(
            (LotTask.CONVERT, "Weigh a few counted hundreds, or count a few scoops or heads. The amount then becomes a number of seeds.")
        )
    elif f.doubt is Reason.NOT_MEASURED:
        out.append((LotTask.MEASURE, "How much is there? Weigh it, measure its volume, or count it."))
    if f.floaters_uncut:
        out.append((LotTask.CUT_FLOATERS, "Cut some floaters before you discard them: light seed can be full and still float."))
    elif not f.cut:
        out.append((LotTask.CUT, "Cut or squeeze a few seeds: are they full, empty or eaten?"))
    if f.purpose is not None:
        wanted = purpose_advice(f.purpose)
        if _ORDER_OF_GRADES.index(f.grade) < _ORDER_OF_GRADES.index(wanted.grade):
            out.append((LotTask.CLEAN, wanted.cleaning))
    if not f.named:
        out.append((LotTask.NAME, "Species unknown. Name it when you know it; all labels will follow."))
    return out


def _keeping(f: LotFacts) -> list[tuple[LotTask, str]]:
    if f.behaviour is StorageBehaviour.RECALCITRANT:
        return []
    out = []
    if f.dryness.state is DryState.NOT_DRY and f.turn_on is None:
        out.append((LotTask.DRY, f.dryness.sentence))
    if not f.has_place:
        out.append((LotTask.STORE, "Store it in a cool, dark, dry place."))
    elif f.place_check is not None and not f.place_check.ok and f.turn_on is None:
        out.append(
            (
                LotTask.MOVE,
                f"°F and % humidity of its place make {f.place_check.sum:.0f}; seed keeps at up to 100. Store it cooler or drier.",
            )
        )
    if f.being_tested:
        return out
    if f.last_test_on is None:
        out.append((LotTask.TEST, "Never tested. A trial, or a single dish, shows whether it is alive."))
    elif f.retest_on is not None and f.retest_on <= f.today:
        out.append((LotTask.RETEST, f"Last tested on {day_value(f.last_test_on)}: test again yearly, and before a big sowing."))
    return out


def _days(count: int) -> str:
    return f"{count} day" if count == 1 else f"{count} days"
