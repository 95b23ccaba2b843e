"""The fates of what is left in a dish, one row each: closings, indices, exports, forms and pages read them here.

A new fate needs its word in `core.vocabulary`, its row here, a field of `ClosingFates` and a column of the closing in the database.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from core.vocabulary import ClosingFate


@dataclass(frozen=True, slots=True)
class FateRow:
    """What is known of one fate.

    Attributes
    ----------
    kind : ClosingFate
    word, short : str
        The word on a form, and in a list of counts.
    column : str
        What its column in an export holds.
    meaning : str
        What seed of this fate tells.
    viable, filled : bool
        Whether such seed is alive, and whether it has an embryo; bases of shares follow from them.
    """

    kind: ClosingFate
    word: str
    short: str
    column: str
    meaning: str
    viable: bool
    filled: bool


_ROWS = (
    FateRow(
        ClosingFate.FRESH,
        "firm and fresh",
        "fresh",
        "firm and alive; empty while not closed",
        "alive and still dormant: another treatment, or more of this one, may break their dormancy",
        viable=True,
        filled=True,
    ),
    FateRow(
        ClosingFate.HARD,
        "hard",
        "hard",
        "took up no water",
        "the coat keeps water out: nick or rub some and see",
        viable=True,
        filled=True,
    ),
    FateRow(
        ClosingFate.EMPTY,
        "empty",
        "empty",
        "no embryo",
        "there never was an embryo: that is the lot’s fill, not the treatment",
        viable=False,
        filled=False,
    ),
    FateRow(
        ClosingFate.DEAD,
        "rotten or dead",
        "dead",
        "dead",
        "either old seed or damage from the treatment: compare with the control to see which",
        viable=False,
        filled=True,
    ),
)
FATES: Mapping[ClosingFate, FateRow] = {row.kind: row for row in _ROWS}


@dataclass(frozen=True, slots=True)
class ClosingFates:
    """Seeds of each fate in one dish, by cut, press or stain; fates not given are 0."""

    fresh: int = 0
    hard: int = 0
    empty: int = 0
    dead: int = 0

    @classmethod
    def of(cls, counts: Mapping[ClosingFate, int]) -> "ClosingFates":
        """Make them from counts by fate."""
        return cls(**{str(fate): count for fate, count in counts.items()})

    @property
    def counts(self) -> dict[ClosingFate, int]:
        """Seeds by fate, in the order of the table."""
        return {fate: int(getattr(self, fate)) for fate in FATES}

    @property
    def total(self) -> int:
        """Seeds whose fate was found."""
        return sum(self.counts.values())

    @property
    def viable(self) -> int:
        """Seeds that are alive."""
        return sum(count for fate, count in self.counts.items() if FATES[fate].viable)

    @property
    def unfilled(self) -> int:
        """Seeds without an embryo."""
        return sum(count for fate, count in self.counts.items() if not FATES[fate].filled)
