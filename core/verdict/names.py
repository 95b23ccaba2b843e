"""How treatments are called inside a sentence: a name is quoted, so that it is never read as part of the grammar."""

from dataclasses import dataclass

UNTREATED = "untreated seed"


@dataclass(frozen=True, slots=True)
class Called:
    """The treatments of a trial in which the seed is sown as it is (`untreated`, their names); every other one is quoted.

    >>> Called(frozenset({"No cold"})).within("No cold"), Called().first("8 weeks")
    ('untreated seed', '“8 weeks”')
    """

    untreated: frozenset[str] = frozenset()

    def within(self, name: str) -> str:
        """Return the name as it stands inside a sentence."""
        return UNTREATED if name in self.untreated else f"“{name}”"

    def first(self, name: str) -> str:
        """Return the name as it begins a sentence."""
        return UNTREATED.capitalize() if name in self.untreated else f"“{name[:1].upper()}{name[1:]}”"


AS_NAMED = Called()
