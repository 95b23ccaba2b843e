"""What views ask of a request."""

from typing import cast

from rest_framework.request import Request

from server.people.models import Person


def person_of(request: Request) -> Person:
    """The person signed in; every view but the session's is closed to others."""
    return cast(Person, request.user)
