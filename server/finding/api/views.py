"""Find over HTTP."""

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.finding.api.serializers import AskSerializer, FoundSerializer
from server.finding.selectors import find
from server.people.permissions import Right, may
from server.people.requests import person_of


class FindView(APIView):
    """Find things by typed words: plants, lots, trials, bags, recipes, stands, sowings, places, supplies, and a dish by its code."""

    counters = ("get",)

    @extend_schema(operation_id="find_read", parameters=[AskSerializer], responses=FoundSerializer)
    def get(self, request: Request) -> Response:
        given = AskSerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        asked = given.validated_data
        counters_only = not may(person_of(request), Right.READ)
        return Response(FoundSerializer(find(asked["q"], recent=asked["recent"], counters_only=counters_only)).data)
