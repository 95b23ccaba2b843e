"""What a treatment is, whatever it is called: its planned steps and how its seed germinates (docs/methods/over-trials.md)."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.treatment.step_kinds import STEP_KINDS
from core.units import to_days
from core.vocabulary import DurationUnit, Light, Medium, StepKind
from core.wording import degrees_value

OFF_PLAN_SHARE = 0.10
OFF_PLAN_DAYS = 3.0
_SECONDS = 86_400


@dataclass(frozen=True, slots=True)
class KeyStep:
    """One planned step: kind, target dose in seconds (0 for what is done, not waited for), temperature, medium, light."""

    kind: StepKind
    seconds: int
    temperature_c: float | None
    night_temperature_c: float | None
    medium: Medium | None
    light: Light | None

    @classmethod
    def of(
        cls,
        kind: StepKind,
        duration: float,
        unit: DurationUnit,
        *,
        temperature_c: float | None = None,
        night_temperature_c: float | None = None,
        medium: Medium | None = None,
        light: Light | None = None,
    ) -> "KeyStep":
        """Make a step; the same time in hours and in days is the same dose."""
        seconds = round(to_days(duration, unit) * _SECONDS) if STEP_KINDS[kind].waited else 0
        return cls(kind, seconds, temperature_c, night_temperature_c, medium, light)


@dataclass(frozen=True, slots=True)
class TreatmentKey:
    """What was done to the seed, and how it then germinated. Treatments of equal keys are the same treatment.

    No name and no version takes part. Sowing itself is no step.
    """

    steps: tuple[KeyStep, ...]
    germination_c: float | None = None
    germination_night_c: float | None = None
    germination_light: Light | None = None

    @classmethod
    def of(
        cls,
        steps: Sequence[KeyStep],
        *,
        germination_c: float | None = None,
        germination_night_c: float | None = None,
        germination_light: Light | None = None,
    ) -> "TreatmentKey":
        """Make a key from planned steps in their order."""
        kept = tuple(s for s in steps if not STEP_KINDS[s.kind].sows)
        return cls(kept, germination_c, germination_night_c, germination_light)

    @property
    def untreated(self) -> bool:
        """Whether the seed is sown as it is."""
        return not self.steps

    @property
    def recipe(self) -> tuple[KeyStep, ...]:
        """The steps alone: what a recipe stands for, however its seed germinated."""
        return self.steps


def off_plan(planned_days: float, actual_days: float) -> bool:
    """Return whether a bag was off its plan by more than 10 % and more than 3 days: listed then, not pooled."""
    by = abs(actual_days - planned_days)
    return by > OFF_PLAN_SHARE * planned_days and by > OFF_PLAN_DAYS


def doses_said(key: TreatmentKey) -> str:
    """Return the doses of a treatment in a few words, to set treatments of one name apart: ``8 weeks``, ``24 h + 60 d``."""
    return " + ".join(_dose_said(s) for s in key.steps if s.seconds)


def conditions_said(key: TreatmentKey) -> str:
    """Return how its seed germinated in a few words: ``20 °C, dark``, its temperatures as values; empty where nothing is recorded."""
    day, night = key.germination_c, key.germination_night_c
    said = [] if day is None else [degrees_value(day) if night is None else f"{degrees_value(day)}/{degrees_value(night)}"]
    return ", ".join([*said, *([str(key.germination_light)] if key.germination_light else [])])


def _dose_said(step: KeyStep) -> str:
    seconds = step.seconds
    days = seconds / _SECONDS
    if counted := STEP_KINDS[step.kind].counted(days):
        return counted
    if days >= 14 and days % 7 == 0:
        return f"{days / 7:g} weeks"
    if days >= 2:
        return f"{days:g} d"
    return f"{seconds / 3600:g} h" if seconds >= 3600 else f"{seconds / 60:g} min"
