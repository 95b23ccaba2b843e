"""Batches, supplies, logs and turns of the invented nursery; days count back from today."""

from dataclasses import dataclass

from core.vocabulary import SproutsGo, StepKind


@dataclass(frozen=True)
class SproutSpec:
    """Sprouts or mould seen on a day of a batch."""

    days_ago: float
    sprouted: int = 0
    goes: SproutsGo | None = None
    mouldy: int = 0
    note: str = ""


@dataclass(frozen=True)
class BatchSpec:
    """A batch begun `days_ago`, looked after every `every` days, the last time `last` days ago. Below 0: planned to begin."""

    lot: str
    recipe: str
    seeds: int
    place: str
    days_ago: float
    every: float = 7
    last: float = 7
    found: tuple[SproutSpec, ...] = ()
    germinates_in_cold: bool = False


UPPER, LOWER, FRAME, BENCH = "upper shelf", "lower shelf", "cold frame", "Warm bench"

# recipes that only batches use
BATCH_RECIPES = {
    "16 weeks cold, damp sand": [(StepKind.COLD_MOIST, 112)],
    "10 weeks cold, damp sand": [(StepKind.COLD_MOIST, 70)],
    "8 weeks warm, 12 weeks cold": [(StepKind.WARM_MOIST, 56), (StepKind.COLD_MOIST, 84)],
    "a winter outside, in a tray": [(StepKind.OUTDOORS, 120)],
    "cold until it sprouts, damp sand": [(StepKind.COLD_MOIST, 112)],
}

BATCHES = [
    BatchSpec("HR-114", "8 weeks cold, damp sand", 200, UPPER, 33, last=7, found=(SproutSpec(0.2, 2, SproutsGo.GO_ON, note="white root tips"),)),
    BatchSpec("PT-040", "6 weeks cold, damp sand", 150, UPPER, 39, last=9, found=(SproutSpec(9, 4, SproutsGo.POTTED),)),
    BatchSpec("PV-901", "16 weeks cold, damp sand", 80, UPPER, 61, last=5),
    BatchSpec("TV-002", "10 weeks cold, damp sand", 80, UPPER, 47, last=7),
    BatchSpec(
        "LD-027", "cold until it sprouts, damp sand", 100, LOWER, 88, last=3, germinates_in_cold=True,
        found=(SproutSpec(10, 3, SproutsGo.GO_ON), SproutSpec(3, 6, SproutsGo.GO_ON)),
    ),
    BatchSpec("SC-011", "8 weeks warm, 12 weeks cold", 300, BENCH, 26, every=3, last=4, found=(SproutSpec(11, mouldy=3),)),
    BatchSpec("CV-014", "hot water, then 12 weeks cold", 160, UPPER, 12, last=5),
    BatchSpec("PP-036", "a winter outside, in a tray", 400, FRAME, 20, every=14, last=6),
    BatchSpec("HR-114", "12 weeks cold, damp sand", 120, UPPER, -9),
    BatchSpec("EP-006", "smoke water 12 h", 200, BENCH, 0.37),
]  # fmt: skip

# the trial whose treatments were begun in time: its bags
TRIAL_IN_BAGS = "How many minutes of acid does skunkbush sumac need?"
# the trial whose treated dishes were filled from one bag a treatment
TREATED_TOGETHER = "Does longer cold help arrowleaf balsamroot?"
FROZE_DAYS_AGO, FROZE_HOURS = 19, 9
LOG_DAYS = 110
# the weather mast: days, hours between readings, and the seed of its weather
MAST_DAYS, MAST_EVERY, MAST_SEED = 1100, 3, 5
DAYS_OFF = ((31, "midwinter"), (32, "midwinter"), (33, "midwinter"), (34, "midwinter"), (38, "new year"))
