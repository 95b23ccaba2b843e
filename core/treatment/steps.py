"""One step of a recipe, as far as time and biology need it."""

from dataclasses import dataclass

from core.treatment.step_kinds import STEP_KINDS, StepRow
from core.units import to_days
from core.vocabulary import CareKind, Closure, DurationUnit, Forgives, StepKind

LONG_DAYS = 7
GAP_OF_CADENCE = 1.5


@dataclass(frozen=True, slots=True)
class RecipeStep:
    """A step with its dose in time. Nick and sandpaper have a duration of 0: they are done, not waited for."""

    kind: StepKind
    duration: float
    unit: DurationUnit = DurationUnit.DAYS
    duration_max: float | None = None
    temperature_c: float | None = None
    closure: Closure | None = None
    care_every_days: float | None = None
    care_gap_days: float | None = None

    @property
    def row(self) -> StepRow:
        """What is known of its kind."""
        return STEP_KINDS[self.kind]

    @property
    def days(self) -> float:
        """The dose in days."""
        return to_days(self.duration, self.unit)

    @property
    def hours(self) -> float:
        """The dose in hours."""
        return self.days * 24

    @property
    def most_days(self) -> float | None:
        """The most the recipe allows, in days; None where it sets no limit."""
        return None if self.duration_max is None else to_days(self.duration_max, self.unit)

    @property
    def bears_lengthening(self) -> bool:
        """Whether an end may move to a later day that suits: weeks of cold, warmth or after-ripening, never a soak."""
        return self.row.lengthens and self.days >= LONG_DAYS

    @property
    def by_the_clock(self) -> bool:
        """Whether the step lasts minutes or hours and wants a timer."""
        return self.row.waited and self.unit != DurationUnit.DAYS

    @property
    def check_every(self) -> float | None:
        """Days between two checks, the recipe's or the usual; None where the step wants none."""
        if self.care_every_days is not None:
            return self.care_every_days
        return self.row.care_every_days if self.days > 1 else None

    @property
    def largest_gap(self) -> float | None:
        """The longest time between two checks that is still allowed, in days: the recipe's, or one and a half cadences."""
        if self.care_gap_days is not None:
            return self.care_gap_days
        return None if self.check_every is None else GAP_OF_CADENCE * self.check_every

    @property
    def care(self) -> CareKind | None:
        """What a check does; None where the step wants none."""
        return (self.row.care or CareKind.LOOK) if self.check_every is not None else None

    @property
    def forgives(self) -> Forgives:
        """How late its end may be: cold forgives days, a soak hours, acid and heat nothing."""
        if self.row.burns:
            return Forgives.NOTHING
        return Forgives.HOURS if self.by_the_clock else Forgives.DAYS
