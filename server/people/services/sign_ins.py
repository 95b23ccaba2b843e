"""Devices that are signed in, and signing them out."""

from django.contrib.sessions.models import Session
from django.db import transaction
from django.utils import timezone

from server.people.models import Person, SignIn
from server.people.permissions import Right, require

LONGEST_DEVICE = 200


def note_sign_in(*, person: Person, session_key: str, device: str) -> SignIn:
    """Keep that a device signed in."""
    return SignIn.objects.create(person=person, session_key=session_key, device=device[:LONGEST_DEVICE])


def note_sign_out(session_key: str) -> None:
    """Keep that a device signed out by itself."""
    SignIn.objects.filter(session_key=session_key, ended_at__isnull=True).update(ended_at=timezone.now())


def carry_on(before: str, after: str) -> None:
    """A session took another key: the device stays signed in."""
    SignIn.objects.filter(session_key=before).update(session_key=after)


@transaction.atomic
def end_sign_ins(person: Person, *, but: str = "") -> int:
    """Sign a person out on every device, except in the session `but`; how many there were."""
    open_ones = SignIn.objects.filter(person=person, ended_at__isnull=True).exclude(session_key=but)
    Session.objects.filter(session_key__in=[s.session_key for s in open_ones]).delete()
    return open_ones.update(ended_at=timezone.now())


def sign_out_elsewhere(*, by: Person, person: Person, but: str = "") -> int:
    """Sign somebody out everywhere: oneself, or for the lead anybody."""
    if by.pk != person.pk:
        require(by, Right.LEAD)
    return end_sign_ins(person, but=but)
