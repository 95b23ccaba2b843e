"""The kinds of step, one row each: recipes, forms, drawings, care, cautions, rules and the simulator read them here.

A new kind needs its word in `core.vocabulary` and its row here. Doses, cadences and cautions are starting points, never complete:
local codes and trained people go first.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import Enum, auto

from core.vocabulary import CareKind, Closure, DurationUnit, Light, Medium, Moisture, StepKind, StepTexture, SupplyKind

H, MIN = DurationUnit.HOURS, DurationUnit.MINUTES


class StepEffect(Enum):
    """What the simulator lets a step do to seed."""

    NONE = auto()
    OPENS_SHARE = auto()
    OPENS_BY_MINUTES = auto()
    OPENS_BY_CYCLES = auto()
    SMOKES = auto()
    CHILLS = auto()


@dataclass(frozen=True, slots=True)
class UsualDose:
    """What a form fills in for a kind of step."""

    duration: float = 0
    unit: DurationUnit = DurationUnit.DAYS
    duration_max: float | None = None
    temperature_c: float | None = None
    night_temperature_c: float | None = None
    medium: Medium | None = None
    closure: Closure | None = None
    moisture: Moisture | None = None
    light: Light | None = None
    depth_mm: float | None = None


@dataclass(frozen=True, slots=True)
class Caution:
    """A hazard of one kind of step. `checks` are confirmed one by one, each time, before the step starts."""

    hazard: str
    care: str
    gentler: str
    checks: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class StepRow:
    """What is known of one kind of step.

    Attributes
    ----------
    word, term : str
        The word on screen, and the field's term for it.
    usual : UsualDose
        Starting point for a form.
    waited : bool
        Whether it lasts; what is done at once has no duration.
    in_bag : bool
        Whether the seed lies in something that is closed, kept moist and looked after.
    lengthens : bool
        Whether its end may move to a later day that suits.
    care, care_every_days
        What a check does, and how often where a recipe says nothing.
    opens_coat, cold : bool
        What it does for the seed.
    outside : bool
        Whether the weather has it.
    chill_band : bool
        Whether its temperature is held to the band in which chill counts.
    burns : bool
        It scalds or burns: its end is exact, and its use is confirmed in every recipe and trial.
    by_hand, seed_by_seed : bool
        Whether hands touch the seed, and whether each seed is treated by itself, so that nothing is shared.
    most_hours : float, optional
        Longest time under water that seed usually bears.
    sows : bool
        It ends a recipe, and is no part of what a treatment is.
    word_in_sand : str
        The word where the seed lies in sand, if that is another.
    then : StepKind, optional
        What has to follow at once.
    supplies : tuple of SupplyKind
        What it may use up.
    cycle : str
        What one day of it is called, where it is counted in something else than days.
    effect, opens_share
        What the simulator lets it do; `opens_share` (0..1) of hard coats for `OPENS_SHARE`.
    """

    kind: StepKind
    word: str
    term: str
    texture: StepTexture
    usual: UsualDose = UsualDose()
    waited: bool = True
    in_bag: bool = False
    lengthens: bool = False
    care: CareKind | None = None
    care_every_days: float | None = None
    opens_coat: bool = False
    cold: bool = False
    outside: bool = False
    chill_band: bool = False
    burns: bool = False
    by_hand: bool = False
    seed_by_seed: bool = False
    most_hours: float | None = None
    sows: bool = False
    word_in_sand: str = ""
    then: StepKind | None = None
    supplies: tuple[SupplyKind, ...] = ()
    cycle: str = ""
    caution: Caution | None = None
    effect: StepEffect = StepEffect.NONE
    opens_share: float = 0.0

    def counted(self, days: float) -> str:
        """Return so many days of it in its own count, ``12 cycles``; empty where it is counted in days."""
        return f"{days:g} {self.cycle}{'' if days == 1 else 's'}" if self.cycle else ""


_MADE_READY = (SupplyKind.SOLUTION, SupplyKind.TOWEL, SupplyKind.SAND, SupplyKind.BAG)
_ROWS = (
    StepRow(
        StepKind.SOAK,
        "soak",
        "imbibition",
        StepTexture.SOAK,
        UsualDose(24, H, 48, 18, medium=Medium.WATER),
        most_hours=48.0,
        supplies=_MADE_READY,
    ),
    StepRow(StepKind.RINSE, "rinse", "rinsing", StepTexture.SOAK, UsualDose(10, MIN)),
    StepRow(
        StepKind.NICK,
        "nick",
        "mechanical scarification, by blade",
        StepTexture.SCARIFY,
        waited=False,
        opens_coat=True,
        by_hand=True,
        seed_by_seed=True,
        caution=Caution(
            "The blade can slip on round seed.",
            "Hold the seed in pliers or clay, cut away from the hand and away from the embryo.",
            "Sandpaper.",
            ("The seed is held in pliers or clay, and I cut away from my hand.",),
        ),
        effect=StepEffect.OPENS_SHARE,
        opens_share=0.95,
    ),
    StepRow(
        StepKind.SANDPAPER,
        "sandpaper",
        "mechanical scarification, by abrasion",
        StepTexture.SCARIFY,
        waited=False,
        opens_coat=True,
        by_hand=True,
        effect=StepEffect.OPENS_SHARE,
        opens_share=0.55,
    ),
    StepRow(
        StepKind.HOT_WATER,
        "hot water",
        "hot water scarification",
        StepTexture.SOAK,
        UsualDose(10, MIN, 15, 85, medium=Medium.WATER),
        opens_coat=True,
        burns=True,
        caution=Caution(
            "Hot water scalds.",
            "Use a stable vessel and dry gloves, with nobody else within reach. Take the vessel off the heat before you add the seed.",
            "Sandpaper.",
            ("The vessel is stable and off the heat.", "I wear dry heat-proof gloves, and nobody else is within reach."),
        ),
        effect=StepEffect.OPENS_BY_MINUTES,
    ),
    StepRow(
        StepKind.ACID,
        "acid",
        "acid scarification",
        StepTexture.ACID,
        UsualDose(15, MIN, 60, 20),
        opens_coat=True,
        burns=True,
        then=StepKind.RINSE,
        caution=Caution(
            "Strong acid burns skin, eyes and lungs.",
            "Trained people only; follow local rules. Wear goggles, gloves and an apron. Work in a fume hood or outdoors. "
            "Add acid to water, never water to acid. Rinse long, neutralise, and dispose of it by local rules.",
            "Sandpaper or hot water.",
            (
                "I am trained for this, and local codes allow it here.",
                "I wear goggles, acid-proof gloves and an apron.",
                "I work in a fume hood or outdoors, with water and a neutraliser at hand.",
                "I add acid to water, never water to acid. The seed is dry.",
                "Rinsing and disposal are prepared by local rules.",
            ),
        ),
        effect=StepEffect.OPENS_BY_MINUTES,
    ),
    StepRow(
        StepKind.SMOKE_WATER,
        "smoke water",
        "smoke treatment",
        StepTexture.SMOKE,
        UsualDose(12, H, 24, 18, medium=Medium.WATER),
        most_hours=24.0,
        supplies=(SupplyKind.SMOKE_WATER,),
        caution=Caution(
            "Making smoke brings fire and harmful air.",
            "Make smoke outdoors, away from anything dry, and follow local burning rules. Do not breathe it. Wear gloves in the solution.",
            "A ready-made solution.",
            ("The solution is ready-made, or was made where local burning rules allow it.", "Gloves are on."),
        ),
        effect=StepEffect.SMOKES,
    ),
    StepRow(
        StepKind.HEAT_PULSE,
        "dry heat",
        "heat pulse",
        StepTexture.WARM,
        UsualDose(10, MIN, 20, 80),
        opens_coat=True,
        burns=True,
        caution=Caution(
            "Hot trays burn skin, and dry seed can catch fire.",
            "Use an oven with a thermostat, never an open flame. Wear gloves. Stay beside it.",
            "Hot water, or sandpaper.",
            ("I use an oven with a thermostat, no open flame.", "I wear heat-proof gloves, and somebody stays beside it."),
        ),
        effect=StepEffect.OPENS_BY_MINUTES,
    ),
    StepRow(
        StepKind.COLD_MOIST,
        "cold, damp",
        "cold stratification",
        StepTexture.CHILL,
        word_in_sand="cold, damp sand",
        usual=UsualDose(56, temperature_c=3, medium=Medium.SAND, closure=Closure.VENTED, moisture=Moisture.DAMP),
        in_bag=True,
        lengthens=True,
        care=CareKind.MIST,
        care_every_days=7.0,
        cold=True,
        chill_band=True,
        supplies=_MADE_READY,
        effect=StepEffect.CHILLS,
    ),
    StepRow(
        StepKind.WARM_MOIST,
        "warm, damp",
        "warm stratification",
        StepTexture.WARM,
        UsualDose(56, temperature_c=20, medium=Medium.SAND, closure=Closure.VENTED, moisture=Moisture.DAMP),
        in_bag=True,
        lengthens=True,
        care=CareKind.MIST,
        care_every_days=3.0,
        supplies=_MADE_READY,
        caution=Caution(
            "Moulds grow in warm wet bags.",
            "Open bags away from your face. Wear a mask if you see mould. Wash your hands.",
            "Use less water, cleaner seed, or sand instead of paper.",
        ),
    ),
    StepRow(
        StepKind.COLD_WATER,
        "cold water",
        "cold stratification under water",
        StepTexture.CHILL,
        UsualDose(14, temperature_c=4, medium=Medium.WATER, closure=Closure.OPEN),
        in_bag=True,
        care=CareKind.CHANGE_WATER,
        care_every_days=1.0,
        cold=True,
        chill_band=True,
        effect=StepEffect.CHILLS,
    ),
    StepRow(
        StepKind.FREEZE_THAW,
        "freeze and thaw",
        "freeze–thaw cycles",
        StepTexture.CHILL,
        UsualDose(12, temperature_c=10, night_temperature_c=-5, medium=Medium.SAND, closure=Closure.VENTED, moisture=Moisture.DAMP),
        in_bag=True,
        care=CareKind.LOOK,
        care_every_days=3.0,
        opens_coat=True,
        cycle="cycle",
        effect=StepEffect.OPENS_BY_CYCLES,
    ),
    StepRow(
        StepKind.OUTDOORS,
        "outdoors",
        "outdoor stratification",
        StepTexture.CHILL,
        UsualDose(120, medium=Medium.TRAY, closure=Closure.OPEN),
        in_bag=True,
        care=CareKind.LOOK,
        care_every_days=14.0,
        cold=True,
        outside=True,
        effect=StepEffect.CHILLS,
    ),
    StepRow(
        StepKind.AFTER_RIPENING,
        "dry after-ripening",
        "after-ripening",
        StepTexture.WARM,
        UsualDose(60, temperature_c=20, moisture=Moisture.DRY),
        in_bag=True,
        lengthens=True,
        care=CareKind.LOOK,
        care_every_days=30.0,
    ),
    StepRow(
        StepKind.SOW,
        "sow",
        "sowing",
        StepTexture.SCARIFY,
        UsualDose(light=Light.LIGHT, depth_mm=0),
        waited=False,
        seed_by_seed=True,
        sows=True,
    ),
)
STEP_KINDS: Mapping[StepKind, StepRow] = {row.kind: row for row in _ROWS}

COAT_OPENERS = frozenset(row.kind for row in _ROWS if row.opens_coat)
COLD = frozenset(row.kind for row in _ROWS if row.cold)
