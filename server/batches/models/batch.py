"""A batch, what was planned for it, and what was done. Plans and actuals are kept apart; neither overwrites the other."""

from django.db import models

from core.vocabulary import AmountKnown, Closure, EndsBy, LeavingHow, Medium
from server.lots.models import Lot
from server.recipes.models import Recipe, Step
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable, Happening, RevisionOf, Thing
from server.reference.models import Place


class Batch(Thing):
    """Seed of one lot under one edition of a recipe. `position` is its place on the shelf, in the order of a round."""

    revision_of = RevisionOf.BATCH

    code = models.CharField(max_length=20, unique=True)
    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="batches")
    recipe = models.ForeignKey(Recipe, on_delete=models.PROTECT, related_name="batches")
    seeds = models.PositiveIntegerField()
    seeds_known = models.CharField(max_length=8, choices=choices_of(AmountKnown), default=AmountKnown.COUNTED)
    container = models.CharField(max_length=40, default="bag")
    medium = models.CharField(max_length=12, choices=choices_of(Medium), blank=True)
    closure = models.CharField(max_length=6, choices=choices_of(Closure), blank=True)
    place = models.ForeignKey(Place, null=True, blank=True, on_delete=models.PROTECT, related_name="batches")
    position = models.PositiveIntegerField(default=0)
    note = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["place__order", "position", "pk"]
        constraints = [models.CheckConstraint(condition=models.Q(seeds__gte=1), name="batch_holds_seed")]


class BatchPlan(Happening):
    """What is intended, replaced as a whole: the latest one counts, the earlier ones stay. `steps` are starts and ends in order."""

    batch = models.ForeignKey(Batch, on_delete=models.PROTECT, related_name="plans")
    steps = models.JSONField(default=list)
    why = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["at", "pk"]


class StepBegun(Correctable):
    """A step was really begun. `due_at` is when it should end; `confirmed` are the cautions that `confirmed_by` agreed to."""

    batch = models.ForeignKey(Batch, on_delete=models.PROTECT, related_name="steps_begun")
    step = models.ForeignKey(Step, on_delete=models.PROTECT, related_name="begun")
    due_at = models.DateTimeField()
    temperature_c = models.FloatField(null=True, blank=True)
    confirmed = models.JSONField(default=list, blank=True)
    confirmed_by = models.CharField(max_length=60, blank=True)
    note = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["at", "pk"]


class StepEnded(Correctable):
    """A step really ended, at the moment it did, never at the one it was due."""

    begun = models.ForeignKey(StepBegun, on_delete=models.PROTECT, related_name="endings")
    ended_by = models.CharField(max_length=6, choices=choices_of(EndsBy), default=EndsBy.CLOCK)
    note = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["at", "pk"]


class Move(Correctable):
    """A batch was put into a place; it lay there until the next move, or until it left."""

    batch = models.ForeignKey(Batch, on_delete=models.PROTECT, related_name="moves")
    place = models.ForeignKey(Place, on_delete=models.PROTECT, related_name="batch_moves")

    class Meta:
        ordering = ["at", "pk"]


class Split(Correctable):
    """Part of a batch went on as another one: same seed, same stretch so far."""

    parent = models.ForeignKey(Batch, on_delete=models.PROTECT, related_name="splits")
    child = models.OneToOneField(Batch, on_delete=models.PROTECT, related_name="split_from")
    seeds = models.PositiveIntegerField()
    why = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["at", "pk"]


class Leaving(Correctable):
    """A batch came out. `found` None: nobody knows how many seeds were found again."""

    batch = models.ForeignKey(Batch, on_delete=models.PROTECT, related_name="leavings")
    how = models.CharField(max_length=13, choices=choices_of(LeavingHow))
    found = models.PositiveIntegerField(null=True, blank=True)
    note = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["at", "pk"]
