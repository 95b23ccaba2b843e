"""Why seed does not sprout (docs/methods/dormancy.md): the likely class with its reasons, always a guess, and what is worth comparing."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass

from core.treatment.step_kinds import COAT_OPENERS, COLD
from core.treatment.steps import RecipeStep
from core.vocabulary import Confidence, Dormancy, DurationUnit, EmbryoSize, StepKind, WaterUptake

WEEK = 7.0
CLEARLY_MORE = 0.15
MIDDLING_DAYS, DEEP_DAYS = 35.0, 77.0
MOSTLY = 0.6


@dataclass(frozen=True, slots=True)
class PastResult:
    """What a finished trial's treatment gave: its steps, share 0..1 with its interval."""

    steps: tuple[RecipeStep, ...]
    share: float
    lower: float
    upper: float


@dataclass(frozen=True, slots=True)
class SuggestedTreatment:
    """A treatment worth comparing; without steps the seed is sown as it is."""

    name: str
    steps: tuple[RecipeStep, ...]
    why: str


@dataclass(frozen=True, slots=True)
class DormancyReading:
    """The likely class, how sure (never SURE: it is a guess), the reasons in words, and a set of treatments, the untreated first."""

    likely: Dormancy
    confidence: Confidence
    reasons: tuple[str, ...]
    treatments: tuple[SuggestedTreatment, ...]


def read_dormancy(
    *,
    uptake: WaterUptake | None = None,
    embryo: EmbryoSize | None = None,
    noted: Collection[StepKind] = (),
    past: Sequence[PastResult] = (),
) -> DormancyReading:
    """Read the signs.

    Parameters
    ----------
    uptake : WaterUptake, optional
        Of an imbibition test.
    embryo : EmbryoSize, optional
        At harvest.
    noted : collection of StepKind
        What the notes on the species say wakes it.
    past : sequence of PastResult
        Treatments of finished trials of this plant.
    """
    reasons: list[str] = []
    hard = _hard(uptake, noted, past, reasons)
    cold = _cold_needed(noted, past, reasons)
    smoke = StepKind.SMOKE_WATER in noted or _helps(past, frozenset({StepKind.SMOKE_WATER}))
    if smoke:
        reasons.append("Smoke helped it germinate before, or the notes say so.")
    if embryo is EmbryoSize.SMALL:
        reasons.append("The embryo is small when the seed is shed, and must grow first.")
    untreated = [p for p in past if not p.steps]
    awake = bool(untreated) and max(p.lower for p in untreated) >= MOSTLY
    if awake:
        best = max(untreated, key=lambda p: p.share)
        reasons.append(f"Untreated, {100 * best.share:.0f} % germinated in an earlier trial.")
    likely = _class(hard, cold, embryo, awake=awake, smoke=smoke)
    if not reasons:
        reasons.append("Nothing is known yet: no test of its coat, no notes, no trial.")
    measured = uptake in (WaterUptake.PHYSICAL, WaterUptake.NOT_PHYSICAL) or bool(past)
    confidence = Confidence.LIKELY if measured and likely is not Dormancy.UNKNOWN else Confidence.GUESS
    return DormancyReading(likely, confidence, tuple(reasons), _worth_comparing(likely, smoke=smoke, warm=StepKind.WARM_MOIST in noted))


def _class(hard: bool | None, cold: float | None, embryo: EmbryoSize | None, *, awake: bool, smoke: bool) -> Dormancy:
    if awake and not hard:
        return Dormancy.NONE
    if hard:
        return Dormancy.COMBINED if cold else Dormancy.PHYSICAL
    if embryo is EmbryoSize.SMALL:
        return Dormancy.MORPHOPHYSIOLOGICAL if cold else Dormancy.MORPHOLOGICAL
    if cold is not None:
        return Dormancy.DEEP if cold >= DEEP_DAYS else Dormancy.MIDDLING if cold >= MIDDLING_DAYS else Dormancy.SHALLOW
    return Dormancy.SHALLOW if smoke else Dormancy.UNKNOWN


def _hard(uptake: WaterUptake | None, noted: Collection[StepKind], past: Sequence[PastResult], reasons: list[str]) -> bool | None:
    if uptake is WaterUptake.PHYSICAL:
        reasons.append("Whole seed took up no water and nicked seed did, so the coat keeps water out.")
        return True
    if uptake is WaterUptake.NOT_PHYSICAL:
        reasons.append("Whole seed takes up water, so the coat is not the obstacle.")
        return False
    if _helps(past, COAT_OPENERS):
        reasons.append("Opening the coat raised germination in an earlier trial.")
        return True
    if any(k in COAT_OPENERS for k in noted):
        reasons.append("The plant’s notes mention a hard coat; no imbibition test was made yet.")
        return True
    return None


