"""What a result was made from, as a short text: two that are equal were made from the same records.

Happenings are only ever added and things count their saves, so the newest of each kind says it all; the records themselves,
thousands in a long trial, need not be read. Times to the microsecond stand beside the numbers: after a restore a number may be
given out again.
"""

from dataclasses import dataclass
from datetime import datetime
from hashlib import sha256
from typing import Any

from django.db.models import Max, Model, OuterRef, Subquery, Sum

from server.batches.models import BagLook, Batch, Leaving, Move, Split, StepBegun, StepEnded
from server.lots.models import Lot
from server.people.models import WorkYear
from server.recipes.models import Recipe
from server.taxa.models import Taxon
from server.temperature.models import PlaceEvent, TemperatureLog
from server.trials.models import Closing, Deviation, Dish, Look, SetAside, Sown, Stretch, Treatment, Trial

OF_DISHES = (Look, Sown, Closing, SetAside, Stretch)
OF_BAGS = (BagLook, Leaving, Move, Split, StepBegun, StepEnded, PlaceEvent, TemperatureLog)
THINGS = (Batch, Recipe)


def _newest(model: type[Model], field: str = "recorded_at") -> Subquery:
    return Subquery(model._default_manager.order_by("-pk").values(field)[:1])


def _in_trial(model: type[Model], path: str, what: Any) -> Subquery:
    found = model._default_manager.order_by().filter(**{path: OuterRef("pk")})
    return Subquery(found.values(path).annotate(newest=what).values("newest"))


@dataclass(frozen=True)
class NewestCounts:
    """The newest of all that counts are made of; equal while nothing was added."""

    look: int | None
    look_at: datetime | None
    set_aside: int | None
    set_aside_at: datetime | None
    dish: int | None
    trial: int | None


def newest_counts() -> NewestCounts:
    """Of all that was ever counted: one query."""
    kinds = {
        "look": (Look, "pk"),
        "look_at": (Look, "recorded_at"),
        "set_aside": (SetAside, "pk"),
        "set_aside_at": (SetAside, "recorded_at"),
        "dish": (Dish, "pk"),
        "trial": (Trial, "pk"),
    }
    every = {f"newest_{name}": _newest(*kind) for name, kind in kinds.items()}
    row = Trial.objects.order_by("pk").annotate(**every).values_list(*every).first()
    return NewestCounts(*row) if row else NewestCounts(*[None] * 6)


def trial_fingerprint(trial: Trial) -> str:
    """Of one trial, its lot, its bags and where they lay: one query, whatever its length."""
    path = "dish__treatment__trial"
    every: dict[str, Subquery] = {}
    for model in OF_DISHES:
        every[f"pk_{model.__name__.lower()}"] = _in_trial(model, path, Max("pk"))
        every[f"at_{model.__name__.lower()}"] = _in_trial(model, path, Max("recorded_at"))
    every |= {
        "pk_deviation": _in_trial(Deviation, "trial", Max("pk")),
        "pk_treatment": _in_trial(Treatment, "trial", Max("pk")),
        "saves": _in_trial(Dish, "treatment__trial", Sum("version")),
        "of_lot": Subquery(Lot.objects.filter(pk=OuterRef("lot")).values("version")),
        "of_plant": Subquery(Taxon.objects.filter(pk=OuterRef("lot__taxon")).values("version")),
        "of_year": _newest(WorkYear, "version"),
    }
    every |= {f"at_{m.__name__.lower()}": _newest(m) for m in OF_BAGS}
    every |= {f"pk_{m.__name__.lower()}": _newest(m, "pk") for m in THINGS}
    return _hashed(Trial.objects.filter(pk=trial.pk).annotate(**every).values_list("pk", "version", "opened_at", *every).first())


def _hashed(row: object) -> str:
    return sha256(repr(row).encode()).hexdigest()[:24]
