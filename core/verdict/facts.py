"""What a verdict is made from: the numbers of a trial, as the sentences need them."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from core.germination import Comparison, LadderReading
from core.vocabulary import ClosingFate, NextTest, VerdictRule

# bump it when a rule or a number in one changes: a kept verdict names the version it was made with
RULES_VERSION = 1


@dataclass(frozen=True, slots=True)
class Bands:
    """Shares from which a lot is sown as usual, and below which better seed is looked for; the grower's own setting."""

    usual: float = 0.75
    thin: float = 0.40


@dataclass(frozen=True, slots=True)
class TreatmentFacts:
    """One treatment: its share with the interval, what became of the rest, and what it costs.

    Attributes
    ----------
    share, lower, upper, early_share : float
        0..1, of sown.
    sown, rotted, unknown : int
        Seeds; `unknown` were not checked at the end.
    fates : mapping of ClosingFate to int
        What was found at the closing.
    days : float
        How long the treatment takes before sowing.
    hazardous : bool
        Whether a step of it can hurt: acid, hot water, blades, smoke.
    cold : bool
        Whether it has a cold step.
    """

    name: str
    is_control: bool
    share: float
    lower: float
    upper: float
    early_share: float
    sown: int
    rotted: int
    unknown: int
    fates: Mapping[ClosingFate, int]
    days: float
    hazardous: bool
    cold: bool


@dataclass(frozen=True, slots=True)
class LadderFacts:
    """A ladder among the treatments: the doses in order of `names`, with their unit in words."""

    names: Sequence[str]
    doses: Sequence[float]
    unit: str
    reading: LadderReading


@dataclass(frozen=True)
class TrialFacts:
    """A trial as the verdict reads it; `comparison` is over all pairs of `treatments`, in their order.

    `smallest` is the smallest difference that could have shown, by pair of names (a, b) as the comparison names them.
    """

    treatments: Sequence[TreatmentFacts]
    comparison: Comparison
    finished: bool
    smallest: Mapping[tuple[str, str], float | None]
    ladder: LadderFacts | None = None
    care_missed: Sequence[str] = ()
    bands: Bands = field(default_factory=Bands)


@dataclass(frozen=True, slots=True)
class Said:
    """A sentence and the rule it rests on."""

    rule: VerdictRule
    text: str


@dataclass(frozen=True, slots=True)
class Proposal:
    """What to test next: `doses` where it is a series, in the ladder's unit; `builds_on` is the treatment to begin from."""

    test: NextTest
    rule: VerdictRule
    text: str
    builds_on: str
    doses: tuple[float, ...] = ()


@dataclass(frozen=True)
class Verdict:
    """What the trial says: what to use, what it means for the lot, what is not known, what is left, and what to test next."""

    chosen: str | None
    use: list[Said]
    lot: list[Said]
    not_known: list[Said]
    left: list[Said]
    next: list[Proposal]
    rules_version: int = RULES_VERSION
