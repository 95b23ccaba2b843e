"""What the counts say, over HTTP."""

from typing import Any, TypeVar

from django.http import HttpResponse
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework.generics import get_object_or_404
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from core.vocabulary import Base, Clock, CurveFamily, DecisionAim, NextTest, Question
from server.batches.models import Batch
from server.errors import DomainError
from server.evidence.api import serializers as s
from server.evidence.api.answers import answer_of
from server.evidence.models import Conclusion
from server.evidence.selectors.batch_page import batch_page
from server.evidence.selectors.comparison import CompareOptions, NothingToCompare, comparison
from server.evidence.selectors.conclusions import of_recipe, of_trial
from server.evidence.selectors.decision import decision_page
from server.evidence.selectors.dormancy import lot_dormancy
from server.evidence.selectors.doses import dose_responses_of_lots, dose_responses_of_recipe, dose_responses_of_trial
from server.evidence.selectors.earlier import earlier_results
from server.evidence.selectors.figures import lot_figures, trial_figures
from server.evidence.selectors.lot_page import lot_page
from server.evidence.selectors.overview import overview
from server.evidence.selectors.packets import packet_day
from server.evidence.selectors.planning import plan_question
from server.evidence.selectors.recipe_results import recipe_results
from server.evidence.selectors.timeline import trial_timeline
from server.evidence.services import conclude, plan_next, plan_next_doses, take_back_conclusion
from server.http.bodies import read
from server.http.wanted import WantedSerializer, wanted_ids
from server.lots.models import Lot
from server.people.requests import person_of
from server.recipes.models import Recipe
from server.record_kinds.kept import kept_answer
from server.reference.models import Taxon
from server.trials.selectors.state import trials

T = TypeVar("T")


def _there(found: T | NothingToCompare) -> T:
    """What was found; a conflict with the reason where there is nothing yet."""
    if isinstance(found, NothingToCompare):
        raise DomainError(found.detail, code=found.code)
    return found


class OverviewView(APIView):
    """A trial's furrows, its dishes on their places, and what comes next."""

    @extend_schema(responses=s.TrialOverviewSerializer, operation_id="trials_overview")
    def get(self, request: Request, pk: int) -> Response:
        return Response(s.TrialOverviewSerializer(overview(get_object_or_404(trials(), pk=pk), timezone.now())).data)


class ComparisonView(APIView):
    """A trial's treatments compared; 409 with the reason while there is nothing to compare."""

    @extend_schema(parameters=[s.CompareOptionsSerializer], responses=s.TrialComparisonSerializer, operation_id="trials_comparison")
    def get(self, request: Request, pk: int) -> HttpResponse:
        trial = get_object_or_404(trials(), pk=pk)
        given = s.CompareOptionsSerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        options = CompareOptions(
            basis=Base(given.validated_data["basis"]),
            clock=Clock(given.validated_data["clock"]),
            curve=CurveFamily(x) if (x := given.validated_data["curve"]) else None,
        )

        def build() -> Any:
            return s.TrialComparisonSerializer(_there(comparison(trial, options))).data

        return answer_of(trial, f"comparison:{options!r}", build)


def _share(request: Request) -> float | None:
    given = s.DoseOptionsSerializer(data=request.query_params)
    given.is_valid(raise_exception=True)
    share: float | None = given.validated_data["share"]
    return share


class TrialDosesView(APIView):
    """The dose series of a trial with their curves; 409 while nothing was counted."""

    @extend_schema(parameters=[s.DoseOptionsSerializer], responses=s.DoseResponseSerializer(many=True), operation_id="trials_doses")
    def get(self, request: Request, pk: int) -> HttpResponse:
        trial, share = get_object_or_404(trials(), pk=pk), _share(request)

        def build() -> Any:
            return s.DoseResponseSerializer(_there(dose_responses_of_trial(trial, share)), many=True).data

        return answer_of(trial, f"doses:{share}", build)


class NextDosesPlanView(APIView):
    """Make the next dose series ready to be laid out; its recipes are written where they are missing."""

    @extend_schema(request=s.NextDosesSerializer, responses=s.NextPlanSerializer, operation_id="trials_next_doses")
    def post(self, request: Request, pk: int) -> Response:
        lot = read(s.NextDosesSerializer, request)["lot"]
        trial = get_object_or_404(trials(), pk=pk)
        return Response(s.NextPlanSerializer(plan_next_doses(by=person_of(request), trial=trial, lot=lot)).data)


