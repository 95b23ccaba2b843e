"""Trials, count sheets, looks and closings as JSON."""

from typing import Any

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.vocabulary import DurationUnit, Layout, PlanMode
from server.lots.models import Lot
from server.places.models import Place
from server.recipes.models import Recipe
from server.record_kinds.choices import choices_of
from server.trials.models import Dish, Look, Trial
from server.trials.selectors.rows import TrialRow
from server.trials.selectors.sheets import CountSheet, LookView


class TrialSerializer(serializers.ModelSerializer[Trial]):
    """What a trial says about itself; `version` must be sent back with a change."""

    lot_name = serializers.CharField(source="lot.common_name", read_only=True)
    lot_code = serializers.CharField(source="lot.code", read_only=True)
    codes_hidden = serializers.BooleanField(read_only=True)

    class Meta:
        model = Trial
        exclude = ["layout_seed"]
        read_only_fields = ["code", "lot", "layout", "blind", "opened_at", "sow_on"]


class TrialRowSerializer(DataclassSerializer[TrialRow]):
    class Meta:
        dataclass = TrialRow


class TrialChangeSerializer(TrialSerializer):
    """A change of a trial: the version that was seen, and the fields that change."""

    version = serializers.IntegerField(min_value=1)


class NewTreatmentSerializer(serializers.Serializer[None]):
    name = serializers.CharField(max_length=60, allow_blank=True)
    recipe = serializers.PrimaryKeyRelatedField(queryset=Recipe.objects.all(), allow_null=True, default=None)
    is_control = serializers.BooleanField(default=False)
    dose = serializers.FloatField(required=False, allow_null=True, default=None, min_value=0)
    dose_unit = serializers.ChoiceField(choices=choices_of(DurationUnit), allow_blank=True, default="")


class SeedCostRequestSerializer(serializers.Serializer[None]):
    lot = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.all())
    treatments = serializers.IntegerField()
    dishes = serializers.IntegerField()
    seeds_per_dish = serializers.IntegerField()


class SeedCostSerializer(serializers.Serializer[Any]):
    """Seeds a layout takes; `remaining` and `share` are null while the lot's amount is unknown."""

    dishes = serializers.IntegerField()
    seeds = serializers.IntegerField()
    remaining = serializers.IntegerField(allow_null=True)
    share = serializers.FloatField(allow_null=True)
    too_many = serializers.BooleanField()
    greedy = serializers.BooleanField()
    in_stock = serializers.IntegerField(allow_null=True)
    estimated = serializers.BooleanField()


class NewTrialSerializer(serializers.ModelSerializer[Trial]):
    """A trial to lay out."""

    lot = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.all())
    treatments = NewTreatmentSerializer(many=True)
    dishes_per_treatment = serializers.IntegerField(max_value=100)
    seeds_per_dish = serializers.IntegerField(max_value=10_000)
    place = serializers.PrimaryKeyRelatedField(queryset=Place.objects.all(), allow_null=True, default=None)
    layout = serializers.ChoiceField(choices=choices_of(Layout), default=Layout.RANDOM)

    class Meta:
        model = Trial
        fields = [
            "lot",
            "question",
            "treatments",
            "dishes_per_treatment",
            "seeds_per_dish",
            "sow_on",
            "place",
            "layout",
            "criterion",
            "medium",
            "light",
            "temperature_c",
            "night_temperature_c",
            "first_look_days",
            "every_days",
            "daily_for_days",
            "length_days",
            "blind",
        ]


class VersionSerializer(serializers.Serializer[None]):
    version = serializers.IntegerField(min_value=1)


class CountSheetSerializer(DataclassSerializer[CountSheet]):
    class Meta:
        dataclass = CountSheet


class LookViewSerializer(DataclassSerializer[LookView]):
    class Meta:
        dataclass = LookView


class NewLookSerializer(serializers.Serializer[None]):
    """A look to record. Send it again with the same `client_id` as often as needed: it is recorded once.

    `corrects` names the `client_id` of an earlier look, so that a correction can be made before that one has left the device.
    """

    client_id = serializers.UUIDField()
    dish = serializers.PrimaryKeyRelatedField(queryset=Dish.objects.all())
    at = serializers.DateTimeField()
    device_at = serializers.DateTimeField(allow_null=True, default=None)
    new_germinated = serializers.IntegerField(default=0, min_value=-10_000, max_value=10_000)
    new_abnormal = serializers.IntegerField(default=0, min_value=-10_000, max_value=10_000)
    new_rotted = serializers.IntegerField(default=0, min_value=-10_000, max_value=10_000)
    new_lost = serializers.IntegerField(default=0, min_value=-10_000, max_value=10_000)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")
    corrects = serializers.SlugRelatedField(slug_field="client_id", queryset=Look.objects.all(), allow_null=True, default=None)
    withdrawn = serializers.BooleanField(default=False)


class NewClosingSerializer(serializers.Serializer[None]):
    """The fates of what is left in a dish."""

    client_id = serializers.UUIDField()
    dish = serializers.PrimaryKeyRelatedField(queryset=Dish.objects.all())
    at = serializers.DateTimeField()
    fresh = serializers.IntegerField(default=0, min_value=-10_000)
    hard = serializers.IntegerField(default=0, min_value=-10_000)
    empty = serializers.IntegerField(default=0, min_value=-10_000)
    dead = serializers.IntegerField(default=0, min_value=-10_000)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")


class SetAsideRequestSerializer(serializers.Serializer[None]):
    why = serializers.CharField(max_length=200)


class PutInBagsSerializer(serializers.Serializer[None]):
    """How a planned trial's treated seed goes into bags."""

    mode = serializers.ChoiceField(choices=choices_of(PlanMode), default=PlanMode.SOW_TOGETHER)
    place = serializers.PrimaryKeyRelatedField(
        queryset=Place.objects.select_related("parent__parent__parent"), allow_null=True, default=None
    )
    bag_for_each_dish = serializers.BooleanField(default=False)
    sure = serializers.BooleanField(default=False)


class BagMadeSerializer(serializers.Serializer[Any]):
    id = serializers.IntegerField()
    code = serializers.CharField()


class SowSerializer(serializers.Serializer[None]):
    """Sowing; `sure` says that bags still in treatment are out now."""

    sure = serializers.BooleanField(default=False)
