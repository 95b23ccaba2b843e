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

from core.vocabulary import DayOrder, Units
from server.people import selectors, services
from server.people.api.serializers import (
    FormatsSerializer,
    PersonRowSerializer,
    SessionSerializer,
    SignInSerializer,
    WorkYearChangeSerializer,
    WorkYearSerializer,
)
from server.people.models import Person
from server.people.requests import person_of
from server.record_kinds.serializers import given_change
from server.rest.bodies import read


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

    @extend_schema(operation_id="session_change_formats", request=FormatsSerializer, responses=SessionSerializer)
    def patch(self, request: Request) -> Response:
        if not isinstance(request.user, Person):
            raise exceptions.NotAuthenticated
        given = read(FormatsSerializer, request)
        units = Units(given["units"]) if "units" in given else None
        dates = DayOrder(given["dates"]) if "dates" in given else None
        return _answer(services.change_formats(by=request.user, units=units, dates=dates))

    @extend_schema(operation_id="session_sign_out", responses=SessionSerializer)
    def delete(self, request: Request) -> Response:
        logout(request._request)
        return _answer(None)


class PeopleView(APIView):
    """Everybody who may be given a round."""

    @extend_schema(operation_id="people_list", responses=PersonRowSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(PersonRowSerializer(selectors.people(), many=True).data)


class WorkYearView(APIView):
    """When the nursery works."""

    @extend_schema(operation_id="work_year_read", responses=WorkYearSerializer)
    def get(self, request: Request) -> Response:
        return Response(WorkYearSerializer(selectors.work_year()).data)

    @extend_schema(operation_id="work_year_change", request=WorkYearChangeSerializer, responses=WorkYearSerializer)
    def patch(self, request: Request) -> Response:
        year = selectors.work_year()
        version, changes = given_change(WorkYearChangeSerializer, year, request.data)
        return Response(WorkYearSerializer(services.change_work_year(by=person_of(request), version=version, changes=changes)).data)
