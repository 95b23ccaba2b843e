"""Trials, looks and closings over HTTP."""

from typing import Any

from django.db.models import Q, QuerySet
from django.http import HttpResponse
from django.utils import timezone
from django_filters import rest_framework as filters
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import mixins, viewsets
from rest_framework.decorators import action
from rest_framework.request import Request
from rest_framework.response import Response

from core.vocabulary import DeviationKind, PlanMode, TrialKind
from server.http.bodies import read
from server.http.filters import StrictFilters
from server.people.permissions import Right, may
from server.people.requests import person_of
from server.record_kinds.api.things import HistorySerializer, given_change
from server.record_kinds.choices import choices_of
from server.record_kinds.kept import kept_answer
from server.record_kinds.selectors import history_of
from server.trials.api import serializers as s
from server.trials.models import Deviation, Dish, Look, Treatment, Trial
from server.trials.selectors.courses import course_of
from server.trials.selectors.rows import trial_rows
from server.trials.selectors.set_up import set_up_sheet
from server.trials.selectors.sheets import count_sheet, look_view
from server.trials.selectors.state import trials
from server.trials.services import bags, closings, deviations, layout, looks
from server.trials.services.new_look import NewLook
from server.trials.services.new_treatments import NewTreatment
from server.trials.services.packet_day import Packet, lay_out_packet_day


class TrialFilter(filters.FilterSet):
    lot = filters.NumberFilter(method="of_lot", label="Trials that test seed of this lot")
    kind = filters.ChoiceFilter(choices=choices_of(TrialKind))
    search = filters.CharFilter(method="find", label="Words in code, question or plant")

    class Meta:
        model = Trial
        fields: list[str] = []

    def find(self, queryset: QuerySet[Trial], name: str, value: str) -> QuerySet[Trial]:
        for word in value.split():
            named = (
                Q(lot__taxon__common_name__icontains=word)
                | Q(lot__taxon__scientific_name__icontains=word)
                | Q(lot__field_name__icontains=word)
                | Q(lot__code__icontains=word)
            )
            plants = Treatment.objects.filter(named).order_by().values("trial")
            queryset = queryset.filter(Q(code__icontains=word) | Q(question__icontains=word) | Q(pk__in=plants))
        return queryset

    def of_lot(self, queryset: QuerySet[Trial], name: str, value: int) -> QuerySet[Trial]:
        return queryset.filter(pk__in=Treatment.objects.filter(lot=value).order_by().values("trial"))


