"""Who is let in at an address."""

from typing import Any

from rest_framework.permissions import SAFE_METHODS, BasePermission
from rest_framework.request import Request

from server.people.models import ApiToken, Person
from server.people.permissions import Right, may, refusal


class OpenToRole(BasePermission):
    """Signed in, and at a door that is open to the role.

    A counter is let through only where the view's `counters` names the action, or the method of a plain view: a count stays
    blind because nothing else is answered. What a write needs, its service asks by itself. A token gets as far as its person, but
    not to what is `people_only`, and a read-only one changes nothing.
    """

    message = ""

    def has_permission(self, request: Request, view: Any) -> bool:
        person = request.user
        if not isinstance(person, Person):
            return False
        if isinstance(request.auth, ApiToken) and (why := self.closed_to_token(request.auth, request, view)):
            self.message = why
            return False
        door = getattr(view, "action", None) or (request.method or "").lower()
        if may(person, Right.READ) or door in getattr(view, "counters", ()):
            return True
        self.message = refusal(person, Right.READ)
        return False

    def closed_to_token(self, token: ApiToken, request: Request, view: Any) -> str:
        """Why a token may not do what its person may; empty where it may."""
        if getattr(view, "people_only", False):
            return "An API token cannot do this. Sign in with your password."
        if token.read_only and request.method not in SAFE_METHODS:
            return f"The API token “{token.name}” is read-only. Make one that may write."
        return ""
