"""Treatments of any trials that are doses of one step, for curves over lots and years (docs/methods/dose-and-response.md)."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.treatment.key import KeyStep
from core.treatment.ladder import LEAST_LEVELS
from core.vocabulary import StepKind

_DAY = 86_400

Others = tuple[tuple[StepKind, int], ...]


@dataclass(frozen=True, slots=True)
class DoseFamily:
    """Doses of the step `kind`, in days, by place among the treatments given; `others` says whether other steps go with it."""

    kind: StepKind
    others: bool
    doses: dict[int, float]


def dose_families(treatments: Sequence[Sequence[KeyStep]]) -> list[DoseFamily]:
    """Find, for each kind of step, the treatments that are alike but for the time of it: those of most doses.

    Without the step, all else alike, a treatment is a dose of none. Medium, light and temperature of the step may differ between
    trials: that is part of how trials differ.

    Returns
    -------
    list of DoseFamily
        Those with none among at least three doses; most doses first.
    """
    best: dict[StepKind, DoseFamily] = {}
    for steps in treatments:
        for at, varied in enumerate(steps):
            if not varied.seconds:
                continue
            others = _others(steps, at)
            doses = {i: d for i, other in enumerate(treatments) if (d := _dose(other, varied.kind, others)) is not None}
            levels = len(set(doses.values()))
            known = best.get(varied.kind)
            enough = levels >= LEAST_LEVELS and min(doses.values()) == 0
            if enough and (known is None or levels > len(set(known.doses.values()))):
                best[varied.kind] = DoseFamily(varied.kind, bool(others), doses)
    return sorted(best.values(), key=lambda f: -len(set(f.doses.values())))


def _others(steps: Sequence[KeyStep], at: int) -> Others:
    return tuple((s.kind, s.seconds) for i, s in enumerate(steps) if i != at)


def _dose(steps: Sequence[KeyStep], kind: StepKind, others: Others) -> float | None:
    """Days of the step in a treatment whose other steps are these; None where it is something else."""
    if tuple((s.kind, s.seconds) for s in steps) == others:
        return 0.0
    return next((s.seconds / _DAY for i, s in enumerate(steps) if s.kind is kind and _others(steps, i) == others), None)
