"""Tokens by which a program reads or writes in a person's name: shown once, kept as their digest, taken back at any time."""

from datetime import datetime, timedelta

from django.utils import timezone

from server.errors import refused
from server.people.models import ApiToken, Person
from server.people.selectors import api_tokens_of
from server.people.tokens import digest_of, new_token

# a token says what it is, to people and to programs that look for leaked secrets
PREFIX = "furrow_"
MOST = 20
LONGEST_DAYS = 3 * 365
# the first letters are kept, so that a person knows each token in the list
SHOWN = len(PREFIX) + 4


def make_api_token(*, by: Person, name: str, may_write: bool = False, days: int | None = None) -> tuple[ApiToken, str]:
    """A new token of one's own, with the only sight of it; good for so many days, or until it is revoked."""
    if len(api_tokens_of(by)) >= MOST:
        raise refused("/name", "too_many_tokens", f"You have {MOST} tokens already. Revoke one that is not used any more.")
    if days is not None and not 1 <= days <= LONGEST_DAYS:
        raise refused("/days", "days_out_of_range", f"{days} days is impossible: a token lasts 1 to {LONGEST_DAYS:,} days.")
    secret = PREFIX + new_token()
    until = None if days is None else timezone.now() + timedelta(days=days)
    made = ApiToken.objects.create(
        person=by, name=name, token_digest=digest_of(secret), start=secret[:SHOWN], read_only=not may_write, expires_at=until
    )
    return made, secret


def revoke_api_token(*, by: Person, token: ApiToken, at: datetime) -> ApiToken:
    """Make a token of one's own useless; a second time changes nothing."""
    if token.revoked_at is None:
        token.revoked_at = at
        token.save(update_fields=["revoked_at"])
    return token
