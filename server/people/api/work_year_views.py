"""When the nursery works, over HTTP."""

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.people import selectors, services
from server.people.api.serializers import WorkYearChangeSerializer, WorkYearSerializer
from server.people.requests import person_of
from server.record_kinds.api.things import given_change


class WorkYearView(APIView):
    """Working days and decision settings."""

    @extend_schema(operation_id="work_year_read", responses=WorkYearSerializer)
    def get(self, request: Request) -> Response:
        return Response(WorkYearSerializer(selectors.work_year()).data)

    @extend_schema(operation_id="work_year_change", request=WorkYearChangeSerializer, responses=WorkYearSerializer)
    def patch(self, request: Request) -> Response:
        year = selectors.work_year()
        version, changes = given_change(WorkYearChangeSerializer, year, request.data)
        return Response(WorkYearSerializer(services.change_work_year(by=person_of(request), version=version, changes=changes)).data)
