"""Batches over HTTP."""

from datetime import datetime
from typing import Any

from django.utils import timezone
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import mixins, viewsets
from rest_framework.decorators import action
from rest_framework.generics import get_object_or_404
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from core.vocabulary import AmountKnown, EndsBy, LeavingHow, PlanMode, SowSeason, SproutsGo
from server.batches.api import serializers as s
from server.batches.models import BagLook, Batch, StepBegun
from server.batches.selectors.courses import PlannedStretch
from server.batches.selectors.plans import PlanItem, as_shown, on_calendar, plan
from server.batches.services import batches, looks, steps
from server.http.bodies import read
from server.people.requests import person_of
from server.people.selectors import work_calendar
from server.record_kinds.api.things import given_change

DONE = {204: OpenApiResponse(description="It is done")}


def _at(given: dict[str, Any]) -> datetime:
    return given.pop("at", None) or timezone.now()


class BatchViewSet(mixins.RetrieveModelMixin, viewsets.GenericViewSet[Batch]):
    """Batches: putting in, planning, the steps, moving, splitting, taking out."""

    queryset = Batch.objects.select_related("lot__taxon", "recipe", "place")
    counters = ("end_step", "take_back_step")
    serializer_class = s.BatchSerializer

    @extend_schema(request=s.NewBatchSerializer, responses={201: s.BatchSerializer})
    def create(self, request: Request) -> Response:
        given = read(s.NewBatchSerializer, request)
        mode, on, sure, shown = PlanMode(given.pop("mode")), given.pop("on"), given.pop("sure"), given.pop("steps")
        given["seeds_known"] = AmountKnown(given["seeds_known"])
        recipe = given["recipe"]
        laid = on_calendar(recipe, mode, on, work_calendar()) if shown is None else as_shown(recipe, [PlannedStretch(**s) for s in shown])
        made = batches.put_in(by=person_of(request), new=batches.NewBatch(**given), plan=laid, at=timezone.now(), sure=sure)
        return Response(s.BatchSerializer(made).data, status=201)

    @extend_schema(request=s.BatchChangeSerializer, responses=s.BatchSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        batch = self.get_object()
        version, changes = given_change(s.BatchChangeSerializer, batch, request.data)
        changed = batches.change_batch(by=person_of(request), batch=batch, version=version, changes=changes)
        return Response(s.BatchSerializer(changed).data)

    @extend_schema(request=s.PlanAgainSerializer, responses=DONE)
    @action(detail=True, methods=["post"], url_path="plan-again")
    def plan_again(self, request: Request, pk: str) -> Response:
        batch, given = self.get_object(), read(s.PlanAgainSerializer, request)
        laid = on_calendar(batch.recipe, PlanMode(given["mode"]), given["on"], work_calendar())
        batches.plan_again(by=person_of(request), batch=batch, plan=laid, at=timezone.now(), why=given["why"])
        return Response(status=204)

    @extend_schema(request=s.BeginStepSerializer, responses=DONE)
    @action(detail=True, methods=["post"], url_path="begin-step")
    def begin_step(self, request: Request, pk: str) -> Response:
        given = read(s.BeginStepSerializer, request)
        steps.begin_step(by=person_of(request), batch=self.get_object(), at=_at(given), **given)
        return Response(status=204)

    @extend_schema(request=s.EndStepSerializer, responses=DONE)
    @action(detail=True, methods=["post"], url_path="end-step")
    def end_step(self, request: Request, pk: str) -> Response:
        given = read(s.EndStepSerializer, request)
        begun = get_object_or_404(StepBegun.objects.select_related("batch"), pk=given.pop("begun"), batch=self.get_object())
        given["ended_by"] = EndsBy(given["ended_by"]) if given["ended_by"] else None
        steps.end_step(by=person_of(request), begun=begun, at=_at(given), **given)
        return Response(status=204)

    @extend_schema(request=None, responses=DONE)
    @action(detail=True, methods=["post"], url_path="take-back-step")
    def take_back_step(self, request: Request, pk: str) -> Response:
        steps.take_back_step(by=person_of(request), batch=self.get_object())
        return Response(status=204)

    @extend_schema(request=s.MoveBatchSerializer, responses=DONE)
    @action(detail=True, methods=["post"])
    def move(self, request: Request, pk: str) -> Response:
        given = read(s.MoveBatchSerializer, request)
        batches.move(by=person_of(request), batch=self.get_object(), at=_at(given), **given)
        return Response(status=204)

    @extend_schema(request=s.SplitBatchSerializer, responses={201: s.BatchSerializer})
    @action(detail=True, methods=["post"])
    def split(self, request: Request, pk: str) -> Response:
        given = read(s.SplitBatchSerializer, request)
        child = batches.split(by=person_of(request), batch=self.get_object(), at=_at(given), **given)
        return Response(s.BatchSerializer(child).data, status=201)

    @extend_schema(request=s.TakeOutSerializer, responses=DONE)
    @action(detail=True, methods=["post"], url_path="take-out")
    def take_out(self, request: Request, pk: str) -> Response:
        given = read(s.TakeOutSerializer, request)
        given["how"] = LeavingHow(given["how"])
        batches.take_out(by=person_of(request), batch=self.get_object(), at=_at(given), **given)
        return Response(status=204)

    @extend_schema(request=None, responses=DONE)
    @action(detail=True, methods=["post"], url_path="put-back")
    def put_back(self, request: Request, pk: str) -> Response:
        batches.put_back(by=person_of(request), batch=self.get_object())
        return Response(status=204)


class PlanView(APIView):
    """A plan of treatments on the calendar; nothing is stored."""

    @extend_schema(request=s.PlanRequestSerializer, responses=s.PlanViewSerializer, operation_id="plan_lay")
    def post(self, request: Request) -> Response:
        given = read(s.PlanRequestSerializer, request)
        found = plan(
            [PlanItem(**i) for i in given["items"]],
            PlanMode(given["mode"]),
            given["on"],
            today=timezone.localdate(),
            place=given["place"],
            season=SowSeason(given["season"]) if given["season"] else None,
            bags=given["bags"],
        )
        return Response(s.PlanViewSerializer(found).data)


class BagLookViewSet(viewsets.GenericViewSet[BagLook]):
    """Looks at bags: recorded once each, taken back by a later record, never edited."""

    queryset = BagLook.objects.select_related("batch__lot")
    counters = ("create", "take_back")
    serializer_class = s.BagLookMadeSerializer

    @extend_schema(request=s.NewBagLookSerializer, responses={200: s.BagLookMadeSerializer, 201: s.BagLookMadeSerializer})
    def create(self, request: Request) -> Response:
        given = read(s.NewBagLookSerializer, request)
        batch = given.pop("batch")
        given["sprouts_go"] = SproutsGo(given["sprouts_go"]) if given["sprouts_go"] else None
        look, created = looks.record_bag_look(by=person_of(request), batch=batch, new=looks.NewBagLook(**given))
        return Response(s.BagLookMadeSerializer(look).data, status=201 if created else 200)

    @extend_schema(request=None, responses=DONE)
    @action(detail=True, methods=["post"], url_path="take-back")
    def take_back(self, request: Request, pk: str) -> Response:
        looks.take_back_bag_look(by=person_of(request), look=self.get_object())
        return Response(status=204)
