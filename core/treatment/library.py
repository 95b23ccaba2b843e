"""Starter recipes: the general schools, each with its reason, and starting points for the scenario's plants.

Common horticultural knowledge, never a promise: every figure says how sure it is, and is meant to be changed.
"""

from dataclasses import dataclass

from core.treatment.steps import RecipeStep
from core.vocabulary import Closure, Confidence, DurationUnit, Light, Medium, Moisture, NextTest, School, StepKind

H, MIN = DurationUnit.HOURS, DurationUnit.MINUTES
COMMON = "common practice, a starting point"


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
    source: str = COMMON
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
_ON_TOP = StarterStep(StepKind.SOW, light=Light.LIGHT, depth_mm=0)

SCHOOLS = (
    StarterRecipe(
        "cold in sand, 8 weeks",
        (_cold(8),),
        "Sand holds water evenly, moulds little and is sown with the seed: the default for wild seed and long chills.",
        School.SAND,
    ),
    StarterRecipe(
        "cold in a towel, 4 weeks",
        (_cold(4, Medium.TOWEL),),
        "Quickest to make and easiest to look at; others find that it moulds. For short chills and tests.",
        School.TOWEL,
    ),
    StarterRecipe(
        "soak a day, then 8 weeks cold",
        (_soak(), _cold(8)),
        "Cold works only on seed that has drunk; what floats after a day may be empty.",
        School.SOAK_FIRST,
    ),
    StarterRecipe(
        "8 weeks cold without a soak",
        (_cold(8, Medium.VERMICULITE),),
        "A damp medium gives seed its water by itself, and nothing is drowned or leached.",
        School.NO_SOAK,
    ),
    StarterRecipe(
        "a winter outside",
        (StarterStep(StepKind.OUTDOORS, 120, duration_min=60, medium=Medium.TRAY, closure=Closure.OPEN, sign="spring warmth"),),
        "No fridge and no schedule; but rot, animals, and warm spells that wake seed before a frost. Keep a logger beside it.",
        School.WINTER,
    ),
    StarterRecipe(
        "not known: 8 weeks cold",
        (_cold(8),),
        "The common length for everything: it rarely hurts seed that did not need it, but teaches little.",
        School.EIGHT_WEEKS,
        confidence=Confidence.GUESS,
    ),
    StarterRecipe(
        "not known, one of four ways: sandpaper",
        (_RUB,),
        "Split the seed over untreated, sandpaper, cold and smoke, and let the count decide. This is the sandpaper of the four.",
        School.FOUR_WAYS,
        confidence=Confidence.GUESS,
    ),
    StarterRecipe(
        "not known, one of four ways: smoke",
        (_smoke(12),),
        "Split the seed over untreated, sandpaper, cold and smoke, and let the count decide. This is the smoke of the four.",
        School.FOUR_WAYS,
        confidence=Confidence.GUESS,
    ),
)

_PLANTS = (
    ("Balsamorhiza sagittata", "12 weeks cold", (_cold(12, most=16),), "Long cold, then it comes up cool.", True),
    (
        "Penstemon palmeri",
        "4 weeks cold, on the surface in light",
        (_cold(4), _ON_TOP),
        "Cold or not is a question; keep it in light.",
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
    ("Rhus trilobata", "hot water, then 8 weeks cold", (_HOT, _cold(8)), "The gentler way than acid; less sure.", False),
    ("Nicotiana attenuata", "smoke water 12 h", (_smoke(12), _ON_TOP), "Waits for fire. Poisonous: gloves.", False),
    ("Emmenanthe penduliflora", "smoke water 4 h", (_smoke(4),), "Waits for fire; too long in the solution harms.", False),
    (
        "Ceanothus velutinus",
        "hot water, then 12 weeks cold",
        (_HOT, _cold(12)),
        "Two steps in order: heat opens the coat, cold wakes.",
        False,
    ),
    ("Lomatium dissectum", "cold until it sprouts, to 30 weeks", (_cold(16, most=30),), "Germinates in the cold itself: look there.", True),
    ("Purshia tridentata", "6 weeks cold", (_cold(6, most=8),), "Sprouts early in the bag: look often near the end.", False),
    ("Sambucus cerulea", "8 weeks warm, 12 weeks cold", (_warm(8), _cold(12)), "A summer first, then a winter.", False),
    ("Prunus virginiana", "16 weeks cold", (_cold(16, most=24),), "A long winter; stones are poisonous.", True),
    (
        "Populus trichocarpa",
        "sown at once on wet soil",
        (_ON_TOP,),
        "Lives days: nothing to wait for. Sow the day it flies.",
        False,
    ),
    ("Ericameria nauseosa", "sown as it is", (_ON_TOP,), "Not asleep; much of it is empty, so look at the lot first.", False),
    ("Toxicoscordion venenosum", "10 weeks cold", (_cold(10),), "A winter. Poisonous in all parts: gloves.", True),
    ("Linum lewisii", "sown as it is", (StarterStep(StepKind.SOW, depth_mm=5),), "Not asleep; old seed is the question.", False),
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
