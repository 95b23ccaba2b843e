"""What all things show of themselves as JSON."""

from collections.abc import Mapping
from typing import Any

from rest_framework.exceptions import ValidationError
from rest_framework.serializers import BaseSerializer
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.treatment import Caution
from server.record_kinds.models import Thing
from server.record_kinds.selectors import HistoryEntry


class HistorySerializer(DataclassSerializer[HistoryEntry]):
    class Meta:
        dataclass = HistoryEntry


class CautionSerializer(DataclassSerializer[Caution]):
    """What can hurt in a kind of step."""

    class Meta:
        dataclass = Caution


def given_change(serializer: type[BaseSerializer[Any]], thing: Thing, data: object) -> tuple[int, dict[str, Any]]:
    """Read a change of a thing: the version that was seen, and the fields that change."""
    if not isinstance(data, Mapping):
        raise ValidationError("A change is an object with the version that was seen, and the fields that change.")
    given = serializer(thing, data={"version": None} | dict(data), partial=True)
    given.is_valid(raise_exception=True)
    changes = dict(given.validated_data)
    return changes.pop("version"), changes
