"""One-time links: to join, or to choose a new password. They are shown on screen once; no mail is sent."""

from datetime import timedelta

from django.db import transaction
from django.utils import timezone

from core.vocabulary import Role
from core.wording import day_value, moment_value
from server.errors import DomainError, refused
from server.people.models import Invitation, Person
from server.people.permissions import Right, may, require
from server.people.services.accounts import join, set_password, withdraw_links_of
from server.people.services.sign_ins import end_sign_ins
from server.people.tokens import digest_of, new_token

DAYS_GOOD = 7


def invite(*, by: Person, role: Role, initials: str = "", person: Person | None = None) -> tuple[Invitation, str]:
    """Make a link, good for a week and once; with a `person`, for a new password of theirs.

    Returns
    -------
    (invitation, token)
        The token is known now and never again.
    """
    require(by, Right.LEAD)
    if person:
        withdraw_links_of(person)
    token = new_token()
    expires = timezone.now() + timedelta(days=DAYS_GOOD)
    fields = {"role": person.role, "initials": person.initials} if person else {"role": role, "initials": initials}
    return Invitation.objects.create(token_digest=digest_of(token), by=by, person=person, expires_at=expires, **fields), token


def withdraw(*, by: Person, invitation: Invitation) -> None:
    """Make a link useless that nobody used yet."""
    require(by, Right.LEAD)
    if invitation.used_at is not None:
        raise DomainError("This link was used already. Change the person instead.", code="invitation_used")
    invitation.withdrawn_at = invitation.withdrawn_at or timezone.now()
    invitation.save(update_fields=["withdrawn_at"])


def open_invitation(token: str) -> Invitation:
    """The invitation of a link; refused with the reason where it is good no more."""
    found = Invitation.objects.filter(token_digest=digest_of(token)).select_related("by", "person").first()
    if found is None:
        raise DomainError(
            "This link leads nowhere: perhaps it was copied only in part. Ask the lead for a new one.", code="no_such_invitation"
        )
    if found.used_at is not None:
        raise DomainError(
            f"This link was used on {day_value(found.used_at)}: it is good once. Ask the lead for a new one.", code="invitation_used"
        )
    if found.withdrawn_at is not None:
        raise DomainError("This link was withdrawn. Ask the lead for a new one.", code="invitation_withdrawn")
    if not (found.by.is_active and may(found.by, Right.LEAD)):
        message = f"{found.by.initials}, who made this link, is not the lead here any more. Ask the lead for a new one."
        raise DomainError(message, code="invitation_void")
    if found.person is not None and not found.person.is_active:
        raise DomainError(f"{found.person.initials} may not sign in here any more. Ask the lead.", code="invitation_void")
    if found.expires_at <= timezone.now():
        message = f"This link was good until {moment_value(found.expires_at)} (UTC). Ask {found.by.initials} for a new one."
        raise DomainError(message, code="invitation_expired")
    return found


@transaction.atomic
def accept(*, token: str, password: str, username: str = "", initials: str = "", display_name: str = "") -> Person:
    """Use a link: somebody joins, or has a new password and is signed out on every device."""
    invitation = open_invitation(token)
    if invitation.person is not None:
        person = invitation.person
        set_password(person, password)
        end_sign_ins(person)
    else:
        for pointer, given, asks in (
            ("/username", username, "Choose a username to sign in with."),
            ("/initials", initials, "Enter the initials that the records will show."),
        ):
            if not given:
                raise refused(pointer, "missing", asks)
        person = join(username=username, initials=initials, role=Role(invitation.role), password=password, display_name=display_name)
    invitation.used_at, invitation.used_by = timezone.now(), person
    invitation.save(update_fields=["used_at", "used_by"])
    return person
