"""What to test next, each proposal with its rule and the treatment it begins from."""

from collections.abc import Sequence

from core.treatment import dose_name
from core.verdict.facts import LadderFacts, Proposal, TreatmentFacts, TrialFacts
from core.verdict.sentences import listed, percent
from core.vocabulary import DoseReading, DurationUnit, NextTest, VerdictRule

EARLY = 0.10


def proposals(facts: TrialFacts, base: TreatmentFacts, many: Sequence[VerdictRule]) -> list[Proposal]:
    """Return proposals for the next trial, the most telling first.

    `base` is the treatment to build on, `many` its frequent fates.
    """
    out: list[Proposal] = []
    alive = VerdictRule.MANY_FRESH in many or VerdictRule.MANY_HARD in many
    if facts.share_of(base.id) == 0 and facts.finished and not alive:
        out.append(_cut(base))
    if facts.ladder is not None:
        out += _doses(facts.ladder)
    for rule in many:
        out += _FOR_FATE[rule](facts, base) if rule in _FOR_FATE else []
    if base.early_share >= EARLY:
        out.append(_earlier(base))
    if len(facts.treatments) > 1 and (facts.comparison.shares.df is None or _undecided(facts, base)):
        out.append(_repeat(facts, base))
    return out


def _undecided(facts: TrialFacts, base: TreatmentFacts) -> bool:
    return any(not p.differs for p in facts.comparison.pairs_of(base.id))


def _cut(base: TreatmentFacts) -> Proposal:
    text = "Cut or stain some of the lot first: a trial of dead or empty seed says nothing about treatments."
    return Proposal(NextTest.CUT_REST, VerdictRule.NOTHING_CAME, text, base.id)


def _repeat(facts: TrialFacts, base: TreatmentFacts) -> Proposal:
    if facts.comparison.shares.df is None:
        return Proposal(NextTest.REPEAT, VerdictRule.HINT_ONLY, "Repeat it with 3 or 4 dishes per treatment: then it is a result.", base.id)
    text = "Repeat the treatments whose difference was not shown, with more dishes."
    return Proposal(NextTest.REPEAT, VerdictRule.NOT_TOLD_APART, text, base.id)


def _earlier(base: TreatmentFacts) -> Proposal:
    text = (
        f"{percent(base.early_share)} % sprouted before sowing. If the plant germinates in the cold, let it; "
        "otherwise try ending the cold earlier beside this."
    )
    return Proposal(NextTest.EARLIER_END, VerdictRule.EARLY_SHARE, text, base.id)


def _fresh(facts: TrialFacts, base: TreatmentFacts) -> list[Proposal]:
    longer = "longer cold, or warm then cold" if base.cold else "cold, or warm then cold"
    return [
        Proposal(NextTest.LONGER_COLD, VerdictRule.MANY_FRESH, f"Many seeds are alive and still dormant: try {longer}.", base.id),
        Proposal(NextTest.SMOKE, VerdictRule.MANY_FRESH, "Or try smoke water first: many plants of burnt ground respond to it.", base.id),
    ]


def _hard(facts: TrialFacts, base: TreatmentFacts) -> list[Proposal]:
    text = "The coat still keeps water out of many: scarify harder. Nick or rub by hand before anything that can burn."
    return [Proposal(NextTest.SCARIFY_HARDER, VerdictRule.MANY_HARD, text, base.id)]


def _rotted(facts: TrialFacts, base: TreatmentFacts) -> list[Proposal]:
    control = next((t for t in facts.treatments if t.is_control and t is not base), None)
    if control is None:
        beside = "without a control there is no way to tell overdose from mould"
    elif base.rotted * control.sown > control.rotted * base.sown:
        beside = f"{base.rotted} of {base.sown}, compared with {control.rotted} of {control.sown} in the control"
    else:
        beside = f"{base.rotted} of {base.sown}; the control rotted as much, so it is mould rather than the treatment"
    text = f"Many rotted ({beside}): use less water, more air, cleaner seed, sand instead of paper."
    return [Proposal(NextTest.CLEANER, VerdictRule.MANY_ROTTED, text, base.id)]


_FOR_FATE = {VerdictRule.MANY_FRESH: _fresh, VerdictRule.MANY_HARD: _hard, VerdictRule.MANY_ROTTED: _rotted}


def _doses(ladder: LadderFacts) -> list[Proposal]:
    order = sorted(range(len(ladder.doses)), key=lambda i: ladder.doses[i])
    doses = [ladder.doses[i] for i in order]
    at = order.index(ladder.reading.best)
    best, builds_on = doses[at], ladder.treatments[ladder.reading.best]
    unit = ladder.unit
    reading = ladder.reading.reading
    if reading is DoseReading.LARGEST_BEST:
        step = doses[-1] - doses[-2]
        series: tuple[float, ...] = (best, best + step / 2, best + step)
        text = f"The largest dose tried germinated best: try {_listed(series, unit)}."
        return [Proposal(NextTest.DOSES_ABOVE, VerdictRule.DOSE_LARGEST, text, builds_on, series)]
    if reading is DoseReading.SMALLEST_BEST:
        if best == 0:
            text = "Seed without the treatment germinated best: it is not needed, or even its smallest dose is too much."
            return [Proposal(NextTest.DOSES_BELOW, VerdictRule.DOSE_SMALLEST, text, builds_on, (0.0, doses[1] / 4, doses[1] / 2))]
        series = (0.0, best / 2, best)
        text = f"The smallest dose tried germinated best: try {_listed(series, unit)}."
        return [Proposal(NextTest.DOSES_BELOW, VerdictRule.DOSE_SMALLEST, text, builds_on, series)]
    if reading in (DoseReading.FALLS, DoseReading.INSIDE) and 0 < at < len(doses) - 1:
        series = tuple(sorted({(doses[at - 1] + best) / 2, best, (best + doses[at + 1]) / 2}))
        rule = VerdictRule.DOSE_FALLS if reading is DoseReading.FALLS else VerdictRule.DOSE_INSIDE
        why = (
            "Germination falls at the strongest dose: it begins to kill"
            if reading is DoseReading.FALLS
            else "The best dose lies inside the series"
        )
        text = (
            f"{why}. The optimum lies between {_said(doses[at - 1], unit)} and {_said(doses[at + 1], unit)}: try {_listed(series, unit)}."
        )
        return [Proposal(NextTest.DOSES_BETWEEN, rule, text, builds_on, series)]
    return []


def _listed(series: Sequence[float], unit: str) -> str:
    return listed([_said(x, unit) for x in series], "and")


def _said(dose: float, unit: str) -> str:
    """A dose as the bench says it; none is none in any unit."""
    return dose_name(dose, DurationUnit(unit)) if dose else "none"
