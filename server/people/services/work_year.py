"""Saying when people work."""

from datetime import date
from typing import Any

from core.errors import CoreError
from core.treatment import WorkCalendar
from core.wording import day_value
from server.errors import refused, refused_by_core
from server.people.models import Person, WorkYear
from server.people.permissions import Right, require
from server.record_kinds.services import change_thing, create_thing


def change_work_year(*, by: Person, version: int, changes: dict[str, Any]) -> WorkYear:
    """Change when the nursery works."""
    require(by, Right.PLAN)
    if "working_days" in changes:
        try:
            WorkCalendar(frozenset(changes["working_days"]))
        except CoreError as error:
            raise refused_by_core(error, "/working_days") from error
    days = [date.fromisoformat(d["day"]) for d in changes.get("days_off", [])]
    for index, day in enumerate(days):
        if day in days[:index]:
            raise refused(f"/days_off/{index}/day", "day_twice", f"{day_value(day)} is in the list twice. Remove one of them.")
    _check_bands(changes)
    year = WorkYear.objects.first() or create_thing(WorkYear(), by=by)
    return change_thing(year, changes, by=by, version=version)


def _check_bands(changes: dict[str, Any]) -> None:
    now = WorkYear.objects.first() or WorkYear()
    usual, thin = changes.get("band_usual", now.band_usual), changes.get("band_thin", now.band_thin)
    if thin >= usual:
        message = (
            f"Better seed is looked for below {100 * thin:.0f} %, so “sow as usual” must begin above that, not at {100 * usual:.0f} %."
        )
        raise refused("/band_usual", "bands_cross", message)
