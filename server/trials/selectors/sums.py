"""What was counted in dishes, summed by the database: the one place that says which counts belong to a treatment.

The same counts as `DishCourse.record` has, without reading a look: valid ones, up to the moment at which what was left in the dish went
on into a further treatment. What sprouted in a dish's own bag before it was sown is not among them.
"""

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import datetime

from django.db.models import Min, Q, QuerySet, Sum

from server.record_kinds.selectors import valid
from server.trials.models import Look, SetAside, Stretch


@dataclass(frozen=True, slots=True)
class DishSums:
    """Counts of one dish that was looked at; `set_aside` ones count in no result, `retreated` ones went on into a further treatment."""

    germinated: int
    abnormal: int
    rotted: int
    lost: int
    set_aside: bool
    retreated: bool


def dish_sums(trials: Collection[int]) -> dict[int, DishSums]:
    """Sums of the dishes of trials that were looked at, by dish: three queries."""
    aside = set(valid(SetAside.objects.filter(dish__treatment__trial__in=trials)).values_list("dish", flat=True))
    sent = _retreated(trials)
    rows = (
        _looks_before(trials, sent)
        .order_by()
        .values_list("dish")
        .annotate(a=Sum("new_germinated"), b=Sum("new_abnormal"), c=Sum("new_rotted"), d=Sum("new_lost"))
    )
    # what went on was looked at, though perhaps never before that
    found = {dish: DishSums(0, 0, 0, 0, dish in aside, retreated=True) for dish in sent}
    return found | {dish: DishSums(a, b, c, d, dish in aside, dish in sent) for dish, a, b, c, d in rows}


def looks_of_treatment(trials: Collection[int]) -> "QuerySet[Look]":
    """Looks at the dishes of trials whose counts belong to the treatment: one query beside its own."""
    return _looks_before(trials, _retreated(trials))


def _retreated(trials: Collection[int]) -> dict[int, datetime]:
    """When what was left in dishes of trials first went on into a further treatment, by dish: one query."""
    found = valid(Stretch.objects.filter(dish__treatment__trial__in=trials)).order_by()
    return dict(found.values_list("dish").annotate(at=Min("at")).values_list("dish", "at"))


def _looks_before(trials: Collection[int], sent: Mapping[int, datetime]) -> "QuerySet[Look]":
    later = Q()
    for dish, at in sent.items():
        later |= Q(dish=dish, at__gt=at)
    looks = valid(Look.objects.filter(dish__treatment__trial__in=trials))
    return looks.exclude(later) if sent else looks
