"""On which days to look: sparse, then daily once it moves, then sparse again."""

import math

from core.errors import CoreError

_ROUNDING = 1e-9
MOST_LOOKS = 20_000


def counting_plan(first: float, every: float, length: float, daily_for: int, first_germination: float | None = None) -> list[float]:
    """Days of the looks, ascending, none after `length`.

    Parameters
    ----------
    first, every, length : float
        Days to the first look, between sparse looks, and of the whole plan.
    daily_for : int
        Days of daily looks after the look that saw the first germination.
    first_germination : float, optional
        Day of that look, planned or not; None while nothing came.

    Examples
    --------
    >>> counting_plan(3, 4, 15, 2, first_germination=7)
    [3, 7, 8, 9, 13]
    """
    if not (every > 0 and first >= 0 and daily_for >= 0 and math.isfinite(every + first + length)):
        raise CoreError(
            f"A plan with a first look after {first} d, then every {every} d and daily for {daily_for} d cannot be kept.",
            code="counting_plan_impossible",
            parameter="every",
            bound=0,
            value=every,
        )
    if (length - first) / every > MOST_LOOKS or daily_for > MOST_LOOKS:
        message = f"A plan over {length:g} days with a look every {every:g} days has too many looks: at most {MOST_LOOKS}."
        raise CoreError(message, code="too_many_looks", parameter="every", bound=MOST_LOOKS, value=every)
    # a look due on the last day is kept, whatever rounding makes of first + i · every
    end = length + _ROUNDING * max(1.0, length)
    looks: list[float] = []
    day = first
    while day <= end and (first_germination is None or day < first_germination):
        looks.append(day)
        day = first + len(looks) * every
    if first_germination is not None:
        looks += [first_germination + d for d in range(daily_for + 1)]
        last, n = looks[-1], 1
        while last + n * every <= end:
            looks.append(last + n * every)
            n += 1
    return [d if d <= length else length for d in looks if d <= end]


def next_look(first: float, every: float, length: float, daily_for: int, first_germination: float | None, last_look: float | None) -> float:
    """Day of the look that comes after `last_look` (None: none yet).

    A look a little early counts as the planned one: within a quarter of the time between looks, at most half a day. Past
    the planned length looks go on every `every` days until the dish is closed.
    """
    slack = min(0.5, every / 4)
    done = -slack if last_look is None else last_look
    for day in counting_plan(first, every, length, daily_for, first_germination):
        if day > done + slack:
            return day
    return max(first, done + every)
