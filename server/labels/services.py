"""Printing labels: every print is logged."""

from collections.abc import Sequence
from datetime import datetime

from django.db import transaction

from core.vocabulary import LabelKind, LabelSheet
from server.labels.models import LabelPrint
from server.labels.paper import labels_pdf
from server.labels.selectors import content
from server.lots.models import Lot
from server.lots.selectors.stock import stocks
from server.people.models import Person
from server.people.permissions import Right, require
from server.rest.problems import refused

MOST_LABELS = 600


@transaction.atomic
def print_labels(
    *, by: Person, lots: Sequence[Lot], kind: LabelKind, sheet: LabelSheet, at: datetime, copies: int = 1, skip: int = 0
) -> bytes:
    """Make the PDF of the lots' labels, and log each lot's print."""
    require(by, Right.COUNT)
    if not lots:
        raise refused("/lots", "no_lot", "Choose at least one lot to print a label for.")
    if len(lots) * copies > MOST_LABELS:
        message = f"{len(lots)} lots × {copies} copies make {len(lots) * copies} labels; print at most {MOST_LABELS} at a time."
        raise refused("/copies", "too_many_labels", message)
    left = stocks([lot.pk for lot in lots])
    contents = [content(lot, left[lot.pk], kind) for lot in lots for _ in range(copies)]
    LabelPrint.objects.bulk_create([LabelPrint(lot=lot, kind=kind, sheet=sheet, copies=copies, at=at, by=by) for lot in lots])
    return labels_pdf(contents, sheet, skip)
