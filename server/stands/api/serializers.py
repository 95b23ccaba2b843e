"""Stands as JSON."""

from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.vocabulary import RipeSign, VisitOutcome
from server.record_kinds.choices import choices_of
from server.stands.models import Stand
from server.stands.selectors.rows import Position, StandRow, StandTimeline, VisitView, position
from server.stands.selectors.season_view import SeasonView


class StandRowSerializer(DataclassSerializer[StandRow]):
    class Meta:
        dataclass = StandRow


class StandTimelineSerializer(DataclassSerializer[StandTimeline]):
    class Meta:
        dataclass = StandTimeline


class SeasonViewSerializer(DataclassSerializer[SeasonView]):
    class Meta:
        dataclass = SeasonView


class VisitViewSerializer(DataclassSerializer[VisitView]):
    class Meta:
        dataclass = VisitView


class PositionSerializer(DataclassSerializer[Position]):
    class Meta:
        dataclass = Position


class StandSerializer(serializers.ModelSerializer[Stand]):
    """A stand. Coordinates are taken in exactly and given out as `position`, coarse unless `show_exact` says otherwise."""

    name = serializers.CharField(read_only=True)
    common_name = serializers.CharField(read_only=True)
    position = serializers.SerializerMethodField()

    class Meta:
        model = Stand
        fields = [
            "id",
            "version",
            "taxon",
            "field_name",
            "name",
            "common_name",
            "place_name",
            "latitude",
            "longitude",
            "position",
            "show_exact",
            "elevation_m",
            "ecoregion",
            "habitat",
            "plants",
            "own_ground",
            "leave_by",
            "leave_until",
            "protected",
            "licence",
            "invasive",
            "may_be_mown",
            "mown_from",
            "shedding",
            "watch_from",
            "weather_place",
            "note",
        ]
        extra_kwargs: dict[str, dict[str, Any]] = {
            "latitude": {"write_only": True},
            "longitude": {"write_only": True},
            "place_name": {"allow_blank": True},
        }

    @extend_schema_field(PositionSerializer(allow_null=True))
    def get_position(self, stand: Stand) -> Any:
        found = position(stand)
        return PositionSerializer(found).data if found else None


class StandChangeSerializer(StandSerializer):
    """A change of a stand: the version that was seen, and the fields that change."""

    version = serializers.IntegerField(min_value=1)

    class Meta(StandSerializer.Meta):
        # the plant is named where its lots are named with it
        read_only_fields = ["taxon"]


class NewVisitSerializer(serializers.Serializer[None]):
    """A visit to record, with or without a photo. Send it again with the same `client_id` as often as needed."""

    client_id = serializers.UUIDField()
    stand = serializers.PrimaryKeyRelatedField(queryset=Stand.objects.all())
    at = serializers.DateTimeField()
    device_at = serializers.DateTimeField(allow_null=True, default=None)
    share_ripe = serializers.FloatField(default=0)
    outcome = serializers.ChoiceField(choices=choices_of(VisitOutcome), default=VisitOutcome.WATCHING)
    signs = serializers.ListField(child=serializers.ChoiceField(choices=choices_of(RipeSign)), default=list)
    sick = serializers.BooleanField(default=False)
    eaten = serializers.BooleanField(default=False)
    heads = serializers.IntegerField(min_value=0, allow_null=True, default=None)
    opened = serializers.ListField(child=serializers.IntegerField(min_value=0), default=list)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")
    photo = serializers.FileField(allow_null=True, default=None)
