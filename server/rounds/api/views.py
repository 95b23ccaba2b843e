"""Today, the rounds of bags, timers and calendars over HTTP."""

from datetime import timedelta

from django.http import Http404, HttpResponse
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.batches.selectors.courses import batches_in_use
from server.people.models import Person
from server.people.permissions import Right, may
from server.people.requests import person_of
from server.record_kinds.kept import kept_answer
from server.rounds import services
from server.rounds.api.serializers import CalendarFeedSerializer, DayRouteSerializer, PlaceBagsSerializer, TimersSerializer, TodaySerializer
from server.rounds.selectors.bags import bag_rounds
from server.rounds.selectors.calendar import as_icalendar, due_entries
from server.rounds.selectors.counters import bags_for, today_for
from server.rounds.selectors.route import route_of_day
from server.rounds.selectors.timers import timers

CALENDAR = "text/calendar; charset=utf-8"


class TodayView(APIView):
    """Tasks of today by place, coming tasks, and germinating trials."""

    counters = ("get",)

    @extend_schema(responses=TodaySerializer, operation_id="today_read")
    def get(self, request: Request) -> HttpResponse:
        person = person_of(request)
        # to the minute: what is late, and how far a furrow has come, is no finer
        now = timezone.now().replace(second=0, microsecond=0) + timedelta(minutes=1)
        role = "reads" if may(person, Right.READ) else "counts"
        return kept_answer(f"today:{role}:{now:%Y%m%d%H%M}", lambda: TodaySerializer(today_for(person, now)).data)


class RouteView(APIView):
    """A route through the stands to visit today."""

    @extend_schema(responses=DayRouteSerializer, operation_id="today_route_read")
    def get(self, request: Request) -> Response:
        return Response(DayRouteSerializer(route_of_day(timezone.localdate())).data)


class BagRoundsView(APIView):
    """All bags in treatment, in the order of a round."""

    counters = ("get",)

    @extend_schema(responses=PlaceBagsSerializer(many=True), operation_id="bag_rounds_read")
    def get(self, request: Request) -> Response:
        return Response(PlaceBagsSerializer(bags_for(person_of(request), bag_rounds(timezone.localdate())), many=True).data)


class TimersView(APIView):
    """Running timers, and the server's clock."""

    counters = ("get",)

    @extend_schema(responses=TimersSerializer, operation_id="timers_read")
    def get(self, request: Request) -> Response:
        return Response(TimersSerializer(timers(timezone.now(), batches_in_use())).data)


class CalendarFeedView(APIView):
    """The person's own calendar address: make or revoke it."""

    people_only = True
    counters = ("get", "post", "delete")

    @extend_schema(responses=CalendarFeedSerializer, operation_id="calendar_feed_read")
    def get(self, request: Request) -> Response:
        return Response(CalendarFeedSerializer({"exists": services.has_feed(person_of(request)), "path": ""}).data)

    @extend_schema(request=None, responses={201: CalendarFeedSerializer}, operation_id="calendar_feed_make")
    def post(self, request: Request) -> Response:
        token = services.new_feed(by=person_of(request))
        return Response(CalendarFeedSerializer({"exists": True, "path": f"/api/v1/calendar/{token}/"}).data, status=201)

    @extend_schema(responses=CalendarFeedSerializer, operation_id="calendar_feed_revoke")
    def delete(self, request: Request) -> Response:
        services.revoke_feed(by=person_of(request))
        return Response(CalendarFeedSerializer({"exists": False, "path": ""}).data)


class CalendarFileView(APIView):
    """Tasks as a calendar file."""

    counters = ("get",)

    @extend_schema(responses={(200, "text/calendar"): OpenApiTypes.STR}, operation_id="calendar_file_read")
    def get(self, request: Request) -> HttpResponse:
        return _calendar(request, person_of(request), attachment=True)


class CalendarView(APIView):
    """What is due, for a calendar that knows the secret address; it carries no sign-in."""

    permission_classes = [AllowAny]
    authentication_classes = []

    @extend_schema(responses={(200, "text/calendar"): OpenApiTypes.STR}, operation_id="calendar_read", auth=[])
    def get(self, request: Request, token: str) -> HttpResponse:
        person = services.person_of_feed(token)
        if person is None:
            raise Http404
        return _calendar(request, person, attachment=False)


def _calendar(request: Request, person: Person, *, attachment: bool) -> HttpResponse:
    now = timezone.now()
    made = as_icalendar(due_entries(today_for(person, now)), now, request.build_absolute_uri("/").rstrip("/"))
    headers = {"Content-Disposition": 'attachment; filename="awake-furrow.ics"'} if attachment else {"Cache-Control": "no-store"}
    return HttpResponse(made, content_type=CALENDAR, headers=headers)
