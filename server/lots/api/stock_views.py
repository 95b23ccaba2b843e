"""The ledger of a lot over HTTP."""

from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework import viewsets
from rest_framework.decorators import action
from rest_framework.generics import get_object_or_404
from rest_framework.request import Request
from rest_framework.response import Response

from core.vocabulary import AmountKnown, AmountUnit, CalibrationKind, StockKind
from server.http.bodies import read
from server.lots.api import bench_serializers as b
from server.lots.api.serializers import LotSerializer
from server.lots.models import Lot
from server.lots.services import stock
from server.people.requests import person_of


class StockActions(viewsets.GenericViewSet[Lot]):
    """Lines of the ledger, their corrections, and counted samples."""

    @extend_schema(request=b.StockEntrySerializer, responses={201: LotSerializer})
    @action(detail=True, methods=["post"], url_path="enter-stock")
    def enter_stock(self, request: Request, pk: str) -> Response:
        lot = self.get_object()
        line = read(b.StockEntrySerializer, request)
        kind, unit, known = StockKind(line.pop("kind")), AmountUnit(line.pop("unit")), AmountKnown(line.pop("known"))
        stock.enter_stock(by=person_of(request), lot=lot, at=timezone.now(), kind=kind, unit=unit, known=known, **line)
        return Response(LotSerializer(lot).data, status=201)

    @extend_schema(request=b.CorrectionSerializer, responses={201: LotSerializer})
    @action(detail=True, methods=["post"], url_path="correct-stock")
    def correct_stock(self, request: Request, pk: str) -> Response:
        lot = self.get_object()
        line = read(b.CorrectionSerializer, request)
        entry = get_object_or_404(lot.stock_entries, pk=line.pop("entry"))
        unit, known = AmountUnit(line.pop("unit")), AmountKnown(line.pop("known"))
        stock.correct_entry(by=person_of(request), entry=entry, unit=unit, known=known, **line)
        return Response(LotSerializer(lot).data, status=201)

    @extend_schema(request=b.EntrySerializer, responses=LotSerializer)
    @action(detail=True, methods=["post"], url_path="take-back-stock")
    def take_back_stock(self, request: Request, pk: str) -> Response:
        lot = self.get_object()
        given = read(b.EntrySerializer, request)
        stock.take_back_entry(by=person_of(request), entry=get_object_or_404(lot.stock_entries, pk=given["entry"]))
        return Response(LotSerializer(lot).data)

    @extend_schema(request=b.CalibrationSerializer, responses={201: LotSerializer})
    @action(detail=True, methods=["post"])
    def calibrate(self, request: Request, pk: str) -> Response:
        lot = self.get_object()
        samples = read(b.CalibrationSerializer, request)
        kind = CalibrationKind(samples.pop("kind"))
        stock.calibrate(by=person_of(request), lot=lot, kind=kind, at=timezone.now(), **samples)
        return Response(LotSerializer(lot).data, status=201)
