"""Recipes as JSON."""

from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.treatment import RecipeAdvice, StarterRecipe, cautions
from core.vocabulary import Dormancy
from server.recipes.models import Recipe
from server.recipes.requests import StepSerializer
from server.record_kinds.api.things import CautionSerializer
from server.record_kinds.choices import choices_of


class RecipeSerializer(serializers.ModelSerializer[Recipe]):
    steps = StepSerializer(many=True)
    cautions = serializers.SerializerMethodField()
    tested = serializers.BooleanField(read_only=True, help_text="Whether seed treated by this version was sown in a trial here.")

    class Meta:
        model = Recipe
        fields = [
            "id",
            "version",
            "name",
            "edition",
            "replaces",
            "note",
            "source",
            "confidence",
            "school",
            "germinates_in_cold",
            "steps",
            "cautions",
            "tested",
        ]
        read_only_fields = ["edition"]
        # editions and names are the service's to judge
        validators: list[Any] = []
        extra_kwargs: dict[str, dict[str, Any]] = {"replaces": {"validators": []}}

    @extend_schema_field(CautionSerializer(many=True))
    def get_cautions(self, recipe: Recipe) -> Any:
        found = cautions(recipe.kinds)
        return CautionSerializer(found, many=True).data


class RecipeAdviceSerializer(DataclassSerializer[RecipeAdvice]):
    class Meta:
        dataclass = RecipeAdvice


class RecipeCheckSerializer(serializers.Serializer[None]):
    """Steps as they stand while a recipe is built, and the likely dormancy of the seed it is meant for, if that is known."""

    steps = StepSerializer(many=True)
    dormancy = serializers.ChoiceField(choices=choices_of(Dormancy), required=False, allow_null=True, default=None)


class StarterRecipeSerializer(DataclassSerializer[StarterRecipe]):
    class Meta:
        dataclass = StarterRecipe


class LadderSerializer(serializers.Serializer[None]):
    """One step of a recipe, from 0, and its doses in that step's unit."""

    step = serializers.IntegerField(min_value=0)
    doses = serializers.ListField(child=serializers.FloatField(), max_length=20)


class RungSerializer(serializers.Serializer[Any]):
    """One treatment of a ladder; without a recipe the seed is sown as it is."""

    dose = serializers.FloatField()
    name = serializers.CharField()
    recipe = RecipeSerializer(allow_null=True)