class TaxonDosesView(APIView):
    """The dose series of a plant over lots and years."""

    @extend_schema(parameters=[s.DoseOptionsSerializer], responses=s.DoseResponseSerializer(many=True), operation_id="taxa_doses")
    def get(self, request: Request, pk: int) -> HttpResponse:
        lots, share = Lot.objects.filter(taxon=get_object_or_404(Taxon, pk=pk)).select_related("taxon"), _share(request)
        return kept_answer(
            f"plant doses:{pk}:{share}", lambda: s.DoseResponseSerializer(dose_responses_of_lots(list(lots), share), many=True).data
        )


class LotDosesView(APIView):
    """The dose series of a lot whose species is unknown."""

    @extend_schema(parameters=[s.DoseOptionsSerializer], responses=s.DoseResponseSerializer(many=True), operation_id="lots_doses")
    def get(self, request: Request, pk: int) -> HttpResponse:
        lot, share = get_object_or_404(Lot.objects.select_related("taxon"), pk=pk), _share(request)
        return kept_answer(
            f"lot doses:{pk}:{share}", lambda: s.DoseResponseSerializer(dose_responses_of_lots([lot], share), many=True).data
        )


class RecipeDosesView(APIView):
    """The dose series that a recipe is a dose of, by plant, over lots and years."""

    @extend_schema(parameters=[s.DoseOptionsSerializer], responses=s.PlantDosesSerializer(many=True), operation_id="recipes_doses")
    def get(self, request: Request, pk: int) -> HttpResponse:
        recipe, share = get_object_or_404(Recipe, pk=pk), _share(request)
        return kept_answer(
            f"recipe doses:{pk}:{share}", lambda: s.PlantDosesSerializer(dose_responses_of_recipe(recipe, share), many=True).data
        )


class PacketDayView(APIView):
    """The results of a packet day, packet by packet: germinated, the claim beside it, and what to do."""

    @extend_schema(responses=s.PacketDaySerializer, operation_id="trials_packets")
    def get(self, request: Request, pk: int) -> Response:
        return Response(s.PacketDaySerializer(_there(packet_day(get_object_or_404(trials(), pk=pk), timezone.now()))).data)


class EarlierView(APIView):
    """The same plant and treatments in other trials, each trial one line, and how much trials differ."""

    @extend_schema(responses=s.EarlierResultsSerializer, operation_id="trials_earlier")
    def get(self, request: Request, pk: int) -> Response:
        return Response(s.EarlierResultsSerializer(earlier_results(get_object_or_404(trials(), pk=pk))).data)


class DecisionView(APIView):
    """What to use, how sure that is, what each alternative saves and costs; 409 while there is nothing to decide on."""

    @extend_schema(parameters=[s.DecisionOptionsSerializer], responses=s.DecisionPageSerializer, operation_id="trials_decision")
    def get(self, request: Request, pk: int) -> Response:
        given = s.DecisionOptionsSerializer(data=request.query_params)
        given.is_valid(raise_exception=True)
        aim = DecisionAim(x) if (x := given.validated_data["aim"]) else None
        return Response(
            s.DecisionPageSerializer(_there(decision_page(get_object_or_404(trials(), pk=pk), aim, given.validated_data["lot"]))).data
        )


class ConclusionsView(APIView):
    """Record a person's conclusion with the decision of that moment."""

    @extend_schema(request=s.NewConclusionSerializer, responses={201: s.ConclusionSerializer(many=True)}, operation_id="trials_conclude")
    def post(self, request: Request, pk: int) -> Response:
        trial = get_object_or_404(trials(), pk=pk)
        conclude(by=person_of(request), trial=trial, **read(s.NewConclusionSerializer, request))
        return Response(s.ConclusionSerializer(of_trial(trial), many=True).data, status=201)


class ConclusionTakeBackView(APIView):
    """Undo a conclusion; it stays in the record."""

    @extend_schema(request=None, responses={204: None}, operation_id="conclusions_take_back")
    def post(self, request: Request, pk: int) -> Response:
        take_back_conclusion(by=person_of(request), conclusion=get_object_or_404(Conclusion, pk=pk))
        return Response(status=204)


