"""Adding places."""

from core.vocabulary import PlaceKind
from server.people.models import Person
from server.people.permissions import Right, require
from server.places.models import Place
from server.record_kinds.services import create_thing


def add_place(*, by: Person, name: str, kind: PlaceKind, parent: Place | None = None, order: int = 0, indoors: bool = True) -> Place:
    """Add a place below another one, or at the top."""
    require(by, Right.PLAN)
    return create_thing(Place(name=name, kind=kind, parent=parent, order=order, indoors=indoors), by=by)
