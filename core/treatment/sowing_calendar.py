"""From the day plants are wanted back to the day a treatment begins, with the work between. Starting points, not promises."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta, tzinfo

from core.errors import CoreError
from core.treatment.planning import USUAL_HOUR, PlanNote, WorkCalendar, plan_backward
from core.treatment.steps import RecipeStep
from core.vocabulary import LightNeed, SeedSize, Soil, SowingTask, SowingWay

# from coming up on, in days; ours, and starting points
TRUE_LEAVES, THINNING, FROM_ABOVE, PRICKING_OUT, HARDENING = 14, 12, 28, 21, 14
USUAL_COMING_UP = 14.0
FEWEST_WEEKS, MOST_WEEKS = 2, 200
LATEST = 5


@dataclass(frozen=True, slots=True)
class Sowing:
    """What a sowing calendar must know.

    Attributes
    ----------
    wanted_on : date
        When plants are to be ready to go out.
    weeks_growing : float
        From sowing to then.
    steps : sequence of RecipeStep
        The treatment before sowing; empty where seed is sown as it is.
    days_to_come_up : float or None
        When half of those that come up are up, from a trial; None where nobody knows.
    seeds_a_cell : int
    size, light, soil
        As the plant's notes say; None where they do not.
    """

    wanted_on: date
    weeks_growing: float
    steps: Sequence[RecipeStep]
    way: SowingWay = SowingWay.CELLS
    days_to_come_up: float | None = None
    seeds_a_cell: int = 1
    size: SeedSize | None = None
    light: LightNeed | None = None
    soil: Soil | None = None


@dataclass(frozen=True, slots=True)
class SowingDay:
    """One entry of the calendar: a task from a day on, with how it is done. `moved_days` later than the plain sum, for a day off."""

    task: SowingTask
    on: date
    how: str
    moved_days: int = 0


@dataclass(frozen=True, slots=True)
class SowingCalendar:
    """The days in order, the sowing among them, and what the treatment's plan moved. `coming_up_known`: a trial told the days."""

    days: tuple[SowingDay, ...]
    begin: date
    sow: date
    coming_up_known: bool
    notes: tuple[PlanNote, ...]


def sowing_calendar(sowing: Sowing, calendar: WorkCalendar, zone: tzinfo) -> SowingCalendar:
    """Lay a sowing back from the day its plants are wanted.

    The treatment is laid back as every plan is (`plan_backward`); work after the sowing falls on the next working day.

    Raises
    ------
    CoreError
        ``weeks_growing_out_of_range``; ``plan_too_long`` where it would have to begin before there were calendars.
    """
    weeks = sowing.weeks_growing
    if not FEWEST_WEEKS <= weeks <= MOST_WEEKS:
        message = f"{weeks:g} weeks from sowing to planting is unlikely: enter {FEWEST_WEEKS} to {MOST_WEEKS}."
        raise CoreError(message, code="weeks_growing_out_of_range", parameter="weeks_growing", bound=MOST_WEEKS, value=weeks)
    wanted = sowing.wanted_on - timedelta(weeks=weeks)
    # of the days that suit, the last one on which plants are still ready in time
    sow_day = next((d for n in range(LATEST) if calendar.works(d := wanted - timedelta(days=n))), wanted)
    plan = plan_backward(sowing.steps, datetime.combine(sow_day, time(USUAL_HOUR), zone), calendar)
    sow, begin = plan.sow.date(), plan.start.date()
    up = sow + timedelta(days=USUAL_COMING_UP if sowing.days_to_come_up is None else sowing.days_to_come_up)
    laid = []
    if sowing.steps:
        laid = [SowingDay(SowingTask.BEGIN_TREATMENT, begin, "Draw the seed at random, by halving, and begin the first step.")]
        if sow != begin:
            laid.append(
                SowingDay(SowingTask.OUT_OF_TREATMENT, sow, "Take it out of treatment and sow it the same day: sprouts cannot wait.")
            )
    laid.append(SowingDay(SowingTask.SOW, sow, _how_to_sow(sowing)))
    laid += [_on_a_working_day(d, calendar) for d in _after(sowing, sow, up)]
    order = list(SowingTask)
    return SowingCalendar(
        tuple(sorted(laid, key=lambda d: (d.on, order.index(d.task)))), begin, sow, sowing.days_to_come_up is not None, plan.notes
    )


