"""What all things show of themselves as JSON."""

from rest_framework_dataclasses.serializers import DataclassSerializer

from server.record_kinds.selectors import HistoryEntry


class HistorySerializer(DataclassSerializer[HistoryEntry]):
    class Meta:
        dataclass = HistoryEntry
