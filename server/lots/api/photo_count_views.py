"""Counting seed in photos over HTTP: looked through, read, recorded."""

from typing import Any
from uuid import UUID

from django.http import Http404, StreamingHttpResponse
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import viewsets
from rest_framework.decorators import action
from rest_framework.generics import get_object_or_404
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from core.vocabulary import StockKind
from server.http.bodies import read
from server.lots.api import photo_count_serializers as s
from server.lots.api.serializers import LotSerializer
from server.lots.models import Lot
from server.lots.selectors.photo_counts import as_found, counted_before, found_in, photo_found, read_marks
from server.lots.services.photo_counts import look_through, record_count
from server.people.permissions import Right, require
from server.people.requests import person_of
from server.record_kinds.api.long_work import Tell, told_as_lines
from server.record_kinds.stopping import stop
from server.reference.models import Photo


class PhotoCountsView(APIView):
    """Look through a photo: a line of JSON for each step, and a last one with what was found (as `photo-counts/{client_id}/` has it)."""

    parser_classes = [MultiPartParser]
    counters = ("post",)

    @extend_schema(
        request=s.PhotoToLookThroughSerializer,
        responses={(200, "application/x-ndjson"): OpenApiTypes.STR},
        operation_id="photo_counts_look_through",
    )
    def post(self, request: Request) -> StreamingHttpResponse:
        by = person_of(request)
        require(by, Right.COUNT)
        given = read(s.PhotoToLookThroughSerializer, request)

        def work(tell: Tell) -> dict[str, Any]:
            found, kept = look_through(
                by=by, upload=given["photo"], client_id=given["client_id"], at=timezone.now(), keep=given["keep"], tell=tell
            )
            return {"found": s.PhotoFoundSerializer(photo_found(as_found(found), kept.pk if kept else None)).data}

        return told_as_lines(work)


class StopPhotoCountView(APIView):
    """Stop looking through a photo."""

    counters = ("post",)

    @extend_schema(request=s.WorkSerializer, responses={204: OpenApiResponse(description="It will stop")}, operation_id="photo_counts_stop")
    def post(self, request: Request) -> Response:
        require(person_of(request), Right.COUNT)
        stop(read(s.WorkSerializer, request)["client_id"])
        return Response(status=204)


class ReadMarksView(APIView):
    """What marks come to, with the error and the sizes; nothing is stored."""

    @extend_schema(request=s.MarksSerializer, responses=s.MarksReadSerializer, operation_id="photo_counts_read")
    def post(self, request: Request) -> Response:
        photos = s.MarksSerializer.marked(read(s.MarksSerializer, request)["photos"])
        return Response(s.MarksReadSerializer(read_marks(photos)).data)


class PhotoFoundView(APIView):
    """What was found in a photo that was kept."""

    @extend_schema(responses=s.PhotoFoundSerializer, operation_id="photo_counts_found")
    def get(self, request: Request, client_id: UUID) -> Response:
        photo = get_object_or_404(Photo, client_id=client_id)
        if photo.seeds_found is None:
            raise Http404
        return Response(s.PhotoFoundSerializer(photo_found(found_in(photo), photo.pk)).data)


class PhotoCountActions(viewsets.GenericViewSet[Lot]):
    """Photos in which a lot's seed was counted."""

    @extend_schema(responses=s.CountedBeforeSerializer(many=True), filters=False, operation_id="lots_photo_counts")
    @action(detail=True, url_path="photo-counts", pagination_class=None)
    def photo_counts(self, request: Request, pk: str) -> Response:
        return Response(s.CountedBeforeSerializer(counted_before(self.get_object()), many=True).data)

    @extend_schema(request=s.RecordCountSerializer, responses={201: LotSerializer}, operation_id="lots_record_photo_count")
    @photo_counts.mapping.post
    def record_photo_count(self, request: Request, pk: str) -> Response:
        """Record what the marks come to, with the photos."""
        lot = self.get_object()
        given = read(s.RecordCountSerializer, request)
        photos, kind = s.MarksSerializer.marked(given.pop("photos")), given.pop("stock")
        record_count(by=person_of(request), lot=lot, photos=photos, at=timezone.now(), stock=StockKind(kind) if kind else None, **given)
        return Response(LotSerializer(lot).data, status=201)
