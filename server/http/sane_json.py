"""What makes a piece of JSON unfit for anything here, wherever it came from; it stands alone, without a framework."""

from enum import StrEnum
from typing import Any

# as deep as any record of ours, several times over
DEEPEST = 40


class JsonFault(StrEnum):
    """Why nothing is done with it."""

    TOO_DEEP = "too_deep"
    # a text that no file and no database takes
    HALF_A_CHARACTER = "half_a_character"


def json_fault(whole: Any) -> JsonFault | None:
    """The first fault of what was read from JSON; None where there is none."""
    waiting = [(whole, 1)]
    while waiting:
        value, depth = waiting.pop()
        if depth > DEEPEST:
            return JsonFault.TOO_DEEP
        if isinstance(value, str):
            if not value.isascii() and any("\ud800" <= c <= "\udfff" for c in value):
                return JsonFault.HALF_A_CHARACTER
        elif isinstance(value, dict):
            waiting += [(part, depth + 1) for pair in value.items() for part in pair]
        elif isinstance(value, list):
            waiting += [(part, depth + 1) for part in value]
    return None
