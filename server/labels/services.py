"""Printing labels: every print is logged."""

from collections.abc import Sequence
from datetime import datetime

from django.db import transaction

from core.vocabulary import LabelKind, LabelSheet
from server.batches.models import Batch
from server.errors import refused
from server.labels.models import LabelPrint
from server.labels.paper import labels_pdf
from server.labels.selectors import LabelContent, bag_contents, content, dish_contents, tray_contents
from server.lots.models import Lot
from server.lots.selectors.stock import stocks
from server.people.models import Person
from server.people.permissions import Right, require
from server.sowing.models import SowingPlan
from server.trials.models import Dish, Trial

MOST_LABELS = 600
EMPTY = {LabelKind.BAG: ("batch", "/batches"), LabelKind.DISH: ("trial", "/trial"), LabelKind.TRAY: ("sown tray", "/sowing")}


@transaction.atomic
def print_labels(
    *,
    by: Person,
    kind: LabelKind,
    sheet: LabelSheet,
    at: datetime,
    lots: Sequence[Lot] = (),
    batches: Sequence[Batch] = (),
    trial: Trial | None = None,
    sowing: SowingPlan | None = None,
    copies: int = 1,
    skip: int = 0,
) -> bytes:
    """Make the PDF of the labels of lots, of bags, of a trial's dishes, or of a sowing's trays, and log each print."""
    require(by, Right.PLAN)
    one, made = _labels(kind, lots, batches, trial, sowing)
    if not one:
        what, field = EMPTY.get(kind, ("lot", "/lots"))
        raise refused(field, f"no_{what.replace(' ', '_')}", f"Choose at least one {what} to print a label for.")
    if len(one) * copies > MOST_LABELS:
        message = f"{len(one)} labels × {copies} copies make {len(one) * copies}; print at most {MOST_LABELS} at a time."
        raise refused("/copies", "too_many_labels", message)
    for line in made:
        line.kind, line.sheet, line.copies, line.at, line.by = kind, sheet, copies, at, by
    contents = [c for c in one for _ in range(copies)]
    LabelPrint.objects.bulk_create(made)
    return labels_pdf(contents, sheet, skip)


def _labels(
    kind: LabelKind, lots: Sequence[Lot], batches: Sequence[Batch], trial: Trial | None, sowing: SowingPlan | None
) -> tuple[list[LabelContent], list[LabelPrint]]:
    """One label of each, and the lines of the log without what they share."""
    if kind is LabelKind.BAG:
        return bag_contents(batches), [LabelPrint(lot=b.lot, batch=b) for b in batches]
    if kind is LabelKind.DISH:
        dishes = Dish.objects.filter(treatment__trial=trial).select_related("treatment__trial", "treatment__lot__taxon") if trial else []
        return dish_contents(list(dishes)), [LabelPrint(lot=lot, trial=trial) for lot in trial.lots] if trial else []
    if kind is LabelKind.TRAY:
        return tray_contents(sowing) if sowing else [], [LabelPrint(lot=sowing.lot)] if sowing else []
    left = stocks([lot.pk for lot in lots])
    return [content(lot, left[lot.pk], kind) for lot in lots], [LabelPrint(lot=lot) for lot in lots]