class TrialViewSet(mixins.RetrieveModelMixin, viewsets.GenericViewSet[Trial]):
    """Trials: the list, laying one out, sowing, the count sheet, and opening a blind one."""

    queryset = trials()
    serializer_class = s.TrialSerializer
    filter_backends = [StrictFilters]
    filterset_class = TrialFilter
    counters = ("count_sheet", "deviations", "photos")

    @extend_schema(responses=s.TrialRowSerializer(many=True))
    def list(self, request: Request) -> HttpResponse:
        # whatever is asked wrongly is refused before anything is looked up
        asked: Any = self.filter_queryset(self.get_queryset())

        def rows() -> Any:
            page: Any = self.paginate_queryset(asked)
            return self.get_paginated_response(s.TrialRowSerializer(trial_rows(page), many=True).data).data

        # a state is derived and waits for no record, so it is kept for the day
        return kept_answer(f"trials:{timezone.localdate()}:{request.get_full_path()}", rows)

    @extend_schema(request=s.NewTrialSerializer, responses={201: s.TrialSerializer})
    def create(self, request: Request) -> Response:
        given = s.NewTrialSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        fields = dict(given.validated_data)
        treatments = [NewTreatment(**t) for t in fields.pop("treatments")]
        trial = layout.lay_out_trial(by=person_of(request), treatments=treatments, at=timezone.now(), **fields)
        return Response(s.TrialSerializer(trial).data, status=201)

    @extend_schema(request=s.NewPacketDaySerializer, responses={201: s.TrialSerializer}, operation_id="trials_packet_day")
    @action(detail=False, methods=["post"], url_path="packet-day")
    def packet_day(self, request: Request) -> Response:
        """Lay out a packet day; packets that are not here yet become lots."""
        given = s.NewPacketDaySerializer(data=request.data)
        given.is_valid(raise_exception=True)
        fields = dict(given.validated_data)
        packets = [Packet(**p) for p in fields.pop("packets")]
        trial = lay_out_packet_day(by=person_of(request), packets=packets, at=timezone.now(), **fields)
        return Response(s.TrialSerializer(trial).data, status=201)

    @extend_schema(request=s.TrialChangeSerializer, responses=s.TrialSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        trial = self.get_object()
        version, changes = given_change(s.TrialChangeSerializer, trial, request.data)
        changed = layout.change_trial(by=person_of(request), trial=trial, version=version, changes=changes)
        return Response(s.TrialSerializer(changed).data)

    @extend_schema(request=s.SowSerializer, responses={204: OpenApiResponse(description="All dishes are sown")})
    @action(detail=True, methods=["post"])
    def sow(self, request: Request, pk: str) -> Response:
        given = read(s.SowSerializer, request)
        at = given.pop("at") or timezone.now()
        looks.sow_trial(by=person_of(request), trial=self.get_object(), at=at, **given)
        return Response(status=204)

    @extend_schema(responses=s.SetUpSheetSerializer, filters=False, operation_id="trials_set_up")
    @action(detail=True, url_path="set-up")
    def set_up(self, request: Request, pk: str) -> Response:
        sheet = set_up_sheet(self.get_object(), may_plan=may(person_of(request), Right.PLAN))
        return Response(s.SetUpSheetSerializer(sheet).data)

    @extend_schema(responses=s.TrialDesignSerializer, filters=False, operation_id="trials_design")
    @action(detail=True)
    def design(self, request: Request, pk: str) -> Response:
        found: Any = layout.design_of(self.get_object())
        return Response(s.TrialDesignSerializer(found).data)

    @extend_schema(request=s.AddTreatmentSerializer, responses={204: OpenApiResponse(description="The treatment is added")})
    @action(detail=True, methods=["post"], url_path="add-treatment")
    def add_treatment(self, request: Request, pk: str) -> Response:
        given = read(s.AddTreatmentSerializer, request)
        size = {name: given.pop(name) for name in ("dishes", "seeds_per_dish")}
        new = NewTreatment(**given)
        layout.add_treatment(by=person_of(request), trial=self.get_object(), new=new, at=timezone.now(), **size)
        return Response(status=204)

    @extend_schema(request=s.NewDeviationSerializer, responses={201: s.DeviationNotedSerializer}, operation_id="trials_deviations")
    @action(detail=True, methods=["post"])
    def deviations(self, request: Request, pk: str) -> Response:
        given = read(s.NewDeviationSerializer, request)
        at, kind = given.pop("at") or timezone.now(), DeviationKind(given.pop("kind"))
        noted = deviations.note_deviation(by=person_of(request), trial=self.get_object(), kind=kind, at=at, **given)
        return Response(s.DeviationNotedSerializer(noted).data, status=201)

    @extend_schema(request=s.TrialPhotoRequestSerializer, responses={204: OpenApiResponse(description="The photo was added")})
    @action(detail=True, methods=["post"])
    def photos(self, request: Request, pk: str) -> Response:
        given = read(s.TrialPhotoRequestSerializer, request)
        deviations.keep_trial_photo(by=person_of(request), trial=self.get_object(), at=timezone.now(), **given)
        return Response(status=204)

    @extend_schema(request=s.RetreatSerializer, responses={204: OpenApiResponse(description="The ungerminated seeds go on")})
    @action(detail=True, methods=["post"], url_path="retreat-ungerminated")
    def retreat_ungerminated(self, request: Request, pk: str) -> Response:
        given = read(s.RetreatSerializer, request)
        at = given.pop("at") or timezone.now()
        closings.retreat_ungerminated(by=person_of(request), trial=self.get_object(), at=at, **given)
        return Response(status=204)

    @extend_schema(request=None, responses={204: OpenApiResponse(description="The sowing is undone")})
    @action(detail=True, methods=["post"], url_path="take-back-sowing")
    def take_back_sowing(self, request: Request, pk: str) -> Response:
        looks.take_back_sowing(by=person_of(request), trial=self.get_object(), at=timezone.now())
        return Response(status=204)

    @extend_schema(request=s.PutInBagsSerializer, responses={201: s.BagMadeSerializer(many=True)}, operation_id="trials_put_in_bags")
    @action(detail=True, methods=["post"], url_path="put-in-bags", pagination_class=None)
    def put_in_bags(self, request: Request, pk: str) -> Response:
        given = read(s.PutInBagsSerializer, request)
        mode = PlanMode(given.pop("mode"))
        made = bags.put_in_bags(by=person_of(request), trial=self.get_object(), at=timezone.now(), mode=mode, **given)
        return Response(s.BagMadeSerializer(made, many=True).data, status=201)

    @extend_schema(request=s.VersionSerializer, responses=s.TrialSerializer)
    @action(detail=True, methods=["post"])
    def open(self, request: Request, pk: str) -> Response:
        given = s.VersionSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        opened = closings.open_trial(
            by=person_of(request), trial=self.get_object(), at=timezone.now(), version=given.validated_data["version"]
        )
        return Response(s.TrialSerializer(opened).data)

    @extend_schema(responses=s.CountSheetSerializer, filters=False)
    @action(detail=True, url_path="count-sheet")
    def count_sheet(self, request: Request, pk: str) -> Response:
        return Response(s.CountSheetSerializer(count_sheet(self.get_object(), timezone.now())).data)

    @extend_schema(responses=HistorySerializer(many=True), filters=False, operation_id="trials_history")
    @action(detail=True, pagination_class=None)
    def history(self, request: Request, pk: str) -> Response:
        return Response(HistorySerializer(history_of(self.get_object()), many=True).data)


class LookViewSet(viewsets.GenericViewSet[Look]):
    """Looks: recorded once each, corrected by later ones, never edited."""

    queryset = Look.objects.select_related("by", "dish")
    counters = ("create",)
    serializer_class = s.LookViewSerializer

    @extend_schema(request=s.NewLookSerializer, responses={200: s.LookViewSerializer, 201: s.LookViewSerializer})
    def create(self, request: Request) -> Response:
        given = s.NewLookSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        fields = dict(given.validated_data)
        dish = fields.pop("dish")
        look, created = looks.record_look(by=person_of(request), dish=dish, new=NewLook(**fields))
        view = look_view(look, course_of(dish).day_of(look.at))
        return Response(s.LookViewSerializer(view).data, status=201 if created else 200)


class DishViewSet(viewsets.GenericViewSet[Dish]):
    """Dishes: all looks of one with their corrections, closing, reopening, setting aside."""

    queryset = Dish.objects.all()
    counters = ("looks", "close", "reopen", "set_aside", "take_back_set_aside")
    serializer_class = s.LookViewSerializer

    @extend_schema(responses=s.LookViewSerializer(many=True), filters=False, operation_id="dishes_looks")
    @action(detail=True, pagination_class=None)
    def looks(self, request: Request, pk: str) -> Response:
        dish = self.get_object()
        course = course_of(dish)
        rows = [look_view(x, course.day_of(x.at)) for x in dish.looks.select_related("by", "corrects").order_by("at", "pk")]
        return Response(s.LookViewSerializer(rows, many=True).data)

    @extend_schema(request=s.NewClosingSerializer, responses={204: OpenApiResponse(description="The dish is closed")})
    @action(detail=False, methods=["post"])
    def close(self, request: Request) -> Response:
        given = s.NewClosingSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        closings.close_dish(by=person_of(request), **given.validated_data)
        return Response(status=204)

    @extend_schema(request=None, responses={204: OpenApiResponse(description="The closing is undone")})
    @action(detail=True, methods=["post"])
    def reopen(self, request: Request, pk: str) -> Response:
        closings.reopen_dish(by=person_of(request), dish=self.get_object(), at=timezone.now())
        return Response(status=204)

    @extend_schema(request=s.SetAsideRequestSerializer, responses={204: OpenApiResponse(description="The dish is set aside")})
    @action(detail=True, methods=["post"], url_path="set-aside")
    def set_aside(self, request: Request, pk: str) -> Response:
        given = s.SetAsideRequestSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        closings.set_aside(by=person_of(request), dish=self.get_object(), at=timezone.now(), why=given.validated_data["why"])
        return Response(status=204)

    @extend_schema(request=None, responses={204: OpenApiResponse(description="The dish is counted again")})
    @action(detail=True, methods=["post"], url_path="take-back-set-aside")
    def take_back_set_aside(self, request: Request, pk: str) -> Response:
        closings.take_back_set_aside(by=person_of(request), dish=self.get_object())
        return Response(status=204)

    @extend_schema(request=None, responses={204: OpenApiResponse(description="The dish was not sent on")})
    @action(detail=True, methods=["post"], url_path="take-back-stretch")
    def take_back_stretch(self, request: Request, pk: str) -> Response:
        closings.take_back_stretch(by=person_of(request), dish=self.get_object())
        return Response(status=204)


class DeviationViewSet(viewsets.GenericViewSet[Deviation]):
    """Deviations: noted at their trial, withdrawn here."""

    queryset = Deviation.objects.select_related("trial", "dish")
    counters = ("take_back",)
    serializer_class = s.DeviationNotedSerializer

    @extend_schema(request=None, responses={204: OpenApiResponse(description="The deviation is undone")})
    @action(detail=True, methods=["post"], url_path="take-back")
    def take_back(self, request: Request, pk: str) -> Response:
        deviations.take_back_deviation(by=person_of(request), deviation=self.get_object())
        return Response(status=204)
