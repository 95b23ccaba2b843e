"""Sowings as JSON."""

from typing import Any

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.vocabulary import OutcomeStage, SowingWay
from core.worth import STARTING_WEIGHT
from server.lots.models import Lot
from server.recipes.models import Recipe
from server.recipes.requests import StepSerializer
from server.record_kinds.choices import choices_of
from server.reference.models import Place
from server.sowing.models import SowingPlan, Tray
from server.sowing.selectors.knowledge import KnowledgeRow, PlantKnowledge
from server.sowing.selectors.plans import SowingPage, SowingRow
from server.sowing.selectors.preview import SowingPreview
from server.sowing.selectors.questions import QuestionRow
from server.sowing.selectors.tested import TestedTreatment
from server.sowing.selectors.trays import OutcomeView, SeedlingsWaiting
from server.sowing.selectors.worth import WorthView
from server.trials.models import Treatment, Trial


class TestedTreatmentSerializer(DataclassSerializer[TestedTreatment]):
    class Meta:
        dataclass = TestedTreatment


class SowingPreviewSerializer(DataclassSerializer[SowingPreview]):
    class Meta:
        dataclass = SowingPreview


class SowingRowSerializer(DataclassSerializer[SowingRow]):
    class Meta:
        dataclass = SowingRow


class SowingPageSerializer(DataclassSerializer[SowingPage]):
    class Meta:
        dataclass = SowingPage


class KnowledgeRowSerializer(DataclassSerializer[KnowledgeRow]):
    class Meta:
        dataclass = KnowledgeRow


class QuestionRowSerializer(DataclassSerializer[QuestionRow]):
    class Meta:
        dataclass = QuestionRow


class PlantKnowledgeSerializer(DataclassSerializer[PlantKnowledge]):
    class Meta:
        dataclass = PlantKnowledge


class SeedlingsWaitingSerializer(DataclassSerializer[SeedlingsWaiting]):
    class Meta:
        dataclass = SeedlingsWaiting


class OutcomeSerializer(DataclassSerializer[OutcomeView]):
    class Meta:
        dataclass = OutcomeView


class SowingPlanSerializer(serializers.ModelSerializer[SowingPlan]):
    class Meta:
        model = SowingPlan
        exclude: list[str] = []
        read_only_fields = ["id", "version", "code"]


class SowingWishSerializer(serializers.Serializer[Any]):
    """What is wanted. It rests on `treatment`, or on `typed_share` (0..1) found with `typed_seeds`."""

    lot = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.select_related("taxon"))
    treatment = serializers.PrimaryKeyRelatedField(
        queryset=Treatment.objects.select_related("recipe", "trial", "lot"), allow_null=True, default=None
    )
    recipe = serializers.PrimaryKeyRelatedField(queryset=Recipe.objects.prefetch_related("steps"), allow_null=True, default=None)
    typed_share = serializers.FloatField(min_value=0, max_value=1, allow_null=True, default=None)
    typed_seeds = serializers.IntegerField(min_value=1, max_value=100_000, allow_null=True, default=None)
    plants_wanted = serializers.IntegerField(min_value=1, max_value=1_000_000)
    wanted_on = serializers.DateField()
    weeks_growing = serializers.FloatField(default=10)
    target_fill = serializers.FloatField(default=0.9)
    assurance = serializers.FloatField(default=0.9)
    cells_per_tray = serializers.IntegerField(min_value=1, max_value=5000, default=72)
    plant_share = serializers.FloatField(allow_null=True, default=None)
    way = serializers.ChoiceField(choices=choices_of(SowingWay), default=SowingWay.CELLS)
    seeds_per_cell = serializers.IntegerField(min_value=1, max_value=6, allow_null=True, default=None)
    plants_per_m2 = serializers.FloatField(allow_null=True, default=None)
    area_m2 = serializers.FloatField(allow_null=True, default=None)


class NewSowingPlanSerializer(SowingWishSerializer):
    note = serializers.CharField(max_length=300, allow_blank=True, default="")
    sure = serializers.BooleanField(default=False)


class PlanSowingAgainSerializer(NewSowingPlanSerializer):
    version = serializers.IntegerField(min_value=1)


