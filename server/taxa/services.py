"""Adding plants."""

from typing import Any

from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import create_thing
from server.taxa.models import Taxon


def add_taxon(*, by: Person, scientific_name: str, common_name: str, **fields: Any) -> Taxon:
    """Add a plant."""
    require(by, Right.PLAN)
    return create_thing(Taxon(scientific_name=scientific_name, common_name=common_name, **fields), by=by)
