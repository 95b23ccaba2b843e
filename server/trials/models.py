"""Trials: a question, treatments, dishes on their places, and what was seen in them."""

from django.db import models

from core.vocabulary import AmountKnown, Criterion, DurationUnit, Layout, Light, Medium
from server.batches.models import Batch
from server.lots.models import Lot
from server.places.models import Place
from server.recipes.models import Recipe
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable, Happening, Thing


class Trial(Thing):
    """A replicated germination trial of one lot. Its state is derived from its dishes."""

    code = models.CharField(max_length=12, unique=True)
    question = models.CharField(max_length=200)
    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="trials")
    criterion = models.CharField(max_length=12, choices=choices_of(Criterion), default=Criterion.ROOT_2_MM)
    medium = models.CharField(max_length=12, choices=choices_of(Medium), default=Medium.TOWEL)
    light = models.CharField(max_length=5, choices=choices_of(Light), default=Light.LIGHT)
    temperature_c = models.FloatField(null=True, blank=True)
    night_temperature_c = models.FloatField(null=True, blank=True)
    sow_on = models.DateField()
    first_look_days = models.FloatField(default=3)
    every_days = models.FloatField(default=3)
    daily_for_days = models.PositiveIntegerField(default=7)
    length_days = models.FloatField(default=28)
    layout = models.CharField(max_length=6, choices=choices_of(Layout), default=Layout.RANDOM)
    layout_seed = models.PositiveBigIntegerField()
    blind = models.BooleanField(default=True)
    opened_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-sow_on", "-pk"]

    @property
    def codes_hidden(self) -> bool:
        """Whether results of treatments may not carry dish codes yet."""
        return self.blind and self.opened_at is None


class Treatment(models.Model):
    """A recipe in a trial; without a recipe the seed is sown as it is."""

    trial = models.ForeignKey(Trial, on_delete=models.CASCADE, related_name="treatments")
    order = models.PositiveIntegerField()
    name = models.CharField(max_length=60)
    recipe = models.ForeignKey(Recipe, null=True, blank=True, on_delete=models.PROTECT, related_name="treatments")
    is_control = models.BooleanField(default=False)
    dose = models.FloatField(null=True, blank=True)
    dose_unit = models.CharField(max_length=3, choices=choices_of(DurationUnit), blank=True)

    class Meta:
        ordering = ["trial", "order"]
        constraints = [
            models.UniqueConstraint(fields=["trial", "name"], name="treatment_name_once"),
            models.UniqueConstraint(fields=["trial"], condition=models.Q(is_control=True), name="one_control"),
        ]


class Dish(Thing):
    """One replicate, whatever its form. Its code is never used again."""

    treatment = models.ForeignKey(Treatment, on_delete=models.PROTECT, related_name="dishes")
    code = models.CharField(max_length=8, unique=True)
    place = models.ForeignKey(Place, null=True, blank=True, on_delete=models.PROTECT, related_name="dishes")
    batch = models.ForeignKey(Batch, null=True, blank=True, on_delete=models.PROTECT, related_name="dishes")
    position = models.PositiveIntegerField()
    block = models.PositiveIntegerField(default=1)
    seeds = models.PositiveIntegerField()
    seeds_known = models.CharField(max_length=8, choices=choices_of(AmountKnown), default=AmountKnown.COUNTED)
    seeds_cv = models.FloatField(default=0)

    class Meta:
        ordering = ["place__order", "position", "pk"]
        constraints = [models.CheckConstraint(condition=models.Q(seeds__gte=1), name="dish_holds_seed")]


class Sown(Correctable):
    """A dish was sown: its own time zero."""

    dish = models.ForeignKey(Dish, on_delete=models.PROTECT, related_name="sowings")


class Look(Correctable):
    """One look at a dish: what is new since the last one. "Nothing new" is a record too."""

    dish = models.ForeignKey(Dish, on_delete=models.PROTECT, related_name="looks")
    new_germinated = models.PositiveIntegerField(default=0)
    new_abnormal = models.PositiveIntegerField(default=0)
    new_rotted = models.PositiveIntegerField(default=0)
    new_lost = models.PositiveIntegerField(default=0)
    note = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["at", "pk"]


class Closing(Correctable):
    """The fates of what is left in a dish, found by cutting or pressing."""

    dish = models.ForeignKey(Dish, on_delete=models.PROTECT, related_name="closings")
    fresh = models.PositiveIntegerField(default=0)
    hard = models.PositiveIntegerField(default=0)
    empty = models.PositiveIntegerField(default=0)
    dead = models.PositiveIntegerField(default=0)
    note = models.CharField(max_length=300, blank=True)


class SetAside(Happening):
    """A dish leaves shares and comparisons from a moment on; its course to then stays."""

    dish = models.ForeignKey(Dish, on_delete=models.PROTECT, related_name="set_asides")
    why = models.CharField(max_length=200)