def _cold_needed(noted: Collection[StepKind], past: Sequence[PastResult], reasons: list[str]) -> float | None:
    """Days of cold that the best of the chilled treatments had, where it clearly beat those with less; 0 is never returned."""
    chilled = [(sum(s.days for s in p.steps if s.kind in COLD), p) for p in past]
    if chilled:
        days, best = max(chilled, key=lambda x: (x[1].share, -x[0]))
        rest = [p for d, p in chilled if d < days]
        if days > 0 and rest and best.share - max(p.share for p in rest) >= CLEARLY_MORE and best.lower > max(p.share for p in rest):
            reasons.append(f"{days:.0f} days of cold gave {100 * best.share:.0f} % in an earlier trial, less cold clearly less.")
            return days
        if any(d > 0 for d, _ in chilled) and any(d == 0 for d, _ in chilled) and not any(k in COLD for k in noted):
            reasons.append("Cold made no clear difference in earlier trials.")
            return None
    if any(k in COLD for k in noted):
        reasons.append("The plant’s notes mention cold.")
        return MIDDLING_DAYS + 1
    return None


def _helps(past: Sequence[PastResult], kinds: frozenset[StepKind]) -> bool:
    with_it = [p for p in past if any(s.kind in kinds for s in p.steps)]
    without = [p for p in past if not any(s.kind in kinds for s in p.steps)]
    return bool(with_it) and bool(without) and max(p.lower for p in with_it) > max(p.share for p in without) + CLEARLY_MORE / 3


def _cold(weeks: float) -> RecipeStep:
    return RecipeStep(StepKind.COLD_MOIST, WEEK * weeks, temperature_c=3)


UNTREATED = SuggestedTreatment("untreated", (), "Without it there is nothing to compare the treatments with.")
SANDPAPER = SuggestedTreatment("sandpaper", (RecipeStep(StepKind.SANDPAPER, 0),), "Opens the coat without heat or acid.")
SMOKE = SuggestedTreatment(
    "smoke water 12 h", (RecipeStep(StepKind.SMOKE_WATER, 12, DurationUnit.HOURS, duration_max=24),), "For seed that germinates after fire."
)


def _colds(*weeks: float) -> list[SuggestedTreatment]:
    return [SuggestedTreatment(f"{w:g} weeks cold", (_cold(w),), "Cold of that length.") for w in weeks]


def _worth_comparing(likely: Dormancy, *, smoke: bool, warm: bool) -> tuple[SuggestedTreatment, ...]:
    warm_cold = SuggestedTreatment(
        "8 weeks warm, 12 weeks cold",
        (RecipeStep(StepKind.WARM_MOIST, 8 * WEEK, temperature_c=20), _cold(12)),
        "The embryo grows in the summer; the winter then breaks dormancy.",
    )
    both = SuggestedTreatment(
        "sandpaper, then 8 weeks cold", (RecipeStep(StepKind.SANDPAPER, 0), _cold(8)), "Water must get in before cold can work."
    )
    nick = SuggestedTreatment("nick", (RecipeStep(StepKind.NICK, 0),), "The surest way to open the coat, seed by seed.")
    sets = {
        Dormancy.NONE: _colds(4),
        Dormancy.PHYSICAL: [nick, SANDPAPER, both],
        Dormancy.SHALLOW: _colds(2, 4),
        Dormancy.MIDDLING: _colds(4, 8, 12),
        Dormancy.DEEP: _colds(8, 12, 16),
        Dormancy.MORPHOLOGICAL: [SuggestedTreatment("8 weeks warm", warm_cold.steps[:1], "The embryo grows during the warm weeks.")],
        Dormancy.MORPHOPHYSIOLOGICAL: [*_colds(12), warm_cold],
        Dormancy.COMBINED: [SANDPAPER, *_colds(8), both],
        Dormancy.UNKNOWN: [SANDPAPER, *_colds(8), SMOKE],
    }
    chosen = [UNTREATED, *sets[likely]]
    if smoke and SMOKE not in chosen:
        chosen.append(SMOKE)
    if warm and warm_cold not in chosen:
        chosen.append(warm_cold)
    return tuple(chosen)
