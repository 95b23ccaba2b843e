"""Today over HTTP."""

from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.rounds.api.serializers import TodaySerializer
from server.rounds.selectors import today


class TodayView(APIView):
    """What to look at now by place, what is coming, and what is waking."""

    @extend_schema(responses=TodaySerializer, operation_id="today_read")
    def get(self, request: Request) -> Response:
        return Response(TodaySerializer(today(timezone.now())).data)