class PlanPacketsSerializer(serializers.Serializer[Any]):
    """A plan for each packet of a packet day, by its treatment: so many plants of each by a day."""

    treatments = serializers.PrimaryKeyRelatedField(
        queryset=Treatment.objects.select_related("recipe", "trial", "lot__taxon"), many=True, allow_empty=True
    )
    plants_wanted = serializers.IntegerField(min_value=1, max_value=1_000_000)
    wanted_on = serializers.DateField()
    way = serializers.ChoiceField(choices=choices_of(SowingWay), default=SowingWay.CELLS)
    sure = serializers.BooleanField(default=False)


class PlanMadeSerializer(serializers.Serializer[Any]):
    id = serializers.IntegerField()
    code = serializers.CharField()


class GiveUpSerializer(serializers.Serializer[Any]):
    version = serializers.IntegerField(min_value=1)
    given_up = serializers.BooleanField(default=True)


class TreatSerializer(serializers.Serializer[Any]):
    place = serializers.PrimaryKeyRelatedField(queryset=Place.objects.all(), allow_null=True, default=None)
    sure = serializers.BooleanField(default=False)


class SowTraysSerializer(TreatSerializer):
    at = serializers.DateTimeField(required=False)
    seeds = serializers.IntegerField(allow_null=True, default=None)


class NewOutcomeSerializer(serializers.Serializer[Any]):
    """A count of one stage in a tray: the total so far."""

    client_id = serializers.UUIDField()
    tray = serializers.PrimaryKeyRelatedField(queryset=Tray.objects.select_related("plan", "trial"))
    stage = serializers.ChoiceField(choices=choices_of(OutcomeStage))
    count = serializers.IntegerField(min_value=0, max_value=1_000_000)
    at = serializers.DateTimeField()
    device_at = serializers.DateTimeField(allow_null=True, default=None)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")
    sure = serializers.BooleanField(default=False)


class SeedlingsSerializer(serializers.Serializer[Any]):
    """Seedlings potted from a trial's dishes that go into a tray."""

    trial = serializers.PrimaryKeyRelatedField(queryset=Trial.objects.all())
    seedlings = serializers.IntegerField()
    place = serializers.PrimaryKeyRelatedField(queryset=Place.objects.all(), allow_null=True, default=None)
    sure = serializers.BooleanField(default=False)
    lot = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.all(), allow_null=True, default=None)


class TraySerializer(serializers.ModelSerializer[Tray]):
    class Meta:
        model = Tray
        fields = ["id", "version", "code", "lot", "plan", "trial", "place", "cells", "seeds_per_cell", "note"]
        read_only_fields = ["id", "version", "code", "lot", "plan", "trial", "cells", "seeds_per_cell"]


class TrayChangeSerializer(serializers.ModelSerializer[Tray]):
    version = serializers.IntegerField(min_value=1)

    class Meta:
        model = Tray
        fields = ["version", "place", "note"]


class NewTraySerializer(serializers.Serializer[Any]):
    """The tray that was made."""

    id = serializers.IntegerField()
    code = serializers.CharField()


class WorthSerializer(DataclassSerializer[WorthView]):
    class Meta:
        dataclass = WorthView


class TreatmentAskedSerializer(serializers.Serializer[Any]):
    """A treatment of a planned test: its own steps, else those of a recipe; without either the seed is sown as it is."""

    name = serializers.CharField(max_length=60)
    steps = StepSerializer(many=True, required=False)
    recipe = serializers.PrimaryKeyRelatedField(queryset=Recipe.objects.prefetch_related("steps"), allow_null=True, default=None)


class WorthWishSerializer(serializers.Serializer[Any]):
    """Plants wanted (null: as many as possible), and how many seeds a starting point weighs."""

    wanted = serializers.IntegerField(min_value=1, max_value=1_000_000, allow_null=True, default=None)
    belief = serializers.FloatField(min_value=0.5, max_value=100, default=STARTING_WEIGHT)


class WeighTestSerializer(WorthWishSerializer):
    """A test that is planned; with `dishes` and `seeds_per_dish` its own layout is weighed too."""

    treatments = TreatmentAskedSerializer(many=True, allow_empty=False)
    dishes = serializers.IntegerField(min_value=1, max_value=1000, allow_null=True, default=None)
    seeds_per_dish = serializers.IntegerField(min_value=1, max_value=10_000, allow_null=True, default=None)
    bags = serializers.IntegerField(min_value=1, max_value=100, default=1)


class WeighNextSerializer(WorthWishSerializer):
    """Of which lot of the trial, where each lot has its own decision."""

    lot = serializers.IntegerField(allow_null=True, default=None)
