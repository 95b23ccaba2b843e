"""Places as JSON."""

from rest_framework import serializers

from server.places.models import Place


class PlaceSerializer(serializers.ModelSerializer[Place]):
    full_name = serializers.CharField(read_only=True)

    class Meta:
        model = Place
        fields = ["id", "name", "full_name", "kind", "parent", "order", "indoors"]
        read_only_fields = fields
