"""The balance over HTTP."""

import json
from collections.abc import Iterator
from dataclasses import asdict

from django.http import StreamingHttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.views import APIView

from server.lots.balance import Balance, the_balance

MOST_G = 10_000


class WeighingSerializer(serializers.Serializer[None]):
    """What the simulated balance should swing to, so that practice looks like the bench; a real one does not ask."""

    expected_g = serializers.FloatField(min_value=0, max_value=MOST_G, required=False)


class BalanceView(APIView):
    """Readings of the balance as they arrive: one JSON object a line, the last one stable."""

    @extend_schema(
        operation_id="balance_readings",
        parameters=[OpenApiParameter("expected_g", OpenApiTypes.FLOAT)],
        responses={(200, "application/x-ndjson"): OpenApiTypes.STR},
    )
    def get(self, request: Request) -> StreamingHttpResponse:
        given = WeighingSerializer(data=request.GET)
        given.is_valid(raise_exception=True)
        balance = the_balance(given.validated_data.get("expected_g"))
        headers = {"Cache-Control": "no-store", "X-Accel-Buffering": "no"}
        return StreamingHttpResponse(_lines(balance), content_type="application/x-ndjson", headers=headers)


def _lines(balance: Balance) -> Iterator[str]:
    for reading in balance.readings():
        yield json.dumps(asdict(reading) | {"simulated": balance.simulated}) + "\n"
