"""Backups over HTTP, for the lead: making, listing, taking away, restoring."""

from django.http import FileResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.backups import selectors
from server.backups.api.serializers import (
    BackupFolderSerializer,
    BackupRowSerializer,
    HealthSerializer,
    PassphraseSerializer,
    RestoredSerializer,
    RestoreFileSerializer,
    RestoreSerializer,
)
from server.backups.form import Manifest
from server.backups.services.making import backup_now
from server.backups.services.restoring import restore_as
from server.http.bodies import read
from server.people.permissions import Right, require
from server.people.requests import person_of


class BackupsView(APIView):
    """List the backups, or make one."""

    people_only = True

    @extend_schema(operation_id="backups_list", responses=BackupFolderSerializer)
    def get(self, request: Request) -> Response:
        require(person_of(request), Right.LEAD)
        return Response(BackupFolderSerializer(selectors.backup_folder()).data)

    @extend_schema(operation_id="backups_make", request=PassphraseSerializer, responses={201: BackupRowSerializer})
    def post(self, request: Request) -> Response:
        by = person_of(request)
        require(by, Right.LEAD)
        made = backup_now(by=by, **read(PassphraseSerializer, request))
        return Response(BackupRowSerializer(selectors.backup_row(made)).data, status=201)


class HealthView(APIView):
    """Check the health of the database."""

    people_only = True

    @extend_schema(operation_id="backups_health", responses=HealthSerializer)
    def get(self, request: Request) -> Response:
        require(person_of(request), Right.LEAD)
        return Response(HealthSerializer(selectors.health()).data)


class BackupFileView(APIView):
    """Download the backup file."""

    people_only = True

    @extend_schema(operation_id="backups_file", responses={(200, "application/zip"): OpenApiTypes.BINARY})
    def get(self, request: Request, name: str) -> FileResponse:
        require(person_of(request), Right.LEAD)
        path = selectors.find_backup(name)
        return FileResponse(path.open("rb"), content_type="application/zip", as_attachment=True, filename=path.name)


class RestoreView(APIView):
    """Replace everything with a backup of the folder."""

    people_only = True

    @extend_schema(operation_id="backups_restore", request=RestoreSerializer, responses=RestoredSerializer)
    def post(self, request: Request) -> Response:
        by = person_of(request)
        require(by, Right.LEAD)
        given = read(RestoreSerializer, request)
        manifest, kept = restore_as(by=by, file=selectors.find_backup(given["name"]), passphrase=given["passphrase"])
        return _restored(manifest, kept)


class RestoreFileView(APIView):
    """Replace everything with an uploaded backup."""

    people_only = True
    parser_classes = [MultiPartParser]

    @extend_schema(operation_id="backups_restore_file", request=RestoreFileSerializer, responses=RestoredSerializer)
    def post(self, request: Request) -> Response:
        by = person_of(request)
        require(by, Right.LEAD)
        manifest, kept = restore_as(by=by, **read(RestoreFileSerializer, request))
        return _restored(manifest, kept)


def _restored(manifest: Manifest, kept: str) -> Response:
    return Response(RestoredSerializer({**manifest.as_json(), "kept": kept}).data)
