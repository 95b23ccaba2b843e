"""Two factors crossed: deviance tests on effective numbers of seeds (docs/methods/doses-and-factors.md).

Where a cell is all or none the model has no finite fit, and none is given: the cells are compared in pairs then, as any
treatments are.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.errors import CoreError
from core.germination.logistic import dummies, fit_logistic
from core.statistics import upper_chi2, upper_f
from core.vocabulary import Reason

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Cell:
    """One combination of levels (`a`, `b`): the share of its treatment, 0..1, and its effective seeds (`TrialShares.test_sizes`)."""

    a: str
    b: str
    share: float
    seeds: float


@dataclass(frozen=True, slots=True)
class TermTest:
    """One term of the model: its fall of the deviance. `df2` is None and the test χ² without replication."""

    term: str
    f: float | None
    df1: int
    df2: float | None
    p: float | None
    reason: Reason | None


@dataclass(frozen=True, slots=True)
class CrossedTest:
    """The interaction first, then the main effects, each beside the other one."""

    interaction: TermTest
    main_a: TermTest
    main_b: TermTest

    @property
    def reason(self) -> Reason | None:
        """Why the model has no finite fit; None where it has one."""
        return self.interaction.reason


def crossed_test(cells: Sequence[Cell], df: float | None) -> CrossedTest:
    """Test two crossed factors on final germination.

    Parameters
    ----------
    cells : sequence of Cell
        One for each combination that was tried; both factors have at least two levels.
    df : float or None
        Of the trial's scatter. Each cell counts with its effective number of seeds, so dishes, bags and estimated numbers are
        in the test.

    Returns
    -------
    CrossedTest
        ``all_or_none`` where a cell is, ``no_finite_fit`` where the model has none.

    References
    ----------
    McCullagh & Nelder (1989) ch. 4.5: quasi-binomial model, F from differences of deviance.
    """
    _two_levels(cells)
    names = ("interaction", "a", "b")
    if any(c.share in (0.0, 1.0) for c in cells):
        return CrossedTest(*(_refused(n, cells) for n in names))
    a, b = dummies([c.a for c in cells]), dummies([c.b for c in cells])
    both = np.hstack([a, b])
    full = np.hstack([both, *(a[:, [i]] * b[:, [j]] for i in range(a.shape[1]) for j in range(b.shape[1]))])
    return CrossedTest(
        _term("interaction", cells, both, full, df),
        _term("a", cells, b, both, df),
        _term("b", cells, a, both, df),
    )


def _two_levels(cells: Sequence[Cell]) -> None:
    for name, levels in (("a", {c.a for c in cells}), ("b", {c.b for c in cells})):
        if len(levels) < 2:
            message = f"Factor {name} has {len(levels)} level; it needs at least 2 to be tested."
            raise CoreError(message, code="one_level", parameter=name, bound=2, value=len(levels))


def _refused(term: str, cells: Sequence[Cell]) -> TermTest:
    a, b = len({c.a for c in cells}) - 1, len({c.b for c in cells}) - 1
    return TermTest(term, None, {"interaction": a * b, "a": a, "b": b}[term], None, None, Reason.ALL_OR_NONE)


def _term(term: str, cells: Sequence[Cell], smaller: Array, larger: Array, df: float | None) -> TermTest:
    before, rank_before = _deviance(cells, smaller)
    after, rank_after = _deviance(cells, larger)
    df1 = rank_after - rank_before
    if df1 == 0:
        return TermTest(term, None, 0, df, None, Reason.NO_VALUE)
    if before is None or after is None:
        return TermTest(term, None, df1, df, None, Reason.NO_FINITE_FIT)
    drop = max(0.0, before - after)
    if df is None:
        return TermTest(term, drop / df1, df1, None, upper_chi2(drop, df1), None)
    return TermTest(term, drop / df1, df1, df, upper_f(drop / df1, df1, df), None)


def _deviance(cells: Sequence[Cell], columns: Array) -> tuple[float | None, int]:
    """Deviance of a binomial model with these columns and an intercept, None without a finite fit; and the rank of its design."""
    seeds = np.array([c.seeds for c in cells])
    up = seeds * np.array([c.share for c in cells])
    design = np.hstack([np.ones((len(cells), 1)), columns])
    rank = int(np.linalg.matrix_rank(design))
    if rank < design.shape[1]:
        design = _independent(design)
    found = fit_logistic(up, seeds, design)
    return (None if found is None else found.deviance), rank


def _independent(design: Array) -> Array:
    """The columns that add to the rank, in order: combinations that were not tried leave some without a meaning."""
    kept: list[int] = []
    for i in range(design.shape[1]):
        if np.linalg.matrix_rank(design[:, [*kept, i]]) > len(kept):
            kept.append(i)
    return design[:, kept]
