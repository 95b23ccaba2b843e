"""Bodies of requests: JSON that nobody can break the reader with."""

from collections.abc import Mapping
from typing import IO, Any

from rest_framework import serializers
from rest_framework.exceptions import ParseError
from rest_framework.parsers import JSONParser

# as deep as any record of ours, several times over
DEEPEST = 40


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
    """Refuse what lies too deep, and halves of characters, which no file or database takes."""
    waiting = [(whole, 1)]
    while waiting:
        value, depth = waiting.pop()
        if depth > DEEPEST:
            raise _too_deep()
        if isinstance(value, str):
            if not value.isascii() and any("\ud800" <= c <= "\udfff" for c in value):
                raise ParseError("A text in this request holds half a character, which cannot be kept. Type it anew.")
        elif isinstance(value, dict):
            waiting += [(part, depth + 1) for pair in value.items() for part in pair]
        elif isinstance(value, list):
            waiting += [(part, depth + 1) for part in value]


def _too_deep() -> ParseError:
    return ParseError(f"This request is nested more than {DEEPEST} deep, and nothing here is.")
