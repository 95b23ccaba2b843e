"""How a lot keeps, in words: a range of years, never a date."""

from core.seedstock import Decline

DECADES = 30.0


def forecast_sentence(decline: Decline, now_years: float, tests: int) -> str:
    """Return when half of the viable seed is likely to be left.

    `now_years` is today on the clock of the decline, in years; `tests` how many it rests on.
    """
    if decline.half_years is None or decline.half_range is None:
        return ""
    rests_on = "one test only" if tests == 1 else f"{tests} tests"
    lower, upper, middle = (x - now_years for x in (decline.half_range.lower, decline.half_range.upper, decline.half_years))
    if upper <= 0:
        return f"Rule of thumb: more than half of it is likely dead by now ({rests_on})."
    if middle > DECADES:
        return f"Rule of thumb: keeps for decades ({rests_on})."
    if lower <= 0:
        return f"Rule of thumb: half of it may be dead already, or in up to {_years(upper)} ({rests_on})."
    return f"Rule of thumb: half of it is likely to be alive for another {_span(lower, upper)} ({rests_on})."


def _span(lower: float, upper: float) -> str:
    if upper > DECADES:
        return f"{_number(lower)} years or more"
    if _number(lower) == _number(upper):
        return _years(upper)
    return f"{_number(lower)} to {_years(upper)}"


def _years(years: float) -> str:
    if years > DECADES:
        return "decades"
    return "1 year" if _number(years) == "1" else f"{_number(years)} years"


def _number(years: float) -> str:
    return f"{years:.0f}" if years >= 2 else f"{max(0.1, years):.1f}".rstrip("0").rstrip(".")