class RecipeConclusionsView(APIView):
    """What people concluded of a recipe, in any of its editions."""

    @extend_schema(responses=s.ConclusionSerializer(many=True), operation_id="recipes_conclusions")
    def get(self, request: Request, pk: int) -> Response:
        return Response(s.ConclusionSerializer(of_recipe(get_object_or_404(Recipe, pk=pk)), many=True).data)


class RecipeResultsView(APIView):
    """Results of one version of a recipe so far, by plant: the average lot and where the next one will fall."""

    @extend_schema(responses=s.RecipeResultSerializer(many=True), operation_id="recipes_results")
    def get(self, request: Request, pk: int) -> Response:
        return Response(s.RecipeResultSerializer(recipe_results(get_object_or_404(Recipe, pk=pk)), many=True).data)


class NextPlanView(APIView):
    """Make a proposal of the decision ready to be laid out; its recipes are written where they are missing."""

    @extend_schema(request=s.NextTestSerializer, responses=s.NextPlanSerializer, operation_id="trials_next")
    def post(self, request: Request, pk: int) -> Response:
        given = read(s.NextTestSerializer, request)
        trial, test = get_object_or_404(trials(), pk=pk), NextTest(given["test"])
        return Response(s.NextPlanSerializer(plan_next(by=person_of(request), trial=trial, test=test, lot=given["lot"])).data)


class PlanQuestionView(APIView):
    """What a trial layout can detect, before any seed is used; and the layout to begin with."""

    @extend_schema(request=s.PlanQuestionSerializer, responses=s.QuestionPlanSerializer, operation_id="trials_plan_question")
    def post(self, request: Request) -> Response:
        given = read(s.PlanQuestionSerializer, request)
        asks = Question(given.pop("asks"))
        return Response(s.QuestionPlanSerializer(plan_question(asks=asks, **given)).data)


class TrialTimelineView(APIView):
    """Deviations of a trial, the care its bags missed, and who counted."""

    @extend_schema(responses=s.TrialTimelineSerializer, operation_id="trials_timeline")
    def get(self, request: Request, pk: int) -> Response:
        return Response(s.TrialTimelineSerializer(trial_timeline(get_object_or_404(trials(), pk=pk))).data)


class LotPageView(APIView):
    """Everything derived for a lot: amount, worth, keeping, tests, descent, log, and what next."""

    @extend_schema(responses=s.LotPageSerializer, operation_id="lots_page")
    def get(self, request: Request, pk: int) -> Response:
        lots = Lot.objects.select_related("taxon", "place__parent__parent__parent")
        return Response(s.LotPageSerializer(lot_page(get_object_or_404(lots, pk=pk), timezone.localdate())).data)


class LotFiguresView(APIView):
    """The latest test of some lots and what each asks for first, for the lines of a list."""

    @extend_schema(parameters=[WantedSerializer], responses=s.LotFiguresSerializer(many=True), operation_id="lots_figures")
    def get(self, request: Request) -> HttpResponse:
        wanted, today = wanted_ids(request), timezone.localdate()
        return kept_answer(f"lot figures:{today}:{wanted}", lambda: s.LotFiguresSerializer(lot_figures(wanted, today), many=True).data)


class TrialFiguresView(APIView):
    """The share of each treatment of some trials, for the lines of a list."""

    @extend_schema(parameters=[WantedSerializer], responses=s.TrialFiguresSerializer(many=True), operation_id="trials_figures")
    def get(self, request: Request) -> HttpResponse:
        wanted = wanted_ids(request)
        return kept_answer(f"trial figures:{wanted}", lambda: s.TrialFiguresSerializer(trial_figures(wanted), many=True).data)


class DormancyView(APIView):
    """Likely dormancy of a lot with its reasons, and what is worth comparing."""

    @extend_schema(responses=s.DormancyReadingSerializer, operation_id="lots_dormancy")
    def get(self, request: Request, pk: int) -> Response:
        lot = get_object_or_404(Lot.objects.select_related("taxon"), pk=pk)
        return Response(s.DormancyReadingSerializer(lot_dormancy(lot)).data)


class BatchPageView(APIView):
    """A batch: plan and actual dates, actual cold, looks, and what next."""

    @extend_schema(responses=s.BatchPageSerializer, operation_id="batches_page")
    def get(self, request: Request, pk: int) -> Response:
        return Response(s.BatchPageSerializer(batch_page(get_object_or_404(Batch, pk=pk), timezone.now())).data)
