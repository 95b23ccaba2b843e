"""Today as JSON."""

from rest_framework_dataclasses.serializers import DataclassSerializer

from server.rounds.selectors import Today


class TodaySerializer(DataclassSerializer[Today]):
    class Meta:
        dataclass = Today
