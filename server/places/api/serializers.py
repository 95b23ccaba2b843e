"""Places as JSON."""

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from server.places.models import Place
from server.places.selectors import PlaceRow


class PlaceRowSerializer(DataclassSerializer[PlaceRow]):
    class Meta:
        dataclass = PlaceRow


class PlaceSerializer(serializers.ModelSerializer[Place]):
    """What is said of a place when it is added."""

    class Meta:
        model = Place
        fields = ["name", "kind", "parent", "order", "indoors", "capacity_bags", "temperature_c", "humidity_percent"]


class PlaceChangeSerializer(PlaceSerializer):
    """A change of a place: the version that was seen, and the fields that change."""

    version = serializers.IntegerField(min_value=1)

    class Meta(PlaceSerializer.Meta):
        fields = ["version", *PlaceSerializer.Meta.fields]
