"""From the result to plants: what is to be sown, the trays, and what came of them."""

from django.db import models

from core.vocabulary import OutcomeStage, SowingWay
from server.batches.models import Batch
from server.lots.models import Lot
from server.recipes.models import Recipe
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable, Thing
from server.reference.models import Place
from server.trials.models import Treatment, Trial


class SowingPlan(Thing):
    """What is to be sown of a lot, for how many plants by when. Its state is derived from its batch, trays and outcomes.

    `treatment` is the one whose result it rests on; `tested_share` and `tested_n_eff` are that result as it stood, or what was typed
    by hand, then found with `typed_seeds`. `plant_share` is the share of the germinated that is taken to become plants. All shares
    0..1. `days_to_half` is when half of those that came up were up in that trial.
    """

    code = models.CharField(max_length=20, unique=True)
    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="sowing_plans")
    treatment = models.ForeignKey(Treatment, null=True, blank=True, on_delete=models.PROTECT, related_name="sowing_plans")
    recipe = models.ForeignKey(Recipe, null=True, blank=True, on_delete=models.PROTECT, related_name="sowing_plans")
    way = models.CharField(max_length=6, choices=choices_of(SowingWay), default=SowingWay.CELLS)
    plants_wanted = models.PositiveIntegerField()
    wanted_on = models.DateField()
    weeks_growing = models.FloatField(default=10)
    sow_on = models.DateField()
    tested_share = models.FloatField()
    tested_n_eff = models.FloatField()
    typed_seeds = models.PositiveIntegerField(null=True, blank=True)
    plant_share = models.FloatField()
    days_to_half = models.FloatField(null=True, blank=True)
    target_fill = models.FloatField(default=0.9)
    assurance = models.FloatField(default=0.9)
    seeds = models.PositiveIntegerField()
    seeds_per_cell = models.PositiveIntegerField(default=1)
    cells = models.PositiveIntegerField(default=0)
    cells_per_tray = models.PositiveIntegerField(default=72)
    plants_per_m2 = models.FloatField(null=True, blank=True)
    area_m2 = models.FloatField(null=True, blank=True)
    batch = models.OneToOneField(Batch, null=True, blank=True, on_delete=models.PROTECT, related_name="sowing_plan")
    given_up = models.BooleanField(default=False)
    note = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["sow_on", "pk"]
        constraints = [models.CheckConstraint(condition=models.Q(seeds__gte=1), name="sowing_sows_seed")]


class Tray(Thing):
    """A tray of cells, a seed pan or a bed (then `cells` is 0). Seedlings potted from a trial's dishes have a tray without a plan."""

    code = models.CharField(max_length=24, unique=True)
    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="trays")
    plan = models.ForeignKey(SowingPlan, null=True, blank=True, on_delete=models.PROTECT, related_name="trays")
    trial = models.ForeignKey(Trial, null=True, blank=True, on_delete=models.PROTECT, related_name="trays")
    place = models.ForeignKey(Place, null=True, blank=True, on_delete=models.PROTECT, related_name="trays")
    cells = models.PositiveIntegerField(default=0)
    seeds_per_cell = models.PositiveIntegerField(default=1)
    note = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["pk"]


class TraySown(Correctable):
    """A tray was sown with so many seeds."""

    tray = models.ForeignKey(Tray, on_delete=models.PROTECT, related_name="sowings")
    seeds = models.PositiveIntegerField()

    class Meta:
        ordering = ["at", "pk"]


class Outcome(Correctable):
    """What was counted in a tray on a day: of one stage, all so far."""

    tray = models.ForeignKey(Tray, on_delete=models.PROTECT, related_name="outcomes")
    stage = models.CharField(max_length=8, choices=choices_of(OutcomeStage))
    count = models.PositiveIntegerField()
    note = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["at", "pk"]
