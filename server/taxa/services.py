"""Adding plants."""

from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import create_thing
from server.taxa.models import Taxon


def add_taxon(*, by: Person, scientific_name: str, common_name: str, caution: str = "", note: str = "", note_source: str = "") -> Taxon:
    """Add a plant."""
    require(by, Right.PLAN)
    taxon = Taxon(scientific_name=scientific_name, common_name=common_name, caution=caution, note=note, note_source=note_source)
    return create_thing(taxon, by=by)
