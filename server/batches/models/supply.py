"""What is made once and used many times: smoke water, other solutions, towels, sand, bags."""

from django.db import models

from core.vocabulary import SupplyKind
from server.batches.models.batch import Batch
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable, Thing


class Supply(Thing):
    """One solution, or one lot of towels, sand or bags. Its age counts from `made_on`."""

    name = models.CharField(max_length=80, unique=True)
    kind = models.CharField(max_length=12, choices=choices_of(SupplyKind))
    made_on = models.DateField()
    made_by = models.CharField(max_length=60, blank=True)
    note = models.CharField(max_length=200, blank=True)
    used_up = models.BooleanField(default=False)

    class Meta:
        ordering = ["used_up", "-made_on", "name"]


class SupplyUse(Correctable):
    """A batch used a supply: one use, however many seeds."""

    supply = models.ForeignKey(Supply, on_delete=models.PROTECT, related_name="uses")
    batch = models.ForeignKey(Batch, on_delete=models.PROTECT, related_name="supply_uses")

    class Meta:
        ordering = ["at", "pk"]
