"""Lots over HTTP."""

from typing import Any

from django.db.models import QuerySet
from django.utils import timezone
from django_filters import rest_framework as filters
from drf_spectacular.utils import extend_schema
from rest_framework import mixins, viewsets
from rest_framework.decorators import action
from rest_framework.request import Request
from rest_framework.response import Response

from core.vocabulary import AmountKnown, StockKind
from server.lots import selectors, services
from server.lots.api.serializers import (
    LotChangeSerializer,
    LotRowSerializer,
    LotSerializer,
    StockEntrySerializer,
    StockLineSerializer,
)
from server.lots.models import Lot
from server.people.requests import person_of
from server.record_kinds.selectors import history_of
from server.record_kinds.serializers import HistorySerializer
from server.rest.filters import StrictFilters


class LotFilter(filters.FilterSet):
    search = filters.CharFilter(method="find", label="Words in code, plant, field name, origin or place")

    class Meta:
        model = Lot
        fields: list[str] = []

    def find(self, queryset: QuerySet[Lot], name: str, value: str) -> QuerySet[Lot]:
        return queryset.filter(pk__in=selectors.lots(value).values("pk"))


class LotViewSet(mixins.RetrieveModelMixin, viewsets.GenericViewSet[Lot]):
    """Lots: the ledger sheet, one lot, its ledger and its history."""

    queryset = Lot.objects.select_related("taxon", "place__parent__parent")
    serializer_class = LotSerializer
    filter_backends = [StrictFilters]
    filterset_class = LotFilter

    @extend_schema(responses=LotRowSerializer(many=True))
    def list(self, request: Request) -> Response:
        page: Any = self.paginate_queryset(self.filter_queryset(self.get_queryset()))
        left = selectors.stocks([lot.pk for lot in page])
        rows = [selectors.row(lot, left[lot.pk]) for lot in page]
        return self.get_paginated_response(LotRowSerializer(rows, many=True).data)

    def create(self, request: Request) -> Response:
        given = LotSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        lot = services.add_lot(by=person_of(request), **given.validated_data)
        return Response(LotSerializer(lot).data, status=201)

    @extend_schema(request=LotChangeSerializer, responses=LotSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        lot = self.get_object()
        given = LotChangeSerializer(lot, data={"version": None} | dict(request.data), partial=True)
        given.is_valid(raise_exception=True)
        changes = dict(given.validated_data)
        version = changes.pop("version")
        return Response(LotSerializer(services.change_lot(by=person_of(request), lot=lot, version=version, changes=changes)).data)

    @extend_schema(responses=StockLineSerializer(many=True), filters=False, operation_id="lots_ledger")
    @action(detail=True, pagination_class=None)
    def ledger(self, request: Request, pk: str) -> Response:
        return Response(StockLineSerializer(selectors.ledger(self.get_object()), many=True).data)

    @extend_schema(request=StockEntrySerializer, responses=LotSerializer)
    @action(detail=True, methods=["post"], url_path="enter-stock")
    def enter_stock(self, request: Request, pk: str) -> Response:
        lot = self.get_object()
        given = StockEntrySerializer(data=request.data)
        given.is_valid(raise_exception=True)
        line = dict(given.validated_data)
        kind, known = StockKind(line.pop("kind")), AmountKnown(line.pop("known"))
        services.enter_stock(by=person_of(request), lot=lot, at=timezone.now(), kind=kind, known=known, **line)
        return Response(LotSerializer(lot).data, status=201)

    @extend_schema(responses=HistorySerializer(many=True), filters=False, operation_id="lots_history")
    @action(detail=True, pagination_class=None)
    def history(self, request: Request, pk: str) -> Response:
        return Response(HistorySerializer(history_of(self.get_object()), many=True).data)
