"""Recipes and trials of the invented nursery, with the hidden biology that fills the dishes."""

from dataclasses import dataclass, field

from core.simulate import Biology
from core.vocabulary import Criterion, DurationUnit, Light, Medium, StepKind

DAYS, HOURS, MINUTES = DurationUnit.DAYS, DurationUnit.HOURS, DurationUnit.MINUTES


@dataclass(frozen=True)
class StepSpec:
    """A step of a recipe, with the longest time it may take where that matters."""

    kind: StepKind
    duration: float = 0
    unit: DurationUnit = DAYS
    duration_max: float | None = None
    temperature_c: float | None = None
    medium: str = ""


def cold(weeks: float) -> StepSpec:
    """Weeks of moist cold in sand."""
    return StepSpec(StepKind.COLD_MOIST, 7 * weeks, DAYS, None, 3, Medium.SAND)


def smoke(hours: float) -> StepSpec:
    """Hours in smoke water, never past a day."""
    return StepSpec(StepKind.SMOKE_WATER, hours, HOURS, 24, 20, Medium.WATER)


NICK = StepSpec(StepKind.NICK)
SAND = StepSpec(StepKind.SANDPAPER)
HOT = StepSpec(StepKind.HOT_WATER, 10, MINUTES, 15, 85, Medium.WATER)


def acid(minutes: float) -> StepSpec:
    """Minutes in acid; the ladder's longest is its limit."""
    return StepSpec(StepKind.ACID, minutes, MINUTES, 60, 20)


RINSE = StepSpec(StepKind.RINSE, 10, MINUTES)

RECIPES: dict[str, list[StepSpec]] = {
    "2 weeks cold, damp sand": [cold(2)],
    "4 weeks cold, damp sand": [cold(4)],
    "6 weeks cold, damp sand": [cold(6)],
    "8 weeks cold, damp sand": [cold(8)],
    "12 weeks cold, damp sand": [cold(12)],
    "nick": [NICK],
    "sandpaper": [SAND],
    "hot water 10 min": [HOT],
    "hot water, then 12 weeks cold": [HOT, cold(12)],
    "smoke water 4 h": [smoke(4)],
    "smoke water 12 h": [smoke(12)],
    "smoke water 24 h": [smoke(24)],
    "acid 15 min, then 8 weeks cold": [acid(15), RINSE, cold(8)],
    "acid 30 min, then 8 weeks cold": [acid(30), RINSE, cold(8)],
    "acid 60 min, then 8 weeks cold": [acid(60), RINSE, cold(8)],
}


@dataclass(frozen=True)
class TreatmentSpec:
    """A treatment; the first one of a trial with several is its control."""

    name: str
    recipe: str = ""


@dataclass(frozen=True)
class TrialSpec:
    """A trial: `sown_days_ago` below 0 is planned. Looks end `unlooked_days` before now, on the plan."""

    lot: str
    question: str
    treatments: list[TreatmentSpec]
    biology: Biology
    sown_days_ago: float
    length_days: float
    place: str
    dishes: int = 4
    seeds: int = 25
    first_look_days: float = 3
    every_days: float = 3
    daily_for_days: int = 6
    unlooked_days: float = 0.5
    finished: bool = False
    opened: bool = False
    early_looks: list[float] = field(default_factory=list)
    rho: float = 0.03
    mouldy_dish: int | None = None
    temperature_c: float = 20
    night_temperature_c: float | None = None
    light: Light = Light.LIGHT
    criterion: Criterion = Criterion.ROOT_2_MM


T = TreatmentSpec
NONE = T("no treatment")

