"""Making people."""

from core.vocabulary import Role
from server.people.models import Person


def add_person(*, username: str, initials: str, role: Role, password: str) -> Person:
    """Add somebody who can sign in."""
    return Person.objects.create_user(username=username, password=password, initials=initials, role=role)
