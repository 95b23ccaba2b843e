"""Trials: a question, treatments, dishes on their places, and what was seen in them."""

from typing import TYPE_CHECKING

from django.db import models

from core.records import FATES, ClosingFates
from core.vocabulary import (
    AmountKnown,
    Closure,
    Criterion,
    DeviationKind,
    DurationUnit,
    Layout,
    Light,
    Medium,
    Question,
    SeenHow,
    TrialKind,
)
from server.batches.models import Batch
from server.lots.models import Lot
from server.recipes.models import Recipe
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable, Happening, Recorded, RecordedManager, RevisionOf, Thing
from server.reference.models import Photo, Place

# what is the same for all dishes of a trial
CONDITIONS = (
    "criterion",
    "medium",
    "light",
    "closure",
    "temperature_c",
    "night_temperature_c",
    "first_look_days",
    "every_days",
    "daily_for_days",
    "length_days",
)


class Trial(Thing):
    """A replicated germination trial of the lots of its treatments. Its state is derived from its dishes.

    A packet day is one of kind `packet_day`: a dish of each of many packets, which are not compared with each other.
    """

    revision_of = RevisionOf.TRIAL

    code = models.CharField(max_length=12, unique=True)
    kind = models.CharField(max_length=10, choices=choices_of(TrialKind), default=TrialKind.TRIAL)
    question = models.CharField(max_length=200)
    asks = models.CharField(max_length=13, choices=choices_of(Question), default=Question.OTHER)
    copied_from = models.ForeignKey("self", null=True, blank=True, on_delete=models.PROTECT, related_name="copies")
    criterion = models.CharField(max_length=12, choices=choices_of(Criterion), default=Criterion.ROOT_2_MM)
    medium = models.CharField(max_length=12, choices=choices_of(Medium), default=Medium.TOWEL)
    light = models.CharField(max_length=5, choices=choices_of(Light), default=Light.LIGHT)
    closure = models.CharField(max_length=6, choices=choices_of(Closure), default=Closure.SEALED)
    factor_a = models.CharField(max_length=40, blank=True)
    factor_b = models.CharField(max_length=40, blank=True)
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

    @property
    def lots(self) -> list[Lot]:
        """The lots whose seed it tests, in the order of its treatments."""
        return list({t.lot_id: t.lot for t in self.treatments.all()}.values())

    @property
    def one_lot(self) -> Lot | None:
        """The lot, where it tests only one."""
        first, *more = self.lots
        return None if more else first


class Treatment(Recorded):
    """A lot's seed treated by a recipe in a trial; without a recipe the seed is sown as it is.

    `length_days` and `light` are its own where they differ from the trial's; `level_a` and `level_b` are its levels of the trial's two
    factors.
    `added_on` marks a treatment that was not run at the same time as the others. `bags` is how many bags its seed is to be treated in.
    """

    # a count in its dishes changes its trial, not its lot
    belongs_by = ("trial",)

    trial = models.ForeignKey(Trial, on_delete=models.CASCADE, related_name="treatments")
    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="treatments")
    order = models.PositiveIntegerField()
    name = models.CharField(max_length=60)
    recipe = models.ForeignKey(Recipe, null=True, blank=True, on_delete=models.PROTECT, related_name="treatments")
    is_control = models.BooleanField(default=False)
    dose = models.FloatField(null=True, blank=True)
    dose_unit = models.CharField(max_length=3, choices=choices_of(DurationUnit), blank=True)
    light = models.CharField(max_length=5, choices=choices_of(Light), blank=True)
    level_a = models.CharField(max_length=40, blank=True)
    level_b = models.CharField(max_length=40, blank=True)
    added_on = models.DateField(null=True, blank=True)
    bags = models.PositiveIntegerField(default=1)
    length_days = models.FloatField(null=True, blank=True)

    if not TYPE_CHECKING:
        objects = RecordedManager()

    class Meta:
        ordering = ["trial", "order"]
        constraints = [
            models.UniqueConstraint(fields=["trial", "lot", "name"], name="treatment_name_once_of_lot"),
            models.UniqueConstraint(fields=["trial", "lot"], condition=models.Q(is_control=True), name="one_control_of_lot"),
        ]


class Dish(Thing):
    """One replicate, whatever its form. Its code is never used again."""

    # what is counted in it changes its trial, not the bag that filled it
    belongs_by = ("treatment",)

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
    """One look at a dish: what is new since the last one. "Nothing new" is a record too.

    Of the germinated, `potted` became plants of the lot and `thrown_out` did not; the rest stayed in the dish, marked.
    `marks` are the seeds tapped on `photo`, as [x, y] in shares of its width and height.
    """

    dish = models.ForeignKey(Dish, on_delete=models.PROTECT, related_name="looks")
    new_germinated = models.PositiveIntegerField(default=0)
    new_abnormal = models.PositiveIntegerField(default=0)
    new_rotted = models.PositiveIntegerField(default=0)
    new_lost = models.PositiveIntegerField(default=0)
    seen_how = models.CharField(max_length=12, choices=choices_of(SeenHow), default=SeenHow.OPENED)
    potted = models.PositiveIntegerField(default=0)
    thrown_out = models.PositiveIntegerField(default=0)
    watered = models.BooleanField(default=False)
    photo = models.ForeignKey(Photo, null=True, blank=True, on_delete=models.PROTECT, related_name="looks")
    marks = models.JSONField(default=list, blank=True)
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

    @property
    def found(self) -> ClosingFates:
        """Seeds of each fate."""
        return ClosingFates.of({fate: getattr(self, fate) for fate in FATES})


class SetAside(Correctable):
    """A dish leaves shares and comparisons from a moment on; its course to then stays."""

    dish = models.ForeignKey(Dish, on_delete=models.PROTECT, related_name="set_asides")
    why = models.CharField(max_length=200)


class Stretch(Correctable):
    """What was left in a dish goes on into a second treatment: the same seeds, a record of their own from here on."""

    dish = models.ForeignKey(Dish, on_delete=models.PROTECT, related_name="stretches")
    name = models.CharField(max_length=60)
    recipe = models.ForeignKey(Recipe, null=True, blank=True, on_delete=models.PROTECT, related_name="stretches")


class Deviation(Correctable):
    """A deviation from the plan, of one dish or of the trial; `seeds` is how many of the dish it touched."""

    trial = models.ForeignKey(Trial, on_delete=models.PROTECT, related_name="deviations")
    dish = models.ForeignKey(Dish, null=True, blank=True, on_delete=models.PROTECT, related_name="deviations")
    kind = models.CharField(max_length=16, choices=choices_of(DeviationKind))
    words = models.CharField(max_length=300)
    seeds = models.PositiveIntegerField(null=True, blank=True)
    place = models.ForeignKey(Place, null=True, blank=True, on_delete=models.PROTECT, related_name="+")

    class Meta:
        ordering = ["at", "pk"]


class TrialPhoto(Happening):
    """A picture of the trial as it was set up, or as it stood."""

    trial = models.ForeignKey(Trial, on_delete=models.PROTECT, related_name="photos")
    photo = models.ForeignKey(Photo, on_delete=models.PROTECT, related_name="+")
    words = models.CharField(max_length=200, blank=True)
