"""What testing by its worth gains beside testing always, and never, over made-up lots (docs/methods/worth.md)."""

from dataclasses import dataclass
from itertools import cycle, product

from core.treatment import KeyStep
from core.vocabulary import Dormancy, DurationUnit, StepKind
from core.worth import MOST_OF_LOT, Belief, Design, Situation, WorthCandidate, proposed_designs, starting_belief, worth_of_tests

ALWAYS = (4, 25)
_CLASSES = (Dormancy.NONE, Dormancy.PHYSICAL, Dormancy.SHALLOW, Dormancy.DEEP, Dormancy.UNKNOWN)
_SEEDS = (60, 200, 600, 2000)
# how far true shares scatter about the starting point, beside the weight of 4 that is believed
_TRUE_WEIGHTS = (4.0, 10.0, 2.0)
# plants wanted as a share of the lot; None: as many as possible
_WANTED = (None, 0.2)


def _days(kind: StepKind, days: float) -> KeyStep:
    return KeyStep.of(kind, days, DurationUnit.DAYS)


_TREATMENTS: tuple[tuple[KeyStep, ...], ...] = (
    (),
    (_days(StepKind.COLD_MOIST, 42),),
    (_days(StepKind.COLD_MOIST, 84),),
    (_days(StepKind.SANDPAPER, 0),),
)


@dataclass(frozen=True, slots=True)
class LotToTest:
    """A made-up lot: its class, what is believed of four treatments, what is true of such lots, and what is wanted."""

    likely: Dormancy
    candidates: tuple[WorthCandidate, ...]
    truth: tuple[Belief, ...]
    situation: Situation

    @property
    def name(self) -> str:
        """The lot in a few words."""
        wanted = "as many plants as possible" if self.situation.wanted is None else f"{self.situation.wanted} plants wanted"
        return f"{self.likely}, {self.situation.seeds} seeds, {wanted}"


def lots_to_test() -> list[LotToTest]:
    """Twenty lots: five classes of dormancy, four amounts of seed; what is wanted and how lots scatter change from one to the next."""
    out = []
    for (likely, seeds), weight, wanted in zip(product(_CLASSES, _SEEDS), cycle(_TRUE_WEIGHTS), cycle(_WANTED)):
        candidates = tuple(WorthCandidate(starting_belief(likely, t), bagged=bool(t)) for t in _TREATMENTS)
        truth = tuple(starting_belief(likely, t, weight) for t in _TREATMENTS)
        out.append(LotToTest(likely, candidates, truth, Situation(seeds, None if wanted is None else round(wanted * seeds))))
    return out


@dataclass(frozen=True, slots=True)
class Gains:
    """Expected plants of a lot: never tested, tested by its worth,
    and always tested with 4 × 25 of each treatment, as many as four fifths of the lot allow, if two.
    """

    never: float
    always: float
    followed: float
    design: Design | None


def gains(lot: LotToTest, draws: int, seed: int) -> Gains:
    """Weigh the tests of a lot by what is believed, and count the plants by what is true of such lots, from another seed."""
    believed = [c.belief for c in lot.candidates]
    best = worth_of_tests(lot.candidates, lot.situation, proposed_designs(believed, lot.situation.seeds)).best
    ranked = sorted(range(len(believed)), key=lambda i: -believed[i].mean)
    most = min(len(ranked), int(MOST_OF_LOT * lot.situation.seeds) // (ALWAYS[0] * ALWAYS[1]))
    full = Design(tuple(sorted(ranked[:most])), *ALWAYS) if most > 1 else None
    wanted = [d for d in (full, best.design if best else None) if d is not None]
    found = worth_of_tests(lot.candidates, lot.situation, wanted, truth=lot.truth, draws=draws, seed=seed)
    worth = {d.design: d.worth for d in found.designs}
    never = found.plants_without
    of_best = worth[best.design] if best else 0.0
    return Gains(never, never + (worth[full] if full else 0.0), never + of_best, best.design if best else None)
