"""What is done with a lot on its way to the store, and what is seen."""

from django.db import models

from core.vocabulary import AmountUnit, CleaningKind, DryingKind, QualityKind
from server.lots.models.lot import Lot
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable


class CleaningStep(Correctable):
    """One step of cleaning, with what went in and came out, and the fractions that were kept."""

    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="cleaning_steps")
    kind = models.CharField(max_length=10, choices=choices_of(CleaningKind))
    amount_in = models.FloatField(null=True, blank=True)
    amount_out = models.FloatField(null=True, blank=True)
    unit = models.CharField(max_length=5, choices=choices_of(AmountUnit), default=AmountUnit.GRAMS)
    minutes = models.FloatField(null=True, blank=True)
    kept = models.CharField(max_length=200, blank=True)
    note = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["at", "pk"]


class DryingLook(Correctable):
    """Drying seed was spread, turned, looked at, or found dry; `humidity_percent` is that of the air around it in a jar."""

    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="drying_looks")
    kind = models.CharField(max_length=6, choices=choices_of(DryingKind))
    humidity_percent = models.FloatField(null=True, blank=True)
    note = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["at", "pk"]


class QualityTest(Correctable):
    """Seeds squeezed or cut (`tested`, of which `full`, `empty`, `eaten`), a purity sample, or an imbibition test; masses in g."""

    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="quality_tests")
    kind = models.CharField(max_length=10, choices=choices_of(QualityKind))
    tested = models.PositiveIntegerField(null=True, blank=True)
    full = models.PositiveIntegerField(null=True, blank=True)
    empty = models.PositiveIntegerField(null=True, blank=True)
    eaten = models.PositiveIntegerField(null=True, blank=True)
    pure_g = models.FloatField(null=True, blank=True)
    sample_g = models.FloatField(null=True, blank=True)
    intact_start_g = models.FloatField(null=True, blank=True)
    intact_end_g = models.FloatField(null=True, blank=True)
    nicked_start_g = models.FloatField(null=True, blank=True)
    nicked_end_g = models.FloatField(null=True, blank=True)
    note = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["at", "pk"]
