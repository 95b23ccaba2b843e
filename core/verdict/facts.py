"""What a decision on a trial is made from, and what it says."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from core.decision import Costs, Decision
from core.germination import Comparison, LadderReading
from core.verdict.names import AS_NAMED, Called
from core.vocabulary import ClosingFate, DecisionAim, NextTest, TreatmentId, VerdictRule

# raise it when a rule or a number in one changes: a stored conclusion names the version it was made with
RULES_VERSION = 2


@dataclass(frozen=True, slots=True)
class Bands:
    """Shares from which a lot is sown as usual, and below which better seed is looked for; the grower's own setting."""

    usual: float = 0.75
    thin: float = 0.40


@dataclass(frozen=True, slots=True)
class TreatmentFacts:
    """One treatment: what became of its seed, and what it costs.

    Attributes
    ----------
    early_share : float
        0..1, of sown.
    sown, rotted, unknown : int
        Seeds; `unknown` were not checked at the end.
    fates : mapping of ClosingFate to int
        What was found at the closing.
    days : float
        How long the treatment takes before sowing.
    weeks : float
        From its start until half of the seed that germinates has done so.
    hazardous : bool
        Whether a step of it can hurt: acid, hot water, blades, smoke.
    cold : bool
        Whether it has a cold step.
    """

    id: TreatmentId
    is_control: bool
    early_share: float
    sown: int
    rotted: int
    unknown: int
    fates: Mapping[ClosingFate, int]
    days: float
    weeks: float
    hazardous: bool
    cold: bool


@dataclass(frozen=True, slots=True)
class LadderFacts:
    """A dose series among the treatments: the doses in the order of `treatments`, with their unit in words."""

    treatments: Sequence[TreatmentId]
    doses: Sequence[float]
    unit: str
    reading: LadderReading


@dataclass(frozen=True)
class TrialFacts:
    """A trial to decide on; `comparison` is over all pairs of `treatments`, in their order.

    `smallest` is the smallest difference that the trial could detect, by pair of ids (a, b) as the comparison names them.
    `aim` and `own` are the nursery's.
    """

    treatments: Sequence[TreatmentFacts]
    comparison: Comparison
    finished: bool
    smallest: Mapping[tuple[TreatmentId, TreatmentId], float | None]
    ladder: LadderFacts | None = None
    care_missed: Sequence[str] = ()
    bands: Bands = field(default_factory=Bands)
    called: Called = AS_NAMED
    aim: DecisionAim = DecisionAim.BALANCED
    own: Costs | None = None

    def share_of(self, treatment: TreatmentId) -> float:
        """Share germinated of a treatment, 0..1."""
        return next(t.share for t in self.comparison.shares.treatments if t.id == treatment)


@dataclass(frozen=True, slots=True)
class Finding:
    """A sentence and the rule it rests on."""

    rule: VerdictRule
    text: str


@dataclass(frozen=True, slots=True)
class OptionWords:
    """One treatment beside the one to use: its chance of being the best, and what it saves and costs. Empty for the chosen one."""

    chance: str
    against: str


@dataclass(frozen=True, slots=True)
class Proposal:
    """What to test next: `doses` where it is a series, in the ladder's unit; `builds_on` is the treatment to begin from."""

    test: NextTest
    rule: VerdictRule
    text: str
    builds_on: TreatmentId
    doses: tuple[float, ...] = ()


@dataclass(frozen=True)
class Verdict:
    """What a trial says.

    Attributes
    ----------
    decision : Decision or None
        What to use, with its numbers; None where nothing germinated.
    chosen : int or str or None
        Id of the treatment to use.
    headline : str
        The decision in one or two sentences.
    use, lot, not_known, left : list of Finding
        What supports it, what it means for the lot, what the trial cannot say, what is left in the dishes.
    options : tuple of OptionWords
        In the treatments' order.
    next : list of Proposal
        What is worth testing next.
    """

    decision: Decision | None
    chosen: TreatmentId | None
    headline: str
    options: tuple[OptionWords, ...]
    use: list[Finding]
    lot: list[Finding]
    not_known: list[Finding]
    left: list[Finding]
    next: list[Proposal]
    rules_version: int = RULES_VERSION
