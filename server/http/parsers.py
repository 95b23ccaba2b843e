"""Bodies of requests: JSON that nobody can break the reader with."""

from collections.abc import Mapping
from typing import IO, Any

from rest_framework import serializers
from rest_framework.exceptions import ParseError
from rest_framework.parsers import JSONParser

from server.http.sane_json import DEEPEST, JsonFault, json_fault


class SafeJson(JSONParser):
    """JSON of a sane depth, with texts that can be written down again."""

    def parse(self, stream: IO[Any], media_type: str | None = None, parser_context: Mapping[str, Any] | None = None) -> dict[str, Any]:
        try:
            found: dict[str, Any] = super().parse(stream, media_type, parser_context)
        except RecursionError:
            raise _too_deep() from None
        _check(found)
        return found


class SafeJsonField(serializers.JSONField):
    """JSON in a field of a form, read as carefully as a body."""

    def to_internal_value(self, data: Any) -> Any:
        try:
            found = super().to_internal_value(data)
        except RecursionError:
            raise _too_deep() from None
        _check(found)
        return found


def _check(whole: Any) -> None:
    match json_fault(whole):
        case JsonFault.TOO_DEEP:
            raise _too_deep()
        case JsonFault.HALF_A_CHARACTER:
            raise ParseError("A text in this request contains half a character, which cannot be saved. Type it again.")


def _too_deep() -> ParseError:
    return ParseError(f"This request is nested more than {DEEPEST} deep, and nothing here is.")
