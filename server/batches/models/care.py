"""Looking after batches, and whose turn it is."""

from django.conf import settings
from django.db import models

from core.vocabulary import SproutsGo
from server.batches.models.batch import Batch
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable, Thing
from server.reference.models import Place


class BagLook(Correctable):
    """A look at a bag on a round: what was done, and what was found new. Nothing found is a record too."""

    batch = models.ForeignKey(Batch, on_delete=models.PROTECT, related_name="bag_looks")
    misted = models.BooleanField(default=False)
    water_changed = models.BooleanField(default=False)
    opened = models.BooleanField(default=False)
    dry = models.BooleanField(default=False)
    frozen = models.BooleanField(default=False)
    missing = models.BooleanField(default=False)
    mouldy = models.PositiveIntegerField(default=0)
    sprouted = models.PositiveIntegerField(default=0)
    sprouts_go = models.CharField(max_length=9, choices=choices_of(SproutsGo), blank=True)
    note = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["at", "pk"]


class Turn(Thing):
    """Whose round a place is, from a day to a day."""

    apart = True

    place = models.ForeignKey(Place, on_delete=models.PROTECT, related_name="turns")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="turns")
    first_day = models.DateField()
    last_day = models.DateField()

    class Meta:
        ordering = ["first_day", "pk"]
