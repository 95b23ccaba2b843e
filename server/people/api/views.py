"""The session: who is signed in, signing in and out, on which devices, and one's own password."""

from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.http import HttpRequest
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect, ensure_csrf_cookie
from drf_spectacular.utils import extend_schema
from rest_framework import exceptions
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from core.vocabulary import DayOrder, Units
from server.errors import refused
from server.http.authentication import SignedInSession
from server.http.bodies import read
from server.people import selectors, services
from server.people.api.account_serializers import DeviceSerializer, JoinSerializer, PasswordSerializer, SignedOutSerializer
from server.people.api.serializers import OwnSettingsSerializer, SessionSerializer, SignInSerializer
from server.people.models import Person
from server.people.requests import person_of
from server.people.services import accounts, sign_ins


class WrongSignIn(exceptions.APIException):
    """Username and password do not match."""

    status_code = 403
    default_detail = "This username and password do not match. Check both; capitals count."
    default_code = "wrong_sign_in"


def enter(request: Request, person: Person) -> None:
    """Sign somebody in on this device, and keep that."""
    http: HttpRequest = request._request
    login(http, person, backend="django.contrib.auth.backends.ModelBackend")
    if http.session.session_key is None:
        # somebody else's session was here: the new one has no key until it is written
        http.session.save()
    sign_ins.note_sign_in(person=person, session_key=http.session.session_key or "", device=request.headers.get("User-Agent", ""))


def session_answer(user: Person | None) -> Response:
    """Who is signed in; nobody at all on an installation without people is a first start."""
    return Response(SessionSerializer({"user": user, "first_start": user is None and not selectors.anybody()}).data)


@method_decorator(ensure_csrf_cookie, name="get")
@method_decorator(csrf_protect, name="post")
class SessionView(APIView):
    """Who is signed in; nobody gets 200 with ``user: null``, which keeps a browser's console clean."""

    permission_classes = [AllowAny]
    authentication_classes = [SignedInSession]

    @extend_schema(operation_id="session_read", responses=SessionSerializer)
    def get(self, request: Request) -> Response:
        return session_answer(request.user if isinstance(request.user, Person) else None)

    @extend_schema(operation_id="session_sign_in", request=SignInSerializer, responses=SessionSerializer)
    def post(self, request: Request) -> Response:
        given = read(SignInSerializer, request)
        user = authenticate(request._request, **given)
        if not isinstance(user, Person):
            raise WrongSignIn
        enter(request, user)
        return session_answer(user)

    @extend_schema(operation_id="session_change_own_settings", request=OwnSettingsSerializer, responses=SessionSerializer)
    def patch(self, request: Request) -> Response:
        if not isinstance(request.user, Person):
            raise exceptions.NotAuthenticated
        given = read(OwnSettingsSerializer, request)
        units = Units(given["units"]) if "units" in given else None
        dates = DayOrder(given["dates"]) if "dates" in given else None
        return session_answer(
            services.change_own_settings(by=request.user, units=units, dates=dates, display_name=given.get("display_name"))
        )

    @extend_schema(operation_id="session_sign_out", responses=SessionSerializer)
    def delete(self, request: Request) -> Response:
        sign_ins.note_sign_out(request._request.session.session_key or "")
        logout(request._request)
        return session_answer(None)


@method_decorator(csrf_protect, name="post")
class FirstLeadView(APIView):
    """The first person of an empty installation; refused as soon as there is anybody."""

    permission_classes = [AllowAny]
    authentication_classes = [SignedInSession]

    @extend_schema(operation_id="session_first_lead", request=JoinSerializer, responses=SessionSerializer)
    def post(self, request: Request) -> Response:
        person = accounts.first_lead(**read(JoinSerializer, request))
        enter(request, person)
        return session_answer(person)


class PasswordView(APIView):
    """One's own password; other devices are signed out."""

    people_only = True
    counters = ("post",)

    @extend_schema(operation_id="session_change_password", request=PasswordSerializer, responses=SessionSerializer)
    def post(self, request: Request) -> Response:
        person, session = person_of(request), request._request.session
        before = session.session_key or ""
        given = read(PasswordSerializer, request)
        # as at signing in, so that wrong tries count the same, and after a few of them somebody waits
        if authenticate(request._request, username=person.username, password=given["old"]) is None:
            raise refused("/old", "wrong_password", "This is not the password that you sign in with. Check it; capitals count.")
        accounts.change_password(by=person, new=given["new"], but=before)
        update_session_auth_hash(request._request, person)
        sign_ins.carry_on(before, session.session_key or "")
        return session_answer(person)


class DevicesView(APIView):
    """Signed-in devices; sign out all others at once."""

    people_only = True
    counters = ("get", "delete")

    @extend_schema(operation_id="session_devices", responses=DeviceSerializer(many=True))
    def get(self, request: Request) -> Response:
        found = selectors.devices_of(person_of(request))
        return Response(DeviceSerializer(found, many=True, context={"session_key": request._request.session.session_key}).data)

    @extend_schema(operation_id="session_sign_out_elsewhere", responses={200: SignedOutSerializer})
    def delete(self, request: Request) -> Response:
        person, key = person_of(request), request._request.session.session_key or ""
        return Response(SignedOutSerializer({"devices": sign_ins.sign_out_elsewhere(by=person, person=person, but=key)}).data)
