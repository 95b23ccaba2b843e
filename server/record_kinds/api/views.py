"""The tables of kinds at one address; they change only with the application."""

from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.record_kinds.api.serializers import KindsSerializer
from server.record_kinds.registries import kinds


class KindsView(APIView):
    """Steps of recipes with their words, doses, care and cautions: what forms and drawings read."""

    permission_classes = [AllowAny]

    @extend_schema(responses=KindsSerializer)
    def get(self, request: Request) -> Response:
        """Return every table of kinds."""
        return Response(KindsSerializer(kinds()).data)
