"""Steps of cleaning: what went in and came out, and how clean is clean enough.

Schools: for one's own bed chaff and all is fine; for trials, storage and exchange, clean.
"""

from dataclasses import dataclass

from core.errors import CoreError
from core.vocabulary import CleaningGrade, Purpose

SCATTER_SHARE = 0.02
SCATTER_LEAST = 0.1


@dataclass(frozen=True, slots=True)
class PurposeAdvice:
    """What a purpose asks of cleaning, and of choosing parents."""

    grade: CleaningGrade
    cleaning: str
    parents: str


_ADVICE = {
    Purpose.OWN_BED: PurposeAdvice(
        CleaningGrade.ROUGH, "Uncleaned seed is fine for your own bed.", "Take seed from several of the plants you like best."
    ),
    Purpose.TRIAL: PurposeAdvice(
        CleaningGrade.CLEAN,
        "Clean it: in a dish, chaff brings mould and hides what was never seed.",
        "Take seed from many plants, large and small, and mix it: choosing the best plants biases the trial.",
    ),
    Purpose.EXCHANGE: PurposeAdvice(
        CleaningGrade.CLEAN,
        "Clean it: others do not want your chaff, pests or weeds.",
        "Take seed from many healthy plants, and note how many.",
    ),
    Purpose.RESTORATION: PurposeAdvice(
        CleaningGrade.CLEAN,
        "Clean, with the purity measured: sowing rates are calculated from it.",
        "Take a little from as many plants as you can, over the whole stand and season. Do not choose only the best.",
    ),
}


def purpose_advice(purpose: Purpose) -> PurposeAdvice:
    """Look up what a purpose asks for; a starting point.

    Examples
    --------
    >>> purpose_advice(Purpose.OWN_BED).grade.value
    'rough'
    """
    return _ADVICE[purpose]


def check_step_amounts(amount_in: float, amount_out: float, unit: str) -> None:
    """Question a step out of which more came than went in, beyond the scatter of a balance (2 %, at least 0.1).

    Raises
    ------
    CoreError
        ``amount_negative`` (cannot be); ``out_more_than_in`` (a question).
    """
    for name, amount in (("amount_in", amount_in), ("amount_out", amount_out)):
        if not amount >= 0:
            raise CoreError(
                f"{amount:g} {unit} is impossible. An amount must be 0 or more.",
                code="amount_negative",
                parameter=name,
                bound=0,
                value=amount,
            )
    most = amount_in + max(SCATTER_LEAST, SCATTER_SHARE * amount_in)
    if amount_out > most:
        raise CoreError(
            f"{amount_out:g} {unit} came out, but only {amount_in:g} {unit} went in. Is one of them mistyped, or is the seed wetter?",
            code="out_more_than_in",
            parameter="amount_out",
            bound=amount_in,
            value=amount_out,
        )