def _after(sowing: Sowing, sow: date, up: date) -> list[SowingDay]:
    fine = sowing.size in (SeedSize.DUST, SeedSize.FINE)
    out = []
    if fine and sowing.way is not SowingWay.GROUND:
        how = "Stand the tray in water until the surface darkens. Lift it out, let it drain, and let it dry a little before the next time."
        out.append(SowingDay(SowingTask.SOAK_FROM_BELOW, sow, how))
    out.append(SowingDay(SowingTask.COMING_UP, up, "Half of the expected seedlings have emerged. Count them."))
    if sowing.way is SowingWay.GROUND:
        return out
    if fine:
        how = "At the first true leaves, open the lid a little more each day."
        out.append(SowingDay(SowingTask.LID_OFF, up + timedelta(days=TRUE_LEAVES), how))
        out.append(SowingDay(SowingTask.WATER_FROM_ABOVE, up + timedelta(days=FROM_ABOVE), "A fine mist from above does no harm now."))
    if sowing.way is SowingWay.CELLS and sowing.seeds_a_cell > 1:
        how = "Leave the strongest in each cell and cut the others at the ground; pulling tears its roots. Count those you remove."
        out.append(SowingDay(SowingTask.THIN, up + timedelta(days=THINNING), how))
    if sowing.way is SowingWay.PAN:
        how = "Lift each by a seed leaf, never by the stem. Put one in each cell. Count those you pot."
        out.append(SowingDay(SowingTask.PRICK_OUT, up + timedelta(days=PRICKING_OUT), how))
    harden = max(sowing.wanted_on - timedelta(days=HARDENING), up)
    out.append(
        SowingDay(
            SowingTask.HARDEN_OFF,
            harden,
            "Put it outdoors by day and indoors by night, longer each day. Bring it in for frost and drying wind.",
        )
    )
    out.append(SowingDay(SowingTask.PLANT_OUT, max(sowing.wanted_on, harden), "Count the plants: the next plan learns from the number."))
    # what a short season leaves no time for is done when the plants go out
    return [d for d in out if d.on <= max(sowing.wanted_on, harden)]


def _how_to_sow(sowing: Sowing) -> str:
    parts = []
    if sowing.soil is not None:
        parts.append("into cold soil" if sowing.soil is Soil.COLD else "into warm soil")
    if sowing.light is LightNeed.LIGHT:
        parts.append("on the surface, pressed in and not covered: it needs light")
    elif sowing.size is SeedSize.DUST:
        parts.append("mixed with dry fine sand, on the surface")
    elif sowing.size is SeedSize.FINE:
        parts.append("mixed with dry sand, barely covered")
    else:
        parts.append("covered by its own thickness")
    if sowing.light is LightNeed.DARK:
        parts.append("kept dark until it emerges")
    text = ", ".join(parts)
    return f"Sow {text}."


def _on_a_working_day(day: SowingDay, calendar: WorkCalendar) -> SowingDay:
    """The same task on the next day somebody works, where there is one soon; seeds come up on any day."""
    if day.task is SowingTask.COMING_UP:
        return day
    later = next((n for n in range(LATEST) if calendar.works(day.on + timedelta(days=n))), 0)
    return SowingDay(day.task, day.on + timedelta(days=later), day.how, later)


def years_sentence(years_to_flower: int | None, *, tree: bool) -> str:
    """What to expect of plants that take years; empty for those of one season, or where the notes say nothing.

    >>> years_sentence(2, tree=False)
    'Sown this year, it flowers in its second year, not before.'
    """
    if tree:
        years = f"about {years_to_flower} years" if years_to_flower else "many years"
        return f"A tree or shrub: {years} from seed to a plant that bears."
    if years_to_flower is None or years_to_flower < 2:
        return ""
    nth = {2: "second", 3: "third", 4: "fourth", 5: "fifth"}.get(years_to_flower, f"{years_to_flower}th")
    return f"Sown this year, it flowers in its {nth} year, not before."
