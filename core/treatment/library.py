"""Starter recipes: the general schools, each with its reason, and starting points for the scenario's plants.

Common horticultural knowledge, never a promise: every figure says how sure it is, and is meant to be changed.
"""

from dataclasses import dataclass

from core.treatment.steps import RecipeStep
from core.vocabulary import Closure, Confidence, DurationUnit, Light, Medium, Moisture, NextTest, School, StepKind

H, MIN = DurationUnit.HOURS, DurationUnit.MINUTES
STARTER_SOURCE = "common practice"


@dataclass(frozen=True, slots=True)
class StarterStep:
    """A step with what the bench needs beside its time."""

    kind: StepKind
    duration: float = 0
    unit: DurationUnit = DurationUnit.DAYS
    duration_min: float | None = None
    duration_max: float | None = None
    temperature_c: float | None = None
    medium: Medium | None = None
    closure: Closure | None = None
    moisture: Moisture | None = None
    light: Light | None = None
    depth_mm: float | None = None
    sign: str = ""
    confidence: Confidence = Confidence.LIKELY

    def as_core(self) -> RecipeStep:
        """The step for rules and plans."""
        return RecipeStep(self.kind, self.duration, self.unit, self.duration_max, self.temperature_c, self.closure)


@dataclass(frozen=True, slots=True)
class StarterRecipe:
    """A recipe to begin from. `school` and `why` are set for the general ones, `plant` for those of one plant."""

    name: str
    steps: tuple[StarterStep, ...]
    why: str
    school: School | None = None
    plant: str = ""
    germinates_in_cold: bool = False
    source: str = STARTER_SOURCE
    confidence: Confidence = Confidence.LIKELY


def _cold(weeks: float, medium: Medium = Medium.SAND, most: float | None = None) -> StarterStep:
    return StarterStep(
        StepKind.COLD_MOIST,
        7 * weeks,
        duration_min=7 * max(1, weeks - 2),
        duration_max=None if most is None else 7 * most,
        temperature_c=3,
        medium=medium,
        closure=Closure.VENTED,
        moisture=Moisture.DAMP,
    )


def _warm(weeks: float) -> StarterStep:
    return StarterStep(StepKind.WARM_MOIST, 7 * weeks, temperature_c=20, medium=Medium.SAND, closure=Closure.VENTED, moisture=Moisture.DAMP)


def _soak(hours: float = 24) -> StarterStep:
    return StarterStep(StepKind.SOAK, hours, H, 12, 48, 18, Medium.WATER, sign="swollen and sunk")


def _smoke(hours: float) -> StarterStep:
    return StarterStep(StepKind.SMOKE_WATER, hours, H, 4, 24, 18, Medium.WATER)


_HOT = StarterStep(StepKind.HOT_WATER, 10, MIN, 5, 15, 85, Medium.WATER)
_RUB = StarterStep(StepKind.SANDPAPER)
_FOUR = "One of four: compare untreated seed, sandpaper, cold and smoke in one trial."
_ON_TOP = StarterStep(StepKind.SOW, light=Light.LIGHT, depth_mm=0)

SCHOOLS = (
    StarterRecipe(
        "8 weeks cold in sand",
        (_cold(8),),
        "Sand holds water evenly, moulds little and can be sown with the seed. The usual choice for wild seed and long cold.",
        School.SAND,
    ),
    StarterRecipe(
        "4 weeks cold in a towel",
        (_cold(4, Medium.TOWEL),),
        "Quick to set up and easy to inspect, but it moulds sooner. For short cold and tests.",
        School.TOWEL,
    ),
    StarterRecipe(
        "soak a day, then 8 weeks cold",
        (_soak(), _cold(8)),
        "Cold works only on seed that has taken up water. Seed that still floats after a day may be empty.",
        School.SOAK_FIRST,
    ),
    StarterRecipe(
        "8 weeks cold without a soak",
        (_cold(8, Medium.VERMICULITE),),
        "A damp medium supplies the water, and no seed drowns or loses its inhibitors by leaching.",
        School.NO_SOAK,
    ),
    StarterRecipe(
        "a winter outdoors",
        (StarterStep(StepKind.OUTDOORS, 120, duration_min=60, medium=Medium.TRAY, closure=Closure.OPEN, sign="spring warmth"),),
        "No fridge and no schedule. Risks: rot, animals, and warm spells that start germination before a frost. Keep a logger beside it.",
        School.WINTER,
    ),
    StarterRecipe(
        "need unknown: 8 weeks cold",
        (_cold(8),),
        "The usual length when nothing is known. It rarely harms seed that did not need it, but teaches little.",
        School.EIGHT_WEEKS,
        confidence=Confidence.GUESS,
    ),
    StarterRecipe(
        "need unknown: sandpaper",
        (_RUB,),
        _FOUR,
        School.FOUR_WAYS,
        confidence=Confidence.GUESS,
    ),
    StarterRecipe(
        "need unknown: smoke water",
        (_smoke(12),),
        _FOUR,
        School.FOUR_WAYS,
        confidence=Confidence.GUESS,
    ),
)

