"""Lots over HTTP: the sheet, one lot, its ledger and its history."""

from collections.abc import Sequence

from django.db.models import QuerySet
from django.utils import timezone
from django_filters import rest_framework as filters
from drf_spectacular.utils import extend_schema
from rest_framework import mixins, viewsets
from rest_framework.decorators import action
from rest_framework.request import Request
from rest_framework.response import Response

from core.vocabulary import DayOrder
from server.http.bodies import read
from server.http.filters import StrictFilters
from server.lots import selectors, services
from server.lots.api.bench_views import BenchActions
from server.lots.api.photo_count_views import PhotoCountActions
from server.lots.api.serializers import (
    ConcludeSerializer,
    ConclusionsSerializer,
    LineReadSerializer,
    LotChangeSerializer,
    LotLineSerializer,
    LotRowSerializer,
    LotSerializer,
    LotsTogetherSerializer,
    NewLotSerializer,
    StockLineSerializer,
)
from server.lots.api.stock_views import StockActions
from server.lots.models import Lot
from server.lots.selectors import label
from server.lots.selectors.together import lots_together
from server.people.requests import person_of
from server.record_kinds.api.things import HistorySerializer, given_change
from server.record_kinds.selectors import history_of

_ORDERS = [(sign + name, name) for name in selectors.ORDERS for sign in ("", "-")]


class _Ids(filters.BaseInFilter, filters.NumberFilter):
    pass


class LotFilter(filters.FilterSet):
    search = filters.CharFilter(method="find", label="Words in code, plant, field name, origin or place")
    id = _Ids(label="Some lots by their ids, parted by commas")
    stand = filters.NumberFilter(field_name="harvest__stand", label="Lots from a stand")
    ended = filters.BooleanFilter(method="said", label="Only ended lots, or only lots in use")
    tested = filters.BooleanFilter(
        field_name="treatments", lookup_expr="isnull", exclude=True, distinct=True, label="Only lots of trials, or none"
    )
    trouble = filters.BooleanFilter(method="said", label="Only lots in quarantine, or the others")
    order = filters.ChoiceFilter(choices=_ORDERS, method="checked", label="What they are sorted by; a minus sorts the other way")

    class Meta:
        model = Lot
        fields: list[str] = []

    def find(self, queryset: QuerySet[Lot], name: str, value: str) -> QuerySet[Lot]:
        return selectors.matching(queryset, value)

    def said(self, queryset: QuerySet[Lot], name: str, value: bool) -> QuerySet[Lot]:
        """Only lots of which a field says something, or of which it says nothing."""
        return queryset.exclude(**{name: ""}) if value else queryset.filter(**{name: ""})

    def checked(self, queryset: QuerySet[Lot], name: str, value: str) -> QuerySet[Lot]:
        """Only that it is one of them: a page is sorted after it was filtered."""
        return queryset


class LotViewSet(StockActions, BenchActions, PhotoCountActions, mixins.RetrieveModelMixin, viewsets.GenericViewSet[Lot]):
    """Lots: the ledger sheet, one lot, what is done with it, its ledger and its history."""

    queryset = Lot.objects.select_related("taxon", "place__parent__parent", "harvest__stand__taxon")
    serializer_class = LotSerializer
    filter_backends = [StrictFilters]
    filterset_class = LotFilter

    def get_queryset(self) -> QuerySet[Lot]:
        # a line of the sheet needs less than the lot itself
        return Lot.objects.select_related("taxon", "place__parent__parent") if self.action == "list" else super().get_queryset()

    @extend_schema(responses=LotRowSerializer(many=True))
    def list(self, request: Request) -> Response:
        found = self.filter_queryset(self.get_queryset())
        by = request.query_params.get("order")
        page = self._lots(self.paginate_queryset(selectors.ordered(found, by) if by else found) or [])
        left = selectors.stocks([lot.pk for lot in page])
        rows = [selectors.row(lot, left[lot.pk]) for lot in page]
        return self.get_paginated_response(LotRowSerializer(rows, many=True).data)

    def _lots(self, page: Sequence[Lot | int]) -> Sequence[Lot]:
        """The lots of a page, of which some orders know only the ids."""
        ids = [x for x in page if isinstance(x, int)]
        by_id = self.get_queryset().in_bulk(ids) if ids else {}
        return [by_id[x] if isinstance(x, int) else x for x in page]

    @extend_schema(request=NewLotSerializer, responses={201: LotSerializer})
    def create(self, request: Request) -> Response:
        given = NewLotSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        lot = services.add_lot_with_amount(by=person_of(request), at=timezone.now(), **given.validated_data)
        return Response(LotSerializer(lot).data, status=201)

    @extend_schema(request=LotLineSerializer, responses=LineReadSerializer, operation_id="lots_read_line")
    @action(detail=False, methods=["post"], url_path="read-line")
    def read_line(self, request: Request) -> Response:
        """The fields of a lot that a line of text names; nothing is stored."""
        order = DayOrder(person_of(request).dates)
        found = label.read_line(read(LotLineSerializer, request)["text"], today=timezone.localdate(), order=order)
        return Response(LineReadSerializer(found).data)

    @extend_schema(request=ConcludeSerializer, responses=ConclusionsSerializer, operation_id="lots_conclude")
    @action(detail=False, methods=["post"])
    def conclude(self, request: Request) -> Response:
        """What follows from what is written of a lot; nothing is stored."""
        return Response(ConclusionsSerializer(label.conclude(**read(ConcludeSerializer, request))).data)

    @extend_schema(request=LotChangeSerializer, responses=LotSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        lot = self.get_object()
        version, changes = given_change(LotChangeSerializer, lot, request.data)
        return Response(LotSerializer(services.change_lot(by=person_of(request), lot=lot, version=version, changes=changes)).data)

    @extend_schema(responses=LotsTogetherSerializer(many=True), filters=False, operation_id="lots_together")
    @action(detail=True, pagination_class=None)
    def together(self, request: Request, pk: str) -> Response:
        """The lots that are worth testing together with this one, by question."""
        return Response(LotsTogetherSerializer(lots_together(self.get_object()), many=True).data)

    @extend_schema(responses=StockLineSerializer(many=True), filters=False, operation_id="lots_ledger")
    @action(detail=True, pagination_class=None)
    def ledger(self, request: Request, pk: str) -> Response:
        return Response(StockLineSerializer(selectors.ledger(self.get_object()), many=True).data)

    @extend_schema(responses=HistorySerializer(many=True), filters=False, operation_id="lots_history")
    @action(detail=True, pagination_class=None)
    def history(self, request: Request, pk: str) -> Response:
        return Response(HistorySerializer(history_of(self.get_object()), many=True).data)
