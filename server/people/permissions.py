"""What each role may do; docs/roles.md holds it against every address of the API."""

from enum import StrEnum
from typing import Any

from django.core.exceptions import PermissionDenied
from rest_framework.permissions import BasePermission
from rest_framework.request import Request

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
        raise PermissionDenied(_refusal(person, right))


def _refusal(person: Person, right: Right) -> str:
    return f"{person.initials} is signed in as {person.role} and may not {right}. Ask {_WHOM_TO_ASK.get(right, 'a grower')}."


class OpenToRole(BasePermission):
    """Signed in, and at a door that is open to the role.

    A counter is let through only where the view's `counters` names the action, or the method of a plain view: a count stays
    blind because nothing else is answered. What a write needs, its service asks by itself.
    """

    message = ""

    def has_permission(self, request: Request, view: Any) -> bool:
        person = request.user
        if not isinstance(person, Person):
            return False
        door = getattr(view, "action", None) or (request.method or "").lower()
        if may(person, Right.READ) or door in getattr(view, "counters", ()):
            return True
        self.message = _refusal(person, Right.READ)
        return False
