"""The ledger of a lot, and the counted samples that turn its amounts into seeds."""

from django.db import models

from core.vocabulary import AmountKnown, AmountUnit, CalibrationKind, StockKind
from server.lots.models.lot import Lot
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable


class StockEntry(Correctable):
    """One line of a lot's ledger: the amount as it was entered, and the seeds it comes to.

    `amount_seeds` is None while nothing says how many seeds a gram, a millilitre or a head holds. `se_seeds` is its standard
    error, widened for few samples: 0 where it was counted, None where nobody knows, with `doubt` (a `Reason`) why. `basis` says
    what it was computed from; entries of one `calibration` share its error.
    """

    belongs_by = ("lot",)

    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="stock_entries")
    kind = models.CharField(max_length=9, choices=choices_of(StockKind))
    amount = models.FloatField()
    unit = models.CharField(max_length=5, choices=choices_of(AmountUnit), default=AmountUnit.SEEDS)
    amount_seeds = models.IntegerField(null=True, blank=True)
    known = models.CharField(max_length=8, choices=choices_of(AmountKnown), default=AmountKnown.COUNTED)
    se_seeds = models.FloatField(null=True, blank=True)
    doubt = models.CharField(max_length=32, blank=True)
    basis = models.CharField(max_length=120, blank=True)
    calibration = models.ForeignKey("Calibration", null=True, blank=True, on_delete=models.PROTECT, related_name="entries")
    reason = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["at", "pk"]
        indexes = [models.Index(fields=["lot", "at"])]


class Calibration(Correctable):
    """Counted samples of a lot: seeds in weighed replicates, in scoops, or in single heads (then each amount is 1)."""

    lot = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="calibrations")
    kind = models.CharField(max_length=8, choices=choices_of(CalibrationKind))
    counts = models.JSONField()
    amounts = models.JSONField()

    class Meta:
        ordering = ["at", "pk"]
