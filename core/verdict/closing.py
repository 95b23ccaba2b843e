"""What is left in a dish, and what it means; what is lost when nobody looks; what may still come."""

from dataclasses import dataclass

from core.design import ExpectedCourse
from core.records import FATES
from core.verdict.sentences import percent
from core.vocabulary import ClosingFate


@dataclass(frozen=True, slots=True)
class FateMeaning:
    """What seed of one fate tells; `fate` is None for seed that nobody checked."""

    fate: ClosingFate | None
    meaning: str


FATE_MEANINGS = (
    *(FateMeaning(row.kind, row.meaning) for row in FATES.values()),
    FateMeaning(
        None,
        "nobody will know whether they were dormant or dead, and germination of the viable seed stays unknown",
    ),
)


def late_sentence(expected: ExpectedCourse) -> str:
    """Return what past trials of the plant say about closing now."""
    trials = "one earlier trial" if expected.trials == 1 else f"{expected.trials} earlier trials"
    return (
        f"In {trials} of this plant germination came late or in more than one flush: {percent(expected.share_after)} % of it came "
        f"after this day, and 90 % had come by day {expected.days:.0f}."
    )
