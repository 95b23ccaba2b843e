"""What is left in a dish, and what it means; what is lost when nobody looks."""

from core.records import Closing
from core.vocabulary import ClosingFate

MEANING = {
    ClosingFate.FRESH: "firm and fresh: alive and still asleep. Another treatment, or more of this one, may wake them.",
    ClosingFate.HARD: "hard: no water got in. The coat keeps it out; nick or rub some and see.",
    ClosingFate.EMPTY: "empty: there never was an embryo. That is the lot's fill, not the treatment.",
    ClosingFate.DEAD: "rotten or dead: old seed, or a treatment that killed. Held against the control it tells which.",
}
NOT_CHECKED = (
    "not checked: nobody will know whether they were asleep or dead. No share of the living can be told, "
    "and “still dormant” cannot be told from “dead”."
)


def closing_sentences(remaining: int, fates: Closing) -> list[str]:
    """One sentence for each kind of seed left, and for what was not checked.

    `remaining` seeds were left when the dish was opened for the last time.
    """
    if remaining <= 0:
        return ["Every seed is accounted for: there is nothing to cut."]
    said = [f"{count} {MEANING[fate]}" for fate in ClosingFate if (count := getattr(fates, fate))]
    unknown = remaining - fates.total
    if unknown > 0:
        said.append(f"{unknown} {NOT_CHECKED}")
    return said
