"""Hazards of seed, and what to do with a sick or infested lot. Starting points: local rules and trained people go first."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.vocabulary import Hazard, Trouble


@dataclass(frozen=True, slots=True)
class HazardCare:
    """A hazard with its usual care, in a short word for labels and a sentence."""

    hazard: Hazard
    short: str
    care: str


@dataclass(frozen=True, slots=True)
class TroubleAdvice:
    """What to do with a lot in which something was found."""

    trouble: Trouble
    quarantine: bool
    what: str
    waste: str
    hazard: Hazard | None


_CARE = {
    Hazard.POISONOUS: HazardCare(
        Hazard.POISONOUS, "POISONOUS", "Gloves; wash hands; away from food, children and animals; never taste. Dust: a mask."
    ),
    Hazard.POSSIBLY_POISONOUS: HazardCare(
        Hazard.POSSIBLY_POISONOUS, "unknown: treat as poisonous", "Nobody knows yet what it is: gloves, wash hands, never taste."
    ),
    Hazard.IRRITATING: HazardCare(Hazard.IRRITATING, "irritates", "Irritates skin or eyes: gloves, long sleeves; do not rub the eyes."),
    Hazard.BRISTLY: HazardCare(Hazard.BRISTLY, "bristles", "Bristles and hairs: gloves, glasses, a mask against the dust."),
    Hazard.MOULDY: HazardCare(Hazard.MOULDY, "mouldy", "Mould: open it away from the face, outdoors or with a mask; wash hands."),
    Hazard.INFESTED: HazardCare(
        Hazard.INFESTED, "infested", "Insects that eat seed: keep it closed and apart from other lots until they are dead."
    ),
}

_TROUBLE = {
    Trouble.SICK: TroubleAdvice(
        Trouble.SICK,
        quarantine=True,
        what="Leaf spots and the like travel on the seed: keep it apart, and sow it only by itself, if at all.",
        waste="Waste goes closed into the bin, never on the compost.",
        hazard=None,
    ),
    Trouble.MOULDY: TroubleAdvice(
        Trouble.MOULDY,
        quarantine=True,
        what="Spread it thin and dry it at once, with a mask; pick out what is soft. Cut a few to see what lives.",
        waste="Waste goes closed into the bin, never on the compost.",
        hazard=Hazard.MOULDY,
    ),
    Trouble.SEED_EATERS: TroubleAdvice(
        Trouble.SEED_EATERS,
        quarantine=True,
        what="Weevils, moths and their grubs eat on in store: keep it closed and apart. Dry seed can be frozen for two weeks; seed that is "
        "not dry cannot. Cut a few to see what is left.",
        waste="Waste goes closed into the bin, never on the compost.",
        hazard=Hazard.INFESTED,
    ),
    Trouble.VISITORS: TroubleAdvice(
        Trouble.VISITORS,
        quarantine=False,
        what="Pollinators, spiders and passers-by do the seed no harm: they show what the plant is worth. Let them out; no quarantine.",
        waste="Nothing to throw away on their account.",
        hazard=None,
    ),
}


def cares(hazards: Sequence[Hazard]) -> list[HazardCare]:
    """Look up the usual care for each hazard, each once, in order."""
    return [_CARE[h] for h in dict.fromkeys(hazards)]


def trouble_advice(trouble: Trouble) -> TroubleAdvice:
    """Look up what to do with a lot in which this was found.

    Examples
    --------
    >>> trouble_advice(Trouble.VISITORS).quarantine
    False
    """
    return _TROUBLE[trouble]
