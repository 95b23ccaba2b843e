"""The session: who is signed in, signing in, signing out."""

from django.contrib.auth import authenticate, login, logout
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect, ensure_csrf_cookie
from drf_spectacular.utils import extend_schema
from rest_framework import exceptions
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.people.api.serializers import SessionSerializer, SignInSerializer
from server.people.models import Person


class WrongSignIn(exceptions.APIException):
    """Name and password do not belong together."""

    status_code = 403
    default_detail = "This name and password do not belong together. Check both; capitals count."
    default_code = "wrong_sign_in"


def _answer(user: Person | None) -> Response:
    return Response(SessionSerializer({"user": user}).data)


@method_decorator(ensure_csrf_cookie, name="get")
@method_decorator(csrf_protect, name="post")
class SessionView(APIView):
    """Who is signed in; nobody gets 200 with ``user: null``, which keeps a browser's console clean."""

    permission_classes = [AllowAny]

    @extend_schema(operation_id="session_read", responses=SessionSerializer)
    def get(self, request: Request) -> Response:
        return _answer(request.user if isinstance(request.user, Person) else None)

    @extend_schema(operation_id="session_sign_in", request=SignInSerializer, responses=SessionSerializer)
    def post(self, request: Request) -> Response:
        given = SignInSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        user = authenticate(request._request, **given.validated_data)
        if not isinstance(user, Person):
            raise WrongSignIn
        login(request._request, user)
        return _answer(user)

    @extend_schema(operation_id="session_sign_out", responses=SessionSerializer)
    def delete(self, request: Request) -> Response:
        logout(request._request)
        return _answer(None)
