"""Sowings and what is known, over HTTP."""

from datetime import datetime
from typing import Any

from django.http import HttpResponse
from django.utils import timezone
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import mixins, viewsets
from rest_framework.decorators import action
from rest_framework.generics import get_object_or_404
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from core.vocabulary import OutcomeStage, SowingWay
from server.errors import DomainError
from server.evidence.selectors.comparison import NothingToCompare
from server.http.bodies import read
from server.lots.models import Lot
from server.people.requests import person_of
from server.record_kinds.api.things import given_change
from server.record_kinds.days import local_day
from server.record_kinds.kept import kept_answer
from server.reference.models import Taxon
from server.sowing.api import serializers as s
from server.sowing.models import Outcome, SowingPlan, Tray
from server.sowing.selectors.knowledge import knowledge_rows, plant_knowledge
from server.sowing.selectors.plans import sowing_page, sowing_plans, sowing_rows
from server.sowing.selectors.preview import SowingWish, preview
from server.sowing.selectors.questions import question_rows
from server.sowing.selectors.tested import tested_treatments
from server.sowing.selectors.trays import seedlings_waiting
from server.sowing.selectors.worth import TreatmentAsked, weigh_next, weigh_test
from server.sowing.services import plans, trays
from server.sowing.services.packets import plan_packets
from server.sowing.services.trays import NewOutcome
from server.trials.selectors.state import trials

DONE = {204: OpenApiResponse(description="It is done")}


def _today() -> Any:
    return local_day(timezone.now())


def _at(given: dict[str, Any]) -> datetime:
    return given.pop("at", None) or timezone.now()


def _wish(given: dict[str, Any]) -> SowingWish:
    return SowingWish(**(given | {"way": SowingWay(given["way"])}))


class SowingPlanViewSet(mixins.RetrieveModelMixin, viewsets.GenericViewSet[SowingPlan]):
    """Sowing plans: working out, keeping, treating, sowing."""

    queryset = sowing_plans()
    serializer_class = s.SowingPlanSerializer
    pagination_class = None

    @extend_schema(responses=s.SowingRowSerializer(many=True))
    def list(self, request: Request) -> Response:
        return Response(s.SowingRowSerializer(sowing_rows(sowing_plans(), _today()), many=True).data)

    @extend_schema(request=s.SowingWishSerializer, responses=s.SowingPreviewSerializer)
    @action(detail=False, methods=["post"])
    def preview(self, request: Request) -> Response:
        found = preview(_wish(read(s.SowingWishSerializer, request)), _today())
        return Response(s.SowingPreviewSerializer(found).data)

    @extend_schema(request=s.NewSowingPlanSerializer, responses={201: s.SowingPlanSerializer})
    def create(self, request: Request) -> Response:
        given = read(s.NewSowingPlanSerializer, request)
        note, sure = given.pop("note"), given.pop("sure")
        made = plans.plan_sowing(by=person_of(request), wish=_wish(given), today=_today(), note=note, sure=sure)
        return Response(s.SowingPlanSerializer(made).data, status=201)

    @extend_schema(
        request=s.PlanPacketsSerializer, responses={201: s.PlanMadeSerializer(many=True)}, operation_id="sowing_plans_of_packets"
    )
    @action(detail=False, methods=["post"], url_path="of-packets")
    def of_packets(self, request: Request) -> Response:
        """Plan a sowing of each of some packets of a packet day."""
        given = read(s.PlanPacketsSerializer, request)
        made = plan_packets(by=person_of(request), today=_today(), **given | {"way": SowingWay(given["way"])})
        return Response(s.PlanMadeSerializer(made, many=True).data, status=201)

    @extend_schema(responses=s.SowingPageSerializer)
    @action(detail=True)
    def page(self, request: Request, pk: str) -> Response:
        return Response(s.SowingPageSerializer(sowing_page(self.get_object(), _today())).data)

    @extend_schema(request=s.PlanSowingAgainSerializer, responses=s.SowingPlanSerializer)
    @action(detail=True, methods=["post"], url_path="plan-again")
    def plan_again(self, request: Request, pk: str) -> Response:
        given = read(s.PlanSowingAgainSerializer, request)
        kept = {name: given.pop(name) for name in ("version", "note", "sure")}
        made = plans.plan_again(by=person_of(request), plan=self.get_object(), wish=_wish(given), today=_today(), **kept)
        return Response(s.SowingPlanSerializer(made).data)

    @extend_schema(request=s.GiveUpSerializer, responses=DONE)
    @action(detail=True, methods=["post"], url_path="give-up")
    def give_up(self, request: Request, pk: str) -> Response:
        plans.give_up(by=person_of(request), plan=self.get_object(), **read(s.GiveUpSerializer, request))
        return Response(status=204)

    @extend_schema(request=s.TreatSerializer, responses={201: s.NewTraySerializer})
    @action(detail=True, methods=["post"])
    def treat(self, request: Request, pk: str) -> Response:
        made = plans.treat(by=person_of(request), plan=self.get_object(), at=timezone.now(), **read(s.TreatSerializer, request))
        return Response(s.NewTraySerializer(made).data, status=201)

    @extend_schema(request=s.SowTraysSerializer, responses=DONE)
    @action(detail=True, methods=["post"])
    def sow(self, request: Request, pk: str) -> Response:
        given = read(s.SowTraysSerializer, request)
        plans.sow(by=person_of(request), plan=self.get_object(), at=_at(given), **given)
        return Response(status=204)

    @extend_schema(request=None, responses=DONE)
    @action(detail=True, methods=["post"], url_path="take-back-sowing")
    def take_back_sowing(self, request: Request, pk: str) -> Response:
        plans.take_back_sowing(by=person_of(request), plan=self.get_object(), at=timezone.now())
        return Response(status=204)


