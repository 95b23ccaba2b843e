"""The nursery in open formats, over HTTP."""

from typing import Any

from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.exchange.api.answers import file_answer
from server.exchange.standards.files import OPEN_FORMATS
from server.exchange.standards.out import said_of_all
from server.http.wanted import WantedSerializer, wanted_ids
from server.people.permissions import Right, require
from server.people.requests import person_of


class OpenFormatSerializer(serializers.Serializer[Any]):
    """A file that can be written, and what of the records it cannot keep."""

    name = serializers.CharField()
    standard = serializers.CharField()
    purpose = serializers.CharField()
    lost = serializers.ListField(child=serializers.CharField())


class ExactSerializer(serializers.Serializer[None]):
    """Whether positions leave as they were measured."""

    exact = serializers.BooleanField(default=False)


class OpenFormatsView(APIView):
    """List the open formats that stands, visits and lots can be written in."""

    @extend_schema(responses=OpenFormatSerializer(many=True), operation_id="open_formats_list")
    def get(self, request: Request) -> Response:
        return Response(OpenFormatSerializer(list(OPEN_FORMATS.values()), many=True).data)


class OpenFormatView(APIView):
    """Write the nursery in an open format. Positions are coarse; exact ones are for whoever may change stands, and are asked for."""

    @extend_schema(
        parameters=[ExactSerializer, WantedSerializer(required=False)],
        responses={(200, "application/octet-stream"): OpenApiTypes.BINARY},
        operation_id="open_formats_file",
    )
    def get(self, request: Request, name: str) -> HttpResponse:
        if name not in OPEN_FORMATS:
            raise Http404
        given = ExactSerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        exact = given.validated_data["exact"]
        if exact:
            require(person_of(request), Right.PLAN)
        only = wanted_ids(request) if "ids" in request.query_params else None
        found = OPEN_FORMATS[name]
        content = found.write(said_of_all(found.held, exact=exact, lots=only))
        return file_answer(content, found.media_type, name)
