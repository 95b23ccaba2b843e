"""Printing labels: every print is logged."""

from collections.abc import Sequence
from datetime import datetime

from django.db import transaction

from core.vocabulary import LabelKind, LabelSheet
from server.batches.models import Batch
from server.labels.models import LabelPrint
from server.labels.paper import labels_pdf
from server.labels.selectors import bag_contents, content
from server.lots.models import Lot
from server.lots.selectors.stock import stocks
from server.people.models import Person
from server.people.permissions import Right, require
from server.rest.problems import refused

MOST_LABELS = 600


@transaction.atomic
def print_labels(
    *,
    by: Person,
    kind: LabelKind,
    sheet: LabelSheet,
    at: datetime,
    lots: Sequence[Lot] = (),
    batches: Sequence[Batch] = (),
    copies: int = 1,
    skip: int = 0,
) -> bytes:
    """Make the PDF of the labels of lots, or of bags, and log each print."""
    require(by, Right.COUNT)
    bags = kind is LabelKind.BAG
    wanted = len(batches) if bags else len(lots)
    if not wanted:
        what, field = ("batch", "/batches") if bags else ("lot", "/lots")
        raise refused(field, f"no_{what}", f"Choose at least one {what} to print a label for.")
    if wanted * copies > MOST_LABELS:
        what = "batches" if bags else "lots"
        message = f"{wanted} {what} × {copies} copies make {wanted * copies} labels; print at most {MOST_LABELS} at a time."
        raise refused("/copies", "too_many_labels", message)
    if bags:
        one = bag_contents(batches)
        made = [LabelPrint(lot=b.lot, batch=b, kind=kind, sheet=sheet, copies=copies, at=at, by=by) for b in batches]
    else:
        left = stocks([lot.pk for lot in lots])
        one = [content(lot, left[lot.pk], kind) for lot in lots]
        made = [LabelPrint(lot=lot, kind=kind, sheet=sheet, copies=copies, at=at, by=by) for lot in lots]
    contents = [c for c in one for _ in range(copies)]
    LabelPrint.objects.bulk_create(made)
    return labels_pdf(contents, sheet, skip)
