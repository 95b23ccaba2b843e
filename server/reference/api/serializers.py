"""Plants, places and photos as JSON."""

from typing import Any

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.vocabulary import Hazard, StepKind
from server.record_kinds.choices import choices_of
from server.reference.models import Place, Taxon
from server.reference.selectors import PlaceRow
from server.reference.starters import StarterPlant


class TaxonSerializer(serializers.ModelSerializer[Taxon]):
    hazards = serializers.ListField(child=serializers.ChoiceField(choices=choices_of(Hazard)), required=False)
    woken_by = serializers.ListField(child=serializers.ChoiceField(choices=choices_of(StepKind)), required=False)

    class Meta:
        model = Taxon
        fields = [
            "id",
            "version",
            "scientific_name",
            "common_name",
            "caution",
            "note",
            "note_source",
            "note_confidence",
            "shedding",
            "storage_behaviour",
            "storage_class",
            "hazards",
            "chaffy",
            "embryo",
            "sow_season",
            "woken_by",
            "seed_size",
            "light_need",
            "woody",
            "years_to_flower",
        ]
        read_only_fields = ["id", "version"]


class StarterPlantSerializer(DataclassSerializer[StarterPlant]):
    class Meta:
        dataclass = StarterPlant


class AddStarterPlantSerializer(serializers.Serializer[Any]):
    """Which of the starter plants to add, by its scientific name."""

    scientific_name = serializers.CharField(max_length=120)


class TaxonChangeSerializer(TaxonSerializer):
    """A change of a plant: the version that was seen, and the fields that change."""

    version = serializers.IntegerField(min_value=1)

    class Meta(TaxonSerializer.Meta):
        read_only_fields = ["id"]


class PlaceRowSerializer(DataclassSerializer[PlaceRow]):
    class Meta:
        dataclass = PlaceRow


class PlaceSerializer(serializers.ModelSerializer[Place]):
    """A place to add."""

    class Meta:
        model = Place
        fields = ["name", "kind", "parent", "order", "indoors", "capacity_bags", "temperature_c", "humidity_percent"]


class PlaceChangeSerializer(PlaceSerializer):
    """A change of a place: the version that was seen, and the fields that change."""

    version = serializers.IntegerField(min_value=1)

    class Meta(PlaceSerializer.Meta):
        fields = ["version", *PlaceSerializer.Meta.fields]


class NewPhotoSerializer(serializers.Serializer[None]):
    """A photo as a form; the same `client_id` twice is one photo."""

    client_id = serializers.UUIDField()
    photo = serializers.FileField()


class PhotoKeptSerializer(serializers.Serializer[Any]):
    """A stored photo."""

    id = serializers.IntegerField()
    client_id = serializers.UUIDField()
    width = serializers.IntegerField()
    height = serializers.IntegerField()
