"""How treatments are called inside a sentence: a name is quoted, so that it is never read as part of the grammar."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from core.vocabulary import TreatmentId

UNTREATED = "untreated seed"


@dataclass(frozen=True, slots=True)
class Called:
    """The names of the treatments of a trial, by id; the one whose seed is sown as it is (`untreated`) is called that.

    Without names an id is its own name, as in examples.

    >>> called = Called({1: "No cold", 2: "8 weeks"}, frozenset({1}))
    >>> called.within(1), called.first(2), Called().within("nick")
    ('untreated seed', '“8 weeks”', '“nick”')
    """

    names: Mapping[TreatmentId, str] = field(default_factory=dict)
    untreated: frozenset[TreatmentId] = frozenset()

    def name(self, treatment: TreatmentId) -> str:
        """Return the name as people gave it."""
        return self.names[treatment] if self.names else str(treatment)

    def within(self, treatment: TreatmentId) -> str:
        """Return the name as it stands inside a sentence."""
        return UNTREATED if treatment in self.untreated else f"“{self.name(treatment)}”"

    def first(self, treatment: TreatmentId) -> str:
        """Return the name as it begins a sentence."""
        if treatment in self.untreated:
            return UNTREATED.capitalize()
        name = self.name(treatment)
        return f"“{name[:1].upper()}{name[1:]}”"


AS_NAMED = Called()