_PLANTS = (
    ("Balsamorhiza sagittata", "12 weeks cold", (_cold(12, most=16),), "Long cold, then it germinates at cool temperatures.", True),
    (
        "Penstemon palmeri",
        "4 weeks cold, on the surface in light",
        (_cold(4), _ON_TOP),
        "Test whether it needs cold at all; keep it in light.",
        False,
    ),
    ("Sphaeralcea munroana", "sandpaper", (_RUB,), "A hard coat; rubbing is gentler than hot water.", False),
    ("Astragalus filipes", "nick", (StarterStep(StepKind.NICK),), "A hard coat and few seeds: nick each one.", False),
    (
        "Rhus trilobata",
        "acid, rinse, then 8 weeks cold",
        (StarterStep(StepKind.ACID, 30, MIN, 15, 60, 20), StarterStep(StepKind.RINSE, 10, MIN), _cold(8)),
        "A hard coat over a need for cold. Trained people only; sandpaper or hot water is the gentler way.",
        False,
    ),
    ("Rhus trilobata", "hot water, then 8 weeks cold", (_HOT, _cold(8)), "Gentler than acid, but less reliable.", False),
    ("Nicotiana attenuata", "smoke water 12 h", (_smoke(12), _ON_TOP), "Germinates after fire. Poisonous: wear gloves.", False),
    ("Emmenanthe penduliflora", "smoke water 4 h", (_smoke(4),), "Germinates after fire; too long in the solution harms.", False),
    (
        "Ceanothus velutinus",
        "hot water, then 12 weeks cold",
        (_HOT, _cold(12)),
        "Two steps in this order: heat opens the coat, cold breaks dormancy.",
        False,
    ),
    ("Lomatium dissectum", "cold until it sprouts, to 30 weeks", (_cold(16, most=30),), "Germinates in the cold itself: look there.", True),
    ("Purshia tridentata", "6 weeks cold", (_cold(6, most=8),), "Sprouts early in the bag: inspect it often near the end.", False),
    ("Sambucus cerulea", "8 weeks warm, 12 weeks cold", (_warm(8), _cold(12)), "A summer first, then a winter.", False),
    ("Prunus virginiana", "16 weeks cold", (_cold(16, most=24),), "A long winter; stones are poisonous.", True),
    (
        "Populus trichocarpa",
        "sown at once on wet soil",
        (_ON_TOP,),
        "Lives for days. Sow it the day it is shed.",
        False,
    ),
    ("Ericameria nauseosa", "sown as it is", (_ON_TOP,), "Not dormant; much of the seed is empty, so test the lot first.", False),
    ("Toxicoscordion venenosum", "10 weeks cold", (_cold(10),), "A winter. Poisonous in all parts: wear gloves.", True),
    ("Linum lewisii", "sown as it is", (StarterStep(StepKind.SOW, depth_mm=5),), "Not dormant; seed age matters.", False),
)
PLANTS = tuple(StarterRecipe(f"{name}", steps, why, plant=plant, germinates_in_cold=cold) for plant, name, steps, why, cold in _PLANTS)
STARTERS = (*SCHOOLS, *PLANTS)


def starters_for(scientific_name: str) -> list[StarterRecipe]:
    """The starter recipes of one plant; none where the library does not know it."""
    return [r for r in PLANTS if r.plant == scientific_name]


# what a verdict puts before a treatment: its name in a recipe, and the step; starting points like the others
NEXT_STEPS = {
    NextTest.LONGER_COLD: ("8 weeks cold", _cold(8)),
    NextTest.SMOKE: ("smoke water", StarterStep(StepKind.SMOKE_WATER, 24, H)),
    NextTest.SCARIFY_HARDER: ("nick", StarterStep(StepKind.NICK, 0, MIN)),
}
