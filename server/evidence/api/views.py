"""What the counts say, over HTTP."""

from django.shortcuts import get_object_or_404
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from core.vocabulary import Question
from server.batches.models import Batch
from server.evidence.api.serializers import (
    BatchPageSerializer,
    DormancyReadingSerializer,
    LotPageSerializer,
    PlanQuestionSerializer,
    QuestionPlanSerializer,
    TrialComparisonSerializer,
    TrialOverviewSerializer,
    TrialStorySerializer,
)
from server.evidence.selectors.batch_page import batch_page
from server.evidence.selectors.comparison import NothingToCompare, comparison
from server.evidence.selectors.dormancy import lot_dormancy
from server.evidence.selectors.lot_page import lot_page
from server.evidence.selectors.overview import overview
from server.evidence.selectors.planning import plan_question
from server.evidence.selectors.story import trial_story
from server.lots.models import Lot
from server.rest.bodies import read
from server.rest.problems import Problem
from server.trials.selectors.state import trials


class OverviewView(APIView):
    """A trial's furrows, its dishes on their places, and what comes next."""

    @extend_schema(responses=TrialOverviewSerializer, operation_id="trials_overview")
    def get(self, request: Request, pk: int) -> Response:
        return Response(TrialOverviewSerializer(overview(get_object_or_404(trials(), pk=pk), timezone.now())).data)


class ComparisonView(APIView):
    """A trial's treatments compared; 409 with the reason while there is nothing to compare."""

    @extend_schema(responses=TrialComparisonSerializer, operation_id="trials_comparison")
    def get(self, request: Request, pk: int) -> Response:
        result = comparison(get_object_or_404(trials(), pk=pk))
        if isinstance(result, NothingToCompare):
            raise Problem(result.detail, code=result.code)
        return Response(TrialComparisonSerializer(result).data)


class PlanQuestionView(APIView):
    """What a layout can tell about a question, before a seed is drawn; and the layout to begin with."""

    @extend_schema(request=PlanQuestionSerializer, responses=QuestionPlanSerializer, operation_id="trials_plan_question")
    def post(self, request: Request) -> Response:
        given = read(PlanQuestionSerializer, request)
        asks = Question(given.pop("asks"))
        return Response(QuestionPlanSerializer(plan_question(asks=asks, **given)).data)


class TrialStoryView(APIView):
    """What went otherwise than planned in a trial, the care its bags missed, and who counted."""

    @extend_schema(responses=TrialStorySerializer, operation_id="trials_story")
    def get(self, request: Request, pk: int) -> Response:
        return Response(TrialStorySerializer(trial_story(get_object_or_404(trials(), pk=pk))).data)


class LotPageView(APIView):
    """All that is derived of a lot: amount, worth, keeping, tests, descent, log, and what next."""

    @extend_schema(responses=LotPageSerializer, operation_id="lots_page")
    def get(self, request: Request, pk: int) -> Response:
        lots = Lot.objects.select_related("taxon", "place__parent__parent__parent")
        return Response(LotPageSerializer(lot_page(get_object_or_404(lots, pk=pk), timezone.localdate())).data)


class DormancyView(APIView):
    """Why the seed of a lot may not sprout: a guess with its reasons, and what is worth comparing."""

    @extend_schema(responses=DormancyReadingSerializer, operation_id="lots_dormancy")
    def get(self, request: Request, pk: int) -> Response:
        lot = get_object_or_404(Lot.objects.select_related("taxon"), pk=pk)
        return Response(DormancyReadingSerializer(lot_dormancy(lot)).data)


class BatchPageView(APIView):
    """A batch: planned beside done, the cold it really got, its looks, and what next."""

    @extend_schema(responses=BatchPageSerializer, operation_id="batches_page")
    def get(self, request: Request, pk: int) -> Response:
        return Response(BatchPageSerializer(batch_page(get_object_or_404(Batch, pk=pk), timezone.now())).data)
