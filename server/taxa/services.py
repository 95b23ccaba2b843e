"""Adding and changing plants."""

from typing import Any

from server.errors import refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import change_thing, create_thing
from server.taxa.models import Taxon

MOST_YEARS = 200


def add_taxon(*, by: Person, scientific_name: str, common_name: str = "", **fields: Any) -> Taxon:
    """Add a plant."""
    require(by, Right.PLAN)
    _check(fields)
    return create_thing(Taxon(scientific_name=scientific_name, common_name=common_name, **fields), by=by)


def change_taxon(*, by: Person, taxon: Taxon, version: int, changes: dict[str, Any]) -> Taxon:
    """Change what is said of a plant; the history keeps what was said before."""
    require(by, Right.PLAN)
    _check(changes)
    return change_thing(taxon, changes, by=by, version=version)


def _check(fields: dict[str, Any]) -> None:
    years = fields.get("years_to_flower")
    if years is not None and years > MOST_YEARS:
        raise refused("/years_to_flower", "years_absurd", f"{years} years from seed to flower cannot be meant: at most {MOST_YEARS}.")
