"""Entries that were turned into seeds by counted samples name them, so that they share their error."""

import math

from django.db import migrations, models
from django.db.models import deletion

KIND_OF_UNIT = {"g": "weighed", "ml": "scooped", "heads": "heads"}


def relative_error(calibration):
    """Relative standard error of the rate of counted samples, for few of them not yet widened; None with one sample."""
    counts, amounts = calibration.counts, calibration.amounts
    k, total = len(counts), sum(amounts)
    if k < 2 or not total or not sum(counts):
        return None
    rate = sum(counts) / total
    scatter = math.fsum((c - rate * a) ** 2 for c, a in zip(counts, amounts)) / (k - 1) / k
    return math.sqrt(scatter) / (total / k) / rate


def name_calibrations(apps, schema_editor):
    entries = apps.get_model("lots", "StockEntry")
    calibrations = apps.get_model("lots", "Calibration")
    taken_back = set(calibrations.objects.filter(withdrawn=True).values_list("corrects", flat=True))
    by_lot = {}
    for c in calibrations.objects.filter(withdrawn=False).order_by("at", "pk"):
        if c.pk not in taken_back:
            by_lot.setdefault((c.lot_id, c.kind), []).append(c)
    for entry in entries.objects.exclude(basis="").exclude(amount_seeds=None):
        found = by_lot.get((entry.lot_id, KIND_OF_UNIT.get(entry.unit, "")), [])
        # the samples that the entry was made with were recorded before it, and give its error
        made_with = [c for c in found if c.recorded_at <= entry.recorded_at]
        chosen = next((c for c in reversed(made_with) if _gives(c, entry)), None)
        if chosen is not None:
            entry.calibration_id = chosen.pk
            entry.save(update_fields=["calibration"])


def _gives(calibration, entry):
    """Whether an entry has the error that these samples give; the widening for few samples lies between 1 and 7."""
    own = relative_error(calibration)
    if own is None or entry.se_seeds is None or not entry.amount_seeds:
        return own is None and entry.se_seeds is None
    seen = entry.se_seeds / abs(entry.amount_seeds)
    return own * 0.98 <= seen <= own * 7


class Migration(migrations.Migration):

    dependencies = [
        ("lots", "0004_deleting"),
    ]

    operations = [
        migrations.AddField(
            model_name="stockentry",
            name="calibration",
            field=models.ForeignKey(
                blank=True, null=True, on_delete=deletion.PROTECT, related_name="entries", to="lots.calibration"
            ),
        ),
        migrations.RunPython(name_calibrations, migrations.RunPython.noop),
    ]
