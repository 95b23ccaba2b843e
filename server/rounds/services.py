"""Calendar addresses: secret, one a person, revocable."""

from django.db import transaction

from server.people.models import Person
from server.people.tokens import digest_of, new_token
from server.record_kinds.services import change_thing, create_thing
from server.rounds.models import CalendarFeed


@transaction.atomic
def new_feed(*, by: Person) -> str:
    """Make a new address for the person; the one before stops working. The token is shown once."""
    token = new_token()
    _keep(by, digest_of(token))
    return token


def revoke_feed(*, by: Person) -> None:
    """Stop the person's address."""
    _keep(by, "")


def person_of_feed(token: str) -> Person | None:
    """Whose calendar a token reads; None if nobody's, or of somebody who may sign in no longer."""
    feed = CalendarFeed.objects.filter(token_digest=digest_of(token)).select_related("person").first() if token else None
    return feed.person if feed is not None and feed.person.is_active else None


def has_feed(person: Person) -> bool:
    """Whether the person has an address that works."""
    return CalendarFeed.objects.filter(person=person).exclude(token_digest="").exists()


def _keep(by: Person, digest: str) -> None:
    feed = CalendarFeed.objects.filter(person=by).first()
    if feed is None:
        create_thing(CalendarFeed(person=by, token_digest=digest), by=by)
    else:
        change_thing(feed, {"token_digest": digest}, by=by, version=feed.version)
