"""When a plant is sown outside, and what has to be ready before a treatment begins. Starting points, not promises."""

from dataclasses import dataclass
from datetime import date, timedelta

from core.errors import CoreError
from core.vocabulary import Hemisphere, SowSeason

# month and day, north; the south lies half a year on
_WINDOWS = {SowSeason.AUTUMN: ((9, 15), (11, 30)), SowSeason.SPRING: ((3, 1), (5, 15))}
_SOUTH = {SowSeason.AUTUMN: ((3, 15), (5, 31)), SowSeason.SPRING: ((9, 1), (11, 15))}
CLEAN_DAYS, DRY_AND_CLEAN_DAYS = 2, 16


@dataclass(frozen=True, slots=True)
class SowWindow:
    """First and last day of a sowing season."""

    opens: date
    closes: date

    def holds(self, day: date) -> bool:
        """Whether a day lies in it."""
        return self.opens <= day <= self.closes


@dataclass(frozen=True, slots=True)
class ReadyBy:
    """The last days on which seed is collected and cleaned for a treatment that begins on a day."""

    collect: date
    clean: date


def sow_window(season: SowSeason, near: date, hemisphere: Hemisphere = Hemisphere.NORTH) -> SowWindow:
    """The season's window that holds a day, or the next one after it."""
    (m1, d1), (m2, d2) = (_WINDOWS if hemisphere is Hemisphere.NORTH else _SOUTH)[season]
    window = SowWindow(date(near.year, m1, d1), date(near.year, m2, d2))
    if near > window.closes:
        return SowWindow(date(near.year + 1, m1, d1), date(near.year + 1, m2, d2))
    return window


def ready_by(start: date) -> ReadyBy:
    """Seed dries and is cleaned for about two weeks, and lies ready two days before its treatment begins."""
    if start - date.min < timedelta(days=DRY_AND_CLEAN_DAYS):
        raise CoreError(
            "The treatment would have to start too far in the past. Shorten the recipe.", code="plan_too_long", parameter="start"
        )
    return ReadyBy(start - timedelta(days=DRY_AND_CLEAN_DAYS), start - timedelta(days=CLEAN_DAYS))
