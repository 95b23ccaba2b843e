"""What a layout can tell, in words; said before a seed is drawn."""

from core.design import ABOUT_LOTS, Aim, Telling
from core.verdict.sentences import percent
from core.vocabulary import Fitness, Question

# a gain below this is not worth a word
LEAST_GAIN = 0.01


def telling_sentences(aim: Aim, telling: Telling) -> list[str]:
    """What `telling` says about the question: how close, what difference, how surely, and the smallest layout that can."""
    said = [_close(aim, telling)]
    if aim.alone:
        if aim.question in ABOUT_LOTS:
            return [*said, "One lot has nothing to be compared with. Add another lot."]
        return [*said, "One treatment has nothing to be compared with. Add another, and keep some seed untreated."]
    if aim.compares:
        said.append(_difference(aim, telling))
    if telling.bags:
        said.append(_bags(telling))
    if telling.fitness is Fitness.CANNOT:
        said.append(_cannot(aim, telling))
    elif telling.fitness is Fitness.HINTS:
        said.append(_hints(aim, telling))
    return [s for s in said if s]


def _close(aim: Aim, telling: Telling) -> str:
    p = telling.precision
    dishes = f"{telling.dishes} {'dish' if telling.dishes == 1 else 'dishes'} of {telling.seeds_per_dish}"
    return f"{dishes}: {percent(aim.share)} % would be read as likely between {percent(p.lower)} and {percent(p.upper)} %."


def _difference(aim: Aim, telling: Telling) -> str:
    if telling.dishes == 1:
        each = "lot" if aim.compares_lots else "treatment"
        return f"With one dish per {each} there is no way to tell a real difference from chance."
    if aim.question is Question.STILL_AS_GOOD:
        against = "the earlier result of"
    elif aim.lots > 1:
        against = "another lot at" if aim.compares_lots else "its lot’s own control at"
    else:
        against = "a control at"
    ends = []
    if telling.below is not None:
        ends.append(f"{percent(telling.below)} % or less")
    if telling.above is not None and aim.question is not Question.STILL_AS_GOOD:
        ends.append(f"{percent(telling.above)} % or more")
    if not ends:
        return f"Compared with {against} {percent(aim.share)} %, even the largest difference would be missed more than 1 time in 5."
    return f"Compared with {against} {percent(aim.share)} %, the trial would show {' or '.join(ends)} at least 4 times in 5."


def _bags(telling: Telling) -> str:
    """What another number of bags would do, with the same dishes."""
    now = next((c for c in telling.bag_choices if c.bags == telling.bags), None)
    more = next((c for c in telling.bag_choices if c.bags > telling.bags), None)
    if now is None or more is None:
        return ""
    bag = "one bag" if telling.bags == 1 else f"{telling.bags} bags"
    gain = f"the likely range is ± {100 * now.half_width:.0f} points, with {more.bags} bags ± {100 * more.half_width:.0f}"
    if now.above is not None and more.above is not None and now.above - more.above >= LEAST_GAIN:
        gain += f", and the trial would show {percent(more.above)} % instead of {percent(now.above)} %"
    return f"With {bag} per treatment {gain}."


def _wanted(aim: Aim, telling: Telling) -> str:
    power = 0.0 if telling.power is None else telling.power
    return f"A difference of {round(100 * abs(aim.other_share - aim.share))} points would be shown {round(10 * power)} times in 10."


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
        bags = "treat each in more bags, or " if telling.bags else ""
        return f"No number of dishes of {telling.seeds_per_dish} can: {bags}ask for a larger difference."
    seeds = dishes * telling.seeds_per_dish * aim.treatments
    each = " per lot" if aim.compares_lots else " per treatment" if aim.treatments > 1 else ""
    return f"The smallest that can: {dishes} dishes of {telling.seeds_per_dish}{each}, {seeds} seeds in all."
