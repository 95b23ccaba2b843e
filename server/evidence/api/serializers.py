"""The trial page, the compare page and the lot page as JSON."""

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.treatment import DormancyReading
from core.vocabulary import Base, Clock, CurveFamily, DecisionAim, NextTest, Question
from server.evidence.selectors.batch_page import BatchPage
from server.evidence.selectors.comparison import TrialComparison
from server.evidence.selectors.conclusions import ConclusionView
from server.evidence.selectors.decision import DecisionPage
from server.evidence.selectors.doses import DoseResponse, PlantDoses
from server.evidence.selectors.earlier import EarlierResults
from server.evidence.selectors.figures import LotFigures, TrialFigures
from server.evidence.selectors.lot_page import LotPage
from server.evidence.selectors.overview import TrialOverview
from server.evidence.selectors.packets import PacketDay
from server.evidence.selectors.planning import QuestionPlan
from server.evidence.selectors.recipe_results import RecipeResult
from server.evidence.selectors.timeline import TrialTimeline
from server.evidence.services import NextPlan
from server.lots.models import Lot
from server.record_kinds.choices import choices_of


class TrialOverviewSerializer(DataclassSerializer[TrialOverview]):
    class Meta:
        dataclass = TrialOverview


class TrialComparisonSerializer(DataclassSerializer[TrialComparison]):
    class Meta:
        dataclass = TrialComparison


class PacketDaySerializer(DataclassSerializer[PacketDay]):
    class Meta:
        dataclass = PacketDay


class LotPageSerializer(DataclassSerializer[LotPage]):
    class Meta:
        dataclass = LotPage


class LotFiguresSerializer(DataclassSerializer[LotFigures]):
    class Meta:
        dataclass = LotFigures


class TrialFiguresSerializer(DataclassSerializer[TrialFigures]):
    class Meta:
        dataclass = TrialFigures


class BatchPageSerializer(DataclassSerializer[BatchPage]):
    class Meta:
        dataclass = BatchPage


class DormancyReadingSerializer(DataclassSerializer[DormancyReading]):
    class Meta:
        dataclass = DormancyReading


class QuestionPlanSerializer(DataclassSerializer[QuestionPlan]):
    class Meta:
        dataclass = QuestionPlan


class TrialTimelineSerializer(DataclassSerializer[TrialTimeline]):
    class Meta:
        dataclass = TrialTimeline


class PlanQuestionSerializer(serializers.Serializer[None]):
    """A question about a lot, or about it and further `lots` with as many treatments each.

    Leave `dishes` and `seeds_per_dish` out to have them proposed. Shares are 0..1.
    """

    lot = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.select_related("taxon"))
    lots = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.select_related("taxon"), many=True, default=list)
    asks = serializers.ChoiceField(choices=choices_of(Question))
    treatments = serializers.IntegerField(min_value=1, max_value=60)
    dishes = serializers.IntegerField(min_value=1, max_value=100, allow_null=True, default=None)
    seeds_per_dish = serializers.IntegerField(min_value=1, max_value=10_000, allow_null=True, default=None)
    bags = serializers.IntegerField(min_value=0, max_value=100, default=0)
    expected = serializers.FloatField(min_value=0, max_value=1, allow_null=True, default=None)
    difference = serializers.FloatField(min_value=0.01, max_value=1, allow_null=True, default=None)


class CompareOptionsSerializer(serializers.Serializer[None]):
    """What to see of a comparison; without `curve` the numbers choose the family."""

    basis = serializers.ChoiceField(choices=choices_of(Base), default=Base.SOWN)
    clock = serializers.ChoiceField(choices=choices_of(Clock), default=Clock.SOWING)
    curve = serializers.ChoiceField(choices=choices_of(CurveFamily), allow_null=True, default=None)


class DoseOptionsSerializer(serializers.Serializer[None]):
    """The share that is wanted, 0..1; without it 90 % of the highest share."""

    share = serializers.FloatField(min_value=0.01, max_value=0.99, allow_null=True, default=None)


class DoseResponseSerializer(DataclassSerializer[DoseResponse]):
    class Meta:
        dataclass = DoseResponse


class NextDosesSerializer(serializers.Serializer[None]):
    """Of which lot of a trial the next dose series is planned."""

    lot = serializers.IntegerField(allow_null=True, default=None)


class PlantDosesSerializer(DataclassSerializer[PlantDoses]):
    class Meta:
        dataclass = PlantDoses


class DecisionPageSerializer(DataclassSerializer[DecisionPage]):
    class Meta:
        dataclass = DecisionPage


class DecisionOptionsSerializer(serializers.Serializer[None]):
    """What the decision weighs; without an aim, what the nursery's does."""

    aim = serializers.ChoiceField(choices=choices_of(DecisionAim), allow_null=True, default=None)
    lot = serializers.IntegerField(min_value=1, allow_null=True, default=None, help_text="Which lot's decision, where each has its own")


class EarlierResultsSerializer(DataclassSerializer[EarlierResults]):
    class Meta:
        dataclass = EarlierResults


class RecipeResultSerializer(DataclassSerializer[RecipeResult]):
    class Meta:
        dataclass = RecipeResult


class ConclusionSerializer(DataclassSerializer[ConclusionView]):
    class Meta:
        dataclass = ConclusionView


class NewConclusionSerializer(serializers.Serializer[None]):
    """A person's conclusion on a trial, the treatment they chose, if any, and the aim they decided under."""

    client_id = serializers.UUIDField()
    at = serializers.DateTimeField()
    words = serializers.CharField(max_length=1000)
    treatment = serializers.IntegerField(allow_null=True, default=None)
    aim = serializers.ChoiceField(choices=choices_of(DecisionAim), allow_null=True, default=None)


class NextTestSerializer(serializers.Serializer[None]):
    """Which proposal of the decision to prepare."""

    test = serializers.ChoiceField(choices=choices_of(NextTest))
    lot = serializers.IntegerField(min_value=1, allow_null=True, default=None, help_text="Of which lot's decision, where each has its own")


class NextPlanSerializer(DataclassSerializer[NextPlan]):
    class Meta:
        dataclass = NextPlan
