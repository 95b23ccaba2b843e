"""Plants, places and photos over HTTP, for those who are signed in."""

from django.http import FileResponse, Http404, HttpResponseBase, HttpResponseNotModified
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import mixins, viewsets
from rest_framework.decorators import action
from rest_framework.generics import get_object_or_404
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.http.bodies import read
from server.http.filters import StrictFilters
from server.people.requests import person_of
from server.record_kinds.api.things import given_change
from server.reference import selectors
from server.reference.api.serializers import (
    AddStarterPlantSerializer,
    NewPhotoSerializer,
    PhotoKeptSerializer,
    PlaceChangeSerializer,
    PlaceRowSerializer,
    PlaceSerializer,
    StarterPlantSerializer,
    TaxonChangeSerializer,
    TaxonSerializer,
)
from server.reference.models import Photo, Place, Taxon
from server.reference.services import photos, places, plants


class TaxonViewSet(mixins.ListModelMixin, mixins.RetrieveModelMixin, viewsets.GenericViewSet[Taxon]):
    """Plants, with their notes, hazards and keeping."""

    queryset = Taxon.objects.all()
    serializer_class = TaxonSerializer
    filter_backends = [StrictFilters]

    def create(self, request: Request) -> Response:
        made = plants.add_taxon(by=person_of(request), **read(TaxonSerializer, request))
        return Response(TaxonSerializer(made).data, status=201)

    @extend_schema(request=TaxonChangeSerializer, responses=TaxonSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        taxon = self.get_object()
        version, changes = given_change(TaxonChangeSerializer, taxon, request.data)
        return Response(TaxonSerializer(plants.change_taxon(by=person_of(request), taxon=taxon, version=version, changes=changes)).data)

    @extend_schema(responses=StarterPlantSerializer(many=True), filters=False, operation_id="taxa_starters")
    @action(detail=False, pagination_class=None)
    def starters(self, request: Request) -> Response:
        """Notes for common plants that are not in the nursery yet: starting points, not tested here."""
        return Response(StarterPlantSerializer(selectors.starters_offered(), many=True).data)

    @extend_schema(request=AddStarterPlantSerializer, responses={201: TaxonSerializer}, operation_id="taxa_add_starter")
    @starters.mapping.post
    def add_starter(self, request: Request) -> Response:
        """Add such a plant with its notes."""
        made = plants.add_starter(by=person_of(request), **read(AddStarterPlantSerializer, request))
        return Response(TaxonSerializer(made).data, status=201)


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
        place = places.add_place(by=person_of(request), **given.validated_data)
        return Response(PlaceRowSerializer(selectors.row(place)).data, status=201)

    @extend_schema(request=PlaceChangeSerializer, responses=PlaceRowSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        place = self.get_object()
        version, changes = given_change(PlaceChangeSerializer, place, request.data)
        changed = places.change_place(by=person_of(request), place=place, version=version, changes=changes)
        return Response(PlaceRowSerializer(selectors.row(changed)).data)


class PhotosView(APIView):
    """Upload a photo before the record it belongs to."""

    parser_classes = [MultiPartParser]
    counters = ("post",)

    @extend_schema(request=NewPhotoSerializer, responses={201: PhotoKeptSerializer}, operation_id="photos_create")
    def post(self, request: Request) -> Response:
        given = read(NewPhotoSerializer, request)
        kept = photos.keep_photo(by=person_of(request), upload=given["photo"], at=timezone.now(), client_id=given["client_id"])
        return Response(PhotoKeptSerializer(kept).data, status=201)


class PhotoFileView(APIView):
    """The picture itself."""

    counters = ("get",)

    @extend_schema(operation_id="photos_file", responses={(200, "image/jpeg"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> HttpResponseBase:
        photo = get_object_or_404(Photo, pk=pk)
        # a number says which photo only within one database, so a kept copy is asked about each time
        mark = f'"{photo.client_id}"'
        headers = {"Cache-Control": "private, no-cache", "ETag": mark, "X-Content-Type-Options": "nosniff"}
        if mark in request.headers.get("If-None-Match", ""):
            return HttpResponseNotModified(headers=headers)
        try:
            return FileResponse(photo.image.open("rb"), content_type="image/jpeg", headers=headers)
        except FileNotFoundError:
            raise Http404 from None
