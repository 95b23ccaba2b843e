"""The graded exercises: their story, seed and question, and the hidden biology behind them. All of it is made up."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

import numpy as np

from core.simulate import Biology
from core.vocabulary import DurationUnit, StepKind


@dataclass(frozen=True)
class PracticeStep:
    """A step of a recipe that lies ready on the bench."""

    kind: StepKind
    duration: float = 0
    unit: DurationUnit = DurationUnit.DAYS


COLD_4, COLD_8, COLD_12 = (PracticeStep(StepKind.COLD_MOIST, 7 * weeks) for weeks in (4, 8, 12))
NICK = PracticeStep(StepKind.NICK)
SMOKE = PracticeStep(StepKind.SMOKE_WATER, 16, DurationUnit.HOURS)
HOT = PracticeStep(StepKind.HOT_WATER, 5, DurationUnit.MINUTES)


@dataclass(frozen=True)
class Brief:
    """One exercise. `teaches` is shown afterwards; mould takes `mould_share` of one dish; `rho` is how much dishes differ."""

    slug: str
    level: int
    title: str
    story: str
    asks: str
    teaches: str
    lot_name: str
    seeds: int
    recipes: Mapping[str, tuple[PracticeStep, ...]]
    biology: Callable[[np.random.Generator], Biology]
    rho: float = 0.04
    mould_share: float = 0.0


def _alive(draw: np.random.Generator) -> Biology:
    return Biology(share_empty=float(draw.uniform(0.1, 0.35)), vigour=float(draw.uniform(0.55, 0.9)), days_to_come_up=6)


def _cold(draw: np.random.Generator) -> Biology:
    return Biology(share_empty=0.06, cold_days_needed=float(draw.uniform(28, 42)), share_without_cold=0.12, days_to_come_up=9)


def _two_steps(draw: np.random.Generator) -> Biology:
    return Biology(
        share_empty=0.05, share_hard=float(draw.uniform(0.93, 0.97)), cold_days_needed=float(draw.uniform(28, 38)), days_to_come_up=8
    )


def _not_dormant(draw: np.random.Generator) -> Biology:
    return Biology(
        share_empty=float(draw.uniform(0.1, 0.25)), vigour=0.9, days_to_come_up=5, smoke_hours_deadly=60, coat_minutes_deadly=300
    )


def _smoke(draw: np.random.Generator) -> Biology:
    return Biology(share_empty=0.08, share_needs_smoke=float(draw.uniform(0.55, 0.75)), smoke_hours_needed=6, days_to_come_up=7)


def _uneven(draw: np.random.Generator) -> Biology:
    return Biology(
        share_empty=0.08, cold_days_needed=30, cold_days_spread=0.9, share_without_cold=float(draw.uniform(0.35, 0.45)), days_to_come_up=8
    )


BRIEFS = (
    Brief(
        "is-it-alive", 1, "Is it alive?",
        "A packet from a seed swap. Its label says only “good seed”. "
        "A customer wants to know how much of it germinates before she pays.",
        "How many of 100 seeds germinate untreated? Give a range that you believe.",
        "A germination percentage is uncertain: 100 seeds in four dishes give it to about ± 10 points. "
        "Cutting the rest shows whether it was empty, dead or dormant.",
        "packet from a swap", 120, {}, _alive,
    ),
    Brief(
        "does-cold-wake-it", 2, "Does cold help?",
        "Last spring hardly any of it came up in the tray. A neighbour recommends four weeks in the fridge; an old note says twelve.",
        "What do four, eight and twelve weeks of cold do, compared with untreated seed?",
        "Some seed germinates without cold. Only the control shows what the cold did, and longer is not always better.",
        "slope above the ford", 480, {"4 weeks cold": (COLD_4,), "8 weeks cold": (COLD_8,), "12 weeks cold": (COLD_12,)}, _cold,
    ),
    Brief(
        "two-steps-in-order", 3, "Two steps, one order",
        "Round, shiny, very hard seed. It did not swell after a day in water. Nicked seed swelled, but did not germinate either.",
        "Which steps does it need, and in which order?",
        "Cold does nothing for seed that is dry inside. Open the coat first, then chill. "
        "The same two steps in the other order are wasted.",
        "gravel by the old kiln", 500,
        {"nick": (NICK,), "8 weeks cold": (COLD_8,), "nick, then 8 weeks cold": (NICK, COLD_8), "8 weeks cold, then nick": (COLD_8, NICK)},
        _two_steps,
    ),
    Brief(
        "is-it-worth-the-trouble", 4, "Is it worth the trouble?",
        "A restorer has always treated this seed with hot water and smoke, “and it always comes up”. "
        "He asks whether it needs either. There is seed for two or three treatments.",
        "Does hot water or smoke help this lot?",
        "It always comes up, and would do so untreated. A trial without a control cannot show that, "
        "so the work is repeated every year.",
        "two bags of the restorer's", 240, {"hot water": (HOT,), "smoke water": (SMOKE,)}, _not_dormant,
    ),
    Brief(
        "a-dish-that-moulded", 5, "A mouldy dish",
        "After the fire it grew everywhere; in the nursery nobody could germinate it. The towels are old, and one may be mouldy.",
        "Does smoke water help?",
        "Mould spoils a dish, not a treatment. Set the dish aside and note why: the record keeps it, and the result leaves it out. "
        "If you go on counting it, it lowers the result of its treatment.",
        "burnt ridge, second summer", 300, {"smoke water": (SMOKE,)}, _smoke, mould_share=0.85,
    ),
    Brief(
        "more-dishes-or-more-seeds", 6, "More dishes or more seeds",
        "Dishes of this seed never agree: most of one germinates, and half of the next. There are 240 seeds this year. "
        "You choose how many dishes to make of them.",
        "Does four weeks of cold help?",
        "Where dishes differ, more seeds in the same dish tell little. Twelve dishes of 10 can show what three dishes of 40 cannot.",
        "seep below the rim", 240, {"4 weeks cold": (COLD_4,)}, _uneven, rho=0.16,
    ),
)  # fmt: skip
BY_SLUG = {b.slug: b for b in BRIEFS}
