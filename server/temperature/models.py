"""What loggers wrote, and events at places."""

from django.db import models

from core.vocabulary import PlaceTrouble
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable
from server.reference.models import Place


class TemperatureLog(Correctable):
    """One imported log. A year at five minutes is 105,000 readings, so they are kept packed.

    `seconds` are int64 since 1970 (UTC), `temps` int16 hundredths of a °C, both little-endian and deflated.
    """

    place = models.ForeignKey(Place, on_delete=models.PROTECT, related_name="temperature_logs")
    name = models.CharField(max_length=120)
    first_at = models.DateTimeField()
    last_at = models.DateTimeField()
    count = models.PositiveIntegerField()
    seconds = models.BinaryField()
    temps = models.BinaryField()
    left_out = models.JSONField(default=list, blank=True)
    digest = models.CharField(max_length=64)

    class Meta:
        ordering = ["at", "pk"]


class PlaceEvent(Correctable):
    """A freeze, a power cut, a warm spell that somebody saw: once for the place, for every bag that lay there."""

    place = models.ForeignKey(Place, on_delete=models.PROTECT, related_name="events")
    kind = models.CharField(max_length=9, choices=choices_of(PlaceTrouble))
    until = models.DateTimeField(null=True, blank=True)
    note = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["at", "pk"]
