"""Harvests over HTTP, and the naming of a stand with all that came from it."""

from dataclasses import dataclass

from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, OpenApiResponse, extend_schema
from rest_framework import viewsets
from rest_framework.decorators import action
from rest_framework.generics import get_object_or_404
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.seedstock import purpose_advice
from core.vocabulary import AmountKnown, AmountUnit, CleaningGrade, Hazard, Purpose, Ripeness
from server.http.bodies import read
from server.lots.api import bench_serializers as b
from server.lots.api.serializers import LotSerializer
from server.lots.services import harvest, lots
from server.people.requests import person_of
from server.stands.models import Stand


@dataclass(frozen=True)
class PurposeRow:
    """What a purpose asks of cleaning, and of choosing parents."""

    purpose: Purpose
    grade: CleaningGrade
    cleaning: str
    parents: str


class PurposeSerializer(DataclassSerializer[PurposeRow]):
    class Meta:
        dataclass = PurposeRow


class HarvestViewSet(viewsets.ViewSet):
    """One visit makes one or several lots."""

    @extend_schema(request=b.HarvestSerializer, responses={201: LotSerializer(many=True)})
    def create(self, request: Request) -> Response:
        given = read(b.HarvestSerializer, request)
        parts = [
            harvest.HarvestedLot(
                **p
                | {
                    "ripeness": Ripeness(p["ripeness"]),
                    "unit": AmountUnit(p["unit"]),
                    "known": AmountKnown(p["known"]),
                    "hazards": [Hazard(h) for h in p["hazards"]],
                }
            )
            for p in given.pop("lots")
        ]
        _, made = harvest.harvest_stand(by=person_of(request), lots=parts, at=timezone.now(), **given)
        return Response(LotSerializer(made, many=True).data, status=201)

    @extend_schema(responses=PurposeSerializer(many=True), operation_id="harvests_purposes")
    @action(detail=False)
    def purposes(self, request: Request) -> Response:
        rows = [PurposeRow(p, advice.grade, advice.cleaning, advice.parents) for p in Purpose if (advice := purpose_advice(p))]
        return Response(PurposeSerializer(rows, many=True).data)


class StandNamingViewSet(viewsets.ViewSet):
    """Name the plant of a stand and of its lots."""

    @extend_schema(
        parameters=[OpenApiParameter("id", OpenApiTypes.INT, OpenApiParameter.PATH)],
        request=b.NameStandSerializer,
        responses={204: OpenApiResponse(description="The stand and its lots are named")},
    )
    @action(detail=True, methods=["post"], url_path="name-plant")
    def name_plant(self, request: Request, pk: int) -> Response:
        stand = get_object_or_404(Stand.objects.select_related("taxon"), pk=pk)
        lots.name_stand(by=person_of(request), stand=stand, **read(b.NameStandSerializer, request))
        return Response(status=204)
