"""What a person asks to see of a comparison."""

from dataclasses import dataclass

from core.vocabulary import Base, Clock, CurveFamily


@dataclass(frozen=True)
class CompareOptions:
    """`curve` is None where the numbers choose the family."""

    basis: Base = Base.SOWN
    clock: Clock = Clock.SOWING
    curve: CurveFamily | None = None
