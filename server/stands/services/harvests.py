"""Harvests: none without leave; shares and parents beyond the limits are asked about, with the numbers."""

from datetime import date
from typing import TypedDict, Unpack

from django.db import transaction
from django.utils import timezone

from core.harvest import LEAST_PARENTS, collecting_limit
from core.vocabulary import DatePrecision, Purpose
from core.wording import day_value
from server.errors import Questioned, field_error, refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import check_day_not_in_future
from server.stands.models import Harvest, Stand
from server.stands.selectors.season import taken_this_season

OWN_GROUND = "own land"
LOCAL_RULES = "Permits and local rules come first; these limits are only the usual ones."


class HarvestFields(TypedDict, total=False):
    """What may be said of a harvest beside its stand, day and leave."""

    collected_precision: DatePrecision
    collector: str
    purpose: Purpose
    parents: int | None
    ripe_seeds: int | None
    taken_seeds: int | None
    weather: str
    note: str
    more_to_come: bool


@transaction.atomic
def record_harvest(
    *, by: Person, stand: Stand, collected_on: date, leave: str = "", sure: bool = False, **fields: Unpack[HarvestFields]
) -> Harvest:
    """Record what was taken from a stand. Its lots are made by who calls this."""
    require(by, Right.PLAN)
    check_day_not_in_future(collected_on, "A harvest", "/collected_on")
    said = leave.strip() or leave_of(stand, collected_on)
    _check_protected(stand)
    harvest = Harvest(stand=stand, by=by, at=timezone.now(), collected_on=collected_on, leave=said, **fields)
    if not sure:
        _ask(stand, harvest)
    harvest.save()
    return harvest


def leave_of(stand: Stand, on: date) -> str:
    """The leave under which seed is taken on a day; refused where there is none."""
    if stand.own_ground:
        return OWN_GROUND
    if not stand.leave_by:
        message = (
            "Who permitted collecting here? Enter the permit or the landowner, or say that it is your own land. "
            "Never collect without permission."
        )
        raise refused("/leave", "no_leave", message)
    if stand.leave_until is not None and on > stand.leave_until:
        ended = f"{day_value(stand.leave_until)}"
        message = f"The permission by {stand.leave_by} ended on {ended}; this harvest was on {day_value(on)}. Name the new one."
        raise refused("/leave", "leave_ended", message)
    return stand.leave_by


def _check_protected(stand: Stand) -> None:
    if stand.protected and not stand.licence:
        message = "This plant is protected here, and no licence is recorded. Enter the licence on the stand before you collect."
        raise refused("/stand", "protected_without_licence", message)


def _ask(stand: Stand, harvest: Harvest) -> None:
    asked = []
    if stand.invasive:
        asked.append(field_error("/stand", "invasive", "This plant is invasive here. Do not move its seed elsewhere."))
    if harvest.ripe_seeds and harvest.taken_seeds is not None:
        taken = [*taken_this_season(stand, harvest.collected_on), harvest.taken_seeds]
        limit = collecting_limit(harvest.ripe_seeds, taken, harvest.parents or 0)
        if limit.over_limit:
            before = f" ({sum(taken[:-1])} of them before)" if sum(taken[:-1]) else ""
            message = f"{sum(taken)} of ≈ {harvest.ripe_seeds} ripe seeds{before} is {100 * limit.share:.0f} %; the usual limit is 10 %."
            asked.append(field_error("/taken_seeds", "over_limit", message))
    if harvest.parents is not None and harvest.parents < (least := _least_parents(stand)):
        message = f"{harvest.parents} parent plants; {least} are usual, to keep the stand’s genetic variety."
        asked.append(field_error("/parents", "too_few_parents", message))
    if asked:
        detail = " ".join(e["message"] for e in asked)
        raise Questioned(f"{detail} {LOCAL_RULES}", code=asked[0]["code"], errors=asked)


def _least_parents(stand: Stand) -> int:
    """The usual least number of parents, or all plants of a smaller stand."""
    return min(LEAST_PARENTS, stand.plants) if stand.plants else LEAST_PARENTS
