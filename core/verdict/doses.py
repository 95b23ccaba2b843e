"""What a curve over doses says, in sentences (docs/methods/dose-and-response.md)."""

from core.response import DoseCurve, NextDoses
from core.verdict.sentences import listed
from core.vocabulary import DoseShape, DurationUnit, Reason

_WEEK = 7.0
_WEEKS_FROM = 21.0
_UNITS = {DurationUnit.DAYS: "days", DurationUnit.HOURS: "hours", DurationUnit.MINUTES: "minutes"}
_WHY = {
    Reason.TOO_FEW_DOSES: "A curve needs four doses, none among them: the points are joined by straight lines.",
    Reason.NO_REPLICATION: "A curve needs at least two dishes of a dose: the points are joined by straight lines.",
}


def dose_about(dose: float, unit: DurationUnit) -> str:
    """A dose between those tried, rounded to what one would do.

    >>> dose_about(38.7, DurationUnit.DAYS), dose_about(9.4, DurationUnit.DAYS), dose_about(1, DurationUnit.HOURS)
    ('5.5 weeks', '9 days', '1 hour')
    """
    if unit is DurationUnit.DAYS and dose >= _WEEKS_FROM:
        return _counted(round(2 * dose / _WEEK) / 2, "weeks")
    return _counted(round(dose) if dose >= 3 else round(dose, 1), _UNITS[unit])


def _counted(number: float, words: str) -> str:
    return f"{number:g} {words.removesuffix('s') if number == 1 else words}"


def between(lower: float, upper: float, unit: DurationUnit) -> str:
    """A range of doses in one unit.

    >>> between(25.2, 60.8, DurationUnit.DAYS), between(0, 12, DurationUnit.MINUTES)
    ('3.5 to 8.5 weeks', '0 to 12 minutes')
    """
    low, high = dose_about(lower, unit), dose_about(upper, unit)
    if low.split()[-1].rstrip("s") == high.split()[-1].rstrip("s"):
        low = low.split()[0]
    if lower == 0:
        low = "0"
    return f"{low} to {high}"


def dose_sentences(found: DoseCurve, unit: DurationUnit, what: str, share: float | None, lots: int = 1) -> list[str]:
    """What the curve says of the dose.

    Parameters
    ----------
    what : str
        The step that is varied, as in "of cold".
    share : float or None
        The share that was asked for, 0..1.
    lots : int
        How many trials it rests on.
    """
    over = f" Over {lots} trials." if lots > 1 else ""
    if found.fit is None or found.top is None:
        return [_WHY.get(found.reasons["shape"], _WHY[Reason.TOO_FEW_DOSES])]
    if found.shape is DoseShape.FALLING:
        return [f"Less {what} is better: germination falls with the dose.{over}"]
    if found.shape is DoseShape.FLAT or found.no_effect:
        return [f"No effect of the dose is shown: a flat line fits about as well as a curve.{over}"]
    said = []
    of_100 = round(100 * (0.9 * found.top if share is None else share))
    if found.dose is None:
        said.append(f"No dose tried brings {of_100} of 100 to germinate. Nothing is said beyond the doses tried.{over}")
    else:
        said.append(_enough(found, unit, what, share, of_100) + over)
    if found.best_dose is not None and found.best_lower is not None and found.best_upper is not None:
        good = between(found.best_lower, found.best_upper, unit)
        said.append(f"Best at {dose_about(found.best_dose, unit)}; {good} is within 5 points of it. More harms.")
    return said


def _enough(found: DoseCurve, unit: DurationUnit, what: str, share: float | None, of_100: int) -> str:
    assert found.dose is not None  # asked for where it is known
    if found.dose == 0:
        return f"Without any {what} {of_100} of 100 already germinate."
    dose = dose_about(found.dose, unit)
    reach = f"{of_100} of 100 germinate" + ("" if share is not None else ", 90 % of the most that is reached")
    if found.lower is None or found.upper is None:
        return f"From {dose} {what} on, {reach}."
    ends = between(found.lower, found.upper, unit)
    open_end = ", or beyond the doses tried" if found.upper_open else ""
    return f"From {dose} {what} on, {reach}. 95 % of what is likely: {ends}{open_end}."


def next_dose_sentence(found: NextDoses | None, unit: DurationUnit) -> str:
    """What the next series should try, and what it would teach.

    >>> next_dose_sentence(NextDoses((28, 42, 70), 2.4, 1.6, False), DurationUnit.DAYS)
    'Next, try none, 4 weeks, 6 weeks and 10 weeks: the dose is known within a factor of 2.4, and would then be within about 1.6.'
    """
    if found is None:
        return ""
    names = listed([dose_about(d, unit) for d in found.doses], "and")
    far = " One of them lies beyond the largest dose tried." if found.past_largest else ""
    return (
        f"Next, try none, {names}: the dose is known within a factor of {found.factor_now:.1f}, "
        f"and would then be within about {found.factor_then:.1f}.{far}"
    )
