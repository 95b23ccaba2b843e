"""Two factors crossed, and layouts in blocks: deviance tests widened by the scatter between dishes (part 4).

statsmodels is imported when needed: it costs seconds. Where a cell is all or none the model has no finite fit, and none is
given: the cells are compared in pairs then, as any treatments are.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from core.errors import CoreError
from core.germination.final_share import CountedDish, TrialShares
from core.statistics import upper_chi2, upper_f
from core.vocabulary import Reason

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Cell:
    """The dishes of one combination of levels (`a`, `b`); in blocks `a` is the treatment and `b` the block."""

    a: str
    b: str
    dishes: tuple[CountedDish, ...]


@dataclass(frozen=True, slots=True)
class TermTest:
    """One term of the model: its drop in deviance over φ. `df2` is None and the test χ² without replication."""

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


def crossed_test(cells: Sequence[Cell], shares: TrialShares) -> CrossedTest:
    """Test two crossed factors on final germination.

    Parameters
    ----------
    cells : sequence of Cell
        One for each combination that was tried; both factors have at least two levels.
    shares : TrialShares
        Of the whole trial, for φ and its degrees of freedom.

    Returns
    -------
    CrossedTest
        ``all_or_none`` where a cell is, or where a level has nothing but such cells.

    References
    ----------
    McCullagh & Nelder (1989) ch. 4.5: quasi-binomial model, F from differences of deviance.
    """
    _two_levels(cells)
    names = ("interaction", "a", "b")
    if any(_all_or_none(c) for c in cells):
        return CrossedTest(*(_refused(n, cells) for n in names))
    a, b = _dummies([c.a for c in cells]), _dummies([c.b for c in cells])
    both = np.hstack([a, b])
    full = np.hstack([both, *(a[:, [i]] * b[:, [j]] for i in range(a.shape[1]) for j in range(b.shape[1]))])
    return CrossedTest(
        _term("interaction", cells, both, full, shares),
        _term("a", cells, b, both, shares),
        _term("b", cells, a, both, shares),
    )


def blocked_test(cells: Sequence[Cell], shares: TrialShares) -> TermTest:
    """Test treatments with the blocks taken out: what shelves or trays do alike is not held against a treatment."""
    _two_levels(cells)
    by_treatment: dict[str, list[CountedDish]] = {}
    for c in cells:
        by_treatment.setdefault(c.a, []).extend(c.dishes)
    if any(_all_or_none(Cell(n, "", tuple(d))) for n, d in by_treatment.items()):
        return _refused("treatment", cells)
    a, b = _dummies([c.a for c in cells]), _dummies([c.b for c in cells])
    return _term("treatment", cells, b, np.hstack([a, b]), shares)


def _two_levels(cells: Sequence[Cell]) -> None:
    for name, levels in (("a", {c.a for c in cells}), ("b", {c.b for c in cells})):
        if len(levels) < 2:
            message = f"Factor {name} has {len(levels)} level; it needs at least 2 to be tested."
            raise CoreError(message, code="one_level", parameter=name, bound=2, value=len(levels))


def _all_or_none(cell: Cell) -> bool:
    return sum(d.g for d in cell.dishes) in (0, sum(d.n for d in cell.dishes))


def _refused(term: str, cells: Sequence[Cell]) -> TermTest:
    a, b = len({c.a for c in cells}) - 1, len({c.b for c in cells}) - 1
    df1 = {"interaction": a * b, "a": a, "b": b, "treatment": a}[term]
    return TermTest(term, None, df1, None, None, Reason.ALL_OR_NONE)


def _dummies(levels: Sequence[str]) -> Array:
    others = sorted(set(levels))[1:]
    return np.array([[float(x == o) for o in others] for x in levels])


def _term(term: str, cells: Sequence[Cell], smaller: Array, larger: Array, shares: TrialShares) -> TermTest:
    before, rank_before = _deviance(cells, smaller)
    after, rank_after = _deviance(cells, larger)
    df1 = rank_after - rank_before
    if df1 == 0:
        return TermTest(term, None, 0, shares.df, None, Reason.NO_VALUE)
    if not (np.isfinite(before) and np.isfinite(after)):
        return TermTest(term, None, df1, shares.df, None, Reason.FIT_FAILED)
    drop = max(0.0, before - after) / shares.phi
    if shares.df is None:
        return TermTest(term, drop / df1, df1, None, upper_chi2(drop, df1), None)
    return TermTest(term, drop / df1, df1, shares.df, upper_f(drop / df1, df1, shares.df), None)


def _deviance(cells: Sequence[Cell], columns: Array) -> tuple[float, int]:
    """Deviance of a binomial model with these columns and an intercept, and the rank of its design."""
    import statsmodels.api as sm

    counts = np.array([[sum(d.g for d in c.dishes), sum(d.n - d.g for d in c.dishes)] for c in cells], dtype=float)
    design = np.hstack([np.ones((len(cells), 1)), columns])
    found = sm.GLM(counts, design, family=sm.families.Binomial()).fit(tol=1e-10)
    return (float(found.deviance) if found.converged else float("nan")), int(np.linalg.matrix_rank(design))
