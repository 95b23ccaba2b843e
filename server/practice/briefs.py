"""The graded briefs: what one is told, what one gets, and the hidden biology behind it. All of it is invented."""

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
    """One task. `teaches` is said afterwards; `mould_share` takes that share of one dish; `rho` is how much dishes differ."""

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
        "A packet from a swap. The label says “good seed”, and nothing else. "
        "A customer wants to know how much of it comes up before she pays.",
        "How many in a hundred come up as they are? Say between what and what you believe it.",
        "A share has a width: a hundred seeds in four dishes pin it down to about ten points either way. "
        "Cutting shows what the rest was.",
        "packet from a swap", 120, {}, _alive,
    ),
    Brief(
        "does-cold-wake-it", 2, "Does cold wake it?",
        "Last spring hardly any of it came up in the tray. A neighbour swears by four weeks in the fridge; an old note says twelve.",
        "What does four weeks of cold do, and what eight or twelve, against seed sown as it is?",
        "Without cold some come up anyway. Only the control beside it shows what the cold did; and longer is not always more.",
        "slope above the ford", 480, {"4 weeks cold": (COLD_4,), "8 weeks cold": (COLD_8,), "12 weeks cold": (COLD_12,)}, _cold,
    ),
    Brief(
        "two-steps-in-order", 3, "Two steps in order",
        "Round, shiny, hard as shot. It lay in water for a day and did not swell; nicked, it swelled and still did not sprout.",
        "Which steps does it need, and in which order?",
        "Cold does nothing to a seed that is dry inside. First open the coat, then chill: "
        "the same two steps the other way round are wasted.",
        "gravel by the old kiln", 500,
        {"nick": (NICK,), "8 weeks cold": (COLD_8,), "nick, then 8 weeks cold": (NICK, COLD_8), "8 weeks cold, then nick": (COLD_8, NICK)},
        _two_steps,
    ),
    Brief(
        "is-it-worth-the-trouble", 4, "Is it worth the trouble?",
        "A restorer has always poured hot water over this seed and smoked it as well, “and it always comes up”. "
        "He asks whether both are needed. There is seed for two or three treatments.",
        "Do hot water or smoke do anything for this lot?",
        "It always comes up, and would without them. A trial without a control cannot show that, "
        "and every year of the trouble is its price.",
        "two bags of the restorer's", 240, {"hot water": (HOT,), "smoke water": (SMOKE,)}, _not_dormant,
    ),
    Brief(
        "a-dish-that-moulded", 5, "A dish that moulded",
        "After the fire it stood everywhere; in the nursery nobody got it to germinate. The towels are old, and one of them may be foul.",
        "Does smoke water wake it?",
        "Mould takes a dish, not a treatment. Set aside with its reason, it leaves the result and stays in the record; "
        "counted on, it pulls a treatment down.",
        "burnt ridge, second summer", 300, {"smoke water": (SMOKE,)}, _smoke, mould_share=0.85,
    ),
    Brief(
        "more-dishes-or-more-seeds", 6, "More dishes or more seeds",
        "Dishes of this seed never agree: one full, the next half empty. There are 240 seeds, and no more this year. "
        "You choose how to spread them.",
        "Does four weeks of cold help?",
        "Where dishes differ, a seed more in the same dish tells little. Twelve dishes of ten see what three dishes of forty cannot.",
        "seep below the rim", 240, {"4 weeks cold": (COLD_4,)}, _uneven, rho=0.16,
    ),
)  # fmt: skip
BY_SLUG = {b.slug: b for b in BRIEFS}
