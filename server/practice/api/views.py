"""The practice bench over HTTP: open to everybody who is signed in, each with benches of their own."""

from typing import Any

from django.utils import timezone
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import viewsets
from rest_framework.decorators import action
from rest_framework.request import Request
from rest_framework.response import Response

from core.vocabulary import PracticeSays
from server.http.bodies import read
from server.people.requests import person_of
from server.practice import selectors
from server.practice.api import serializers as s
from server.practice.files import on_bench
from server.practice.models import Attempt
from server.practice.services import bench, tries
from server.practice.services.conclude import conclude
from server.practice.services.explore import explore_demo
from server.trials.selectors.state import trials

DONE = s.DoneSerializer


class PracticeViewSet(viewsets.GenericViewSet[Attempt]):
    """Practice attempts: start, continue, conclude, compare with a group."""

    people_only = True
    queryset = Attempt.objects.none()
    serializer_class = s.AttemptViewSerializer
    pagination_class = None
    lookup_value_regex = r"\d+"
    counters = (
        "list",
        "create",
        "retrieve",
        "destroy",
        "dishes",
        "explore",
        "go_on",
        "treat_and_sow",
        "count_round",
        "cut_all",
        "conclude",
        "group",
    )

    def _own(self, request: Request, pk: str) -> Attempt:
        return tries.own_attempt(person_of(request), int(pk))

    @extend_schema(responses=s.PracticePageSerializer, operation_id="practice_list", filters=False)
    def list(self, request: Request) -> Response:
        person = person_of(request)
        page = {"briefs": selectors.briefs(person), "attempts": selectors.attempts_of(person), "demo": selectors.demo_of(person)}
        return Response(s.PracticePageSerializer(page).data)

    @extend_schema(request=s.BeginSerializer, responses={201: s.AttemptViewSerializer}, operation_id="practice_begin")
    def create(self, request: Request) -> Response:
        given, by = read(s.BeginSerializer, request), person_of(request)
        begun = tries.join_group(by=by, code=given["code"]) if given.get("code") else tries.begin(by=by, brief=given["brief"])
        return Response(s.AttemptViewSerializer(selectors.attempt_view(begun)).data, status=201)

    @extend_schema(responses=s.BenchViewSerializer, operation_id="practice_bench")
    def retrieve(self, request: Request, pk: str) -> Response:
        attempt = self._own(request, pk)
        told = selectors.attempt_view(attempt)
        with on_bench(attempt):
            return Response(s.BenchViewSerializer(selectors.bench_view(told)).data)

    @extend_schema(
        parameters=[s.LetGoSerializer],
        responses={204: OpenApiResponse(description="The bench is gone; a result stays, unless it is to go too")},
        operation_id="practice_let_go",
    )
    def destroy(self, request: Request, pk: str) -> Response:
        given = s.LetGoSerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        by = person_of(request)
        tries.let_go(by=by, attempt=tries.own_bench(by, int(pk)), result_too=given.validated_data["result_too"])
        return Response(status=204)

    @extend_schema(request=None, responses={201: s.ExploreSerializer}, operation_id="practice_explore")
    @action(detail=False, methods=["post"])
    def explore(self, request: Request) -> Response:
        """Open the demo: made-up records on a bench of one's own. The first time takes some seconds."""
        return Response(s.ExploreSerializer({"bench": explore_demo(by=person_of(request)).pk}).data, status=201)

    @extend_schema(
        parameters=[s.BenchTrialSerializer], responses=s.DishSeenSerializer(many=True), operation_id="practice_dishes", filters=False
    )
    @action(detail=True)
    def dishes(self, request: Request, pk: str) -> Response:
        given = s.BenchTrialSerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        attempt = self._own(request, pk)
        with on_bench(attempt):
            trial = trials().filter(pk=given.validated_data["trial"]).first()
            found = selectors.seen_in(attempt, trial, timezone.now()) if trial else []
        return Response(s.DishSeenSerializer(found, many=True).data)

    @extend_schema(request=s.GoOnSerializer, responses=DONE, operation_id="practice_go_on")
    @action(detail=True, methods=["post"], url_path="go-on")
    def go_on(self, request: Request, pk: str) -> Response:
        days = read(s.GoOnSerializer, request)["days"]
        bench.go_on(attempt=tries.own_bench(person_of(request), int(pk)), days=days)
        return _done(days)

    @extend_schema(request=s.BenchTrialSerializer, responses=DONE, operation_id="practice_treat_and_sow")
    @action(detail=True, methods=["post"], url_path="treat-and-sow")
    def treat_and_sow(self, request: Request, pk: str) -> Response:
        return _done(bench.treat_and_sow(attempt=self._own(request, pk), **read(s.BenchTrialSerializer, request)))

    @extend_schema(request=s.BenchTrialSerializer, responses=DONE, operation_id="practice_count_round")
    @action(detail=True, methods=["post"], url_path="count-round")
    def count_round(self, request: Request, pk: str) -> Response:
        return _done(bench.count_round(attempt=self._own(request, pk), **read(s.BenchTrialSerializer, request)))

    @extend_schema(request=s.BenchTrialSerializer, responses=DONE, operation_id="practice_cut_all")
    @action(detail=True, methods=["post"], url_path="cut-all")
    def cut_all(self, request: Request, pk: str) -> Response:
        return _done(bench.cut_all(attempt=self._own(request, pk), **read(s.BenchTrialSerializer, request)))

    @extend_schema(request=s.ConcludePracticeSerializer, responses=s.AttemptViewSerializer, operation_id="practice_conclude")
    @action(detail=True, methods=["post"])
    def conclude(self, request: Request, pk: str) -> Response:
        given: dict[str, Any] = read(s.ConcludePracticeSerializer, request)
        given["says"] = {row["treatment"]: PracticeSays(row["says"]) for row in given["says"]}
        concluded = conclude(attempt=self._own(request, pk), **given)
        return Response(s.AttemptViewSerializer(selectors.attempt_view(concluded)).data)

    @extend_schema(responses=s.AttemptViewSerializer(many=True), operation_id="practice_group", filters=False)
    @action(detail=True)
    def group(self, request: Request, pk: str) -> Response:
        attempt = self._own(request, pk)
        # who has not concluded yet would read the truth there
        found = selectors.group(attempt.code) if attempt.finished_at else []
        return Response(s.AttemptViewSerializer(found, many=True).data)


def _done(count: int) -> Response:
    return Response(s.DoneSerializer({"count": count}).data)
