"""The page of the front end that shows a thing."""

from collections.abc import Mapping

from core.vocabulary import ThingKind

_PAGES: Mapping[ThingKind, str] = {
    ThingKind.LOT: "/lots/{}",
    ThingKind.STAND: "/stands/{}",
    ThingKind.RECIPE: "/recipes#recipe-{}",
    ThingKind.TRIAL: "/trials/{}",
    ThingKind.DISH: "/trials",
    ThingKind.BATCH: "/batches/{}",
    ThingKind.SUPPLY: "/supplies#supply-{}",
    ThingKind.TURN: "/rounds/list",
    ThingKind.PLACE: "/places#place-{}",
    ThingKind.PLANT: "/plants/{}",
    ThingKind.SOWING: "/sowing/{}",
    ThingKind.TRAY: "/sowing",
    ThingKind.WORK_YEAR: "/work-year",
}


def page_of(kind: ThingKind, pk: int) -> str:
    """The path of the page on which a thing is shown; a part of a list by its anchor."""
    return _PAGES[kind].format(pk)
