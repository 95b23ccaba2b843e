"""Histories, the latest changes, deleting and bringing back, over HTTP."""

from django.http import Http404
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.changes import selectors, services
from server.changes.api.serializers import ChangeRowSerializer, DeletedRowSerializer, ThingSerializer
from server.http.bodies import read
from server.people.permissions import Right, require
from server.people.requests import person_of
from server.record_kinds.api.things import HistorySerializer


class HistoryView(APIView):
    """History of one thing: who changed what, when, from what to what."""

    @extend_schema(operation_id="history_read", parameters=[ThingSerializer], responses=HistorySerializer(many=True))
    def get(self, request: Request) -> Response:
        given = ThingSerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        thing = selectors.find_thing(kind=given.validated_data["kind"], pk=given.validated_data["id"])
        if thing is None:
            raise Http404
        return Response(HistorySerializer(selectors.history_of_thing(thing), many=True).data)


class ChangesView(APIView):
    """The latest changes of everything."""

    @extend_schema(operation_id="changes_list", responses=ChangeRowSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(ChangeRowSerializer(selectors.latest_changes(), many=True).data)


class DeletionsView(APIView):
    """List deleted things, or delete one."""

    @extend_schema(operation_id="deletions_list", responses=DeletedRowSerializer(many=True))
    def get(self, request: Request) -> Response:
        require(person_of(request), Right.LEAD)
        return Response(DeletedRowSerializer(selectors.deleted_things(), many=True).data)

    @extend_schema(operation_id="deletions_delete", request=ThingSerializer, responses={204: OpenApiResponse(description="It is hidden")})
    def post(self, request: Request) -> Response:
        given = read(ThingSerializer, request)
        services.delete(by=person_of(request), kind=given["kind"], pk=given["id"])
        return Response(status=204)


class UndoDeletionView(APIView):
    """Restore a deleted thing."""

    @extend_schema(operation_id="deletions_undo", request=ThingSerializer, responses={204: OpenApiResponse(description="It is back")})
    def post(self, request: Request) -> Response:
        given = read(ThingSerializer, request)
        services.bring_back(by=person_of(request), kind=given["kind"], pk=given["id"])
        return Response(status=204)
