"""What each role may do. Everybody signed in may read."""

from enum import StrEnum

from django.core.exceptions import PermissionDenied

from core.vocabulary import Role
from server.people.models import Person


class Right(StrEnum):
    """Something not everybody may do."""

    COUNT = "count dishes, visit stands and look after seed"
    PLAN = "change stands, lots, recipes and trials"


_RIGHTS = {Role.GROWER: {Right.COUNT, Right.PLAN}, Role.HELPER: {Right.COUNT}, Role.READER: set[Right]()}


def may(person: Person, right: Right) -> bool:
    """Whether the person has the right."""
    return right in _RIGHTS[Role(person.role)]


def require(person: Person, right: Right) -> None:
    """Raise PermissionDenied with a sentence unless the person has the right."""
    if not may(person, right):
        raise PermissionDenied(f"{person.initials} is signed in as {person.role} and may not {right}. Ask a grower.")
