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
        Hazard.POISONOUS,
        "POISONOUS",
        "Wear gloves and wash your hands. Keep it away from food, children and animals. Never taste it. Wear a mask in dust.",
    ),
    Hazard.POSSIBLY_POISONOUS: HazardCare(
        Hazard.POSSIBLY_POISONOUS, "unknown: treat as poisonous", "Species unknown. Wear gloves, wash your hands and never taste it."
    ),
    Hazard.IRRITATING: HazardCare(
        Hazard.IRRITATING, "irritates", "Irritates skin or eyes. Wear gloves and long sleeves. Do not rub your eyes."
    ),
    Hazard.BRISTLY: HazardCare(Hazard.BRISTLY, "bristles", "Bristles and hairs. Wear gloves, glasses and a dust mask."),
    Hazard.MOULDY: HazardCare(Hazard.MOULDY, "mouldy", "Mould. Open it away from your face, outdoors or with a mask. Wash your hands."),
    Hazard.INFESTED: HazardCare(
        Hazard.INFESTED, "infested", "Insects that eat seed. Keep it closed and away from other lots until they are dead."
    ),
}

_TROUBLE = {
    Trouble.SICK: TroubleAdvice(
        Trouble.SICK,
        quarantine=True,
        what="Leaf spots and other diseases travel on seed. Keep this lot away from others. Sow it alone, if at all.",
        waste="Close waste in a bag and put it in the bin, never on the compost.",
        hazard=None,
    ),
    Trouble.MOULDY: TroubleAdvice(
        Trouble.MOULDY,
        quarantine=True,
        what="Wear a mask. Spread it thinly and dry it at once. Remove soft seed. Cut a few seeds to see what is alive.",
        waste="Close waste in a bag and put it in the bin, never on the compost.",
        hazard=Hazard.MOULDY,
    ),
    Trouble.SEED_EATERS: TroubleAdvice(
        Trouble.SEED_EATERS,
        quarantine=True,
        what="Weevils, moths and their grubs go on eating in store. Keep it closed and away from other lots. "
        "Dry seed can be frozen for two weeks; damp seed cannot. Cut a few seeds to see what is left.",
        waste="Close waste in a bag and put it in the bin, never on the compost.",
        hazard=Hazard.INFESTED,
    ),
    Trouble.VISITORS: TroubleAdvice(
        Trouble.VISITORS,
        quarantine=False,
        what="Pollinators, spiders and visitors do not harm seed. Let them out; no quarantine is needed.",
        waste="Nothing has to be thrown away.",
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
