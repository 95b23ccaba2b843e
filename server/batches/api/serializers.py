"""Batches, plans and supplies as JSON."""

from typing import Any

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.vocabulary import AmountKnown, Closure, EndsBy, LeavingHow, Medium, PlanMode, SowSeason, SproutsGo, SupplyKind
from server.batches.models import Batch, Supply, Turn
from server.batches.selectors.plans import PlanView
from server.batches.selectors.supplies import SupplyRow
from server.lots.models import Lot
from server.people.models import Person
from server.recipes.models import Recipe, Step
from server.record_kinds.choices import choices_of
from server.reference.models import Place

PLACES = Place.objects.select_related("parent__parent__parent")


class BatchSerializer(serializers.ModelSerializer[Batch]):
    class Meta:
        model = Batch
        fields = [
            "id",
            "version",
            "code",
            "lot",
            "recipe",
            "seeds",
            "seeds_known",
            "container",
            "medium",
            "closure",
            "place",
            "position",
            "note",
        ]


class BatchChangeSerializer(serializers.ModelSerializer[Batch]):
    """A change of a batch's own fields."""

    version = serializers.IntegerField(min_value=1)

    class Meta:
        model = Batch
        fields = ["version", "container", "medium", "closure", "position", "note"]


class PlannedStretchSerializer(serializers.Serializer[None]):
    start = serializers.DateTimeField()
    end = serializers.DateTimeField()


class NewBatchSerializer(serializers.Serializer[None]):
    """A batch to put in, planned from a start day on or back from the day it is sown.

    `steps` are those of the plan that was shown, one for each step of the recipe: they are kept as they are. Without them the
    recipe is laid on the calendar.
    """

    lot = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.select_related("taxon"))
    recipe = serializers.PrimaryKeyRelatedField(queryset=Recipe.objects.prefetch_related("steps"))
    seeds = serializers.IntegerField(min_value=1, max_value=10_000_000)
    seeds_known = serializers.ChoiceField(choices=choices_of(AmountKnown), default=AmountKnown.COUNTED)
    container = serializers.CharField(max_length=40, default="bag")
    medium = serializers.ChoiceField(choices=choices_of(Medium), allow_blank=True, default="")
    closure = serializers.ChoiceField(choices=choices_of(Closure), allow_blank=True, default="")
    place = serializers.PrimaryKeyRelatedField(queryset=PLACES, allow_null=True, default=None)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")
    mode = serializers.ChoiceField(choices=choices_of(PlanMode), default=PlanMode.START_TOGETHER)
    on = serializers.DateField()
    steps = PlannedStretchSerializer(many=True, required=False, default=None, allow_null=True)
    sure = serializers.BooleanField(default=False)


class PlanItemSerializer(serializers.Serializer[None]):
    name = serializers.CharField(max_length=80)
    recipe = serializers.PrimaryKeyRelatedField(queryset=Recipe.objects.prefetch_related("steps"), allow_null=True)
    start = serializers.DateField(required=False, allow_null=True, default=None)
    key = serializers.CharField(max_length=40, allow_blank=True, default="")


class PlanRequestSerializer(serializers.Serializer[None]):
    """Treatments to plan."""

    items = PlanItemSerializer(many=True, allow_empty=False)
    mode = serializers.ChoiceField(choices=choices_of(PlanMode), default=PlanMode.SOW_TOGETHER)
    on = serializers.DateField()
    place = serializers.PrimaryKeyRelatedField(queryset=PLACES, allow_null=True, default=None)
    season = serializers.ChoiceField(choices=choices_of(SowSeason), allow_blank=True, default="")
    bags = serializers.IntegerField(min_value=1, max_value=200, default=1)


class PlanViewSerializer(DataclassSerializer[PlanView]):
    class Meta:
        dataclass = PlanView


class PlanAgainSerializer(serializers.Serializer[None]):
    mode = serializers.ChoiceField(choices=choices_of(PlanMode), default=PlanMode.START_TOGETHER)
    on = serializers.DateField()
    why = serializers.CharField(max_length=200, allow_blank=True, default="")


class MoveBatchSerializer(serializers.Serializer[None]):
    place = serializers.PrimaryKeyRelatedField(queryset=PLACES)
    at = serializers.DateTimeField(required=False)
    sure = serializers.BooleanField(default=False)


