"""Compact letters: treatments that share a letter may not differ (Piepho 2004, insert and absorb)."""

from collections.abc import Sequence
from string import ascii_lowercase
from typing import TypeVar

from core.vocabulary import TreatmentId

Id = TypeVar("Id", bound=TreatmentId)


def compact_letters(treatments: Sequence[Id], differing: Sequence[tuple[Id, Id]]) -> dict[Id, str]:
    """Give each treatment its letters.

    Parameters
    ----------
    treatments : sequence of int or str
        Ids in the order in which letters are handed out (best first).
    differing : sequence of pairs of ids
        Pairs that must not share a letter; every other pair will.

    Examples
    --------
    >>> compact_letters(["x", "y", "z"], [("x", "z")])
    {'x': 'a', 'y': 'ab', 'z': 'b'}
    """
    groups = [frozenset(treatments)]
    for a, b in differing:
        split: list[frozenset[Id]] = []
        for group in groups:
            split += [group - {a}, group - {b}] if a in group and b in group else [group]
        groups = [g for i, g in enumerate(split) if not any(g < h or (g == h and j < i) for j, h in enumerate(split))]
    order = {t: i for i, t in enumerate(treatments)}
    groups.sort(key=lambda g: sorted(order[n] for n in g))
    return {t: "".join(_letter(i) for i, g in enumerate(groups) if t in g) for t in treatments}


def _letter(index: int) -> str:
    """a … z, then a2 … z2 and on: more groups than letters still read."""
    turn, rest = divmod(index, len(ascii_lowercase))
    return ascii_lowercase[rest] + (str(turn + 1) if turn else "")
