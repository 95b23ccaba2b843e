"""When people work."""

from datetime import date

from core.treatment import WorkCalendar
from server.people.models import Person, WorkYear


def work_year() -> WorkYear:
    """The one there is; before anybody said anything, the usual."""
    return WorkYear.objects.first() or WorkYear()


def work_calendar(year: WorkYear | None = None) -> WorkCalendar:
    """It as the plans see it."""
    found = year or work_year()
    return WorkCalendar(frozenset(found.working_days), frozenset(date.fromisoformat(d["day"]) for d in found.days_off))


def people() -> list[Person]:
    """Everybody who can sign in."""
    return list(Person.objects.filter(is_active=True).order_by("initials"))
