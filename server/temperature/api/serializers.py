"""Logs as JSON."""

from typing import Any

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.temperature import DayOfLog
from core.vocabulary import LogFault, PlaceTrouble, TemperatureUnit
from server.record_kinds.choices import choices_of
from server.reference.models import Place
from server.temperature.selectors import EventView, LogRow, PlaceLogPage


class DayOfLogSerializer(DataclassSerializer[DayOfLog]):
    class Meta:
        dataclass = DayOfLog


class LogRowSerializer(DataclassSerializer[LogRow]):
    class Meta:
        dataclass = LogRow


class EventViewSerializer(DataclassSerializer[EventView]):
    class Meta:
        dataclass = EventView


class PlaceLogPageSerializer(DataclassSerializer[PlaceLogPage]):
    gaps = serializers.SerializerMethodField()

    class Meta:
        dataclass = PlaceLogPage

    def get_gaps(self, page: PlaceLogPage) -> list[str]:
        """Each gap as an interval of time."""
        return [f"{a.isoformat()}/{b.isoformat()}" for a, b in page.gaps]


class LogLayoutSerializer(serializers.Serializer[None]):
    """How to read a log; missing settings are guessed."""

    delimiter = serializers.ChoiceField(choices=[",", ";", "\t", "|"], required=False)
    decimal = serializers.ChoiceField(choices=[".", ","], required=False)
    header_lines = serializers.IntegerField(min_value=0, max_value=200, required=False)
    time_column = serializers.IntegerField(min_value=0, max_value=100, required=False)
    clock_column = serializers.IntegerField(min_value=0, max_value=100, required=False, allow_null=True)
    temperature_column = serializers.IntegerField(min_value=0, max_value=100, required=False)
    unit = serializers.ChoiceField(choices=choices_of(TemperatureUnit), required=False)
    day_first = serializers.BooleanField(required=False, allow_null=True)


class NewLogSerializer(LogLayoutSerializer):
    place = serializers.PrimaryKeyRelatedField(queryset=Place.objects.select_related("parent__parent__parent"))
    file = serializers.FileField()
    sure = serializers.BooleanField(default=False)


class LogLookSerializer(LogLayoutSerializer):
    file = serializers.FileField()


class LeftOutSerializer(serializers.Serializer[None]):
    line = serializers.IntegerField()
    value = serializers.CharField()
    fault = serializers.ChoiceField(choices=choices_of(LogFault))


class SampleSerializer(serializers.Serializer[None]):
    at = serializers.DateTimeField()
    temp_c = serializers.FloatField()


class LogPreviewSerializer(serializers.Serializer[Any]):
    """Preview of a log: how it was read, its first readings, and what is left out."""

    layout = LogLayoutSerializer()
    head = serializers.ListField(child=serializers.ListField(child=serializers.CharField()))
    count = serializers.IntegerField()
    first_at = serializers.DateTimeField(allow_null=True)
    last_at = serializers.DateTimeField(allow_null=True)
    low_c = serializers.FloatField(allow_null=True)
    high_c = serializers.FloatField(allow_null=True)
    converted = serializers.IntegerField()
    reordered = serializers.IntegerField()
    left_out_count = serializers.IntegerField()
    left_out = LeftOutSerializer(many=True)
    sample = SampleSerializer(many=True)


class NewEventSerializer(serializers.Serializer[None]):
    kind = serializers.ChoiceField(choices=choices_of(PlaceTrouble))
    at = serializers.DateTimeField()
    until = serializers.DateTimeField(required=False, allow_null=True, default=None)
    note = serializers.CharField(max_length=200, allow_blank=True, default="")
