"""How many requests one person, or one machine that is not signed in, may make in a minute."""

from typing import TYPE_CHECKING

from django.core.cache import caches
from rest_framework.request import Request
from rest_framework.throttling import AnonRateThrottle, SimpleRateThrottle, UserRateThrottle

if TYPE_CHECKING:
    # views ask for their rates while they are made
    from rest_framework.views import APIView


class PersonRate(UserRateThrottle):
    """Far above any round at the bench; a page gone wild is slowed. What comes with a token has a rate of its own."""

    cache = caches["rates"]

    def get_cache_key(self, request: Request, view: "APIView") -> str | None:
        return None if _token(request) else super().get_cache_key(request, view)


class TokenRate(SimpleRateThrottle):
    """For programs: one that has gone wild slows nobody at the bench."""

    cache = caches["rates"]
    scope = "token"

    def get_cache_key(self, request: Request, view: "APIView") -> str | None:
        token = _token(request)
        return self.cache_format % {"scope": self.scope, "ident": token} if token else None


def _token(request: Request) -> int | None:
    """The number of the token that a request came with."""
    number: int | None = getattr(request.auth, "pk", None)
    return number


class StrangerRate(AnonRateThrottle):
    """For whoever is not signed in: signing in, links, calendars."""

    cache = caches["rates"]
