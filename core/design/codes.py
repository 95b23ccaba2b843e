"""Blind dish codes: short, unique, without letters and digits that are mistaken for each other."""

import random
from collections.abc import Container

from core.errors import CoreError

CODE_LETTERS = "ABCDEFGHJKLMNPRSTUVWXYZ"
CODE_DIGITS = "23456789"
CODE_LENGTH = 4
_PATTERN = (CODE_LETTERS, CODE_DIGITS, CODE_LETTERS, CODE_LETTERS)


def draw_codes(count: int, seed: int, taken: Container[str] = ()) -> list[str]:
    """Draw `count` unique codes such as ``K7UF``, none of them in `taken`; the same seed gives the same codes."""
    draw = random.Random(seed)
    codes: dict[str, None] = {}
    for _ in range(1000 + 50 * count):
        if len(codes) == count:
            return list(codes)
        code = "".join(draw.choice(part) for part in _PATTERN)
        if code not in taken:
            codes[code] = None
    raise CoreError(f"No {count} free codes could be drawn.", code="codes_used_up", parameter="count", value=count)
