"""The verdict on a trial (part 7): plain words, each with its rule. "Not told apart" never becomes "the same"."""

from collections.abc import Sequence

from core.verdict.facts import Said, TreatmentFacts, TrialFacts, Verdict
from core.verdict.proposals import proposals
from core.verdict.sentences import about, listed, percent
from core.vocabulary import ClosingFate, VerdictRule

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
        `chosen` is None where nothing came up. Before the trial is finished every sentence holds so far.
    """
    best = max(facts.treatments, key=lambda t: t.share)
    if best.share == 0:
        return Verdict(None, [_nothing(facts)], [], _not_known(facts, None), _left(facts, None), proposals(facts, best, _many(best)))
    chosen, use = _use(facts, best)
    said = [use] if facts.finished else [Said(VerdictRule.STILL_COUNTING, "Counting goes on: all of this is so far, and may turn."), use]
    return Verdict(
        chosen.name,
        said,
        _bands(facts, chosen, best),
        _not_known(facts, chosen),
        _left(facts, chosen),
        proposals(facts, chosen, _many(chosen)),
    )


def _nothing(facts: TrialFacts) -> Said:
    if not facts.finished:
        return Said(VerdictRule.NOTHING_CAME, "Nothing has come up yet in any treatment: go on counting.")
    return Said(
        VerdictRule.NOTHING_CAME,
        "No seed came up in any treatment: dead, or the wrong method. Cut or stain the rest before throwing it away.",
    )


def _apart_from(facts: TrialFacts, name: str) -> set[str]:
    return {p.b if p.a == name else p.a for p in facts.comparison.pairs if name in (p.a, p.b) and p.told_apart}


def _use(facts: TrialFacts, best: TreatmentFacts) -> tuple[TreatmentFacts, Said]:
    others = [t for t in facts.treatments if t is not best]
    result = f"{about(best.share)}, somewhere between {percent(best.lower)} and {percent(best.upper)} %"
    if not others:
        return best, Said(VerdictRule.ONE_TREATMENT, f"{best.name} woke {result}. It was tried alone: nothing to hold it against.")
    if facts.comparison.shares.df is None:
        text = f"{best.name} came out highest ({result}), with dishes that cannot be held against each other: a hint, not a result."
        return best, Said(VerdictRule.HINT_ONLY, text)
    apart = _apart_from(facts, best.name)
    equals = [t for t in facts.treatments if t is best or t.name not in apart]
    if len(equals) == 1:
        text = f"Use {best.name}: it woke {result}, more than {listed([t.name for t in others], 'or')}."
        return best, Said(VerdictRule.LEAD_SHOWN, text)
    gentle = min(equals, key=lambda t: (t.hazardous, t.days, -t.share))
    if gentle is best:
        rest = listed([t.name for t in equals if t is not best], "or")
        text = f"Use {best.name}: it woke {result}, is not told apart from {rest}, and is the gentlest of them."
    else:
        text = (
            f"Use {gentle.name}: at {percent(gentle.share)} % it is not told apart from {best.name} ({percent(best.share)} %), "
            f"and {_why_gentler(gentle, best)}. If a few more seedlings are worth that, {best.name} came out higher."
        )
    return gentle, Said(VerdictRule.GENTLEST_OF_EQUALS, text)


def _why_gentler(gentle: TreatmentFacts, best: TreatmentFacts) -> str:
    if best.hazardous and not gentle.hazardous:
        return "it needs nothing that can hurt"
    saved = best.days - gentle.days
    if saved >= 2:
        return f"it takes {saved:.0f} days less"
    return f"it takes {saved * 24:.0f} hours less" if saved * 24 >= 1 else "it asks for no more than the other"


def _bands(facts: TrialFacts, chosen: TreatmentFacts, best: TreatmentFacts) -> list[Said]:
    """What the share means for the lot; where the interval, or the best treatment, reaches into another band, both are said."""
    here = _band(facts, chosen.share)
    said = [Said(here, f"With {chosen.name} at {percent(chosen.share)} %: {BAND_WORDS[here]}.")]
    for end in (chosen.lower, chosen.upper):
        there = _band(facts, end)
        if there is not here:
            said.append(
                Said(there, f"It may be as {'low' if end < chosen.share else 'high'} as {percent(end)} %; then {BAND_WORDS[there]}.")
            )
    if _band(facts, best.share) is not here:
        there = _band(facts, best.share)
        said.append(Said(there, f"With {best.name}, which came out highest at {percent(best.share)} %: {BAND_WORDS[there]}."))
    empty, sown = chosen.fates.get(ClosingFate.EMPTY, 0), chosen.sown
    if empty >= MANY * sown:
        text = (
            f"{empty} of {sown} were empty: that is the lot, not the treatment. Raise the sowing rate, collect riper, or collect elsewhere."
        )
        said.append(Said(VerdictRule.MANY_EMPTY, text))
    return said


def _band(facts: TrialFacts, share: float) -> VerdictRule:
    if share >= facts.bands.usual:
        return VerdictRule.SOW_AS_USUAL
    return VerdictRule.SOW_THICKER if share >= facts.bands.thin else VerdictRule.BETTER_SEED


BAND_WORDS = {
    VerdictRule.SOW_AS_USUAL: "sow as usual",
    VerdictRule.SOW_THICKER: "sow thicker, more than one seed a cell; where that would be more than six, a seed pan and pricking out",
    VerdictRule.BETTER_SEED: "take better seed if there is any; if the lot is rare, a seed pan, all of it",
}


def _not_known(facts: TrialFacts, chosen: TreatmentFacts | None) -> list[Said]:
    said = []
    if facts.comparison.shares.df is None and len(facts.treatments) > 1:
        said.append(Said(VerdictRule.HINT_ONLY, "How much dishes differ by themselves was not seen: no difference here is shown."))
    elif chosen is not None:
        said += _undecided(facts, chosen)
    said += [
        Said(
            VerdictRule.DISHES_DISAGREE, f"The dishes of {t.name} differ more than chance would have it: look for a reason before the mean."
        )
        for t in facts.comparison.shares.treatments
        if t.dishes_disagree
    ]
    unknown = sum(t.unknown for t in facts.treatments)
    if facts.finished and unknown:
        text = f"{unknown} {_seeds(unknown)} left over {_were(unknown)} not checked: dead or asleep is not decided."
        said.append(Said(VerdictRule.FATE_UNKNOWN, text))
    said += [Said(VerdictRule.CARE_MISSED, text) for text in facts.care_missed]
    return said


def _undecided(facts: TrialFacts, chosen: TreatmentFacts) -> list[Said]:
    said = []
    for pair in facts.comparison.pairs:
        if pair.told_apart or chosen.name not in (pair.a, pair.b):
            continue
        other = pair.b if pair.a == chosen.name else pair.a
        shown = facts.smallest.get((pair.a, pair.b))
        reach = (
            f"only {100 * shown:.0f} points or more could have shown"
            if shown is not None
            else "no difference in that direction could have shown"
        )
        said.append(Said(VerdictRule.NOT_TOLD_APART, f"Whether {chosen.name} and {other} differ is not decided: {reach}."))
    return said


def _left(facts: TrialFacts, chosen: TreatmentFacts | None) -> list[Said]:
    """What is left in the dishes of the chosen treatment, or of all where nothing came up."""
    if not facts.finished:
        return []
    wanted = [chosen] if chosen else list(facts.treatments)
    where = f"Of the {wanted[0].sown} of {wanted[0].name}" if chosen else f"Of all {sum(t.sown for t in wanted)}"
    said = []
    for fate, rule, meaning in _FATES:
        count = sum(t.fates.get(fate, 0) for t in wanted)
        if count:
            said.append(Said(rule, f"{where}, {count} {_were(count)} {meaning}"))
    rotted = sum(t.rotted for t in wanted)
    if rotted:
        said.append(Said(VerdictRule.MANY_ROTTED, f"{where}, {rotted} rotted: an overdose, or mould. Hold it against the control."))
    return said


_FATES = (
    (ClosingFate.FRESH, VerdictRule.MANY_FRESH, "firm and alive: still asleep, another treatment or more of this one may wake them."),
    (ClosingFate.HARD, VerdictRule.MANY_HARD, "hard: the coat still keeps water out."),
    (ClosingFate.EMPTY, VerdictRule.MANY_EMPTY, "empty: never to come, under any treatment."),
    (ClosingFate.DEAD, VerdictRule.MANY_DEAD, "dead: old seed, or a treatment that killed; held against the control it tells which."),
)


def _many(t: TreatmentFacts) -> Sequence[VerdictRule]:
    """Which fates are many in a treatment, the most first."""
    found = {rule: t.fates.get(fate, 0) for fate, rule, _ in _FATES} | {VerdictRule.MANY_ROTTED: t.rotted}
    return [rule for rule, n in sorted(found.items(), key=lambda x: -x[1]) if n >= MANY * t.sown]


def _seeds(count: int) -> str:
    return "seed" if count == 1 else "seeds"


def _were(count: int) -> str:
    return "was" if count == 1 else "were"
