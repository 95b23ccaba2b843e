"""Scientific names in parts, as the standards want them: genus, epithet, rank and epithet below the species."""

import re
from dataclasses import dataclass

RANKS = ("subsp.", "ssp.", "var.", "convar.", "f.", "Group")
UNKNOWN_SPECIES = "sp."
_EPITHET = re.compile(r"^[a-z×][\w×-]*$")


@dataclass(frozen=True)
class NameParts:
    """A name in parts; `below` is the epithet below the species with its rank."""

    genus: str = ""
    species: str = ""
    below: str = ""

    @property
    def whole(self) -> str:
        """The name in one text; a genus alone has no epithet."""
        species = "" if self.species == UNKNOWN_SPECIES else self.species
        return " ".join(x for x in (self.genus, species, self.below) if x)


def parts_of(name: str) -> NameParts:
    """Split a scientific name; authors are left out.

    Examples
    --------
    >>> parts_of("Linum lewisii var. lewisii"), parts_of("Penstemon").species
    (NameParts(genus='Linum', species='lewisii', below='var. lewisii'), 'sp.')
    """
    words = name.split()
    if not words:
        return NameParts()
    species = words[1] if len(words) > 1 and _EPITHET.match(words[1]) else UNKNOWN_SPECIES
    rank = next((i for i, w in enumerate(words) if w in RANKS and i + 1 < len(words)), None)
    return NameParts(words[0], species, f"{words[rank]} {words[rank + 1]}" if rank else "")
