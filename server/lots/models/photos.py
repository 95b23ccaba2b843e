"""Pictures of a lot: its seed, its bag, what was found in it; and those in which its seed was counted."""

from django.db import models

from server.lots.models.bench import QualityTest
from server.lots.models.lot import Lot
from server.lots.models.stock import Calibration, StockEntry
from server.record_kinds.models import Correctable
from server.reference.models import Photo


class LotPhoto(Correctable):
    """A picture of a lot; one that shows something else is taken back."""

    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="photos")
    photo = models.ForeignKey(Photo, on_delete=models.PROTECT, related_name="+")
    words = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["at", "pk"]


class CountedPhoto(Correctable):
    """A picture in which seed of a lot was counted, with the marks as a person left them.

    `marks` are [x, y] as shares of the picture, in a cut test [x, y, state]; `settled` are numbers of the things found in the
    photo that a person decided. `seeds` with `se` is what that came to. `mm_per_px` is of a length that a person marked, in
    pixels of the picture as it was sent; `mass_g` is that of these seeds. What was recorded from it is named by the keys.
    """

    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="counted_photos")
    photo = models.ForeignKey(Photo, on_delete=models.PROTECT, related_name="+")
    marks = models.JSONField(default=list)
    settled = models.JSONField(default=list)
    seeds = models.PositiveIntegerField()
    se = models.FloatField()
    mm_per_px = models.FloatField(null=True, blank=True)
    mass_g = models.FloatField(null=True, blank=True)
    entry = models.ForeignKey(StockEntry, null=True, blank=True, on_delete=models.PROTECT, related_name="counted_photos")
    calibration = models.ForeignKey(Calibration, null=True, blank=True, on_delete=models.PROTECT, related_name="counted_photos")
    quality_test = models.ForeignKey(QualityTest, null=True, blank=True, on_delete=models.PROTECT, related_name="counted_photos")

    class Meta:
        ordering = ["at", "pk"]
