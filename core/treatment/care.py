"""Looking after bags: when the next check is due, and what a missed one means."""

import itertools
from dataclasses import dataclass
from datetime import date, timedelta

from core.treatment.steps import RecipeStep
from core.vocabulary import CareKind


@dataclass(frozen=True, slots=True)
class CareState:
    """Where a bag's care stands.

    `due` is the day of the next check, `at_latest` the last one that keeps the largest gap; `days_late` counts from `due`
    and is negative before it. `missed` is how many checks in a row were left out: one is survivable, two are not.
    """

    care: CareKind
    due: date
    at_latest: date
    days_late: int
    missed: int


@dataclass(frozen=True, slots=True)
class CareGap:
    """A stretch without a check that was longer than the recipe allows: a deviation, shown with the result."""

    start: date
    end: date
    days: int
    allowed: float


def care_state(step: RecipeStep, since: date, today: date) -> CareState | None:
    """The care of a bag in a step, last looked after on `since` (or begun then); None where the step wants none."""
    every, gap, care = step.check_every, step.largest_gap, step.care
    if every is None or gap is None or care is None:
        return None
    due = since + timedelta(days=max(1, round(every)))
    return CareState(
        care=care,
        due=due,
        at_latest=since + timedelta(days=max(1, int(gap))),
        days_late=(today - due).days,
        missed=max(0, int((today - since).days / max(1, round(every))) - 1) if today > due else 0,
    )


def care_gaps(step: RecipeStep, begun: date, checks: list[date], until: date) -> list[CareGap]:
    """The gaps between begin, checks and end that were longer than the step allows."""
    gap = step.largest_gap
    if gap is None:
        return []
    days = [begun, *sorted(d for d in checks if begun <= d <= until), until]
    return [CareGap(a, b, (b - a).days, gap) for a, b in itertools.pairwise(days) if (b - a).days > max(1.0, gap)]
