"""Places over HTTP."""

from drf_spectacular.utils import extend_schema
from rest_framework import viewsets
from rest_framework.request import Request
from rest_framework.response import Response

from server.http.filters import StrictFilters
from server.people.requests import person_of
from server.places import selectors, services
from server.places.api.serializers import PlaceChangeSerializer, PlaceRowSerializer, PlaceSerializer
from server.places.models import Place
from server.record_kinds.api.things import given_change


class PlaceViewSet(viewsets.GenericViewSet[Place]):
    """Places in the order of a round, each with what it does to seed that is kept there."""

    queryset = Place.objects.select_related("parent__parent__parent")
    serializer_class = PlaceSerializer
    filter_backends = [StrictFilters]

    @extend_schema(responses=PlaceRowSerializer(many=True))
    def list(self, request: Request) -> Response:
        page = self.paginate_queryset(self.filter_queryset(self.get_queryset())) or []
        return self.get_paginated_response(PlaceRowSerializer([selectors.row(p) for p in page], many=True).data)

    @extend_schema(responses={201: PlaceRowSerializer})
    def create(self, request: Request) -> Response:
        given = PlaceSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        place = services.add_place(by=person_of(request), **given.validated_data)
        return Response(PlaceRowSerializer(selectors.row(place)).data, status=201)

    @extend_schema(request=PlaceChangeSerializer, responses=PlaceRowSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        place = self.get_object()
        version, changes = given_change(PlaceChangeSerializer, place, request.data)
        changed = services.change_place(by=person_of(request), place=place, version=version, changes=changes)
        return Response(PlaceRowSerializer(selectors.row(changed)).data)
