"""Who is let in at an address."""

from typing import Any

from rest_framework.permissions import BasePermission
from rest_framework.request import Request

from server.people.models import Person
from server.people.permissions import Right, may, refusal


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
        self.message = refusal(person, Right.READ)
        return False
