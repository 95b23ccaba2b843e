"""A photo on its way in."""

from typing import Any

from rest_framework import serializers


class NewPhotoSerializer(serializers.Serializer[None]):
    """A photo as a form; the same `client_id` twice is one photo."""

    client_id = serializers.UUIDField()
    photo = serializers.FileField()


class PhotoKeptSerializer(serializers.Serializer[Any]):
    """A photo as it was kept."""

    id = serializers.IntegerField()
    client_id = serializers.UUIDField()
    width = serializers.IntegerField()
    height = serializers.IntegerField()
