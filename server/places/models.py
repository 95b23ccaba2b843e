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

    class Meta:
        ordering = ["order", "name", "pk"]

    @property
    def full_name(self) -> str:
        """The place with what holds it, the site left out: ``Cool bench, shelf B``."""
        if self.parent is None or self.parent.kind == PlaceKind.SITE:
            return self.name
        return f"{self.parent.full_name}, {self.name}"
