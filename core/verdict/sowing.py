"""A sowing and what came of it, in plain words."""

from core.seedstock import PlantShare, SowingChoice, SowingChoices, TrayOutcome
from core.verdict.sentences import percent


def times_in_ten(chance: float) -> str:
    """A chance as people say it.

    >>> times_in_ten(0.53), times_in_ten(0.03), times_in_ten(0.96)
    ('5 times in 10', 'hardly ever', 'nearly always')
    """
    if chance < 0.05:
        return "hardly ever"
    if chance > 0.95:
        return "nearly always"
    times = min(9, max(1, round(10 * chance)))
    return f"{times} times in 10" if times > 1 else "once in 10 times"


def choice_sentence(choice: SowingChoice, plants: int) -> str:
    """What one way to sow takes and gives."""
    each = "One seed" if choice.seeds == 1 else f"{choice.seeds} seeds"
    thin = f"about {choice.cells_to_thin:.0f} cells to thin" if choice.seeds > 1 else "nothing to thin"
    empty = choice.cells - choice.cells_filled
    return (
        f"{each} in each of {choice.cells} cells: at least {plants} plants {times_in_ten(choice.assurance)}; "
        f"about {empty:.0f} cells stay empty, {thin}."
    )


def plain_sentence(choices: SowingChoices, plants: int) -> str:
    """What dividing by the tested percentage would have sown, and how often that is enough."""
    plain = choices.plain
    if plain.cells is None or plain.assurance is None:
        return "None germinated in the test, so no number of seeds can be planned. Test again before sowing."
    seeds = "one seed" if plain.seeds == 1 else f"{plain.seeds} seeds"
    often = times_in_ten(plain.assurance)
    reached = {
        "nearly always": f"nearly always gives {plants} plants.",
        "hardly ever": f"hardly ever gives {plants} plants, because the test itself is uncertain.",
    }.get(often, f"gives {plants} plants only {often}, because the test itself is uncertain.")
    return f"Dividing by the tested percentage gives {plain.cells} cells of {seeds}. That {reached}"


def plant_share_sentence(share: PlantShare) -> str:
    """What the plan takes for the germinated that become plants, and what it rests on."""
    if share.own is None:
        return f"{percent(share.s)} % of germinated seeds are expected to become plants: the usual figure, until your own trays give one."
    trays = "tray" if share.trays == 1 else f"{share.trays} trays"
    own = f"{100 * share.own:.0f} plants for every 100 seedlings the test let expect"
    said = f"{percent(share.s)} % of germinated seeds are expected to become plants: your own {trays} gave {own}"
    if share.own > 1:
        return f"{said}, more than in the test; a plan never counts on that."
    return f"{said}, drawn towards the usual 80 % while trays are few."


def tray_sentence(tray: TrayOutcome) -> str:
    """Bench percent and tray percent side by side; never mixed."""
    points = round(100 * (tray.tray_share - tray.tested))
    said = f"{percent(tray.tray_share)} % of {tray.seeds} seeds emerged in the tray, {percent(tray.tested)} % germinated in the test"
    if points == 0:
        return f"{said}: as many."
    return f"{said}: {abs(points)} points {'more' if points > 0 else 'fewer'}."
