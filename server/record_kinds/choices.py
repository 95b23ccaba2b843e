"""The core's words as choices of a field, in the one form that gives each list one name in the schema."""

from enum import StrEnum


def choices_of(words: type[StrEnum]) -> list[tuple[str, str]]:
    """Value and name of each word."""
    return [(word.value, word.name) for word in words]
