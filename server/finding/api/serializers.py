"""What Find is asked, and what it answers."""

from typing import Any

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.vocabulary import ThingKind
from server.finding.selectors import Found

MOST_RECENT = 20


class RecentField(serializers.CharField):
    """A thing that was opened lately, as ``lot:12``."""

    def to_internal_value(self, data: Any) -> Any:
        kind, _, number = str(super().to_internal_value(data)).partition(":")
        if kind not in set(ThingKind) or not number.isascii() or not number.isdigit() or len(number) > 15:
            raise serializers.ValidationError(f"“{data}” is no thing: write its kind and its number, as lot:12.", code="no_thing")
        return kind, int(number)


class AskSerializer(serializers.Serializer[None]):
    """`q` is what was typed; `recent` are things that were opened lately, the latest first."""

    q = serializers.CharField(required=False, default="", allow_blank=True, max_length=120)
    recent = serializers.ListField(child=RecentField(max_length=30), required=False, default=list, max_length=MOST_RECENT)


class FoundSerializer(DataclassSerializer[Found]):
    class Meta:
        dataclass = Found
