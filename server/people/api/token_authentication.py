"""Programs that come with a token: ``Authorization: Bearer furrow_…``."""

from contextlib import suppress
from datetime import timedelta

from django.db import OperationalError
from django.utils import timezone
from drf_spectacular.extensions import OpenApiAuthenticationExtension
from rest_framework.authentication import BaseAuthentication, get_authorization_header
from rest_framework.exceptions import AuthenticationFailed
from rest_framework.request import Request

from server.people.models import ApiToken, Person
from server.people.selectors import api_token_of

KEYWORD = b"bearer"
# when a token was used last is kept to the hour: a read that writes each time is slow
TO_THE = timedelta(hours=1)


class BearerToken(BaseAuthentication):
    """The person whose token it is; the token itself is `request.auth`."""

    def authenticate(self, request: Request) -> tuple[Person, ApiToken] | None:
        parts = get_authorization_header(request).split()
        if not parts or parts[0].lower() != KEYWORD:
            return None
        secret = parts[1].decode("latin-1") if len(parts) == 2 else ""
        token = api_token_of(secret)
        if token is None:
            raise AuthenticationFailed("This API token is unknown, revoked or expired. Make a new one under API tokens.")
        now = timezone.now()
        if token.last_used_at is None or now - token.last_used_at > TO_THE:
            # a full disk can still be read
            with suppress(OperationalError):
                ApiToken.objects.filter(pk=token.pk).update(last_used_at=now)
        return token.person, token

    def authenticate_header(self, request: Request) -> str:
        return "Bearer"


class BearerTokenScheme(OpenApiAuthenticationExtension):  # type: ignore[no-untyped-call]
    target_class = BearerToken
    name = "token"

    def get_security_definition(self, auto_schema: object) -> dict[str, str]:
        said = "An API token of a person (page API tokens). It may do what the person's role may; a read-only one may only read."
        return {"type": "http", "scheme": "bearer", "description": said}
