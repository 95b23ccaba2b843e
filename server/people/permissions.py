"""What each role may do; docs/roles.md lists it for every address of the API."""

from enum import StrEnum

from django.core.exceptions import PermissionDenied

from core.vocabulary import Role
from server.people.models import Person


class Right(StrEnum):
    """Something not everybody may do."""

    READ = "read more than the rounds and the counts"
    COUNT = "count dishes and walk the rounds"
    PLAN = "change stands, lots, recipes, bags, trials and sowings"
    LEAD = "look after people, deletions and backups"


_RIGHTS = {
    Role.LEAD: set(Right),
    Role.GROWER: {Right.READ, Right.COUNT, Right.PLAN},
    Role.COUNTER: {Right.COUNT},
    Role.READER: {Right.READ},
}
_WHOM_TO_ASK = {Right.LEAD: "the lead"}


def may(person: Person, right: Right) -> bool:
    """Whether the person has the right."""
    return right in _RIGHTS[Role(person.role)]


def require(person: Person, right: Right) -> None:
    """Raise PermissionDenied with a sentence unless the person has the right."""
    if not may(person, right):
        raise PermissionDenied(refusal(person, right))


def refusal(person: Person, right: Right) -> str:
    """Return why the person may not, and whom to ask."""
    return f"{person.initials} is signed in as {person.role} and may not {right}. Ask {_WHOM_TO_ASK.get(right, 'a grower')}."
