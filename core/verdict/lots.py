"""A trial of several lots: what each treatment is compared with, what is decided together, whether lots and treatments are crossed."""

from collections import Counter
from collections.abc import Hashable, Sequence
from dataclasses import dataclass

from core.germination import Control
from core.vocabulary import TreatmentId

# two lots are the least that can be compared, and two treatments of both the least that can be crossed
LEAST_LEVELS = 2


@dataclass(frozen=True, slots=True)
class OfLot:
    """A treatment of a trial: the lot its seed is of, what was done to it (equal for equal treatments), and whether it is a control."""

    id: TreatmentId
    lot: Hashable
    done: Hashable
    is_control: bool


def control_of(treatments: Sequence[OfLot]) -> Control | None:
    """Return what treatments are compared with: the trial's one control, or for each its lot's own; None where there is none.

    >>> a, b = OfLot(1, "A", "none", True), OfLot(2, "A", "cold", False)
    >>> control_of([a, b]), control_of([a, b, OfLot(3, "B", "none", True), OfLot(4, "B", "cold", False)])
    (1, {2: 1, 4: 3})
    """
    controls = {t.lot: t.id for t in treatments if t.is_control}
    if len(controls) < LEAST_LEVELS:
        return next(iter(controls.values()), None)
    return {t.id: controls[t.lot] for t in treatments if t.lot in controls and not t.is_control}


def decided_together(treatments: Sequence[OfLot]) -> list[tuple[int, ...]]:
    """Return the places of the treatments of each decision.

    Over lots where each has one treatment, else a decision for each lot over its treatments.

    >>> decided_together([OfLot(1, "A", "none", False), OfLot(2, "B", "none", False)])
    [(0, 1)]
    >>> decided_together([OfLot(1, "A", "none", True), OfLot(2, "B", "none", False), OfLot(3, "A", "cold", False)])
    [(0, 2), (1,)]
    """
    lots = [t.lot for t in treatments]
    sizes = Counter(lots)
    if len(sizes) == 1 or max(sizes.values(), default=0) == 1:
        return [tuple(range(len(lots)))]
    return [tuple(i for i, x in enumerate(lots) if x == lot) for lot in sizes]


def are_crossed(treatments: Sequence[OfLot]) -> bool:
    """Return whether at least two treatments were each given to at least two lots, so that lots and treatments are two factors."""
    lots_of = Counter(done for _, done in {(t.lot, t.done) for t in treatments})
    return sum(n >= LEAST_LEVELS for n in lots_of.values()) >= LEAST_LEVELS
