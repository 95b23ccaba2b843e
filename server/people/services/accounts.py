"""Who there is, and as what; passwords."""

from typing import Any

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction
from django.utils import timezone

from core.vocabulary import DayOrder, Role, Units
from server.errors import DomainError, Refused, field_error, refused
from server.people.models import Invitation, Person, nursery_begun
from server.people.permissions import Right, require
from server.people.services.sign_ins import end_sign_ins


def add_person(*, username: str, initials: str, role: Role, password: str, display_name: str = "") -> Person:
    """Add somebody who can sign in; for the demo and tests, which choose passwords as they like."""
    return Person.objects.create_user(
        username=username, password=password, display_name=one_spaced(display_name), initials=initials, role=role
    )


@transaction.atomic
def join(*, username: str, initials: str, role: Role, password: str, display_name: str = "") -> Person:
    """Add somebody who chose a username and a password, both checked."""
    username = one_spaced(username)
    if Person.objects.filter(username__iexact=username).exists():
        raise refused("/username", "name_taken", f"The username “{username}” is taken. Choose another one.")
    _check_initials(initials)
    check_password(password, Person(username=username, initials=initials))
    return add_person(username=username, initials=initials, role=role, password=password, display_name=display_name)


def one_spaced(name: str) -> str:
    """A name without space around it, and with single spaces in it."""
    return " ".join(name.split())


@transaction.atomic
def first_lead(*, username: str, initials: str, password: str, display_name: str = "") -> Person:
    """Add the first person of an empty installation, as its lead; `nursery_begun` lets other apps lay out what it begins with."""
    if Person.objects.exists():
        raise DomainError("There are people here already. Ask the lead for an invitation.", code="not_the_first")
    lead = join(username=username, initials=initials, role=Role.LEAD, password=password, display_name=display_name)
    nursery_begun.send(Person, lead=lead)
    return lead


@transaction.atomic
def change_person(*, by: Person, person: Person, changes: dict[str, Any]) -> Person:
    """Change somebody's role, name or initials, or whether they may sign in. There is always one lead."""
    require(by, Right.LEAD)
    leads = Person.objects.filter(role=Role.LEAD, is_active=True).exclude(pk=person.pk)
    stays = changes.get("role", person.role) == Role.LEAD and changes.get("is_active", person.is_active)
    if person.role == Role.LEAD and person.is_active and not stays and not leads.exists():
        pointer = "/role" if "role" in changes else "/is_active"
        raise refused(pointer, "last_lead", f"{person.initials} is the only lead. Make somebody else lead first.")
    if "initials" in changes:
        _check_initials(changes["initials"], person)
    for name, value in changes.items():
        setattr(person, name, value)
    _save(person, list(changes), by)
    if changes.get("is_active") is False:
        end_sign_ins(person)
    return person


def _check_initials(initials: str, of: Person | None = None) -> None:
    """Refuse initials that stand for somebody else who may sign in."""
    others = Person.objects.filter(initials__iexact=initials, is_active=True)
    if (others.exclude(pk=of.pk) if of else others).exists():
        raise refused("/initials", "initials_taken", f"“{initials}” stands for somebody else in the records. Choose other initials.")


@transaction.atomic
def change_password(*, by: Person, new: str, but: str = "") -> None:
    """Change one's own password, the old one checked already; every device but the one with the session `but` is signed out."""
    set_password(by, new, pointer="/new")
    end_sign_ins(by, but=but)


def set_password(person: Person, new: str, pointer: str = "/password") -> None:
    """Give somebody a password that keeps the rules."""
    check_password(new, person, pointer)
    person.set_password(new)
    person.save(update_fields=["password"])
    withdraw_links_of(person)


def withdraw_links_of(person: Person) -> None:
    """Make every open link to a new password of somebody useless: one is good at a time, and none once a password was chosen."""
    open_ones = Invitation.objects.filter(person=person, used_at__isnull=True, withdrawn_at__isnull=True)
    open_ones.update(withdrawn_at=timezone.now())


def check_password(password: str, person: Person, pointer: str = "/password") -> None:
    """Refuse a password that others would guess, with every reason."""
    try:
        validate_password(password, person)
    except ValidationError as error:
        reasons = " ".join(error.messages)
        raise Refused(reasons, code="weak_password", errors=[field_error(pointer, "weak_password", reasons)]) from error


def change_own_settings(
    *, by: Person, units: Units | None = None, dates: DayOrder | None = None, display_name: str | None = None
) -> Person:
    """Change one's own display name, units and date order; what is not given stays."""
    by.units, by.dates = units or by.units, dates or by.dates
    if display_name is not None:
        by.display_name = one_spaced(display_name)
    _save(by, ["units", "dates", "display_name"], by)
    return by


def _save(person: Person, fields: list[str], by: Person) -> None:
    person._history_user = by  # type: ignore[attr-defined]  # read by the history on save
    person.save(update_fields=fields)
