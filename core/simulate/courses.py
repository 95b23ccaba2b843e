"""Times of drawn courses: how often curves are refused, how wide the interval of T50 is, and how often it holds the truth."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from core.germination import DoubtedFit, TimeComparison, choose_family, compare_t50, fitted_time, shown_fit
from core.records import CountRecord, Inspection
from core.simulate.looks import dish_shares
from core.vocabulary import Family, Reason

SEEDS, LAST_LOOK = 25, 60
MEDIAN_DAYS, SLOPE = 8.0, 4.0


@dataclass(frozen=True, slots=True)
class Flushes:
    """A course: (share of all that germinate, median days, slope of the log-logistic) of each flush."""

    parts: tuple[tuple[float, float, float], ...]


ONE_FLUSH = Flushes(((1.0, MEDIAN_DAYS, SLOPE),))
TWO_FLUSHES = Flushes(((0.5, 7.0, 8.0), (0.5, 32.0, 8.0)))


def drawn_dish(share: float, flushes: Flushes, every: float, rng: np.random.Generator) -> CountRecord:
    """Draw one dish of 25 seeds, looked at every so many days."""
    came = int(rng.binomial(SEEDS, share))
    which = rng.choice(len(flushes.parts), size=came, p=[w for w, _, _ in flushes.parts])
    middle = np.array([m for _, m, _ in flushes.parts])[which]
    slope = np.array([s for _, _, s in flushes.parts])[which]
    times = middle * np.exp(rng.logistic(size=came) / slope)
    new = np.histogram(times, bins=np.arange(0, LAST_LOOK + every, every))[0]
    return CountRecord(SEEDS, tuple(Inspection(every * (k + 1), germinated=int(n)) for k, n in enumerate(new)))


def refused_share(p: float, flushes: Flushes, draws: int, seed: int, *, dishes: int = 4, every: float = 2.0) -> float:
    """Return how often the curve of one treatment is refused for not following its course, of those that can be fitted."""
    rng = np.random.default_rng(seed)
    fits = refused = 0
    for _ in range(draws):
        treatment = [drawn_dish(float(s), flushes, every, rng) for s in dish_shares(p, 0.05, (dishes,), rng)]
        family = choose_family([treatment]).family
        if family is None:
            continue
        found = shown_fit(treatment, family)
        fits += 1
        refused += not isinstance(found, DoubtedFit) and found.reason is Reason.CURVE_MISFITS
    return refused / fits if fits else 0.0


@dataclass(frozen=True, slots=True)
class TimeIntervals:
    """Intervals of T50 over drawn trials: median width on the log scale, share that held the truth, and share of pairs that differ."""

    width: float
    covered: float
    differ: float


def half_time_intervals(
    medians: Sequence[float], draws: int, seed: int, *, p: float = 0.7, rho: float = 0.05, dishes: int = 4, every: float = 1.0
) -> TimeIntervals:
    """Draw trials with one treatment for each median, and compare their T50 as the compare page does."""
    rng = np.random.default_rng(seed)
    widths, covered, differ = [], [], []
    for _ in range(draws):
        trial = [
            [drawn_dish(float(s), Flushes(((1.0, m, SLOPE),)), every, rng) for s in dish_shares(p, rho, (dishes,), rng)] for m in medians
        ]
        found = compared_half_times(trial)
        if found is None:
            continue
        for t, truth in zip(found.treatments, medians, strict=True):
            if t.lower is not None and t.upper is not None:
                widths.append(math.log(t.upper / t.lower))
                covered.append(t.lower <= truth <= t.upper)
        differ += [p.differs for p in found.pairs]
    return TimeIntervals(float(np.median(widths)), float(np.mean(covered)), float(np.mean(differ)) if differ else 0.0)


def compared_half_times(trial: Sequence[Sequence[CountRecord]]) -> TimeComparison | None:
    """Compare the T50 of a trial's treatments by the family it chooses; None where nothing can be fitted."""
    family = choose_family(trial).family
    if family is None:
        return None
    times = [fitted_time(f"t{i}", dishes, shown_fit(dishes, family)) for i, dishes in enumerate(trial)]
    return compare_t50(times, SEEDS, Family.ALL)
