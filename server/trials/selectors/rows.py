"""Trials as lines of the ledger sheet: sums in the database, so that ten years of looks stay where they are."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from django.db.models import Count, Sum

from core.vocabulary import TrialState
from server.record_kinds.selectors import valid
from server.trials.models import Closing, Dish, Look, SetAside, Sown, Trial


@dataclass(frozen=True)
class TrialRow:
    """A trial as a line of the ledger sheet."""

    id: int
    code: str
    question: str
    lot_id: int
    lot_code: str
    lot_name: str
    sow_on: date
    state: TrialState
    treatments: int
    dishes: int
    seeds: int
    germinated: int


def trial_rows(wanted: Iterable[Trial]) -> list[TrialRow]:
    """Lines of the trials given, in their order: a fixed number of queries."""
    found = list(wanted)
    in_page = {"treatment__trial__in": [t.pk for t in found]}
    of_dish = {f"dish__{k}": v for k, v in in_page.items()}
    sums = {
        r["treatment__trial"]: r
        for r in Dish.objects.filter(**in_page)
        .order_by()
        .values("treatment__trial")
        .annotate(dishes=Count("pk"), seeds_sum=Sum("seeds"), treatments=Count("treatment", distinct=True))
    }
    up = dict(
        valid(Look.objects.filter(**of_dish))
        .order_by()
        .values_list("dish__treatment__trial")
        .annotate(n=Sum("new_germinated"))
        .values_list("dish__treatment__trial", "n")
    )
    sown, ended = defaultdict(set), defaultdict(set)
    for trial, dish in valid(Sown.objects.filter(**of_dish)).values_list("dish__treatment__trial", "dish"):
        sown[trial].add(dish)
    for trial, dish in valid(Closing.objects.filter(**of_dish)).values_list("dish__treatment__trial", "dish"):
        ended[trial].add(dish)
    for trial, dish in valid(SetAside.objects.filter(**of_dish)).values_list("dish__treatment__trial", "dish"):
        ended[trial].add(dish)
    return [
        TrialRow(
            id=t.pk,
            code=t.code,
            question=t.question,
            lot_id=t.lot_id,
            lot_code=t.lot.code,
            lot_name=t.lot.common_name,
            sow_on=t.sow_on,
            state=_state(sown[t.pk], ended[t.pk]),
            treatments=sums[t.pk]["treatments"],
            dishes=sums[t.pk]["dishes"],
            seeds=sums[t.pk]["seeds_sum"],
            germinated=up.get(t.pk) or 0,
        )
        for t in found
    ]


def _state(sown: set[int], ended: set[int]) -> TrialState:
    if not sown:
        return TrialState.PLANNED
    return TrialState.COUNTING if sown - ended else TrialState.CLOSED
