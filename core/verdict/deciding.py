"""A decision in words: what to use, how sure that is, and what every other treatment saves and costs."""

from core.decision import Decision, Option
from core.verdict.facts import Finding, OptionWords, TrialFacts
from core.verdict.names import UNTREATED
from core.verdict.sentences import leads, listed, why_no_scatter
from core.vocabulary import DecisionAim, TreatmentId, VerdictRule

AIM_WORDS = {
    DecisionAim.MOST: "most plants",
    DecisionAim.BALANCED: "balanced",
    DecisionAim.SOONEST: "soonest",
    DecisionAim.OWN: "your own figures",
}
# a difference below this, in seeds of 100 or in weeks, is not worth a word
LEAST_SEEDS, LEAST_WEEKS = 0.5, 1 / 7


def in_twenty(chance: float) -> str:
    """Return a chance as pips say it.

    >>> in_twenty(0.96), in_twenty(0.01), in_twenty(0.999)
    ('19 in 20', 'under 1 in 20', 'over 19 in 20')
    """
    if chance < 0.025:
        return "under 1 in 20"
    if chance > 0.985:
        return "over 19 in 20"
    return f"{min(19, max(1, round(20 * chance)))} in 20"


def of_100(share: float) -> str:
    """Return a share as seeds of 100: ``93``, ``under 1``."""
    return "under 1" if 0 < share <= 0.005 else f"{100 * share:.0f}"


def headline(facts: TrialFacts, decision: Decision) -> str:
    """Return the decision in one or two sentences."""
    use, chosen = facts.treatments[decision.use].id, decision.chosen
    share = facts.comparison.shares.treatments[decision.use]
    called = facts.called
    result = f"about {of_100(chosen.expected)} of 100 seeds germinate (likely between {of_100(chosen.lower)} and {of_100(chosen.upper)})"
    if len(facts.treatments) == 1:
        return f"{called.first(use)}: {result}. It was the only treatment, so there is nothing to compare it with."
    if decision.hint:
        dishes = "with one dish per treatment " if share.dishes == 1 else ""
        return f"{called.first(use)} looks best ({share.g} of {share.n} germinated), but {dishes}this is a hint, not a result."
    advice = "Sow untreated seed" if called.within(use) == UNTREATED else f"Use {called.within(use)}"
    times = in_twenty(chosen.chance_best).replace(" in ", " times in ", 1).replace("1 times", "1 time")
    so_far = "" if facts.finished else "So far: "
    if _is_likeliest(decision):
        return f"{so_far}{advice}. {result[0].upper()}{result[1:]}, and {times} nothing else you tried does better."
    other = max(range(len(decision.options)), key=lambda i: decision.options[i].expected)
    better = called.within(facts.treatments[other].id)
    more = of_100(decision.options[other].expected - chosen.expected)
    costs = _costs(facts, decision, other)
    aim = f"With the aim “{AIM_WORDS[decision.aim]}” that is not worth it."
    instead = f"{better[0].upper()}{better[1:]} would give about {more} more of 100, but {costs}."
    return f"{so_far}{advice}. {result[0].upper()}{result[1:]}. {instead} {aim}"


def _is_likeliest(decision: Decision) -> bool:
    return decision.chosen.expected >= max(o.expected for o in decision.options) - 1e-12


def _costs(facts: TrialFacts, decision: Decision, other: int) -> str:
    """What an alternative costs more than the chosen one."""
    option, said = decision.options[other], []
    if option.weeks_saved < -LEAST_WEEKS:
        said.append(f"takes {_weeks(-option.weeks_saved)} longer")
    if facts.treatments[other].hazardous and not facts.treatments[decision.use].hazardous:
        said.append("can hurt")
    return " and ".join(said) or "costs more"


def _weeks(weeks: float) -> str:
    if weeks < 1.5:
        days = round(7 * weeks)
        return "1 day" if days == 1 else f"{days} days"
    return f"{weeks:.0f} weeks"


def option_words(facts: TrialFacts, decision: Decision) -> tuple[OptionWords, ...]:
    """Return, for each treatment, its chance of being the best and what it saves and costs."""
    return tuple(
        OptionWords(in_twenty(o.chance_best), "" if i == decision.use else _against(facts, decision, i, o))
        for i, o in enumerate(decision.options)
    )


def _against(facts: TrialFacts, decision: Decision, i: int, option: Option) -> str:
    said = []
    if abs(option.weeks_saved) >= LEAST_WEEKS:
        said.append(f"{_weeks(abs(option.weeks_saved))} {'sooner' if option.weeks_saved > 0 else 'later'}")
    more = option.more_of_100
    said.append(f"about {abs(more):.0f} {'more' if more > 0 else 'fewer'} of 100" if abs(more) >= LEAST_SEEDS else "about as many")
    mine, theirs = facts.treatments[decision.use].hazardous, facts.treatments[i].hazardous
    if mine != theirs:
        said.append("safer" if mine else "can hurt")
    return ", ".join(said)


def shown_by_tests(facts: TrialFacts, decision: Decision) -> list[Finding]:
    """Return whether the tests show the lead of the treatment to use: a second sentence, never the decision."""
    use, called = facts.treatments[decision.use].id, facts.called
    if len(facts.treatments) == 1:
        return [Finding(VerdictRule.ONE_TREATMENT, "Add a treatment next time, and keep some seed untreated, to see what treating does.")]
    if decision.hint:
        why = why_no_scatter(facts.comparison.shares)
        return [Finding(VerdictRule.HINT_ONLY, f"{why[0].upper()}{why[1:]} Repeat with 3 or 4 dishes per treatment.")]
    beaten, open_ = leads(use, facts.comparison)
    said = []
    if beaten:
        shown = f"The tests show that it germinates better than {listed([called.within(n) for n in beaten], 'and')}."
        said.append(Finding(VerdictRule.LEAD_SHOWN, shown))
    behind = [n for n in open_ if _pair_shows(facts, n, use)]
    if behind:
        text = f"The tests show that {listed([called.within(n) for n in behind], 'and')} germinated better than it."
        said.append(Finding(VerdictRule.LEAD_SHOWN, text))
    undecided = [called.within(n) for n in open_ if n not in behind]
    if undecided:
        text = f"They do not show a difference from {listed(undecided, 'or')}; the decision rests on what to expect, not on a test."
        said.append(Finding(VerdictRule.NOT_TOLD_APART, text if said else text.replace("They do", "The tests do", 1)))
    return said


def _pair_shows(facts: TrialFacts, ahead: TreatmentId, behind: TreatmentId) -> bool:
    return any(p.differs and p.ahead == ahead for p in facts.comparison.pairs_of(behind))
