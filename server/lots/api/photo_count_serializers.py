"""Seed counted in photos, as JSON."""

from typing import Any

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.vocabulary import CutState, StockKind
from server.lots.selectors.photo_counts import CountedBefore, KnownLength, MarksRead, PhotoFound, PhotoMarks, PlacedMark
from server.record_kinds.choices import choices_of
from server.reference.models import Photo


class PhotoToLookThroughSerializer(serializers.Serializer[None]):
    """A photo as the camera made it. With `keep` it is kept with what was found in it."""

    client_id = serializers.UUIDField()
    photo = serializers.FileField()
    keep = serializers.BooleanField(default=True)


class WorkSerializer(serializers.Serializer[None]):
    """The photo that is being looked through, by its `client_id`."""

    client_id = serializers.UUIDField()


class PhotoFoundSerializer(DataclassSerializer[PhotoFound]):
    class Meta:
        dataclass = PhotoFound


class MarkSerializer(serializers.Serializer[None]):
    x = serializers.FloatField(min_value=0, max_value=1)
    y = serializers.FloatField(min_value=0, max_value=1)
    state = serializers.ChoiceField(choices=choices_of(CutState), allow_null=True, default=None)


class PointSerializer(serializers.Serializer[None]):
    x = serializers.FloatField(min_value=0, max_value=1)
    y = serializers.FloatField(min_value=0, max_value=1)


class KnownLengthSerializer(serializers.Serializer[None]):
    """A coin or a piece of a ruler: its two ends as shares of the picture, and how long it is."""

    first = PointSerializer()
    second = PointSerializer()
    length_mm = serializers.FloatField()


class PhotoMarksSerializer(serializers.Serializer[None]):
    """A photo that was looked through, by its `client_id`, and its marks; `settled` are numbers of things that a person decided."""

    photo = serializers.SlugRelatedField(slug_field="client_id", queryset=Photo.objects.all())
    marks = MarkSerializer(many=True)
    settled = serializers.ListField(child=serializers.IntegerField(min_value=0), default=list)
    length = KnownLengthSerializer(allow_null=True, default=None)
    mass_g = serializers.FloatField(allow_null=True, default=None)


class MarksSerializer(serializers.Serializer[None]):
    """The photos of one count."""

    photos = PhotoMarksSerializer(many=True, allow_empty=False)

    @staticmethod
    def marked(photos: list[dict[str, Any]]) -> list[PhotoMarks]:
        """What was sent, as the services take it."""
        return [
            PhotoMarks(
                photo=p["photo"],
                marks=[PlacedMark(m["x"], m["y"], CutState(m["state"]) if m["state"] else None) for m in p["marks"]],
                settled=p["settled"],
                length=_length(p["length"]),
                mass_g=p["mass_g"],
            )
            for p in photos
        ]


def _length(given: dict[str, Any] | None) -> KnownLength | None:
    if given is None:
        return None
    first, second = given["first"], given["second"]
    return KnownLength(((first["x"], first["y"]), (second["x"], second["y"])), given["length_mm"])


class RecordCountSerializer(MarksSerializer):
    """What the count is for: a line of the ledger, weighed samples, a cut test, or several of them."""

    stock = serializers.ChoiceField(choices=choices_of(StockKind), allow_null=True, default=None)
    sample = serializers.BooleanField(default=False)
    cut = serializers.BooleanField(default=False)
    reason = serializers.CharField(max_length=200, allow_blank=True, default="")


class MarksReadSerializer(DataclassSerializer[MarksRead]):
    class Meta:
        dataclass = MarksRead


class CountedBeforeSerializer(DataclassSerializer[CountedBefore]):
    class Meta:
        dataclass = CountedBefore
