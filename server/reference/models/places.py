"""Places: a tree from the site down to the tray."""

from django.db import models

from core.vocabulary import PlaceKind
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Thing


class Place(Thing):
    """Where something stands; `order` is the order in which a round walks past."""

    name = models.CharField(max_length=80)
    kind = models.CharField(max_length=8, choices=choices_of(PlaceKind))
    parent = models.ForeignKey("self", null=True, blank=True, on_delete=models.PROTECT, related_name="children")
    order = models.PositiveIntegerField(default=0)
    indoors = models.BooleanField(default=True)
    capacity_bags = models.PositiveIntegerField(null=True, blank=True)
    temperature_c = models.FloatField(null=True, blank=True)
    humidity_percent = models.FloatField(null=True, blank=True)

    class Meta:
        db_table = "places_place"
        ordering = ["order", "name", "pk"]

    @property
    def climate(self) -> tuple[float, float] | None:
        """Temperature (°C) and humidity (%) of the place, or of the nearest place around it that has both."""
        if self.temperature_c is not None and self.humidity_percent is not None:
            return self.temperature_c, self.humidity_percent
        return self.parent.climate if self.parent else None

    @property
    def with_around(self) -> list[int]:
        """Ids of the place and of what holds it, the nearest first."""
        return [self.pk, *(self.parent.with_around if self.parent else [])]

    @property
    def full_name(self) -> str:
        """The place with what holds it, the site left out: ``Cool bench, shelf B``."""
        if self.parent is None or self.parent.kind == PlaceKind.SITE:
            return self.name
        return f"{self.parent.full_name}, {self.name}"
