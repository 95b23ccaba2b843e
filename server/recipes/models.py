"""Recipes: ordered steps that wake seed."""

from functools import partial
from typing import TYPE_CHECKING

from django.db import models

from core.treatment import KeyStep, RecipeStep
from core.vocabulary import CareKind, Closure, Confidence, DurationUnit, EndsBy, Light, Medium, Moisture, School, Soil, StepKind
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Recorded, RecordedManager, Thing


class Recipe(Thing):
    """A recipe. `edition` counts its rewritings: a used recipe never changes, a new edition `replaces` it."""

    name = models.CharField(max_length=80)
    edition = models.PositiveIntegerField(default=1)
    replaces = models.OneToOneField("self", null=True, blank=True, on_delete=models.PROTECT, related_name="replaced_by")
    note = models.TextField(blank=True)
    source = models.CharField(max_length=200, blank=True)
    confidence = models.CharField(max_length=8, choices=choices_of(Confidence), default=Confidence.GUESS)
    school = models.CharField(max_length=12, choices=choices_of(School), blank=True)
    germinates_in_cold = models.BooleanField(default=False)

    class Meta:
        ordering = ["name", "-edition"]
        constraints = [models.UniqueConstraint(fields=["name", "edition"], name="recipe_edition_once")]

    @property
    def kinds(self) -> list[StepKind]:
        """Kinds of its steps, in order."""
        return [StepKind(s.kind) for s in self.steps.all()]


class Step(Recorded):
    """One step. The dose is a time with its least and most; day/night temperatures where they swing."""

    recipe = models.ForeignKey(Recipe, on_delete=models.CASCADE, related_name="steps")
    order = models.PositiveIntegerField()
    # by reference, so that a new kind of step needs no migration
    kind = models.CharField(max_length=16, choices=partial(choices_of, StepKind))
    duration = models.FloatField(default=0)
    duration_min = models.FloatField(null=True, blank=True)
    duration_max = models.FloatField(null=True, blank=True)
    unit = models.CharField(max_length=3, choices=choices_of(DurationUnit), default=DurationUnit.DAYS)
    temperature_c = models.FloatField(null=True, blank=True)
    night_temperature_c = models.FloatField(null=True, blank=True)
    medium = models.CharField(max_length=12, choices=choices_of(Medium), blank=True)
    closure = models.CharField(max_length=6, choices=choices_of(Closure), blank=True)
    moisture = models.CharField(max_length=4, choices=choices_of(Moisture), blank=True)
    light = models.CharField(max_length=5, choices=choices_of(Light), blank=True)
    depth_mm = models.FloatField(null=True, blank=True)
    soil = models.CharField(max_length=4, choices=choices_of(Soil), blank=True)
    care = models.CharField(max_length=12, choices=choices_of(CareKind), blank=True)
    care_every_days = models.FloatField(null=True, blank=True)
    care_gap_days = models.FloatField(null=True, blank=True)
    ends_by = models.CharField(max_length=6, choices=choices_of(EndsBy), default=EndsBy.CLOCK)
    sign = models.CharField(max_length=120, blank=True)
    source = models.CharField(max_length=200, blank=True)
    confidence = models.CharField(max_length=8, choices=choices_of(Confidence), blank=True)
    note = models.CharField(max_length=300, blank=True)

    if not TYPE_CHECKING:
        objects = RecordedManager()

    class Meta:
        ordering = ["recipe", "order"]
        constraints = [models.UniqueConstraint(fields=["recipe", "order"], name="step_order_once")]

    def as_key(self) -> KeyStep:
        """The step as part of what a treatment is."""
        return KeyStep.of(
            StepKind(self.kind),
            self.duration,
            DurationUnit(self.unit),
            temperature_c=self.temperature_c,
            night_temperature_c=self.night_temperature_c,
            medium=Medium(self.medium) if self.medium else None,
            light=Light(self.light) if self.light else None,
        )

    def as_core(self) -> RecipeStep:
        """The step as the computation sees it."""
        return RecipeStep(
            kind=StepKind(self.kind),
            duration=self.duration,
            unit=DurationUnit(self.unit),
            duration_max=self.duration_max,
            temperature_c=self.temperature_c,
            closure=Closure(self.closure) if self.closure else None,
            care_every_days=self.care_every_days,
            care_gap_days=self.care_gap_days,
        )
