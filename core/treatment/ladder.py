"""Dose ladders: one step's dose in levels, from none up."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from core.errors import CoreError
from core.treatment.step_kinds import STEP_KINDS
from core.treatment.steps import RecipeStep
from core.units import to_days
from core.vocabulary import DurationUnit, StepKind

MOST_LEVELS = 8
LEAST_LEVELS = 3


@dataclass(frozen=True, slots=True)
class Rung:
    """One treatment of a ladder: its dose in the step's unit, its name, and its steps; at dose 0 the step is left out."""

    dose: float
    name: str
    steps: tuple[RecipeStep, ...]
    kept: tuple[int, ...]


def ladder(steps: Sequence[RecipeStep], step: int, doses: Sequence[float]) -> list[Rung]:
    """Ordered treatments from the doses of one step; zero is always among them.

    Parameters
    ----------
    step : int
        Which step's duration is varied, from 0.
    doses : sequence of float
        In that step's own unit, 0 or more.
    """
    if not 0 <= step < len(steps):
        raise CoreError(f"This recipe has no step {step + 1}; it has {len(steps)}.", code="no_such_step", parameter="step", value=step)
    levels = sorted({0.0, *doses})
    if len(levels) < 2 or len(levels) > MOST_LEVELS:
        message = f"A ladder has 2 to {MOST_LEVELS} levels with zero among them; these are {len(levels)}."
        raise CoreError(message, code="levels_out_of_range", parameter="doses", bound=MOST_LEVELS, value=len(levels))
    varied = steps[step]
    most = varied.duration_max
    over = [d for d in levels if most is not None and d > most]
    if levels[0] < 0 or over:
        wrong = levels[0] if levels[0] < 0 else over[0]
        allowed = f"0 to {most:g}" if most is not None else "0 or more"
        raise CoreError(
            f"A dose of {wrong:g} {varied.unit} is not {allowed} {varied.unit}.", code="dose_impossible", parameter="doses", value=wrong
        )
    return [_rung(steps, step, dose) for dose in levels]


def _rung(steps: Sequence[RecipeStep], step: int, dose: float) -> Rung:
    varied = steps[step]
    if dose > 0:
        kept = tuple(range(len(steps)))
        made = tuple(replace(s, duration=dose) if i == step else s for i, s in enumerate(steps))
        return Rung(dose, dose_name(dose, varied.unit, varied.kind), made, kept)
    # what has to follow the step makes no sense without it
    kept = tuple(i for i, s in enumerate(steps) if i != step and not (i == step + 1 and s.kind is varied.row.then))
    return Rung(0.0, "none", tuple(steps[i] for i in kept), kept)


@dataclass(frozen=True, slots=True)
class FoundLadder:
    """Treatments that are doses of one step: `places` among those given, their `doses` in `unit`, `step` the one varied."""

    places: tuple[int, ...]
    doses: tuple[float, ...]
    unit: DurationUnit
    step: int


def find_ladder(treatments: Sequence[Sequence[RecipeStep]]) -> FoundLadder | None:
    """Find the doses of a ladder in treatments that were written one by one.

    They are one where at least two recipes are alike but for the time of one step. Treatments without that step, all else
    alike, are its dose of none; seed sown as it is is one where the recipes have that step alone.

    Returns
    -------
    FoundLadder or None
        The ladder of most levels; None where no three levels are found.
    """
    found: list[FoundLadder] = []
    for steps in treatments:
        for index, varied in enumerate(steps):
            if varied.duration <= 0:
                continue
            doses = {i: d for i, other in enumerate(treatments) if (d := _dose_in(other, steps, index)) is not None}
            if len(set(doses.values())) >= LEAST_LEVELS:
                found.append(FoundLadder(tuple(doses), tuple(doses.values()), varied.unit, index))
    return max(found, key=lambda f: len(f.places), default=None)


def _dose_in(other: Sequence[RecipeStep], steps: Sequence[RecipeStep], index: int) -> float | None:
    """The dose that `other` is of the varied step; None where it is something else."""
    bare = [_alike(s) for s in other]
    if bare == [_alike(s) for s in _rung(steps, index, 0.0).steps]:
        return 0.0
    if len(other) != len(steps) or other[index].unit is not steps[index].unit:
        return None
    same = all(a == b for i, (a, b) in enumerate(zip(bare, map(_alike, steps), strict=True)) if i != index)
    one, two = (_alike(replace(x[index], duration=0.0)) for x in (other, steps))
    return other[index].duration if same and one == two else None


def _alike(step: RecipeStep) -> RecipeStep:
    """A step without what does not make it another treatment."""
    return replace(step, duration_max=None, care_every_days=None, care_gap_days=None, closure=None)


def dose_name(dose: float, unit: DurationUnit, kind: StepKind | None = None) -> str:
    """Return a dose in words: whole weeks as weeks, and what is counted in cycles as cycles.

    >>> dose_name(84, DurationUnit.DAYS), dose_name(12, DurationUnit.DAYS, StepKind.FREEZE_THAW)
    ('12 weeks', '12 cycles')
    """
    days = to_days(dose, unit)
    if kind and (counted := STEP_KINDS[kind].counted(days)):
        return counted
    if unit is DurationUnit.DAYS and days >= 14 and days % 7 == 0:
        return f"{days / 7:g} weeks"
    return f"{dose:g} {unit}"
