"""Adding and changing plants."""

from collections.abc import Mapping
from dataclasses import asdict
from typing import Any, Literal, TypedDict, Unpack

from core.treatment import STARTER_SOURCE
from core.vocabulary import (
    Confidence,
    EmbryoSize,
    Hazard,
    LightNeed,
    SeedSize,
    Shedding,
    SowSeason,
    StepKind,
    StorageBehaviour,
    StorageClass,
)
from server.errors import refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import change_thing, create_thing
from server.reference.models import Taxon
from server.reference.starters import BY_NAME, StarterPlant

MOST_YEARS = 200


class TaxonFields(TypedDict, total=False):
    """What may be said of a plant beside its names."""

    caution: str
    note: str
    note_source: str
    note_confidence: Confidence
    shedding: Shedding
    storage_behaviour: StorageBehaviour
    storage_class: StorageClass
    hazards: list[Hazard]
    chaffy: bool
    embryo: EmbryoSize | Literal[""]
    sow_season: SowSeason | Literal[""]
    woken_by: list[StepKind]
    seed_size: SeedSize | Literal[""]
    light_need: LightNeed | Literal[""]
    woody: bool
    years_to_flower: int | None


def add_taxon(*, by: Person, scientific_name: str, common_name: str = "", **fields: Unpack[TaxonFields]) -> Taxon:
    """Add a plant."""
    require(by, Right.PLAN)
    _check(fields)
    return create_thing(Taxon(scientific_name=scientific_name, common_name=common_name, **fields), by=by)


def add_starter(*, by: Person, scientific_name: str) -> Taxon:
    """Add the starter plant of a name; refused where there are no notes for it, or the plant is here."""
    plant = BY_NAME.get(scientific_name)
    if plant is None:
        raise refused("/scientific_name", "no_such_starter", f"There are no starter notes for “{scientific_name}”. Add the plant by hand.")
    if Taxon.everything.filter(scientific_name=scientific_name).exists():
        message = f"{scientific_name} is in your list of plants already, or among the deleted ones."
        raise refused("/scientific_name", "name_taken", message)
    return add_starter_plant(by=by, plant=plant)


def add_starter_plant(*, by: Person, plant: StarterPlant) -> Taxon:
    """Add a plant with its starter notes and their source."""
    fields = asdict(plant) | {"hazards": list(plant.hazards), "woken_by": list(plant.woken_by), "embryo": plant.embryo or ""}
    notes: TaxonFields = {"note_source": STARTER_SOURCE}
    return add_taxon(by=by, **fields, **notes)


def change_taxon(*, by: Person, taxon: Taxon, version: int, changes: dict[str, Any]) -> Taxon:
    """Change what is said of a plant; the history keeps what was said before."""
    require(by, Right.PLAN)
    _check(changes)
    return change_thing(taxon, changes, by=by, version=version)


def _check(fields: Mapping[str, Any]) -> None:
    years = fields.get("years_to_flower")
    if years is not None and years > MOST_YEARS:
        raise refused("/years_to_flower", "years_absurd", f"{years} years from seed to flower cannot be meant: at most {MOST_YEARS}.")
