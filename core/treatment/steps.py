"""One step of a recipe, as far as time and biology need it."""

from dataclasses import dataclass

from core.units import to_days
from core.vocabulary import DurationUnit, StepKind


@dataclass(frozen=True, slots=True)
class RecipeStep:
    """A step with its dose in time. Nick and sandpaper have a duration of 0: they are done, not waited for."""

    kind: StepKind
    duration: float
    unit: DurationUnit = DurationUnit.DAYS

    @property
    def days(self) -> float:
        """The dose in days."""
        return to_days(self.duration, self.unit)

    @property
    def hours(self) -> float:
        """The dose in hours."""
        return self.days * 24
