"""Reading data in, over HTTP; and everything out."""

from typing import Any

from django.http import HttpResponse, StreamingHttpResponse
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import viewsets
from rest_framework.decorators import action
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.exchange.api import import_serializers as s
from server.exchange.formats.archive import archive_of
from server.exchange.models import FileRead
from server.exchange.reading.files import read_file
from server.exchange.reading.settled import Settled
from server.exchange.selectors.importing import preview_file
from server.exchange.selectors.readings import reading_view, readings
from server.exchange.services import imports
from server.http.bodies import read
from server.http.parsers import SafeJson
from server.people.permissions import Right, require
from server.people.requests import person_of
from server.record_kinds.api.long_work import Tell, told_as_lines
from server.record_kinds.stopping import stop

LINES = {(200, "application/x-ndjson"): OpenApiTypes.STR}


def _settled(given: dict[str, Any]) -> Settled:
    wanted = s.SettledSerializer(data=given)
    wanted.is_valid(raise_exception=True)
    return wanted.settled()


class FileReadViewSet(viewsets.GenericViewSet[FileRead]):
    """Files: inspected, imported, listed, undone, imported again."""

    queryset = FileRead.objects.select_related("by")
    serializer_class = s.ReadingSerializer
    pagination_class = None
    parser_classes = [SafeJson, MultiPartParser]

    @extend_schema(responses=s.ReadingSerializer(many=True))
    def list(self, request: Request) -> Response:
        return Response(s.ReadingSerializer(readings(), many=True).data)

    @extend_schema(request=s.FileSerializer, responses=s.FilePreviewSerializer, operation_id="files_look_into")
    @action(detail=False, methods=["post"], url_path="look-into")
    def look_into(self, request: Request) -> Response:
        require(person_of(request), Right.PLAN)
        given = read(s.FileSerializer, request)
        upload = given["file"]
        name, content = upload.name or "file", upload.read()
        found = preview_file(name, content, read_file(name, content), _settled(given["settled"]))
        return Response(s.FilePreviewSerializer(found).data)

    @extend_schema(request=s.NewReadingSerializer, responses=LINES, operation_id="files_read_in")
    def create(self, request: Request) -> StreamingHttpResponse:
        by = person_of(request)
        require(by, Right.PLAN)
        given = read(s.NewReadingSerializer, request)
        upload = given["file"]
        name, content, settled = upload.name or "file", upload.read(), _settled(given["settled"])

        def work(tell: Tell) -> dict[str, Any]:
            made = imports.read_in(
                by=by, name=name, content=content, settled=settled, client_id=given["client_id"], sure=given["sure"], tell=tell
            )
            return {"reading": s.ReadingSerializer(reading_view(made)).data}

        return told_as_lines(work)

    @extend_schema(request=s.StopSerializer, responses={204: OpenApiResponse(description="It will stop")})
    @action(detail=False, methods=["post"])
    def stop(self, request: Request) -> Response:
        require(person_of(request), Right.PLAN)
        stop(read(s.StopSerializer, request)["client_id"])
        return Response(status=204)

    @extend_schema(request=None, responses=s.ReadingSerializer)
    @action(detail=True, methods=["post"])
    def undo(self, request: Request, pk: str) -> Response:
        undone = imports.undo(by=person_of(request), reading=self.get_object(), at=timezone.now())
        return Response(s.ReadingSerializer(reading_view(undone)).data)

    @extend_schema(request=s.AgainSerializer, responses=LINES, operation_id="files_read_again")
    @action(detail=True, methods=["post"], url_path="read-again")
    def read_again(self, request: Request, pk: str) -> StreamingHttpResponse:
        by = person_of(request)
        require(by, Right.PLAN)
        kept, client_id = self.get_object(), read(s.AgainSerializer, request)["client_id"]
        content, settled = imports.content_of(kept), _settled(kept.settled)

        def work(tell: Tell) -> dict[str, Any]:
            made = imports.read_in(by=by, name=kept.name, content=content, settled=settled, client_id=client_id, sure=True, tell=tell)
            return {"reading": s.ReadingSerializer(reading_view(made)).data}

        return told_as_lines(work)


class EverythingView(APIView):
    """Everything of this installation as one file, without passwords; for the lead, because blind treatments are in it."""

    @extend_schema(responses={(200, "application/zip"): OpenApiTypes.BINARY}, operation_id="everything_export")
    def get(self, request: Request) -> HttpResponse:
        require(person_of(request), Right.LEAD)
        name = f"awake-furrow-{timezone.localdate():%Y-%m-%d}.zip"
        return HttpResponse(archive_of(), content_type="application/zip", headers={"Content-Disposition": f'attachment; filename="{name}"'})
