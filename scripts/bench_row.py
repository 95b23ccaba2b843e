"""A line of the measurements, and the clock they share."""

import statistics
import time
from collections.abc import Callable
from dataclasses import dataclass

ROUNDS = 40


@dataclass(frozen=True)
class Row:
    """One line of the table."""

    what: str
    got: float
    limit: float
    unit: str


def median_ms(work: Callable[[], object], rounds: int = ROUNDS, warm_up: int = 2) -> float:
    """Median milliseconds of some work, after a few rounds that do not count."""
    times = []
    for n in range(rounds + warm_up):
        start = time.perf_counter()
        work()
        if n >= warm_up:
            times.append(1000 * (time.perf_counter() - start))
    return statistics.median(times)
