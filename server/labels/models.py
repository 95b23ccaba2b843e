"""Labels that were printed; a reprint is one more line."""

from django.db import models

from core.vocabulary import LabelKind, LabelSheet
from server.batches.models import Batch
from server.lots.models import Lot
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Happening
from server.trials.models import Trial


class LabelPrint(Happening):
    """A label of a lot, of a batch of it, or of a trial's dishes, was printed, `copies` times."""

    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="label_prints")
    batch = models.ForeignKey(Batch, null=True, blank=True, on_delete=models.PROTECT, related_name="label_prints")
    trial = models.ForeignKey(Trial, null=True, blank=True, on_delete=models.PROTECT, related_name="label_prints")
    kind = models.CharField(max_length=9, choices=choices_of(LabelKind))
    sheet = models.CharField(max_length=16, choices=choices_of(LabelSheet))
    copies = models.PositiveIntegerField(default=1)

    class Meta:
        ordering = ["at", "pk"]
