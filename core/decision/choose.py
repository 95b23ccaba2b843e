"""The decision: what to use, how sure that is, and what every other treatment would save and cost (docs/methods/decide.md).

A difference that is not significant is not a sign of equality, so the decision rests on expected results and never on a test.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import special

from core.decision.shrinkage import FEWEST_TREATMENTS, Shrinkage, check_shares, shrinkage
from core.errors import CoreError
from core.statistics import NORMAL_975
from core.vocabulary import DecisionAim, TreatmentId

Array = NDArray[np.float64]
GRID = 801
PIPS = 20
HINT_SIZE = 0.5


@dataclass(frozen=True, slots=True)
class Costs:
    """What is given up for time and danger: points of 100 per week, and per hazardous treatment."""

    week: float
    hazard: float

    def __post_init__(self) -> None:
        for name in ("week", "hazard"):
            value = getattr(self, name)
            if not (math.isfinite(value) and value >= 0):
                message = f"A cost of {value} points is impossible. It must be 0 or more."
                raise CoreError(message, code="cost_negative", parameter=f"{name}_cost", bound=0, value=value)


AIM_COSTS = {DecisionAim.MOST: Costs(0.0, 0.0), DecisionAim.BALANCED: Costs(0.5, 5.0), DecisionAim.SOONEST: Costs(2.0, 5.0)}


def costs_of(aim: DecisionAim, own: Costs | None = None) -> Costs:
    """Return the costs of an aim; the grower's own figures where the aim says so."""
    if aim is not DecisionAim.OWN:
        return AIM_COSTS[aim]
    if own is None:
        raise CoreError("Your own aim needs two figures: points per week, and points per hazard.", code="no_costs", parameter="week_cost")
    return own


@dataclass(frozen=True, slots=True)
class Candidate:
    """A treatment to decide on.

    Attributes
    ----------
    share, n_eff : float
        Share germinated, 0..1, and the effective number of seeds behind it (`TreatmentShare`).
    weeks : float
        From the start of treatment until half of the seed that germinates has done so.
    hazard : bool
        Whether a step of it can hurt.
    """

    id: TreatmentId
    share: float
    n_eff: float
    weeks: float
    hazard: bool


@dataclass(frozen=True, slots=True)
class Option:
    """What is expected of one treatment.

    Attributes
    ----------
    expected, lower, upper : float
        Mean share and its 95 % range, 0..1.
    chance_best : float
        That no other treatment of the trial has a higher share, 0..1.
    expected_loss : float
        Expected share of the best less that of this one, 0..1.
    utility : float
        Points of 100, after the costs of time and danger.
    weeks_saved, more_of_100 : float
        Against the treatment to use: weeks sooner, and seeds of 100 more (below 0: later, fewer).
    sowing_share : float
        The share to plan a sowing with, 0..1: the expected one where this is the highest of three or more.
    pips : tuple of float
        Twenty equally likely shares, ascending.
    """

    expected: float
    lower: float
    upper: float
    chance_best: float
    expected_loss: float
    utility: float
    weeks_saved: float
    more_of_100: float
    sowing_share: float
    pips: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Decision:
    """What to use: the place `use` among the candidates, whose `options` stand in their order.

    `hint`: without replication the same numbers are only a hint.
    """

    aim: DecisionAim
    costs: Costs
    hint: bool
    prior: Shrinkage
    use: int
    options: tuple[Option, ...]

    @property
    def chosen(self) -> Option:
        """What is expected of the treatment to use."""
        return self.options[self.use]


def decide(
    candidates: Sequence[Candidate],
    critical: float,
    *,
    replicated: bool = True,
    aim: DecisionAim = DecisionAim.BALANCED,
    own: Costs | None = None,
) -> Decision:
    """Decide which treatment of a trial to use.

    Parameters
    ----------
    candidates : sequence of Candidate
        The treatments of one trial, at least one.
    critical : float
        Critical value of the trial's intervals: few degrees of freedom make every share less certain.
    replicated : bool
        False: numbers are a hint, with half the effective seeds.
    aim, own : DecisionAim, Costs
        What a week and a danger cost; `own` only with that aim.

    Returns
    -------
    Decision
        The largest of 100 · expected share − week cost · weeks − hazard cost · hazard; of equals the first.

    References
    ----------
    docs/methods/decide.md. Chances and losses by a fixed grid of 801 points, without random numbers.

    Examples
    --------
    >>> found = decide([Candidate("untreated", 0.3, 45, 2, False), Candidate("cold", 0.6, 45, 8, False)], 2.2)
    >>> found.use, round(found.chosen.chance_best, 2)
    (1, 0.99)
    """
    if not (critical > 0 and math.isfinite(critical)):
        message = f"A critical value of {critical} is impossible. It must be more than 0."
        raise CoreError(message, code="critical_not_positive", parameter="critical", bound=0, value=critical)
    for i, c in enumerate(candidates):
        if not (c.weeks >= 0 and math.isfinite(c.weeks)):
            message = f"Treatment {c.id} cannot take {c.weeks} weeks: it must be 0 or more."
            raise CoreError(message, code="weeks_negative", parameter=f"candidates.{i}.weeks", bound=0, value=c.weeks)
    costs = costs_of(aim, own)
    shares = [c.share for c in candidates]
    check_shares(shares, [c.n_eff for c in candidates])
    scale = (NORMAL_975 / critical) ** 2 * (1.0 if replicated else HINT_SIZE)
    sizes = [c.n_eff * scale for c in candidates]
    prior = shrinkage(shares, sizes)
    p, n = np.array(shares), np.array(sizes)
    a, b = n * p + prior.kappa * prior.mu, n * (1 - p) + prior.kappa * (1 - prior.mu)
    expected = a / (a + b)
    chances, best = _contest(a, b)
    utility = (
        100 * expected - costs.week * np.array([c.weeks for c in candidates]) - costs.hazard * np.array([c.hazard for c in candidates])
    )
    use = int(np.argmax(utility))
    at = np.concatenate([[0.025, 0.975], (np.arange(PIPS) + 0.5) / PIPS])
    quantiles = special.betaincinv(a[:, None], b[:, None], at)
    highest = int(np.argmax(p)) if len(p) >= FEWEST_TREATMENTS else None
    options = tuple(
        Option(
            expected=float(expected[i]),
            lower=float(quantiles[i, 0]),
            upper=float(quantiles[i, 1]),
            chance_best=float(chances[i]),
            expected_loss=max(0.0, float(best - expected[i])),
            utility=float(utility[i]),
            weeks_saved=candidates[use].weeks - c.weeks,
            more_of_100=float(100 * (expected[i] - expected[use])),
            sowing_share=float(expected[i]) if i == highest else c.share,
            pips=tuple(quantiles[i, 2:].tolist()),
        )
        for i, c in enumerate(candidates)
    )
    return Decision(aim, costs, not replicated, prior, use, options)


def _contest(a: Array, b: Array) -> tuple[Array, float]:
    """Chance of each Beta(a, b) to be the largest, and the expected largest."""
    x = np.linspace(0.0, 1.0, GRID)
    below = special.betainc(a[:, None], b[:, None], x)
    # by steps of each distribution, not by its density: that may be infinite at an end
    chances = np.empty(len(a))
    for i in range(len(a)):
        others = np.prod(np.delete(below, i, axis=0), axis=0)
        chances[i] = np.sum(np.diff(below[i]) * (others[1:] + others[:-1]) / 2)
    return chances / chances.sum(), float(np.trapezoid(1 - np.prod(below, axis=0), x))
