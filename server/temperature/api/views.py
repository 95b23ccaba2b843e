"""Temperature logs over HTTP."""

from dataclasses import asdict
from typing import Any

from django.http import HttpResponse
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import viewsets
from rest_framework.decorators import action
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response

from core.temperature import TemperatureLog as ReadLog
from core.vocabulary import PlaceTrouble, TemperatureUnit
from server.http.bodies import read
from server.http.parsers import SafeJson
from server.people.requests import person_of
from server.reference.models import Place
from server.temperature import selectors, services
from server.temperature.api import serializers as s
from server.temperature.models import TemperatureLog

SHOWN = 12


def _said(given: dict[str, Any]) -> dict[str, Any]:
    if "unit" in given:
        given["unit"] = TemperatureUnit(given["unit"])
    return given


class TemperatureLogViewSet(viewsets.GenericViewSet[TemperatureLog]):
    """Logs: previewed, imported, listed, removed."""

    queryset = TemperatureLog.objects.select_related("place")
    serializer_class = s.LogRowSerializer
    parser_classes = [SafeJson, MultiPartParser]

    @extend_schema(responses=s.LogRowSerializer(many=True))
    def list(self, request: Request) -> Response:
        page: Any = self.paginate_queryset(selectors.log_rows())
        return self.get_paginated_response(s.LogRowSerializer(page, many=True).data)

    @extend_schema(request=s.LogLookSerializer, responses=s.LogPreviewSerializer, operation_id="temperature_logs_look_into")
    @action(detail=False, methods=["post"], url_path="look-into")
    def look_into(self, request: Request) -> Response:
        given = read(s.LogLookSerializer, request)
        text = services.read_text(given.pop("file").read())
        found = services.look_into(text, _said(given), timezone.now())
        return Response(s.LogPreviewSerializer(_preview(found, text)).data)

    @extend_schema(request=s.NewLogSerializer, responses={201: s.LogRowSerializer})
    def create(self, request: Request) -> Response:
        given = read(s.NewLogSerializer, request)
        upload, place, sure = given.pop("file"), given.pop("place"), given.pop("sure")
        text = services.read_text(upload.read())
        by, at = person_of(request), timezone.now()
        log = services.import_log(by=by, place=place, name=upload.name or "log", text=text, at=at, said=_said(given), sure=sure)
        return Response(s.LogRowSerializer(selectors.row_of(log)).data, status=201)

    @extend_schema(request=None, responses={204: OpenApiResponse(description="The log is removed")})
    @action(detail=True, methods=["post"], url_path="take-back")
    def take_back(self, request: Request, pk: str) -> Response:
        services.take_back_log(by=person_of(request), log=self.get_object())
        return Response(status=204)


class PlaceTemperatureViewSet(viewsets.GenericViewSet[Place]):
    """The temperatures of one place, its events, and its simulated logger."""

    queryset = Place.objects.select_related("parent__parent__parent")
    serializer_class = s.PlaceLogPageSerializer

    @extend_schema(responses=s.PlaceLogPageSerializer)
    def retrieve(self, request: Request, pk: str) -> Response:
        return Response(s.PlaceLogPageSerializer(selectors.place_page(self.get_object(), timezone.now())).data)

    @extend_schema(responses={(200, "text/csv"): OpenApiTypes.STR}, operation_id="place_temperatures_simulated_logger")
    @action(detail=True, url_path="simulated-logger")
    def simulated_logger(self, request: Request, pk: str) -> HttpResponse:
        made = services.simulated_log(self.get_object(), timezone.now())
        return HttpResponse(made, content_type="text/csv", headers={"Content-Disposition": 'attachment; filename="simulated-logger.csv"'})

    @extend_schema(request=s.NewEventSerializer, responses={204: OpenApiResponse(description="It is recorded")})
    @action(detail=True, methods=["post"], url_path="record-event")
    def record_event(self, request: Request, pk: str) -> Response:
        given = read(s.NewEventSerializer, request)
        services.record_event(by=person_of(request), place=self.get_object(), kind=PlaceTrouble(given.pop("kind")), **given)
        return Response(status=204)


def _preview(found: ReadLog, text: str) -> dict[str, Any]:
    some = len(found.seconds) > 0
    lines = [x for x in text.lstrip("\ufeff").splitlines()[:40] if x.strip()]
    head = [line.split(found.layout.delimiter) for line in lines[max(0, found.layout.header_lines - 1) : found.layout.header_lines + 3]]
    return {
        "layout": asdict(found.layout),
        "head": head,
        "count": len(found.seconds),
        "first_at": selectors.moment_of(found.seconds[0]) if some else None,
        "last_at": selectors.moment_of(found.seconds[-1]) if some else None,
        "low_c": float(found.temps.min()) if some else None,
        "high_c": float(found.temps.max()) if some else None,
        "converted": found.converted,
        "reordered": found.reordered,
        "left_out_count": len(found.left_out),
        "left_out": [asdict(x) for x in found.left_out[:100]],
        "sample": [
            {"at": selectors.moment_of(t), "temp_c": float(c)} for t, c in zip(found.seconds[:SHOWN], found.temps[:SHOWN], strict=True)
        ],
    }
