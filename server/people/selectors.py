"""When people work, who there is, and on which devices."""

from datetime import date

from django.contrib.sessions.models import Session
from django.utils import timezone

from core.treatment import WorkCalendar
from server.people.models import ApiToken, Invitation, Person, SignIn, WorkYear
from server.people.tokens import digest_of


def work_year() -> WorkYear:
    """The one there is; before anybody said anything, the usual."""
    return WorkYear.objects.first() or WorkYear()


def work_calendar(year: WorkYear | None = None) -> WorkCalendar:
    """It as the plans see it."""
    found = year or work_year()
    return WorkCalendar(frozenset(found.working_days), frozenset(date.fromisoformat(d["day"]) for d in found.days_off))


def anybody() -> bool:
    """Whether there is anybody yet."""
    return Person.objects.exists()


def people() -> list[Person]:
    """Everybody who can sign in."""
    return list(Person.objects.filter(is_active=True).order_by("initials"))


def everybody() -> list[Person]:
    """Everybody there ever was; who may sign in no longer comes last."""
    return list(Person.objects.order_by("-is_active", "initials"))


def open_invitations() -> list[Invitation]:
    """Links that are good still."""
    now = timezone.now()
    found = Invitation.objects.filter(used_at__isnull=True, withdrawn_at__isnull=True, expires_at__gt=now)
    return list(found.select_related("by", "person"))


def api_tokens_of(person: Person) -> list[ApiToken]:
    """Tokens of a person that are good still, the latest first."""
    found = ApiToken.objects.filter(person=person, revoked_at__isnull=True)
    return [t for t in found if t.expires_at is None or t.expires_at > timezone.now()]


def api_token_of(secret: str) -> ApiToken | None:
    """The token that a secret is, with its person; None where it is none, or none any more."""
    now = timezone.now()
    found = ApiToken.objects.filter(token_digest=digest_of(secret), revoked_at__isnull=True, person__is_active=True)
    token = found.select_related("person").first()
    return None if token is None or (token.expires_at is not None and token.expires_at <= now) else token


def devices_of(person: Person) -> list[SignIn]:
    """Devices on which the person is signed in now."""
    found = list(SignIn.objects.filter(person=person, ended_at__isnull=True))
    alive = set(
        Session.objects.filter(session_key__in=[s.session_key for s in found], expire_date__gt=timezone.now()).values_list(
            "session_key", flat=True
        )
    )
    return [s for s in found if s.session_key in alive]
