"""Pictures of a lot: its seed, its bag, what was found in it."""

from django.db import models

from server.lots.models.lot import Lot
from server.record_kinds.models import Correctable
from server.reference.models import Photo


class LotPhoto(Correctable):
    """A picture of a lot; one that shows something else is taken back."""

    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="photos")
    photo = models.ForeignKey(Photo, on_delete=models.PROTECT, related_name="+")
    words = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["at", "pk"]
