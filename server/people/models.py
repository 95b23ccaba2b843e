"""People: who may do what, and whose initials stand in the record."""

from django.contrib.auth.models import AbstractUser
from django.db import models

from core.vocabulary import DayOrder, Hemisphere, Role, Units
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Thing


class Person(AbstractUser):
    """Somebody who signs in."""

    initials = models.CharField(max_length=6)
    role = models.CharField(max_length=12, choices=choices_of(Role), default=Role.READER)
    units = models.CharField(max_length=6, choices=choices_of(Units), default=Units.METRIC)
    dates = models.CharField(max_length=3, choices=choices_of(DayOrder), default=DayOrder.DMY)


def weekdays() -> list[int]:
    """Monday to Friday."""
    return [0, 1, 2, 3, 4]


class WorkYear(Thing):
    """When this nursery works: weekdays (Monday = 0), days off with their names, and on which half of the earth it lies. There is one.

    `hands` is how many starts and ends of treatments one day bears. From the share `band_usual` on a lot is sown as usual, below
    `band_thin` better seed is looked for (0..1).
    """

    working_days = models.JSONField(default=weekdays)
    days_off = models.JSONField(default=list, blank=True)
    hemisphere = models.CharField(max_length=5, choices=choices_of(Hemisphere), default=Hemisphere.NORTH)
    hands = models.PositiveIntegerField(default=6)
    band_usual = models.FloatField(default=0.75)
    band_thin = models.FloatField(default=0.40)
