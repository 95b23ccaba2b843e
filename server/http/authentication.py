"""Session sign-in that answers 401 to nobody and 403 to somebody who may not."""

from drf_spectacular.extensions import OpenApiAuthenticationExtension
from rest_framework.authentication import SessionAuthentication
from rest_framework.request import Request


class SignedInSession(SessionAuthentication):
    """Django's session with CSRF; says which scheme is wanted, so that REST framework answers 401."""

    def authenticate_header(self, request: Request) -> str:
        return "Session"


class SignedInSessionScheme(OpenApiAuthenticationExtension):  # type: ignore[no-untyped-call]
    target_class = SignedInSession
    name = "session"

    def get_security_definition(self, auto_schema: object) -> dict[str, str]:
        return {"type": "apiKey", "in": "cookie", "name": "sessionid"}
