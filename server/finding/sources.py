"""Which things Find knows, and what it says of each: one row a kind."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from core.vocabulary import ThingKind
from server.batches.models import Batch, Supply
from server.lots.models import Lot
from server.recipes.models import Recipe
from server.record_kinds.models import Recorded, Thing
from server.reference.models import Place, Taxon
from server.sowing.models import SowingPlan
from server.stands.models import Stand
from server.trials.models import Treatment, Trial
from server.trials.selectors.lots import plants_of


@dataclass(frozen=True)
class Entry:
    """What is said of a thing: its title, what stands beside it, its code, and further words that lead to it."""

    title: str
    detail: str = ""
    code: str = ""
    words: tuple[str, ...] = ()


@dataclass(frozen=True)
class Source:
    """A kind of thing that is found, under the `word` for it too.

    `mentioned_by`: things whose entries name it, as their model and the path from them; `parts`: records that its entry is also made
    from, as their model and the path to it. `beside` is read along where there are many.
    """

    kind: ThingKind
    model: type[Thing]
    word: str
    entry: Callable[[Any], Entry | None]
    along: tuple[str, ...] = ()
    mentioned_by: tuple[tuple[type[Thing], str], ...] = ()
    parts: tuple[tuple[type[Recorded], str], ...] = ()
    beside: tuple[str, ...] = ()


def _plant(of: Lot | Stand) -> tuple[str, ...]:
    return (of.common_name, of.name, of.field_name)


def _lot(x: Lot) -> Entry:
    ended = "used up or discarded" if x.ended else ""
    return Entry(x.common_name, _beside(x.origin_place, ended), x.code, (*_plant(x), x.origin_place, x.collector))


def _trial(x: Trial) -> Entry:
    words = [w for lot in x.lots for w in (*_plant(lot), lot.code)]
    return Entry(x.question or f"Trial {x.code}", plants_of(x.lots), x.code, tuple(words))


def _batch(x: Batch) -> Entry:
    return Entry(x.lot.common_name, x.recipe.name, x.code, (*_plant(x.lot), x.recipe.name))


def _sowing(x: SowingPlan) -> Entry:
    return Entry(f"{x.lot.common_name}: {x.plants_wanted} plants", "", x.code, _plant(x.lot))


def _stand(x: Stand) -> Entry:
    return Entry(x.place_name, x.common_name, words=(*_plant(x), x.habitat, x.ecoregion))


def _recipe(x: Recipe) -> Entry | None:
    later = getattr(x, "replaced_by", None)
    return Entry(x.name) if later is None or later.deleted_at is not None else None


def _place(x: Place) -> Entry:
    return Entry(x.full_name)


def _taxon(x: Taxon) -> Entry:
    name = x.common_name or x.scientific_name
    return Entry(name, x.scientific_name if x.common_name else "", words=(x.scientific_name,))


def _supply(x: Supply) -> Entry:
    return Entry(x.name)


def _beside(*parts: str) -> str:
    return ", ".join(p for p in parts if p)


# in the order in which equals are shown
SOURCES: Sequence[Source] = (
    Source(
        ThingKind.PLANT, Taxon, "plant", _taxon,
        mentioned_by=(
            (Lot, "taxon"),
            (Stand, "taxon"),
            (Trial, "treatments__lot__taxon"),
            (Batch, "lot__taxon"),
            (SowingPlan, "lot__taxon"),
        ),
    ),
    Source(
        ThingKind.LOT, Lot, "lot", _lot, along=("taxon",),
        mentioned_by=((Trial, "treatments__lot"), (Batch, "lot"), (SowingPlan, "lot")),
    ),
    Source(ThingKind.TRIAL, Trial, "trial", _trial, parts=((Treatment, "trial"),), beside=("treatments__lot__taxon",)),
    Source(ThingKind.BATCH, Batch, "bag", _batch, along=("lot__taxon", "recipe")),
    Source(
        ThingKind.RECIPE, Recipe, "recipe", _recipe,
        along=("replaced_by",), mentioned_by=((Batch, "recipe"), (Recipe, "replaced_by")),
    ),
    Source(ThingKind.STAND, Stand, "stand", _stand, along=("taxon",)),
    Source(ThingKind.SOWING, SowingPlan, "sowing", _sowing, along=("lot__taxon",)),
    Source(
        ThingKind.PLACE, Place, "place", _place,
        along=("parent__parent__parent",), mentioned_by=((Place, "parent"),),
    ),
    Source(ThingKind.SUPPLY, Supply, "supply", _supply),
)  # fmt: skip

# the things that are also made from records of a model, with the path to them
OF_PARTS = {model: (s, path) for s in SOURCES for model, path in s.parts}
BY_MODEL = {s.model: s for s in SOURCES}
BY_KIND = {s.kind: s for s in SOURCES}


def mentioning(source: Source, ids: Sequence[int]) -> Iterator[tuple[Source, list[int]]]:
    """The things whose entries name some of a source's: one query a relation."""
    for model, path in source.mentioned_by:
        found = list(model.everything.filter(**{f"{path}__in": ids}).order_by().values_list("pk", flat=True).distinct())
        if found:
            yield BY_MODEL[model], found
