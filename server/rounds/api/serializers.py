"""Today as JSON."""

from typing import Any

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from server.rounds.selectors.bags import PlaceBags
from server.rounds.selectors.route import DayRoute
from server.rounds.selectors.timers import Timers
from server.rounds.selectors.today import Today


class TodaySerializer(DataclassSerializer[Today]):
    class Meta:
        dataclass = Today


class PlaceBagsSerializer(DataclassSerializer[PlaceBags]):
    class Meta:
        dataclass = PlaceBags


class TimersSerializer(DataclassSerializer[Timers]):
    class Meta:
        dataclass = Timers


class CalendarFeedSerializer(serializers.Serializer[Any]):
    """Whether there is an address; `path` is returned once, when it is made."""

    exists = serializers.BooleanField()
    path = serializers.CharField(allow_blank=True)


class DayRouteSerializer(DataclassSerializer[DayRoute]):
    class Meta:
        dataclass = DayRoute