class SowingBasesView(APIView):
    """Results that a sowing of a lot can be based on, the likeliest to be wanted first."""

    @extend_schema(responses=s.TestedTreatmentSerializer(many=True), operation_id="lots_sowing_bases")
    def get(self, request: Request, pk: int) -> Response:
        lot = get_object_or_404(Lot.objects.select_related("taxon"), pk=pk)
        return Response(s.TestedTreatmentSerializer(tested_treatments(lot), many=True).data)


class OutcomeViewSet(viewsets.GenericViewSet[Outcome]):
    """Counts in trays: recorded once each, taken back by a later record, never edited."""

    queryset = Outcome.objects.select_related("tray")
    serializer_class = s.OutcomeSerializer

    @extend_schema(request=s.NewOutcomeSerializer, responses={200: DONE[204], 201: DONE[204]})
    def create(self, request: Request) -> Response:
        given = read(s.NewOutcomeSerializer, request)
        tray, sure = given.pop("tray"), given.pop("sure")
        new = NewOutcome(**(given | {"stage": OutcomeStage(given["stage"])}))
        _, created = trays.record_outcome(by=person_of(request), tray=tray, new=new, sure=sure)
        return Response(status=201 if created else 200)

    @extend_schema(request=None, responses=DONE)
    @action(detail=True, methods=["post"], url_path="take-back")
    def take_back(self, request: Request, pk: str) -> Response:
        trays.take_back_outcome(by=person_of(request), outcome=self.get_object())
        return Response(status=204)


