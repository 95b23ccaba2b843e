"""What can hurt in a recipe, the usual cautions, and the gentler way beside it.

Starting points, never complete: local codes and trained people go first.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from core.vocabulary import StepKind


@dataclass(frozen=True, slots=True)
class Caution:
    """A hazard of one kind of step."""

    kind: StepKind
    hazard: str
    care: str
    gentler: str


_CAUTIONS = {
    StepKind.ACID: Caution(
        StepKind.ACID,
        "Strong acid burns skin, eyes and lungs.",
        "Only for trained people where local codes allow it: goggles, gloves, apron, a fume-safe place; never pour water "
        "into acid; rinse long, neutralise, dispose of it as local rules say.",
        "Sandpaper or hot water.",
    ),
    StepKind.HOT_WATER: Caution(
        StepKind.HOT_WATER,
        "Hot water scalds.",
        "A stable vessel, dry gloves, nobody else within reach; take the vessel off the heat before the seed goes in.",
        "Sandpaper.",
    ),
    StepKind.NICK: Caution(
        StepKind.NICK,
        "The blade slips on round seed.",
        "Hold the seed in pliers or clay, cut away from the hand and away from the embryo.",
        "Sandpaper.",
    ),
    StepKind.SMOKE_WATER: Caution(
        StepKind.SMOKE_WATER,
        "Making smoke brings fire and bad air.",
        "Outdoors, away from dry stuff, local burning rules first; do not breathe the smoke; gloves in the solution.",
        "A ready-made solution.",
    ),
    StepKind.WARM_MOIST: Caution(
        StepKind.WARM_MOIST,
        "Moulds grow in warm wet bags.",
        "Open bags away from the face, with a mask where mould is seen; wash hands.",
        "Less water, cleaner seed, sand instead of paper.",
    ),
}


def cautions(kinds: Sequence[StepKind]) -> list[Caution]:
    """Cautions of the kinds of step given, each once, in order."""
    return [_CAUTIONS[k] for k in dict.fromkeys(kinds) if k in _CAUTIONS]
