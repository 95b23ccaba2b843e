"""Changes and deletions as JSON."""

from typing import Any

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.vocabulary import ThingKind
from server.changes.selectors import ChangeRow, DeletedRow
from server.record_kinds.choices import choices_of


class ChangeRowSerializer(DataclassSerializer[ChangeRow]):
    class Meta:
        dataclass = ChangeRow


class DeletedRowSerializer(DataclassSerializer[DeletedRow]):
    class Meta:
        dataclass = DeletedRow


class ThingSerializer(serializers.Serializer[Any]):
    """A thing by its kind and number."""

    kind = serializers.ChoiceField(choices=choices_of(ThingKind))
    id = serializers.IntegerField(min_value=1, max_value=2**62)

    def validate_kind(self, value: str) -> ThingKind:
        return ThingKind(value)