class TrayViewSet(mixins.RetrieveModelMixin, viewsets.GenericViewSet[Tray]):
    """Trays."""

    queryset = Tray.objects.all()
    serializer_class = s.TraySerializer

    @extend_schema(request=s.TrayChangeSerializer, responses=s.TraySerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        tray = self.get_object()
        version, changes = given_change(s.TrayChangeSerializer, tray, request.data)
        changed = trays.change_tray(by=person_of(request), tray=tray, version=version, changes=changes)
        return Response(s.TraySerializer(changed).data)

    @extend_schema(request=s.SeedlingsSerializer, responses={201: s.NewTraySerializer})
    @action(detail=False, methods=["post"], url_path="from-dishes")
    def from_dishes(self, request: Request) -> Response:
        made = trays.pot_from_dishes(by=person_of(request), at=timezone.now(), **read(s.SeedlingsSerializer, request))
        return Response(s.NewTraySerializer(made).data, status=201)


class SeedlingsView(APIView):
    """Seedlings potted from dishes that stand in no tray yet."""

    @extend_schema(responses=s.SeedlingsWaitingSerializer(many=True), operation_id="seedlings_list")
    def get(self, request: Request) -> Response:
        return Response(s.SeedlingsWaitingSerializer(seedlings_waiting(), many=True).data)


class KnowledgeListView(APIView):
    """Results for every plant, one line each."""

    @extend_schema(responses=s.KnowledgeRowSerializer(many=True), operation_id="knowledge_list")
    def get(self, request: Request) -> HttpResponse:
        return kept_answer("knowledge", lambda: s.KnowledgeRowSerializer(knowledge_rows(), many=True).data)


class QuestionListView(APIView):
    """What is still open over all plants, one question a line."""

    @extend_schema(responses=s.QuestionRowSerializer(many=True), operation_id="questions_list")
    def get(self, request: Request) -> HttpResponse:
        return kept_answer("questions", lambda: s.QuestionRowSerializer(question_rows(), many=True).data)


class TaxonKnowledgeView(APIView):
    """Results for a plant."""

    @extend_schema(responses=s.PlantKnowledgeSerializer, operation_id="taxa_knowledge")
    def get(self, request: Request, pk: int) -> Response:
        found = plant_knowledge(get_object_or_404(Taxon, pk=pk), None, _today())
        return Response(s.PlantKnowledgeSerializer(found).data)


class LotKnowledgeView(APIView):
    """What is known of a lot whose species is unknown; 409 once it is named: then it is known with its plant."""

    @extend_schema(responses=s.PlantKnowledgeSerializer, operation_id="lots_knowledge")
    def get(self, request: Request, pk: int) -> Response:
        lot = get_object_or_404(Lot.objects.select_related("taxon"), pk=pk)
        if lot.taxon is not None:
            message = f"{lot.code} is {lot.taxon.scientific_name} by now: look at the plant's page."
            raise DomainError(message, code="named_by_now", taxon=lot.taxon.pk)
        return Response(s.PlantKnowledgeSerializer(plant_knowledge(None, lot, _today())).data)


class WeighTestView(APIView):
    """What tests of a lot are worth in plants, before any seed is drawn."""

    @extend_schema(request=s.WeighTestSerializer, responses=s.WorthSerializer, operation_id="lots_weigh_test")
    def post(self, request: Request, pk: int) -> Response:
        lot = get_object_or_404(Lot.objects.select_related("taxon"), pk=pk)
        given = read(s.WeighTestSerializer, request)
        asked = [TreatmentAsked(**t) for t in given.pop("treatments")]
        return Response(s.WorthSerializer(weigh_test(lot=lot, treatments=asked, **given)).data)


class TrialWorthView(APIView):
    """What another test would be worth after a trial; 409 while there is nothing to decide on."""

    @extend_schema(parameters=[s.WeighNextSerializer], responses=s.WorthSerializer, operation_id="trials_worth")
    def get(self, request: Request, pk: int) -> HttpResponse:
        trial = get_object_or_404(trials(), pk=pk)
        given = s.WeighNextSerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        wish = given.validated_data

        def build() -> Any:
            found = weigh_next(trial, **wish)
            if isinstance(found, NothingToCompare):
                raise DomainError(found.detail, code=found.code)
            return s.WorthSerializer(found).data

        return kept_answer(f"worth:{pk}:{wish}", build)
