"""What a layout can tell, in words; said before a seed is drawn."""

from core.design import Aim, Telling
from core.verdict.sentences import percent
from core.vocabulary import Fitness, Question


def telling_sentences(aim: Aim, telling: Telling) -> list[str]:
    """What `telling` says about the question: how close, what difference, how surely, and the smallest layout that can."""
    said = [_close(aim, telling)]
    if aim.alone:
        return [*said, "One treatment by itself: there is nothing to hold it against. Add a treatment, and keep one untreated."]
    if aim.compares:
        said.append(_difference(aim, telling))
    if telling.fitness is Fitness.CANNOT:
        said.append(_cannot(aim, telling))
    elif telling.fitness is Fitness.HINTS:
        said.append(_hints(aim, telling))
    return [s for s in said if s]


def _close(aim: Aim, telling: Telling) -> str:
    p = telling.precision
    dishes = f"{telling.dishes} {'dish' if telling.dishes == 1 else 'dishes'} of {telling.seeds_per_dish}"
    return f"{dishes}: {percent(aim.share)} % would be read as somewhere between {percent(p.lower)} and {percent(p.upper)} %."


def _difference(aim: Aim, telling: Telling) -> str:
    if telling.dishes == 1:
        return "With one dish a treatment nothing can be told apart: nobody sees how much dishes differ by themselves."
    against = "the earlier result of" if aim.question is Question.STILL_AS_GOOD else "a control of"
    ends = []
    if telling.below is not None:
        ends.append(f"{percent(telling.below)} % or less")
    if telling.above is not None and aim.question is not Question.STILL_AS_GOOD:
        ends.append(f"{percent(telling.above)} % or more")
    if not ends:
        return f"Against {against} {percent(aim.share)} % no difference would be shown 4 times in 5, not even the largest."
    return f"Against {against} {percent(aim.share)} %, {' or '.join(ends)} would be told apart at least 4 times in 5."


def _wanted(aim: Aim, telling: Telling) -> str:
    power = 0.0 if telling.power is None else telling.power
    return f"A difference of {round(100 * abs(aim.other_share - aim.share))} points would be seen {round(10 * power)} times in 10."


def _cannot(aim: Aim, telling: Telling) -> str:
    if not aim.compares:
        return f"This cannot answer your question: the reading would be too wide to act on. {_smallest(aim, telling)}"
    seen = "" if telling.power is None else f" {_wanted(aim, telling)}"
    return f"This cannot answer your question.{seen} {_smallest(aim, telling)}"


def _hints(aim: Aim, telling: Telling) -> str:
    if not aim.compares:
        return f"A yes or no, not a figure to sow by. {_smallest(aim, telling)}"
    return f"A hint is likely, an answer is not: {_wanted(aim, telling).lower()} {_smallest(aim, telling)}"


def _smallest(aim: Aim, telling: Telling) -> str:
    dishes = telling.smallest_dishes
    if dishes is None:
        return f"No number of dishes of {telling.seeds_per_dish} can: ask for a larger difference."
    seeds = dishes * telling.seeds_per_dish * aim.treatments
    each = " a treatment" if aim.treatments > 1 else ""
    return f"The smallest that can: {dishes} dishes of {telling.seeds_per_dish}{each}, {seeds} seeds in all."
