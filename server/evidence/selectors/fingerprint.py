"""What a result was made from, as a short text: two that are equal were made from the same records.

Happenings are only ever added and things count their saves, so the newest of each kind says it all; the records themselves,
thousands in a long trial, need not be read. Times to the microsecond stand beside the numbers: after a restore a number may be
given out again.
"""

from collections.abc import Sequence
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

OF_COUNTS = (Look, Sown, SetAside, Stretch)
OF_DISHES = (*OF_COUNTS, Closing)
COUNTED_IN = (*OF_COUNTS, BagLook, Split)
COUNTED_OF = (Trial, Dish, Batch)
OF_BAGS = (BagLook, Leaving, Move, Split, StepBegun, StepEnded, PlaceEvent, TemperatureLog)
THINGS = (Batch, Recipe)


def _newest(model: type[Model], field: str = "recorded_at") -> Subquery:
    return Subquery(model._default_manager.order_by("-pk").values(field)[:1])


def _in_trial(model: type[Model], path: str, what: Any) -> Subquery:
    found = model._default_manager.order_by().filter(**{path: OuterRef("pk")})
    return Subquery(found.values(path).annotate(newest=what).values("newest"))


@dataclass(frozen=True)
class NewestCounts:
    """The newest of all that counts are made of; equal while nothing was added, changed or deleted."""

    of_happenings: tuple[tuple[int | None, datetime | None], ...]
    of_histories: tuple[tuple[int | None, datetime | None], ...]


def newest_counts() -> NewestCounts:
    """Of all that was ever counted: one query."""
    every: dict[str, Subquery] = {}
    things: list[Any] = list(COUNTED_OF)
    for model in COUNTED_IN:
        every |= {f"pk_{model.__name__.lower()}": _newest(model, "pk"), f"at_{model.__name__.lower()}": _newest(model)}
    for thing in things:
        name, history = thing.__name__.lower(), thing.history.model
        every |= {
            f"h_{name}": _newest(history, "history_id"),
            f"d_{name}": _newest(history, "history_date"),
        }
    row = Trial.everything.order_by("pk").annotate(**every).values_list(*every).first() or (None,) * len(every)
    pairs = tuple(zip(row[::2], row[1::2], strict=True))
    return NewestCounts(pairs[: len(COUNTED_IN)], pairs[len(COUNTED_IN) :])


def counts_fingerprints(trials: Sequence[int]) -> dict[int, str]:
    """What the counts of each trial were made from, by trial: one query."""
    every = _of_dishes(OF_COUNTS) | _saves()
    for model in (BagLook, Split):
        path = "batch__dishes__treatment__trial" if model is BagLook else "child__dishes__treatment__trial"
        every[f"pk_{model.__name__.lower()}"] = _in_trial(model, path, Max("pk"))
        every[f"at_{model.__name__.lower()}"] = _in_trial(model, path, Max("recorded_at"))
    every["of_bags"] = _in_trial(Batch, "dishes__treatment__trial", Sum("version"))
    rows = Trial.objects.filter(pk__in=trials).annotate(**every).values_list("pk", "version", "opened_at", *every)
    return {row[0]: _hashed(row) for row in rows}


def trial_fingerprint(trial: Trial) -> str:
    """Of one trial, its lot, its bags and where they lay: one query, whatever its length."""
    return trial_fingerprints([trial.pk])[trial.pk]


def trial_fingerprints(trials: Sequence[int]) -> dict[int, str]:
    """Of several trials, by trial: one query."""
    every = _of_dishes(OF_DISHES) | _saves()
    every |= {
        "pk_deviation": _in_trial(Deviation, "trial", Max("pk")),
        "of_lot": Subquery(Lot.objects.filter(pk=OuterRef("lot")).values("version")),
        "of_plant": Subquery(Taxon.objects.filter(pk=OuterRef("lot__taxon")).values("version")),
        "of_year": _newest(WorkYear, "version"),
    }
    every |= {f"at_{m.__name__.lower()}": _newest(m) for m in OF_BAGS}
    every |= {f"h_{m.__name__.lower()}": _newest(m.history.model, "history_id") for m in THINGS}
    rows = Trial.objects.filter(pk__in=trials).annotate(**every).values_list("pk", "version", "opened_at", *every)
    return {row[0]: _hashed(row) for row in rows}


def _of_dishes(models: Sequence[type[Model]]) -> dict[str, Subquery]:
    """The newest of each kind of happening of a trial's dishes."""
    path = "dish__treatment__trial"
    every: dict[str, Subquery] = {}
    for model in models:
        every[f"pk_{model.__name__.lower()}"] = _in_trial(model, path, Max("pk"))
        every[f"at_{model.__name__.lower()}"] = _in_trial(model, path, Max("recorded_at"))
    return every


def _saves() -> dict[str, Subquery]:
    """The treatments of a trial, which are never changed, and the saves of its dishes."""
    return {
        "pk_treatment": _in_trial(Treatment, "trial", Max("pk")),
        "saves": _in_trial(Dish, "treatment__trial", Sum("version")),
    }


def _hashed(row: object) -> str:
    return sha256(repr(row).encode()).hexdigest()[:24]
