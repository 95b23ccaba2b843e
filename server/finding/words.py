"""Words as they are compared: without accents, in small letters, cut at everything that is no letter or digit."""

import re
import unicodedata

CODE, TITLE, BESIDE = 3, 2, 1
LONGEST = 60
_BETWEEN = re.compile(r"[\W_]+")


def words_of(text: str) -> list[str]:
    """Return the words of a text in their order.

    >>> words_of("Ätna-Ginster, HR-114")
    ['atna', 'ginster', 'hr', '114']
    """
    plain = "".join(c for c in unicodedata.normalize("NFKD", text) if not unicodedata.combining(c))
    return [w[:LONGEST] for w in _BETWEEN.split(plain.casefold()) if w]


def weighted(code: str, title: str, beside: tuple[str, ...]) -> dict[str, int]:
    """Return each word once with its weight; a code counts also in one piece: ``hr114``."""
    found: dict[str, int] = {}
    for weight, text in ((BESIDE, " ".join(beside)), (TITLE, title), (CODE, code)):
        found |= dict.fromkeys(words_of(text), weight)
    if code:
        found["".join(words_of(code))] = CODE
    return found
