"""Stands and visits over HTTP."""

from django.db.models import QuerySet
from django.utils import timezone
from django_filters import rest_framework as filters
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import mixins, viewsets
from rest_framework.decorators import action
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response

from core.vocabulary import RipeSign, VisitOutcome
from server.http.bodies import read
from server.http.filters import StrictFilters
from server.http.parsers import SafeJson
from server.people.requests import person_of
from server.record_kinds.api.things import HistorySerializer, given_change
from server.stands.api.serializers import (
    NewVisitSerializer,
    SeasonViewSerializer,
    StandChangeSerializer,
    StandRowSerializer,
    StandSerializer,
    StandTimelineSerializer,
    VisitViewSerializer,
)
from server.stands.models import Stand, Visit
from server.stands.selectors import rows
from server.stands.selectors.season import seasons
from server.stands.selectors.season_view import season_view
from server.stands.services import stands as services
from server.stands.services import visits


class StandFilter(filters.FilterSet):
    search = filters.CharFilter(method="find", label="Words in plant, field name, place or habitat")

    class Meta:
        model = Stand
        fields: list[str] = []

    def find(self, queryset: QuerySet[Stand], name: str, value: str) -> QuerySet[Stand]:
        return rows.matching(queryset, value)


class StandViewSet(mixins.RetrieveModelMixin, viewsets.GenericViewSet[Stand]):
    """Stands: the sheet, one stand, its timeline and its history."""

    queryset = Stand.objects.select_related("taxon")
    serializer_class = StandSerializer
    filter_backends = [StrictFilters]
    filterset_class = StandFilter

    @extend_schema(responses=StandRowSerializer(many=True))
    def list(self, request: Request) -> Response:
        page = self.paginate_queryset(self.filter_queryset(self.get_queryset())) or []
        today = timezone.localdate()
        found = seasons(page, today)
        return self.get_paginated_response(StandRowSerializer([rows.row(s, found[s.pk], today) for s in page], many=True).data)

    def create(self, request: Request) -> Response:
        given = StandSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        return Response(StandSerializer(services.add_stand(by=person_of(request), **given.validated_data)).data, status=201)

    @extend_schema(request=StandChangeSerializer, responses=StandSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        stand = self.get_object()
        version, changes = given_change(StandChangeSerializer, stand, request.data)
        return Response(StandSerializer(services.change_stand(by=person_of(request), stand=stand, version=version, changes=changes)).data)

    @extend_schema(responses=StandTimelineSerializer, filters=False)
    @action(detail=True)
    def timeline(self, request: Request, pk: str) -> Response:
        stand = self.get_object()
        today = timezone.localdate()
        return Response(StandTimelineSerializer(rows.timeline(stand, seasons([stand], today)[stand.pk], today)).data)

    @extend_schema(responses=SeasonViewSerializer, filters=False)
    @action(detail=True)
    def season(self, request: Request, pk: str) -> Response:
        stand = self.get_object()
        today = timezone.localdate()
        return Response(SeasonViewSerializer(season_view(stand, seasons([stand], today)[stand.pk], today)).data)

    @extend_schema(responses=HistorySerializer(many=True), filters=False, operation_id="stands_history")
    @action(detail=True, pagination_class=None)
    def history(self, request: Request, pk: str) -> Response:
        return Response(HistorySerializer(rows.history_of_stand(self.get_object()), many=True).data)


class VisitViewSet(viewsets.GenericViewSet[Visit]):
    """Visits: recorded once each, taken back by a later record, never edited."""

    queryset = Visit.objects.select_related("by", "stand")
    serializer_class = VisitViewSerializer
    parser_classes = [SafeJson, MultiPartParser]

    @extend_schema(request=NewVisitSerializer, responses={200: VisitViewSerializer, 201: VisitViewSerializer})
    def create(self, request: Request) -> Response:
        fields = read(NewVisitSerializer, request)
        stand, photo = fields.pop("stand"), fields.pop("photo")
        fields["outcome"] = VisitOutcome(fields["outcome"])
        fields["signs"] = [RipeSign(s) for s in fields["signs"]]
        visit, created = visits.record_visit(by=person_of(request), stand=stand, new=visits.NewVisit(**fields), photo=photo)
        return Response(VisitViewSerializer(rows.visit_view(visit)).data, status=201 if created else 200)

    @extend_schema(request=None, responses={204: OpenApiResponse(description="The visit is undone")})
    @action(detail=True, methods=["post"], url_path="take-back")
    def take_back(self, request: Request, pk: str) -> Response:
        visits.take_back_visit(by=person_of(request), visit=self.get_object())
        return Response(status=204)
