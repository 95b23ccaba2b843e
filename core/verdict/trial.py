"""What a trial says: the decision, what it means for the lot, what the trial cannot say, each with its rule."""

from collections.abc import Sequence

from core.decision import Candidate, Decision, decide
from core.germination import TreatmentShare
from core.statistics import wilson
from core.verdict.deciding import headline, option_words, shown_by_tests
from core.verdict.facts import Finding, TreatmentFacts, TrialFacts, Verdict
from core.verdict.proposals import proposals
from core.verdict.sentences import percent
from core.vocabulary import ClosingFate, DoseReading, TreatmentId, VerdictRule

# a share of the sown seed from which a fate is "many"; a starting point of ours
MANY = 0.2


def verdict(facts: TrialFacts) -> Verdict:
    """Judge a trial.

    Parameters
    ----------
    facts : TrialFacts
        At least one treatment.

    Returns
    -------
    Verdict
        `decision` is None where nothing germinated. Before the trial is finished every sentence holds so far.
    """
    decision = decide_trial(facts)
    if decision is None:
        text = _nothing(facts)
        first = facts.treatments[0]
        not_known = _not_known(facts, None)
        return Verdict(None, None, text, (), [], [], not_known, _left(facts, None), proposals(facts, first, _many(first)))
    chosen = facts.treatments[decision.use]
    interim = [] if facts.finished else [Finding(VerdictRule.STILL_COUNTING, "Counting goes on: all of this may still change.")]
    return Verdict(
        decision,
        chosen.id,
        headline(facts, decision),
        option_words(facts, decision),
        [*interim, *shown_by_tests(facts, decision)],
        _bands(facts, decision),
        _not_known(facts, decision),
        _left(facts, chosen),
        proposals(facts, chosen, _many(chosen)),
    )


def decide_trial(facts: TrialFacts) -> Decision | None:
    """Decide which treatment of a trial to use: the one place where that is done. None where nothing germinated."""
    shares = facts.comparison.shares
    if all(t.share == 0 for t in shares.treatments):
        return None
    candidates = [Candidate(t.id, s.share, s.n_eff, t.weeks, t.hazardous) for t, s in zip(facts.treatments, shares.treatments, strict=True)]
    return decide(candidates, shares.critical, replicated=shares.df is not None, aim=facts.aim, own=facts.own)


def _nothing(facts: TrialFacts) -> str:
    if not facts.finished:
        return "Nothing has germinated yet in any treatment. Go on counting."
    return "No seed germinated in any treatment: it is dead, or the method was wrong. Cut or stain the rest before you throw it away."


def _bands(facts: TrialFacts, decision: Decision) -> list[Finding]:
    """What the expected share means for the lot; where its range reaches into another band, both are said."""
    chosen, option = facts.treatments[decision.use], decision.chosen
    here = _band(facts, option.expected)
    said = [Finding(here, f"At about {percent(option.expected)} %: {BAND_WORDS[here]}.")]
    for end in (option.lower, option.upper):
        there = _band(facts, end)
        if there is not here:
            way = "low" if end < option.expected else "high"
            said.append(Finding(there, f"It may be as {way} as {percent(end)} %; then {BAND_WORDS[there]}."))
    empty, sown = chosen.fates.get(ClosingFate.EMPTY, 0), chosen.sown
    if empty >= MANY * sown:
        text = f"{empty} of {sown} seeds were empty. That is the lot, not the treatment: sow more, collect riper, or collect elsewhere."
        said.append(Finding(VerdictRule.MANY_EMPTY, text))
    return said


def _band(facts: TrialFacts, share: float) -> VerdictRule:
    if share >= facts.bands.usual:
        return VerdictRule.SOW_AS_USUAL
    return VerdictRule.SOW_THICKER if share >= facts.bands.thin else VerdictRule.BETTER_SEED


BAND_WORDS = {
    VerdictRule.SOW_AS_USUAL: "sow as usual",
    VerdictRule.SOW_THICKER: "sow thicker, more than one seed per cell; above six per cell, use a seed pan and prick out",
    VerdictRule.BETTER_SEED: "use better seed if there is any; if the lot is rare, sow all of it in a seed pan",
}


def _not_known(facts: TrialFacts, decision: Decision | None) -> list[Finding]:
    said = []
    called = facts.called
    if decision is not None and not decision.hint:
        said += _undecided(facts, facts.treatments[decision.use].id)
    if decision is not None:
        said += _beyond_the_doses(facts, decision)
    said += _one_bag(facts, decision)
    said += [
        Finding(
            VerdictRule.DISHES_DISAGREE,
            f"The dishes of {called.within(t.id)} differ more than chance explains. Find out why before you trust their mean.",
        )
        for t in facts.comparison.shares.treatments
        if t.dishes_disagree
    ]
    unknown = sum(t.unknown for t in facts.treatments)
    if facts.finished and unknown:
        text = f"{unknown} ungerminated {_seeds(unknown)} {_were(unknown)} not checked, so nobody knows whether they are dead or dormant."
        said.append(Finding(VerdictRule.FATE_UNKNOWN, text))
    said += [Finding(VerdictRule.CARE_MISSED, text) for text in facts.care_missed]
    return said


