"""What a stand's season says, in sentences (docs/methods/ripeness.md)."""

from datetime import date

from core.verdict.sentences import listed
from core.wording import day_value


def in_ten(chance: float) -> str:
    """A chance, 0..1, in tenths.

    >>> in_ten(0.62), in_ten(0.01), in_ten(0.99)
    ('6 in 10', 'under 1 in 10', 'over 9 in 10')
    """
    if chance < 0.05:
        return "under 1 in 10"
    if chance > 0.95:
        return "over 9 in 10"
    return f"{min(9, max(1, round(10 * chance)))} in 10"


def half_ripe_sentence(half: date, lower: date, upper: date, today: date) -> str:
    """When half of the seed is ripe, with 90 % of what is likely.

    >>> half_ripe_sentence(date(2026, 7, 12), date(2026, 7, 5), date(2026, 7, 19), date(2026, 6, 1))
    'Half of the seed will be ripe about {{day 2026-07-12}}, 9 times in 10 between {{day 2026-07-05}} and {{day 2026-07-19}}.'
    """
    verb = "was" if upper < today else "will be" if lower > today else "is"
    return f"Half of the seed {verb} ripe about {day_value(half)}, 9 times in 10 between {day_value(lower)} and {day_value(upper)}."


def gone_sentence(on: date, today: date, chance: float) -> str:
    """How likely it is that more than half has gone if one goes on a day.

    >>> gone_sentence(date(2026, 7, 20), date(2026, 7, 13), 0.62)
    'If you come on {{day 2026-07-20}}: 6 in 10 that more than half is gone.'
    """
    if on <= today:
        return f"Today: {in_ten(chance)} that more than half is gone."
    return f"If you come on {day_value(on)}: {in_ten(chance)} that more than half is gone."


def best_days_sentence(first: date, last: date, share: float, today: date) -> str:
    """The best days to go, and what can be expected to hang there then.

    >>> best_days_sentence(date(2026, 7, 14), date(2026, 7, 20), 0.68, date(2026, 7, 1))
    'Best days to go: {{day 2026-07-14}} to {{day 2026-07-20}}, with ≈ 68 % of the seed ripe and still there.'
    """
    if last < today:
        return f"The best days are over since {day_value(last)}."
    return f"Best days to go: {day_value(first)} to {day_value(last)}, with ≈ {round(100 * share)} % of the seed ripe and still there."


def waiting_sentence(lost: float) -> str:
    """What waiting a week loses.

    >>> waiting_sentence(0.31), waiting_sentence(0.004)
    ('Waiting a week would lose ≈ 31 % of the seed.', 'Waiting a week would lose less than 1 % of the seed.')
    """
    said = "less than 1 %" if lost < 0.01 else f"≈ {round(100 * lost)} %"
    return f"Waiting a week would lose {said} of the seed."


def rests_on_sentence(visits: int, seasons: int, others: int, *, warmth: bool) -> str:
    """What the answers rest on.

    >>> rests_on_sentence(2, 3, 0, warmth=True)
    'From 2 visits of this season and 3 earlier seasons here. Days are counted by warmth, from the log.'
    """
    parts = []
    if visits:
        parts.append(f"{visits} visit{'s' if visits != 1 else ''} of this season")
    if seasons:
        parts.append(f"{seasons} earlier season{'s' if seasons != 1 else ''} here")
    if others:
        parts.append(f"{others} season{'s' if others != 1 else ''} at other stands of the plant")
    said = listed(parts, "and") if parts else "starting points alone"
    return f"From {said}." + (" Days are counted by warmth, from the log." if warmth else "")
