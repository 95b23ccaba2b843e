"""The calendar day of a moment."""

from datetime import date, datetime

from django.utils import timezone


def local_day(at: datetime) -> date:
    """The calendar day of a moment where the nursery is."""
    return timezone.localtime(at).date()
