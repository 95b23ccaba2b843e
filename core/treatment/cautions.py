"""What can hurt in a recipe, the usual cautions, what to have on, and the gentler way beside it.

Starting points, never complete: local codes and trained people go first.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from core.vocabulary import StepKind


@dataclass(frozen=True, slots=True)
class Caution:
    """A hazard of one kind of step. `checks` are confirmed one by one, each time, before the step starts."""

    kind: StepKind
    hazard: str
    care: str
    gentler: str
    checks: tuple[str, ...] = ()


_TRAINED = "I am trained for this, and local codes allow it here."
_CAUTIONS = {
    StepKind.ACID: Caution(
        StepKind.ACID,
        "Strong acid burns skin, eyes and lungs.",
        "Only for trained people where local codes allow it: goggles, gloves, apron, a fume-safe place; never pour water "
        "into acid; rinse long, neutralise, dispose of it as local rules say.",
        "Sandpaper or hot water.",
        (
            _TRAINED,
            "Goggles, acid-proof gloves and apron are on.",
            "The place is fume-safe; water and a neutraliser stand ready.",
            "Acid into water, never water into acid; the seed is dry.",
            "Rinsing and disposal are prepared as local rules say.",
        ),
    ),
    StepKind.HOT_WATER: Caution(
        StepKind.HOT_WATER,
        "Hot water scalds.",
        "A stable vessel, dry gloves, nobody else within reach; take the vessel off the heat before the seed goes in.",
        "Sandpaper.",
        ("The vessel stands firm and is off the heat.", "Dry heat-proof gloves are on; nobody else is within reach."),
    ),
    StepKind.HEAT_PULSE: Caution(
        StepKind.HEAT_PULSE,
        "Hot trays burn, and dry seed can catch fire.",
        "An oven with a thermostat, never an open flame; gloves; stay beside it.",
        "Hot water, or sandpaper.",
        ("An oven with a thermostat is used, no open flame.", "Heat-proof gloves are on; somebody stays beside it."),
    ),
    StepKind.NICK: Caution(
        StepKind.NICK,
        "The blade slips on round seed.",
        "Hold the seed in pliers or clay, cut away from the hand and away from the embryo.",
        "Sandpaper.",
        ("The seed is held in pliers or clay; the cut goes away from the hand.",),
    ),
    StepKind.SMOKE_WATER: Caution(
        StepKind.SMOKE_WATER,
        "Making smoke brings fire and bad air.",
        "Outdoors, away from dry stuff, local burning rules first; do not breathe the smoke; gloves in the solution.",
        "A ready-made solution.",
        ("The solution is ready-made, or was made where local burning rules allow it.", "Gloves are on."),
    ),
    StepKind.WARM_MOIST: Caution(
        StepKind.WARM_MOIST,
        "Moulds grow in warm wet bags.",
        "Open bags away from the face, with a mask where mould is seen; wash hands.",
        "Less water, cleaner seed, sand instead of paper.",
    ),
}
POISON_CHECKS = ("Gloves are on; no eating or drinking at the bench; children and animals are away.",)


def cautions(kinds: Sequence[StepKind]) -> list[Caution]:
    """Cautions of the kinds of step given, each once, in order."""
    return [_CAUTIONS[k] for k in dict.fromkeys(kinds) if k in _CAUTIONS]


def dangerous(kinds: Sequence[StepKind]) -> bool:
    """Return whether a step of these kinds can hurt: acid, hot water, heat, blades, smoke. They are confirmed each time."""
    return any(checks_before(k) for k in kinds)


def checks_before(kind: StepKind, *, poisonous: bool = False) -> tuple[str, ...]:
    """What is confirmed by name, each time, before a step of this kind starts; empty where nothing is."""
    found = _CAUTIONS.get(kind)
    return (*(found.checks if found else ()), *(POISON_CHECKS if poisonous else ()))
