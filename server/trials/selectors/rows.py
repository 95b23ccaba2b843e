"""Trials as lines of the ledger sheet: sums in the database, so that ten years of looks stay where they are."""

from collections import defaultdict
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from itertools import chain

from django.db.models import Count, Sum

from core.vocabulary import TrialKind, TrialState
from server.record_kinds.selectors import valid
from server.trials.models import Closing, Dish, SetAside, Sown, Trial
from server.trials.selectors.lots import OfLots, lots_of
from server.trials.selectors.sums import looks_of_treatment


@dataclass(frozen=True, kw_only=True)
class TrialRow(OfLots):
    """A trial as a line of the ledger sheet."""

    id: int
    code: str
    kind: TrialKind
    question: str
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
    sums = {
        r["treatment__trial"]: r
        for r in Dish.objects.filter(**in_page)
        .order_by()
        .values("treatment__trial")
        .annotate(dishes=Count("pk"), seeds_sum=Sum("seeds"), treatments=Count("treatment", distinct=True))
    }
    up = dict(
        looks_of_treatment([t.pk for t in found])
        .order_by()
        .values_list("dish__treatment__trial")
        .annotate(n=Sum("new_germinated"))
        .values_list("dish__treatment__trial", "n")
    )
    standing = standing_of([t.pk for t in found])
    return [
        TrialRow(
            id=t.pk,
            code=t.code,
            question=t.question,
            kind=TrialKind(t.kind),
            **lots_of(t),
            sow_on=t.sow_on,
            state=standing[t.pk].state,
            treatments=sums[t.pk]["treatments"],
            dishes=sums[t.pk]["dishes"],
            seeds=sums[t.pk]["seeds_sum"],
            germinated=up.get(t.pk) or 0,
        )
        for t in found
    ]


@dataclass(frozen=True)
class Standing:
    """Where a trial stands, and when its first dish was sown; None while none is.

    `finished` are the treatments of which a dish was sown and every one of these is closed or set aside.
    """

    state: TrialState
    sown_at: datetime | None
    finished: frozenset[int]


def standing_of(trials: Sequence[int]) -> dict[int, Standing]:
    """Where trials stand, by their ids: three queries, no look is read."""
    of_dish = {"dish__treatment__trial__in": trials}
    sown: dict[int, dict[int, datetime]] = defaultdict(dict)
    ended: dict[int, set[int]] = defaultdict(set)
    treatments: dict[int, int] = {}
    fields = ("dish__treatment__trial", "dish__treatment", "dish", "at")
    for trial, treatment, dish, at in valid(Sown.objects.filter(**of_dish)).values_list(*fields):
        sown[trial][dish] = at
        treatments[dish] = treatment
    closed = valid(Closing.objects.filter(**of_dish)).values_list("dish__treatment__trial", "dish")
    aside = valid(SetAside.objects.filter(**of_dish)).values_list("dish__treatment__trial", "dish")
    for trial, dish in chain(closed, aside):
        ended[trial].add(dish)
    return {
        t: Standing(
            _state(sown[t].keys(), ended[t]),
            min(sown[t].values(), default=None),
            frozenset({treatments[d] for d in sown[t]} - {treatments[d] for d in sown[t].keys() - ended[t]}),
        )
        for t in trials
    }


def _state(sown: Collection[int], ended: set[int]) -> TrialState:
    if not sown:
        return TrialState.PLANNED
    return TrialState.COUNTING if set(sown) - ended else TrialState.CLOSED
