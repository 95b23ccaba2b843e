"""Plants."""

from django.db import models

from core.vocabulary import Confidence
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Thing


class Taxon(Thing):
    """A plant. Notes and cautions are starting points, with their source and how sure they are."""

    scientific_name = models.CharField(max_length=120, unique=True)
    common_name = models.CharField(max_length=120, blank=True)
    caution = models.CharField(max_length=300, blank=True)
    note = models.TextField(blank=True)
    note_source = models.CharField(max_length=200, blank=True)
    note_confidence = models.CharField(max_length=8, choices=choices_of(Confidence), default=Confidence.GUESS)

    class Meta:
        ordering = ["scientific_name"]
