"""Lots: collected quantities of seed with one history, and the ledger of each."""

from django.db import models

from core.vocabulary import AmountKnown, DatePrecision, OriginKind, StockKind
from server.places.models import Place
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Happening, Thing
from server.taxa.models import Taxon


class Lot(Thing):
    """A lot. Where the species is unknown, `field_name` names it; a field name stays when the plant is named later."""

    code = models.CharField(max_length=12, unique=True)
    taxon = models.ForeignKey(Taxon, null=True, blank=True, on_delete=models.PROTECT, related_name="lots")
    field_name = models.CharField(max_length=120, blank=True)
    origin_kind = models.CharField(max_length=8, choices=choices_of(OriginKind))
    origin_place = models.CharField(max_length=120, blank=True)
    collected_on = models.DateField(null=True, blank=True)
    collected_precision = models.CharField(max_length=5, choices=choices_of(DatePrecision), default=DatePrecision.DAY)
    collector = models.CharField(max_length=60, blank=True)
    parents = models.PositiveIntegerField(null=True, blank=True)
    hazard = models.CharField(max_length=300, blank=True)
    note = models.TextField(blank=True)
    place = models.ForeignKey(Place, null=True, blank=True, on_delete=models.PROTECT, related_name="lots")

    class Meta:
        ordering = ["code"]
        constraints = [
            models.CheckConstraint(condition=models.Q(taxon__isnull=False) | ~models.Q(field_name=""), name="lot_has_a_name"),
        ]

    @property
    def name(self) -> str:
        """The plant's name, or the field name while the species is unknown."""
        return self.taxon.scientific_name if self.taxon else self.field_name

    @property
    def common_name(self) -> str:
        """The plant's common name, or the field name."""
        return (self.taxon.common_name or self.taxon.scientific_name) if self.taxon else self.field_name


class StockEntry(Happening):
    """One line of a lot's ledger, in seeds. `cv` is the coefficient of variation of an estimate, 0..1."""

    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="stock_entries")
    kind = models.CharField(max_length=9, choices=choices_of(StockKind))
    amount_seeds = models.IntegerField()
    known = models.CharField(max_length=8, choices=choices_of(AmountKnown), default=AmountKnown.COUNTED)
    cv = models.FloatField(null=True, blank=True)
    reason = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["at", "pk"]
