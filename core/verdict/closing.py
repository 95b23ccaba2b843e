"""What is left in a dish, and what it means; what is lost when nobody looks."""

from dataclasses import dataclass

from core.vocabulary import ClosingFate


@dataclass(frozen=True, slots=True)
class FateMeaning:
    """What seed of one fate tells; `fate` is None for seed that nobody checked."""

    fate: ClosingFate | None
    meaning: str


FATE_MEANINGS = (
    FateMeaning(ClosingFate.FRESH, "alive and still asleep: another treatment, or more of this one, may wake them"),
    FateMeaning(ClosingFate.HARD, "no water got in: the coat keeps it out; nick or rub some and see"),
    FateMeaning(ClosingFate.EMPTY, "there never was an embryo: that is the lot's fill, not the treatment"),
    FateMeaning(ClosingFate.DEAD, "old seed, or a treatment that killed: held against the control it tells which"),
    FateMeaning(
        None,
        "nobody will know whether they were asleep or dead: no share of the living can be told, "
        "and “still dormant” cannot be told from “dead”",
    ),
)
