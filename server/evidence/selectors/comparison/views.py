"""What the compare page shows. Shares are 0..1, times days on the clock named."""

from dataclasses import dataclass
from datetime import date

from core.germination import CrossedTest, Indices, LeaveOneOut, Trend
from core.vocabulary import Base, Clock, Criterion, CurveFamily, DoseReading, Reason
from server.evidence.selectors.bags import BagNote
from server.trials.selectors.lots import LotBrief, OfLots


@dataclass(frozen=True)
class DishResult:
    """One dish in the comparison; its code is empty while the trial is blind."""

    code: str
    germinated: int
    sown: int
    share: float
    t50: float | None
    mgt: float | None
    gsi: float | None
    pace: float | None
    days: list[float]
    shares: list[float]
    stands_out: bool = False
    set_aside: bool = False


@dataclass(frozen=True)
class AgainstControl:
    """One treatment against the control, in words and numbers; differences are shares −1..1."""

    sentence: str
    diff: float
    lower: float
    upper: float
    p: float
    p_adjusted: float
    differs: bool
    smallest_above: float | None
    smallest_below: float | None


@dataclass(frozen=True)
class Course:
    """The cumulative course as steps: from each of `days` on `shares` were up, with a pointwise 95 % band."""

    days: list[float]
    shares: list[float]
    lower: list[float]
    upper: list[float]


@dataclass(frozen=True)
class FittedCurve:
    """The fitted curve, drawn at `days`, and its figures with their doubt."""

    family: CurveFamily
    days: list[float]
    shares: list[float]
    shape: float
    scale: float
    ready_share: LeaveOneOut
    t10: LeaveOneOut
    t50: LeaveOneOut
    t90: LeaveOneOut
    t50_sown: LeaveOneOut


@dataclass(frozen=True)
class HalfTime:
    """When half of those that came up were up: from the curve, or from the steps where there is none or no interval."""

    value: float | None
    lower: float | None
    upper: float | None
    from_curve: bool
    note: str


@dataclass(frozen=True)
class TreatmentResult:
    """One treatment of the comparison; `gsi_mean` is per dish, `clock_days` what the treatment adds to the clock from sowing."""

    id: int
    name: str
    lot: LotBrief
    is_control: bool
    recipe: int | None
    germinated: int
    base: int
    sown: int
    share: float
    lower: float
    upper: float
    n_eff: float
    bags: int
    share_sentence: str
    time_sentence: str
    letters: str
    dishes: list[DishResult]
    set_aside: list[DishResult]
    share_with_set_aside: float | None
    dishes_disagree: bool | None
    agree_p: float | None
    early_share: float
    indices: Indices
    gsi_mean: LeaveOneOut | None
    doubt: dict[str, LeaveOneOut]
    course: Course
    curve: FittedCurve | None
    no_curve: Reason | None
    half: HalfTime
    still_rising: bool
    clock_days: float
    clock_known: bool
    bag: BagNote | None
    against_control: AgainstControl | None


@dataclass(frozen=True)
class OverallResult:
    """The test over all treatments and the scatter it rests on."""

    test: str | None
    stat: float | None
    df1: int
    df2: float | None
    p: float | None
    phi: float
    phi_hat: float | None
    df: float | None
    rho: float | None
    rho0: float
    rho0_from: str
    rho_b: float
    reasons: dict[str, Reason]


@dataclass(frozen=True)
class SpeedLine:
    """One treatment against another on time or on pace, in words and numbers."""

    a: str
    b: str
    sentence: str
    effect: float | None
    lower: float | None
    upper: float | None
    p: float | None
    p_adjusted: float | None
    differs: bool
    one_bag: bool
    reason: Reason | None


@dataclass(frozen=True)
class SpeedResult:
    """How fast among those that germinated: compared by T50 from the curves, else by mean times, with why."""

    by: str
    note: str
    lines: list[SpeedLine]


@dataclass(frozen=True)
class PaceSummary:
    """Rate and speed in one, up to `horizon` days."""

    horizon: float | None
    sentence: str
    p: float | None
    lines: list[SpeedLine]


@dataclass(frozen=True)
class LadderPoint:
    """One dose with its share."""

    treatment: str
    dose: float
    share: float
    lower: float
    upper: float


@dataclass(frozen=True)
class LadderResult:
    """A dose ladder read as an axis; `lot` says of which lot, where the trial has several."""

    lot: LotBrief | None
    unit: str
    points: list[LadderPoint]
    reading: DoseReading
    trend: Trend
    sentences: list[str]


@dataclass(frozen=True)
class FactorsResult:
    """Two factors crossed: the interaction first."""

    factor_a: str
    factor_b: str
    test: CrossedTest
    sentences: list[str]


@dataclass(frozen=True)
class BlocksResult:
    """How blocks are taken into account: `finite` where the model treatment + block has a finite fit, else why not."""

    blocks: int
    finite: bool
    reason: Reason | None
    sentence: str


@dataclass(frozen=True)
class Effect:
    """What one dish does to its treatment: the share with it and without it, each with its interval."""

    treatment: str
    dish: str
    why: str
    set_aside: bool
    share_with: float
    lower_with: float
    upper_with: float
    share_without: float
    lower_without: float
    upper_without: float
    t50_with: float | None
    t50_without: float | None
    sentence: str


@dataclass(frozen=True)
class BasisChoice:
    """A basis for the percentages: why it cannot be had, or what it changes."""

    basis: Base
    possible: bool
    sentence: str


@dataclass(frozen=True, kw_only=True)
class TrialComparison(OfLots):
    """Everything the compare page shows."""

    id: int
    code: str
    question: str
    sow_on: date
    criterion: Criterion
    interim: bool
    codes_hidden: bool
    basis: Base
    bases: list[BasisChoice]
    clock: Clock
    clock_sentence: str
    curve: CurveFamily | None
    curve_sentence: str
    horizon: float | None
    head: str
    warnings: list[str]
    overall: OverallResult
    treatments: list[TreatmentResult]
    speed: SpeedResult | None
    pace: PaceSummary
    ladders: list[LadderResult]
    factors: FactorsResult | None
    blocks: BlocksResult | None
    effects: list[Effect]


@dataclass(frozen=True)
class NothingToCompare:
    """Why there is no comparison yet."""

    code: str
    detail: str
