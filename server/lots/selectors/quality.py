"""How full a lot's seed is, pooled over its cut and squeeze tests."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.seedstock import fill
from core.vocabulary import QualityKind
from server.lots.models import QualityTest


@dataclass(frozen=True)
class FillView:
    """Full seeds among those opened, pooled over the lot's cut and squeeze tests, with the 95 % interval."""

    tested: int
    full: int
    eaten: int
    share: float
    lower: float
    upper: float


def fill_of(tests: Sequence[QualityTest]) -> FillView | None:
    """Full seeds over all cut and squeeze tests of a lot; None where none was opened."""
    opened = [t for t in tests if t.kind in (QualityKind.CUT, QualityKind.SQUEEZE)]
    tested = sum(t.tested or 0 for t in opened)
    if not tested:
        return None
    full = sum(t.full or 0 for t in opened)
    found = fill(full, tested)
    return FillView(tested, full, sum(t.eaten or 0 for t in opened), found.share, found.lower, found.upper)