class SplitBatchSerializer(serializers.Serializer[None]):
    seeds = serializers.IntegerField(min_value=1)
    place = serializers.PrimaryKeyRelatedField(queryset=PLACES, allow_null=True, default=None)
    at = serializers.DateTimeField(required=False)
    why = serializers.CharField(max_length=200, allow_blank=True, default="")


class TakeOutSerializer(serializers.Serializer[None]):
    how = serializers.ChoiceField(choices=choices_of(LeavingHow))
    found = serializers.IntegerField(min_value=0, allow_null=True, default=None)
    at = serializers.DateTimeField(required=False)
    note = serializers.CharField(max_length=200, allow_blank=True, default="")


class BeginStepSerializer(serializers.Serializer[None]):
    """Begin a step. `confirmed` repeats the cautions that were ticked, word by word."""

    client_id = serializers.UUIDField()
    step = serializers.PrimaryKeyRelatedField(queryset=Step.objects.all())
    at = serializers.DateTimeField(required=False)
    confirmed = serializers.ListField(child=serializers.CharField(), default=list, max_length=20)
    confirmed_by = serializers.CharField(max_length=60, allow_blank=True, default="")
    supply = serializers.PrimaryKeyRelatedField(queryset=Supply.objects.all(), allow_null=True, default=None)
    temperature_c = serializers.FloatField(required=False, allow_null=True, default=None)
    note = serializers.CharField(max_length=200, allow_blank=True, default="")


class EndStepSerializer(serializers.Serializer[None]):
    client_id = serializers.UUIDField()
    begun = serializers.IntegerField()
    at = serializers.DateTimeField(required=False)
    ended_by = serializers.ChoiceField(choices=choices_of(EndsBy), required=False, allow_null=True, default=None)
    note = serializers.CharField(max_length=200, allow_blank=True, default="")


class NewBagLookSerializer(serializers.Serializer[None]):
    client_id = serializers.UUIDField()
    batch = serializers.PrimaryKeyRelatedField(queryset=Batch.objects.select_related("lot"))
    at = serializers.DateTimeField()
    device_at = serializers.DateTimeField(required=False, allow_null=True, default=None)
    misted = serializers.BooleanField(default=False)
    water_changed = serializers.BooleanField(default=False)
    opened = serializers.BooleanField(default=False)
    dry = serializers.BooleanField(default=False)
    frozen = serializers.BooleanField(default=False)
    missing = serializers.BooleanField(default=False)
    mouldy = serializers.IntegerField(min_value=0, max_value=10_000_000, default=0)
    sprouted = serializers.IntegerField(min_value=0, max_value=10_000_000, default=0)
    sprouts_go = serializers.ChoiceField(choices=choices_of(SproutsGo), allow_null=True, default=None)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")


class BagLookMadeSerializer(serializers.Serializer[Any]):
    id = serializers.IntegerField()
    client_id = serializers.UUIDField()
    batch = serializers.IntegerField(source="batch_id")


class SupplyRowSerializer(DataclassSerializer[SupplyRow]):
    class Meta:
        dataclass = SupplyRow


class NewSupplySerializer(serializers.Serializer[None]):
    name = serializers.CharField(max_length=80)
    kind = serializers.ChoiceField(choices=choices_of(SupplyKind))
    made_on = serializers.DateField()
    made_by = serializers.CharField(max_length=60, allow_blank=True, default="")
    note = serializers.CharField(max_length=200, allow_blank=True, default="")


class SupplyChangeSerializer(serializers.ModelSerializer[Supply]):
    version = serializers.IntegerField(min_value=1)

    class Meta:
        model = Supply
        fields = ["version", "note", "used_up"]


class TurnSerializer(serializers.ModelSerializer[Turn]):
    initials = serializers.CharField(source="person.initials", read_only=True)
    place_name = serializers.CharField(source="place.full_name", read_only=True)
    person = serializers.PrimaryKeyRelatedField(queryset=Person.objects.filter(is_active=True))

    class Meta:
        model = Turn
        fields = ["id", "version", "place", "place_name", "person", "initials", "first_day", "last_day"]


class TurnChangeSerializer(TurnSerializer):
    version = serializers.IntegerField(min_value=1)

    class Meta(TurnSerializer.Meta):
        fields = ["version", "person", "first_day", "last_day"]
