"""What can hurt in a recipe: the cautions of its kinds of step, and what is confirmed before a step starts."""

from collections.abc import Sequence

from core.treatment.step_kinds import STEP_KINDS, Caution
from core.vocabulary import StepKind

POISON_CHECKS = ("You wear gloves. Nobody eats or drinks at the bench. Children and animals are away.",)


def cautions(kinds: Sequence[StepKind]) -> list[Caution]:
    """Cautions of the kinds of step given, each once, in order."""
    return [c for k in dict.fromkeys(kinds) if (c := STEP_KINDS[k].caution)]


def dangerous(kinds: Sequence[StepKind]) -> bool:
    """Return whether a step of these kinds can hurt: acid, hot water, heat, blades, smoke. They are confirmed each time."""
    return any(checks_before(k) for k in kinds)


def checks_before(kind: StepKind, *, poisonous: bool = False) -> tuple[str, ...]:
    """Return what is confirmed by name, each time, before a step of this kind starts; empty where nothing is.

    `poisonous` seed adds gloves where hands touch it.
    """
    row = STEP_KINDS[kind]
    own = row.caution.checks if row.caution else ()
    return (*own, *(POISON_CHECKS if poisonous and row.by_hand else ()))