def _undecided(facts: TrialFacts, treatment: TreatmentId) -> list[Finding]:
    said = []
    called = facts.called
    for pair in facts.comparison.pairs_of(treatment):
        if pair.differs:
            continue
        shown = facts.smallest.get((pair.a, pair.b))
        reach = (
            f"This trial could only detect a difference of {100 * shown:.0f} points or more."
            if shown is not None
            else "This trial could not detect any difference in that direction."
        )
        first, second = called.first(treatment), called.within(pair.other(treatment))
        said.append(Finding(VerdictRule.NOT_TOLD_APART, f"{first} and {second} may or may not differ. {reach}"))
    return said


def _beyond_the_doses(facts: TrialFacts, decision: Decision) -> list[Finding]:
    """Where the longest dose tried is the one to use, nobody knows whether more would be better still."""
    ladder = facts.ladder
    use = facts.treatments[decision.use].id
    if ladder is None or use not in ladder.treatments:
        return []
    at = list(ladder.treatments).index(use)
    if ladder.doses[at] != max(ladder.doses) or ladder.reading.reading is DoseReading.FALLS:
        return []
    text = f"More than {facts.called.within(use)} was not tried, so it may be better still."
    return [Finding(VerdictRule.DOSE_LARGEST, text)]


def _one_bag(facts: TrialFacts, decision: Decision | None) -> list[Finding]:
    """Treatments that rest on one bag, and what a second one would add."""
    shares = facts.comparison.shares
    single = [t for t in shares.treatments if t.bags.bags == 1]
    if not single:
        return []
    shown = next((t for t in single if decision is not None and t.id == facts.treatments[decision.use].id), single[0])
    half = [_half_width(shown, shares.critical, shares.rho_b, bags) for bags in (1, 2)]
    names = [facts.called.within(t.id) for t in single]
    who = f"All seed of {names[0]} was" if len(single) == 1 else "All seed of a treatment was"
    text = (
        f"{who} treated in one bag: a good or bad bag looks like a treatment. "
        f"Two bags with the same dishes narrow the range from ± {100 * half[0]:.0f} to ± {100 * half[1]:.0f} points."
    )
    return [Finding(VerdictRule.ONE_BAG, text)]


def _half_width(share: TreatmentShare, critical: float, rho_b: float, bags: int) -> float:
    """Half the interval of a share treated in one bag, if it had been treated in `bags`."""
    size = 1 / max(1e-9, 1 / share.n_eff - rho_b + rho_b / bags)
    ends = wilson(share.share, size, critical)
    return (ends.upper - ends.lower) / 2


def _left(facts: TrialFacts, chosen: TreatmentFacts | None) -> list[Finding]:
    """What is left in the dishes of the treatment to use, or of all where nothing germinated."""
    if not facts.finished:
        return []
    wanted = [chosen] if chosen else list(facts.treatments)
    where = f"Of the {wanted[0].sown} seeds of {facts.called.within(wanted[0].id)}" if chosen else f"Of all {sum(t.sown for t in wanted)}"
    said = []
    for fate, rule, meaning in _FATES:
        count = sum(t.fates.get(fate, 0) for t in wanted)
        if count:
            said.append(Finding(rule, f"{where}, {count} {_were(count)} {meaning}"))
    rotted = sum(t.rotted for t in wanted)
    if rotted:
        said.append(
            Finding(VerdictRule.MANY_ROTTED, f"{where}, {rotted} rotted: overdose, or mould. Compare with the control to see which.")
        )
    return said


_FATES = (
    (
        ClosingFate.FRESH,
        VerdictRule.MANY_FRESH,
        "firm and alive: still dormant. Another treatment, or more of this one, may break its dormancy.",
    ),
    (ClosingFate.HARD, VerdictRule.MANY_HARD, "hard: the coat still keeps water out."),
    (ClosingFate.EMPTY, VerdictRule.MANY_EMPTY, "empty: no treatment can make them germinate."),
    (
        ClosingFate.DEAD,
        VerdictRule.MANY_DEAD,
        "dead: either old seed or damage from the treatment. Compare with the control to see which.",
    ),
)


def _many(t: TreatmentFacts) -> Sequence[VerdictRule]:
    """Which fates are many in a treatment, the most first."""
    found = {rule: t.fates.get(fate, 0) for fate, rule, _ in _FATES} | {VerdictRule.MANY_ROTTED: t.rotted}
    return [rule for rule, n in sorted(found.items(), key=lambda x: -x[1]) if n >= MANY * t.sown]


def _seeds(count: int) -> str:
    return "seed" if count == 1 else "seeds"


def _were(count: int) -> str:
    return "was" if count == 1 else "were"