TRIALS = [
    TrialSpec(
        "HR-114", "Does longer cold help arrowleaf balsamroot?",
        [T("no cold"), T("4 weeks", "4 weeks cold, damp sand"), T("8 weeks", "8 weeks cold, damp sand"), T("12 weeks", "12 weeks cold, damp sand")],
        Biology(cold_days_needed=55, cold_days_spread=0.5, days_to_come_up=9), 23.2, 42, "shelf B", unlooked_days=1.3, daily_for_days=20, temperature_c=10,
    ),
    TrialSpec(
        "NA-019", "Does smoke help coyote tobacco?",
        [T("no smoke"), T("smoke 4 h", "smoke water 4 h"), T("smoke 12 h", "smoke water 12 h")],
        Biology(share_needs_smoke=0.94, smoke_hours_needed=3, days_to_come_up=3.2, days_spread=0.2), 25.2, 21, "shelf B", unlooked_days=2.5,
    ),
    TrialSpec(
        "SM-052", "How is the coat of Munro's globemallow best opened?",
        [NONE, T("nick", "nick"), T("sandpaper", "sandpaper"), T("hot water", "hot water 10 min")],
        Biology(share_hard=0.86, coat_minutes_needed=14, days_to_come_up=5), 210, 28, "heat mat", finished=True, opened=True, temperature_c=24,
    ),
    TrialSpec(
        "PP-031", "Does Palmer's penstemon need cold?",
        [T("no cold"), T("4 weeks", "4 weeks cold, damp sand"), T("8 weeks", "8 weeks cold, damp sand")],
        Biology(cold_days_needed=30, share_without_cold=0.75, days_to_come_up=11, vigour=0.7), 330, 35, "shelf A", dishes=3, seeds=20,
        finished=True, opened=True, temperature_c=15, night_temperature_c=8,
    ),
    TrialSpec(
        "AF-008", "Does nicking help basalt milkvetch?",
        [NONE, T("nick", "nick")],
        Biology(share_hard=0.7, days_to_come_up=6), 70, 28, "window shelf", dishes=1, seeds=10, finished=True, opened=True,
    ),
    TrialSpec(
        "CV-014", "Is hot water alone enough for snowbrush?",
        [NONE, T("hot water", "hot water 10 min")],
        Biology(share_hard=0.95, cold_days_needed=70, cold_days_spread=0.25), 150, 42, "heat mat", finished=True, opened=True,
    ),
    TrialSpec(
        "EP-006", "How long may whispering bells lie in smoke water?",
        [T("no smoke"), T("smoke 4 h", "smoke water 4 h"), T("smoke 12 h", "smoke water 12 h"), T("smoke 24 h", "smoke water 24 h")],
        Biology(share_needs_smoke=0.97, smoke_hours_needed=5, smoke_hours_deadly=22, days_to_come_up=7), 15.2, 28, "heat mat", seeds=20,
        unlooked_days=2.2, rho=0.12, mouldy_dish=5,
    ),
    TrialSpec(
        "LD-027", "Does fernleaf biscuitroot come up in the cold itself?",
        [NONE, T("after 4 weeks", "4 weeks cold, damp sand")],
        Biology(days_to_come_up=110, days_spread=0.3, vigour=0.85), 204, 425, "lower shelf", dishes=3, seeds=20, first_look_days=21, every_days=14,
        daily_for_days=0, unlooked_days=3, temperature_c=4, light=Light.DARK,
    ),
    TrialSpec(
        "PO-003", "Is this cottonwood lot alive?",
        [T("as fallen")],
        Biology(share_empty=0.05, days_to_come_up=0.9, days_spread=0.3, vigour=0.9), 1.6, 4, "window shelf", first_look_days=0.5, every_days=0.25,
        daily_for_days=0, unlooked_days=0.1,
    ),
    TrialSpec(
        "SF-001", "Which treatment suits scree foot, unnamed A?",
        [NONE, T("nick", "nick"), T("6 weeks cold", "6 weeks cold, damp sand"), T("smoke 12 h", "smoke water 12 h")],
        Biology(share_hard=0.7, days_to_come_up=7, vigour=0.8), 9.2, 28, "window shelf", unlooked_days=0.9,
    ),
    TrialSpec(
        "RT-021", "How many minutes of acid does skunkbush sumac need?",
        [T("cold only", "8 weeks cold, damp sand"), T("acid 15", "acid 15 min, then 8 weeks cold"), T("acid 30", "acid 30 min, then 8 weeks cold"),
         T("acid 60", "acid 60 min, then 8 weeks cold")],
        Biology(share_hard=0.9, cold_days_needed=30), -5, 35, "shelf A", seeds=20,
    ),
    TrialSpec(
        "EN-044", "Does cold help rubber rabbitbrush?",
        [T("no cold"), T("2 weeks", "2 weeks cold, damp sand")],
        Biology(share_empty=0.62, days_to_come_up=5), 260, 21, "window shelf", finished=True, opened=True,
    ),
    TrialSpec(
        "PT-040", "How much cold before bitterbrush sprouts in the tray?",
        [T("no cold"), T("4 weeks", "4 weeks cold, damp sand"), T("6 weeks", "6 weeks cold, damp sand"), T("8 weeks", "8 weeks cold, damp sand")],
        Biology(cold_days_needed=24, cold_days_spread=0.35, germinates_in_cold_after=50, days_to_come_up=6), 120, 28, "shelf A",
        early_looks=[-7, -1], finished=True, opened=True, temperature_c=15,
    ),
    TrialSpec(
        "LL-015", "Is this flax still as good as last year?",
        [T("as stored")],
        Biology(days_to_come_up=4.5, vigour=0.81), 40, 21, "heat mat", finished=True, opened=True,
    ),
    TrialSpec(
        "LL-015", "Does this flax come up?",
        [T("as stored")],
        Biology(days_to_come_up=4.2, vigour=0.93), 405, 21, "heat mat", finished=True, opened=True,
    ),
]  # fmt: skip
