"""Several dishes added into one course in time."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from core.records.dish import CountRecord


@dataclass(frozen=True)
class PooledCourse:
    """Counts of one or several dishes on the union of their looks.

    Attributes
    ----------
    sown, early : float
        Seeds, and germinated at t ≤ 0: whole numbers unless a bag's share was added.
    times : ndarray, shape (k,)
        Times of the looks after 0 in days, ascending; also those with nothing new.
    new : ndarray of int, shape (k,)
        Newly germinated at each of `times`.
    last_looks : tuple of float
        Each dish's last look in days, dishes without a look left out.
    """

    sown: float
    early: float
    times: NDArray[np.float64]
    new: NDArray[np.int64]
    last_looks: tuple[float, ...]

    @property
    def germinated(self) -> float:
        """All germinated, early ones included."""
        return self.early + int(self.new.sum())

    def with_bag(self, share: float) -> "PooledCourse":
        """The course of the seed put into a bag of which `share` (0..1) had sprouted before the dishes were filled from it."""
        if not share:
            return self
        in_bag = self.sown * share / (1 - share)
        return replace(self, sown=self.sown + in_bag, early=self.early + in_bag)

    @property
    def knot_times(self) -> NDArray[np.float64]:
        """0, then `times`."""
        return np.concatenate(([0.0], self.times))

    @property
    def knot_counts(self) -> NDArray[Any]:
        """Cumulative germinated at each knot, starting from the early ones."""
        return self.early + np.concatenate((np.zeros(1, dtype=np.int64), np.cumsum(self.new)))


def pool(dishes: Sequence[CountRecord]) -> PooledCourse:
    """Add dishes on the union of their inspection times; a dish not looked at on a day adds 0 that day."""
    new: Counter[float] = Counter()
    for dish in dishes:
        for look in dish.inspections:
            if look.t > 0:
                new[look.t] += look.germinated
    times = sorted(new)
    return PooledCourse(
        sown=sum(d.sown for d in dishes),
        early=sum(d.early for d in dishes),
        times=np.array(times, dtype=np.float64),
        new=np.array([new[t] for t in times], dtype=np.int64),
        last_looks=tuple(d.inspections[-1].t for d in dishes if d.inspections),
    )
