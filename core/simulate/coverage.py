"""Whether intervals hold what they promise: drawn trials with a known truth, and how often it is found.

Four dishes of 25 seeds, looked at daily; dishes differ in their share (Beta with ρ), times are log-logistic.
"""

from dataclasses import dataclass

import numpy as np

from core.germination import (
    CountedDish,
    CountedTreatment,
    CourseFit,
    choose_family,
    compare_final,
    course_of,
    doubt_of,
    final_shares,
    fit_course,
)
from core.records import CountRecord, Inspection
from core.simulate.looks import dish_shares
from core.vocabulary import Family

DISHES, SEEDS = 4, 25
MEDIAN_DAYS, SLOPE, LAST_LOOK = 8.0, 4.0, 60


@dataclass(frozen=True, slots=True)
class Covered:
    """Of `drawn` trials, `told` had an interval; `held` of them held the truth."""

    drawn: int
    told: int
    held: int

    @property
    def share(self) -> float | None:
        """Share of intervals that held the truth; None where there was none."""
        return self.held / self.told if self.told else None


def share_coverage(p: float, rho: float, treatments: int, draws: int, seed: int) -> Covered:
    """How often the interval of the first treatment's final share holds `p`."""
    draw = np.random.default_rng(seed)
    held = 0
    for _ in range(draws):
        found = final_shares([_counted(str(i), p, rho, draw) for i in range(treatments)]).treatments[0]
        held += found.lower <= p <= found.upper
    return Covered(draws, draws, held)


def false_alarms(p: float, rho: float, treatments: int, draws: int, seed: int) -> float:
    """Share of trials of equal treatments in which any pair of all is told apart."""
    draw = np.random.default_rng(seed)
    wrong = 0
    for _ in range(draws):
        trial = [_counted(str(i), p, rho, draw) for i in range(treatments)]
        wrong += any(pair.told_apart for pair in compare_final(trial, Family.ALL).pairs)
    return wrong / draws


def half_time_coverage(p: float, rho: float, draws: int, seed: int) -> Covered:
    """How often the interval of T50 holds the true median, by the family that the trial itself would choose.

    The number of treatments does not matter here: a treatment's times rest on its own dishes.
    """
    draw = np.random.default_rng(seed)
    told = held = 0
    for _ in range(draws):
        dishes = [_dish(share, draw) for share in dish_shares(p, rho, (DISHES,), draw)]
        family = choose_family([dishes]).family
        found = None if family is None else fit_course(course_of(dishes), family)
        if not isinstance(found, CourseFit):
            continue
        half = doubt_of(dishes, found)["t50"]
        if half.lower is None or half.upper is None:
            continue
        told += 1
        held += half.lower <= MEDIAN_DAYS <= half.upper
    return Covered(draws, told, held)


def _counted(name: str, p: float, rho: float, draw: np.random.Generator) -> CountedTreatment:
    up = draw.binomial(SEEDS, dish_shares(p, rho, (DISHES,), draw))
    return CountedTreatment(name, tuple(CountedDish(int(g), SEEDS) for g in up))


def _dish(share: float, draw: np.random.Generator) -> CountRecord:
    came = draw.binomial(SEEDS, share)
    times = MEDIAN_DAYS * np.exp(draw.logistic(size=came) / SLOPE)
    new = np.histogram(times, bins=np.arange(LAST_LOOK + 1))[0]
    return CountRecord(SEEDS, tuple(Inspection(float(day + 1), germinated=int(n)) for day, n in enumerate(new)))
