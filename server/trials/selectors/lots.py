"""The lots of a trial as answers show them, and what its treatments are called where their lots differ."""

from collections import Counter
from collections.abc import Collection, Iterable
from dataclasses import dataclass
from typing import TypedDict

from core.verdict import OfLot
from core.vocabulary import Hazard
from server.lots.models import Lot
from server.trials.models import Treatment, Trial

NAMED = 3

# a species, or a lot without one
PlantKey = tuple[int | None, int | None]


@dataclass(frozen=True)
class LotBrief:
    """A lot by its code and the name of its plant."""

    id: int
    code: str
    name: str


@dataclass(frozen=True, kw_only=True)
class OfLots:
    """The lots that a trial tests. `lot` is None where there are several; `lot_code` and `lot_name` then name the first of them."""

    lot: int | None
    lot_code: str
    lot_name: str
    lots: list[LotBrief]


class LotFields(TypedDict):
    """The fields of `OfLots`."""

    lot: int | None
    lot_code: str
    lot_name: str
    lots: list[LotBrief]


def plant_of(lot: Lot) -> PlantKey:
    """What makes lots one plant: the species, or the lot alone while it has no name."""
    return (lot.taxon_id, None) if lot.taxon_id else (None, lot.pk)


def lots_of(trial: Trial) -> LotFields:
    """What an answer about a trial says of its lots."""
    lots = trial.lots
    return LotFields(
        lot=lots[0].pk if len(lots) == 1 else None,
        lot_code=listed(x.code for x in lots),
        lot_name=plants_of(lots),
        lots=[brief(x) for x in lots],
    )


def brief(lot: Lot) -> LotBrief:
    """A lot in brief."""
    return LotBrief(lot.pk, lot.code, lot.common_name)


def hazards_of(trial: Trial) -> list[Hazard]:
    """The hazards of any of its lots: who counts blind does not know which dish holds which."""
    return list(dict.fromkeys(h for lot in trial.lots for h in lot.hazard_words))


def plants_of(lots: Iterable[Lot]) -> str:
    """The names of the plants of lots, each once."""
    return listed(dict.fromkeys(x.common_name for x in lots))


def listed(words: Iterable[str]) -> str:
    """The first words, and how many more there are."""
    every = list(words)
    more = len(every) - NAMED
    return f"{', '.join(every[:NAMED])} and {more} more" if more > 0 else ", ".join(every)


def names_of(treatments: Iterable[Treatment]) -> dict[int, str]:
    """What each treatment of a trial is called, by id: with its lot's code where another lot has a treatment of the same name.

    Where the lots are all that differs, a treatment is called by its lot: with its plant where these differ, else with its form.
    """
    every = list(treatments)
    taken = Counter(t.name.lower() for t in every)
    if len(every) > 1 and len(taken) == 1:
        several = len({plant_of(t.lot) for t in every}) > 1
        beside = {t.pk: t.lot.common_name if several else t.lot.form for t in every}
        return {t.pk: f"{t.lot.code}, {beside[t.pk]}" if beside[t.pk] else t.lot.code for t in every}
    return {t.pk: f"{t.name}, {t.lot.code}" if taken[t.name.lower()] > 1 else t.name for t in every}


def as_of_lots(treatments: Collection[Treatment]) -> list[OfLot]:
    """Treatments of a trial as core compares and decides over lots: what is done to each is its recipe and its light.

    Without a recipe a lot's control is untreated, and so is a treatment alone on its lot; of any other only its name says what was done.
    """
    alone = Counter(t.lot_id for t in treatments)
    return [OfLot(t.pk, t.lot_id, (_done(t, alone=alone[t.lot_id] == 1), t.light), t.is_control) for t in treatments]


def _done(t: Treatment, *, alone: bool) -> int | str:
    if t.recipe_id is not None:
        return t.recipe_id
    return "" if t.is_control or alone else t.name.lower()
