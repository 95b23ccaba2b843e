"""Supplies and turns over HTTP."""

from typing import Any

from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework import mixins, viewsets
from rest_framework.request import Request
from rest_framework.response import Response

from core.vocabulary import SupplyKind
from server.batches.api import serializers as s
from server.batches.models import Supply, Turn
from server.batches.selectors.supplies import row, supply_rows
from server.batches.services import supplies
from server.http.bodies import read
from server.people.requests import person_of
from server.record_kinds.api.things import given_change


class SupplyViewSet(viewsets.GenericViewSet[Supply]):
    """Supplies: made once and used many times."""

    queryset = Supply.objects.all()
    serializer_class = s.SupplyRowSerializer

    @extend_schema(responses=s.SupplyRowSerializer(many=True))
    def list(self, request: Request) -> Response:
        page: Any = self.paginate_queryset(supply_rows(timezone.localdate()))
        return self.get_paginated_response(s.SupplyRowSerializer(page, many=True).data)

    @extend_schema(request=s.NewSupplySerializer, responses={201: s.SupplyRowSerializer})
    def create(self, request: Request) -> Response:
        given = read(s.NewSupplySerializer, request)
        made = supplies.make_supply(by=person_of(request), kind=SupplyKind(given.pop("kind")), **given)
        return Response(s.SupplyRowSerializer(row(made, timezone.localdate())).data, status=201)

    @extend_schema(request=s.SupplyChangeSerializer, responses=s.SupplyRowSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        supply = self.get_object()
        version, changes = given_change(s.SupplyChangeSerializer, supply, request.data)
        changed = supplies.change_supply(by=person_of(request), supply=supply, version=version, changes=changes)
        return Response(s.SupplyRowSerializer(row(changed, timezone.localdate())).data)


class TurnViewSet(mixins.ListModelMixin, viewsets.GenericViewSet[Turn]):
    """Who does the round of a place."""

    queryset = Turn.objects.select_related("person", "place__parent__parent__parent")
    serializer_class = s.TurnSerializer

    @extend_schema(request=s.TurnSerializer, responses={201: s.TurnSerializer})
    def create(self, request: Request) -> Response:
        made = supplies.assign_turn(by=person_of(request), **read(s.TurnSerializer, request))
        return Response(s.TurnSerializer(made).data, status=201)

    @extend_schema(request=s.TurnChangeSerializer, responses=s.TurnSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        turn = self.get_object()
        version, changes = given_change(s.TurnChangeSerializer, turn, request.data)
        return Response(s.TurnSerializer(supplies.change_turn(by=person_of(request), turn=turn, version=version, changes=changes)).data)
